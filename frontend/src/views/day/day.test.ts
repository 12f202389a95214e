import { describe, expect, it } from "vitest";
import type { DayBoard, HeadDay } from "../../api/types";
import type { Units } from "../../ui/units";
import { frameAt, runs } from "./frame";
import { helpWords, thenWords, verdictOf } from "./words";
import { dayWords, shiftDate } from "./when";

const UNITS: Units = {
  head_unit: "oz", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", temperature_unit: "°C",
};

function head(id: number, change: Partial<HeadDay> = {}): HeadDay {
  return {
    id, fit: "fits", wet_weight_n: 0.1, fall_speed_m_s: 0.8, fall_pitch_deg: 85, package_g: 20,
    cast_m: 30, cast_is_guess: false, verdict: [0, 0, 0], decided: [0, 0, 0],
    figure: [2, 2, 2], bound: [3, 3, 3], count_s: [4, 6, 8], middle_s: [3, 4, 5],
    zone_s: [1.2, 1.2, 1.2], lead_m: [1, 2, 3], scope: [1, 2, 3], line_out_m: [5, 7, 9],
    span_m: [1, 2, 3], fed_line_m: [4, 5, 6], window_low_m_s: [0, 0.31, 0.31],
    window_high_m_s: [0.55, 0.55, 0.55], minimum_mass_g: [5, 6, 7],
    line_cm: [[0, 100], [0, 200], [0, 300]], fall_height_pm: [[1000, 0], [1000, 0], [1000, 0]],
    fall_drift_cm: [[0, 100], [0, 200], [0, 300]], ...change,
  };
}

function board(heads: HeadDay[], change: Partial<DayBoard> = {}): DayBoard {
  return {
    mark_id: 1, date: "2026-07-15", time_zone: "UTC", school: "lightest-practical",
    verdicts: ["right", "marginal", "too-light", "too-heavy", "unsafe-for-outfit"],
    limits: ["gets-there", "sinks", "waits", "hangs", "outfit"].map((code) => ({ code, unit: "" })),
    step_s: 600, clock: ["07:40", "07:50", "08:00"], now_step: null, height_m: [1, 1, 1],
    depth_m: [4, 4.2, 4.4], stream_m_s: [0.4, 0.5, 0.6], depth_from: "predicted",
    speed_from: "predicted", stance: "kayak", tip_height_m: 1.3, drifting: false, cast_m: 25,
    wet: [true, true, true], turns: [], line_share: [0, 1], profile: [], heads, left_out: 0,
    picks: { "lightest-practical": [1, 1, null] }, ...change,
  };
}

const context = (b: DayBoard, step: number, isPick = false) => ({
  board: b, frame: frameAt(b, step), units: UNITS, scopeLimit: 3, isPick, pickMass: 5, mass: 8,
});

describe("a moment between two steps", () => {
  const b = board([head(1)]);

  it("mixes figures and takes verdicts from the nearest step", () => {
    const frame = frameAt(b, 0.5);
    expect([frame.depth, frame.stream, frame.clock, frame.near]).toEqual([4.1, 0.45, "07:45", 1]);
    expect([frame.heads[0]!.count, frame.heads[0]!.lead]).toEqual([5, 1.5]);
    expect(frame.heads[0]!.line).toEqual([0, 1.5]);
  });

  it("never mixes a line that holds with one that does not", () => {
    const cut = board([head(1, { scope: [1, 2, null], span_m: [1, 2, null], line_out_m: [5, 7, null] })]);
    expect(frameAt(cut, 1.8).heads[0]!.lineOut).toBeNull();
    expect(frameAt(cut, 1.4).heads[0]!.lineOut).toBe(7);
  });

  it("reads the last step of the day", () => {
    expect(frameAt(b, 2).clock).toBe("08:00");
  });
});

it("joins equal picks into runs that cover the day without gaps", () => {
  const b = board([head(1)], { wet: [true, true, true, false], clock: ["a", "b", "c", "d"],
    picks: { "lightest-practical": [1, 1, null, 1] } });
  const all = runs(b, "lightest-practical");
  expect(all.map((r) => r.pick)).toEqual([1, null, "dry"]);
  expect(all[0]!.from).toBe(0);
  expect(all.at(-1)!.to).toBe(3);
  all.slice(1).forEach((run, i) => expect(run.from).toBe(all[i]!.to));
});

describe("every verdict has its reason and its figure", () => {
  const says = (change: Partial<HeadDay>, isPick = false) => {
    const b = board([head(1, change)]);
    const c = context(b, 1, isPick);
    return verdictOf(c.frame.heads[0]!, c);
  };

  it("the pick", () => {
    expect(says({}, true)).toMatchObject({
      sign: "pick", words: "tie this on", reason: "touches on 7.0 m; 1.2 s in their zone each hop",
      window: "right from 0.31 to 0.55 m/s",
    });
  });

  it.each([
    [{ verdict: [1, 1, 1] }, "only just", "touches on 7.0 m; swept at 0.60 m/s"],
    [{ verdict: [2, 2, 2] }, "swept off", "7.0 m of line to touch, over 16.5 m; takes 6.0 g here"],
    [{ verdict: [2, 2, 2], scope: [null, null, null] }, "swept off", "never gets down: the line planes up; takes 6.0 g here"],
    [{ verdict: [2, 2, 2], decided: [1, 1, 1], figure: [0, -0.012, 0] }, "floats", "the plastic carries it: never sinks, 1.2 g short"],
    [{ verdict: [2, 2, 2], decided: [2, 2, 2], figure: [0, 75, 0], bound: [0, 60, 0] }, "too slow", "75 s to the bottom; patience ends at 60 s"],
    [{ verdict: [3, 3, 3], decided: [3, 3, 3], figure: [0, 0.9, 0], bound: [0, 0.96, 0] }, "plunges", "0.9 s in the zone; 1.6 s is to be had lighter"],
    [{ verdict: [4, 4, 4], decided: [4, 4, 4], figure: [0, 0.033, 0], bound: [0, 0.021, 0] }, "over your rod", "package 33.0 g, rod to 21 g"],
  ] as [Partial<HeadDay>, string, string][])("%j", (change, words, reason) => {
    expect(says(change)).toMatchObject({ words, reason });
  });
});

it("says what to do when nothing is right, and until when", () => {
  const b = board([head(1)], { picks: { "lightest-practical": [null, null, 1] } });
  expect(helpWords(b, frameAt(b, 0), UNITS)).toBe(
    "it takes at least 5.0 g here, or thinner line, or wait until 08:00 (0.40 m/s now)");
});

it("blames the wind where the wind decides", () => {
  const windy = head(1, { verdict: [2, 2, 2], decided: [2, 2, 2], bound: [0.5, 0.5, 0.5] });
  const b = board([windy], { picks: { "lightest-practical": [null, null, null] },
    limits: ["gets-there", "sinks", "in-touch"].map((code) => ({ code, unit: "" })) });
  expect(helpWords(b, frameAt(b, 0), UNITS)).toBe(
    "the wind asks for 51.0 g in water: a shorter cast, or thinner line (0.40 m/s now)");
});

it("says what to do once it is down", () => {
  const frame = frameAt(board([head(1)]), 0);
  expect(thenWords(frame.heads[0]!, [0, 1], UNITS)).toBe("lift it 1.0 m with the rod, let it fall, count 1");
  expect(thenWords(frame.heads[0]!, [2, 4], UNITS)).toContain("close the bail");
});

it("speaks of days", () => {
  expect(dayWords("2026-11-25")).toBe("Wednesday 25 Nov");
  expect(shiftDate("2026-12-31", 1)).toBe("2027-01-01");
});
