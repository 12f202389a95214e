// What is typed, as a number; and what is said of it, as plain words.
import Qty from "js-quantities";

/** As anglers write them, in the words of the library. */
const UNIT_WORDS: Record<string, string> = {
  "'": "ft", "′": "ft", '"': "in", "″": "in", inches: "in", knots: "kt", knot: "kt", kn: "kt", kts: "kt", gr: "g", grs: "g", kilos: "kg", kilo: "kg",
  "°c": "tempC", c: "tempC", "°f": "tempF", f: "tempF", "m/s": "m/s", "km/h": "km/h", kmh: "km/h", lbs: "lb", "lb test": "lb",
};
const NUMBER = /^\s*([-+−]?)\s*(?:(\d+)\s+(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d*)?|[.,]\d+))\s*(\S.*?)?\s*$/;

/** A number with what stands after it: a point or a comma for decimals, or a fraction. */
function parts(text: string): { value: number; unit: string } | null {
  const found = NUMBER.exec(text);
  if (!found) return null;
  const [, sign, whole, over, under, top, bottom, plain, unit] = found;
  const value = plain !== undefined ? Number(plain.replace(",", ".")) : Number(whole ?? 0) + Number(over ?? top) / Number(under ?? bottom);
  return { value: sign === "-" || sign === "−" ? -value : value, unit: unit ?? "" };
}

const named = (unit: string): string => UNIT_WORDS[unit.toLowerCase()] ?? unit;

/**
 * What was typed, in the unit of its box; with another usual unit written after it, what that is in
 * the box's. NaN for what is no number, for nothing, and for a unit of something else.
 */
export function typedNumber(text: string | undefined, unit = ""): number {
  const found = parts(text ?? "");
  if (!found) return NaN;
  if (found.unit === "" || found.unit === unit) return found.value;
  const [from, to] = [named(found.unit), named(unit)];
  try {
    return Number(Qty(found.value, from).to(to).scalar.toPrecision(12));
  } catch {
    return NaN;
  }
}

export function plainWords(error: unknown): string {
  return (error as Error).message.replaceAll("`", "");
}
