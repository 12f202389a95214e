// What was changed while the server was away, of the trips and of what is chosen: on this device as
// its last word, laid over what is read, brought home field by field when the server answers.
import type { DBSchema } from "idb";
import { outbox } from "../../base/outbox";
import { store } from "../../base/store";
import { PASSES } from "../../api/client";
import { nextWord } from "../log/queue";

type Fields = Record<string, unknown>;

export interface Change {
  /** /api/trips/3 */
  path: string;
  /** as the server had it, and as it is to be */
  was: Fields;
  now: Fields;
  /** what was brought home goes only if this is still its last word */
  word: string;
  refused: string | null;
}

interface Changes extends DBSchema {
  changes: { key: string; value: Change };
}

interface Kind {
  path: RegExp;
  list: string;
  /** its fields in the answer to ``list``; null where it is not there */
  of: (answer: Fields, id: number) => Fields | null;
  /** that answer with other fields */
  laid: (answer: Fields, id: number, now: Fields) => Fields;
  /** what a write of it is answered with */
  row: (id: number, now: Fields) => Fields;
}

interface TripRow { id: number; asked: Fields; gone: number }
const tripsOf = (answer: Fields): TripRow[] => (answer.trips ?? []) as TripRow[];

const KINDS: Kind[] = [
  { path: /^\/api\/settings$/, list: "/api/settings", of: (answer) => answer, laid: (answer, _, now) => ({ ...answer, ...now }), row: (_, now) => now },
  {
    path: /^\/api\/trips\/(\d+)$/, list: "/api/trips",
    of: (answer, id) => tripsOf(answer).find((trip) => trip.id === id)?.asked ?? null,
    laid: (answer, id, now) => ({ ...answer, trips: tripsOf(answer).map((trip) => (trip.id === id ? { ...trip, asked: now } : trip)) }),
    row: (id, now) => ({ id, asked: now, gone: 0 }),
  },
];

const kindOf = (path: string): [Kind, number] | null => {
  for (const kind of KINDS) {
    const found = kind.path.exec(path);
    if (found) return [kind, Number(found[1] ?? 0)];
  }
  return null;
};

const { open: database, close } = store<Changes>("ilha-said", 1, (db) => { db.createObjectStore("changes", { keyPath: "path" }); });

const waiting = outbox<Change>("ilha.said", async () => (await database()).getAll("changes"), async (changes) => {
  // Other answers may come from what the browser kept; this one never does.
  await asked("/api/health");
  for (const change of changes) await send(change);
});

export const usePending = waiting.use;

/** Send what waits, if the server answers; one window does. Called when something came home. */
export const bringHome = waiting.bring;

/** For tests: as after the page was closed. */
export async function forgetSaid(): Promise<void> {
  waiting.forget();
  await close();
}

const pathOf = (request: Request): string => new URL(request.url, "http://said").pathname;

/** A write that no server heard, kept here; undefined where it is none that is, or nothing is known to change. */
export async function keepSaid(request: Request, read: (list: string) => Promise<Fields | null>): Promise<Response | undefined> {
  const path = pathOf(request);
  const found = request.method === "PUT" ? kindOf(path) : null;
  if (!found) return undefined;
  const [kind, id] = found;
  const now = await request.json() as Fields;
  const db = await database();
  const had = await db.get("changes", path);
  const answer = had ? null : await read(kind.list);
  const was = had?.was ?? (answer && kind.of(answer, id));
  if (!was) return undefined;
  await db.put("changes", { path, was, now, word: nextWord(), refused: null });
  await waiting.changed();
  return Response.json(kind.row(id, now));
}

/** The server heard a later word of it. */
export async function heard(request: Request): Promise<void> {
  const path = pathOf(request);
  if (request.method !== "PUT" || !waiting.now().some((one) => one.path === path)) return;
  await drop(path);
}

/** It is not wanted any more: all is as the server has it. */
export async function drop(path: string): Promise<void> {
  await (await database()).delete("changes", path);
  await waiting.changed();
  waiting.tellTaken();
}

/** An answer, wherever it comes from, with what waits here laid over it. */
export async function laidOver(request: Request, response: Response): Promise<Response> {
  if (request.method !== "GET" || !response.ok) return response;
  const path = pathOf(request);
  const plan = /^(\/api\/trips\/\d+)\/plan$/.exec(path);
  const lists = KINDS.some((kind) => kind.list === path);
  if (!plan && !lists) return response;
  const changes = (await waiting.look()).filter((one) => one.refused === null);
  if (plan) {
    if (!changes.some((one) => one.path === plan[1])) return response;
    return Response.json({
      type: "about:blank", title: "Not planned yet", status: 422, code: "not-along", field: null,
      message: "This trip was changed on this device while the server was away: the way round is found when it answers.",
    }, { status: 422 });
  }
  const over = changes.filter((one) => kindOf(one.path)?.[0].list === path);
  if (over.length === 0) return response;
  const answer = await response.json() as Fields;
  return Response.json(over.reduce((laid, one) => {
    const [kind, id] = kindOf(one.path)!;
    return kind.laid(laid, id, one.now);
  }, answer));
}

/** What the device changed over what the server has now: field by field, the device's word stands. */
export function merged(change: Change, server: Fields): Fields {
  const said = Object.entries(change.now).filter(([name, value]) => JSON.stringify(value) !== JSON.stringify(change.was[name]));
  return { ...server, ...Object.fromEntries(said) };
}

async function ifUnchanged(change: Change, next: Change | null): Promise<void> {
  const db = await database();
  const work = db.transaction("changes", "readwrite");
  if ((await work.store.get(change.path))?.word === change.word) await (next ? work.store.put(next) : work.store.delete(change.path));
  await work.done;
}

class Later extends Error {}

async function asked(path: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(path, { cache: "no-store", ...init });
  if (response.status >= 500 || PASSES.includes(response.status)) throw new Later(path);
  return response;
}

async function send(change: Change): Promise<void> {
  const [kind, id] = kindOf(change.path)!;
  const list = await asked(kind.list);
  const server = list.ok ? kind.of(await list.json() as Fields, id) : null;
  if (!server) {
    await ifUnchanged(change, { ...change, refused: "It is not there any more." });
    return;
  }
  const answer = await asked(change.path, { method: "PUT", headers: { "Content-Type": "application/json" }, body: JSON.stringify(merged(change, server)) });
  const message = answer.ok ? null : ((await answer.json().catch(() => null)) as { message?: string } | null)?.message ?? "The server did not take it.";
  await ifUnchanged(change, message === null ? null : { ...change, refused: message.replaceAll("`", "") });
}
