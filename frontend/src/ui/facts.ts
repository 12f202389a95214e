// The facts of the day as kept on this device, and the question that they and the settings make.
import type { Box, DayQuery, Mark, Settings } from "../api/types";

export interface Typed {
  depth?: { value: number; step: number };
  speed?: { value: number; step: number };
}

export interface Facts {
  /** local date, null for today */
  date: string | null;
  stance: DayQuery["stance"] | null;
  tip_height_m: number | null;
  cast_m: number | null;
  wind_m_s: number | null;
  temperature_c: number | null;
  feed_tension_n: number | null;
  zone: [number, number] | null;
  every_head: boolean;
  /** by mark and date */
  typed: Record<string, Typed>;
}

const EMPTY: Facts = {
  date: null, stance: null, tip_height_m: null, cast_m: null, wind_m_s: null,
  temperature_c: null, feed_tension_n: null, zone: null, every_head: false, typed: {},
};
export const FACTS_KEY = "ilha.facts";


export function storedFacts(): Facts {
  try {
    return { ...EMPTY, ...(JSON.parse(localStorage.getItem(FACTS_KEY) ?? "{}") as Partial<Facts>) };
  } catch {
    return EMPTY;
  }
}

/** Typed values belong to a mark and a day. */
export function typedKeyOf(settings: Settings, facts: Facts, marks: Mark[]): string {
  return `${settings.mark_id ?? marks[0]?.id ?? 0}|${facts.date ?? today()}`;
}

/** This device's day: what was typed yesterday is not today's water. */
function today(): string {
  const now = new Date();
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, "0")}-${String(now.getDate()).padStart(2, "0")}`;
}

export function makeQuery(settings: Settings, facts: Facts, box: Box, marks: Mark[]): DayQuery {
  const typed = facts.typed[typedKeyOf(settings, facts, marks)] ?? {};
  return {
    mark_id: settings.mark_id ?? marks[0]?.id ?? 0,
    plastic_id: settings.plastic_id ?? box.plastics[0]?.id ?? 0,
    line_id: settings.line_id ?? box.lines[Math.min(2, box.lines.length - 1)]?.id ?? 0,
    rod_id: settings.rod_id ?? box.rods[Math.min(1, box.rods.length - 1)]?.id,
    school: settings.school,
    date: facts.date ?? undefined,
    stance: facts.stance ?? undefined,
    tip_height_m: facts.tip_height_m ?? undefined,
    cast_m: facts.cast_m ?? undefined,
    wind_m_s: facts.wind_m_s ?? undefined,
    temperature_c: facts.temperature_c ?? undefined,
    feed_tension_n: facts.feed_tension_n ?? undefined,
    zone_from_m: facts.zone?.[0],
    zone_to_m: facts.zone?.[1],
    every_head: facts.every_head || undefined,
    typed_depth_m: typed.depth?.value,
    typed_depth_step: typed.depth?.step,
    typed_speed_m_s: typed.speed?.value,
    typed_speed_step: typed.speed?.step,
  };
}
