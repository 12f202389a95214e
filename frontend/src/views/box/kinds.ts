// Each kind of tackle: what it is called, what is typed of it, what its row shows.
import { HEAD_MATERIALS, HOOK_SIZES, KEEPERS, LOOKS, PLASTIC_MATERIALS, SHAPES, WIRES } from "../../api/vocabulary";
import type { GearKind, GearRow } from "../../api/gear";
import type { Box, Head, Plastic, Settings } from "../../api/types";
import { typedNumber } from "../../ui/typed";
import { grams, gramsOfOunces, handScale, headName, turnLength, lengthScale, ouncesFromGrams, strengthScale, thickness, newtonsOfKg, ouncesText, small, smallScale, strengthText, text, length } from "../../base/units";
import { shapeWords } from "../../ui/weight";


export interface Field {
  key: string;
  label: string;
  /** "small": mm or inches; "turn": cm or inches; "long": m or feet; "ounces": a fraction; "price": in the currency */
  is: "words" | "number" | "small" | "turn" | "long" | "ounces" | "price" | readonly string[];
  note?: string;
  /** of a plain number */
  unit?: string;
  /** may be left empty */
  empty?: boolean;
  /** one of the box's own, by its id */
  of?: "plastics";
  /** asked only where another field has this value */
  when?: readonly [key: string, value: string];
}

export interface Gear<K extends GearKind = GearKind> {
  title: string;
  one: string;
  /** said over the rows */
  lead?: string;
  fields: Field[];
  heads: string[];
  /** a cell, or one with a word of warning after it */
  cells: (row: Box[K][number], units: Settings) => (string | [string, string])[];
  name: (row: Box[K][number], units: Settings) => string;
  /** what a new one begins as */
  blank: Record<string, string>;
}

const holds = (strength_kg: number, s: Settings) => strengthText(newtonsOfKg(strength_kg), s);
export const priceText = (price: number | null | undefined, s: Settings): string => (price == null ? "–" : `${price.toFixed(2)} ${s.currency}`);
/** How many there are, once the log has taken off what was lost. */
export const leftOf = (row: { carried: number; lost: number }): number => Math.max(0, row.carried - row.lost);
export const headWords = (h: Pick<Head, "printed_oz" | "mass_g" | "shape">, s: Settings): string => `${text(headName(h, s))} ${shapeWords(h.shape)}`;
/** What is printed on a head, in the unit that is chosen. */
const printedWords = (oz: number, s: Settings): string => (s.head_unit === "g" ? text(grams(gramsOfOunces(oz))) : `${ouncesText(oz)} oz`);
const stock = (row: { carried: number; lost: number }) => (row.lost > 0 ? `${leftOf(row)} of ${row.carried}` : String(row.carried));

const G_OFF = 5;
/** How far the scale is from what is printed, percent; null where nothing was weighed or printed. */
export function offPrinted(h: Pick<Head, "weighed" | "mass_g" | "printed_oz">): number | null {
  return h.weighed && h.printed_oz != null ? 100 * (h.mass_g / gramsOfOunces(h.printed_oz) - 1) : null;
}

function scaleWords(h: Head): string | [string, string] {
  const off = offPrinted(h);
  const shown = text(grams(h.mass_g));
  if (!h.weighed) return `${shown}, as printed`;
  return off !== null && Math.abs(off) >= G_OFF ? [shown, `${off > 0 ? "+" : "−"}${Math.abs(off).toFixed(0)} %`] : shown;
}

const CARRIED: Field = { key: "carried", label: "Carried", is: "number" };
const PRICE: Field = { key: "price", label: "Price of one", is: "price", empty: true };
const NAME: Field = { key: "name", label: "Name", is: "words" };

