// Verdicts in words: every one with the figure that decides it.
import type { DayBoard } from "../../api/types";
import { grams, length, speed, text, turns, type Units } from "../../base/units";
import { besideWords, percentOf, s, TICKS, tooHeavy, tooLight, type Told, windowWords } from "./limits";
import { LAST_STEP } from "../question/time";
import type { Frame, HeadFrame } from "../../drawing/geometry/frame";

import type { Sign } from "../../ui/sign";

export interface Verdict {
  sign: Sign;
  words: string;
  reason: string;
  window: string;
  /** the nearest change that would put it right */
  help: string;
  /** what the rod and the hook say, beside the water */
  beside: string[];
}

interface Context {
  board: DayBoard;
  frame: Frame;
  units: Units;
  scopeLimit: number | null;
  /** what a head is called, by its id */
  name: (id: number) => string;
  isPick: boolean;
  /** the pick's mass, to tell a heavier right one from a lighter */
  pickMass: number | null;
  mass: number;
}

/** What decided on a head, for the words that all views share. */
export function toldOf(head: HeadFrame, c: Pick<Context, "scopeLimit" | "frame" | "board">): Told {
  return {
    limit: head.limit, figure: head.figure, bound: head.bound, lineOut: head.lineOut, minimum: head.minimum,
    lineMost: (c.scopeLimit ?? 3) * (c.frame.depth + c.board.tip_height_m),
    speedLow: head.speedLow, speedHigh: head.speedHigh, floats: head.day.outcome,
  };
}

/** The nearest change that would put it right, at most two of them. */
export function helpFor(head: HeadFrame, c: Context): string {
  const { board, name } = c;
  const ways: string[] = [];
  if (head.tryHead !== null) ways.push(name(head.tryHead));
  if (head.tryShape !== null && head.tryShape !== head.tryHead) ways.push(name(head.tryShape));
  if (head.lowTip) ways.push("this with a low tip");
  if (head.tryLine !== null) ways.push(`this on ${head.tryLine.toFixed(2)} mm line`);
  if (head.waitStep !== null) ways.push(`this from ${board.clock[head.waitStep]}`);
  else if (head.eased && !board.steady) ways.push("this in a fifth less current");
  return ways.length ? `→ ${ways.slice(0, 2).join(", or ")}` : "";
}

function touches(head: HeadFrame, c: Context): string {
  if (c.board.steady) {
    const ticks = head.bottomShare !== null && head.bottomShare >= TICKS ? `, ticks the bottom over ${percentOf(head.bottomShare)} of its middle` : "";
    return `in their zone for ${percentOf(head.zoneShare)} of the cast${ticks}`;
  }
  if (head.limit === "drifts-by" || c.scopeLimit === null) {
    return `carried ${text(length(head.figure, c.units))} on the way to them`;
  }
  if (c.board.rigging === "float") return `hangs ${text(length(c.frame.depth - head.rides, c.units))} down`;
  return head.lineOut === null ? "" : `touches on ${text(length(head.lineOut, c.units))}`;
}

/** Limits of which only just is no matter of a fifth more current. */
const BARELY = ["reaches", "in-touch"];

export function verdictOf(head: HeadFrame, c: Context): Verdict {
  // What hangs under a float goes with the water: no current is too strong for it.
  const window = c.board.rigging === "float" ? "" : windowWords(head.windowLow, head.windowHigh, c.units);
  const beside = besideWords(head.day, c.board.lowered ? "" : "its cast");
  const help = helpFor(head, c);
  switch (c.board.verdicts[head.verdict ?? -1]) {
    case "right": {
      const zone = c.board.steady || c.board.rigging === "float" ? "" : `; ${s(head.zone)} in their zone${c.isPick ? " each hop" : ""}`;
      const reason = `${touches(head, c)}${zone}`;
      if (c.isPick) return { sign: "pick", words: "tie this on", reason, window, help: "", beside };
      const heavier = c.pickMass !== null && c.mass >= c.pickMass;
      const words = !heavier || c.board.rigging === "float" ? "works" : c.board.steady ? "runs deeper" : "surer of bottom";
      return { sign: "right", words, reason, window, help: "", beside };
    }
    case "marginal": {
      const fifth = c.board.steady
        ? `rides up at ${text(speed(1.2 * c.board.retrieve_speed_m_s, c.units))}`
        : `swept at ${text(speed(1.2 * Math.abs(c.frame.stream), c.units))}`;
      return {
        sign: "marginal", words: c.isPick ? "tie this on, only just" : "only just",
        reason: BARELY.includes(head.limit) ? tooLight(toldOf(head, c), c.units)[1] : `${touches(head, c)}; ${fifth}`, window, help: "", beside,
      };
    }
    case "falls-short":
    case "too-light": {
      const [words, reason] = tooLight(toldOf(head, c), c.units);
      return { sign: "light", words, reason, window, help, beside };
    }
    case "too-heavy": {
      const [words, reason] = tooHeavy(toldOf(head, c), c.units);
      return { sign: "heavy", words, reason, window, help, beside };
    }
    default:
      return { sign: "light", words: "–", reason: "", window, help: "", beside };
  }
}

