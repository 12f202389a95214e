// Where the splash's words stand: before it, where nothing is in their way; else beyond it and the line.

export interface Words {
  x: number;
  anchor: "start" | "end";
}

/** px a letter of a note takes, about. */
const LETTER = 6.3;
const BESIDE = 10;

/** What carries the angler, metres from the rod tip: from and to; null for who wades. */
export function standsFrom(stance: string): [number, number] | null {
  if (stance === "kayak") return [-3.3, -0.55];
  if (stance === "anchored" || stance === "drifting") return [-4.3, 0.4];
  return stance === "bank" || stance === "dock" ? [-42, -1.1] : null;
}

/**
 * sx : px of the splash. side : -1, the words stand to its left by nature; 1, to its right. taken :
 * px from and to of boat or quay. clear : px that lie beyond line and tip, on the other side. width :
 * of the drawing.
 */
export function splashWords(sx: number, side: -1 | 1, letters: number, taken: [number, number] | null, clear: number, width: number): Words {
  const long = letters * LETTER;
  const meets = (from: number, to: number) => from < 2 || to > width - 2 || (taken !== null && from < taken[1] + 3 && to > taken[0] - 3);
  const near: Words = side < 0 ? { x: sx - BESIDE, anchor: "end" } : { x: sx + BESIDE, anchor: "start" };
  const span = (w: Words): [number, number] => (w.anchor === "end" ? [w.x - long, w.x] : [w.x, w.x + long]);
  if (!meets(...span(near))) return near;
  const far: Words = side < 0 ? { x: Math.max(sx, clear, taken?.[1] ?? 0) + BESIDE + 2, anchor: "start" } : { x: Math.min(sx, clear, taken?.[0] ?? width) - BESIDE - 2, anchor: "end" };
  return meets(...span(far)) ? near : far;
}
