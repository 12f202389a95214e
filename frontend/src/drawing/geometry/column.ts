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

/** How much deeper (m) the bottom lies some metres from the rod; undefined where it is level. */
export function groundAlong(points: readonly { away_m: number; deeper_m: number }[]): ((away: number) => number) | undefined {
  if (points.length < 2) return undefined;
  return (away) => {
    const at = points.findIndex((p) => p.away_m >= away);
    if (at === 0) return points[0]!.deeper_m;
    if (at < 0) return points.at(-1)!.deeper_m;
    const [a, b] = [points[at - 1]!, points[at]!];
    return a.deeper_m + ((away - a.away_m) / (b.away_m - a.away_m)) * (b.deeper_m - a.deeper_m);
  };
}

/** Heights (m) of the computed points of a held line from its lower end, `foot`, up. */
export function lineHeights(depth: number, foot: number, shares: readonly number[]): number[] {
  return shares.map((share) => foot + (depth - foot) * share);
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
  spans: readonly number[], shares: readonly number[], depth: number, foot: number, tip: number,
  span: number | null, reach: number,
): Shape {
  const heights = lineHeights(depth, foot, shares);
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

/** A fall as it is drawn: x from where it touches down, z from the bottom, at equal shares of it. */
export interface FallPath {
  points: Point[];
  count: number;
}

/**
 * The fall of a head: fed line drifts down-current on to the mark, a held one comes in to it
 * towards the rod, up-current. `times` is the share of the computed drift that is drawn.
 */
export function fallPath(
  heightShare: readonly number[], shift: readonly number[], lead: number, count: number,
  depth: number, times = 1,
): FallPath {
  const towards = lead < 0 ? -1 : 1;
  return {
    points: heightShare.map((share, i): Point => [
      times * (towards * (shift[i] ?? 0) - lead), share * depth]),
    count,
  };
}

/** Where it is after some seconds; at the ends before and after. */
export function placeAt({ points, count }: FallPath, second: number): Point {
  const last = points.length - 1;
  const place = Math.min(last, Math.max(0, (second / count) * last));
  const i = Math.min(last - 1, Math.floor(place));
  const f = place - i;
  const [a, b] = [points[i]!, points[i + 1]!];
  return [a[0] + f * (b[0] - a[0]), a[1] + f * (b[1] - a[1])];
}

/** Where it is at each whole second of its count. */
export function fallTicks(path: FallPath): { second: number; at: Point }[] {
  const seconds = Math.floor(path.count + 0.001);
  return Array.from({ length: seconds }, (_, i) => ({
    second: i + 1, at: placeAt(path, i + 1),
  }));
}

/** m from swivel or hook down to the sinker, as the server assumes it. */
export const DROPPERS: Partial<Record<string, number>> = { "three-way": 0.3, "drop-shot": 0.45 };

/** The lure behind (or under) the main line's lower end, at the end of its leader. */
export function leaderEnd(foot: number, rides: number, leader: number): Point {
  return [Math.sqrt(Math.max(0, leader ** 2 - (foot - rides) ** 2)), rides - foot];
}

/** Every how many seconds a tick gets its figure, so that figures do not touch. */
export function tickEvery(count: number, fallPx: number): number {
  const room = fallPx / Math.max(1, count);
  return [1, 2, 5, 10, 20, 30].find((every) => every * room >= 18) ?? 60;
}

/** Between two figures of the scale; and to the depth itself, which stands 8 px higher beside its line. */
const MARK_PX = 17;
const LAST_PX = MARK_PX + 8;

/** Round marks for a depth scale, about six of them, with room (px per unit of depth) for figures. */
export function depthMarks(depth: number, room: number): number[] {
  const step = [0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20]
    .find((s) => depth / s <= 7 && s * room >= MARK_PX) ?? 50;
  const out: number[] = [];
  for (let d = step; (depth - d) * room >= LAST_PX; d += step) out.push(Number(d.toFixed(3)));
  return out;
}
