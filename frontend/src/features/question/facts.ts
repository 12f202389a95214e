// The facts of the day as kept on this device, and the question that they and the settings make.
import { bandOf, type Seen } from "./seen";
import type { Box, ChoiceQuery, DayQuery, FitQuery, Head, Mark, Settings } from "../../api/types";

export interface Typed {
  depth?: { value: number; step: number } | undefined;
  speed?: { value: number; step: number } | undefined;
  /** heads that were swept or held at a step, from which the current is read */
  seen?: { step: number; heads: Seen[] } | undefined;
  /** over the ground, as the GPS has it */
  drift?: { value: number; step: number } | undefined;
}

export interface Facts {
  /** local date, null for today */
  date: string | null;
  stance: DayQuery["stance"] | null;
  tip_height_m: number | null;
  cast_m: number | null;
  wind_m_s: number | null;
  /** degrees from north that the wind comes from */
  wind_from_deg: number | null;
  /** of a drifting boat, percent of the wind */
  leeway_percent: number | null;
  swell_m: number | null;
  thunder: boolean;
  temperature_c: number | null;
  feed_tension_n: number | null;
  zone: [number, number] | null;
  fall: DayQuery["fall"] | null;
  lowered: boolean | null;
  cast_to_current_deg: number | null;
  wind_to_cast_deg: number | null;
  profile: DayQuery["profile"] | null;
  /** what stands in the current's way; null: as the mark has it */
  shelter: DayQuery["shelter"] | null;
  /** leader between line and rig: m, mm, what it is of */
  leader_line_m: number | null;
  leader_line_mm: number | null;
  leader_kind: DayQuery["leader_kind"] | null;
  practical_salinity: number | null;
  cover_height_m: number | null;
  /** how it is brought back; null: as place, fish and rules have it */
  retrieve: DayQuery["retrieve"] | null;
  retrieve_speed_m_s: number | null;
  reel_cm_per_turn: number | null;
  rigging: DayQuery["rigging"] | null;
  front_head_id: number | null;
  sinker_g: number | null;
  leader_m: number | null;
  nail_g: number | null;
  nail_at: DayQuery["nail_at"] | null;
  /** m of water in which one still wades */
  wade_m: number | null;
  /** on the bench: the way it is rigged, what is about, the leader, the school of shank */
  bench_rigging: string | null;
  bench_cover: FitQuery["cover"] | null;
  leader_kg: number | null;
  hardware: string | null;
  shank: FitQuery["shank"] | null;
  /** the fish that is wanted, by its key */
  fish: string | null;
  /** kg, expected; what the line must hold, where the angler says it */
  fish_kg: number | null;
  line_least_kg: number | null;
  feeding: ChoiceQuery["feeding"] | null;
  mood: ChoiceQuery["mood"] | null;
  /** what the water and the day are like, for the choice of an outfit */
  clarity: ChoiceQuery["clarity"] | null;
  light: ChoiceQuery["light"] | null;
  trend: ChoiceQuery["temperature_trend"] | null;
  cover: ChoiceQuery["cover"] | null;
  pests: boolean;
  symptom: ChoiceQuery["symptom"] | null;
  /** whether the fish are still searched for, or found */
  finding: ChoiceQuery["finding"] | null;
  leader_school: ChoiceQuery["leader"] | null;
  sinker_school: ChoiceQuery["sinker"] | null;
  /** ids of the rods and lines that are with one today; null: all in the box */
  rods: number[] | null;
  lines: number[] | null;
  /** the outfit that is fished: its head is marked on the Day */
  fished: { head_id: number; plastic_id: number; rigging_name: string; leader: string } | null;
  /** hours of the day that the card shows */
  hours: [number, number] | null;
  /** minutes that one change of head is worth */
  change_minutes: number | null;
  /** by mark and date */
  typed: Record<string, Typed>;
}

const EMPTY: Facts = {
  date: null, stance: null, tip_height_m: null, cast_m: null, wind_m_s: null,
  wind_from_deg: null, leeway_percent: null, swell_m: null, thunder: false,
  temperature_c: null, feed_tension_n: null, zone: null, fall: null,
  lowered: null, cast_to_current_deg: null, wind_to_cast_deg: null, profile: null, shelter: null,
  leader_line_m: null, leader_line_mm: null, leader_kind: null, practical_salinity: null,
  cover_height_m: null, retrieve: null, retrieve_speed_m_s: null, reel_cm_per_turn: null,
  rigging: null, front_head_id: null, sinker_g: null, leader_m: null, nail_g: null, nail_at: null,
  change_minutes: null, wade_m: null, hours: null,
  bench_rigging: null, bench_cover: null, leader_kg: null, hardware: null, shank: null, fish: null,
  feeding: null, mood: null, clarity: null, light: null, trend: null, cover: null, pests: false,
  symptom: null, finding: null, leader_school: null, sinker_school: null, rods: null, lines: null, fished: null, fish_kg: null, line_least_kg: null,
  typed: {},
};
/** What is assumed where nothing is set: as the server assumes it. */
export const ASSUMED = { leader_mm: 0.37, leader_long: 1, reel_cm_per_turn: 75, practical_salinity: 35, wade_m: 0.9,
  leeway_percent: 3.5, wind_m_s: 3 };

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

/** Until one is chosen. */
export const ASSUMED_FISH = "european-seabass";

