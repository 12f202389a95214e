// Geometry of a steady retrieve in metres: x from the rod tip, z up from the bottom.
import type { Point } from "./path";

/**
 * The way in: from the end of the cast along the bottom to where it leaves it, then up to the rod.
 *
 * distances: m from the rod at which it runs at equal shares of the depth, the surface first.
 */
export function swimPath(distances: readonly number[], cast: number, depth: number): Point[] {
  const last = distances.length - 1;
  const height = (i: number) => depth * (1 - i / last);
  const out: Point[] = [];
  for (let i = last; i >= 0; i--) {
    const here = distances[i]!;
    if (here <= cast) {
      if (out.length === 0) out.push(startOf(distances, i, cast, depth));
      out.push([here, height(i)]);
    }
  }
  // It is at the surface all the way in.
  if (out.length === 0) out.push([cast, depth]);
  if (out.at(-1)![1] < depth) out.push([out.at(-1)![0], depth]);
  out.push([0, depth]);
  return out;
}

/** Where it runs as the retrieve begins: on the bottom, or where the cast cuts its curve. */
function startOf(distances: readonly number[], i: number, cast: number, depth: number): Point {
  const last = distances.length - 1;
  if (i === last) return [cast, 0];
  const [here, below] = [distances[i]!, distances[i + 1]!];
  const share = below > here ? (cast - here) / (below - here) : 0;
  return [cast, depth * (1 - (i + share) / last)];
}