const heads: Gear<"heads"> = {
  title: "Heads", one: "head",
  lead: "A printed weight can be half the real one: weigh them. Lead: wash your hands, keep it from food and children.",
  fields: [
    { key: "printed_oz", label: "Printed", is: "ounces", note: "as on the packet; empty if none", empty: true },
    { key: "mass_g", label: "The scale says, g", is: "number", unit: "g", note: "empty: as printed", empty: true },
    { key: "shape", label: "Shape", is: Object.keys(SHAPES) }, { key: "material", label: "Material", is: HEAD_MATERIALS },
    { key: "hook_size", label: "Hook", is: HOOK_SIZES },
    { key: "hook_straight_mm", label: "Straight part of its shank", is: "small", note: "empty: typical", empty: true },
    { key: "hook_gape_mm", label: "Gape", is: "small", note: "empty: typical", empty: true },
    { key: "hook_wire_mm", label: "Wire", is: "small", note: "empty: typical", empty: true },
    { key: "hook_wire", label: "Its wire, where it is not measured", is: WIRES },
    { key: "keeper", label: "Keeper", is: KEEPERS }, { key: "keeper_takes_mm", label: "The keeper takes", is: "small" },
    { key: "weight_x_mm", label: "An inside weight lies at", is: "small", note: "empty: none inside", empty: true },
    { key: "colour", label: "Colour", is: "words", empty: true },
    { key: "extra_drag_cm2", label: "Hair, skirt or blade on it: drag area, cm²", is: "number", unit: "cm²", note: "0: bare; a hair dressing has 1 to 3" },
    { key: "plastic_id", label: "Moulded in the plastic", is: "number", of: "plastics", when: ["shape", "moulded-in"] },
    CARRIED, PRICE,
  ],
  heads: ["printed", "head", "scale", "hook", "keeper", "left", "price"],
  cells: (h, s) => [
    h.printed_oz ? printedWords(h.printed_oz, s) : "–", `${shapeWords(h.shape)}, ${h.material}`, scaleWords(h),
    `${h.colour ? `${h.colour}; ` : ""}${h.hook_size}, gape ${text(small(h.hook_gape_mm, s))}, wire ${text(small(h.hook_wire_mm, s, 1))}${h.hook_measured ? ", measured" : h.hook_wire === "medium" ? "" : `, ${h.hook_wire}`}`,
    h.keeper, stock(h), priceText(h.price, s),
  ],
  name: headWords,
  blank: { printed_oz: "1/4", shape: "ball", material: "lead", hook_size: "2/0", hook_wire: "medium", keeper: "wire barb", keeper_takes_mm: "0", extra_drag_cm2: "0", carried: "1" },
};

const plastics: Gear<"plastics"> = {
  title: "Plastics", one: "plastic",
  lead: "Keep kinds apart in their own bags: materials melt each other, and colours run.",
  fields: [
    NAME, { key: "look", label: "Looks like a", is: LOOKS },
    { key: "material", label: "Material", is: PLASTIC_MATERIALS },
    { key: "colour", label: "Colour", is: "words", empty: true },
    { key: "length_mm", label: "Length", is: "small" }, { key: "body_length_mm", label: "Working length, without a thin tail", is: "small", note: "empty: usual of its look", empty: true },
    { key: "width_mm", label: "Width", is: "small", note: "empty: usual", empty: true }, { key: "height_mm", label: "Height", is: "small", note: "empty: usual", empty: true },
    { key: "slit", label: "Slit", is: ["none", "belly", "back", "hollow"] }, { key: "slit_mm", label: "The slit is deep", is: "small", note: "0: half its height" },
    { key: "mass_g", label: "The scale says, g", is: "number", unit: "g", note: "empty: from its shape", empty: true },
    { key: "extra_drag_cm2", label: "Hair, legs or blades beside its shape: drag area, cm²", is: "number", unit: "cm²", note: "0: none" },
    CARRIED, { key: "condition", label: "Condition", is: ["new", "good", "worn", "torn"] }, PRICE,
  ],
  heads: ["plastic", "kind", "colour", "length", "weight", "left", "condition", "price"],
  cells: (p, s) => [p.name, `${p.look}, ${p.material}${p.slit === "none" ? "" : `, ${p.slit === "hollow" ? "hollow" : `${p.slit} slit`}`}`, p.colour || "–", text(small(p.length_mm, s)), `${text(grams(p.mass_g))}${p.weighed ? "" : ", from its shape"}`, stock(p), p.condition, priceText(p.price, s)],
  name: (p) => p.name,
  blank: { look: "paddle", material: "plastisol", slit: "none", slit_mm: "0", extra_drag_cm2: "0", carried: "1", condition: "new" },
};

