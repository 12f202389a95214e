import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { DayQuery, FitQuery } from "./types";

export const dayQuery = (query: DayQuery) =>
  queryOptions({
    queryKey: ["day", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/day", { params: { query }, signal })),
  });

export const fitQuery = (query: FitQuery) =>
  queryOptions({
    queryKey: ["fit", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/fit", { params: { query }, signal })),
  });
