// The only place in the interface where units are converted (src/ilha/core/units.py is the other).
import type { Settings } from "../api/types";

export type Units = Pick<
  Settings,
  "head_unit" | "depth_unit" | "speed_unit" | "small_unit" | "temperature_unit" | "wind_unit" | "strength_unit"
>;

const G_PER_OZ = 28.349523125;
const M_PER_FT = 0.3048;
const MM_PER_IN = 25.4;
const M_S_PER_KN = 1852 / 3600;
const N_PER_KGF = 9.80665;
/** v = 0.836 B^(3/2) m/s: the World Meteorological Organization's equivalent speeds; from memory. */
const BEAUFORT = 0.836;

export const mmFromM = (m: number): number => m * 1000;
export const gFromKg = (kg: number): number => kg * 1000;

/** A figure and its unit, apart so that they can be set in different sizes. */
export interface Figure {
  value: string;
  unit: string;
}

const DASH: Figure = { value: "–", unit: "" };
type Maybe = number | null | undefined;

function fixed(value: number, digits: number): string {
  const text = value.toFixed(digits);
  // Minus nothing is nothing.
  return /^-0(\.0*)?$/.test(text) ? text.slice(1) : text;
}

export function text(figure: Figure): string {
  return figure.unit ? `${figure.value} ${figure.unit}` : figure.value;
}

/** Depths, leads, lengths of line. */
export function length(m: Maybe, units: Units, digits = 1): Figure {
  if (m == null) return DASH;
  return units.depth_unit === "ft"
    ? { value: fixed(m / M_PER_FT, digits), unit: "ft" }
    : { value: fixed(m, digits), unit: "m" };
}

/** "0 to 1 m": both ends without needless decimals. */
export function rangeText(low: number, high: number, units: Units): string {
  const [a, b] = [low, high].map((m) => Number(length(m, units).value));
  return `${a} to ${b} ${units.depth_unit}`;
}

export function speed(m_s: Maybe, units: Units, digits = 2): Figure {
  if (m_s == null) return DASH;
  return units.speed_unit === "kn"
    ? { value: fixed(m_s / M_S_PER_KN, digits), unit: "kn" }
    : { value: fixed(m_s, digits), unit: "m/s" };
}

const force = (m_s: number): number => (m_s / BEAUFORT) ** (2 / 3);

/** Wind, as forecasts say it. */
export function wind(m_s: Maybe, units: Units): Figure {
  if (m_s == null) return DASH;
  if (units.wind_unit === "Bft") return { value: `force ${fixed(force(m_s), 0)}`, unit: "" };
  return units.wind_unit === "kn"
    ? { value: fixed(m_s / M_S_PER_KN, 0), unit: "kn" }
    : { value: fixed(m_s, 1), unit: "m/s" };
}

const POINTS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"];
/** The compass in eight points, each with its degrees. */
export const COMPASS = POINTS.map((words, i) => ({ words, deg: 45 * i }));

export function compass(deg: number): string {
  return POINTS[Math.round(deg / 45) % 8]!;
}

export function temperature(c: Maybe, units: Units): Figure {
  if (c == null) return DASH;
  return units.temperature_unit === "°F"
    ? { value: fixed(c * 1.8 + 32, 0), unit: "°F" }
    : { value: fixed(c, 1), unit: "°C" };
}

/** Measures on the bench: millimetres, or inches to the sixteenth as a rule is marked. */
export function small(mm: Maybe, units: Units, digits = 0): Figure {
  if (mm == null) return DASH;
  return units.small_unit === "in"
    ? { value: inches(mm), unit: "in" }
    : { value: fixed(mm, digits), unit: "mm" };
}

export function inches(mm: number): string {
  return withFraction(mm / MM_PER_IN, 16);
}

/** Bench measures as they are typed: millimetres, or decimal inches. */
export function smallScale(units: Units): Scale {
  return units.small_unit === "in"
    ? { unit: "in", toSi: (x) => x * MM_PER_IN, fromSi: (x) => x / MM_PER_IN, step: 0.05 }
    : { unit: "mm", toSi: SAME, fromSi: SAME, step: 0.5 };
}

export function grams(g: Maybe, digits = 1): Figure {
  return g == null ? DASH : { value: fixed(g, digits), unit: "g" };
}

/** A package as the board carries it, kg. */
export function gramsOfKg(kg: Maybe, digits = 1): Figure {
  return grams(kg == null ? null : gFromKg(kg), digits);
}

/** A weight in water as an angler says it: what a scale under water would show. */
export function gramsInWater(newton: Maybe): Figure {
  return gramsOfKg(newton == null ? null : newton / N_PER_KGF);
}

