// What waits on this device until the server has it: seen alike by all its windows, sent by one of
// them, the first word first, again and again until the server answers.
import { useSyncExternalStore } from "react";

export interface Waits {
  /** when it was said: rows are in this order */
  word: string;
  /** why the server will never take it; null: it waits */
  refused: string | null;
}

export interface Outbox<Row extends Waits> {
  /** For a component; refused ones too. */
  use: () => readonly Row[];
  now: () => readonly Row[];
  /** See what is on the device, whichever window said it. */
  look: () => Promise<readonly Row[]>;
  /** It was changed here: all windows look. */
  changed: () => Promise<void>;
  /** Send what waits, if the server answers; later again while something does. ``taken`` is called when something came home. */
  bring: (taken?: () => void) => Promise<void>;
  /** Call what is called when something came home. */
  tellTaken: () => void;
  /** For tests: as after the page was closed. */
  forget: () => void;
}

const RETRY_MS = 4000;

export function outbox<Row extends Waits>(name: string, read: () => Promise<Row[]>, send: (rows: Row[]) => Promise<void>): Outbox<Row> {
  let rows: readonly Row[] = [];
  let again: ReturnType<typeof setTimeout> | undefined;
  let taken = (): void => undefined;
  const listeners = new Set<() => void>();
  const windows = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel(name);
  if (windows) windows.onmessage = () => void look();

  async function look(): Promise<readonly Row[]> {
    rows = (await read()).sort((a, b) => (a.word < b.word ? -1 : 1));
    listeners.forEach((listener) => listener());
    return rows;
  }

  async function changed(): Promise<void> {
    await look();
    windows?.postMessage(null);
    later();
  }

  function later(): void {
    clearTimeout(again);
    if (rows.some((row) => row.refused === null)) again = setTimeout(() => void bring(), RETRY_MS);
  }

  async function bring(onTaken?: () => void): Promise<void> {
    taken = onTaken ?? taken;
    try {
      const waiting = (await look()).filter((row) => row.refused === null);
      if (waiting.length > 0) {
        const work = async () => {
          try {
            await send(waiting);
          } finally {
            await changed();
            // Also where the way broke off after some of it; not where all of it still waits.
            const still = new Set(rows.filter((row) => row.refused === null).map((row) => row.word));
            if (waiting.some((row) => !still.has(row.word))) taken();
          }
        };
        const locks = (navigator as { locks?: LockManager }).locks;
        if (locks) await locks.request(name, { ifAvailable: true }, (lock) => (lock ? work() : undefined));
        else await work();
      }
    } catch {
      // The server is away, or not for us just now: it waits.
    }
    later();
  }

  return {
    use: () => useSyncExternalStore((listener) => { listeners.add(listener); return () => listeners.delete(listener); }, () => rows),
    now: () => rows, look, changed, bring, tellTaken: () => taken(),
    forget: () => { clearTimeout(again); rows = []; },
  };
}
