// What goes along on a trip: the days of its marks, with the rigs that are tied on there and those
// that are packed besides; and the answers of the views that are opened on the water.
import type { Box, CardQuery, DayQuery, FitQuery, KeptTrip, Mark, Settings, TripPlan } from "../../api/types";
import { makeQuery, type Facts } from "../question/facts";
import { keyOf } from "./away";
import { byDay, stayByDay, whole, type OnDay } from "../trip/hours";
import { press, type Brought } from "./kept";

export interface Asked {
  /** /api/along?… of each day */
  days: string[];
  /** other questions, asked as the views do */
  answers: string[];
  /** what is here already: its path, and what the server said */
  here: { path: string; answer: unknown }[];
}

/** How many plastics go along for one mark, its own counted. */
const PLASTICS = 3;

type Query = Record<string, string | number | boolean | null | undefined>;

function url(path: string, query: Query): string {
  const said = Object.entries(query).filter(([, value]) => value != null).map(([name, value]): [string, string] => [name, String(value)]);
  return `${path}?${new URLSearchParams(said)}`;
}

type Rigged = Pick<Settings, "mark_id" | "plastic_id" | "line_id" | "rod_id" | "school">;

/** The settings and facts with which the Day of a mark of a trip is opened: nothing of another day's question stays. */
export function asOnTrip(row: TripPlan["rows"][number], asked: KeptTrip["asked"], { date, from, to }: OnDay): { settings: Partial<Rigged>; facts: Partial<Facts>; typed: Facts["typed"] } {
  // Of a mark without a tide the current is as the trip has it.
  const seen = asked.marks.find((m) => m.mark_id === row.mark_id)?.typed_speed_m_s;
  const rig = row.plastic_id ? { plastic_id: row.plastic_id, line_id: row.line_id, rod_id: row.rod_id } : {};
  return {
    settings: { mark_id: row.mark_id, school: asked.school ?? "lightest-practical", ...rig },
    facts: {
      date, fish: asked.fish, mood: asked.mood ?? null, zone: null, wind_m_s: asked.wind_m_s ?? null, wind_from_deg: asked.wind_from_deg ?? null, swell_m: asked.swell_m ?? null,
      retrieve: (row.retrieve || null) as Facts["retrieve"], retrieve_speed_m_s: null, lowered: null, cast_m: null, tip_height_m: null, clarity: asked.clarity ?? null, trend: asked.temperature_trend ?? null,
      pests: asked.pests ?? false, thunder: asked.thunder ?? false, wade_m: asked.wade_m ?? null, wind_to_cast_deg: null, temperature_c: asked.temperature_c ?? null, stance: row.stance as Facts["stance"],
      fall: null, fish_kg: null, line_least_kg: null, feeding: null, light: null, cover: null, symptom: null, finding: null, rigging: null, nail_g: null, leader_line_m: null, cover_height_m: null,
      shelter: null, profile: null, cast_to_current_deg: null, feed_tension_n: null, hours: [from, to],
    },
    typed: seen == null ? {} : Object.fromEntries(byDay(asked.date, asked.from_hour, asked.to_hour).map((on) => [`${row.mark_id}|${on.date}`, { speed: { value: seen, step: 0 } }])),
  };
}

