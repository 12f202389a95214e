// A mark as it is typed, and as it is sent: text in the angler's units, SI in the payload.
import type { Mark, NewMark, Reference } from "../../api/types";
import { typedNumber } from "../../ui/typed";
import { lengthScale, speedScale, type Scale, type Units } from "../../base/units";

export type Typed = Record<string, string>;

interface NumberField {
  key: keyof NewMark;
  label: string;
  scale: (units: Units) => Scale;
  /** may stay empty */
  optional?: boolean;
  note?: string;
}

const plain = (unit: string): (() => Scale) => () => ({ unit, step: 1, toSi: (x) => x, fromSi: (x) => x });

export const NUMBERS: NumberField[] = [
  { key: "latitude_deg", label: "Latitude", scale: plain("° N") },
  { key: "longitude_deg", label: "Longitude", scale: plain("° E") },
  { key: "charted_depth_m", label: "Charted depth", scale: lengthScale, note: "below the zero of the tide; minus where it dries" },
  { key: "cover_height_m", label: "Height of the cover", scale: lengthScale },
  { key: "cast_m", label: "Cast to the water", scale: lengthScale },
  { key: "cast_to_deg", label: "You cast to", scale: plain("°"), optional: true, note: "from north: 235 is south-west" },
  { key: "tip_height_m", label: "Rod tip above the water", scale: lengthScale, optional: true, note: "as the stance has it" },
  { key: "way_back_depth_m", label: "Deepest on the way back", scale: lengthScale, optional: true, note: "charted; for who wades or walks out" },
];
export const TIDE_NUMBERS: NumberField[] = [
  { key: "neap_rate_m_s", label: "Peak stream at neaps", scale: speedScale, optional: true, note: "empty: nobody knows" },
  { key: "spring_rate_m_s", label: "Peak stream at springs", scale: speedScale, optional: true },
  { key: "slack_lag_min", label: "Slack after high and low water", scale: plain("min"), optional: true },
  { key: "tide_offset_min", label: "Tide later than its port", scale: plain("min") },
  { key: "tide_height_offset_m", label: "Tide higher than its port", scale: lengthScale },
];

/** Where there is any stream. */
export const STREAM_NUMBERS: NumberField[] = [
  { key: "flood_to_deg", label: "The flood runs to", scale: plain("°"), optional: true },
  { key: "ebb_to_deg", label: "The ebb runs to", scale: plain("°"), optional: true, note: "empty: against the flood" },
];
const ALL = [...NUMBERS, ...TIDE_NUMBERS, ...STREAM_NUMBERS];

export function typedOf(mark: NewMark, units: Units): Typed {
  const out: Typed = {};
  for (const [key, value] of Object.entries(mark)) {
    if (key !== "id" && key !== "ground") out[key] = value == null ? "" : String(value);
  }
  for (const field of ALL) {
    const value = mark[field.key];
    if (typeof value === "number") {
      out[field.key] = String(Number(field.scale(units).fromSi(value).toFixed(4)));
    }
  }
  out.ground = groundTyped(mark.ground ?? [], units);
  return out;
}

/** The bottom along the cast as it would be typed. */
export function groundTyped(points: readonly (readonly number[])[], units: Units): string {
  const scale = lengthScale(units);
  const shown = (m: number) => String(Number(scale.fromSi(m).toFixed(2)));
  return points.map(([away, deep]) => `${shown(away!)} ${shown(deep!)}`).join("\n");
}

/** A number as it stands in a field, null where it is empty or none. */
export function numberTyped(typed: Typed, key: string): number | null {
  const text = (typed[key] ?? "").trim();
  const value = text === "" ? NaN : typedNumber(text);
  return Number.isFinite(value) ? value : null;
}

