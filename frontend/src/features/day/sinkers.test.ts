import { describe, expect, it } from "vitest";
import { sinkerOf, sinkerWords } from "./sinkers";
import type { Box } from "../../api/types";

const weight = (kind: string, mass_g: number, carried = 2) => ({ id: mass_g, kind, mass_g, carried, material: "lead", price: null });
const BOX = [weight("sliding", 60), weight("sliding", 90), weight("bottom", 120), weight("sliding", 75, 0)] as unknown as Box["weights"];
const plan = (key: string, value: number | null) => ({ key, numbers: [{ key: "sinker", value }] });

describe("the sinker of the box", () => {
  it("is the lightest that is carried and holds", () => {
    expect(sinkerWords(plan("sliding-sinker", 0.06), BOX)).toBe("Of your box the 60.0 g sliding sinker.");
    expect(sinkerWords(plan("sliding-sinker", 0.07), BOX)).toBe("Of your box the 90.0 g sliding sinker.");
    expect(sinkerWords(plan("three-way", 0.09), BOX)).toBe("Of your box the 120.0 g bottom sinker.");
  });

  it("is what the Day takes over, else the least that holds", () => {
    expect(sinkerOf(plan("sliding-sinker", 0.07), BOX)).toBe(90);
    expect(sinkerOf(plan("drop-shot", 0.1212), [])).toBe(122);
    expect(sinkerOf(plan("straight", null), BOX)).toBeNull();
  });

  it("says where none holds, or none is there", () => {
    expect(sinkerWords(plan("sliding-sinker", 0.2), BOX)).toContain("lighter than the 200.0 g");
    expect(sinkerWords(plan("drop-shot", 0.2), [])).toContain("No bottom sinker in your box");
    expect(sinkerWords(plan("three-way", null), BOX)).toBe("No sinker holds in this current.");
    expect(sinkerWords(plan("straight", 0.1), BOX)).toBe("");
  });
});
