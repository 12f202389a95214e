import { useSyncExternalStore } from "react";

/** From this width on two things stand beside each other; the style sheets' own edge. */
const WIDE = "(min-width: 768px)";

function follow(changed: () => void): () => void {
  const query = window.matchMedia?.(WIDE);
  query?.addEventListener("change", changed);
  return () => query?.removeEventListener("change", changed);
}

/** Whether there is room for two things side by side. */
export function useWide(): boolean {
  return useSyncExternalStore(follow, () => window.matchMedia?.(WIDE).matches ?? true);
}
