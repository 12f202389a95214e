import { useSyncExternalStore } from "react";

/** From this width on two things stand beside each other; the style sheets' own edge. */
const WIDE = "(min-width: 768px)";

let known: MediaQueryList | undefined;

/** Asked of the browser once: it is read with each frame of a drag. */
const query = () => (known ??= window.matchMedia?.(WIDE));

function follow(changed: () => void): () => void {
  query()?.addEventListener("change", changed);
  return () => query()?.removeEventListener("change", changed);
}

/** Whether there is room for two things side by side. */
export function useWide(): boolean {
  return useSyncExternalStore(follow, () => query()?.matches ?? true);
}
