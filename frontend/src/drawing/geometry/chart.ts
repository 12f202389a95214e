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

/** Which labels of so many pixels' width there is room for, the first named first. */
export function roomForLabels(
  at: readonly Point[], widths: readonly number[], first: number,
): boolean[] {
  const kept: [number, number, number, number][] = [];
  const shown = at.map(() => false);
  const order = at.map((_, i) => i).sort((a, b) => Number(b === first) - Number(a === first));
  for (const i of order) {
    const [x, y] = at[i]!;
    const box: [number, number, number, number] = [x + 12, y - 8, x + 12 + widths[i]!, y + 8];
    const free = kept.every(([l, t, r, b]) => box[2] < l || box[0] > r || box[3] < t || box[1] > b);
    if (free) kept.push(box);
    shown[i] = free;
  }
  return shown;
}

/** A round length (m) for a scale bar of at most `px` pixels. */
export function barLength(scale: number, px: number): number {
  const most = px / scale;
  const power = 10 ** Math.floor(Math.log10(most));
  return [5, 2, 1].map((k) => k * power).find((m) => m <= most) ?? power;
}
