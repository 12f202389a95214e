// A rig at fault, from the side and from above: mm, x = 0 at the rear of the head.
import { smooth, type Point } from "./path";
import { halfHeight, type Measures } from "./plastic";

export interface Faults {
  gap_mm: number;
  bunch_mm: number;
  bend_mm: number;
  side_mm: number;
  nose_mm: number;
}

const POINTS = 24;

/** Height of the body's own line above the shank's, x mm from its nose. */
export function bentLine(x: number, exit: number, f: Faults): number {
  // It stands up to the exit, then runs on as it was bent.
  const t = Math.min(1, x / exit);
  const rise = f.bend_mm * t * t;
  const on = x > exit ? (f.bend_mm * 0.5 * (x - exit)) / exit : 0;
  return rise + on - f.nose_mm * (1 - t);
}

/** The side outline: moved by a gap, shortened and ridged by a bunch, bent, off its nose. */
export function sideOutline(m: Measures, exit: number, f: Faults): string {
  const up: Point[] = [];
  const down: Point[] = [];
  for (let i = 0; i <= POINTS; i++) {
    const x = (i / POINTS) * m.length_mm;
    const half = x <= m.body_length_mm ? halfHeight(m, x) : halfHeight(m, m.body_length_mm) * (1 - 0.6 * ((x - m.body_length_mm) / Math.max(1, m.length_mm - m.body_length_mm)));
    // What is too long for the shank is pushed together before the exit, in ridges.
    const squeezed = x < exit ? x * (1 - f.bunch_mm / exit) : x - f.bunch_mm;
    const ridge = x > 2 && x < exit ? f.bunch_mm * 0.16 * Math.sin((x / exit) * Math.PI * 8) : 0;
    const y = bentLine(x, exit, f);
    up.push([squeezed + f.gap_mm, y + half + ridge]);
    down.unshift([squeezed + f.gap_mm, y - half]);
  }
  return smooth([...up, ...down], true);
}

export function topOutline(m: Measures & { width_mm: number }, f: Faults): string {
  const up: Point[] = [];
  const down: Point[] = [];
  for (let i = 0; i <= POINTS; i++) {
    const x = (i / POINTS) * m.length_mm;
    const half = ((x <= m.body_length_mm ? halfHeight(m, x) : halfHeight(m, m.body_length_mm) * 0.5) * m.width_mm) / m.height_mm;
    up.push([x + f.gap_mm, half]);
    down.unshift([x + f.gap_mm, -half]);
  }
  return smooth([...up, ...down], true);
}
