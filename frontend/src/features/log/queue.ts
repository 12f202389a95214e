// What was tapped and the server has not answered for: one store on the device for all windows
// (IndexedDB). A row is the last word of one event; each change of it is one transaction, so that
// no window can undo another's.
import type { DBSchema } from "idb";
import type { LogEvent } from "../../api/types";
import { store } from "../../base/store";

export interface Refusal {
  /** of the event, such as count_s; null: the event as a whole */
  field: string | null;
  message: string;
}

export interface Told {
  id: string;
  /** null: it was undone after it may have been sent */
  event: LogEvent | null;
  /** which word of it this is: what is answered for goes only if it is still the last */
  word: string;
  refused: Refusal | null;
  /** the id of the one that it stands for: its photographs go over */
  was?: string;
}

interface Queue extends DBSchema {
  told: { key: string; value: Told };
}

/** The device did not keep it: it must not be believed. */
export class NotKept extends Error {}

/** Where versions before this kept it. */
export const OLD_KEY = "ilha.log";

const { open: database, close } = store<Queue>("ilha", 1, (db) => { db.createObjectStore("told", { keyPath: "id" }); });

/** For tests: as after the page was closed. */
export const forgetOpened = close;

/** Without a secure context there is no randomUUID. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}

let words = 0;
const window_ = Array.from(crypto.getRandomValues(new Uint8Array(4)), (b) => b.toString(16)).join("");

/** In the order in which they were said. */
export const nextWord = (): string => `${String(Date.now()).padStart(15, "0")}-${String(++words).padStart(6, "0")}-${window_}`;

/** Why this device did not keep something. */
export const noRoom = (error: unknown): string => (error instanceof Error && error.name === "QuotaExceededError"
  ? "this device's storage is full" : "this device cannot store anything just now");

/** Kept when this returns; NotKept if the device cannot. */
export async function keep(id: string, event: LogEvent | null, was?: string): Promise<void> {
  try {
    const db = await database();
    const change = db.transaction("told", "readwrite", { durability: "strict" });
    await Promise.all([change.store.put({ id, event, word: nextWord(), refused: null, ...(was ? { was } : {}) }), change.done]);
  } catch (error) {
    throw new NotKept(noRoom(error), { cause: error });
  }
}

/** All of it, the first word first. */
export async function waitingRows(): Promise<Told[]> {
  const rows = await (await database()).getAll("told");
  return rows.sort((a, b) => (a.word < b.word ? -1 : 1));
}

/** Change rows that are still as they were read; what was said since stays. */
async function ifUnchanged(rows: Told[], change: (row: Told) => Told | null): Promise<void> {
  const db = await database();
  const work = db.transaction("told", "readwrite");
  for (const row of rows) {
    const now = await work.store.get(row.id);
    if (now?.word !== row.word) continue;
    const next = change(now);
    await (next ? work.store.put(next) : work.store.delete(row.id));
  }
  await work.done;
}

/** The server answered for them. */
export const answered = (rows: Told[]): Promise<void> => ifUnchanged(rows, () => null);

/** The server will never take it as it is: set aside with the reason. */
export const setAside = (row: Told, refused: Refusal): Promise<void> => ifUnchanged([row], (now) => ({ ...now, refused }));

/** It is not wanted any more. */
export const dropped = (row: Told): Promise<void> => ifUnchanged([row], () => null);

/** What an earlier version left on this device is told like all else. */
export async function bringOld(): Promise<void> {
  const kept = localStorage.getItem(OLD_KEY);
  if (kept === null) return;
  try {
    const old = JSON.parse(kept) as { events?: LogEvent[]; gone?: string[] };
    for (const event of old.events ?? []) await keep(event.id, event);
    for (const id of old.gone ?? []) await keep(id, null);
  } catch (error) {
    if (error instanceof NotKept) return;
  }
  localStorage.removeItem(OLD_KEY);
}
