// Side outlines of plastics from their measures: mm, x from the nose to the tail, y up from the
// axis. Our own shapes; recognisable, not portraits.
import { smooth, type Point } from "./path";

export interface Measures {
  look: string;
  length_mm: number;
  body_length_mm: number;
  height_mm: number;
  /** share of the working length, half height over half the greatest */
  profile: number[][];
}

export interface Outline {
  body: string;
  /** tails, claws, legs and hair, drawn behind or as strokes */
  filled: string[];
  strokes: string[];
}

/** Half height of the body (mm) at x mm from the nose. */
export function halfHeight(m: Measures, x: number): number {
  const t = Math.min(1, Math.max(0, x / m.body_length_mm));
  const i = Math.max(1, m.profile.findIndex(([at]) => at! >= t));
  const [x0, y0] = m.profile[i - 1] as [number, number];
  const [x1, y1] = m.profile[i] as [number, number];
  return (m.height_mm / 2) * (y0 + ((t - x0) / (x1 - x0)) * (y1 - y0));
}

/** Tails that run out of the body without a seam: points from the upper wrist to the lower. */
function seamless(m: Measures): Point[] {
  const { length_mm: L, body_length_mm: B, height_mm: h } = m;
  const T = L - B;
  const wrist = halfHeight(m, B);
  if (m.look === "jerk") {
    return [
      [B + T * 0.35, wrist * 0.9], [L - T * 0.12, h * 0.27], [L, h * 0.34], [L - T * 0.26, 0],
      [L, -h * 0.34], [L - T * 0.12, -h * 0.27], [B + T * 0.35, -wrist * 0.9],
    ];
  }
  if (m.look === "paddle") {
    return [
      [L - T * 0.42, wrist * 0.8], [L - T * 0.22, h * 0.14], [L - T * 0.04, h * 0.08],
      [L, -h * 0.2], [L - T * 0.07, -h * 0.58], [L - T * 0.3, -h * 0.6], [L - T * 0.4, -h * 0.24],
      [B + T * 0.2, -wrist * 0.9],
    ];
  }
  return [];
}

function tail(m: Measures): Pick<Outline, "filled" | "strokes"> {
  const { length_mm: L, body_length_mm: B, height_mm: h, look } = m;
  const T = L - B;
  const wrist = halfHeight(m, B);
  const none = { filled: [], strokes: [] };
  if (look === "curl") {
    const curl: Point[] = [
      [B - 1, wrist], [B + T * 0.3, h * 0.55], [B + T * 0.65, h * 0.75], [L - T * 0.04, h * 0.3],
      [L, -h * 0.25], [L - T * 0.2, -h * 0.72], [L - T * 0.14, -h * 0.2], [L - T * 0.3, h * 0.2],
      [B + T * 0.45, h * 0.22], [B + T * 0.15, 0], [B - 1, -wrist],
    ];
    return { filled: [smooth(curl, true)], strokes: [] };
  }
  if (look === "shrimp") {
    const fan = `M${B - 1} ${wrist}L${L} ${h * 0.36}L${L - T * 0.25} 0L${L} ${-h * 0.36}L${B - 1} ${-wrist}Z`;
    const legs = [0.25, 0.33, 0.41, 0.49, 0.57].map(
      (t) => `M${B * t} ${-halfHeight(m, B * t)}l${B * 0.03} ${-h * 0.38}`,
    );
    const rings = [0.55, 0.66, 0.77, 0.88].map((t) => {
      const y = halfHeight(m, B * t);
      return `M${B * t} ${y}Q${B * t + h * 0.16} 0 ${B * t} ${-y}`;
    });
    return { filled: [fan], strokes: [...legs, ...rings] };
  }
  if (look === "craw") {
    const claw = (up: number): string =>
      smooth(
        [
          [B - 2, up * wrist * 0.8], [B + T * 0.35, up * h * 0.34], [B + T * 0.7, up * h * 0.5],
          [L, up * h * 0.36], [B + T * 0.72, up * h * 0.24], [L - T * 0.06, up * h * 0.08],
          [B + T * 0.5, up * h * 0.06], [B - 2, up * wrist * 0.2],
        ],
        true,
      );
    return { filled: [claw(1), claw(-1)], strokes: [] };
  }
  if (look === "t-tail") {
    const wristed = `M${B - 1} ${wrist}L${L - T * 0.3} ${h * 0.05}L${L - T * 0.3} ${-h * 0.05}L${B - 1} ${-wrist}Z`;
    const plate = `M${L - T * 0.34} ${h * 0.42}L${L} ${h * 0.5}L${L - T * 0.1} ${-h * 0.5}L${L - T * 0.42} ${-h * 0.44}Z`;
    return { filled: [wristed, plate], strokes: [] };
  }
  if (look === "crab") {
    const claw = smooth(
      [[B - 3, wrist * 0.7], [B + T * 0.4, h * 0.5], [L, h * 0.42], [L - T * 0.3, h * 0.2],
       [L - T * 0.05, h * 0.06], [B + T * 0.4, -h * 0.02], [B - 3, -wrist * 0.1]], true);
    const legs = [0.3, 0.45, 0.6, 0.75].map(
      (t) => `M${B * t} ${-halfHeight(m, B * t) * 0.8}l${B * 0.06} ${-h * 0.3}l${B * 0.05} ${-h * 0.2}`);
    const rim = `M${B * 0.08} ${h * 0.06}Q${B * 0.5} ${-h * 0.14} ${B * 0.95} ${h * 0.04}`;
    return { filled: [claw], strokes: [...legs, rim] };
  }
  if (look === "tube") {
    const skirt = Array.from({ length: 7 }, (_, i) => {
      const y = wrist * (0.92 - i * 0.307);
      return `M${B - 1} ${y}Q${B + T * 0.5} ${y * 1.15} ${L - (i % 2) * 4} ${y * 1.3 - 1}`;
    });
    return { filled: [], strokes: skirt };
  }
  if (look === "surface") {
    const leg = (up: number): string =>
      smooth([[B - 3, up * wrist * 0.9], [B + T * 0.35, up * h * 0.5], [B + T * 0.7, up * h * 0.3],
              [L, up * h * 0.46], [L - T * 0.12, up * h * 0.14], [B + T * 0.5, up * h * 0.1],
              [B - 3, up * wrist * 0.2]], true);
    return { filled: [leg(1), leg(-1)], strokes: [] };
  }
  if (look === "hair") {
    // Strands from the binding to the end, the outer ones bowed out.
    const strands = Array.from({ length: 13 }, (_, i) => {
      const y = (i - 6) / 6;
      return `M1 ${y * wrist * 0.9}Q${B * 0.55} ${y * h * 0.62} ${L - (i % 3) * 4} ${y * h * 0.34}`;
    });
    const binding = [0, 2, 4].map((x) => `M${x} ${wrist}V${-wrist}`);
    return { filled: [], strokes: [...strands, ...binding] };
  }
  if (look === "bulky") {
    const hair = Array.from({ length: 9 }, (_, i) => {
      const y = wrist * (0.9 - i * 0.225);
      return `M${B - 6} ${y}Q${B + T * 0.4} ${y * 1.7} ${L - (i % 3) * 2} ${y * 1.5}`;
    });
    return { filled: [], strokes: hair };
  }
  return none;
}

export function outline(m: Measures): Outline {
  const up = m.profile.map(([t, half]): Point => [t! * m.body_length_mm, (half! * m.height_mm) / 2]);
  const down: Point[] = [...up].reverse().map(([x, y]) => [x, -y]);
  return { body: smooth([...up, ...seamless(m), ...down], true), ...tail(m) };
}
