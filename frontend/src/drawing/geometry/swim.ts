// Geometry of a steady retrieve in metres: x from the rod tip, z up from the bottom.
import type { Point } from "./path";

/** The way in, from the end of the cast to the rod: heights (m) with these shares of it to go. */
export function swimPath(heights: readonly number[], shares: readonly number[], cast: number, depth: number): Point[] {
  const out = heights.map((height, i): Point => [shares[i]! * cast, Math.max(0, Math.min(height, depth))]);
  out.push([0, depth]);
  return out;
}
