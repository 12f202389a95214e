// A Day looked up in what was taken along: nothing is computed here but what lies between two
// figures. Verdicts and picks are the core's, told by the strength of the stream they change at.
import type { AlongDay, DayBoard, HeadDay, PlanRun } from "../../api/types";
import { figures, NOTHING, told, whole, type Figures } from "./unpack";

/** What hangs on the school that was asked for; of another it was not taken along. */
const BY_SCHOOL = new Set(["window_low_m_s", "window_high_m_s", "bears_m_s", "minimum_mass_g", "right_share", "try_line_mm"]);
const NAMED_BY_SCHOOL = new Set(["try_head", "try_shape", "wait_step", "low_tip", "eased"]);
const NO_VERDICT = 255;
const FLAGS = new Set(["low_tip", "eased"]);

interface Unpacked {
  told: (row: number, level: number) => number;
  columns: [string, Figures][];
  figure: Figures;
  bound: Figures;
  named: [string, Int16Array][];
  drawn: [string, Int16Array, number][];
}

const unpacked = new WeakMap<AlongDay, Unpacked>();

function open(leaf: AlongDay): Unpacked {
  const had = unpacked.get(leaf);
  if (had) return had;
  const row = leaf.to_step - leaf.from_step + 1;
  const own = leaf.schools[0];
  const now: Unpacked = {
    told: told(leaf.told),
    columns: Object.entries(leaf.columns).map(([name, packed]) => [name, figures(packed, row)]),
    figure: figures(own?.figure, row), bound: figures(own?.bound, row),
    named: Object.entries(leaf.named).map(([name, text]) => [name, whole(text, row)]),
    drawn: Object.entries(leaf.drawn).map(([name, text]) => [name, whole(text, row), leaf.points[name]!]),
  };
  unpacked.set(leaf, now);
  return now;
}

const between = (a: number | null, b: number | null, f: number): number | null =>
  a === null || b === null ? (f < 0.5 ? a : b) : a + f * (b - a);

/** Where a strength lies among those that are kept: the one below it, and the share to the next. */
function placed(kept: readonly number[], factor: number): [number, number] {
  const at = Math.max(0, kept.findIndex((_, i) => i === kept.length - 2 || kept[i + 1]! >= factor));
  return [at, (factor - kept[at]!) / (kept[at + 1]! - kept[at]!)];
}

/** The board as the server would give it, of the hours that were taken along; null at all others. */
export function boardAt(leaf: AlongDay, factor: number, school: string, now_s: number): DayBoard {
  const { board, from_step, to_step, factors, levels, schools } = leaf;
  const u = open(leaf);
  const steps = to_step - from_step + 1;
  const all = board.wet.length;
  const key = Math.max(0, schools.findIndex((s) => s.key === school));
  const own = key === 0;
  const level = Math.round(((factor - factors[0]!) / (factors[factors.length - 1]! - factors[0]!)) * (levels - 1));
  const [low, share] = placed(factors, factor);
  const near = share < 0.5 ? low : low + 1;
  const day = <T>(of: (w: number) => T): (T | null)[] =>
    Array.from({ length: all }, (_, i) => (i < from_step || i > to_step ? null : of(i - from_step)));

  const heads = board.heads.map((head, h): HeadDay => {
    const cell = (k: number, w: number) => (h * factors.length + k) * steps + w;
    const verdictAt = (w: number, l = level) => u.told((schools.length + key * board.heads.length + h) * steps + w, l);
    const mixed = (f: Figures) => day((w) => between(f.at(cell(low, w)), f.at(cell(low + 1, w)), share));
    // A figure is of the limit that decides: of two strengths the one that the same limit decides.
    const levelOf = (k: number) => (k * (levels - 1)) / (factors.length - 1);
    const decides = (f: Figures) => day((w) => {
      const [a, b] = [low, low + 1].map((k) => verdictAt(w, levelOf(k)) >> 3 === verdictAt(w) >> 3) as [boolean, boolean];
      const [at_a, at_b] = [f.at(cell(low, w)), f.at(cell(low + 1, w))];
      return a === b ? between(at_a, at_b, share) : a ? at_a : at_b;
    });
    const out: Record<string, unknown> = {
      ...head,
      verdict: day((w) => (verdictAt(w) === NO_VERDICT ? null : verdictAt(w) & 7)),
      decided: day((w) => (verdictAt(w) === NO_VERDICT ? null : verdictAt(w) >> 3)),
      figure: own ? decides(u.figure) : day(() => null),
      bound: own ? decides(u.bound) : day(() => null),
    };
    for (const [name, f] of u.columns) out[name] = own || !BY_SCHOOL.has(name) ? mixed(f) : day(() => null);
    for (const [name, values] of u.named) {
      out[name] = day((w) => {
        const value = values[cell(near, w)]!;
        if (value < 0 || (!own && NAMED_BY_SCHOOL.has(name))) return null;
        return FLAGS.has(name) ? value === 1 : value;
      });
    }
    const [d, e] = placed([factors[0]!, factors[(factors.length - 1) / 2]!, factors[factors.length - 1]!], factor);
    for (const [name, values, points] of u.drawn) {
      const at = (k: number, p: number, w: number) => values[((h * 3 + k) * points + p) * steps + w]!;
      out[name] = day((w) => {
        const [k, other] = at(d, 0, w) === NOTHING ? [d + 1, d + 1] : at(d + 1, 0, w) === NOTHING ? [d, d] : [d, d + 1];
        if (points > 0 && at(k, 0, w) === NOTHING) return null;
        return Array.from({ length: points }, (_, p) => Math.round(at(k, p, w) + e * (at(other, p, w) - at(k, p, w))));
      });
    }
    return out as unknown as HeadDay;
  });
  const here = (now_s - board.start_utc_s) / board.step_s;
  return {
    ...board, school: school as DayBoard["school"], heads,
    limits: schools[key]?.limits ?? board.limits,
    picks: Object.fromEntries(schools.map((s, i) => [s.key, day((w) => board.heads[u.told(i * steps + w, level)]?.id ?? null)])),
    plan: (schools[key]?.plans[near] ?? []) as PlanRun[],
    now_step: here >= 0 && here < all - 1 ? Math.round(here * 1000) / 1000 : null,
    stream_m_s: board.stream_m_s.map((v) => v * factor),
    speed_from: factor === 1 ? board.speed_from : "scaled",
    drift: driftAt(leaf, steps, low, share, near),
    along: { from_step, to_step, factor },
  };
}

function driftAt(leaf: AlongDay, steps: number, low: number, share: number, near: number): DayBoard["drift"] {
  const { drift } = leaf.board;
  if (!drift) return null;
  const of = (name: "over_ground_m_s" | "past_bottom_m_s" | "to_deg", had: number[], mixes: boolean) => {
    const f = figures(leaf.drift[name], steps);
    return had.map((value, i) => {
      const w = i - leaf.from_step;
      if (w < 0 || w >= steps) return value;
      const found = mixes ? between(f.at(low * steps + w), f.at((low + 1) * steps + w), share) : f.at(near * steps + w);
      return found ?? value;
    });
  };
  return {
    ...drift, over_ground_m_s: of("over_ground_m_s", drift.over_ground_m_s, true),
    past_bottom_m_s: of("past_bottom_m_s", drift.past_bottom_m_s, true),
    to_deg: drift.to_deg && of("to_deg", drift.to_deg, false),
  };
}
