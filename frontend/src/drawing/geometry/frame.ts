// The day's board at one moment between two steps: what every drawing and figure reads.
import type { DayBoard, HeadDay } from "../../api/types";

export interface HeadFrame {
  id: number;
  verdict: number | null;
  limit: string;
  figure: number | null;
  bound: number | null;
  /** to the fish, as the board aims; and to the bottom */
  count: number | null;
  bottom: number | null;
  /** the middle 80 % of the count, and what moves it most */
  countLow: number | null;
  countHigh: number | null;
  doubted: string;
  /** how sure "right" is, 0 to 1 */
  rightShare: number | null;
  /** m off the spool when it is down, cast and all; m/s at which a let-down takes line */
  lineOff: number | null;
  lineRate: number | null;
  /** a tip held low puts right what the wind on the line does */
  lowTip: boolean;
  zone: number | null;
  /** m up-current of the fish to land it, and m beyond: what a held line brings it in */
  lead: number | null;
  beyond: number | null;
  /** the one of the two that is drawn from the side; below 0 beyond */
  drawn: number | null;
  scope: number | null;
  lineOut: number | null;
  /** m drawn off the spool while it falls */
  fedLine: number | null;
  span: number | null;
  windowLow: number | null;
  windowHigh: number | null;
  /** the greatest current in which it holds */
  bears: number | null;
  minimum: number | null;
  /** count at which the line is held */
  holdAt: number | null;
  /** m off the bottom: the main line's lower end, and the lure */
  foot: number;
  rides: number;
  /** degrees off the bottom at which it rests */
  rest: number;
  /** too light, but not in four fifths of the current */
  eased: boolean;
  spanLow: number | null;
  spanHigh: number | null;
  liftOff: number | null;
  zoneShare: number | null;
  /** of the middle half of the cast, on the bottom */
  bottomShare: number | null;
  speedLow: number | null;
  speedHigh: number | null;
  tryHead: number | null;
  tryShape: number | null;
  tryLine: number | null;
  waitStep: number | null;
  lineLow: number[];
  lineHigh: number[];
  /** m from the rod tip, at DayBoard.path_share of the depth down; empty unless swum */
  path: number[];
  /** m up-current of the rig; empty where the rig floats */
  line: number[];
  fallHeight: number[];
  /** m from the splash, down-current or (held) towards the rod */
  fallShift: number[];
  day: HeadDay;
}

export interface Frame {
  step: number;
  /** the nearest whole step: verdicts and picks are those of a step, never a mixture */
  near: number;
  clock: string;
  wet: boolean;
  depth: number;
  height: number;
  stream: number;
  /** m above the bottom between which the fish take */
  zone: [number, number];
  heads: HeadFrame[];
  picks: Record<string, number | null>;
}

type Cells = readonly (number | null)[];

function between(a: number | null | undefined, b: number | null | undefined, f: number) {
  if (a == null || b == null) return f < 0.5 ? (a ?? null) : (b ?? null);
  return a + f * (b - a);
}

function rows(cells: readonly (readonly number[] | null)[], i: number, f: number, over: number) {
  const a = cells[i] ?? cells[i + 1] ?? null;
  const b = cells[i + 1] ?? a;
  if (!a || !b) return [];
  return a.map((value, k) => (value + f * (b[k]! - value)) / over);
}

/** hh:mm between two steps' clocks (ten minutes apart). */
function clockAt(board: DayBoard, step: number): string {
  const i = Math.min(board.clock.length - 1, Math.floor(step));
  const [h = 0, m = 0] = board.clock[i]!.slice(0, 5).split(":").map(Number);
  const minutes = m + Math.floor((step - i) * (board.step_s / 60) + 1e-6);
  return `${String((h + Math.floor(minutes / 60)) % 24).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}${board.clock[i]!.slice(5)}`;
}

/** The two asked for last: the moment that is looked at, and that which is read. */
let kept: { board: DayBoard; step: number; frame: Frame }[] = [];