/** What every asker of verdicts is asked alike: the water, the fish, how it is fished. */
function situationQuery(settings: Settings, facts: Facts, marks: Mark[]): SituationQuery {
  const typed = facts.typed[typedKeyOf(settings, facts, marks)] ?? {};
  const band = bandOf(typed.seen?.heads ?? []);
  const said: Nullable<SituationQuery> = {
    mark_id: settings.mark_id ?? marks[0]?.id ?? 0, school: settings.school, date: facts.date,
    stance: facts.stance, tip_height_m: facts.tip_height_m, cast_m: facts.cast_m,
    swell_m: facts.swell_m, wind_m_s: facts.wind_m_s, wind_from_deg: facts.wind_from_deg, leeway_percent: facts.leeway_percent,
    drift_seen_m_s: typed.drift?.value, drift_seen_step: typed.drift?.step,
    temperature_c: facts.temperature_c, practical_salinity: facts.practical_salinity,
    typed_depth_m: typed.depth?.value, typed_depth_step: typed.depth?.step,
    typed_speed_m_s: typed.speed?.value, typed_speed_step: typed.seen?.step ?? typed.speed?.step,
    swept_m_s: band.low, held_m_s: band.high,
    profile: facts.profile, shelter: facts.shelter,
    leader_line_m: facts.leader_line_m, leader_line_mm: facts.leader_line_mm, leader_kind: facts.leader_kind,
    cover_height_m: facts.cover_height_m,
    fish: facts.fish ?? ASSUMED_FISH, fish_kg: facts.fish_kg, line_least_kg: facts.line_least_kg,
    mood: facts.mood, feeding: facts.feeding, zone_from_m: facts.zone?.[0], zone_to_m: facts.zone?.[1],
    retrieve: facts.retrieve, retrieve_speed_m_s: facts.retrieve_speed_m_s,
    fall: facts.fall, feed_tension_n: facts.feed_tension_n, lowered: facts.lowered,
    cast_to_current_deg: facts.cast_to_current_deg, wind_to_cast_deg: facts.wind_to_cast_deg,
    clarity: facts.clarity, light: facts.light, temperature_trend: facts.trend, cover: facts.cover,
    pests: facts.pests || null, symptom: facts.symptom, finding: facts.finding, shank: facts.shank,
    leader: facts.leader_school, sinker: facts.sinker_school,
  };
  return Object.fromEntries(Object.entries(said).filter(([, value]) => value != null)) as SituationQuery;
}

/** What the day and the choice ask in common. */
type SituationQuery = Pick<DayQuery, Extract<keyof DayQuery, keyof ChoiceQuery>>;
type Nullable<T> = { [K in keyof T]?: T[K] | null };

/** The question of a whole outfit: the same at a step, with the rods and lines that are with one. */
export function makeChoiceQuery(settings: Settings, facts: Facts, marks: Mark[], step: number): ChoiceQuery {
  return {
    ...situationQuery(settings, facts, marks), fish: facts.fish ?? ASSUMED_FISH, step: Math.round(step),
    rods: facts.rods?.join(","), lines: facts.lines?.join(","),
  };
}

/** Rigs that a sinker carries. */
export const onSinker = (kind: string): boolean => kind === "sliding-sinker" || kind === "three-way" || kind === "drop-shot";

/** g: a drop-shot's is light, the others hold in heavy water. */
export const assumedSinker = (kind: string): number => (kind === "drop-shot" ? 14 : 60);

/** The second head, the sinker and the nail: only what the chosen rig needs. */
function rigQuery(facts: Facts, box: Box): Partial<DayQuery> {
  const kind = facts.rigging ?? "one";
  const sinks = onSinker(kind);
  return {
    rigging: kind === "one" ? undefined : kind,
    front_head_id: kind === "tandem" ? (frontHead(facts, box)?.id ?? undefined) : undefined,
    sinker_g: sinks ? (facts.sinker_g ?? assumedSinker(kind)) : undefined,
    leader_m: kind === "one" ? undefined : (facts.leader_m ?? undefined),
    nail_g: facts.nail_g ?? undefined,
    nail_at: facts.nail_g ? (facts.nail_at ?? undefined) : undefined,
  };
}

/** The head in front: the one chosen, else the box's nearest to a quarter ounce. */
export function frontHead(facts: Facts, box: Box): Head | undefined {
  const chosen = box.heads.find((h) => h.id === facts.front_head_id);
  const off = (h: Head) => Math.abs((h.printed_oz ?? 0) - 0.25);
  return chosen ?? [...box.heads].sort((a, b) => off(a) - off(b))[0];
}

export function makeQuery(settings: Settings, facts: Facts, box: Box, marks: Mark[]): DayQuery {
  return {
    ...situationQuery(settings, facts, marks),
    plastic_id: settings.plastic_id ?? box.plastics[0]?.id ?? 0,
    line_id: settings.line_id ?? box.lines[Math.min(2, box.lines.length - 1)]?.id ?? 0,
    rod_id: settings.rod_id ?? box.rods[Math.min(1, box.rods.length - 1)]?.id,
    thunder: facts.thunder || undefined,
    wade_m: facts.wade_m ?? undefined,
    ...rigQuery(facts, box),
    change_minutes: facts.change_minutes ?? undefined,
    head_id: facts.fished?.head_id,
  };
}
