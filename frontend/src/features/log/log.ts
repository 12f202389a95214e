// What was tapped on the water: kept on this device until the server has answered for it. The device
// makes the ids, so that a batch sent twice is kept once; an undo is sent like an event.
import { useSyncExternalStore } from "react";
import { Away, client, unwrap } from "../../api/client";
import type { LogEvent } from "../../api/types";

export interface Waiting {
  events: LogEvent[];
  /** ids undone after they may have been sent */
  gone: string[];
  /** what the server will not take, and why */
  refused: string | null;
  /** the last try did not reach the server */
  away: boolean;
}

export const LOG_KEY = "ilha.log";
const RETRY_MS = 4000;
const NONE: Waiting = { events: [], gone: [], refused: null, away: false };

function stored(): Waiting {
  try {
    return { ...NONE, ...(JSON.parse(localStorage.getItem(LOG_KEY) ?? "{}") as Partial<Waiting>) };
  } catch {
    return NONE;
  }
}

let waiting = stored();
let sending = false;
let again: ReturnType<typeof setTimeout> | undefined;
let taken = (): void => undefined;
const listeners = new Set<() => void>();

function put(next: Waiting): void {
  waiting = next;
  localStorage.setItem(LOG_KEY, JSON.stringify(waiting));
  listeners.forEach((listener) => listener());
}

/** Without a secure context there is no randomUUID. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}

export function tell(event: LogEvent): void {
  // Told again, with a size or a name: the last word of an event is the one that is sent.
  put({ ...waiting, events: [...waiting.events.filter((e) => e.id !== event.id), event], refused: null });
  void flush();
}

export function undo(id: string): void {
  put({ ...waiting, events: waiting.events.filter((e) => e.id !== id), gone: [...waiting.gone.filter((g) => g !== id), id] });
  void flush();
}

/** Called when the server has taken something. */
export function onTaken(call: () => void): void {
  taken = call;
}

export async function flush(): Promise<void> {
  if (sending || (waiting.events.length === 0 && waiting.gone.length === 0)) return;
  sending = true;
  clearTimeout(again);
  const batch = { events: waiting.events.slice(0, 500), gone: waiting.gone.slice(0, 500) };
  let more = false;
  try {
    await unwrap(client.POST("/api/log", { body: batch }));
    // What was told while the batch was on its way stays: it is another object.
    put({
      events: waiting.events.filter((e) => !batch.events.includes(e)),
      gone: waiting.gone.filter((g) => !batch.gone.includes(g)), refused: null, away: false,
    });
    more = waiting.events.length + waiting.gone.length > 0;
    taken();
  } catch (error) {
    const away = error instanceof Away;
    put({ ...waiting, away, refused: away ? null : (error as Error).message.replaceAll("`", "") });
    again = setTimeout(() => void flush(), RETRY_MS);
  } finally {
    sending = false;
  }
  if (more) void flush();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useWaiting = (): Waiting => useSyncExternalStore(subscribe, () => waiting);

/** How much the server has not answered for yet. */
export const waitingCount = (w: Waiting): number => w.events.length + w.gone.length;
