// Which labels have room beside their places. Pure.
import type { Point } from "./path";

export type Side = "right" | "left" | null;

/**
 * On which side of each place a label of so many pixels' width has room, the first named first: the
 * right if it can, else the left, else none. lies : where the first's label lies already, for its
 * own reasons; the others keep clear of it.
 */
export function roomForLabels(
  at: readonly Point[], widths: readonly number[], first: number, width: number, lies: "right" | "left" | "above" | "below" | null = null,
): Side[] {
  const kept: Box[] = at.map(([x, y]) => [x - 6, y - 6, x + 6, y + 6]);
  const shown: Side[] = at.map(() => null);
  const order = at.map((_, i) => i).sort((a, b) => Number(b === first) - Number(a === first));
  const own = at[first];
  if (lies !== null && own) kept.push(boxOf(lies, own, widths[first]!));
  for (const i of order) {
    if (lies !== null && i === first) continue;
    for (const side of ["right", "left"] as const) {
      const box = boxOf(side, at[i]!, widths[i]!);
      const inside = box[0] >= 0 && box[2] <= width;
      if (!inside || !kept.every(([l, t, r, b]) => box[2] < l || box[0] > r || box[3] < t || box[1] > b)) continue;
      kept.push(box);
      shown[i] = side;
      break;
    }
  }
  return shown;
}

type Box = [number, number, number, number];

/** A label of a width beside its place, or centred under or over it. */
function boxOf(side: "right" | "left" | "above" | "below", [x, y]: Point, w: number): Box {
  if (side === "right") return [x + 12, y - 8, x + 12 + w, y + 8];
  if (side === "left") return [x - 12 - w, y - 8, x - 12, y + 8];
  const middle = side === "below" ? y + 19 : y - 19;
  return [x - w / 2, middle - 9, x + w / 2, middle + 9];
}