/** packed : ids of the plastics that go along besides. swum : retrieves without a fall. */
export function askedFor(trip: KeptTrip, plan: TripPlan, settings: Settings, facts: Facts, box: Box, marks: Mark[], packed: number[], swum: Set<string>): Asked {
  const rows = plan.rows.filter((row) => row.why === "" && row.plastic_id !== null);
  const parts = byDay(trip.asked.date, trip.asked.from_hour, trip.asked.to_hour);
  const days = new Set<string>();
  const answers = new Set<string>(["/api/trips", "/api/marks", "/api/box", "/api/reference", "/api/settings", "/api/tides"]);
  for (const { row, on } of rows.flatMap((row) => parts.map((on) => ({ row, on })))) {
    const then = asOnTrip(row, trip.asked, whole(on));
    const steps = { from_step: Math.floor(6 * on.from), to_step: Math.ceil(6 * on.to) };
    const at = { ...settings, ...then.settings };
    const query: DayQuery = makeQuery(at, { ...facts, ...then.facts, typed: then.typed, fished: null }, box, marks);
    const others = [...rows.map((r) => r.plastic_id!), ...packed].filter((id) => id !== row.plastic_id);
    const plastics = [row.plastic_id!, ...new Set(others)].slice(0, PLASTICS);
    for (const plastic_id of plastics) days.add(url("/api/along", { ...query, plastic_id, ...steps }));
    // Held instead of fed, or fed and then held, and the lines of the other marks, with the plastic that is tied on.
    if (!swum.has(row.retrieve)) for (const fall of ["held", "fed-then-held"]) days.add(url("/api/along", { ...query, fall, ...steps }));
    for (const line_id of new Set(rows.map((r) => r.line_id!))) days.add(url("/api/along", { ...query, line_id, ...steps }));
    const stays = plan.rounds[0]!.stays.filter((stay) => plan.rows[stay.row] === row).flatMap((stay) => stayByDay(stay, plan.trip.asked)).filter(({ date }) => date === on.date);
    for (const { from: from_hour, to: to_hour } of [on, ...stays].map(whole)) answers.add(url("/api/card", { ...query, from_hour, to_hour } satisfies CardQuery));
    for (const head of new Set(row.heads.map((h) => h.head_id).filter((id) => id !== null))) {
      for (const plastic_id of plastics) answers.add(url("/api/fit", { plastic_id, head_id: head, fish: trip.asked.fish, line_id: query.line_id } satisfies FitQuery));
    }
  }
  // The plan takes longest of all, and is what was just looked at.
  return { days: [...days], answers: [...answers], here: [{ path: `/api/trips/${trip.id}/plan`, answer: plan }] };
}

/** How what is brought is held. */
export interface Held<T> {
  /** days are asked for as this; the rest as the views do, who may have asked already */
  accept: string;
  of: (answer: Response) => Promise<T>;
}

export const AS_TEXT: Held<string> = { accept: "application/json", of: (answer) => answer.text() };

const GZIP = "application/gzip";

/** To be kept on the device: days come pressed, and are not unpacked on the way. */
export const PRESSED: Held<Uint8Array> = {
  accept: `${GZIP}, application/json;q=0.9`,
  of: async (answer) => (answer.headers.get("Content-Type") === GZIP ? new Uint8Array(await answer.arrayBuffer()) : press(await answer.text())),
};

/** Two at a time, as the server has workers. done : of so many. */
export async function bring<T>(asked: Asked, held: Held<T>, done: (count: number, of: number) => void): Promise<Brought<T>> {
  const queue = [...asked.days.map((path) => ({ path, day: true })), ...asked.answers.map((path) => ({ path, day: false }))];
  const of = queue.length;
  const here = asked.here.map(async ({ path, answer }) => ({ key: keyOf(path), is: await held.of(Response.json(answer)) }));
  const out: Brought<T> = { days: [], answers: await Promise.all(here) };
  let count = 0;
  const one = async () => {
    for (let next = queue.shift(); next; next = queue.shift()) {
      const answer = await fetch(next.path, next.day ? { headers: { Accept: held.accept } } : undefined);
      // A card or a bench that cannot be had is no reason to go without the days.
      if (answer.ok) {
        const mark = new URL(next.path, "http://along").searchParams.get("mark_id");
        (next.day ? out.days : out.answers).push({ key: next.day ? `${mark}|${keyOf(next.path)}` : keyOf(next.path), is: await held.of(answer) });
      } else if (next.day) {
        const said = (await answer.json().catch(() => null)) as { message?: string } | null;
        throw new Error(said?.message ?? "The server could not compute one of the days.");
      }
      done(++count, of);
    }
  };
  await Promise.all([one(), one()]);
  return out;
}
