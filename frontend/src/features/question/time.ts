// The moment looked at, in steps of the day. Kept outside React's state so that a drag redraws
// only what moves, once a frame.
import { useSyncExternalStore } from "react";

export const LAST_STEP = 144;
type Listener = () => void;

/** After so long without another it was a single move, or the last of a drag. */
const MOVES_MS = 60;

let step = 0;
/** the moment of what is read, not looked at: of each second frame of a drag */
let read = 0;
let moving: ReturnType<typeof setTimeout> | undefined;
let pending: number | null = null;
let frame = 0;
const listeners = new Set<Listener>();

const tell = () => listeners.forEach((listener) => listener());

function publish(): void {
  frame = 0;
  if (pending === null || pending === step) return;
  if (moving === undefined || read !== step) read = pending;
  step = pending;
  clearTimeout(moving);
  moving = setTimeout(() => {
    moving = undefined;
    if (read === step) return;
    read = step;
    tell();
  }, MOVES_MS);
  tell();
}

export function setStep(next: number): void {
  pending = Math.min(LAST_STEP, Math.max(0, next));
  if (!frame) frame = requestAnimationFrame(publish);
}

/** At once, not with the next frame: for the first look, before anything is painted. */
export function startAt(next: number): void {
  pending = next;
  publish();
}

export function currentStep(): number {
  return pending ?? step;
}

function subscribe(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useStep(): number {
  return useSyncExternalStore(subscribe, () => step);
}

/**
 * The moment for many words: during a drag every second frame's, for nobody reads sixty in a second,
 * and what the eye follows has the time that they take. A single move is at once.
 */
export function useReadStep(): number {
  return useSyncExternalStore(subscribe, () => read);
}
