// The choice for the moment that the Day looks at, the last good one when there is no better.
import { useQuery } from "@tanstack/react-query";
import { useLayoutEffect, useMemo, useState } from "react";
import { Away } from "../../api/client";
import { choiceQuery } from "../../api/choice";
import { dayQuery } from "../../api/day";
import type { Choice, ChoiceQuery } from "../../api/types";
import { beginNow } from "./now";
import { makeChoiceQuery } from "../question/facts";
import { useChosen, useQuestion } from "../question/question";
import { useStep } from "../question/time";

export function useChoiceQuery(): ChoiceQuery {
  const { settings, facts } = useQuestion();
  const { marks } = useChosen();
  const step = Math.round(useStep());
  return useMemo(() => makeChoiceQuery(settings, facts, marks, step), [settings, facts, marks, step]);
}

export function useChoice() {
  const { query: day } = useQuestion();
  // Without a mark there is nothing to ask.
  const board = useQuery({ ...dayQuery(day), enabled: day.mark_id > 0 });
  // A visit that begins here begins now, as on the Day.
  useLayoutEffect(() => {
    if (board.data) beginNow(board.data);
  }, [board.data]);
  const query = useChoiceQuery();
  const result = useQuery({ ...choiceQuery(query), enabled: query.mark_id > 0 });
  const [good, setGood] = useState<{ choice: Choice; of: ChoiceQuery } | null>(null);
  if (result.data && result.data !== good?.choice) setGood({ choice: result.data, of: query });
  const away = result.error instanceof Away;
  // When no new one will come, only one of this mark and day stays.
  const stays = good !== null && (!away || (good.of.mark_id === query.mark_id && good.of.date === query.date));
  const choice = result.data ?? (stays ? good.choice : undefined);
  return {
    board: board.data, choice, query,
    state: {
      refused: result.error && !away ? result.error : null,
      staleSince: away ? (choice ? choice.computed_utc_s * 1000 : 0) : null, pending: result.isFetching && (!result.data || result.isStale),
      retry: () => void result.refetch(),
    },
  };
}
