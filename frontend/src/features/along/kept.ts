// What was taken along, on the device: days to look up, other answers as they came, and of what trip.
import type { DBSchema } from "idb";
import type { AlongDay } from "../../api/types";
import { store } from "../../base/store";

/** As the server packs it; of another version nothing is read. */
export const VERSION = 1;

export interface Taken {
  /** of the trip */
  id: number;
  date: string;
  /** of the trip's question, as JSON: changed since, it is taken along anew */
  asked: string;
  at_ms: number;
  days: number;
  /** as they are kept, pressed */
  bytes: number;
}

interface Kept {
  key: string;
  trip: number;
  date: string;
  /** JSON, gzip */
  pressed: Uint8Array;
}

interface Along extends DBSchema {
  days: { key: string; value: Kept };
  answers: { key: string; value: Kept };
  trips: { key: number; value: Taken };
}

const { open: database, close } = store<Along>("ilha-along", 1, (db) => {
  db.createObjectStore("days", { keyPath: "key" });
  db.createObjectStore("answers", { keyPath: "key" });
  db.createObjectStore("trips", { keyPath: "id" });
});

/** For tests: as after the page was closed. */
export async function forgetAlong(): Promise<void> {
  await close();
  read.clear();
}

async function through(data: Uint8Array, stream: CompressionStream | DecompressionStream): Promise<Uint8Array> {
  const writer = stream.writable.getWriter();
  void writer.write(data as BufferSource);
  void writer.close();
  return new Uint8Array(await new Response(stream.readable).arrayBuffer());
}

export const press = async (text: string): Promise<Uint8Array> => through(new TextEncoder().encode(text), new CompressionStream("gzip"));
export const unpress = async (data: Uint8Array): Promise<string> => new TextDecoder().decode(await through(data, new DecompressionStream("gzip")));

/** What was brought, by its key: as text, or pressed. */
export interface Brought<T> {
  days: { key: string; is: T }[];
  answers: { key: string; is: T }[];
}

/** All of a trip at once, in place of what was kept of it, and of days that are over. */
export async function keepAlong(trip: Omit<Taken, "bytes" | "days">, brought: Brought<Uint8Array>, today: string): Promise<Taken> {
  const made = (rows: { key: string; is: Uint8Array }[]): Kept[] => rows.map(({ key, is }) => ({ key, trip: trip.id, date: trip.date, pressed: is }));
  const [days, answers] = [made(brought.days), made(brought.answers)];
  const bytes = [...days, ...answers].reduce((sum, row) => sum + row.pressed.length, 0);
  const taken: Taken = { ...trip, days: days.length, bytes };
  const db = await database();
  const all = db.transaction(["days", "answers", "trips"], "readwrite", { durability: "strict" });
  const gone = (row: { trip: number; date: string }) => row.trip === trip.id || row.date < today;
  for (const name of ["days", "answers"] as const) {
    const store = all.objectStore(name);
    for (const row of await store.getAll()) if (gone(row)) await store.delete(row.key);
    for (const row of name === "days" ? days : answers) await store.put(row);
  }
  for (const row of await all.objectStore("trips").getAll()) if (gone({ trip: row.id, date: row.date })) await all.objectStore("trips").delete(row.id);
  await all.objectStore("trips").put(taken);
  await all.done;
  read.clear();
  return taken;
}

export async function dropAlong(id: number): Promise<void> {
  const db = await database();
  const all = db.transaction(["days", "answers", "trips"], "readwrite");
  for (const name of ["days", "answers"] as const) {
    for (const row of await all.objectStore(name).getAll()) if (row.trip === id) await all.objectStore(name).delete(row.key);
  }
  await all.objectStore("trips").delete(id);
  await all.done;
  read.clear();
}

export async function takenTrips(): Promise<Taken[]> {
  return (await database()).getAll("trips");
}

/** Opened once: a day is asked for at every tap. */
const read = new Map<string, AlongDay>();

/** The days of a mark. Of another version none are: see ``OldAlong``. */
export async function daysOf(mark: string): Promise<AlongDay[]> {
  const rows = (await (await database()).getAll("days")).filter((row) => row.key.startsWith(`${mark}|`));
  return Promise.all(rows.map(async (row) => {
    const had = read.get(row.key);
    if (had) return had;
    const day = opensAs(await unpress(row.pressed));
    read.set(row.key, day);
    return day;
  }));
}

/** It was taken along by another version of Ilha. */
export class OldAlong extends Error {}

export function opensAs(text: string): AlongDay {
  const day = JSON.parse(text) as AlongDay;
  if (day.version !== VERSION) throw new OldAlong("What is on this device was taken along by another version of Ilha: take the trip along again while the server answers.");
  return day;
}

export async function answerOf(key: string): Promise<string | null> {
  const row = await (await database()).get("answers", key);
  return row ? unpress(row.pressed) : null;
}
