import { describe, expect, it } from "vitest";
import type { Box, Head, Plastic, Settings } from "../../api/types";
import { isWrong, leftOf, offPrinted, read, tiedUp, typedAgain, typedOunces, type LooseHook } from "./kinds";
import { arranged } from "./gear-part";

const METRIC = { head_unit: "oz", depth_unit: "m", small_unit: "mm", currency: "€" } as Settings;
const INCHES = { ...METRIC, small_unit: "in", depth_unit: "ft" } as Settings;
const HEAD = {
  id: 4, name: "1/8 oz keeled arrow", printed_oz: 0.125, mass_g: 3.9, weighed: true, shape: "keeled-arrow", material: "lead", density_g_cm3: 11.34,
  hook_size: "3/0", hook_mass_g: 1.35, hook_gape_mm: 15, hook_straight_mm: 38, hook_wire_mm: 1.2, hook_measured: false, hook_wire: "medium", keeper: "wire barb",
  keeper_takes_mm: 3, weight_x_mm: null, colour: "", plastic_id: null, extra_drag_cm2: 0.4, carried: 5, price: 0.51, counted_utc_s: 0, lost: 2,
} satisfies Head;
const PLASTIC = {
  id: 1, name: "127 mm straight tail", family: "straight", look: "jerk", material: "plastisol", colour: "", length_mm: 127, body_length_mm: 104,
  width_mm: 14, height_mm: 16, mass_g: 11.7, density_g_cm3: 1.08, extra_drag_cm2: 3, profile: [[0, 0.2], [1, 0.3]], traced: true, measured: true, weighed: false,
  shape_g: 11.7, carried: 8, condition: "good", slit: "none", slit_mm: 0, price: null, counted_utc_s: 0, lost: 9,
} satisfies Plastic;

describe("what is typed of a head", () => {
  it("takes ounces as a packet prints them", () => {
    expect(["3/8", "1 1/2", "0.375", " 1/4 "].map(typedOunces)).toEqual([0.375, 1.5, 0.375, 0.25]);
    expect(typedOunces("a lot")).toBeNaN();
  });
  it("shows what was measured, and leaves empty what is typical", () => {
    const typed = typedAgain("heads", HEAD, METRIC);
    expect([typed.printed_oz, typed.mass_g, typed.hook_gape_mm, typed.keeper_takes_mm]).toEqual(["1/8", "3.9", "", "3"]);
    expect(typedAgain("heads", { ...HEAD, weighed: false, hook_measured: true }, METRIC)).toMatchObject({ mass_g: "", hook_gape_mm: "15" });
  });
  it("is sent as it is stored when nothing was changed, whatever units it is shown in", () => {
    for (const units of [METRIC, INCHES]) {
      expect(read("heads", typedAgain("heads", HEAD, units), HEAD, units)).toMatchObject({
        printed_oz: 0.125, mass_g: 3.9, keeper_takes_mm: 3, carried: 5, price: 0.51, extra_drag_cm2: 0.4, hook_mass_g: 1.35 });
    }
  });
  it("is converted where it was changed", () => {
    const body = read("heads", { ...typedAgain("heads", HEAD, INCHES), keeper_takes_mm: "0.25" }, HEAD, INCHES);
    expect(body).toMatchObject({ keeper_takes_mm: 6.35 });
  });
  it("leaves the weight of another hook to the server", () => {
    const body = read("heads", { ...typedAgain("heads", HEAD, METRIC), hook_size: "4/0" }, HEAD, METRIC);
    expect(body).not.toHaveProperty("hook_mass_g");
  });
  it("names the first field that is no number", () => {
    const wrong = read("heads", { ...typedAgain("heads", HEAD, METRIC), carried: "some", price: "dear" }, HEAD, METRIC);
    expect(isWrong(wrong) && wrong.key).toBe("carried");
    expect(isWrong(wrong) && wrong.says).toBe("Carried must be a number, got some: correct it.");
  });
});

describe("what is typed of a plastic", () => {
  it("keeps its outline and its hair, and its weight from its shape", () => {
    const body = read("plastics", typedAgain("plastics", PLASTIC, METRIC), PLASTIC, METRIC);
    expect(body).toMatchObject({ profile: PLASTIC.profile, extra_drag_cm2: 3, density_g_cm3: 1.08 });
    expect(body).not.toHaveProperty("mass_g");
  });
  it("takes the density of another material", () => {
    const body = read("plastics", { ...typedAgain("plastics", PLASTIC, METRIC), material: "elastomer" }, PLASTIC, METRIC);
    expect(body).not.toHaveProperty("density_g_cm3");
  });
});

describe("what is in the box", () => {
  it("is what was counted less what was lost, and never less than none", () => {
    expect([leftOf(HEAD), leftOf(PLASTIC)]).toEqual([3, 0]);
  });
  it("is held against what is printed", () => {
    expect(offPrinted(HEAD)).toBeCloseTo(10.05, 1);
    expect(offPrinted({ ...HEAD, weighed: false })).toBeNull();
  });
});

describe("rows of the box", () => {
  const rows = [["1/2 oz", "ball"], ["1/8 oz", "bullet"], ["1 1/2 oz", "ball"], ["3/16 oz", "darter"]];
  it("are searched and sorted, fractions by what they weigh", () => {
    expect(arranged(rows, (r) => r, "ball", null)).toHaveLength(2);
    expect(arranged(rows, (r) => r, "", { column: 0, down: false }).map((r) => r[0])).toEqual(["1/8 oz", "3/16 oz", "1/2 oz", "1 1/2 oz"]);
    expect(arranged(rows, (r) => r, "", { column: 1, down: true })[0]![1]).toBe("darter");
  });
});

describe("an offset hook tied up as a head", () => {
  const s = METRIC;
  const hook = { id: 1, kind: "offset", size: "3/0", mass_g: 1.3, straight_mm: 38, gape_mm: 15, wire_mm: 1.2, carried: 8, price: null } as LooseHook;
  const weight = (kind: string, mass_g: number, carried: number) => ({ id: mass_g, kind, mass_g, material: "tungsten alloy", carried, price: null }) as Box["weights"][number];

  it("takes the lightest bullet that is there, as many as both allow", () => {
    expect(tiedUp(hook, [weight("bullet", 14, 2), weight("bullet", 7, 5), weight("bullet", 3, 0)], s)).toMatchObject({
      shape: "loose-bullet", mass_g: "7", material: "tungsten alloy", hook_size: "3/0", keeper: "offset bend", carried: "5", hook_gape_mm: "15" });
  });

  it("else a nail inside the plastic, else next to nothing", () => {
    expect(tiedUp(hook, [weight("nail", 0.9, 10)], s)).toMatchObject({ shape: "offset-nail", mass_g: "0.9", carried: "8" });
    expect(tiedUp(hook, [], s)).toMatchObject({ shape: "offset-nail", mass_g: "0.1", carried: "8" });
  });
});
