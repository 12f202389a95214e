// Geometry of the water column in metres: x down-current, z up from the bottom.
import type { Point } from "./path";

/** Metres to pixels, one scale for both axes. */
export interface View {
  width: number;
  height: number;
  /** pixels per metre */
  scale: number;
  x: (m: number) => number;
  z: (m: number) => number;
}

export function makeView(
  width: number, height: number, scale: number, originX: number, ground: number,
): View {
  return {
    width, height, scale,
    x: (m) => originX + m * scale,
    z: (m) => height - ground - m * scale,
  };
}

/** Heights (m) of the computed points of a held line: see DayBoard.line_cm. */
export function lineHeights(depth: number, shares: readonly number[]): number[] {
  const low = Math.min(0.05, depth / 2);
  return shares.map((share) => low + (depth - low) * share);
}

export interface Shape {
  /** from the rig up to the surface, x from the rod tip, z from the bottom */
  water: Point[];
  tip: Point;
  rig: Point;
  /** false: the line planes up, and hangs here by its upper part only */
  holds: boolean;
}

/**
 * The held line with the rod tip at x = 0.
 *
 * spans: m up-current of the rig at lineHeights of `shares`; span: m from tip to rig, null where the line
 * never holds. Such a line has no end: what of its curve fits into `reach` metres is hung from the
 * surface, which is how it looks from the rod.
 */
export function lineShape(
  spans: readonly number[], shares: readonly number[], depth: number, tip: number,
  span: number | null, reach: number,
): Shape {
  const heights = lineHeights(depth, shares);
  if (span !== null) {
    return {
      water: spans.map((s, i): Point => [span - s, heights[i]!]),
      tip: [0, depth + tip],
      rig: [span, heights[0]!],
      holds: true,
    };
  }
  let last = spans.findIndex((s) => s > reach);
  if (last < 1) last = spans.length - 1;
  const before = spans[last - 1]!;
  const share = Math.min(1, (reach - before) / Math.max(1e-9, spans[last]! - before));
  const top = heights[last - 1]! + share * (heights[last]! - heights[last - 1]!);
  const kept: Point[] = spans
    .slice(0, last)
    .map((s, i): Point => [reach - s, heights[i]! + depth - top]);
  return {
    water: [...kept, [0, depth]],
    tip: [0, depth + tip],
    rig: kept[0] ?? [reach, depth],
    holds: false,
  };
}

/** Where the rig is at each whole second of its count: x from the splash, z from the bottom. */
export function fallTicks(
  heightShare: readonly number[], drift: readonly number[], count: number, depth: number,
): { second: number; at: Point }[] {
  const last = heightShare.length - 1;
  const out: { second: number; at: Point }[] = [];
  for (let second = 1; second < count + 0.001; second++) {
    const place = Math.min(last, (second / count) * last);
    const i = Math.min(last - 1, Math.floor(place));
    const f = place - i;
    out.push({
      second,
      at: [
        drift[i]! + f * (drift[i + 1]! - drift[i]!),
        depth * (heightShare[i]! + f * (heightShare[i + 1]! - heightShare[i]!)),
      ],
    });
  }
  return out;
}

/** Every how many seconds a tick gets its figure, so that figures do not touch. */
export function tickEvery(count: number, fallPx: number): number {
  const room = fallPx / Math.max(1, count);
  return [1, 2, 5, 10, 20, 30].find((every) => every * room >= 18) ?? 60;
}

/** Round marks for a depth scale, about six of them. */
export function depthMarks(depth: number): number[] {
  const step = [0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20].find((s) => depth / s <= 7) ?? 50;
  const out: number[] = [];
  for (let d = step; d < depth - step * 0.4; d += step) out.push(Number(d.toFixed(3)));
  return out;
}
