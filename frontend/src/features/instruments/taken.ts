// What the instruments say, as words with their age, and as what the Day then takes. Pure.
import type { Instruments } from "../../api/types";
import type { Facts, Typed } from "../question/facts";
import { compass, length, speed, temperature, text, wind, type Units } from "../../base/units";

type Figure = NonNullable<Instruments["depth_m"]>;

export interface Saying {
  key: string;
  words: string;
  age_s: number;
  stale: boolean;
  /** what the Day takes of it; undefined: it is only told */
  facts?: Partial<Facts>;
  typed?: Typed;
}

/** Half of the height over which fish on the sounder are sought, m. */
const ABOUT = 0.5;
const way = (figure: Figure) => (figure.to_deg == null ? "" : ` ${compass(figure.to_deg)}`);

/** As the server has it. */
const STALE_S = 10;

/** What was said so many seconds ago, as it is by now: an answer that does not come ages too. */
export function aged(said: Instruments, s: number): Instruments {
  const older = <T extends Figure | null>(figure: T): T => figure && { ...figure, age_s: figure.age_s + s, stale: figure.age_s + s > STALE_S };
  return {
    ...said, depth_m: older(said.depth_m), water_c: older(said.water_c), drift_m_s: older(said.drift_m_s), stream_m_s: older(said.stream_m_s),
    wind_m_s: older(said.wind_m_s), fish_m: said.fish_m.map(older),
  };
}

/** step : of the day, now; null: the day shown is another. drifts : the boat is not fixed. */
export function sayings(now: Instruments, units: Units, step: number | null, drifts: boolean): Saying[] {
  const out: Saying[] = [];
  const add = (key: string, figure: Figure | null | undefined, words: (f: Figure) => string, takes: (f: Figure) => Pick<Saying, "facts" | "typed"> = () => ({})) => {
    if (figure) out.push({ key, words: words(figure), age_s: figure.age_s, stale: figure.stale, ...(figure.stale || step === null ? {} : takes(figure)) });
  };
  const at = Math.round(step ?? 0);
  add("depth", now.depth_m, (f) => `${text(length(f.value, units))} deep`, (f) => ({ typed: { depth: { value: f.value, step: at } } }));
  add("stream", now.stream_m_s, (f) => `stream ${text(speed(f.value, units))}${way(f)}`, (f) => ({ typed: { speed: { value: f.value, step: at }, seen: undefined } }));
  add("drift", now.drift_m_s, (f) => `drift ${text(speed(f.value, units))}${way(f)}`, (f) => (drifts ? { typed: { drift: { value: f.value, step: at } } } : {}));
  add("wind", now.wind_m_s, (f) => `wind ${text(wind(f.value, units))}${f.to_deg == null ? "" : ` out of the ${compass(f.to_deg)}`}`, (f) => ({ facts: { wind_m_s: f.value, wind_from_deg: f.to_deg ?? null, wind_to_cast_deg: null } }));
  add("water", now.water_c, (f) => `water ${text(temperature(f.value, units))}`, (f) => ({ facts: { temperature_c: f.value } }));
  const depth = now.depth_m;
  const fish = now.fish_m[0];
  if (fish && depth && !depth.stale && fish.value < depth.value) {
    const high = depth.value - fish.value;
    const zone: [number, number] = [Math.max(0, Math.round(10 * (high - ABOUT)) / 10), Math.round(10 * (high + ABOUT)) / 10];
    // A fish that was there a minute ago may be there still: it is only told how long ago.
    out.push({ key: "fish", words: `fish at ${text(length(fish.value, units))}`, age_s: fish.age_s, stale: false, ...(step === null ? {} : { facts: { zone } }) });
  }
  return out;
}

export const ageWords = (s: number): string => (s < 90 ? `${Math.round(s)} s old` : `${Math.round(s / 60)} min old`);
