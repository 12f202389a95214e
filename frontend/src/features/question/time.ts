// The moment looked at, in steps of the day. Kept outside React's state so that a drag redraws
// only what moves, once a frame.
import { useSyncExternalStore } from "react";

export const LAST_STEP = 144;
type Listener = () => void;

let step = 0;
let pending: number | null = null;
let frame = 0;
const listeners = new Set<Listener>();

function publish(): void {
  frame = 0;
  if (pending === null || pending === step) return;
  step = pending;
  listeners.forEach((listener) => listener());
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