const lines: Gear<"lines"> = {
  title: "Lines", one: "line",
  fields: [
    NAME, { key: "kind", label: "Kind", is: ["braid", "nylon", "fluorocarbon"] }, { key: "strength_kg", label: "Holds, kg", is: "number", unit: "kg" },
    { key: "diameter_mm", label: "Diameter, mm", is: "number", unit: "mm", note: "empty: usual of its kind and strength", empty: true },
  ],
  heads: ["line", "kind", "diameter", "holds"], cells: (l, s) => [l.name, l.kind ?? "braid", text(thickness(l.diameter_mm, s)), holds(l.strength_kg, s)], name: (l) => l.name, blank: { kind: "braid" },
};

const rods: Gear<"rods"> = {
  title: "Rods", one: "rod", lead: "One cast that you measured makes all others: what was thrown, how far, on which line. Without one it is assumed to throw as rods of its rating do, and rules nothing out.",
  fields: [
    NAME, { key: "lure_min_g", label: "Throws from, g", is: "number", unit: "g" }, { key: "lure_max_g", label: "to, g", is: "number", unit: "g" },
    { key: "length_m", label: "Length", is: "long", empty: true },
    { key: "cast_mass_g", label: "Measured cast: weight of the whole package, g", is: "number", unit: "g", note: "empty: assumed by the rating", empty: true }, { key: "cast_distance_m", label: "it flew", is: "long", empty: true },
    { key: "cast_line_mm", label: "on line of, mm", is: "number", unit: "mm", empty: true }, { key: "cast_drag_cm2", label: "its drag area, cm²", is: "number", unit: "cm²", note: "2.8 for a 127 mm jerk", empty: true },
  ],
  heads: ["rod", "throws", "cast"],
  cells: (r, s) => [r.name, `${r.lure_min_g} to ${r.lure_max_g} g`, r.cast_distance_m == null
    ? `assumed: ${r.usual_mass_g} g about ${text(length(r.usual_distance_m, s, 0))}`
    : `${r.cast_mass_g} g flew ${text(length(r.cast_distance_m, s, 0))} on ${r.cast_line_mm} mm`],
  name: (r) => r.name, blank: {},
};

const reels: Gear<"reels"> = {
  title: "Reels", one: "reel",
  fields: [NAME, { key: "line_per_turn_cm", label: "Line a turn", is: "turn" }, { key: "drag_max_kg", label: "Greatest drag, kg", is: "number", unit: "kg", empty: true }],
  heads: ["reel", "line a turn", "greatest drag"],
  cells: (r, s) => [r.name, text(turnLength(r.line_per_turn_cm, s)), r.drag_max_kg == null ? "–" : holds(r.drag_max_kg, s)], name: (r) => r.name, blank: {},
};

const leaders: Gear<"leaders"> = {
  title: "Leaders", one: "leader",
  fields: [
    NAME, { key: "material", label: "Material", is: ["fluorocarbon", "nylon", "wire"] }, { key: "diameter_mm", label: "Diameter, mm", is: "number", unit: "mm" },
    { key: "strength_kg", label: "Holds, kg", is: "number", unit: "kg" }, { key: "left_m", label: "Left on the spool", is: "long", empty: true },
    { key: "price_m", label: "Price of a metre", is: "price", empty: true },
  ],
  heads: ["leader", "material", "diameter", "holds", "left", "a metre"],
  cells: (l, s) => [l.name, l.material ?? "", text(thickness(l.diameter_mm, s)), holds(l.strength_kg, s), text(length(l.left_m, s, 0)), priceText(l.price_m, s)],
  name: (l) => l.name, blank: { material: "fluorocarbon" },
};

