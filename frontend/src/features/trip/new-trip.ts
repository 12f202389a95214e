// A trip begun from what is known: the mark looked at and those near it, tomorrow morning, the facts.
import type { Mark, Settings, TripQuestion } from "../../api/types";
import { ASSUMED, ASSUMED_FISH, type Facts } from "../question/facts";

const NEAR_M = 6000;
const FIRST_MARKS = 3;
const AFLOAT = ["kayak", "anchored", "drifting"];

/** Metres between two places, near enough to tell which is nearer. */
export function apart(a: Pick<Mark, "latitude_deg" | "longitude_deg">, b: Pick<Mark, "latitude_deg" | "longitude_deg">): number {
  const lat = (a.latitude_deg - b.latitude_deg) * 111_200;
  const lon = (a.longitude_deg - b.longitude_deg) * 111_200 * Math.cos((a.latitude_deg * Math.PI) / 180);
  return Math.hypot(lat, lon);
}

/** from : the mark to begin with; the nearest go along. date : local. */
export function newTrip(from: Mark, marks: Mark[], settings: Settings, facts: Facts, date: string): TripQuestion {
  const near = marks.filter((m) => m.id !== from.id && m.time_zone === from.time_zone && (m.tide_port_id !== null || m.stream_id !== null) && apart(m, from) < NEAR_M)
    .sort((a, b) => apart(a, from) - apart(b, from)).slice(0, FIRST_MARKS - 1);
  const all = [from, ...near];
  const afloat = all.some((m) => AFLOAT.includes(m.stance));
  return {
    date, from_hour: facts.hours?.[0] ?? 6, to_hour: facts.hours?.[1] ?? 12,
    home: { name: `the shore at ${from.name}`, latitude_deg: from.latitude_deg, longitude_deg: from.longitude_deg },
    craft: afloat ? "kayak" : "foot", marks: all.map((m) => ({ mark_id: m.id })), fish: facts.fish ?? ASSUMED_FISH,
    mood: facts.mood ?? "steady", school: settings.school, wind_m_s: facts.wind_m_s ?? ASSUMED.wind_m_s, wind_from_deg: facts.wind_from_deg,
    swell_m: facts.swell_m, temperature_c: facts.temperature_c ?? 18, temperature_trend: facts.trend ?? "steady", clarity: facts.clarity ?? "stained",
    pests: facts.pests, thunder: facts.thunder, lamp: false, wade_m: facts.wade_m ?? ASSUMED.wade_m,
    rods: facts.rods?.join(",") ?? null, lines: facts.lines?.join(",") ?? null, holds: [],
  };
}
