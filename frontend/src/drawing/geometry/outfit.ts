// Outfits side by side in the same water: one scale for all. Metres: x down-current from the rod tip.
import type { DrawnFall } from "../../api/types";
import type { Point } from "./path";

export interface OutfitShape {
  /** from the lure up to the surface; empty where the line never holds */
  line: Point[];
  tip: Point;
  lure: Point;
  /** from the splash to where it touches down, at equal shares of the count */
  fall: Point[];
}

export function outfitShape(outfit: DrawnFall, depth: number, tip: number): OutfitShape {
  const spans = outfit.line_span_m;
  const held = spans.every((s): s is number => s !== null) && outfit.line_out_m !== null;
  const top = held ? spans.at(-1)! : 0;
  // From the surface to the tip the line is straight: it goes on as steeply as it left the water.
  const last = spans.length - 1;
  const rise = outfit.line_height_m[last]! - outfit.line_height_m[last - 1]!;
  const run = held ? spans[last]! - spans[last - 1]! : 0;
  const air = rise > 0 ? (run / rise) * tip : 0;
  const lure: Point = [top + air, outfit.line_height_m[0] ?? 0];
  return {
    line: held ? spans.map((s, i): Point => [lure[0] - s, outfit.line_height_m[i]!]) : [],
    tip: [0, depth + tip],
    lure,
    // On fed line it drifts on to the mark, on a held one it comes in to it from beyond.
    fall: outfit.lead_m === null ? [] : outfit.fall_height.map((share, i): Point => [
      lure[0] + (outfit.beyond_m ? outfit.beyond_m - (outfit.fall_shift_m[i] ?? 0)
        : (outfit.fall_shift_m[i] ?? 0) - outfit.lead_m!), share * depth]),
  };
}

/** The box that holds them all: left, right. */
export function sideRange(shapes: readonly OutfitShape[]): [number, number] {
  const xs = shapes.flatMap((s) => [s.tip[0], s.lure[0], ...s.line.map(([x]) => x), ...s.fall.map(([x]) => x)]);
  return [Math.min(...xs), Math.max(...xs)];
}
