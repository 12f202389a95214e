// The trailer that goes behind hair, out of the angler's own box.
import type { Box } from "../../api/types";
import { mmFromM, small, text, type Units } from "../../base/units";
import type { Plan } from "./sinkers";

const SLIM = new Set(["jerk", "stick"]);

/** "Trailer: of your box 76 mm minnow", or how long one may be; empty for other rigs. */
export function trailerWords(plan: Plan, plastics: Box["plastics"], units: Units): string {
  const most = plan.numbers.find((n) => n.key === "trailer")?.value;
  if (plan.key !== "tied-trailer" || most == null) return "";
  const goes = plastics.filter((p) => SLIM.has(p.look) && p.length_mm <= mmFromM(most)).sort((a, b) => b.length_mm - a.length_mm)[0];
  const long = text(small(mmFromM(most), units));
  return goes ? `The trailer, of your box: ${goes.name}.` : `The trailer: a slim plastic of ${long} at most; none so short in your box, cut one down.`;
}
