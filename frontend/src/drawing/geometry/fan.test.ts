import { describe, expect, it } from "vitest";
import type { Outfit } from "../../api/types";
import { fanBox, fanRays, walkRays } from "./fan";
import { outfitShape, sideRange } from "./outfit";

describe("casts seen from above", () => {
  it("spread about the middle of the sector, all of one length", () => {
    const rays = fanRays([30, 90], 120, 20);
    expect(rays.map((r) => r.order)).toEqual([1, 2]);
    expect(rays[0]!.to[0]).toBeCloseTo(-10);
    expect(rays[1]!.to[0]).toBeCloseTo(10);
    for (const { to } of rays) expect(Math.hypot(...to)).toBeCloseTo(20);
  });
  it("go straight out from who moves along", () => {
    const rays = walkRays([10, 30], 40, 15);
    expect(rays.map((r) => r.from)).toEqual([[-10, 0], [10, 0]]);
    expect(rays.every((r) => r.to[1] === 15)).toBe(true);
  });
  it("fit a box with what is seen beside them", () => {
    expect(fanBox(walkRays([10, 30], 40, 15), 2)).toEqual([-12, 12, -2, 17]);
  });
});

const held = {
  line_span_m: [0, 1, 3], line_height_m: [0.05, 2, 4], line_out_m: 6, lead_m: 1.5,
  fall_height: [1, 0.5, 0], fall_shift_m: [0, 0.9, 1.5],
} as unknown as Outfit;

describe("an outfit in its water", () => {
  it("hangs from the tip: the line goes on as steeply as it left the water", () => {
    const shape = outfitShape(held, 4, 1);
    // 2 m across in the last 2 m of height, so 1 m more over the 1 m to the tip.
    expect(shape.lure[0]).toBeCloseTo(4);
    expect(shape.line.at(-1)).toEqual([1, 4]);
    expect(shape.tip).toEqual([0, 5]);
  });
  it("falls on to the lure from so far up-current", () => {
    const { fall, lure } = outfitShape(held, 4, 1);
    expect(fall[0]).toEqual([lure[0] - 1.5, 4]);
    expect(fall.at(-1)).toEqual([lure[0], 0]);
  });
  it("comes in to the lure from so far beyond on a held line", () => {
    const { fall, lure } = outfitShape({ ...held, lead_m: 0.4, beyond_m: 1.5 } as unknown as Outfit, 4, 1);
    expect(fall[0]).toEqual([lure[0] + 1.5, 4]);
    expect(fall.at(-1)).toEqual([lure[0], 0]);
  });
  it("has no line where none holds, and still a place", () => {
    const lost = outfitShape({ ...held, line_span_m: [null, null, null], line_out_m: null, lead_m: null } as unknown as Outfit, 4, 1);
    expect(lost.line).toEqual([]);
    expect(lost.fall).toEqual([]);
    expect(sideRange([lost, outfitShape(held, 4, 1)])).toEqual([0, 4]);
  });
});
