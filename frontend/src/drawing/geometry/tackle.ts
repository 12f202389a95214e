// Hooks and heads from physical measures: mm, x = 0 at the rear face of the head, y up.
import type { CSSProperties } from "react";
import { toneOf } from "./colour";
import { smooth, type Point } from "./path";

export interface HookMeasures {
  straight_mm: number;
  gape_mm: number;
  wire_mm: number;
}

/** Shank, bend (half a circle of radius gape/2) and point, from x = `from`. */
export function hookPath(hook: HookMeasures, from = 0): string {
  const r = hook.gape_mm / 2;
  const x = hook.straight_mm;
  const back = hook.gape_mm * 0.85;
  return `M${from} 0L${x} 0A${r} ${r} 0 0 1 ${x} ${hook.gape_mm}L${x - back} ${hook.gape_mm * 1.06}`;
}

/** The barb, a short stroke behind the point. */
export function barbPath(hook: HookMeasures): string {
  const x = hook.straight_mm - hook.gape_mm * 0.56;
  const y = hook.gape_mm * 1.04;
  return `M${x} ${y}l${hook.gape_mm * 0.14} ${-hook.gape_mm * 0.14}`;
}

export interface HeadOutline {
  /** closed shapes of metal, and of a blade */
  metal: string[];
  blade: string[];
  /** centre of the eye */
  eye: Point;
  /** how far it stands ahead of the plastic's nose */
  ahead: number;
  /** how far it hangs below the axis, more than a ball does */
  under: number;
}

/** The paint of a head, over the sheet's metal; none where its colour is not told. */
export const paintOf = (head: { colour?: string } | null): CSSProperties | undefined => (head?.colour ? { fill: toneOf(head.colour).body } : undefined);

