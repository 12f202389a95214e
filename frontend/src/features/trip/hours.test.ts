import { describe, expect, it } from "vitest";
import { byDay, clockOf, hourOf, lastDate, overnight, stayByDay, whole } from "./hours";

const morning = { date: "2026-12-03", to_hour: 12 };
const night = { date: "2026-12-31", to_hour: 26 };

describe("the hours of a trip", () => {
  it("reads clocks as hours of its day, midnight at its end as 24", () => {
    expect([hourOf("06:15", morning), hourOf("00:00", morning), hourOf("00:00", morning, true), hourOf("01:15, second", morning)]).toEqual([6.25, 0, 24, 1.25]);
    expect([clockOf(6.25), clockOf(24), clockOf(25.5)]).toEqual(["06:15", "24:00", "01:30"]);
  });

  it("counts on over midnight, where the trip goes over one", () => {
    expect([overnight(morning), overnight({ to_hour: 24 }), overnight(night)]).toEqual([false, false, true]);
    expect([hourOf("20:30", night), hourOf("24:00", night, true), hourOf("00:00", night), hourOf("01:45", night)]).toEqual([20.5, 24, 24, 25.75]);
    expect([hourOf("12:00", night), hourOf("12:00", night, true), hourOf("12:00", morning, true)]).toEqual([12, 36, 12]);
    expect([lastDate(morning), lastDate(night)]).toEqual(["2026-12-03", "2027-01-01"]);
  });

  it("tells them day by day", () => {
    expect(byDay("2026-12-03", 6, 12)).toEqual([{ date: "2026-12-03", from: 6, to: 12 }]);
    expect(byDay("2026-12-03", 20, 24)).toEqual([{ date: "2026-12-03", from: 20, to: 24 }]);
    expect(byDay("2026-12-31", 20.25, 25.5)).toEqual([{ date: "2026-12-31", from: 20.25, to: 24 }, { date: "2027-01-01", from: 0, to: 1.5 }]);
    expect(stayByDay({ from_clock: "00:30", to_clock: "01:50" }, night).map(whole)).toEqual([{ date: "2027-01-01", from: 0, to: 2 }]);
    expect(stayByDay({ from_clock: "22:10", to_clock: "24:00" }, night).map(whole)).toEqual([{ date: "2026-12-31", from: 22, to: 24 }]);
  });
});
