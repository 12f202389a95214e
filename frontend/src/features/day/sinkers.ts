// The sinker that a rig asks for, out of the angler's own box.
import type { Box } from "../../api/types";
import { gFromKg, grams, text } from "../../base/units";

/** What hangs below each rig that a sinker carries. */
const KINDS: Record<string, string> = { "sliding-sinker": "sliding", "three-way": "bottom", "drop-shot": "bottom" };
/** Half a gram under what is asked holds as well. */
const NEAR_G = 0.5;

export interface Plan {
  key: string;
  numbers: readonly { key: string; value?: number | null }[];
}

/** The sinker (g) of the rig that is taken: the box's own that does, else the least that holds. */
export function sinkerOf(plan: Plan, weights: Box["weights"]): number | null {
  const asked = plan.numbers.find((n) => n.key === "sinker")?.value;
  if (asked == null) return null;
  return doing(plan, gFromKg(asked), weights)?.mass_g ?? Math.ceil(gFromKg(asked));
}

const ofKind = (plan: Plan, weights: Box["weights"]) => weights.filter((w) => w.kind === KINDS[plan.key] && (w.carried ?? 0) > 0);

/** The lightest of the box that is heavy enough. */
const doing = (plan: Plan, least: number, weights: Box["weights"]) =>
  ofKind(plan, weights).filter((w) => w.mass_g >= least - NEAR_G).sort((a, b) => a.mass_g - b.mass_g)[0];

/** "Your 90 g bottom sinker does it.", or that none in the box holds; empty for other rigs. */
export function sinkerWords(plan: Plan, weights: Box["weights"]): string {
  const kind = KINDS[plan.key];
  const asked = plan.numbers.find((n) => n.key === "sinker");
  if (!kind || !asked) return "";
  if (asked.value == null) return "No sinker holds in this current.";
  const least = gFromKg(asked.value);
  const own = ofKind(plan, weights);
  const does = doing(plan, least, weights);
  if (does) return `Of your box the ${text(grams(does.mass_g))} ${kind} sinker.`;
  return own.length === 0 ? `No ${kind} sinker in your box: it asks for ${text(grams(least))} at least.`
    : `The ${kind} sinkers in your box are lighter than the ${text(grams(least))} it asks for.`;
}
