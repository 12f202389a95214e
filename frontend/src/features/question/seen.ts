// Heads that were tried: what was swept bears less than the current, what held bears more. The
// server reads the current from it.

export interface Seen {
  id: number;
  held: boolean;
  /** the greatest current (m/s) in which it holds, as computed where it was tried */
  bears: number;
}

/** What was seen with one head added; the same head speaks once, and the last word counts. */
export function withSeen(seen: readonly Seen[], next: Seen): Seen[] {
  const others = seen.filter((s) => s.id !== next.id);
  // What contradicts the last word is forgotten: the water has changed since.
  const agrees = others.filter((s) => s.held === next.held
    || (next.held ? s.bears < next.bears : s.bears > next.bears));
  return [...agrees, next];
}

export interface Band {
  /** borne by the strongest that was swept, and by the weakest that held */
  low: number | null;
  high: number | null;
}

export function bandOf(seen: readonly Seen[]): Band {
  const of = (held: boolean) => seen.filter((s) => s.held === held).map((s) => s.bears);
  const [swept, held] = [of(false), of(true)];
  return {
    low: swept.length ? Math.max(...swept) : null,
    high: held.length ? Math.min(...held) : null,
  };
}