/** A count as it is shown: one number, or the middle 80 % where that is wider than a second. */
export function countText(count: number | null, low: number | null | undefined, high: number | null | undefined): string {
  if (count === null) return "–";
  if (low == null || high == null || high - low <= 1 || Math.round(low) === Math.round(high)) return String(Math.round(count));
  return `${Math.round(low)}–${Math.round(high)}`;
}

const DOUBTS: Record<string, string> = {
  current: "the current", rig: "its drag", line: "the line's drag", diameter: "the line's size",
  depth: "the depth", feed: "the pull of the spool",
};

/** What moves a count most, where it is in doubt. */
export function doubtWords(doubted: string, low: number | null | undefined, high: number | null | undefined): string {
  return low != null && high != null && high - low > 1 ? `mostly by ${DOUBTS[doubted] ?? doubted}` : "";
}

/** How sure "right" is: in so many of a hundred. */
export const sureWords = (share: number | null | undefined): string =>
  (share == null ? "" : `right in ${Math.min(99, Math.round(100 * share))} of 100`);

/** How it rests on the bottom. */
export function restWords(head: HeadFrame): string {
  if (head.rest <= 0) return "lies";
  return head.rest >= 85 ? "stands" : `leans to ${Math.round(head.rest)}°`;
}

/** What a sinker or a float carries is not lifted and dropped (common practice). */
const CARRIED: Record<string, string> = {
  "three-way": "three turns up when the sinker touches, then hold it still and follow the contour",
  "drop-shot": "keep the line just tight and shake the tip, not the sinker",
  float: "a sharp pull, then let it hang under the float",
  "sliding-sinker": "let the sinker lie, take in the slack, move it on when nothing comes",
};

/** What to do once it is down. */
export function thenWords(
  head: HeadFrame, zone: [number, number], board: DayBoard, depth: number, units: Units,
  cmPerTurn: number,
): string {
  if (board.steady) {
    const v = board.retrieve_speed_m_s;
    return `swim it back at ${text(speed(v, units))}, ${turns(v, cmPerTurn)} turns a second`;
  }
  if (CARRIED[board.rigging]) return CARRIED[board.rigging]!;
  const hop = Math.max(1, Math.round(head.zone ?? 1));
  const ledge = ledgeWords(head, units);
  if (ledge) return ledge;
  if (board.retrieve !== "lift-drop" && zone[0] <= 0) return `${board.retrieve_name}, count ${hop} on each fall`;
  if (zone[0] > 0) {
    return board.aim === "stop"
      ? `let down, stop the line at ${Math.round(head.count ?? 0)}: it hangs among them`
      : "close the bail there, lift and let it swing";
  }
  return `lift it ${text(length(Math.min(1, zone[1], depth), units))} with the rod, let it fall, count ${hop}`;
}

/** Down a bottom that is not level: the count to each next touch, and where it grows. */
function ledgeWords(head: HeadFrame, units: Units): string {
  const falls = head.day.touches.filter((t) => t.count_s > 0);
  if (falls.length === 0) return "";
  const counts = falls.map((t) => t.count_s);
  const [least, most] = [Math.min(...counts), Math.max(...counts)];
  if (most - least < 0.5) return `lift, let it drop, count ${Math.max(1, Math.round(most))} to each next touch`;
  const edge = falls.find((t) => t.count_s === most)!;
  return `lift, let it drop, count ${least.toFixed(0)} to ${most.toFixed(0)} to the next touch: longest ${text(length(edge.away_m, units, 0))} off, over the edge`;
}