/** Points of the bottom, one to a line: distance and charted depth; null where a line is neither. */
export function groundOf(typed: string, units: Units): number[][] | null {
  const scale = lengthScale(units);
  const out = typed.split(/\n/).filter((line) => line.trim() !== "")
    .map((line) => line.trim().split(/[\s;]+/).map((part) => scale.toSi(typedNumber(part, scale.unit))));
  return out.every((pair) => pair.length === 2 && pair.every(Number.isFinite)) ? out : null;
}

/** What is to be sent, or which field is not a number. */
export function sentOf(typed: Typed, units: Units, before: NewMark): { body: NewMark } | { field: string; said: string } {
  const body: Record<string, unknown> = { ...typed };
  const port = typed.tide_port_id ? Number(typed.tide_port_id) : null;
  body.tide_port_id = port;
  body.stream_id = typed.stream_id ? Number(typed.stream_id) : null;
  const tidal = new Set(["neap_rate_m_s", "spring_rate_m_s", "slack_lag_min"]);
  for (const field of ALL) {
    const text = (typed[field.key] ?? "").trim();
    // Rates and lag belong to a tide: without one they are not sent.
    if ((text === "" && field.optional) || (port === null && tidal.has(field.key))) {
      body[field.key] = null;
      continue;
    }
    const value = typedNumber(text, field.scale(units).unit);
    if (!Number.isFinite(value)) {
      return { field: field.key, said: `${field.label} must be a number, got “${typed[field.key] ?? ""}”: correct it` };
    }
    body[field.key] = field.scale(units).toSi(value);
  }
  // The lag is often not known where the rates are.
  if (body.neap_rate_m_s !== null && body.spring_rate_m_s !== null && body.slack_lag_min === null) body.slack_lag_min = 0;
  body.assumed = (before.assumed ?? []).filter((key) => typedOf(before, units)[key] === typed[key]);
  const ground = groundOf(typed.ground ?? "", units);
  if (ground === null) {
    return { field: "ground", said: "Bottom along the cast must be a distance and a depth on each line, such as 25 4.5: correct it" };
  }
  body.ground = ground.length > 0 ? ground : null;
  return { body: body as unknown as NewMark };
}

/** A new mark: the clock and the tide of one that is there already, and nothing else of it. */
export function blank(near: Mark | undefined): NewMark {
  return {
    name: "", kind: "harbour", latitude_deg: near?.latitude_deg ?? 0, longitude_deg: near?.longitude_deg ?? 0,
    time_zone: near?.time_zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
    charted_depth_m: 3, bottom: "sand", cover: "none", cover_height_m: 0, stance: "bank", cast_m: 25,
    tide_port_id: near?.tide_port_id ?? null, neap_rate_m_s: null, spring_rate_m_s: null, slack_lag_min: null,
    flood_to_deg: null, caution: "", tide_offset_min: 0, tide_height_offset_m: 0,
    ebb_to_deg: null, cast_to_deg: null,
    stream_id: null, exposure: "sheltered", tip_height_m: null, way_back_depth_m: null, ground: null, shelter: "even",
    assumed: ["latitude_deg", "longitude_deg", "charted_depth_m", "cast_m"],
  };
}

export const KINDS = [
  "flat", "pothole", "bar", "creek bend", "marsh edge", "dock", "bridge", "channel", "harbour",
  "jetty", "surf", "wash", "shallow reef", "reef", "ledge", "wreck", "open structure",
];
export const EXPOSURES = ["sheltered", "partly open", "open sea"];
export const BOTTOMS = ["sand", "mud", "grass", "rock", "oyster", "wreck"];

/** What to mind at a kind of place in any weather, said as it is described. */
export function cautionOf(typed: Typed, reference: Pick<Reference, "cautions" | "local_first">): string {
  const fits = (allowed: string[], given: string | undefined) => allowed.length === 0 || allowed.includes(given ?? "");
  const said = reference.cautions
    .filter((c) => (c.riggings ?? []).length === 0 && fits(c.kinds, typed.kind) && fits(c.stances, typed.stance) && fits(c.exposures, typed.exposure))
    .map((c) => c.says);
  return said.length ? [...said, reference.local_first].join(" ") : "";
}
