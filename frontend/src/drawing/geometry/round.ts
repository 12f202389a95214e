// A trip's round laid out: marks as rows, instants along. Pure.
import type { TripPlan, TripRound } from "../../api/types";
import type { Point } from "./path";

export interface Layout {
  left: number;
  right: number;
  /** of each row: its middle, and half the height of the fastest stream */
  rows: { y: number; half: number }[];
  home: number;
  foot: number;
  height: number;
  x: (at: number) => number;
}

const TOP = 30;
const ROW = 132;
/** On a narrow sheet the names stand over their rows. */
const NARROW = 620;
const NAMES = 168;
const LENS = 31;

export function layout(plan: TripPlan, width: number): Layout {
  const left = width < NARROW ? 8 : NAMES;
  const right = Math.max(left + 1, width - 12);
  const last = Math.max(1, plan.clock.length - 1);
  const rows = plan.rows.map((_, i) => ({ y: TOP + ROW * i + 70, half: LENS }));
  const home = TOP + ROW * plan.rows.length + 24;
  return { left, right, rows, home, foot: home + 34, height: home + 58, x: (at) => left + ((right - left) * at) / last };
}

/** The way of a round: out of home, along the marks, back. */
export function route(found: TripRound, at: Layout): Point[] {
  const y = (row: number) => at.rows[row]?.y ?? at.home;
  return found.legs.flatMap((leg): Point[] => [[at.x(leg.from_at), y(leg.origin)], [at.x(leg.to_at), y(leg.to)]]);
}

/** Half the height of the lens at each instant, px; all marks to one scale. */
export function lens(plan: TripPlan, row: number, at: Layout): Point[] {
  const peak = Math.max(0.3, ...plan.rows.flatMap((r) => r.stream_m_s.map(Math.abs)));
  return plan.rows[row]!.stream_m_s.map((u, i): Point => [at.x(i), (Math.abs(u) / peak) * at.rows[row]!.half]);
}

export interface LegLabel {
  x: number;
  y: number;
  anchor: "start" | "end";
}

/** Beside the middle of a way, on the side that has room; by home's end at its foot, clear of heads. */
export function legLabel(from: Point, to: Point, at: Layout): LegLabel {
  const end = [from, to].find(([, y]) => y === at.home);
  if (end && end[0] - at.left > 110) return { x: end[0] - 14, y: at.home - 8, anchor: "end" };
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const right = at.right - x > 130;
  return { x: x + (right ? 9 : -9), y: y + 4, anchor: right ? "start" : "end" };
}
