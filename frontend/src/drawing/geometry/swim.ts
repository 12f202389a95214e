// Geometry of a steady retrieve in metres: x from the rod tip, z up from the bottom.
import type { Point } from "./path";

/**
 * The way in, from the end of the cast to the rod: heights (m) over the bottom with these shares of it to
 * go; ``deeper``: m that the bottom there lies under the cast's end.
 */
export function swimPath(
  heights: readonly number[], shares: readonly number[], cast: number, depth: number,
  deeper: (away: number) => number = () => 0,
): Point[] {
  const out = heights.map((height, i): Point => {
    const away = shares[i]! * cast;
    return [away, Math.min(Math.max(0, height) - deeper(away), depth)];
  });
  out.push([0, depth]);
  return out;
}
