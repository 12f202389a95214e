import { describe, expect, it } from "vitest";
import {
  CM_SCALE, GRAM_SCALE, PULL_SCALE, fallSpeed, headName, inches, length, lengthScale, newtonsOfKg, ouncesFromGrams, ouncesText, planNumber, rangeText, said, small, speed, speedScale, strengthText, temperature, temperatureScale, text, thickness, turnLength, withFraction, type Units,
} from "./units";

const METRIC: Units = {
  head_unit: "g", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", temperature_unit: "°C", wind_unit: "m/s",
};
const IMPERIAL: Units = {
  head_unit: "oz", depth_unit: "ft", speed_unit: "kn", small_unit: "in", temperature_unit: "°F", wind_unit: "Bft",
};

describe("figures carry their unit", () => {
  it.each([
    [text(length(4.2, METRIC)), "4.2 m"],
    [text(length(0.3048 * 14, IMPERIAL)), "14.0 ft"],
    [text(speed(0.5144, IMPERIAL)), "1.00 kn"],
    [text(temperature(18, IMPERIAL)), "64 °F"],
    [text(small(47.6, METRIC)), "48 mm"],
    [text(small(47.625, IMPERIAL)), "1 7/8 in"],
    [rangeText(0, 1, METRIC), "0 to 1 m"],
    [text(length(null, METRIC)), "–"],
    [text(length(-0.01, METRIC)), "0.0 m"],
  ])("%s", (got, wanted) => expect(got).toBe(wanted));
});

describe("ounces as fractions", () => {
  it.each([
    [1 / 16, "1/16"], [1 / 10, "1/10"], [1 / 8, "1/8"], [1 / 6, "1/6"], [3 / 16, "3/16"],
    [3 / 8, "3/8"], [5 / 8, "5/8"], [1, "1"], [1.5, "1 1/2"], [2.25, "2 1/4"], [0.013, "1/32"],
  ])("%f is %s", (oz, wanted) => expect(ouncesText(oz)).toBe(wanted));

  it("names a head by its packet, or by the scale", () => {
    expect(text(headName({ printed_oz: 0.375, mass_g: 10.9 }, IMPERIAL))).toBe("3/8 oz");
    expect(text(headName({ printed_oz: 0.375, mass_g: 10.9 }, METRIC))).toBe("10.9 g");
    expect(text(headName({ printed_oz: null, mass_g: 14.17 }, IMPERIAL))).toBe("1/2 oz");
  });
});

it("inches are read as a rule is marked", () => {
  expect(inches(25.4)).toBe("1");
  expect(inches(46)).toBe("1 13/16");
  expect(withFraction(0.999, 16)).toBe("1");
});

describe("round trips are exact", () => {
  const scales = [METRIC, IMPERIAL].flatMap((u) => [lengthScale(u), speedScale(u), temperatureScale(u)]);
  it.each([...scales, PULL_SCALE, GRAM_SCALE, CM_SCALE])("what is typed in $unit comes back", (scale) => {
    for (let typed = -40; typed <= 200; typed += 0.13) {
      const shown = Number(typed.toFixed(2));
      const back = scale.fromSi(scale.toSi(shown));
      expect(Number(back.toFixed(2))).toBe(shown);
      expect(Math.abs(back - shown)).toBeLessThan(1e-13 * (40 + Math.abs(shown)));
    }
  });

  it("ounces as printed come back from their grams", () => {
    for (const oz of [1 / 16, 1 / 10, 1 / 8, 1 / 6, 3 / 16, 1 / 4, 3 / 8, 5 / 8, 1, 1.5]) {
      expect(ouncesText(ouncesFromGrams(oz * 28.349523125))).toBe(ouncesText(oz));
    }
  });
});

describe("what lines hold, how thick they are, how a rig falls, what is cut", () => {
  // 1 lb = 0.45359237 kg, 1 ft = 0.3048 m, 1 in = 25.4 mm exactly: NIST SP 811; from memory.
  const pounds = { ...IMPERIAL, strength_unit: "lb" as const };
  it("follows the chosen set, and nothing is left in another", () => {
    expect(strengthText(newtonsOfKg(6.8), METRIC)).toBe("6.8 kg");
    expect(strengthText(newtonsOfKg(6.8), pounds)).toBe("15 lb");
    expect(strengthText(newtonsOfKg(1.8), pounds)).toBe("4.0 lb");
    expect(text(thickness(0.19, METRIC))).toBe("0.19 mm");
    expect(text(thickness(0.19, pounds))).toBe("0.007 in");
    expect(text(fallSpeed(0.5, METRIC))).toBe("0.50 m/s");
    expect(text(fallSpeed(0.5, pounds))).toBe("1.6 ft/s");
    expect(planNumber({ value: 1.47, kind: "length" }, pounds)).toBe("4 ft 10 in");
    expect(planNumber({ value: 0.61, kind: "length" }, pounds)).toBe("2 ft");
    expect(planNumber({ value: 0.2, kind: "length" }, pounds)).toBe("8 in");
  });
});

describe("a sentence of the trade", () => {
  const imperial: Units = { ...METRIC, head_unit: "oz", depth_unit: "ft", small_unit: "in" };
  it("is said in the angler's units, figures of time and number left alone", () => {
    expect(said("Beyond 1.2 to 1.8 m a head falls straight; count 3 to 5.", imperial)).toBe("Beyond 3.9 to 5.9 ft a head falls straight; count 3 to 5.");
    expect(said("short plastics, 64 to 76 mm.", imperial)).toBe("short plastics, 2 1/2 to 3 in.");
    expect(said("about 3.5 g takes it down in 2 m, 7 moves", imperial)).toBe("about 1/8 oz takes it down in 6.6 ft, 7 moves");
    expect(said("When current: 0.6 to 6 m/s, drag 2 m²", { ...imperial, speed_unit: "kn" })).toBe("When current: 1.17 to 11.66 kn, drag 2 m²");
    expect(said("From 3 to 8 g, 1.2 to 1.8 m", METRIC)).toBe("From 3 to 8 g, 1.2 to 1.8 m");
  });

  it("has a reel's turn in inches where small things are", () => {
    expect([text(turnLength(70, METRIC)), text(turnLength(70, imperial))]).toEqual(["70 cm", "27.6 in"]);
  });
});