/** A number of a rigging plan, by its kind: m, kg, degrees, s, times, N; by its word where the trade has one. */
export function planNumber(n: { value?: number | null; kind: string; word?: string | null }, units: Units): string {
  if (n.word) return n.word;
  if (n.value == null) return DASH.value;
  switch (n.kind) {
    case "small": return text(small(mmFromM(n.value), units, n.value < 0.01 ? 1 : 0));
    case "length": return cut(n.value, units);
    case "mass": return text(grams(gFromKg(n.value)));
    case "angle": return `${fixed(n.value, 0)}°`;
    case "seconds": return fixed(n.value, 0);
    case "pull": return text(strength(n.value, units));
    default: return fixed(n.value, 0);
  }
}

const SAID = /(\d+(?:\.\d+)?)(?:( to )(\d+(?:\.\d+)?))? (mm|m\/s|m|g)\b(?![/²])/g;

/** A sentence of the trade, written with metric figures, in the angler's units. */
export function said(sentence: string, units: Units): string {
  return sentence.replace(SAID, (whole, low: string, to: string | undefined, high: string | undefined, unit: string) => {
    const figure = figureOf(unit, units);
    const [a, b] = [figure(Number(low)), high === undefined ? null : figure(Number(high))];
    if (a.unit === unit) return whole;
    return b === null ? text(a) : `${a.value}${to}${text(b)}`;
  });
}

function figureOf(unit: string, units: Units): (si: number) => Figure {
  if (unit === "mm") return (mm) => small(mm, units);
  if (unit === "m/s") return (m_s) => speed(m_s, units);
  if (unit === "m") return (m) => length(m, units);
  return (g) => (units.head_unit === "g" ? grams(g) : { value: ouncesText(ouncesFromGrams(g)), unit: "oz" });
}

/** Width of an ID-1 card, mm: ISO/IEC 7810. */
export const CARD_MM = 85.6;

/** Sixteenths of an inch to millimetres, for rulers. */
export const MM_PER_SIXTEENTH = MM_PER_IN / 16;

/** What lines hold and fish weigh, N. */
export function strength(newton: Maybe, units: Units): Figure {
  if (newton == null) return DASH;
  const kg = newton / N_PER_KGF;
  return units.strength_unit === "lb" ? { value: fixed(kg / KG_PER_LB, kg < 5 ? 1 : 0), unit: "lb" } : { value: fixed(kg, 1), unit: "kg" };
}

export function strengthScale(units: Units): Scale {
  return units.strength_unit === "lb"
    ? { unit: "lb", toSi: (x) => x * KG_PER_LB, fromSi: (x) => x / KG_PER_LB, step: 1 } : KG_SCALE;
}

/** How thick a line is. */
export function thickness(mm: Maybe, units: Units): Figure {
  if (mm == null) return DASH;
  return units.small_unit === "in" ? { value: fixed(mm / MM_PER_IN, 3), unit: "in" } : { value: fixed(mm, 2), unit: "mm" };
}

/** How fast a rig falls: by the unit of the depth that it falls through. */
export function fallSpeed(m_s: Maybe, units: Units): Figure {
  if (m_s == null) return DASH;
  return units.depth_unit === "ft" ? { value: fixed(m_s / M_PER_FT, 1), unit: "ft/s" } : { value: fixed(m_s, 2), unit: "m/s" };
}

/** A length to cut: metres, or feet and whole inches. */
function cut(m: number, units: Units): string {
  if (units.depth_unit !== "ft") return text(length(m, units, 2));
  const inches_ = Math.round(mmFromM(m) / MM_PER_IN);
  const [feet, rest] = [Math.floor(inches_ / 12), inches_ % 12];
  return [feet ? `${feet} ft` : "", rest || !feet ? `${rest} in` : ""].filter(Boolean).join(" ");
}

const KG_PER_LB = 0.45359237;

export function strengthText(newton: Maybe, units: Units): string {
  return text(strength(newton, units));
}

export const newtonsOfKg = (kg: number): number => kg * N_PER_KGF;

/** Line that a reel takes up in a turn. */
export function turnLength(cm: Maybe, units: Units): Figure {
  const scale = handScale(units);
  return cm == null ? DASH : { value: fixed(scale.fromSi(cm), scale.unit === "in" ? 1 : 0), unit: scale.unit };
}

/** Turns of the handle a second, from the reel's line per turn. */
export function turns(m_s: Maybe, cm_per_turn: number): string {
  return m_s == null ? DASH.value : fixed((m_s * 100) / cm_per_turn, 1);
}

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/** 1.375 -> "1 3/8", to the nearest 1/over. */
export function withFraction(value: number, over: number): string {
  const parts = Math.round(value * over);
  const whole = Math.floor(parts / over);
  const rest = parts % over;
  if (rest === 0) return String(whole);
  const g = gcd(rest, over);
  const fraction = `${rest / g}/${over / g}`;
  return whole === 0 ? fraction : `${whole} ${fraction}`;
}

