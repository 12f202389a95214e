// The tide rail: height, stream, picks and hours of a day. The still part is drawn once.
import { memo, useMemo } from "react";
import type { DayBoard } from "../../api/types";
import { length, text, type Units } from "../../base/units";
import { hourMarks } from "../geometry/hours";
import { moonPath } from "../geometry/moon";
import { polyline, type Point } from "../geometry/path";

const LAST = 144;
const TOP = 30;
const CURVE = 62;
const BAND = 21;
export const RAIL_HEIGHT = TOP + CURVE + BAND + 26;

interface Props {
  board: DayBoard;
  width: number;
  units: Units;
  label: (id: number) => string;
  /** south of the line the moon lies the other way round */
  south: boolean;
  /** 0 to 3, heavier heads darker */
  tone: (id: number) => number;
  /** step of the minute it is, on the day that is today */
  now: number | null;
}

export const RailStill = memo(function RailStill({ board, width, units, label, tone, south, now }: Props) {
  const x = (step: number) => (step / LAST) * width;
  const low = Math.min(...board.height_m);
  const high = Math.max(...board.height_m, low + 0.2);
  const y = (m: number) => TOP + CURVE - 17 - ((m - low) / (high - low)) * (CURVE - 27);
  const curve = board.height_m.map((h, i): Point => [x(i), y(h)]);
  return (
    <g aria-hidden="true">
      <Sky board={board} x={x} />
      <Ribbon board={board} width={width} />
      <Slacks board={board} x={x} />
      <Spells board={board} x={x} />
      <path d={polyline(curve)} className="tide-curve" />
      {board.turns.filter((t) => t.step >= 0 && t.step <= LAST).map((t) => (
        <text key={t.step} className="turn halo"
              x={Math.min(width - 50, Math.max(50, x(t.step)))}
              y={t.kind === "high" ? y(t.height_m) - 6 : y(t.height_m) + 14} textAnchor="middle">
          {t.kind} {t.clock} · {text(length(t.height_m, units))}
        </text>
      ))}
      <Moon board={board} x={x} south={south} />
      <Band board={board} x={x} label={label} tone={tone} />
      <Hours board={board} width={width} />
      {now !== null && <path className="now-mark" d={`M${x(now)} ${TOP + CURVE + BAND}l-4 6h8Z`} />}
    </g>
  );
});

function Ribbon({ board, width }: { board: DayBoard; width: number }) {
  const peak = Math.max(...board.stream_m_s.map(Math.abs), 0.05);
  const middle = TOP + CURVE / 2 - 3;
  const half = (u: number) => (Math.abs(u) / peak) * (CURVE / 2 - 9);
  const x = (i: number) => (i / LAST) * width;
  const upper = board.stream_m_s.map((u, i): Point => [x(i), middle - half(u)]);
  const lower = [...board.stream_m_s].map((u, i): Point => [x(i), middle + half(u)]).reverse();
  const arrows = useMemo(() => {
    const every = Math.max(6, Math.round((52 / width) * LAST));
    const out = [];
    for (let i = Math.floor(every / 2); i < LAST; i += every) {
      const u = board.stream_m_s[i]!;
      if (Math.abs(u) < 0.2 * peak) continue;
      const [cx, s] = [(i / LAST) * width, u > 0 ? 1 : -1];
      out.push(
        <path key={i} className="stream-arrow"
              d={`M${cx - 9 * s} ${middle}h${14 * s}m${4 * s} 0l${-6 * s} -2.6v5.2Z`} />,
      );
    }
    return out;
  }, [board, width, middle, peak]);
  return (
    <g>
      <path d={`${polyline([...upper, ...lower])}Z`} className="ribbon" />
      {arrows}
    </g>
  );
}

type X = (step: number) => number;

/** Night and twilight behind the curve. */
function Sky({ board, x }: { board: DayBoard; x: X }) {
  return board.light.map((change, i) => {
    if (change.sky === "day") return null;
    const end = board.light[i + 1]?.step ?? LAST;
    return (
      <rect key={change.step} x={x(change.step)} y={TOP - 4} width={x(end) - x(change.step)}
            height={CURVE + 4} className={`sky-${change.sky}`} />
    );
  });
}

const MOON_R = 6;

