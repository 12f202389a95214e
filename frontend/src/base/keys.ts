// Keys, in one place: what they do and what the help sheet says of them.
import { useEffect, useSyncExternalStore } from "react";

export const KEY_HELP: [string, string][] = [
  ["[ and ]", "ten minutes back and on, through midnight too"],
  ["{ and }", "an hour back and on"],
  ["n", "now"],
  ["< and >", "the day before and after"],
  ["↑ and ↓", "compare the head above and below"],
  ["1 to 5", "school: lightest practical, bottom contact, depth table, fed fall, down fast then work"],
  ["f", "watch the chosen head fall; any key or touch ends it"],
  ["p", "the day's change plan"],
  ["u", "forget what was read from heads"],
  ["l then f, b, r, h, s, c", "log a fish, a bite, a lost rig, held, swept, a changed head"],
  ["g then d, t, o, l, b, x, c, p, k", "go to Day, Trip, Outfit, Log, Bench, Box, Card, Places, Know"],
  ["?", "these keys"],
];

/** Single keys: as they are, with Alt only, or none (WCAG 2.2, 2.1.4). Of this device. */
export type KeyMode = "plain" | "alt" | "off";
export const KEY_MODES: readonly [KeyMode, string][] = [["plain", "on"], ["alt", "with Alt only"], ["off", "off"]];
const STORED = "ilha.keys";
const changed = new Set<() => void>();

export const keyMode = (): KeyMode => {
  const kept = localStorage.getItem(STORED);
  return kept === "alt" || kept === "off" ? kept : "plain";
};

export function chooseKeyMode(mode: KeyMode): void {
  localStorage.setItem(STORED, mode);
  changed.forEach((call) => call());
}

export const useKeyMode = (): KeyMode =>
  useSyncExternalStore((call) => { changed.add(call); return () => changed.delete(call); }, keyMode);

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName))
  );
}

/** What lies over the view has the keyboard to itself. */
const OVER = ".modal.show, .popover, .dropdown-menu.show";

/** The character that a key means here and now; null where it means none. Arrows and Escape are no characters. */
function meant(event: KeyboardEvent): string | null {
  if (event.defaultPrevented || event.ctrlKey || event.metaKey) return null;
  if (typing(event.target) || document.querySelector(OVER)) return null;
  if (event.key.length > 1) return event.altKey ? null : event.key;
  const mode = keyMode();
  if (mode === "off" || event.altKey !== (mode === "alt")) return null;
  // With Alt some keyboards give other characters.
  return mode === "alt" && /^Key[A-Z]$/.test(event.code) ? event.code.slice(3).toLowerCase() : event.key;
}

/** Handlers by key; none runs while something is typed or lies over the view. */
export function useKeys(handlers: Record<string, () => void>): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const key = meant(event);
      const handler = key === null ? undefined : handlers[key];
      if (handler) {
        event.preventDefault();
        handler();
      }
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [handlers]);
}

const sequences = new Map<string, Record<string, () => void>>();

/** A letter and then another within a second and a half. */
export function useSequence(first: string, then: Record<string, () => void>): void {
  useEffect(() => {
    sequences.set(first, then);
    return () => { if (sequences.get(first) === then) sequences.delete(first); };
  }, [first, then]);
}

/** Once, in the shell: listens for what sequences there are. */
export function useSequenceKeys(): void {
  useEffect(() => {
    let armed: { by: string; at: number } | null = null;
    const listen = (event: KeyboardEvent) => {
      const key = meant(event);
      if (key === null || key === "Alt" || key === "Shift") return;
      const begun = armed && event.timeStamp - armed.at < 1500 ? sequences.get(armed.by)?.[key] : undefined;
      armed = null;
      if (begun) {
        event.preventDefault();
        begun();
      } else if (sequences.has(key)) armed = { by: key, at: event.timeStamp };
    };
    // Before the views' own keys: the second letter is not theirs.
    window.addEventListener("keydown", listen, true);
    return () => window.removeEventListener("keydown", listen, true);
  }, []);
}