const hooks: Gear<"hooks"> = {
  title: "Loose hooks", one: "hook", lead: "Points out of reach: a closed box, away from children and pockets.",
  fields: [
    { key: "kind", label: "Kind", is: ["straight", "offset", "offset, weighted", "wacky", "stinger"] }, { key: "size", label: "Size", is: HOOK_SIZES },
    { key: "mass_g", label: "The scale says, g", is: "number", unit: "g", note: "empty: typical", empty: true },
    { key: "straight_mm", label: "Straight part", is: "small", note: "empty: typical", empty: true }, { key: "gape_mm", label: "Gape", is: "small", note: "empty: typical", empty: true },
    { key: "wire_mm", label: "Wire", is: "small", note: "empty: typical", empty: true }, CARRIED, PRICE,
  ],
  heads: ["hook", "gape", "wire", "weight", "carried", "price"],
  cells: (h, s) => [`${h.kind} ${h.size}`, text(small(h.gape_mm, s)), text(small(h.wire_mm, s, 1)), text(grams(h.mass_g)), String(h.carried), priceText(h.price, s)],
  name: (h) => `${h.kind} ${h.size}`, blank: { kind: "offset", size: "3/0", carried: "1" },
};

const WEIGHT_WORDS: Record<string, string> = { nail: "nail", bullet: "bullet sinker", sliding: "sliding sinker", bottom: "bottom sinker", shot: "split shot" };
const weights: Gear<"weights"> = {
  title: "Loose weights", one: "weight",
  fields: [{ key: "kind", label: "Kind", is: Object.keys(WEIGHT_WORDS) }, { key: "mass_g", label: "Weight, g", is: "number", unit: "g" }, { key: "material", label: "Material", is: HEAD_MATERIALS }, CARRIED, PRICE],
  heads: ["weight", "grams", "material", "carried", "price"],
  cells: (w, s) => [WEIGHT_WORDS[w.kind] ?? w.kind, text(grams(w.mass_g)), w.material ?? "lead", String(w.carried), priceText(w.price, s)],
  name: (w) => `${text(grams(w.mass_g))} ${WEIGHT_WORDS[w.kind] ?? w.kind}`, blank: { kind: "sliding", material: "lead", carried: "1" },
};

const sundries: Gear<"sundries"> = {
  title: "Sundries", one: "thing",
  fields: [NAME, CARRIED, PRICE, { key: "note", label: "Note", is: "words", empty: true }],
  heads: ["thing", "carried", "price", "note"],
  cells: (t, s) => [t.name, String(t.carried), priceText(t.price, s), t.note || "–"], name: (t) => t.name, blank: { carried: "1" },
};

export const KINDS: { [K in GearKind]: Gear<K> } = { heads, plastics, lines, rods, reels, leaders, hooks, weights, sundries };

/** "3/8", "1 1/2", "0.375" or "7 g"; NaN for anything else. */
export function typedOunces(typed: string | undefined): number {
  return typedNumber(typed, "oz");
}

/** A field's label with its unit, and what is typed in it to what is stored and back. */
export function fieldScale(field: Field, s: Settings): { label: string; toSi: (x: string) => number; fromSi: (x: number) => string } {
  const scale = field.is === "small" ? smallScale(s) : field.is === "long" ? lengthScale(s) : field.is === "turn" ? handScale(s) : null;
  const round = (x: number) => String(Number(x.toFixed(3)));
  if (scale) return { label: `${field.label}, ${scale.unit}`, toSi: (x) => scale.toSi(typedNumber(x, scale.unit)), fromSi: (x) => round(scale.fromSi(x)) };
  if (field.is === "ounces") {
    return s.head_unit === "g"
      ? { label: `${field.label}, g`, toSi: (x) => ouncesFromGrams(typedNumber(x, "g")), fromSi: (oz) => String(Number(gramsOfOunces(oz).toFixed(2))) }
      : { label: `${field.label}, oz`, toSi: typedOunces, fromSi: ouncesText };
  }
  if (field.unit === "kg") {
    const scale_ = strengthScale(s);
    return { label: field.label.replace(", kg", `, ${scale_.unit}`), toSi: (x) => scale_.toSi(typedNumber(x, scale_.unit)), fromSi: (x) => round(scale_.fromSi(x)) };
  }
  return { label: field.is === "price" ? `${field.label}, ${s.currency}` : field.label, toSi: (x) => typedNumber(x, field.unit ?? ""), fromSi: round };
}

const unweighed = (row: GearRow, key: string) => key === "mass_g" && "weighed" in row && !row.weighed;
const unmeasured = (row: GearRow, key: string) => ("measured" in row && !row.measured && /^(body_length|width|height)_mm$/.test(key)) || "hook_measured" in row && !row.hook_measured && /^hook_.*_mm$/.test(key);

