// The choice, what moves it, its doctor and its fan; the rules and the fish behind it.
import { queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import type { ChoiceQuery, DoctorQuery, FanQuery } from "./types";

export const choiceQuery = (query: ChoiceQuery) =>
  queryOptions({
    queryKey: ["choice", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/choice", { params: { query }, signal })),
  });

export const movesQuery = (query: ChoiceQuery) =>
  queryOptions({
    queryKey: ["moves", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/choice/moves", { params: { query }, signal })),
  });

export const looseQuery = (query: ChoiceQuery) =>
  queryOptions({
    queryKey: ["loose", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/choice/loose", { params: { query }, signal })),
  });

export const doctorQuery = (query: DoctorQuery) =>
  queryOptions({
    queryKey: ["doctor", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/choice/doctor", { params: { query }, signal })),
  });

export const fanQuery = (query: FanQuery) =>
  queryOptions({
    queryKey: ["fan", query],
    queryFn: ({ signal }) => unwrap(client.GET("/api/choice/fan", { params: { query }, signal })),
  });

export const rulesQuery = queryOptions({
  queryKey: ["rules"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/rules", { signal })),
});

export const fishQuery = queryOptions({
  queryKey: ["fish"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/fish", { signal })),
});
