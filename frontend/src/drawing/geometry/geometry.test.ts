import { describe, expect, it } from "vitest";
import {
  depthMarks, fallPath, fallTicks, leaderEnd, lineHeights, lineShape, makeView, placeAt, tickEvery,
} from "./column";
import { polyline, scatter, smooth } from "./path";
import { bentLine, sideOutline, topOutline } from "./drill";
import { moonPath } from "./moon";
import { halfHeight, outline } from "./plastic";
import { laidOut } from "./rigged";
import { swimPath } from "./swim";
import { headOutline, hookPath } from "./tackle";

describe("the water column", () => {
  it("has one scale for both axes, z up", () => {
    const view = makeView(800, 400, 50, 300, 30);
    expect([view.x(2), view.z(0), view.z(2)]).toEqual([400, 370, 270]);
  });

  it("puts the rig at the foot of the held line and the tip at nothing", () => {
    const shape = lineShape([0, 0.5, 3], [0, 0.5, 1], 4, 0.05, 1.5, 4, 20);
    expect(shape.holds).toBe(true);
    expect(shape.rig).toEqual([4, 0.05]);
    expect(shape.tip).toEqual([0, 5.5]);
    expect(shape.water.at(-1)).toEqual([1, 4]);
  });

  it("hangs a line that never holds from the surface, inside its reach", () => {
    const shape = lineShape([0, 2, 150], [0, 0.5, 1], 4, 0.05, 1.5, null, 10);
    expect(shape.holds).toBe(false);
    expect(shape.water.at(-1)).toEqual([0, 4]);
    expect(shape.rig[0]).toBe(10);
    expect(shape.rig[1]).toBeGreaterThan(0.05);
  });

  it("reaches from the line's lower end to the surface", () => {
    expect(lineHeights(4, 0.05, [0, 0.25, 1])).toEqual([0.05, 0.05 + 3.95 / 4, 4]);
    expect(lineHeights(4, 1.5, [0, 1])).toEqual([1.5, 4]);
  });

  it("hangs the lure at the end of its leader", () => {
    expect(leaderEnd(0.5, 0.1, 0.5)).toEqual([expect.closeTo(0.3), -0.4]);
    expect(leaderEnd(1.5, 0.05, 0.6)[0]).toBe(0);
  });

  it("ticks every whole second of the count, inside the fall", () => {
    const ticks = fallTicks(fallPath([1, 0.5, 0], [0, 0.4, 1], 1, 5.3, 4));
    expect(ticks.map((t) => t.second)).toEqual([1, 2, 3, 4, 5]);
    expect(ticks[4]!.at[1]).toBeCloseTo(4 * (1 - 5 / 5.3));
    expect(fallTicks(fallPath([1, 0], [0, 1], 1, 4, 4)).at(-1)!.at).toEqual([0, 0]);
  });

  it("drifts down-current to the mark, and comes in to it on a held line", () => {
    expect(fallPath([1, 0], [0, 2], 2, 5, 4).points).toEqual([[-2, 4], [0, 0]]);
    expect(fallPath([1, 0], [0, 1.5], -1.5, 5, 4).points).toEqual([[1.5, 4], [0, 0]]);
    expect(fallPath([1, 0], [0, 2], 2, 5, 4, 0.5).points).toEqual([[-1, 4], [0, 0]]);
  });

  it("is at the ends before and after the fall", () => {
    const path = fallPath([1, 0.5, 0], [0, 0, 0], 0, 6, 4);
    expect([placeAt(path, -1), placeAt(path, 1.5), placeAt(path, 9)].map((p) => p[1])).toEqual([4, 3, 0]);
  });

  it("thins figures and marks until they have room", () => {
    expect(tickEvery(6, 300)).toBe(1);
    expect(tickEvery(40, 300)).toBe(5);
    expect(depthMarks(4.5, 60)).toEqual([1, 2, 3, 4]);
    expect(depthMarks(18, 16).length).toBeLessThan(8);
    expect(depthMarks(0.3, 400).length).toBeGreaterThan(1);
    expect(depthMarks(0.4, 130)).toEqual([0.2]);
  });

  it("leaves out what would lie on the depth itself", () => {
    expect(depthMarks(3.6, 36)).toEqual([1, 2]);
    expect(depthMarks(3.7, 36)).toEqual([1, 2, 3]);
  });
});

describe("a retrieve", () => {
  it("runs from the end of the cast through its heights up to the rod", () => {
    expect(swimPath([0, 0, 1.5], [1, 0.5, 0.1], 30, 4)).toEqual([[30, 0], [15, 0], [3, 1.5], [0, 4]]);
  });

  it("stays in the water", () => {
    expect(swimPath([-0.1, 9], [1, 0.5], 10, 4)).toEqual([[10, 0], [5, 4], [0, 4]]);
  });
});

describe("paths", () => {
  it("are short and finite", () => {
    expect(polyline([[0, 0], [1.005, 2]])).toBe("M0 0L1 2");
    expect(smooth([[0, 0], [1, 1], [2, 0]])).toMatch(/^M0 0C/);
    expect(smooth([[0, 0], [1, 1], [2, 0]], true)).toMatch(/Z$/);
  });

  it("scatter the same way every time", () => {
    const [a, b] = [scatter(5), scatter(5)];
    expect([a(), a(), a()]).toEqual([b(), b(), b()]);
  });
});

