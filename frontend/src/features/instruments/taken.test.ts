import { describe, expect, it } from "vitest";
import type { Instruments } from "../../api/types";
import { aged, ageWords, sayings } from "./taken";

const units = { head_unit: "oz", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", strength_unit: "kg", temperature_unit: "°C", wind_unit: "m/s" } as const;
const figure = (value: number, to_deg: number | null = null, age_s = 2) => ({ value, to_deg, age_s, stale: age_s > 10 });
const now: Instruments = {
  source: "tcp:127.0.0.1:10110", said: "", depth_m: figure(18), water_c: figure(17.4), drift_m_s: figure(0.4, 222), stream_m_s: figure(0.5, 235), wind_m_s: figure(4, 315),
  fish_m: [figure(12, null, 25)], track_points: 0, read: 9, bad: 0, other: 1,
};
const of = (key: string, from: Instruments, step: number | null = 50, drifts = false) => sayings(from, units, step, drifts).find((s) => s.key === key);

describe("what instruments say", () => {
  it("is said in the angler's units, with where it goes", () => {
    expect(of("depth", now)?.words).toBe("18.0 m deep");
    expect(of("stream", now)?.words).toBe("stream 0.50 m/s SW");
    expect(of("wind", now)?.words).toBe("wind 4.0 m/s out of the NW");
  });

  it("is taken at the step that it is", () => {
    expect(of("depth", now)?.typed).toEqual({ depth: { value: 18, step: 50 } });
    expect(of("wind", now)?.facts).toEqual({ wind_m_s: 4, wind_from_deg: 315, wind_to_cast_deg: null });
  });

  it("sets the zone about fish by their height over the bottom", () => {
    expect(of("fish", now)?.facts).toEqual({ zone: [5.5, 6.5] });
    expect(of("fish", { ...now, fish_m: [figure(17.8)] })?.facts).toEqual({ zone: [0, 0.7] });
    expect(of("fish", { ...now, fish_m: [figure(19)] })).toBeUndefined();
  });

  it("is told and not taken when it is old, or the day is another", () => {
    const old = of("depth", { ...now, depth_m: figure(18, null, 14) });
    expect([old?.stale, old?.typed]).toEqual([true, undefined]);
    expect(of("water", now, null)?.facts).toBeUndefined();
  });

  it("takes a drift only where the boat drifts", () => {
    expect(of("drift", now)?.typed).toBeUndefined();
    expect(of("drift", now, 50, true)?.typed).toEqual({ drift: { value: 0.4, step: 50 } });
  });

  it("ages while the server does not answer", () => {
    expect(of("depth", aged(now, 3))?.typed).toBeDefined();
    expect(of("depth", aged(now, 30))?.stale).toBe(true);
    expect(of("fish", aged(now, 30))).toBeUndefined();
  });

  it("says an age", () => {
    expect([ageWords(2.4), ageWords(130)]).toEqual(["2 s old", "2 min old"]);
  });
});
