import { describe, expect, it } from "vitest";
import { typedNumber } from "./typed";

describe("a number box takes any usual unit written after the number", () => {
  // 1 in = 25.4 mm, 1 ft = 0.3048 m, 1 lb = 0.45359237 kg, 1 oz = 28.349523125 g, 1 kn = 1852/3600
  // m/s: NIST SP 811, appendix B; from memory.
  it.each([
    ["3 in", "mm", 76.2], ['3"', "mm", 76.2], ["15 lb", "kg", 6.80388555], ["15lbs", "kg", 6.80388555], ["7 g", "oz", 0.24691774],
    ["1/4 oz", "g", 7.08738078], ["1 1/2 oz", "g", 42.5242847], ["0.8 kn", "m/s", 0.41155556], ["0,8 knots", "m/s", 0.41155556],
    ["6 ft", "m", 1.8288], ["6'", "m", 1.8288], ["1.8 m", "ft", 5.90551181], ["60 °F", "°C", 15.5555556], ["12 °C", "°F", 53.6],
    ["30 cm", "in", 11.8110236], ["20 km/h", "m/s", 5.5555556], ["2 kg", "kg", 2], ["-0,5", "m", -0.5], ["3/8", "oz", 0.375], [".5", "m", 0.5],
  ])("%s in a box of %s", (text, unit, due) => {
    expect(typedNumber(text, unit)).toBeCloseTo(due, 6);
  });
  it.each([["3 kg", "m"], ["abc", "m"], ["", "m"], ["3 blah", "m"], ["1,2,3", "m"], ["7 m", "°C"], ["3 m", ""]])("%s is none in a box of %s", (text, unit) => {
    expect(typedNumber(text, unit)).toBeNaN();
  });
});
