import { describe, expect, it } from "vitest";
import type { DayBoard, HeadDay } from "../../api/types";
import { plainBoard, plainHead } from "../../tests/sample";
import type { Units } from "../../base/units";
import { frameAt, type HeadFrame } from "../../drawing/geometry/frame";
import { countText, doubtWords, helpWords, restWords, sureWords, thenWords, verdictOf, wadeWords } from "../../features/day/words";
import { dayWords, shiftDate } from "../../features/facts/when";

const UNITS: Units = {
  head_unit: "oz", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", temperature_unit: "°C", wind_unit: "m/s",
};

const CODES = ["gets-there", "sinks", "waits", "hangs", "outfit", "swims", "runs-under", "drags",
  "drifts-by"];

function head(id: number, change: Partial<HeadDay> = {}): HeadDay {
  return plainHead(id, 3, {
    count_s: [4, 6, 8], bottom_s: [3, 4, 5], lead_m: [1, 2, 3], scope: [1, 2, 3],
    line_out_m: [5, 7, 9], span_m: [1, 2, 3], window_low_m_s: [0, 0.31, 0.31],
    minimum_mass_g: [5, 6, 7], line_cm: [[0, 100], [0, 200], [0, 300]],
    fall_shift_cm: [[0, 100], [0, 200], [0, 300]], ...change,
  });
}

function board(heads: HeadDay[], change: Partial<DayBoard> = {}): DayBoard {
  return plainBoard(["07:40", "07:50", "08:00"], heads, {
    limits: CODES.map((code) => ({ code, unit: "" })), depth_m: [4, 4.2, 4.4],
    stream_m_s: [0.4, 0.5, 0.6], picks: { "lightest-practical": [1, 1, null] }, ...change,
  });
}

const context = (b: DayBoard, step: number, isPick = false) => ({
  board: b, frame: frameAt(b, step), units: UNITS, scopeLimit: 3, name: (id: number) => `head ${id}`, isPick, pickMass: 5, mass: 8,
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

it("says what rod and hook say beside the water, never in its place", () => {
  const b = board([head(1, { over_g: 12, fit: "at a pinch", fit_word: "hook long", cast_is_guess: true })]);
  expect(verdictOf(frameAt(b, 1).heads[0]!, context(b, 1))).toMatchObject({
    sign: "right", beside: ["over your rod by 12.0 g", "hook long: at a pinch", "its cast is a guess"],
  });
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
      window: "right in 0.31 to 0.55 m/s of current",
    });
  });

  it.each([
    [{ verdict: [1, 1, 1] }, "only just", "touches on 7.0 m; swept at 0.60 m/s"],
    [{ verdict: [2, 2, 2] }, "swept off", "7.0 m of line to touch, over 16.5 m; needs at least 6.0 g here"],
    [{ verdict: [2, 2, 2], scope: [null, null, null] }, "swept off", "never gets down: the line planes up; needs at least 6.0 g here"],
    [{ verdict: [2, 2, 2], decided: [1, 1, 1], figure: [0, -0.012, 0] }, "floats", "the plastic carries it: never sinks, 1.2 g short"],
    [{ verdict: [2, 2, 2], decided: [2, 2, 2], figure: [0, 75, 0], bound: [0, 60, 0] }, "too slow", "75 s to the bottom; patience ends at 60 s"],
    [{ verdict: [3, 3, 3], decided: [3, 3, 3], figure: [0, 0.9, 0], bound: [0, 0.96, 0] }, "plunges", "0.9 s in the zone; 1.6 s is to be had lighter"],
    [{ verdict: [2, 2, 2], outcome: "neutral", decided: [1, 1, 1] }, "hangs", "neither sinks nor floats: the water's warmth decides"],
    [{ verdict: [2, 2, 2], decided: [8, 8, 8], figure: [0, 1.2, 0], bound: [0, 0.9, 0] }, "drifts by", "carried 1.2 m on the way to them; 0.9 m is the most"],
    [{ verdict: [2, 2, 2], decided: [5, 5, 5], speed_high_m_s: [0, 0.42, 0] }, "rides up", "leaves their zone above 0.42 m/s"],
    [{ verdict: [3, 3, 3], decided: [6, 6, 6], speed_low_m_s: [0, 0.9, 0] }, "runs under", "under their zone below 0.90 m/s"],
    [{ verdict: [3, 3, 3], decided: [7, 7, 7], figure: [0, 0.64, 0] }, "drags", "on the bottom over 64 % of the middle of the cast"],
  ] as [Partial<HeadDay>, string, string][])("%j", (change, words, reason) => {
    expect(says(change)).toMatchObject({ words, reason });
  });
});

