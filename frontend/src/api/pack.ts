// Packing, losses and what to buy.
import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { BuyQuery, PackQuestion } from "./types";

export const packQuery = (body: PackQuestion) => queryOptions({
  queryKey: ["pack", body],
  queryFn: ({ signal }) => unwrap(client.POST("/api/pack", { body, signal })),
  staleTime: Infinity,
});

export const restockQuery = queryOptions({
  queryKey: ["restock"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/restock", { signal })),
  staleTime: 0,
});

export const buyQuery = (query: BuyQuery) => queryOptions({
  queryKey: ["buy", query],
  queryFn: ({ signal }) => unwrap(client.GET("/api/lid/buy", { params: { query }, signal })),
});
