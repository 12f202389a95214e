// Whose data this is, where a server has more than one angler's.
import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";

export const accountQuery = queryOptions({
  queryKey: ["account"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/account", { signal })),
});