it("names the nearest changes that would put a head right, two at most", () => {
  const light = head(1, { verdict: [2, 2, 2], try_head: [4, 4, 4], try_line_mm: [null, 0.15, null],
    wait_step: [2, 2, 2] });
  const b = board([light]);
  const help = (step: number) => verdictOf(frameAt(b, step).heads[0]!, context(b, step)).help;
  expect(help(0)).toBe("→ head 4, or this from 08:00");
  expect(help(1)).toBe("→ head 4, or this on 0.15 mm line");
  const eased = board([head(1, { verdict: [2, 2, 2], eased: [true, true, true] })]);
  expect(verdictOf(frameAt(eased, 1).heads[0]!, context(eased, 1)).help).toContain("fifth less current");
});

it.each([[0, "lies"], [43, "leans to 43°"], [90, "stands"]])("at %i° off the bottom it %s", (rest, words) => {
  const b = board([head(1, { rest_deg: [rest, rest, rest] })]);
  expect(restWords(frameAt(b, 1).heads[0]!)).toBe(words);
});

it("says what to do when nothing is right, and until when", () => {
  const b = board([head(1)], { picks: { "lightest-practical": [null, null, 1] } });
  expect(helpWords(b, frameAt(b, 0), UNITS)).toBe(
    "it needs at least 5.0 g here, or thinner line, or wait until 08:00 (0.40 m/s now)");
});

it("blames the rod or the hook where they alone are in the way", () => {
  const picks = { "lightest-practical": [null, null, null] };
  const over = head(1, { over_g: 6.2 });
  const light = head(2, { verdict: [2, 2, 2] });
  const stout = board([over, light], { picks });
  expect(helpWords(stout, frameAt(stout, 0), UNITS)).toBe(
    "what would do is over your rod by 6.2 g or more: a stouter rod, or thinner line (0.40 m/s now)");
  const badly = board([head(1, { fit: "badly" }), light], { picks });
  expect(helpWords(badly, frameAt(badly, 0), UNITS)).toBe(
    "the hooks of what would do go badly with this plastic: another plastic or head (0.40 m/s now)");
  const drags = board([head(1, { verdict: [3, 3, 3] }), head(2, { over_g: 3, verdict: [2, 2, 2] })], { picks });
  expect(helpWords(drags, frameAt(drags, 0), UNITS)).toBe("a lighter head (0.40 m/s now)");
});

it.each([
  [[["swims", 2]], "a slower reel, a heavier head or thinner line (current 0.40 m/s now)"],
  [[["drags", 3]], "a faster reel or a lighter head (current 0.40 m/s now)"],
  [[["swims", 2], ["drags", 3]], "another speed of the reel or a weight between (current 0.40 m/s now)"],
] as [[string, number][], string][])("says of %j, swum back, what the reel or the weight can do", (of, words) => {
  const limits = ["swims", "drags"];
  const heads = of.map(([code, verdict], i) => head(i + 1, {
    verdict: [verdict, verdict, verdict], decided: [0, 0, 0].map(() => limits.indexOf(code)), minimum_mass_g: [null, null, null] }));
  const b = board(heads, { steady: true, picks: { "lightest-practical": [null, null, null] }, limits: limits.map((code) => ({ code, unit: "" })) });
  expect(b.verdicts[3]).toBe("too-heavy");
  expect(helpWords(b, frameAt(b, 0), UNITS)).toBe(words);
});

it("blames the wind where the wind decides", () => {
  const windy = head(1, { verdict: [2, 2, 2], decided: [2, 2, 2], figure: [1.4, 1.4, 1.4] });
  const b = board([windy], { picks: { "lightest-practical": [null, null, null] },
    limits: ["gets-there", "sinks", "in-touch"].map((code) => ({ code, unit: "" })) });
  expect(helpWords(b, frameAt(b, 0), UNITS)).toBe(
    "the wind bows 1.4 m of slack into the line: a heavier head or a cast with the wind, or thinner line (0.40 m/s now)");
  const helped = { ...b, heads: [{ ...windy, low_tip: [true, true, true] }] };
  expect(helpWords(helped, frameAt(helped, 0), UNITS)).toContain("a heavier head, a low tip or a cast with the wind");
});

