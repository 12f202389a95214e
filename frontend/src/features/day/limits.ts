// Limits in words, once for every view: what decided, with its figure against its bound.
import { gramsInWater, gramsOfKg, grams, length, speed, text, type Units } from "../../base/units";

/** What decided on a rig, as the Day's board and the Outfit's account have it. */
export interface Told {
  limit: string;
  figure: number | null;
  bound: number | null;
  lineOut: number | null;
  /** most line (m) the school allows */
  lineMost: number | null;
  /** g that would hold here; null where it is not known */
  minimum: number | null;
  speedLow: number | null;
  speedHigh: number | null;
  floats: "floats" | "neutral" | "sinks";
}

export const s = (seconds: number | null): string => (seconds === null ? "–" : `${seconds.toFixed(1)} s`);

export const percentOf = (share: number | null): string => `${Math.round((share ?? 0) * 100)} %`;

/** Long counts in whole seconds. */
const counted = (seconds: number | null): string => (seconds !== null && seconds >= 10 ? `${seconds.toFixed(0)} s` : s(seconds));

const needs = (t: Told): string => (t.minimum === null ? "" : `; needs at least ${text(grams(t.minimum))} here`);

export function tooLight(t: Told, units: Units): [string, string] {
  const m = (value: number | null) => text(length(value, units));
  switch (t.limit) {
    case "gets-there":
      if (t.lineOut === null) return ["swept off", `never gets down: the line planes up${needs(t)}`];
      return ["swept off", `${m(t.lineOut)} of line to touch${t.lineMost === null ? "" : `, over ${m(t.lineMost)}`}${needs(t)}`];
    case "drifts-by":
      return ["drifts by", `carried ${m(t.figure)} on the way to them; ${m(t.bound)} is the most`];
    case "swims":
      return ["rides up", t.speedHigh === null ? "leaves their zone at this speed" : `leaves their zone above ${text(speed(t.speedHigh, units))}`];
    case "sinks":
      return t.floats === "neutral"
        ? ["hangs", "neither sinks nor floats: the water's warmth decides"]
        : ["floats", `the plastic carries it: never sinks, ${text(gramsInWater(-(t.figure ?? 0)))} short`];
    case "sinks-on-line":
      return ["held up", "the pull of the line you feed holds it: never sinks"];
    case "in-touch":
      return ["no feel", `the wind bows ${m(t.figure)} of slack into the line; a lift takes up ${m(t.bound)}`];
    case "tail-works":
      return ["tail sleeps", `falls at ${text(speed(t.figure, units))}; its tail works from ${text(speed(t.bound, units))}`];
    case "line-short":
      return ["line too short", `${m(t.figure)} of line is out; the current asks for ${m(t.bound)} to let it touch: it hangs`];
    case "waits":
      return ["too slow", `${counted(t.figure)} to the bottom; patience ends at ${counted(t.bound)}`];
    case "casts":
      return ["under your rod", `package ${text(gramsOfKg(t.figure))}, rod from ${text(gramsOfKg(t.bound, 0))}`];
    case "reaches":
      return ["falls short", `flies ${m(t.figure)}, you want ${m(t.bound)}`];
    default:
      return ["too light", ""];
  }
}

const LONG_FALL = 0.6;
/** Of the middle half of the cast on the bottom: from here on a retrieve ticks it. */
export const TICKS = 0.15;

export function tooHeavy(t: Told, units: Units): [string, string] {
  switch (t.limit) {
    case "drags":
      return ["drags", `on the bottom over ${percentOf(t.figure)} of the middle of the cast`];
    case "runs-under":
      return ["runs under", t.speedLow === null ? "under their zone at this speed" : `under their zone below ${text(speed(t.speedLow, units))}`];
    default:
      return ["plunges", `${s(t.figure)} in the zone; ${s((t.bound ?? 0) / LONG_FALL)} is to be had lighter`];
  }
}

/** The band of current in which it is right: named, since it may stand beside a speed of the reel. */
export function windowWords(low: number | null, high: number | null, units: Units): string {
  if (high === null) return "";
  const top = text(speed(high, units));
  return low === null || low < 0.005 ? `right in up to ${top} of current` : `right in ${speed(low, units).value} to ${top} of current`;
}

/** What stands beside the water's verdict: over the rod, a hook that sits ill, a cast that is a guess. */
export function besideWords(one: { over_g: number | null; fit: string; fit_word: string; cast_is_guess: boolean }, cast: string): string[] {
  const out = [];
  if (one.over_g !== null) out.push(`over your rod by ${text(grams(one.over_g))}`);
  if (one.fit !== "well") out.push(`${one.fit_word}: ${one.fit === "badly" ? "sits badly here" : one.fit}`);
  if (one.cast_is_guess && cast) out.push(`${cast} is a guess`);
  return out;
}

/** Why a school ties nothing on, by the limit that stops its heaviest head. */
export const STOPPED: Record<string, string> = {
  "swum-here": "no answer where it is swum back", "light-current": "wants a lighter current than this", "table-ends": "made for 6 m and less",
  "gets-there": "no head in the box holds in this current", "drifts-by": "every head drifts past them", swims: "every head rides up at this speed",
  "runs-under": "every head runs under them at this speed", drags: "every head drags", casts: "no rod here throws one that light", reaches: "no head reaches that far",
  outfit: "over what the rod throws", "in-touch": "the wind takes the feel of every head", "tail-works": "no tail works that slowly",
  waits: "too long to wait for", "line-short": "the cast is too short to let one touch", "does-not-fit": "no hook sits in this plastic",
};
