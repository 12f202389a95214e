// Which of the days that were taken along a question is of, and what it asks that none of them has.
import type { AlongDay } from "../../api/types";
import { NotAlong, type Said } from "./stream";

/** What does not tell one day from another: it is looked up within each. */
const WITHIN = new Set(["school", "typed_speed_m_s", "typed_speed_step", "swept_m_s", "held_m_s", "head_id", "change_minutes", "date"]);

const WORDS: Record<string, string> = {
  mark_id: "the mark", plastic_id: "the plastic", line_id: "the line", rod_id: "the rod", fish: "the fish", mood: "the fish's mood",
  wind_m_s: "the wind", wind_from_deg: "the way of the wind", wind_to_cast_deg: "the way of the wind", swell_m: "the swell",
  temperature_c: "the water's temperature", typed_depth_m: "the depth", typed_depth_step: "the depth", drift_seen_m_s: "the boat's drift",
  drift_seen_step: "the boat's drift", leeway_percent: "the leeway", zone_from_m: "the fish's height", zone_to_m: "the fish's height",
  retrieve: "the retrieve", retrieve_speed_m_s: "the retrieve's speed", fall: "the fall", lowered: "let down or cast", cast_m: "the cast",
  stance: "where one stands", tip_height_m: "the rod tip's height", clarity: "the water's clarity", temperature_trend: "warming or cooling",
  rigging: "the rig", nail_g: "the nail weight", cover_height_m: "the weed's height", leader_line_m: "the leader", thunder: "thunder", wade_m: "the depth to wade",
};
const wordsOf = (name: string): string => WORDS[name] ?? name.replaceAll("_", " ");

type Query = Record<string, string>;

/** Alike as a query writes them: nothing said, a number, a word. */
function alike(said: string | undefined, value: unknown, assumed: unknown): boolean {
  if (said === undefined) return value === assumed || value === null;
  if (typeof value === "number") return Math.abs(Number(said) - value) < 1e-9;
  return String(value) === said;
}

const differs = (leaf: AlongDay, query: Query): string[] =>
  Object.entries(leaf.asked).filter(([name, value]) => {
    if (WITHIN.has(name)) return false;
    // The stance that the mark has needs not be said.
    if (name === "stance" && (query[name] ?? leaf.board.stance) === leaf.board.stance) return false;
    return !alike(query[name], value, (leaf.assumed as Record<string, unknown>)[name]);
  }).map(([name]) => name);

/** The day that answers the question. NotAlong : what the nearest one has otherwise. */
export function leafOf(leaves: readonly AlongDay[], query: Query, today: (zone: string) => string): AlongDay {
  const here = leaves.filter((l) => String(l.asked.mark_id) === query.mark_id && l.asked.date === (query.date ?? today(l.board.time_zone)));
  if (here.length === 0) throw new NotAlong("mark_id", "This mark on this day was not taken along.");
  const found = here.map((leaf) => ({ leaf, off: differs(leaf, query) })).sort((a, b) => a.off.length - b.off.length)[0]!;
  if (found.off.length > 0) {
    const names = [...new Set(found.off.map(wordsOf))];
    throw new NotAlong(found.off[0]!, `Without the server only what was taken along is answered; this question has another value of ${names.join(", of ")}.`);
  }
  return found.leaf;
}

/** What the question says of the current, other than what was said when it was taken along. */
export function saidOf(leaf: AlongDay, query: Query): Said {
  const number = (name: string) => (query[name] === undefined ? null : Number(query[name]));
  const typed = number("typed_speed_m_s");
  const step = number("typed_speed_step") ?? 0;
  const same = typed !== null && typed === leaf.asked.typed_speed_m_s && step === (leaf.asked.typed_speed_step ?? 0);
  return { typed: same ? null : typed, step, swept: number("swept_m_s"), held: number("held_m_s") };
}