it("shows a count as a range only where it is wider than a second", () => {
  expect(countText(5.2, 4.8, 5.6)).toBe("5");
  expect(countText(8.2, 6.9, 9.3)).toBe("7–9");
  expect(countText(null, null, null)).toBe("–");
  expect(doubtWords("rig", 6.9, 9.3)).toBe("mostly by its drag");
  expect(doubtWords("rig", 4.8, 5.6)).toBe("");
  expect([sureWords(0.934), sureWords(1), sureWords(null)]).toEqual(["right in 93 of 100", "right in 99 of 100", ""]);
});

it("tells what hangs under a float by its leader, whatever the current", () => {
  const b = board([head(1, { rides_m: [3.7, 3.7, 3.7] })], { rigging: "float" });
  const c = context(b, 1);
  const told = verdictOf(c.frame.heads[0]!, c);
  expect(told.reason).toBe(`hangs ${(c.frame.depth - 3.7).toFixed(1)} m down`);
  expect(told.window).toBe("");
});

it("counts down a bottom that falls away, to each next touch", () => {
  const touches = [{ away_m: 20, deeper_m: 0.2, count_s: 1 }, { away_m: 15, deeper_m: 2, count_s: 3.2 }];
  const b = board([{ ...head(1), touches }]);
  expect(thenWords(frameAt(b, 0).heads[0]!, [0, 1], b, 4, UNITS, 75)).toBe(
    "lift, let it drop, count 1 to 3 to the next touch: longest 15 m off, over the edge");
});

it("says what to do once it is down", () => {
  const frame = frameAt(board([head(1)]), 0);
  const b = board([head(1)]);
  const says = (zone: [number, number], change: Partial<HeadFrame> = {}, water = b) =>
    thenWords({ ...frame.heads[0]!, ...change }, zone, water, 4, UNITS, 75);
  expect(says([0, 1])).toBe("lift it 1.0 m with the rod, let it fall, count 1");
  expect(says([0, 1], {}, board([head(1)], { rigging: "three-way" }))).toContain("hold it still");
  expect(says([0, 1], {}, board([head(1)], { rigging: "drop-shot" }))).toContain("shake the tip, not the sinker");
  expect(says([2, 4])).toContain("close the bail");
  expect(says([2, 4], { count: 7.4 }, board([head(1)], { aim: "stop" }))).toBe("let down, stop the line at 7: it hangs among them");
  expect(says([0, 1], {}, board([head(1)], { steady: true }))).toBe(
    "swim it back at 0.60 m/s, 0.8 turns a second");
});

it("tells who wades when the water here and on the way back passes the height chosen", () => {
  const span = (from_step: number, to_step: number) => ({
    from_step, to_step, from_clock: `0${from_step}:00`, to_clock: `0${to_step}:00`,
  });
  const b = board([head(1)], { stance: "wading" });
  const says = (step: number, here: [number, number][], back: [number, number][] | null) => {
    const wet = { ...b, wade: { limit_m: 0.9, here: here.map((s) => span(...s)), way_back: back && back.map((s) => span(...s)) } };
    return wadeWords(wet, frameAt(wet, step), UNITS);
  };
  expect(says(0, [[1, 2]], [[0.5, 2]])).toBe("The water here passes 0.9 m at 01:00; the way back at 00.5:00: be back before.");
  expect(says(0, [[1, 2]], null)).toContain("whose depth is not known, may fill first");
  expect(says(1, [], [[0, 2]])).toBe("The water here stays under 0.9 m for the rest of the day; the way back is over it now, until 02:00.");
  expect(says(1, [[0, 2]], null)).toBe("Too deep to wade: over 0.9 m until 02:00.");
  expect(says(1, [[0, 144]], null)).toBe("Too deep to wade: over 0.9 m for the rest of the day.");
  expect(wadeWords(b, frameAt(b, 0), UNITS)).toBe("");
});

it("speaks of days", () => {
  expect(dayWords("2026-11-25")).toBe("Wednesday 25 Nov");
  expect(shiftDate("2026-12-31", 1)).toBe("2027-01-01");
});
