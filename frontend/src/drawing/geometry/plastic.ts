// Side outlines of plastics from their measures: mm, x from the nose to the tail, y up from the
// axis. Our own shapes; recognisable, not portraits.
import { smooth, type Point } from "./path";

export interface Measures {
  look: string;
  length_mm: number;
  body_length_mm: number;
  height_mm: number;
}

export interface Outline {
  body: string;
  /** tails, claws, legs and hair, drawn behind or as strokes */
  filled: string[];
  strokes: string[];
}

// Half height over h/2 at shares of the length of the body.
const PROFILES: Record<string, Point[]> = {
  jerk: [[0, 0.12], [0.03, 0.52], [0.12, 0.86], [0.28, 1], [0.55, 1], [0.75, 0.78], [0.92, 0.4], [1, 0.22]],
  paddle: [[0, 0.2], [0.04, 0.62], [0.14, 0.92], [0.32, 1], [0.58, 0.98], [0.78, 0.7], [1, 0.2]],
  stick: [[0, 0.35], [0.03, 0.78], [0.1, 0.96], [0.3, 1], [0.7, 1], [0.88, 0.9], [0.97, 0.62], [1, 0.3]],
  curl: [[0, 0.45], [0.06, 0.86], [0.2, 1], [0.55, 1], [0.8, 0.8], [1, 0.42]],
  shrimp: [[0, 0.25], [0.05, 0.7], [0.2, 1], [0.5, 1], [0.75, 0.72], [0.92, 0.46], [1, 0.34]],
  craw: [[0, 0.4], [0.06, 0.8], [0.25, 1], [0.55, 1], [0.8, 0.86], [1, 0.55]],
  "t-tail": [[0, 0.2], [0.04, 0.62], [0.14, 0.92], [0.32, 1], [0.58, 0.96], [0.8, 0.6], [1, 0.14]],
  crab: [[0, 0.4], [0.08, 0.86], [0.3, 1], [0.62, 1], [0.88, 0.8], [1, 0.5]],
  tube: [[0, 0.35], [0.03, 0.72], [0.1, 0.94], [0.25, 1], [0.75, 1], [1, 0.96]],
  surface: [[0, 0.3], [0.06, 0.66], [0.25, 0.94], [0.5, 1], [0.8, 0.86], [1, 0.5]],
  bulky: [[0, 0.4], [0.05, 0.8], [0.2, 1], [0.6, 1], [0.85, 0.85], [1, 0.6]],
};

/** Half height of the body (mm) at x mm from the nose. */
export function halfHeight(m: Measures, x: number): number {
  const profile = PROFILES[m.look] ?? PROFILES.stick!;
  const t = Math.min(1, Math.max(0, x / m.body_length_mm));
  const i = Math.max(1, profile.findIndex(([at]) => at >= t));
  const [a, b] = [profile[i - 1]!, profile[i]!];
  return (m.height_mm / 2) * (a[1] + ((t - a[0]) / (b[0] - a[0])) * (b[1] - a[1]));
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
  const profile = PROFILES[m.look] ?? PROFILES.stick!;
  const up: Point[] = profile.map(([t, half]) => [t * m.body_length_mm, (half * m.height_mm) / 2]);
  const down: Point[] = [...up].reverse().map(([x, y]) => [x, -y]);
  return { body: smooth([...up, ...seamless(m), ...down], true), ...tail(m) };
}
