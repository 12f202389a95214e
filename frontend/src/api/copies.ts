// Safety copies, and one of them in place of everything.
import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";

export const copiesQuery = queryOptions({
  queryKey: ["copies"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/copies", { signal })),
  staleTime: 0,
});

export const restoreCopy = (name: string) => unwrap(client.POST("/api/copies/restore", { body: { name } }));
