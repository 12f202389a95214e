// Outfits in words: parts, verdicts with the figure that decides, what the doctor counts in.
import type { Choice, DoctorSays, Outfit } from "../../api/types";
import type { Sign } from "../day/words";
import { gramsInWater, gramsOfKg, headName, length, newtonsOfKg, small, speed, strengthText, text, type Units } from "../../ui/units";

export const PART_WORDS: Record<string, string> = {
  plastic: "the plastic", head: "the head", rigging: "the rigging", line: "the line", rod: "the rod",
  colour: "the colour", tip: "what is before the head", retrieve: "the retrieve",
};

export const LIMIT_WORDS: Record<Choice["ruled_out"][number]["limit"], string> = {
  "does-not-fit": "the hook does not fit the plastic, or the fish's mouth",
  "too-light": "too light for this water, this rod or this cast",
  "rod-rating": "over the rod's rating",
  "line-too-weak": "the line is weaker than this fish wants",
  "hook-too-weak": "the hook opens before this fish is held",
};

/** Colours as a head or a plastic is called. */
export const colourWords = (o: Outfit): string => (o.own_colour ? o.own_colour : `in ${o.colour}`);

export function leaderWords(o: Outfit): string {
  const leader = `${strengthText(newtonsOfKg(o.leader_kg))} leader`;
  if (o.tip === "wire") return `${leader}, 20 cm of wire before the head`;
  return o.tip === "bite piece" ? `${leader}, a short heavier bite piece` : leader;
}

export interface Told {
  sign: Sign;
  words: string;
  figure: string;
}

const WINDOW = (o: Outfit, units: Units): string => {
  if (o.right_to_m_s === null) return "";
  const high = text(speed(o.right_to_m_s, units));
  return o.right_from_m_s === null || o.right_from_m_s < 0.005
    ? `; right up to ${high}` : `; right from ${speed(o.right_from_m_s, units).value} to ${high}`;
};

export function verdictOf(o: Outfit, units: Units): Told {
  const touch = o.line_out_m === null ? "" : `touches on ${text(length(o.line_out_m, units))} of line`;
  switch (o.verdict) {
    case "right":
      return { sign: "right", words: "right here", figure: `${o.decided === "swims" ? swims(o, units) : o.decided === "drifts-by" ? `carried ${text(length(o.figure, units))} on the way down` : touch}${WINDOW(o, units)}` };
    case "marginal":
      return { sign: "marginal", words: "only just", figure: `${limitFigure(o, units)}: a fifth more current and it fails${WINDOW(o, units)}` };
    case "too-heavy":
      return { sign: "heavy", words: "heavier than it should be", figure: limitFigure(o, units) };
    default:
      return { sign: "light", words: "too light", figure: limitFigure(o, units) };
  }
}

const swims = (o: Outfit, units: Units): string =>
  o.figure === null ? "stays in their zone" : `stays in their zone up to ${text(speed(o.figure, units))}`;

function limitFigure(o: Outfit, units: Units): string {
  switch (o.decided) {
    case "hangs": return `${o.figure?.toFixed(1) ?? "–"} s in their zone`;
    case "drags": return `the bottom carries ${Math.round((o.figure ?? 0) * 100)} % of it`;
    case "in-touch": return `weighs ${text(gramsInWater(o.figure))} in water, the wind asks for ${text(gramsInWater(o.bound))}`;
    case "drifts-by": return `carried ${text(length(o.figure, units))}, ${text(length(o.bound, units))} is the most`;
    case "casts": case "outfit": return `package ${text(gramsOfKg(o.figure))}`;
    case "reaches": return `flies ${text(length(o.figure, units))}`;
    case "runs-under": return "runs under their zone";
    default: return o.line_out_m === null ? "" : `touches on ${text(length(o.line_out_m, units))} of line`;
  }
}

/** The doctor's number as it is said. */
export function numberWords(c: DoctorSays, units: Units): string {
  if (c.unit === "hook") return c.word;
  if (c.value == null) return "";
  switch (c.unit) {
    case "head": return units.head_unit === "g" ? text(gramsOfKg(c.value)) : `${text(headName({ mass_g: c.value * 1000 }, units))} (${text(gramsOfKg(c.value))})`;
    case "small": return c.value < 0.0009 && units.small_unit === "mm" ? `${(c.value * 1000).toFixed(2)} mm` : text(small(c.value * 1000, units, c.value < 0.01 ? 1 : 0));
    case "length": return text(length(c.value, units));
    case "speed": return text(speed(c.value, units));
    case "force": return strengthText(c.value);
    default: return c.value < 2 ? `${c.value.toFixed(0)} s` : `${c.value.toFixed(c.value < 10 ? 1 : 0)} s`;
  }
}

export const minutes = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