describe("tackle", () => {
  const looks = ["jerk", "paddle", "stick", "curl", "shrimp", "craw", "bulky", "t-tail", "crab",
    "tube", "surface", "hair"];
  const profile = [[0, 0.2], [0.2, 1], [0.6, 1], [1, 0.3]];
  const measures = (look: string) => ({ look, length_mm: 100, body_length_mm: 80, height_mm: 16, profile });

  it("draws every look differently and finitely", () => {
    const drawn = looks.map((look) => JSON.stringify(outline(measures(look))));
    // The bodies are alike here; the stick has no tail of its own, the rest each have one.
    expect(new Set(drawn).size).toBe(looks.length);
    expect(drawn.join("")).not.toMatch(/NaN|Infinity/);
  });

  it("is as high as its profile says, straight between its points", () => {
    expect(halfHeight(measures("jerk"), 80 * 0.4)).toBeCloseTo(8);
    expect(halfHeight(measures("jerk"), 80 * 0.1)).toBeCloseTo(0.6 * 8);
    expect(halfHeight(measures("jerk"), 80)).toBeCloseTo(0.3 * 8);
  });

  it("draws every head shape differently", () => {
    const shapes = ["ball", "keeled-arrow", "bullet", "darter", "stand-up", "mushroom", "football",
      "buried", "swinging", "belly-weighted", "bladed", "crab"];
    const drawn = shapes.map((s) => JSON.stringify(headOutline(s, 8, 16, 30)));
    expect(new Set(drawn).size).toBe(shapes.length);
  });

  it("bends a hook by half a circle of its gape", () => {
    expect(hookPath({ straight_mm: 38, gape_mm: 15, wire_mm: 1.2 })).toContain("L38 0A7.5 7.5");
  });
});

describe("rigs at fault and rigs laid out", () => {
  const m = { look: "jerk", length_mm: 100, body_length_mm: 80, height_mm: 16, width_mm: 12, profile: [[0, 0.2], [0.3, 1], [1, 0.3]] };
  const none = { gap_mm: 0, bunch_mm: 0, bend_mm: 0, side_mm: 0, nose_mm: 0 };

  it("bends by what is said at the exit, and enters by what is said at the nose", () => {
    expect(bentLine(40, 40, { ...none, bend_mm: 5 })).toBeCloseTo(5);
    expect(bentLine(0, 40, { ...none, nose_mm: 3 })).toBeCloseTo(-3);
    expect(bentLine(40, 40, { ...none, nose_mm: 3 })).toBeCloseTo(0);
    expect(bentLine(20, 40, none)).toBe(0);
  });

  it("draws each fault differently, and none with a hole in it", () => {
    const faults = [none, { ...none, gap_mm: 4 }, { ...none, bunch_mm: 4 }, { ...none, bend_mm: 4 }, { ...none, nose_mm: 4 }];
    const drawn = faults.map((f) => sideOutline(m, 40, f));
    expect(new Set(drawn).size).toBe(faults.length);
    expect([...drawn, topOutline(m, none)].join("")).not.toMatch(/NaN|Infinity/);
  });

  it("lays a rigging by its own numbers", () => {
    const plan = (key: string, numbers: Record<string, number>) => ({
      key, name: key, says: "", suits: "suits" as const, reason: "", steps: [],
      numbers: Object.entries(numbers).map(([name, value]) => ({ key: name, kind: "small" as const, word: null, value })),
    });
    expect(laidOut(plan("high", { exit: 0.045, depth: 0.006 }), m, 10, 0)).toMatchObject({ mark: 45, steel: [-0, 2] });
    // Cut at 40 of 100: the mark, 20 on, lies where the body was at 60 of 80.
    const cut = laidOut(plan("cut-down", { cut: 0.04, exit: 0.02 }), m, 10, 3);
    expect([cut.from, cut.steel[0]]).toEqual([40, -3]);
    expect(cut.markY).toBeCloseTo(halfHeight(m, 60));
    const back = laidOut(plan("tail-first", { keep: 0.07, exit: 0.03 }), m, 10, 0);
    expect([back.to, back.reversed]).toEqual([70, true]);
    expect(back.markY).toBeCloseTo(halfHeight(m, 40));
    expect(laidOut(plan("weedless", { up: 0.06 }), m, 10, 0)).toMatchObject({ weedless: true, mark: 60 });
    expect(laidOut(plan("wacky", { middle: 0.034 }), m, 10, 0)).toMatchObject({ across: 34, nail: true });
  });

  it("lights the moon by its share", () => {
    // Full: the terminator is the other half circle; half: a straight line; new: back on itself.
    expect(moonPath(1, true, 6)).toContain("A6 6 0 0 1 0 6A6 6 0 0 1 0 -6");
    expect(moonPath(0.5, true, 6)).toContain("A0 6");
    expect(moonPath(0, true, 6)).toContain("A6 6 0 0 1 0 6A6 6 0 0 0 0 -6");
    expect(moonPath(0.3, false, 6)).not.toBe(moonPath(0.3, true, 6));
  });
});
