import { describe, expect, it } from "vitest";
import type { Mark, Settings, TripHour, TripQuestion } from "../../api/types";
import { storedFacts } from "../../features/question/facts";
import { apart, newTrip } from "../../features/trip/new-trip";
import { craftNote, flowWords, hourWords, shutWords, spanWords } from "./trip-words";

const units = { head_unit: "oz", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", strength_unit: "kg", temperature_unit: "°C", wind_unit: "m/s" } as const;
const feet = { ...units, depth_unit: "ft", speed_unit: "kn" } as const;
const asked = { craft: "kayak", wade_m: 0.9 } as TripQuestion;
const kayak = { key: "kayak", words: "by kayak", speed_m_s: 1.4, least_depth_m: 0.5, wind_most_m_s: 8 };
const hour: TripHour = { from_at: 0, to_at: 3, from_clock: "07:00", to_clock: "07:15", worth: 0.45, depth_m: 1.2, stream_m_s: -0.34, sky: "day", spell: [], head: "right", shares: { spell: 0.45 }, closed: [] };

describe("what a trip says", () => {
  it("names what closes a mark in the angler's units", () => {
    expect(shutWords("shallow", asked, kayak, units)).toBe("under 0.5 m: no way over");
    expect(shutWords("deep", asked, kayak, feet)).toBe("over 3.0 ft: too deep to wade");
  });

  it("says of a craft what it wants and stands, in the angler's units", () => {
    expect(craftNote(kayak, units)).toBe("wants 0.5 m under it; stays in from a wind of 8.0 m/s");
    expect(craftNote(kayak, { ...feet, wind_unit: "kn" })).toBe("wants 1.6 ft under it; stays in from a wind of 16 kn");
  });

  it("says of an hour its water and what takes from it", () => {
    expect(hourWords(hour, units)).toBe("0.34 m/s ebb, 1.2 m deep; no turn of the tide, no low light (45 %)");
    expect(hourWords({ ...hour, spell: ["dawn", "low water"], shares: { head: 0.1 }, head: "none" }, units)).toContain("dawn and low water; 0.34 m/s ebb, 1.2 m deep; no head in the box is right");
  });

  it("tells slow water from fast", () => {
    expect(hourWords({ ...hour, stream_m_s: 0.02, shares: { stream: 0.6 } }, units)).toContain("it hardly runs");
    expect(hourWords({ ...hour, stream_m_s: 1.2, shares: { stream: 0.4 } }, units)).toContain("it runs hard");
  });

  it("writes spans as one says them", () => {
    expect([spanWords(48), spanWords(160)]).toEqual(["48 min", "2 h 40"]);
    expect([flowWords(0.28, 0.59, units), flowWords(0.3, 0.3, units)]).toEqual(["0.28 to 0.59 m/s", "0.30 m/s"]);
  });
});

describe("a trip begun from a mark", () => {
  const mark = (id: number, lat: number, more: Partial<Mark> = {}) => ({ id, name: `mark ${id}`, latitude_deg: lat, longitude_deg: -8, time_zone: "UTC", stance: "bank", tide_port_id: 1, stream_id: null, ...more }) as Mark;
  const settings = { school: "bottom-contact" } as Settings;

  it("takes the nearest along, not those far off, without a tide or by another clock", () => {
    const marks = [mark(1, 40), mark(2, 40.02), mark(3, 40.01), mark(4, 41), mark(5, 40.005, { tide_port_id: null }), mark(6, 40.006, { time_zone: "Europe/Lisbon" })];
    const made = newTrip(marks[0]!, marks, settings, storedFacts(), "2026-12-03");
    expect(made.marks.map((m) => m.mark_id)).toEqual([1, 3, 2]);
    expect([made.craft, made.school, made.date]).toEqual(["foot", "bottom-contact", "2026-12-03"]);
  });

  it("goes afloat where a mark lies afloat", () => {
    expect(newTrip(mark(1, 40, { stance: "anchored" }), [], settings, storedFacts(), "2026-12-03").craft).toBe("kayak");
  });

  it("knows how far marks lie apart", () => {
    expect(apart(mark(1, 40), mark(2, 40.01))).toBeCloseTo(1112, -1);
  });
});
