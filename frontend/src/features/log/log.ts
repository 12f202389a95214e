// What was tapped on the water: on this device until the server's disk has it. The device makes the
// ids, so that what is sent twice is kept once; an undo is sent like an event. One window sends.
import { useSyncExternalStore } from "react";
import { Away, Refused, client, isFault, unwrap } from "../../api/client";
import type { LogEvent } from "../../api/types";
import { goesOver } from "./pictures";
import { NotKept, answered, bringOld, dropped, keep, newId, setAside, waitingRows, type Told } from "./queue";

export interface Waiting {
  /** not answered for, the first word first; refused ones too */
  told: Told[];
  /** the last try did not reach the server */
  away: boolean;
  /** what the server said of itself at the last try */
  said: string | null;
}

const RETRY_MS = 4000;
const BATCH = 100;
const LOCK = "ilha.log";

let waiting: Waiting = { told: [], away: false, said: null };
let again: ReturnType<typeof setTimeout> | undefined;
let sending = false;
let taken = (): void => undefined;
const listeners = new Set<() => void>();
const windows = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("ilha.log");
if (windows) windows.onmessage = () => void look();

function show(patch: Partial<Waiting>): void {
  waiting = { ...waiting, ...patch };
  listeners.forEach((listener) => listener());
}

/** See what is on the device now, whichever window told it. */
async function look(): Promise<void> {
  try {
    show({ told: await waitingRows() });
  } catch {
    // A device that cannot be read has nothing to show; telling says so.
  }
}

async function changedHere(): Promise<void> {
  await look();
  windows?.postMessage(null);
}

/**
 * Keep an event, or another word of one. Kept, on this device or on the server's disk, when this
 * returns; NotKept otherwise.
 */
export async function tell(event: LogEvent, was?: string): Promise<void> {
  await kept(event.id, event, was);
}

/** What was undone is told again: under an id of its own, with the photographs that it had. */
export const putBack = (event: LogEvent): Promise<void> => tell({ ...event, id: newId() }, event.id);

export async function undo(id: string): Promise<void> {
  await kept(id, null);
}

/**
 * Another word in an event's place: told under an id of its own, the old one undone, together. What
 * was sent before and comes again then undoes nothing.
 */
export async function replace(was: LogEvent, event: LogEvent): Promise<void> {
  await keep(event.id, event, was.id);
  await keep(was.id, null);
  await goesOver(was.id, event.id);
  await changedHere();
  void flush();
}

async function kept(id: string, event: LogEvent | null, was?: string): Promise<void> {
  try {
    await keep(id, event, was);
    if (was) await goesOver(was, id);
  } catch (error) {
    if (!(error instanceof NotKept)) throw error;
    // No room here: the server may take it at once.
    try {
      await post([{ id, event, word: "", refused: null, ...(was ? { was } : {}) }]);
    } catch (why) {
      throw why instanceof Refused ? new NotKept(why.message.replaceAll("`", "")) : new NotKept(`${error.message}, and the server does not answer`);
    }
    taken();
    return;
  }
  await changedHere();
  void flush();
}

/** Called when the server has taken something. */
export function onTaken(call: () => void): void {
  taken = call;
}

const post = (rows: Told[]) => unwrap(client.POST("/api/log", {
  body: {
    events: rows.flatMap((row) => (row.event ? [row.event] : [])),
    gone: rows.flatMap((row) => (row.event ? [] : [row.id])),
    instead: Object.fromEntries(rows.flatMap((row) => (row.event && row.was ? [[row.id, row.was]] : []))),
  },
}));

/** "events[0].count_s" is count_s of the only one that was sent. */
const fieldOf = (error: Refused): string | null => error.field?.replace(/^(events|gone)\[0\]\.?/, "") || null;

/** Send what waits; what is refused is set aside, and nothing waits for it. */
async function send(): Promise<void> {
  for (;;) {
    const rows = (await waitingRows()).filter((row) => !row.refused).slice(0, BATCH);
    if (rows.length === 0) return;
    try {
      await post(rows);
      await answered(rows);
    } catch (error) {
      if (!isFault(error)) throw error;
      // One of them is at fault: each by itself, the others go through.
      for (const row of rows) {
        try {
          await post([row]);
          await answered([row]);
        } catch (fault) {
          if (!isFault(fault)) throw fault;
          await setAside(row, { field: fieldOf(fault), message: fault.message.replaceAll("`", "").replace(/events\[0\]\./, "") });
        }
      }
    }
    show({ away: false, said: null });
    await changedHere();
    taken();
  }
}

/** Send what waits, unless another window does. */
export async function flush(): Promise<void> {
  if (sending) return;
  sending = true;
  clearTimeout(again);
  try {
    await bringOld();
    await look();
    const locks = (navigator as { locks?: LockManager }).locks;
    if (locks) await locks.request(LOCK, { ifAvailable: true }, (lock) => (lock ? send() : undefined));
    else await send();
  } catch (error) {
    show({ away: error instanceof Away, said: error instanceof Away ? null : (error as Error).message.replaceAll("`", "") });
  } finally {
    sending = false;
  }
  // Whatever still waits goes out later: the server was away, or another window had the word.
  await look();
  clearTimeout(again);
  if (waiting.told.some((row) => !row.refused)) again = setTimeout(() => void flush(), RETRY_MS);
}

/** A refused event as it is told now. */
export async function correct(row: Told, event: LogEvent): Promise<void> {
  await tell({ ...event, id: row.id }, row.was);
}

/** A refused event is not wanted. */
export async function forget(row: Told): Promise<void> {
  await dropped(row);
  await changedHere();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useWaiting = (): Waiting => useSyncExternalStore(subscribe, () => waiting);

/** How much the server has not answered for yet, without what it refused. */
export const waitingCount = (w: Waiting): number => w.told.filter((row) => !row.refused).length;