const away = (m: number | null): number | null => (m === null ? null : -m);

export function frameAt(board: DayBoard, step: number): Frame {
  const known = kept.find((one) => one.board === board && one.step === step);
  if (known) return known.frame;
  const i = Math.min(board.wet.length - 2, Math.floor(step));
  const f = step - i;
  const near = Math.round(step);
  const mix = (cells: Cells) => between(cells[i], cells[i + 1], f);
  const heads = board.heads.map((h): HeadFrame => {
    const decided = h.decided[near];
    return {
      id: h.id,
      day: h,
      verdict: h.verdict[near] ?? null,
      limit: decided == null ? "" : board.limits[decided]!.code,
      figure: h.figure[near] ?? null,
      bound: h.bound[near] ?? null,
      count: mix(h.count_s),
      bottom: mix(h.bottom_s),
      countLow: mix(h.count_low_s),
      countHigh: mix(h.count_high_s),
      doubted: board.inputs[h.doubted[near] ?? -1] ?? "",
      rightShare: h.right_share[near] ?? null,
      lineOff: mix(h.line_off_m),
      lineRate: mix(h.line_rate_m_s),
      lowTip: h.low_tip[near] ?? false,
      zone: mix(h.zone_s),
      lead: mix(h.lead_m),
      beyond: mix(h.beyond_m),
      drawn: board.fall === "fed" ? mix(h.lead_m) : away(mix(h.beyond_m)),
      scope: h.scope[near] == null ? null : mix(h.scope),
      lineOut: h.scope[near] == null ? null : mix(h.line_out_m),
      fedLine: mix(h.fed_line_m),
      span: h.scope[near] == null ? null : mix(h.span_m),
      windowLow: h.window_low_m_s[near] ?? null,
      windowHigh: h.window_high_m_s[near] ?? null,
      bears: h.bears_m_s[near] ?? null,
      minimum: h.minimum_mass_g[near] ?? null,
      holdAt: mix(h.hold_at_s),
      foot: mix(h.foot_m) ?? 0,
      rides: mix(h.rides_m) ?? 0,
      rest: h.rest_deg[near] ?? 0,
      eased: h.eased[near] ?? false,
      spanLow: h.span_low_m[near] == null ? null : mix(h.span_low_m),
      spanHigh: h.span_high_m[near] == null ? null : mix(h.span_high_m),
      liftOff: mix(h.lift_off_m),
      zoneShare: mix(h.zone_share),
      bottomShare: mix(h.bottom_share),
      speedLow: h.speed_low_m_s[near] ?? null,
      speedHigh: h.speed_high_m_s[near] ?? null,
      tryHead: h.try_head[near] ?? null,
      tryShape: h.try_shape[near] ?? null,
      tryLine: h.try_line_mm[near] ?? null,
      waitStep: h.wait_step[near] ?? null,
      lineLow: rows(h.line_low_cm, i, f, 100),
      lineHigh: rows(h.line_high_cm, i, f, 100),
      path: rows(h.path_cm, i, f, 100),
      line: rows(h.line_cm, i, f, 100),
      fallHeight: rows(h.fall_height_pm, i, f, 1000),
      fallShift: rows(h.fall_shift_cm, i, f, 100),
    };
  });
  const frame: Frame = {
    step,
    near,
    clock: clockAt(board, step),
    wet: board.wet[near]!,
    depth: mix(board.depth_m) ?? 0,
    height: mix(board.height_m) ?? 0,
    stream: mix(board.stream_m_s) ?? 0,
    zone: [mix(board.zone_from_m) ?? 0, mix(board.zone_to_m) ?? 1],
    heads,
    picks: Object.fromEntries(Object.entries(board.picks).map(([k, v]) => [k, v[near] ?? null])),
  };
  kept = [{ board, step, frame }, ...kept.slice(0, 1)];
  return frame;
}
