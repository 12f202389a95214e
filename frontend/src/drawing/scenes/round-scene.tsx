// Where to be when: each mark's stream as a lens along the hours, what an hour there is worth, what
// closes it, and the round as one line. Owns its <svg>. The still part is drawn once.
import { memo } from "react";
import type { Mark, TripLived, TripPlan, TripRound } from "../../api/types";
import { happened } from "../geometry/happened";
import { layout, legLabel, lens, route, type Layout } from "../geometry/round";
import { polyline, type Point } from "../geometry/path";

interface Props {
  plan: TripPlan;
  round: TripRound;
  width: number;
  marks: Mark[];
  /** the weight as it is said, and 0 to 3, heavier darker */
  label: (head: number) => string;
  tone: (head: number) => number;
  /** what is said of a closed spell, and under a mark's name */
  shutWords: (why: string) => string;
  under: (row: number) => string;
  /** what the log has of it */
  lived: TripLived["events"];
}

const WORTH = 13;

export const RoundStill = memo(function RoundStill(props: Props) {
  const { plan, round, width } = props;
  const at = layout(plan, width);
  return (
    <g aria-hidden="true">
      <Sky plan={plan} at={at} />
      {plan.turns.map((t) => <text key={t.at} className="note small" x={clamp(at.x(t.at), at, 30)} y={13} textAnchor="middle">{t.kind} {t.clock}</text>)}
      {plan.rows.map((row, i) => <Row key={row.mark_id} {...props} at={at} i={i} />)}
      <Hours plan={plan} at={at} />
      <Way round={round} at={at} />
      {props.lived.filter((e) => e.at >= 0 && e.at < plan.clock.length).map((e, i) => (
        <g key={i} transform={`translate(${at.x(e.at)} ${at.rows[e.row]!.y - 14})`} className={`trip-event ${e.kind}`}><path d={happened(e.kind)} /></g>
      ))}
    </g>
  );
});

function Sky({ plan, at }: { plan: TripPlan; at: Layout }) {
  return plan.light.map((change, i) => {
    const end = plan.light[i + 1]?.at ?? plan.clock.length - 1;
    const [a, b] = [at.x(change.at), at.x(end)];
    if (change.sky === "day" || b <= a) return null;
    const words = change.sky === "night" ? "night" : "low light";
    return (
      <g key={change.at}>
        <rect x={a} y={18} width={b - a} height={at.home - 18} className={`sky-${change.sky}`} />
        {b - a > words.length * 6.2 && <text className="note small" x={(a + b) / 2} y={32} textAnchor="middle">{words}</text>}
      </g>
    );
  });
}

function Row(props: Props & { at: Layout; i: number }) {
  const { plan, round, marks, at, i, under, shutWords } = props;
  const row = plan.rows[i]!;
  const { y } = at.rows[i]!;
  const upper = lens(plan, i, at);
  const name = marks.find((m) => m.id === row.mark_id)?.name ?? "";
  const narrow = at.left < 60;
  return (
    <g>
      <text x={narrow ? at.left : 4} y={narrow ? y - 54 : y - 6} className={`strong ${narrow ? "halo" : ""}`}>{name}</text>
      {!narrow && <text x={4} y={y + 12} className="note small">{under(i)}</text>}
      <path d={`M${at.left} ${y}H${at.right}`} className="round-axis" />
      {upper.length > 0 && <path d={`${polyline([...upper.map(([x, h]): Point => [x, y - h]), ...[...upper].reverse().map(([x, h]): Point => [x, y + h])])}Z`} className="ribbon" />}
      <Worth row={row} at={at} y={y} />
      <Shut row={row} at={at} y={y} words={shutWords} />
      {round.stays.filter((stay) => stay.row === i).map((stay) => <Tied key={stay.from_at} {...props} stay={stay} y={y} />)}
    </g>
  );
}

/** Over the lens: what each quarter of an hour there is worth. */
function Worth({ row, at, y }: { row: TripPlan["rows"][number]; at: Layout; y: number }) {
  return row.hours.map((hour) => (
    <rect key={hour.from_at} x={at.x(hour.from_at)} width={at.x(hour.to_at) - at.x(hour.from_at) + 0.3}
          y={y - 46 + WORTH * (1 - hour.worth)} height={WORTH * hour.worth} className={hour.closed.length > 0 ? "round-worth shut" : "round-worth"} />
  ));
}

