// Verdicts in words: every one with the figure that decides it.
import type { DayBoard } from "../../api/types";
import { grams, gramsInWater, gramsOfKg, length, speed, text, type Units } from "../../ui/units";
import type { Frame, HeadFrame } from "./frame";

export type Sign = "pick" | "right" | "marginal" | "light" | "heavy" | "unsafe";

export interface Verdict {
  sign: Sign;
  words: string;
  reason: string;
  window: string;
}

interface Context {
  board: DayBoard;
  frame: Frame;
  units: Units;
  scopeLimit: number;
  isPick: boolean;
  /** the pick's mass, to tell a heavier right one from a lighter */
  pickMass: number | null;
  mass: number;
}

const s = (seconds: number | null): string => (seconds === null ? "–" : `${seconds.toFixed(1)} s`);

function needs(head: HeadFrame): string {
  return head.minimum === null ? "" : `; takes ${text(grams(head.minimum))} here`;
}

function tooLight(head: HeadFrame, c: Context): [string, string] {
  const { units } = c;
  const m = (value: number | null) => text(length(value, units));
  switch (head.limit) {
    case "gets-there":
      if (head.lineOut === null) return ["swept off", `never gets down: the line planes up${needs(head)}`];
      return ["swept off",
        `${m(head.lineOut)} of line to touch, over ${m(c.scopeLimit * (c.frame.depth + c.board.tip_height_m))}${needs(head)}`];
    case "sinks":
      return ["floats", `the plastic carries it: never sinks, ${text(gramsInWater(-(head.figure ?? 0)))} short`];
    case "sinks-on-line":
      return ["held up", "the pull of the line you feed holds it: never sinks"];
    case "in-touch":
      return ["no feel", `the wind's pull on the line hides it: weighs ${text(gramsInWater(head.figure))} in water, ${text(gramsInWater(head.bound))} needed`];
    case "tail-works":
      return ["tail sleeps", `falls at ${text(speed(head.figure, units))}; its tail works from ${text(speed(head.bound, units))}`];
    case "waits":
      return ["too slow", `${(head.figure ?? 0).toFixed(0)} s to the bottom; patience ends at ${(head.bound ?? 0).toFixed(0)} s`];
    case "casts":
      return ["under your rod", `package ${text(gramsOfKg(head.figure))}, rod from ${text(gramsOfKg(head.bound, 0))}`];
    case "reaches":
      return ["falls short", `flies ${m(head.figure)}, you want ${m(head.bound)}`];
    default:
      return ["too light", ""];
  }
}

function windowWords(head: HeadFrame, units: Units): string {
  if (head.windowHigh === null) return "";
  const high = text(speed(head.windowHigh, units));
  if (head.windowLow === null || head.windowLow < 0.005) return `right up to ${high}`;
  return `right from ${speed(head.windowLow, units).value} to ${high}`;
}

export function verdictOf(head: HeadFrame, c: Context): Verdict {
  const window = windowWords(head, c.units);
  const touches = head.lineOut === null ? "" : `touches on ${text(length(head.lineOut, c.units))}`;
  switch (c.board.verdicts[head.verdict ?? -1]) {
    case "right": {
      if (c.isPick) {
        return { sign: "pick", words: "tie this on", reason: `${touches}; ${s(head.zone)} in their zone each hop`, window };
      }
      const heavier = c.pickMass !== null && c.mass >= c.pickMass;
      return { sign: "right", words: heavier ? "surer of bottom" : "works", reason: `${touches}; ${s(head.zone)} in the zone`, window };
    }
    case "marginal": {
      const fifth = text(speed(1.2 * Math.abs(c.frame.stream), c.units));
      return { sign: "marginal", words: c.isPick ? "tie this on, only just" : "only just", reason: `${touches}; swept at ${fifth}`, window };
    }
    case "too-light": {
      const [words, reason] = tooLight(head, c);
      return { sign: "light", words, reason, window };
    }
    case "too-heavy":
      return head.limit === "drags"
        ? { sign: "heavy", words: "drags", reason: `the bottom carries ${((head.figure ?? 0) * 100).toFixed(0)} % of it`, window }
        : { sign: "heavy", words: "plunges", reason: `${s(head.figure)} in the zone; ${s((head.bound ?? 0) / 0.6)} is to be had lighter`, window };
    case "unsafe-for-outfit":
      return { sign: "unsafe", words: "over your rod", reason: `package ${text(gramsOfKg(head.figure))}, rod to ${text(gramsOfKg(head.bound, 0))}`, window };
    default:
      return { sign: "light", words: "–", reason: "", window };
  }
}

/** What to do once it is down. */
export function thenWords(head: HeadFrame, zone: [number, number], units: Units): string {
  const hop = Math.max(1, Math.round(head.zone ?? 1));
  if (zone[0] > 0) return `close the bail there, lift and let it swing`;
  return `lift it ${text(length(Math.min(1, zone[1]), units))} with the rod, let it fall, count ${hop}`;
}

/** When none is right: what would help, and when. */
export function helpWords(board: DayBoard, frame: Frame, units: Units): string {
  const picks = board.picks[board.school] ?? [];
  const later = picks.findIndex((p, i) => i > frame.near && p !== null);
  const least = frame.heads.map((h) => h.minimum).filter((m): m is number => m !== null);
  const windy = frame.heads.find((h) => h.limit === "in-touch");
  const parts = [];
  // Where the wind on the line decides, the weight that the current asks for would mislead.
  if (windy) parts.push(`the wind asks for ${text(gramsInWater(windy.bound))} in water: a shorter cast`);
  else if (least.length) parts.push(`it takes at least ${text(grams(Math.min(...least)))} here`);
  parts.push("or thinner line");
  if (later > 0) parts.push(`or wait until ${board.clock[later]}`);
  return `${parts.join(", ")} (${text(speed(Math.abs(frame.stream), units))} now)`;
}
