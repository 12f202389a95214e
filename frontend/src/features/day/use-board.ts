// The day's board, the last good one when there is no better, and what is wrong if anything is.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Away } from "../../api/client";
import { dayQuery } from "../../api/day";
import { healthQuery } from "../../api/resources";
import { SCHOOLS as NAMED } from "../../api/vocabulary";
import type { DayBoard, DayQuery, School } from "../../api/types";

export interface BoardState {
  board: DayBoard | undefined;
  /** being computed; what is shown is the last good one */
  pending: boolean;
  /** the server is away: the time the shown board was got */
  staleSince: number | null;
  refused: Error | null;
  retry: () => void;
}

/** In the order of their keys. */
export const SCHOOLS = Object.keys(NAMED) as School[];

export function useBoard(query: DayQuery): BoardState {
  const queries = useQueryClient();
  const result = useQuery(dayQuery(query));
  const health = useQuery(healthQuery);
  const [good, setGood] = useState<{ board: DayBoard; at: number } | null>(null);
  if (result.data && result.data !== good?.board) {
    setGood({ board: result.data, at: result.dataUpdatedAt });
  }
  const away = result.error instanceof Away || health.error instanceof Away;
  const { refetch } = result;
  const wasAway = useRef(false);
  useEffect(() => {
    if (wasAway.current && !away) void refetch();
    wasAway.current = away;
  }, [away, refetch]);
  // The other schools are one key away: have them ready.
  const ready = result.data !== undefined && !away;
  useEffect(() => {
    if (!ready) return;
    const wait = setTimeout(() => {
      for (const school of SCHOOLS) {
        if (school !== query.school) void queries.prefetchQuery(dayQuery({ ...query, school }));
      }
    }, 600);
    return () => clearTimeout(wait);
  }, [ready, query, queries]);
  const same = good?.board.mark_id === query.mark_id;
  const refused = result.error && !(result.error instanceof Away) ? result.error : null;
  return {
    board: result.data ?? (refused && !same ? undefined : good?.board),
    pending: result.isFetching && !result.data,
    staleSince: away ? (good?.at ?? 0) : null,
    refused,
    retry: () => {
      void refetch();
      void health.refetch();
    },
  };
}
