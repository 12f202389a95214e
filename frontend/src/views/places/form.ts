// A mark as it is typed, and as it is sent: text in the angler's units, SI in the payload.
import type { Mark, NewMark } from "../../api/types";
import { lengthScale, speedScale, type Scale, type Units } from "../../ui/units";

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
];
export const TIDE_NUMBERS: NumberField[] = [
  { key: "neap_rate_m_s", label: "Peak stream at neaps", scale: speedScale, optional: true },
  { key: "spring_rate_m_s", label: "Peak stream at springs", scale: speedScale, optional: true },
  { key: "slack_lag_min", label: "Slack after high and low water", scale: plain("min"), optional: true },
  { key: "flood_to_deg", label: "The flood runs to", scale: plain("°"), optional: true },
  { key: "tide_offset_min", label: "Tide later than its port", scale: plain("min") },
  { key: "tide_height_offset_m", label: "Tide higher than its port", scale: lengthScale },
];

export function typedOf(mark: NewMark, units: Units): Typed {
  const out: Typed = {};
  for (const [key, value] of Object.entries(mark)) {
    if (key !== "id") out[key] = value == null ? "" : String(value);
  }
  for (const field of [...NUMBERS, ...TIDE_NUMBERS]) {
    const value = mark[field.key];
    if (typeof value === "number") {
      out[field.key] = String(Number(field.scale(units).fromSi(value).toFixed(4)));
    }
  }
  return out;
}

/** What is to be sent, or which field is not a number. */
export function sentOf(typed: Typed, units: Units): { body: NewMark } | { field: string; said: string } {
  const body: Record<string, unknown> = { ...typed };
  const port = typed.tide_port_id ? Number(typed.tide_port_id) : null;
  body.tide_port_id = port;
  const tidal = new Set(["neap_rate_m_s", "spring_rate_m_s", "slack_lag_min"]);
  for (const field of [...NUMBERS, ...TIDE_NUMBERS]) {
    const text = (typed[field.key] ?? "").trim().replace(",", ".");
    // Rates and lag belong to a tide: without one they are not sent.
    if ((text === "" && field.optional) || (port === null && tidal.has(field.key))) {
      body[field.key] = port !== null && tidal.has(field.key) ? 0 : null;
      continue;
    }
    const value = Number(text);
    if (text === "" || !Number.isFinite(value)) {
      return { field: field.key, said: `${field.label} must be a number, got “${typed[field.key] ?? ""}”: correct it` };
    }
    body[field.key] = field.scale(units).toSi(value);
  }
  return { body: body as unknown as NewMark };
}

/** A new mark beside one that is there already. */
export function blank(near: Mark | undefined): NewMark {
  return {
    name: "", kind: near?.kind ?? "harbour", latitude_deg: near?.latitude_deg ?? 0,
    longitude_deg: near?.longitude_deg ?? 0, time_zone: near?.time_zone ?? "UTC",
    charted_depth_m: near?.charted_depth_m ?? 3, bottom: near?.bottom ?? "sand", cover: "none",
    cover_height_m: 0, stance: near?.stance ?? "bank", cast_m: near?.cast_m ?? 25,
    tide_port_id: near?.tide_port_id ?? null, neap_rate_m_s: near?.neap_rate_m_s ?? null,
    spring_rate_m_s: near?.spring_rate_m_s ?? null, slack_lag_min: near?.slack_lag_min ?? null,
    flood_to_deg: near?.flood_to_deg ?? null, caution: "", tide_offset_min: 0, tide_height_offset_m: 0,
  };
}

export const KINDS = [
  "flat", "pothole", "bar", "creek bend", "marsh edge", "dock", "bridge", "channel", "harbour",
  "jetty", "surf", "wash", "shallow reef", "reef", "ledge", "wreck", "open structure",
];
export const BOTTOMS = ["sand", "mud", "grass", "rock", "oyster", "wreck"];

/** What to mind at a kind of place, said as it is described. */
export function cautionOf(kind: string, stance: string): string {
  const out = [];
  if (stance === "wading") out.push("Shuffle your feet, know the tide's return, wear a life jacket.");
  if (kind === "wash" || kind === "ledge" || kind === "jetty") {
    out.push("Watch a full set of waves first; never alone; life jacket, shoes that grip, a way out.");
  }
  if (kind === "bar") out.push("Keep off the bar in wind against tide.");
  if (stance === "anchored" || stance === "kayak") out.push("Anchor from the bow only, never from the stern in a current.");
  if (stance === "drifting") out.push("Tell someone where you are; watch for lightning.");
  return out.length ? `${out.join(" ")} Local rules and forecasts come first.` : "";
}