/** The same of rigs that are swum back: what rides up is wound in too fast or too light, what drags the other way. */
function reelWords(board: DayBoard, frame: Frame): string {
  const up = frame.heads.some((h) => h.limit === "swims");
  const down = frame.heads.some((h) => board.verdicts[h.verdict ?? -1] === "too-heavy");
  if (up && down) return "another speed of the reel or a weight between";
  if (up) return "a slower reel, a heavier head or thinner line";
  return down ? "a faster reel or a lighter head" : "another head";
}

/** When none is right: what would help, and when. */
export function helpWords(board: DayBoard, frame: Frame, units: Units): string {
  const picks = board.picks[board.school] ?? [];
  const over = frame.heads.filter((h) => h.day.over_g !== null);
  if (over.length > 0 && over.length === frame.heads.length) {
    const least = Math.min(...over.map((h) => h.day.over_g!));
    return `every package is over your rod, the lightest by ${text(grams(least))}: a lighter rig or a stouter rod`;
  }
  const later = picks.findIndex((p, i) => i > frame.near && p !== null);
  const least = frame.heads.map((h) => h.minimum).filter((m): m is number => m !== null && m > 0);
  const windy = frame.heads.find((h) => h.limit === "in-touch");
  const does = frame.heads.filter((h) => ["right", "marginal"].includes(board.verdicts[h.verdict ?? -1] ?? ""));
  const stout = does.length > 0 && does.every((h) => h.day.over_g !== null);
  const hooks = !stout && does.some((h) => h.day.over_g === null && h.day.fit === "badly");
  const heavy = frame.heads.every((h) => h.day.over_g !== null || board.verdicts[h.verdict ?? -1] === "too-heavy");
  const parts = [];
  if (stout) parts.push(`what would do is over your rod by ${text(grams(Math.min(...does.map((h) => h.day.over_g!))))} or more: a stouter rod`);
  else if (hooks) parts.push("the hooks of what would do go badly with this plastic: another plastic or head");
  // Where the wind on the line decides, the weight that the current asks for would mislead.
  else if (windy) parts.push(`the wind bows ${text(length(windy.figure, units))} of slack into the line: a heavier head${frame.heads.some((h) => h.lowTip) ? ", a low tip" : ""} or a cast with the wind`);
  else if (board.steady) parts.push(reelWords(board, frame));
  else if (heavy) parts.push("a lighter head");
  else if (least.length) parts.push(`it needs at least ${text(grams(Math.min(...least)))} here`);
  if (!board.steady && !hooks && (windy || !heavy)) parts.push(`${parts.length ? "or " : ""}thinner line`);
  if (later > 0) parts.push(`or wait until ${board.clock[later]}`);
  return `${parts.join(", ")} (${board.steady ? "current " : ""}${text(speed(Math.abs(frame.stream), units))} now)`;
}

type Span = DayBoard["cautions"][number]["when"][number];

/** The span that holds a step, else the next one. */
function around(spans: Span[], step: number): { now: Span | undefined; next: Span | undefined } {
  return {
    now: spans.find((s) => s.from_step <= step && step < s.to_step),
    next: spans.find((s) => s.from_step > step),
  };
}

/** For who wades: when the water here or on the way back passes the height that was chosen. */
export function wadeWords(board: DayBoard, frame: Frame, units: Units): string {
  const wade = board.wade;
  if (!wade) return "";
  const height = text(length(wade.limit_m, units));
  const here = around(wade.here, frame.step);
  if (here.now) return `Too deep to wade: over ${height} ${till(here.now)}.`;
  const out = here.next ? [`The water here passes ${height} at ${here.next.from_clock}`]
    : [`The water here stays under ${height} for the rest of the day`];
  if (!wade.way_back) out.push("the way back, whose depth is not known, may fill first");
  else {
    const back = around(wade.way_back, frame.step);
    if (back.now) out.push(`the way back is over it now, ${till(back.now)}`);
    else if (back.next) out.push(`the way back at ${back.next.from_clock}: be back before`);
  }
  return `${out.join("; ")}.`;
}

function till(span: Span): string {
  return span.to_step >= LAST_STEP ? "for the rest of the day" : `until ${span.to_clock}`;
}