/** A row as it would be typed again: what is only typical or printed stays empty. */
export function typedAgain(kind: GearKind, row: GearRow, s: Settings): Record<string, string> {
  const values = row as unknown as Record<string, string | number | null>;
  return Object.fromEntries(KINDS[kind].fields.map((field) => {
    const value = values[field.key];
    if (value == null || unweighed(row, field.key) || unmeasured(row, field.key)) return [field.key, ""];
    return [field.key, typeof value === "number" ? fieldScale(field, s).fromSi(value) : value];
  }));
}

/** What is not typed in the form and must not be lost by it. */
export function keptOf(kind: GearKind, row: GearRow | null): Record<string, unknown> {
  if (row === null) return {};
  if (kind === "heads") return { hook_mass_g: (row as Head).hook_mass_g };
  if (kind !== "plastics") return {};
  const p = row as Plastic;
  return { profile: p.traced ? p.profile : null, density_g_cm3: p.density_g_cm3 };
}

export type LooseHook = Box["hooks"][number];

/** An offset hook with the lightest bullet of the box ahead of it, or with a nail inside the plastic:
 *  as the form of a head begins. */
export function tiedUp(hook: LooseHook, weights: Box["weights"], s: Settings): Record<string, string> {
  const lightest = (kind: string) => weights.filter((w) => w.kind === kind && (w.carried ?? 0) > 0).sort((a, b) => a.mass_g - b.mass_g)[0];
  const bullet = lightest("bullet");
  const weight = bullet ?? lightest("nail");
  const mm = (key: string, value: number) => fieldScale(heads.fields.find((f) => f.key === key)!, s).fromSi(value);
  return {
    printed_oz: "", mass_g: String(weight?.mass_g ?? NO_WEIGHT), material: weight?.material ?? "lead",
    shape: bullet ? "loose-bullet" : "offset-nail", hook_size: hook.size,
    hook_straight_mm: mm("hook_straight_mm", hook.straight_mm), hook_gape_mm: mm("hook_gape_mm", hook.gape_mm), hook_wire_mm: mm("hook_wire_mm", hook.wire_mm),
    keeper: "offset bend", keeper_takes_mm: mm("keeper_takes_mm", 2), extra_drag_cm2: "0", carried: String(Math.min(hook.carried ?? 1, weight?.carried ?? hook.carried ?? 1)),
  };
}

/** An offset hook alone weighs next to nothing beside itself, g. */
const NO_WEIGHT = 0.1;

export interface Wrong {
  key: string;
  says: string;
}

/** What was typed, as it is sent; or the first field that is no number. */
export function read(kind: GearKind, typed: Record<string, string>, row: GearRow | null, s: Settings): Record<string, unknown> | Wrong {
  const body: Record<string, unknown> = { ...keptOf(kind, row) };
  const before = row === null ? {} : typedAgain(kind, row, s);
  for (const field of KINDS[kind].fields) {
    if (field.when && typed[field.when[0]] !== field.when[1]) continue;
    const given = (typed[field.key] ?? "").trim();
    if (field.is === "words" || Array.isArray(field.is)) {
      if (given || !field.empty) body[field.key] = given;
      continue;
    }
    if (field.of && given === "") return { key: field.key, says: `${field.label}: choose its plastic.` };
    if (given === "" && field.empty) continue;
    const { label, toSi } = fieldScale(field, s);
    const value = toSi(given);
    if (!Number.isFinite(value)) return { key: field.key, says: `${label} must be a number, got ${given || "nothing"}: correct it.` };
    // What stays as it was shown is not rounded to what was shown.
    body[field.key] = given === before[field.key] ? (row as unknown as Record<string, unknown>)[field.key] : value;
  }
  // A hook of another size has another weight and other measures.
  if (kind === "heads" && row !== null && body.hook_size !== (row as Head).hook_size) delete body.hook_mass_g;
  if (kind === "plastics" && row !== null && body.material !== (row as Plastic).material) delete body.density_g_cm3;
  return body;
}

export const isWrong = (found: Record<string, unknown> | Wrong): found is Wrong => typeof found.says === "string";
