import { describe, expect, it } from "vitest";
import type { TripPlan, TripRound } from "../../api/types";
import { layout, legLabel, lens, route } from "./round";

const row = (stream_m_s: number[]) => ({ stream_m_s }) as unknown as TripPlan["rows"][number];
const plan = { clock: Array.from({ length: 73 }, (_, i) => String(i)), rows: [row([0, 0.5, 1]), row([0.1, -0.2, 0])] } as unknown as TripPlan;
const span = (from_at: number, to_at: number) => ({ from_at, to_at, from_clock: "", to_clock: "" });
const round: TripRound = {
  worth_min: 1, unmet: [], stays: [],
  legs: [{ ...span(0, 6), origin: 2, to: 0, minutes: 30, still_minutes: 30 }, { ...span(30, 33), origin: 0, to: 1, minutes: 15, still_minutes: 15 }, { ...span(66, 72), origin: 1, to: 2, minutes: 30, still_minutes: 30 }],
};

describe("a trip's round laid out", () => {
  it("runs from the first instant to the last across the sheet", () => {
    const at = layout(plan, 860);
    expect([at.x(0), at.x(72)]).toEqual([at.left, at.right]);
    expect(at.home).toBeGreaterThan(at.rows[1]!.y + at.rows[1]!.half);
  });

  it("gives the names their own column only where there is room", () => {
    expect(layout(plan, 860).left).toBeGreaterThan(100);
    expect(layout(plan, 366).left).toBeLessThan(20);
  });

  it("never turns about on a sheet that has no width yet", () => {
    const at = layout(plan, 0);
    expect(at.right).toBeGreaterThan(at.left);
  });

  it("leaves home and comes back to it, level at each mark", () => {
    const at = layout(plan, 860);
    const points = route(round, at);
    expect([points[0]![1], points[5]![1]]).toEqual([at.home, at.home]);
    expect(points[1]![1]).toBe(points[2]![1]);
    expect(points.map(([x]) => x)).toEqual([...points.map(([x]) => x)].sort((a, b) => a - b));
  });

  it("draws all streams to one scale", () => {
    const at = layout(plan, 860);
    expect(Math.max(...lens(plan, 0, at).map(([, h]) => h))).toBeCloseTo(at.rows[0]!.half);
    expect(lens(plan, 1, at)[1]![1]).toBeCloseTo(0.2 * at.rows[1]!.half);
  });

  it("says a way's minutes on the side that has room", () => {
    const at = layout(plan, 860);
    expect(legLabel([300, 0], [320, 100], at).anchor).toBe("start");
    expect(legLabel([at.right - 20, 0], [at.right, 100], at).anchor).toBe("end");
    expect(legLabel([400, at.home], [420, 200], at).anchor).toBe("end");
  });
});