const circle = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}A${r} ${r} 0 1 0 ${x + r} ${y}A${r} ${r} 0 1 0 ${x - r} ${y}Z`;

/** The ball (mm) that a head's metal makes, without its hook. */
export function ballMm(head: { mass_g: number; hook_mass_g: number; density_g_cm3: number }): number {
  const cm3 = Math.max(0.01, head.mass_g - (head.mass_g > head.hook_mass_g * 2 ? 0 : head.hook_mass_g)) / head.density_g_cm3;
  return 10 * Math.cbrt((6 * cm3) / Math.PI);
}

/** A head of the ball's diameter d (mm), by shape; weight_x for weights in or under the body. */
export function headOutline(
  shape: string, d: number, body_height: number, weight_x: number | null,
): HeadOutline {
  const r = d / 2;
  const plain = (metal: string[], eye: Point, ahead: number, blade: string[] = [], under = 0): HeadOutline => ({
    metal, blade, eye, ahead, under,
  });
  switch (shape) {
    case "keeled-arrow":
      return plain(
        [smooth([[-d * 1.25, 0], [-d * 0.8, r * 0.62], [-d * 0.2, r * 0.95], [0, r * 0.85],
                 [0, -r * 0.95], [-d * 0.35, -r * 1.15], [-d * 0.95, -r * 0.62]], true)],
        [-d * 0.62, r * 0.95], d * 1.25);
    case "bullet":
      return plain(
        [smooth([[-d * 1.35, 0], [-d * 1.15, r * 0.5], [-d * 0.55, r * 0.82], [0, r * 0.86],
                 [0, -r * 0.86], [-d * 0.55, -r * 0.82], [-d * 1.15, -r * 0.5]], true)],
        [-d * 1.2, r * 0.6], d * 1.35);
    case "grub":
      return plain(
        [smooth([[-d * 1.05, 0], [-d * 0.95, r * 0.6], [-d * 0.6, r * 0.92], [0, r * 0.9],
                 [0, -r * 0.9], [-d * 0.6, -r * 0.92], [-d * 0.95, -r * 0.6]], true)],
        [-d * 0.6, r * 1.05], d * 1.05);
    case "slider":
      return plain(
        [`M${-d * 1.3} ${-r * 0.1}L${-d * 0.2} ${r * 0.5}L0 ${r * 0.5}L0 ${-r * 0.95}Q${-d * 0.7} ${-r * 1.1} ${-d * 1.3} ${-r * 0.1}Z`],
        [-d * 0.7, r * 0.55], d * 1.3);
    case "moulded-in": {
      const x = weight_x ?? 26;
      return plain([smooth([[x - d * 0.9, -body_height * 0.1], [x, body_height * 0.04], [x + d * 0.9, -body_height * 0.1],
                            [x, -body_height * 0.4]], true)], [-2, 0], 2);
    }
    case "darter":
      return plain(
        [`M${-d * 1.55} ${r * 0.1}L${-d * 0.3} ${r * 0.8}L0 ${r * 0.75}L0 ${-r * 0.8}L${-d * 0.5} ${-r * 1.2}Z`],
        [-d * 0.8, r * 0.72], d * 1.55);
    case "stand-up":
      return plain(
        [`M${-d * 1.1} ${-r}L${-d * 0.9} ${r * 0.2}L${-d * 0.2} ${r * 0.85}L0 ${r * 0.8}L0 ${-r * 0.8}L${-d * 0.25} ${-r}Z`],
        [-d * 0.75, r * 0.62], d * 1.1);
    case "football":
      return plain(
        [smooth([[-d * 0.9, 0], [-d * 0.72, r * 0.85], [-d * 0.3, r * 0.95], [0, r * 0.55],
                 [0, -r * 0.55], [-d * 0.3, -r * 0.95], [-d * 0.72, -r * 0.85]], true)],
        [-d * 0.5, r * 1.1], d * 0.9);
    case "mushroom":
      return plain([`M0 ${r * 1.25}A${r * 0.8} ${r * 1.25} 0 0 0 0 ${-r * 1.25}Z`], [-r * 0.35, r * 1.15], r * 0.8);
    case "buried": {
      const x = weight_x ?? r;
      return plain([circle(x, 0, Math.min(r, body_height * 0.42))], [-3, 0], 3);
    }
    case "belly-weighted": {
      const x = weight_x ?? 30;
      return plain([smooth([[x - d * 0.75, -body_height * 0.42], [x, -body_height * 0.3],
                            [x + d * 0.75, -body_height * 0.42], [x, -body_height * 0.42 - r]], true)],
                   [-4, 0], 4);
    }
    case "loose-bullet": {
      // It slides on the leader, a little ahead of the eye.
      const from = -d * 0.25 - 3;
      return plain(
        [smooth([[from - d * 1.35, 0], [from - d * 1.15, r * 0.5], [from - d * 0.55, r * 0.82], [from, r * 0.86],
                 [from, -r * 0.86], [from - d * 0.55, -r * 0.82], [from - d * 1.15, -r * 0.5]], true)],
        [-2, 0], d * 1.6 + 7);
    }
    case "nose-weedless":
      return plain(
        [smooth([[-d * 1.2, 0], [-d * 0.9, r * 0.6], [-d * 0.2, r * 0.9], [0, r * 0.5],
                 [0, -r * 0.9], [-d * 0.4, -r * 1.05], [-d * 0.95, -r * 0.6]], true)],
        [-d * 0.8, r * 0.75], d * 1.2 + 4);
    case "shaky":
      return plain([`M${-d} ${-r * 0.55}A${r} ${r} 0 1 0 ${-d * 0.05} ${-r * 0.55}Z`], [-r, r * 0.95], d + 4);
    case "offset-nail": {
      const x = weight_x ?? 12;
      const long = d * 1.9;
      return plain([`M${x - long / 2} ${r * 0.3}L${x + long * 0.35} ${r * 0.3}L${x + long / 2} 0L${x + long * 0.35} ${-r * 0.3}L${x - long / 2} ${-r * 0.3}Z`], [-3, 0], 3);
    }
    case "swinging":
      return plain([circle(-d * 0.5 - 5, 0, r), circle(-2.5, 0, 2.5)], [-d - 5, r * 0.4], d + 5);
    case "bladed":
      return plain([circle(-r, 0, r)], [-r, r],
                   d * 2.6, [smooth([[-d * 1.0, -r * 0.5], [-d * 1.9, -r * 0.9], [-d * 2.5, -r * 2.1],
                                     [-d * 1.9, -r * 2.5], [-d * 1.15, -r * 1.4]], true)], d * 1.35);
    case "crab":
      return plain(
        [`M${-d} ${-r * 0.9}L${-d * 0.9} ${r * 0.3}Q${-d * 0.4} ${r * 1.1} 0 ${r * 0.7}L0 ${-r * 0.9}Z`],
        [-d * 0.6, r * 0.85], d);
    default:
      return plain([circle(-r, 0, r)], [-r * 1.1, r * 0.98], d);
  }
}