function Shut({ row, at, y, words }: { row: TripPlan["rows"][number]; at: Layout; y: number; words: (why: string) => string }) {
  const shown = row.closed.filter((span) => span.why !== "dark");
  return shown.map((span, i) => {
    const [a, b] = [at.x(span.from_at), at.x(span.to_at)];
    const text = words(span.why);
    return (
      <g key={`${span.why}${span.from_at}`}>
        <rect x={a} y={y - 32} width={Math.max(1, b - a)} height={64} className="round-shut" fill="url(#round-hatch)" />
        {b - a > 40 && <text className="round-shut-words halo" x={a + text.length * 6 > at.right ? b - 2 : a + 2} y={y + 28 - 14 * (i % 2)} textAnchor={a + text.length * 6 > at.right ? "end" : "start"}>{text}</text>}
      </g>
    );
  });
}

/** Under a stay: the heads that are tied on through it. */
function Tied({ stay, at, y, label, tone }: Props & { at: Layout; stay: TripRound["stays"][number]; y: number }) {
  return stay.heads.map((run) => {
    const [a, b] = [at.x(run.from_at), at.x(run.to_at)];
    const words = run.head_id == null ? "–" : label(run.head_id);
    return (
      <g key={run.from_at} className={`pick ${run.head_id == null ? "pick-none" : `tone-${tone(run.head_id)}`}`}>
        <rect x={a + 0.5} y={y + 40} width={Math.max(0.5, b - a - 1)} height={19} />
        {b - a > words.length * 6 + 4 && <text x={(a + b) / 2} y={y + 54} textAnchor="middle">{words}</text>}
      </g>
    );
  });
}

function Hours({ plan, at }: { plan: TripPlan; at: Layout }) {
  const marks = plan.clock.map((clock, i) => ({ clock, i })).filter(({ clock }) => clock.endsWith(":00"));
  const every = Math.ceil((marks.length * 30) / Math.max(1, at.right - at.left));
  return marks.filter((_, i) => i % every === 0).map(({ clock, i }) => (
    <g key={i} className="hours">
      <path d={`M${at.x(i)} ${at.foot - 4}v6`} />
      <text x={at.x(i)} y={at.foot + 17} textAnchor="middle">{clock.slice(0, 2)}</text>
    </g>
  ));
}

function Way({ round, at }: { round: TripRound; at: Layout }) {
  const points = route(round, at);
  if (points.length === 0) return null;
  const [first, last] = [points[0]!, points[points.length - 1]!];
  return (
    <g className="round-way">
      <path d={polyline(points)} />
      <circle cx={first[0]} cy={first[1]} r={5} />
      <circle cx={last[0]} cy={last[1]} r={5} />
      <text className="halo" x={clamp(first[0], at, 24)} y={at.home + 20} textAnchor="middle">{round.legs[0]!.from_clock}</text>
      {last[0] - first[0] > 60 && <text className="halo" x={clamp(last[0], at, 24)} y={at.home + 20} textAnchor="middle">{round.legs[round.legs.length - 1]!.to_clock}</text>}
      {round.legs.filter((leg) => leg.minutes >= 1).map((leg) => {
        const i = round.legs.indexOf(leg);
        const { x, y, anchor } = legLabel(points[2 * i]!, points[2 * i + 1]!, at);
        return <text key={i} className="halo small" x={x} y={y} textAnchor={anchor}>{Math.round(leg.minutes)} min{leg.minutes < 0.9 * leg.still_minutes ? ", with the stream" : leg.minutes > 1.1 * leg.still_minutes ? ", against the stream" : ""}</text>;
      })}
    </g>
  );
}

export function RoundCursor({ plan, width, at: step }: { plan: TripPlan; width: number; at: number }) {
  const at = layout(plan, width);
  const x = at.x(step);
  return (
    <g className="rail-cursor" aria-hidden="true">
      <path d={`M${x} 18V${at.foot - 4}`} />
      <rect x={clamp(x, at, 22) - 22} y={1} width={44} height={18} />
      <text x={clamp(x, at, 22)} y={15} textAnchor="middle">{plan.clock[Math.round(step)]}</text>
    </g>
  );
}

export function RoundHatch() {
  return (
    <defs>
      <pattern id="round-hatch" width={7} height={7} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V7" className="round-hatch" />
      </pattern>
    </defs>
  );
}

const clamp = (x: number, at: Layout, margin: number): number => Math.max(at.left + margin, Math.min(at.right - margin, x));
