// What the Day view does beside drawing: the drop, the plan's head, the keys.
import { useCallback, useMemo, useState } from "react";
import type { DayBoard, Head } from "../../api/types";
import { useKeys } from "../../ui/keys";
import { useQuestion } from "../../ui/question";
import { currentStep, setStep } from "../../ui/time";
import { headName, text, type Units } from "../../ui/units";
import { shapeWords } from "../../ui/weight";
import type { Frame, HeadFrame } from "./frame";
import { SCHOOLS } from "./use-board";
import { shiftDate } from "./when";

/** The chosen head dropped in real time. Another moment or another head ends it. */
export function useDrop(board: DayBoard, frame: Frame, chosen: HeadFrame | undefined) {
  const [dropped, setDropped] = useState<string | null>(null);
  const possible = frame.wet && !board.steady && chosen?.count != null;
  const now = `${frame.step}/${chosen?.id}/${board.school}`;
  return {
    possible,
    running: possible && dropped === now,
    start: useCallback(() => setDropped(now), [now]),
    stop: useCallback(() => setDropped(null), []),
  };
}

/** What the plan has now, where it is not the pick of the moment. */
export function plannedName(
  board: DayBoard, frame: Frame, heads: Map<number, Head>, units: Units, pick: number | null,
): string {
  const run = board.plan.find((r) => frame.near >= r.from_step && frame.near < r.to_step);
  const row = run?.head_id == null || run.head_id === pick ? undefined : heads.get(run.head_id);
  return row ? `${text(headName(row, units))} ${shapeWords(row.shape)}` : "";
}

export function useDayKeys(
  board: DayBoard, frame: Frame, compared: number | null, compare: (id: number | null) => void,
  drop: () => void, plan: () => void,
): void {
  const { choose, set, typed, setTyped } = useQuestion();
  const read = typed.seen !== undefined;
  const handlers = useMemo(() => {
    const ids = frame.heads.map((h) => h.id);
    const by = (steps: number) => () => setStep(Math.round(currentStep()) + steps);
    const move = (d: number) => () => {
      const from = compared ?? frame.picks[board.school] ?? ids[0];
      const at = ids.indexOf(from!) + d;
      compare(ids[Math.min(ids.length - 1, Math.max(0, at))] ?? null);
    };
    return {
      "[": by(-1), "]": by(1), "{": by(-6), "}": by(6),
      n: () => { set({ date: null }); if (board.now_step != null) setStep(board.now_step); },
      "<": () => set({ date: shiftDate(board.date, -1) }),
      ">": () => set({ date: shiftDate(board.date, 1) }),
      ArrowUp: move(-1), ArrowDown: move(1),
      Escape: () => compare(null),
      f: drop, p: plan,
      // What was read from heads goes with one key.
      ...(read && { u: () => setTyped({ seen: undefined }) }),
      ...Object.fromEntries(SCHOOLS.map((school, i) => [String(i + 1), () => choose({ school })])),
    };
  }, [board, frame, compared, compare, choose, set, drop, plan, read, setTyped]);
  useKeys(handlers);
}
