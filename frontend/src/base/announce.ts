// What is said to who does not see the screen: one voice, that waits until things stand still.
import { useEffect, useSyncExternalStore } from "react";

/** So long nothing may have changed: while one scrubs nothing is said, and once after. */
export const STILL_MS = 900;

let said = "";
const listeners = new Set<() => void>();

function sayNow(words: string): void {
  // The same words again are heard again only where the text changes.
  said = words === said ? `${words}\u00a0` : words;
  listeners.forEach((call) => call());
}

/** Say it at once: an answer to what was just done. */
export const answerAloud = (words: string): void => sayNow(words);

export function useSaid(): string {
  return useSyncExternalStore((call) => { listeners.add(call); return () => listeners.delete(call); }, () => said);
}

let last: { topic: string; words: string } | null = null;

/**
 * Say words when they are others than those said last of the same topic. moves : what runs while
 * one scrubs; each change of it puts the saying off.
 */
export function useAnnounced(topic: string, words: string, moves: unknown): void {
  useEffect(() => {
    if (last?.topic === topic && last.words === words) return;
    const timer = setTimeout(() => {
      // What one finds on coming is read, not announced.
      const coming = last?.topic !== topic;
      last = { topic, words };
      if (!coming) sayNow(words);
    }, STILL_MS);
    return () => clearTimeout(timer);
  }, [topic, words, moves]);
}
