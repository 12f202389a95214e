// What the Day view does beside drawing: the drop, the plan's head, the keys.
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { DayBoard, Head } from "../../api/types";
import { useKeys } from "../../base/keys";
import { useQuestion } from "../../features/question/question";
import { LAST_STEP, currentStep, setStep } from "../../features/question/time";
import { headName, text, type Units } from "../../base/units";
import { shapeWords } from "../../ui/weight";
import type { Frame, HeadFrame } from "../../drawing/geometry/frame";
import { nowStep } from "../../features/day/now";
import { SCHOOLS } from "../../features/day/use-board";
import { shiftDate } from "../../features/facts/when";

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

/** Steps on or back, through midnight into the next day or the one before. */
export function useMove(board: DayBoard): (steps: number) => void {
  const { set } = useQuestion();
  return useCallback((steps: number) => {
    const to = Math.round(currentStep()) + steps;
    if (to >= 0 && to <= LAST_STEP) return setStep(to);
    const days = to < 0 ? -1 : 1;
    set({ date: shiftDate(board.date, days) });
    setStep(to - days * LAST_STEP);
  }, [board.date, set]);
}

/** How near to an end of the rail counts as at it, px, and how long one holds there, ms. */
const EDGE_PX = 5;
const EDGE_MS = 450;

/**
 * A drag held at an end of the rail turns the day: time goes on from the other end of the next one,
 * where it waits until the finger comes back inside.
 */
export function useEdge(board: DayBoard) {
  const { set } = useQuestion();
  const wait = useRef<{ days: number; timer: ReturnType<typeof setTimeout> } | null>(null);
  const turned = useRef(0);
  const leave = useCallback(() => {
    if (wait.current) clearTimeout(wait.current.timer);
    wait.current = null;
    turned.current = 0;
  }, []);
  const atEdge = useCallback((share: number, width: number): boolean => {
    const edge = EDGE_PX / width;
    const days = share <= edge ? -1 : share >= 1 - edge ? 1 : 0;
    // Turned already: it rests at the other end while the finger stays at this one.
    if (days !== 0 && days === turned.current) return true;
    if (days === 0) turned.current = 0;
    if (wait.current && wait.current.days !== days) {
      clearTimeout(wait.current.timer);
      wait.current = null;
    }
    if (days !== 0 && !wait.current) {
      const timer = setTimeout(() => {
        wait.current = null;
        turned.current = days;
        set({ date: shiftDate(board.date, days) });
        setStep(days > 0 ? 0 : LAST_STEP);
      }, EDGE_MS);
      wait.current = { days, timer };
    }
    return false;
  }, [board.date, set]);
  useEffect(() => leave, [leave]);
  return { atEdge, leave };
}

export function useDayKeys(
  board: DayBoard, frame: Frame, compared: number | null, compare: (id: number | null) => void,
  drop: () => void, plan: () => void,
): void {
  const { choose, set, typed, setTyped } = useQuestion();
  const step = useMove(board);
  const read = typed.seen !== undefined;
  const handlers = useMemo(() => {
    const ids = frame.heads.map((h) => h.id);
    const by = (steps: number) => () => step(steps);
    const move = (d: number) => () => {
      const from = compared ?? frame.picks[board.school] ?? ids[0];
      const at = ids.indexOf(from!) + d;
      compare(ids[Math.min(ids.length - 1, Math.max(0, at))] ?? null);
    };
    return {
      "[": by(-1), "]": by(1), "{": by(-6), "}": by(6),
      n: () => { set({ date: null }); const now = nowStep(board); if (now !== null) setStep(now); },
      "<": () => set({ date: shiftDate(board.date, -1) }),
      ">": () => set({ date: shiftDate(board.date, 1) }),
      ArrowUp: move(-1), ArrowDown: move(1),
      Escape: () => compare(null),
      f: drop, p: plan,
      // What was read from heads goes with one key.
      ...(read && { u: () => setTyped({ seen: undefined }) }),
      ...Object.fromEntries(SCHOOLS.map((school, i) => [String(i + 1), () => choose({ school })])),
    };
  }, [board, frame, compared, compare, choose, set, drop, plan, read, setTyped, step]);
  useKeys(handlers);
}