/** The moon of the day, in its longest night. */
function Moon({ board, x, south }: { board: DayBoard; x: X; south: boolean }) {
  const nights = board.light.map((change, i) => ({ ...change, end: board.light[i + 1]?.step ?? LAST }))
    .filter((change) => change.sky === "night");
  const night = nights.sort((a, b) => b.end - b.step - (a.end - a.step))[0];
  if (!night) return null;
  const waxes = board.moon.startsWith("waxing") || board.moon === "first quarter";
  const [cx, cy] = [Math.max(x(night.step) + 14, Math.min(x(night.end) - 14, (x(night.step) + x(night.end)) / 2)), TOP + 7];
  return (
    <g className="moon" transform={`translate(${cx} ${cy})`}>
      <circle r={MOON_R} />
      <path d={moonPath(board.moon_lit, waxes !== south, MOON_R)} />
    </g>
  );
}

function Slacks({ board, x }: { board: DayBoard; x: X }) {
  const middle = TOP + CURVE / 2 - 3;
  return board.slacks.map(({ step }) => (
    <circle key={step} cx={x(step)} cy={middle} r={2.6} className="slack" />
  ));
}

/** Bars over the curve: worth being there; double where the tide turns in low light. */
function Spells({ board, x }: { board: DayBoard; x: X }) {
  return board.spells.map((spell) => (
    <path key={spell.from_step} className={spell.best ? "spell best" : "spell"}
          d={`M${x(spell.from_step)} ${TOP - 6}H${x(spell.to_step)}${spell.best ? `M${x(spell.from_step)} ${TOP - 10}H${x(spell.to_step)}` : ""}`}>
      <title>{`${spell.from_clock} to ${spell.to_clock}: ${spell.reasons.join(" and ")}`}</title>
    </path>
  ));
}

/** The change plan: which head when. */
function Band({ board, x, label, tone }: Pick<Props, "board" | "label" | "tone"> & { x: X }) {
  const y = TOP + CURVE + 2;
  return board.plan.map((run) => {
    const [left, right] = [x(run.from_step), x(run.to_step)];
    const words = run.dry ? "dry" : run.head_id == null ? "none" : label(run.head_id);
    const wide = right - left > words.length * 5.4 + 6;
    const look = run.head_id != null ? `tone-${tone(run.head_id)}` : `pick-${words}`;
    return (
      <g key={run.from_step} className={`pick ${look}`}>
        <rect x={left + 0.5} y={y} width={Math.max(0.5, right - left - 1)} height={BAND - 3} />
        {wide && <text x={(left + right) / 2} y={y + 13.5} textAnchor="middle">{words}</text>}
      </g>
    );
  });
}

function Hours({ board, width }: { board: DayBoard; width: number }) {
  const y = TOP + CURVE + BAND + 2;
  const every = width < 600 ? 3 : width < 900 ? 2 : 1;
  return (
    <g className="hours">
      {hourMarks(board.clock, board.step_s).filter(({ hour }) => hour % every === 0).map(({ step, hour }) => (
        <g key={step}>
          <path d={`M${(step / LAST) * width} ${y - 3}v6`} />
          <text x={(step / LAST) * width} y={y + 15}
                textAnchor={step === 0 ? "start" : step === LAST ? "end" : "middle"}>
            {String(hour).padStart(2, "0")}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Half the width of the cursor's own drawing: its flag, and a pixel for its edge. */
const HALF = 23;

/** The moment looked at, in a drawing of its own over the rail: it moves, the rail under it stands. */
export function RailCursor({ step, width, clock }: { step: number; width: number; clock: string }) {
  const x = (step / LAST) * width;
  const flag = Math.min(width - HALF, Math.max(HALF, x));
  return (
    <svg className="rail-cursor" viewBox={`0 0 ${2 * HALF} ${RAIL_HEIGHT}`} width={2 * HALF} height={RAIL_HEIGHT}
         style={{ transform: `translateX(${flag - HALF}px)` }} aria-hidden="true">
      <path d={`M${x - flag + HALF} 18V${TOP + CURVE + BAND}`} />
      <rect x={HALF - 22} y={1} width={44} height={18} />
      <text x={HALF} y={15} textAnchor="middle">{clock}</text>
    </svg>
  );
}
