// The day's board, the last good one when there is no better, and what is wrong if anything is.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Away } from "../../api/client";
import { dayQuery } from "../../api/day";
import { healthQuery } from "../../api/resources";
import { SCHOOLS as NAMED } from "../../api/vocabulary";
import type { DayBoard, DayQuery, School } from "../../api/types";
import { useNow } from "../../base/use-now";
import { isOld, isOver, nowStep } from "./now";

export interface BoardState {
  board: DayBoard | undefined;
  /** being computed; what is shown is the last good one */
  pending: boolean;
  /** the server is away: when the shown board was computed, ms; 0: there is none */
  staleSince: number | null;
  /** computed longer ago than a step, and now is on it: asked for again */
  old: boolean;
  refused: Error | null;
  retry: () => void;
}

/** In the order of their keys. */
export const SCHOOLS = Object.keys(NAMED) as School[];

export function useBoard(query: DayQuery): BoardState {
  const queries = useQueryClient();
  const now = useNow(30);
  const result = useQuery(dayQuery(query));
  const health = useQuery(healthQuery);
  const [good, setGood] = useState<DayBoard | null>(null);
  if (result.data && result.data !== good) setGood(result.data);
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
    }, 2500);
    return () => clearTimeout(wait);
  }, [ready, query, queries]);
  const refused = result.error && !(result.error instanceof Away) ? result.error : null;
  // While a new answer is on its way the last one stays, dimmed. When none will come, only one of
  // this mark and day does: another's water under this name would be a lie.
  const same = good !== null && good.mark_id === query.mark_id
    && (query.date ? good.date === query.date : nowStep(good, now) !== null);
  const board = result.data ?? (same || (!refused && !away) ? good : null) ?? undefined;
  const over = board !== undefined && !query.date && isOver(board, result.dataUpdatedAt / 1000, now);
  // What was taken along was computed for these hours, whenever that was.
  const old = board !== undefined && !board.along && (over || isOld(board, now));
  const asked = useRef(0);
  useEffect(() => {
    // Once a minute at most, whatever the server's clock says of its answer.
    if (!old || away || now - asked.current < 60) return;
    asked.current = now;
    void refetch();
  }, [old, away, now, refetch]);
  return {
    board, old, refused,
    pending: result.isFetching && !result.data,
    staleSince: away ? (board ? board.computed_utc_s * 1000 : 0) : null,
    retry: () => {
      void refetch();
      void health.refetch();
    },
  };
}
