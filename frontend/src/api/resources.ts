import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";

const FOREVER = { staleTime: Infinity } as const;

export const marksQuery = queryOptions({
  queryKey: ["marks"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/marks", { signal })),
  ...FOREVER,
});

export const tidesQuery = queryOptions({
  queryKey: ["tides"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/tides", { signal })),
  ...FOREVER,
});

/** The user's own chart: coast, contours, soundings, structure, tracks. */
export const chartsQuery = queryOptions({
  queryKey: ["charts"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/sea-charts", { signal })),
  ...FOREVER,
});

export const streamsQuery = queryOptions({
  queryKey: ["streams"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/streams", { signal })),
  ...FOREVER,
});

export const boxQuery = queryOptions({
  queryKey: ["box"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/box", { signal })),
  ...FOREVER,
});

export const referenceQuery = queryOptions({
  queryKey: ["reference"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/reference", { signal })),
  ...FOREVER,
});

export const settingsQuery = queryOptions({
  queryKey: ["settings"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/settings", { signal })),
  ...FOREVER,
});

/** Asked now and then, so that a server that went away or came back is noticed. */
export const healthQuery = queryOptions({
  queryKey: ["health"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/health", { signal })),
  refetchInterval: 10_000,
  refetchIntervalInBackground: false,
  retry: false,
  staleTime: 0,
});
