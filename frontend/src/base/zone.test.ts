import { describe, expect, it } from "vitest";
import { secondsOf, wallOf } from "./zone";

describe("the clock of a place", () => {
  it.each(["Atlantic/Azores", "Europe/Lisbon", "Australia/Sydney", "Pacific/Auckland", "UTC"])("goes there and back in %s", (zone) => {
    for (let day = 0; day < 365; day += 5) {
      const at = Date.UTC(2027, 0, 1 + day, 14, 30) / 1000;
      expect(secondsOf(wallOf(at, zone), zone)).toBe(at);
    }
  });
  it("knows summer time", () => {
    // Lisbon is at UTC+1 in July, UTC in January (the union's rule).
    expect(secondsOf("2027-07-01T12:00", "Europe/Lisbon")).toBe(Date.UTC(2027, 6, 1, 11) / 1000);
    expect(secondsOf("2027-01-01T12:00", "Europe/Lisbon")).toBe(Date.UTC(2027, 0, 1, 12) / 1000);
    expect(secondsOf("nonsense", "UTC")).toBeNaN();
  });
});
