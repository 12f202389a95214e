import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { CardQuery, CompareQuery, DayBoard, DayQuery, FitQuery, LidQuery, LidSheetQuery, SeenQuery, TemplateQuery } from "./types";

export const dayQuery = (query: DayQuery) =>
  queryOptions({
    queryKey: ["day", query],
    queryFn: ({ signal }): Promise<DayBoard> => unwrap(client.GET("/api/day", { params: { query }, signal })),
  });

export const compareQuery = (query: CompareQuery) =>
  queryOptions({
    queryKey: ["compare", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/compare", { params: { query }, signal })),
  });

export const fitQuery = (query: FitQuery) =>
  queryOptions({
    queryKey: ["fit", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/fit", { params: { query }, signal })),
  });

export const straightQuery = (query: SeenQuery) =>
  queryOptions({
    queryKey: ["straight", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/straight", { params: { query }, signal })),
  });

export const cardQuery = (query: CardQuery) =>
  queryOptions({
    queryKey: ["card", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/card", { params: { query }, signal })),
  });

export const savingsQuery = (query: DayQuery) =>
  queryOptions({
    queryKey: ["savings", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/plan/savings", { params: { query }, signal })),
  });

export const lidQuery = (query: LidQuery) =>
  queryOptions({
    queryKey: ["lid", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/lid", { params: { query }, signal })),
  });

/** The same question asked for as a file. */
export function fileOf(name: string, query: CardQuery | TemplateQuery | LidSheetQuery): string {
  const asked = Object.entries(query).filter(([, value]) => value !== undefined);
  return `/api/${name}?${new URLSearchParams(asked.map(([key, value]) => [key, String(value)]))}`;
}
