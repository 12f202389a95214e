// Which labels have room beside their places. Pure.
import type { Point } from "./path";

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
