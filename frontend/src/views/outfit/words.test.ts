import { describe, expect, it } from "vitest";
import type { DoctorSays, Outfit } from "../../api/types";
import type { Units } from "../../base/units";
import { colourWords, leaderWords, minutes, numberWords, verdictOf } from "./words";

const metric: Units = { head_unit: "g", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", temperature_unit: "°C", wind_unit: "m/s" };
const imperial: Units = { head_unit: "oz", depth_unit: "ft", speed_unit: "kn", small_unit: "in", temperature_unit: "°F", wind_unit: "kn" };
const outfit = {
  verdict: "right", decided: "gets-there", figure: 1.4, bound: 3, line_out_m: 5.2, right_from_m_s: 0.1, right_to_m_s: 0.5,
  over_g: null, fit: "well", fit_word: "", cast_is_guess: false, lowered: false, own_colour: "", colour: "dark", tip: "plain", leader_kg: 5,
} as unknown as Outfit;

describe("an outfit in words", () => {
  it("tells its verdict with the figure that decides", () => {
    expect(verdictOf(outfit, metric)).toEqual({ sign: "right", beside: [], words: "right here", figure: "touches on 5.2 m of line; right in 0.10 to 0.50 m/s of current" });
    expect(verdictOf({ ...outfit, verdict: "marginal" }, metric).words).toBe("only just");
    expect(verdictOf({ ...outfit, verdict: "too-heavy", decided: "drags", figure: 0.61 }, metric).figure).toBe("on the bottom over 61 % of the middle of the cast");
    expect(verdictOf({ ...outfit, decided: "swims", figure: 0.9, right_to_m_s: null }, metric).figure).toBe("stays in their zone up to 0.90 m/s");
    expect(verdictOf({ ...outfit, verdict: "too-light", decided: "reaches", figure: 12 }, metric).figure).toBe("flies 12.0 m, you want 3.0 m");
  });
  it("names the colour as the box does, else its kind", () => {
    expect(colourWords(outfit)).toBe("in dark");
    expect(colourWords({ ...outfit, own_colour: "mullet" })).toBe("mullet");
  });
  it("says what stands before the head", () => {
    expect(leaderWords(outfit, metric)).toBe("5.0 kg leader, none in the box suits");
    expect(leaderWords(outfit, { ...imperial, strength_unit: "lb" }, "20 lb fluorocarbon")).toBe("11 lb leader (20 lb fluorocarbon)");
    expect(leaderWords({ ...outfit, tip: "wire" }, metric)).toContain("20 cm of wire");
    expect(leaderWords({ ...outfit, tip: "bite piece" }, metric)).toContain("heavier bite piece");
  });
});

const says = (unit: DoctorSays["unit"], value: number, word = ""): DoctorSays => ({ key: "k", says: "{n}", unit, value, word });

describe("the doctor's numbers", () => {
  it("are said in the angler's units", () => {
    expect(numberWords(says("head", 0.0106), imperial)).toBe("3/8 oz (10.6 g)");
    expect(numberWords(says("head", 0.0106), metric)).toBe("10.6 g");
    expect(numberWords(says("small", 0.057), metric)).toBe("57 mm");
    expect(numberWords(says("small", 0.00015), metric)).toBe("0.15 mm");
    expect(numberWords(says("length", 1.2), imperial)).toBe("3.9 ft");
    expect(numberWords(says("speed", 0.3), metric)).toBe("0.30 m/s");
    expect(numberWords(says("force", 49.03325), metric)).toBe("5.0 kg");
    expect(numberWords(says("seconds", 7.87), metric)).toBe("7.9 s");
    expect(numberWords(says("hook", 0, "2/0"), metric)).toBe("2/0");
    expect(numberWords({ ...says(null, 0), value: null }, metric)).toBe("");
  });
  it("count long times in minutes", () => {
    expect(minutes(60)).toBe("60 s");
    expect(minutes(594)).toBe("10 min");
  });
});
