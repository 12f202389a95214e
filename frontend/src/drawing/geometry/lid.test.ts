import { describe, expect, it } from "vitest";
import type { LidChart } from "../../api/types";
import { nameAt, regionsOf } from "./lid";

describe("the lid chart's regions", () => {
  const chart = { depths_m: [1, 2], currents_m_s: [0, 0.5, 1], pick: [[3, 3, 4], [3, 5, 0]], marginal: [[false, false, true], [false, false, false]], empty_share: 0, left_out: 0, path: null } as unknown as LidChart;
  const regions = regionsOf(chart, (id) => (id === 3 ? "1/8 oz" : "1/4 oz"));
  it("join heads of one name, right and marginal apart", () => {
    expect(regions.map((r) => [r.name, r.marginal, r.cells])).toEqual([["1/8 oz", false, 3], ["1/4 oz", true, 1], ["1/4 oz", false, 1], ["", false, 1]]);
  });
  it("are bars of neighbouring cells", () => {
    expect(regions.find((r) => r.name === "1/8 oz")!.bars).toEqual([
      { from: 0, to: 1, low: 0, high: 0.75 }, { from: 1, to: 2, low: 0, high: 0.25 }]);
  });
  it("are named near a depth of their own, where there is room, else where they are highest", () => {
    const { bars } = regions.find((r) => r.name === "1/8 oz")!;
    expect(nameAt(bars, 1.6, 0.2)).toEqual([1.5, 0.125]);
    expect(nameAt(bars, 1.6, 0.5)).toEqual([0.5, 0.375]);
    expect(nameAt(bars, 1.6, 0.9)).toEqual([0.5, 0.375]);
  });
});
