// Keys, in one place: what they do and what the help sheet says of them.
import { useEffect } from "react";

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
  ["g then d, t, o, l, b, x, c, p, k", "go to Day, Trip, Outfit, Log, Bench, Box, Card, Places, Know"],
  ["?", "these keys"],
];

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName))
  );
}

/** Handlers by key; none runs while something is typed or a modifier is held. */
export function useKeys(handlers: Record<string, () => void>): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
      if (typing(event.target) || document.querySelector(".modal.show, .popover")) return;
      const handler = handlers[event.key];
      if (handler) {
        event.preventDefault();
        handler();
      }
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [handlers]);
}

/** "g" and then a letter within a second and a half. */
export function useGoKeys(go: Record<string, () => void>): void {
  useEffect(() => {
    let armed = 0;
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
      if (event.key === "g") {
        armed = event.timeStamp;
      } else if (armed && event.timeStamp - armed < 1500 && go[event.key]) {
        event.preventDefault();
        armed = 0;
        go[event.key]?.();
      } else armed = 0;
    };
    // Before the views' own keys: the letter after g is not theirs.
    window.addEventListener("keydown", listen, true);
    return () => window.removeEventListener("keydown", listen, true);
  }, [go]);
}
