// Printed tide tables: understood, kept, gone on with, put right.
import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { MoreTide, Port, PrintedTide, ReadTide, TideRead, TurnChange } from "./types";

const path = (row_id: number) => ({ params: { path: { row_id } } });

export const readTide = (body: ReadTide): Promise<TideRead> => unwrap(client.POST("/api/tides/read", { body }));
export const keepTide = (body: PrintedTide): Promise<Port> => unwrap(client.POST("/api/tides/printed", { body }));
export const moreTide = (id: number, body: MoreTide): Promise<Port> =>
  unwrap(client.POST("/api/tides/{row_id}/turns", { ...path(id), body }));
export const changeTurn = (id: number, body: TurnChange): Promise<Port> =>
  unwrap(client.PUT("/api/tides/{row_id}/turns", { ...path(id), body }));

export const turnsQuery = (id: number) => queryOptions({
  queryKey: ["tides", id, "turns"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/tides/{row_id}/turns", { ...path(id), signal })),
  staleTime: Infinity,
});
