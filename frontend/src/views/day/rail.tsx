// The rail along the bottom: drag it, or step it with keys, and everything follows.
import { useCallback, useMemo, useRef } from "react";
import type { DayBoard, Head } from "../../api/types";
import { RAIL_HEIGHT, RailCursor, RailStill } from "../../drawing/scenes/rail-scene";
import { useNowStep } from "../../features/day/now";
import { LAST_STEP, setStep } from "../../features/question/time";
import { headName, length, speed, text, type Units } from "../../base/units";
import { useChosen } from "../../features/question/question";
import { useSize } from "../../base/use-size";
import { useEdge, useMove } from "./day-hooks";
import type { Frame } from "../../drawing/geometry/frame";

interface Props {
  board: DayBoard;
  frame: Frame;
  heads: Map<number, Head>;
  units: Units;
}

const MOVES: Record<string, number> = {
  ArrowLeft: -1, ArrowRight: 1, PageDown: -6, PageUp: 6,
};
const ENDS: Record<string, number> = { Home: 0, End: LAST_STEP };

export function Rail({ board, frame, heads, units }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([1240, RAIL_HEIGHT]);
  // The rail's place on the screen while it is dragged: asking for it at each move costs a layout.
  const grip = useRef<DOMRect | null>(null);
  const label = useCallback(
    (id: number) => {
      const head = heads.get(id);
      return head ? headName(head, units).value : "?";
    },
    [heads, units],
  );
  const tone = useMemo(() => toneScale(board, heads), [board, heads]);
  const { mark } = useChosen();
  const now = useNowStep(board);
  const move = useMove(board);
  const { atEdge, leave } = useEdge(board);
  const follow = (event: React.PointerEvent) => {
    const box = grip.current;
    if (!box) return;
    const share = (event.clientX - box.left) / box.width;
    if (atEdge(share, box.width)) return;
    setStep(share * LAST_STEP);
  };
  const release = () => {
    grip.current = null;
    leave();
  };
  const pick = frame.picks[board.school];
  const said = `${frame.clock}, ${frame.wet ? `${text(length(frame.depth, units))} deep, current ${text(speed(Math.abs(frame.stream), units))}, ` : "dry, "}${pick == null ? "no head is right" : `tie on ${label(pick)} ${units.head_unit}`}`;
  return (
    <div
      ref={ref}
      id="hours"
      className="rail"
      role="slider"
      tabIndex={0}
      aria-label="time of day"
      aria-valuemin={0}
      aria-valuemax={LAST_STEP}
      aria-valuenow={Math.round(frame.step)}
      aria-valuetext={said}
      onPointerDown={(e) => {
        grip.current = e.currentTarget.getBoundingClientRect();
        e.currentTarget.setPointerCapture(e.pointerId);
        follow(e);
      }}
      onPointerMove={follow}
      onPointerUp={release}
      onPointerCancel={release}
      onKeyDown={(e) => {
        const steps = MOVES[e.key];
        const end = ENDS[e.key];
        if (steps === undefined && end === undefined) return;
        e.preventDefault();
        e.stopPropagation();
        if (end !== undefined) setStep(end);
        else move(steps!);
      }}
    >
      <svg viewBox={`0 0 ${width} ${RAIL_HEIGHT}`} width={width} height={RAIL_HEIGHT} aria-hidden="true">
        <RailStill board={board} width={width} units={units} label={label} tone={tone}
                   south={(mark?.latitude_deg ?? 0) < 0} now={now} />
      </svg>
      <RailCursor step={frame.step} width={width} clock={frame.clock} />
    </div>
  );
}

/** 0 for the lightest head of the plan to 3 for the heaviest. */
function toneScale(board: DayBoard, heads: Map<number, Head>): (id: number) => number {
  const ids = [...new Set(board.plan.map((run) => run.head_id))].filter((p) => p != null);
  const order = ids.sort((a, b) => (heads.get(a)?.mass_g ?? 0) - (heads.get(b)?.mass_g ?? 0));
  return (id) => Math.round((order.indexOf(id) / Math.max(1, order.length - 1)) * 3);
}
