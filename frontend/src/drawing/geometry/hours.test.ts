import { expect, it } from "vitest";
import { hourMarks } from "./hours";

const clocks = (stepS: number, startMin: number, back = Infinity): string[] =>
  Array.from({ length: 145 }, (_, i) => {
    let minutes = startMin + Math.floor((i * stepS) / 60 + 1e-9);
    if (minutes >= back) minutes -= 60;
    return `${String(Math.floor(minutes / 60) % 24).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
  });

it("puts the hours of a common day six steps apart", () => {
  const marks = hourMarks(clocks(600, 0), 600);
  expect(marks).toHaveLength(25);
  expect(marks.map((m) => m.step)).toEqual(Array.from({ length: 25 }, (_, i) => 6 * i));
});

it("puts those of a day of 25 hours where the clock shows them, one of them twice", () => {
  const marks = hourMarks(clocks(625, 0, 60), 625);
  expect(marks.map((m) => m.hour).slice(0, 4)).toEqual([0, 0, 1, 2]);
  expect(marks).toHaveLength(26);
  // 5.76 steps to the hour; a clock shows whole minutes.
  marks.forEach((m, i) => expect(Math.abs(m.step - i * 5.76)).toBeLessThan(0.11));
});

it("starts a day of 23 hours at one", () => {
  expect(hourMarks(clocks(575, 60), 575)[0]).toEqual({ step: 0, hour: 1 });
});
