// The log as the server has it; what is told goes through ui/log.ts, which never loses it.
import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { AgainQuery, Log, Taken } from "./types";

/** Page by page, the last trips first. */
export const logQuery = infiniteQueryOptions({
  queryKey: ["log"],
  queryFn: ({ signal, pageParam }) => unwrap(client.GET("/api/log", { params: { query: pageParam ?? {} }, signal })),
  initialPageParam: null as Log["more"],
  getNextPageParam: (page) => page.more,
  staleTime: 0,
});

export const learnedQuery = queryOptions({
  queryKey: ["learned"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/log/learned", { signal })),
  staleTime: 0,
});

export const workedQuery = queryOptions({
  queryKey: ["worked"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/log/worked", { signal })),
  staleTime: 0,
});

export const againQuery = (query: AgainQuery) => queryOptions({
  queryKey: ["again", query],
  queryFn: ({ signal }) => unwrap(client.GET("/api/log/again", { params: { query }, signal })),
});

/** A log or catches kept elsewhere: all of a file or nothing of it. */
export const bringLog = (text: string, only_try: boolean): Promise<Taken> => unwrap(client.POST("/api/log.csv", { body: { text, try: only_try } }));
/** What a trip's page handed back. */
export const bringHandedBack = (text: string, only_try: boolean): Promise<Taken> => unwrap(client.POST("/api/log.json", { body: { text, try: only_try } }));
export const bringCatches = (text: string, only_try: boolean): Promise<Taken> => unwrap(client.POST("/api/catches.gpx", { body: { text, try: only_try } }));
