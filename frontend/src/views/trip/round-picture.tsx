// The trip's picture: drag or step through its hours, and what each mark is worth then is said.
import { useCallback, useMemo, useRef } from "react";
import type { TripLived, TripPlan, TripQuestion, TripRound } from "../../api/types";
import { layout } from "../../drawing/geometry/round";
import { RoundCursor, RoundHatch, RoundStill } from "../../drawing/scenes/round-scene";
import { headName, rangeText, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import { useChosen } from "../../features/question/question";
import { shutWords } from "./trip-words";

interface Props {
  plan: TripPlan;
  round: TripRound;
  units: Units;
  asked: TripQuestion;
  at: number;
  onAt: (at: number) => void;
  lived: TripLived["events"];
}

const STEPS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, PageDown: -3, PageUp: 3 };

export function RoundPicture({ plan, round, units, asked, at, onAt, lived }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([860, 500]);
  const { marks, box, reference } = useChosen();
  const craft = reference.crafts.find((c) => c.key === asked.craft);
  const grip = useRef<DOMRect | null>(null);
  const heads = useMemo(() => new Map(box.heads.map((h) => [h.id, h])), [box]);
  const label = useCallback((id: number) => (heads.has(id) ? headName(heads.get(id)!, units).value : "?"), [heads, units]);
  const tone = useMemo(() => {
    const ids = [...new Set(round.stays.flatMap((s) => s.heads.map((h) => h.head_id)))].filter((id) => id != null);
    const order = ids.sort((a, b) => (heads.get(a)?.mass_g ?? 0) - (heads.get(b)?.mass_g ?? 0));
    return (id: number) => Math.round((order.indexOf(id) / Math.max(1, order.length - 1)) * 3);
  }, [round, heads]);
  const shut = useCallback((why: string) => shutWords(why, asked, craft, units), [asked, craft, units]);
  const under = useCallback((i: number) => {
    const row = plan.rows[i]!;
    const kind = marks.find((m) => m.id === row.mark_id)?.kind ?? "";
    return row.depth_m.length > 0 ? `${kind}, ${rangeText(Math.max(0, Math.min(...row.depth_m)), Math.max(0, ...row.depth_m), units)}` : kind;
  }, [plan, marks, units]);
  const { height, left, right } = layout(plan, width);
  const last = plan.clock.length - 1;
  const follow = (x: number) => {
    const area = grip.current;
    if (area) onAt(Math.max(0, Math.min(last, Math.round(((x - area.left - left) / (right - left)) * last))));
  };
  const where = round.stays.find((s) => s.from_at <= at && at <= s.to_at);
  const name = where && marks.find((m) => m.id === plan.rows[where.row]!.mark_id)?.name;
  return (
    <div ref={ref} className="round-frame" role="slider" tabIndex={0} aria-label="time of the trip" aria-valuemin={0} aria-valuemax={last} aria-valuenow={at}
         aria-valuetext={`${plan.clock[at]}, ${name ? `at ${name}` : "not at a mark"}`}
         onPointerDown={(e) => { grip.current = e.currentTarget.getBoundingClientRect(); e.currentTarget.setPointerCapture(e.pointerId); follow(e.clientX); }}
         onPointerMove={(e) => follow(e.clientX)} onPointerUp={() => { grip.current = null; }} onPointerCancel={() => { grip.current = null; }}
         onKeyDown={(e) => {
           const step = STEPS[e.key];
           const end = { Home: 0, End: last }[e.key];
           if (step === undefined && end === undefined) return;
           e.preventDefault();
           e.stopPropagation();
           onAt(end ?? Math.max(0, Math.min(last, at + step!)));
         }}>
      <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden="true">
        <RoundHatch />
        <RoundStill plan={plan} round={round} width={width} marks={marks} label={label} tone={tone} shutWords={shut} under={under} lived={lived} />
        <RoundCursor plan={plan} width={width} at={at} />
      </svg>
    </div>
  );
}
