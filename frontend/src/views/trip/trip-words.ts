// What a trip says in words: what closes a mark, why an hour is worth so much.
import { length, speed, text, wind, type Units } from "../../base/units";
import type { KeptTrip, Reference, TripHour, TripQuestion } from "../../api/types";

type Craft = Reference["crafts"][number];

/** What is to be known of a craft before it is chosen. */
export function craftNote(craft: Craft, units: Units): string {
  if (craft.wind_most_m_s == null) return "what lies off the shore is left out; ways wind, a third longer than straight";
  return `wants ${text(length(craft.least_depth_m, units))} under it; stays in from a wind of ${text(wind(craft.wind_most_m_s, units))}`;
}

/** craft : the one that is asked. */
export function shutWords(why: string, asked: TripQuestion, craft: Craft | undefined, units: Units): string {
  const m = (metres: number) => text(length(metres, units, 1));
  return {
    off: `not reached ${craft?.words ?? "so"}`, thunder: "thunder: stay off the water", dark: "dark, and no lamp", dry: "dry",
    shallow: `under ${m(craft?.least_depth_m ?? 0)}: no way over`, deep: `over ${m(asked.wade_m ?? 0.9)}: too deep to wade`,
    "way-back": "the way back is over it", bar: "ebb on swell: stay off", against: "wind against stream: stay off",
    wind: `too much wind ${craft?.words ?? "so"}`, swell: "too much swell to stand there",
  }[why] ?? why;
}

/** What takes from an hour's worth. */
const LESS: Record<string, (hour: TripHour) => string> = {
  spell: () => "no turn of the tide, no low light",
  stream: (h) => (Math.abs(h.stream_m_s) < 0.25 ? "it hardly runs" : "it runs hard"),
  light: () => "in the dark", depth: () => "thin water",
  head: (h) => (h.head === "none" ? "no head in the box is right" : "only a marginal head"),
  wind: () => "open to this wind", swell: () => "open to this swell", comfort: () => "water out of the fish's comfort",
};

/** Why an hour at a mark is worth what it is. */
export function hourWords(hour: TripHour, units: Units): string {
  const water = `${text(speed(Math.abs(hour.stream_m_s), units))} ${hour.stream_m_s < 0 ? "ebb" : "flood"}, ${text(length(hour.depth_m, units))} deep`;
  const less = Object.keys(hour.shares).map((key) => `${LESS[key]?.(hour) ?? key} (${Math.round(100 * hour.shares[key]!)} %)`);
  return [hour.spell.join(" and "), water, ...less].filter(Boolean).join("; ");
}

/** "0.28 to 0.59 m/s". */
export function flowWords(low: number, high: number, units: Units): string {
  const [a, b] = [speed(low, units), speed(high, units)];
  return a.value === b.value ? text(a) : `${a.value} to ${text(b)}`;
}

/** 2 h 40. */
export function spanWords(minutes: number): string {
  const whole = Math.round(minutes);
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, "0")}`;
}

export function tripName(trip: KeptTrip, names: (id: number) => string | undefined): string {
  return trip.asked.marks.map((m) => names(m.mark_id)).filter(Boolean).join(", ") || "no mark is left of it";
}
