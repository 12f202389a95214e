// The sinker that a rig asks for, out of the angler's own box.
import type { Box } from "../../api/types";
import { grams, text } from "../../base/units";

/** What hangs below each rig that a sinker carries. */
const KINDS: Record<string, string> = { "sliding-sinker": "sliding", "three-way": "bottom", "drop-shot": "bottom" };
/** Half a gram under what is asked holds as well. */
const NEAR_G = 0.5;

interface Plan {
  key: string;
  numbers: readonly { key: string; value?: number | null }[];
}

/** "Your 90 g bottom sinker does it.", or that none in the box holds; empty for other rigs. */
export function sinkerWords(plan: Plan, weights: Box["weights"]): string {
  const kind = KINDS[plan.key];
  const asked = plan.numbers.find((n) => n.key === "sinker");
  if (!kind || !asked) return "";
  if (asked.value == null) return "No sinker holds in this current.";
  const least = asked.value * 1000;
  const own = weights.filter((w) => w.kind === kind && (w.carried ?? 0) > 0);
  const does = own.filter((w) => w.mass_g >= least - NEAR_G).sort((a, b) => a.mass_g - b.mass_g)[0];
  if (does) return `Of your box the ${text(grams(does.mass_g))} ${kind} sinker.`;
  return own.length === 0 ? `No ${kind} sinker in your box: it asks for ${text(grams(least))} at least.`
    : `The ${kind} sinkers in your box are lighter than the ${text(grams(least))} it asks for.`;
}
