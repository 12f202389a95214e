// How a rigging lays plastic and steel against each other: mm, x = 0 at the rear of the head, y up
// from the axis. From the plan's own numbers (m).
import type { RiggingPlan } from "../../api/types";
import { halfHeight, type Measures } from "./plastic";

export interface Laid {
  /** the plastic's part that is kept, from its nose */
  from: number;
  to: number;
  reversed: boolean;
  /** the steel moved from where a straight thread has it */
  steel: [number, number];
  /** where the hook comes out, or is pushed up; on the back */
  mark: number | null;
  /** through the nose and up from underneath */
  weedless: boolean;
  /** across the body, at x */
  across: number | null;
  nail: boolean;
  /** the mark on the back, above the axis */
  markY: number;
  /** a treble hung from the exit to x */
  stinger: [number, number] | null;
  /** a small blade turns at the tail */
  blade: boolean;
  /** a slim plastic of this length on the hook behind the hair */
  trailer: number | null;
}

export function laidOut(
  plan: RiggingPlan, plastic: Measures, head_mm: number, keeper_mm: number,
): Laid {
  const laid = placed(plan, plastic, head_mm, keeper_mm);
  // Where the body is cut or turned round, its back is as high as it is there.
  const at = laid.mark === null ? 0 : laid.reversed ? laid.to - laid.mark : laid.from + laid.mark;
  const cut = laid.from > 0 || laid.reversed;
  return { ...laid, markY: cut ? halfHeight(plastic, at) : plastic.height_mm / 2 };
}

function placed(plan: RiggingPlan, plastic: Measures, head_mm: number, keeper_mm: number): Laid {
  const mm = (key: string): number | null => {
    const found = plan.numbers.find((n) => n.key === key);
    return found?.value == null ? null : found.value * 1000;
  };
  const half = plastic.height_mm / 2;
  const laid: Laid = {
    from: 0, to: plastic.length_mm, reversed: false, steel: [-keeper_mm, 0], markY: half, mark: mm("exit"),
    weedless: false, across: null, nail: false, stinger: null, blade: false, trailer: null,
  };
  switch (plan.key) {
    case "high":
    case "hidden-point":
      return { ...laid, steel: [-keeper_mm, half - (mm("depth") ?? half)] };
    case "trimmed-nose":
      return { ...laid, from: mm("trim") ?? 0 };
    case "cut-down":
      return { ...laid, from: mm("cut") ?? 0 };
    case "tail-first":
    case "shrimp-tail-first":
      return { ...laid, to: mm("keep") ?? plastic.length_mm, reversed: true };
    case "weedless":
    case "weedless-swinging":
    case "weedless-nose":
    case "weedless-bare":
      return { ...laid, weedless: true, mark: mm("up"), steel: [-keeper_mm, -half - 0.5] };
    case "tube":
      return { ...laid, steel: [head_mm - keeper_mm, 0] };
    case "wacky":
      return { ...laid, across: mm("middle"), mark: mm("middle"), nail: true };
    case "wacky-blade":
      return { ...laid, across: mm("hook_at"), mark: mm("hook_at"), blade: true };
    case "tied-trailer":
      return { ...laid, trailer: mm("trailer") };
    case "stinger":
      return { ...laid, stinger: [mm("exit") ?? 0, mm("reaches") ?? 0] };
    default:
      return laid;
  }
}

/** Riggings whose point is a length of line: drawn as a line with knots, not to scale. */
export const ON_LINE = new Set(["float", "tandem", "sliding-sinker", "three-way", "drop-shot"]);
