// A fan of casts seen from above, in metres: the angler at the origin, the sector's middle upwards.
import type { Point } from "./path";

export interface Ray {
  from: Point;
  to: Point;
  order: number;
}

/** Casts from one spot: directions in degrees from the first edge of the sector. */
export function fanRays(angles_deg: readonly number[], sector_deg: number, cast: number): Ray[] {
  return angles_deg.map((deg, i) => {
    const turn = ((deg - sector_deg / 2) * Math.PI) / 180;
    return { from: [0, 0], to: [cast * Math.sin(turn), cast * Math.cos(turn)], order: i + 1 };
  });
}

/** Casts straight out, from one who moves on along the stretch. */
export function walkRays(steps_m: readonly number[], stretch_m: number, cast: number): Ray[] {
  return steps_m.map((at, i) => {
    const x = at - stretch_m / 2;
    return { from: [x, 0], to: [x, cast], order: i + 1 };
  });
}

/** The box that holds all casts and what is seen beside them: left, right, near, far. */
export function fanBox(rays: readonly Ray[], sight: number): [number, number, number, number] {
  const xs = rays.flatMap((r) => [r.from[0], r.to[0]]);
  const ys = rays.flatMap((r) => [r.from[1], r.to[1]]);
  return [Math.min(...xs) - sight, Math.max(...xs) + sight, Math.min(...ys, 0) - sight, Math.max(...ys) + sight];
}