export interface Ounces {
  whole: number;
  over: [number, number] | null;
}

/** Ounces as the fraction on the packet: sixteenths first, then sixths and tenths. */
export function ounces(oz: number): Ounces {
  for (const over of [1, 2, 4, 8, 16, 6, 10, 32]) {
    const parts = Math.round(oz * over);
    if (parts > 0 && Math.abs(parts / over - oz) < 0.004 * oz + 1e-6) {
      const rest = parts % over;
      const g = gcd(rest, over);
      return { whole: Math.floor(parts / over), over: rest ? [rest / g, over / g] : null };
    }
  }
  const parts = Math.max(1, Math.round(oz * 32));
  const g = gcd(parts % 32, 32);
  return { whole: Math.floor(parts / 32), over: parts % 32 ? [(parts % 32) / g, 32 / g] : null };
}

export function ouncesText(oz: number): string {
  const { whole, over } = ounces(oz);
  const fraction = over ? `${over[0]}/${over[1]}` : "";
  return [whole || "", fraction].filter(Boolean).join(" ") || "0";
}

export const gramsOfOunces = (oz: number): number => oz * G_PER_OZ;

export function ouncesFromGrams(g: number): number {
  return g / G_PER_OZ;
}

/** What a head is called: its printed fraction, or its grams. */
export function headName(head: { printed_oz?: number | null; mass_g: number }, units: Units): Figure {
  if (units.head_unit === "g") return { value: fixed(head.mass_g, 1), unit: "g" };
  const oz = head.printed_oz ?? ouncesFromGrams(head.mass_g);
  return { value: ouncesText(oz), unit: "oz" };
}

export interface Scale {
  unit: string;
  /** to what is stored */
  toSi: (shown: number) => number;
  fromSi: (si: number) => number;
  step: number;
}

const SAME = (x: number) => x;

export function lengthScale(units: Units): Scale {
  return units.depth_unit === "ft"
    ? { unit: "ft", toSi: (x) => x * M_PER_FT, fromSi: (x) => x / M_PER_FT, step: 0.5 }
    : { unit: "m", toSi: SAME, fromSi: SAME, step: 0.1 };
}

export function speedScale(units: Units): Scale {
  return units.speed_unit === "kn"
    ? { unit: "kn", toSi: (x) => x * M_S_PER_KN, fromSi: (x) => x / M_S_PER_KN, step: 0.1 }
    : { unit: "m/s", toSi: SAME, fromSi: SAME, step: 0.05 };
}

export function windScale(units: Units): Scale {
  if (units.wind_unit === "Bft") {
    return { unit: "Bft", toSi: (x) => BEAUFORT * x ** 1.5, fromSi: force, step: 1 };
  }
  return units.wind_unit === "kn"
    ? { unit: "kn", toSi: (x) => x * M_S_PER_KN, fromSi: (x) => x / M_S_PER_KN, step: 1 }
    : { unit: "m/s", toSi: SAME, fromSi: SAME, step: 1 };
}

/** Pulls on the line, as the grams that would pull so. */
export const PULL_SCALE: Scale = {
  unit: "g", toSi: (x) => (x * N_PER_KGF) / 1000, fromSi: (x) => (x * 1000) / N_PER_KGF, step: 0.5,
};
export function pull(newton: number): Figure {
  return { value: fixed(PULL_SCALE.fromSi(newton), 0), unit: "g" };
}

export const GRAM_SCALE: Scale = { unit: "g", toSi: SAME, fromSi: SAME, step: 1 };
export const KG_SCALE: Scale = { unit: "kg", toSi: SAME, fromSi: SAME, step: 0.5 };
export const PERCENT_SCALE: Scale = { unit: "%", toSi: SAME, fromSi: SAME, step: 0.5 };
export const CM_SCALE: Scale = { unit: "cm", toSi: SAME, fromSi: SAME, step: 1 };

/** Fish, and what a reel takes up in a turn, are measured in centimetres or in inches. */
export function handScale(units: Units): Scale {
  return units.small_unit === "in"
    ? { unit: "in", toSi: (x) => (x * MM_PER_IN) / 10, fromSi: (x) => (x * 10) / MM_PER_IN, step: 0.5 } : CM_SCALE;
}

export function temperatureScale(units: Units): Scale {
  return units.temperature_unit === "°F"
    ? { unit: "°F", toSi: (x) => (x - 32) / 1.8, fromSi: (x) => x * 1.8 + 32, step: 1 }
    : { unit: "°C", toSi: SAME, fromSi: SAME, step: 0.5 };
}
