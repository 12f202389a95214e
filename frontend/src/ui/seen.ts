// Reading the current from heads: what was swept bears less than there is, what held bears more.

export interface Seen {
  id: number;
  held: boolean;
  /** the greatest current (m/s) in which it holds, as computed where it was tried */
  bears: number;
}

/** Where only one side is known, the current is taken a sixth beyond it. */
const BEYOND = 1 / 6;

export interface Reading {
  low: number | null;
  high: number | null;
  value: number;
}

/** What was seen with one head added; the same head speaks once, and the last word counts. */
export function withSeen(seen: readonly Seen[], next: Seen): Seen[] {
  const others = seen.filter((s) => s.id !== next.id);
  // What contradicts the last word is forgotten: the water has changed since.
  const agrees = others.filter((s) => s.held === next.held
    || (next.held ? s.bears < next.bears : s.bears > next.bears));
  return [...agrees, next];
}

/** The band of current that fits all that was seen, and a current in it near the expected one. */
export function reading(seen: readonly Seen[], expected: number): Reading | null {
  const of = (held: boolean) => seen.filter((s) => s.held === held).map((s) => s.bears);
  const [swept, held] = [of(false), of(true)];
  if (swept.length + held.length === 0) return null;
  const low = swept.length ? Math.max(...swept) : null;
  const high = held.length ? Math.min(...held) : null;
  const inside = (low === null || expected > low) && (high === null || expected < high);
  if (inside) return { low, high, value: expected };
  if (low !== null && high !== null) return { low, high, value: (low + high) / 2 };
  return { low, high, value: low !== null ? low * (1 + BEYOND) : high! * (1 - BEYOND) };
}
