// Where the keyboard is after something went or another view came.
import { useEffect, useRef } from "react";

const PRESSED = "a[href], button:not([disabled]), [tabindex='0']";
const CAN = `${PRESSED}, input, select, textarea`;

function take(target: HTMLElement): void {
  if (!target.matches(CAN)) target.tabIndex = -1;
  target.focus({ preventScroll: true });
}

/** What had the keyboard and is gone leaves it to its nearest neighbour, not to the page's top. */
export function useFocusKept(): void {
  useEffect(() => {
    let way: HTMLElement[] = [];
    const came = (event: FocusEvent) => {
      way = [];
      for (let at = event.target as HTMLElement | null; at && at !== document.body; at = at.parentElement) way.push(at);
    };
    const gone = () => {
      const [had, ...around] = way;
      if (!had || had.isConnected || document.activeElement !== document.body) return;
      // A dialog gives it back to what opened it.
      if (had.closest(".modal, .popover, .dropdown-menu") || document.querySelector(".modal.show")) return;
      const near = around.find((one) => one.isConnected);
      // Not to a field: on a phone that would bring up the keyboard.
      if (near) take(near.querySelector<HTMLElement>(PRESSED) ?? near);
    };
    const watch = new MutationObserver(gone);
    watch.observe(document.body, { childList: true, subtree: true });
    document.addEventListener("focusin", came);
    return () => { watch.disconnect(); document.removeEventListener("focusin", came); };
  }, []);
}

const PATIENCE_MS = 3000;

/** Another view begins at its heading, once that is there, unless one has gone elsewhere since. */
export function useFocusView(path: string): void {
  const before = useRef(path);
  useEffect(() => {
    if (before.current === path) return;
    before.current = path;
    const from = document.activeElement;
    const until = performance.now() + PATIENCE_MS;
    let frame = 0;
    const look = () => {
      const now = document.activeElement;
      if (now !== from && now !== document.body && now?.isConnected) return;
      const heading = document.querySelector<HTMLElement>("#view h1");
      if (heading) take(heading);
      else if (performance.now() < until) frame = requestAnimationFrame(look);
    };
    frame = requestAnimationFrame(look);
    return () => cancelAnimationFrame(frame);
  }, [path]);
}
