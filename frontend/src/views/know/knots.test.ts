import { describe, expect, it } from "vitest";
import { turnsOn } from "./knots-part";
import { wrapped } from "../../drawing/scenes/knot-scene";

describe("turns of a knot", () => {
  it("are as many as are drawn, between where they begin and end", () => {
    const d = wrapped(10, 50, 30, 4, 6);
    expect(d.match(/M/g)).toHaveLength(4);
    const xs = [...d.matchAll(/M([\d.]+)/g)].map((m) => Number(m[1]));
    expect(Math.min(...xs)).toBeGreaterThan(10);
    expect(Math.max(...xs)).toBeLessThan(50);
  });

  it("are fewer on a stouter line, the last for all above", () => {
    const knot = { turns: [{ to_kg: 4, turns: 7 }, { to_kg: 18, turns: 4 }, { to_kg: 27, turns: 3 }] };
    expect([3, 4, 10, 20, 90].map((kg) => turnsOn(knot, kg))).toEqual([7, 7, 4, 3, 3]);
  });
});
