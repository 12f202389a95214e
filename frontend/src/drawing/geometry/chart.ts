// A small chart of marks: degrees to metres about their middle, metres to pixels.
import type { Point } from "./path";

const M_PER_DEG = 111_195;

export interface Place {
  latitude_deg: number;
  longitude_deg: number;
}

export interface Chart {
  /** pixels of a place */
  at: (place: Place) => Point;
  /** pixels per metre */
  scale: number;
}

/** A chart that holds all places with a margin; north is up. */
export function makeChart(places: readonly Place[], width: number, height: number, margin = 46): Chart {
  const lat = places.map((p) => p.latitude_deg);
  const lon = places.map((p) => p.longitude_deg);
  const middle = (values: number[]) => (Math.min(...values) + Math.max(...values)) / 2;
  const [lat0, lon0] = [middle(lat), middle(lon)];
  // Meridians draw together towards the pole.
  const east = M_PER_DEG * Math.cos((lat0 * Math.PI) / 180);
  const spread = (values: number[], per: number) => (Math.max(...values) - Math.min(...values)) * per;
  const [wide, high] = [Math.max(200, spread(lon, east)), Math.max(200, spread(lat, M_PER_DEG))];
  const scale = Math.min((width - 2 * margin) / wide, (height - 2 * margin) / high);
  return {
    scale,
    at: (p) => [
      width / 2 + (p.longitude_deg - lon0) * east * scale,
      height / 2 - (p.latitude_deg - lat0) * M_PER_DEG * scale,
    ],
  };
}

export type Side = "right" | "left" | null;

/**
 * On which side of each place a label of so many pixels' width has room, the first named first: the
 * right if it can, else the left, else none.
 */
export function roomForLabels(
  at: readonly Point[], widths: readonly number[], first: number, width: number,
): Side[] {
  const kept: [number, number, number, number][] = at.map(([x, y]) => [x - 6, y - 6, x + 6, y + 6]);
  const shown: Side[] = at.map(() => null);
  const order = at.map((_, i) => i).sort((a, b) => Number(b === first) - Number(a === first));
  for (const i of order) {
    const [x, y] = at[i]!;
    const w = widths[i]!;
    for (const side of ["right", "left"] as const) {
      const left = side === "right" ? x + 12 : x - 12 - w;
      const box: [number, number, number, number] = [left, y - 8, left + w, y + 8];
      const inside = box[0] >= 0 && box[2] <= width;
      if (!inside || !kept.every(([l, t, r, b]) => box[2] < l || box[0] > r || box[3] < t || box[1] > b)) continue;
      kept.push(box);
      shown[i] = side;
      break;
    }
  }
  return shown;
}

/** A round length (m) for a scale bar of at most `px` pixels. */
export function barLength(scale: number, px: number): number {
  const most = px / scale;
  const power = 10 ** Math.floor(Math.log10(most));
  return [5, 2, 1].map((k) => k * power).find((m) => m <= most) ?? power;
}
