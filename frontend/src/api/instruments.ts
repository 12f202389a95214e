// What the instruments aboard say: asked every two seconds where any are listened to.
import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";

const EVERY_MS = 2000;

export const instrumentsQuery = queryOptions({
  queryKey: ["instruments"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/instruments", { signal })),
  refetchInterval: (query) => (query.state.data?.source ? EVERY_MS : false),
  refetchIntervalInBackground: false,
  staleTime: EVERY_MS,
  retry: false,
});

/** The track so far, onto the chart. */
export const keepTrack = () => unwrap(client.POST("/api/instruments/track", {}));
