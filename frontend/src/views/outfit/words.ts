// Outfits in words: parts, verdicts with the figure that decides, what the doctor counts in.
import type { Choice, ChoiceQuery, DoctorSays, Outfit } from "../../api/types";
import type { Sign } from "../../ui/sign";
import { gFromKg, gramsOfKg, headName, length, mmFromM, newtonsOfKg, small, speed, strengthText, text, type Units } from "../../base/units";
import { besideWords, tooHeavy, tooLight, windowWords, type Told } from "../../features/day/limits";

export const PART_WORDS: Record<string, string> = {
  plastic: "the plastic", head: "the head", rigging: "the rigging", line: "the line", rod: "the rod",
  colour: "the colour", tip: "what is before the head", retrieve: "the retrieve",
};

export const LIMIT_WORDS: Record<Choice["ruled_out"][number]["limit"], string> = {
  "does-not-fit": "the head cannot be rigged on the plastic",
  "fits-badly": "the hook sits badly in the plastic",
  "too-light": "it never gets to the fish in this water",
  "rod-rating": "far over the rod's rating",
  "line-too-weak": "the line is far weaker than this fish wants",
  "hook-too-weak": "the hook opens long before this fish is held",
};

/** Colours as a head or a plastic is called. */
export const colourWords = (o: Outfit): string => (o.own_colour ? o.own_colour : `in ${o.colour}`);

export function leaderWords(o: Outfit, units: Units, spool?: string): string {
  const leader = `${strengthText(newtonsOfKg(o.leader_kg), units)} leader${spool ? ` (${spool})` : ", none in the box suits"}`;
  if (o.tip === "wire") return `${leader}, 20 cm of wire before the head`;
  return o.tip === "bite piece" ? `${leader}, a short heavier bite piece` : leader;
}

export interface OutfitTold {
  sign: Sign;
  words: string;
  figure: string;
  beside: string[];
}

const toldOf = (o: Outfit): Told => ({
  limit: o.decided, figure: o.figure, bound: o.bound, lineOut: o.line_out_m, lineMost: null, minimum: null,
  speedLow: o.decided === "runs-under" ? o.figure : null, speedHigh: o.decided === "swims" ? o.figure : null, floats: "sinks",
});

export function verdictOf(o: Outfit, units: Units): OutfitTold {
  const beside = besideWords(o, o.lowered ? "" : "its cast");
  const window = o.rigging === "float" ? "" : windowWords(o.right_from_m_s, o.right_to_m_s, units);
  const and = (first: string) => [first, window].filter(Boolean).join("; ");
  switch (o.verdict) {
    case "right":
      return { sign: "right", words: "right here", figure: and(doing(o, units)), beside };
    case "marginal":
      return { sign: "marginal", words: "only just", figure: and(`${tooLight(toldOf(o), units)[1] || doing(o, units)}${o.decided === "reaches" ? ", by a guess" : o.decided === "in-touch" ? "" : ": a fifth more current and it fails"}`), beside };
    case "too-heavy": {
      // What practice ties on here though a lighter head would hang longer is not called a fault.
      if (o.decided === "hangs") return { sign: "right", words: "right here, not the lightest", figure: and(tooHeavy(toldOf(o), units)[1]), beside };
      const [words, figure] = tooHeavy(toldOf(o), units);
      return { sign: "heavy", words, figure, beside };
    }
    default: {
      const [words, figure] = tooLight(toldOf(o), units);
      return { sign: "light", words, figure, beside };
    }
  }
}

function doing(o: Outfit, units: Units): string {
  if (o.decided === "swims") return o.figure === null ? "stays in their zone" : `stays in their zone up to ${text(speed(o.figure, units))}`;
  if (o.decided === "drifts-by") return `carried ${text(length(o.figure, units))} on the way down`;
  if (o.rigging === "float") return "hangs on its leader, and goes with the water";
  return o.line_out_m === null ? "" : `touches on ${text(length(o.line_out_m, units))} of line`;
}

/** The doctor's number as it is said. */
export function numberWords(c: DoctorSays, units: Units): string {
  if (c.unit === "hook") return c.word;
  if (c.value == null) return "";
  switch (c.unit) {
    case "head": return units.head_unit === "g" ? text(gramsOfKg(c.value)) : `${text(headName({ mass_g: gFromKg(c.value) }, units))} (${text(gramsOfKg(c.value))})`;
    case "small": return c.value < 0.0009 && units.small_unit === "mm" ? `${mmFromM(c.value).toFixed(2)} mm` : text(small(mmFromM(c.value), units, c.value < 0.01 ? 1 : 0));
    case "length": return text(length(c.value, units));
    case "speed": return text(speed(c.value, units));
    case "force": return strengthText(c.value, units);
    default: return c.value < 2 ? `${c.value.toFixed(0)} s` : `${c.value.toFixed(c.value < 10 ? 1 : 0)} s`;
  }
}

export const minutes = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;

/** The outfit that is asked about, whole. */
export const partsOf = (o: Outfit) => ({
  plastic_id: o.plastic_id, head_id: o.head_id, line_id: o.line_id, rod_id: o.rod_id, rigging: o.rigging,
  retrieve: o.way.key as ChoiceQuery["retrieve"],
});
