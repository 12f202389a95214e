import { expect, it } from "vitest";
import { trailerWords } from "./trailers";
import type { Box } from "../../api/types";
import type { Units } from "../../base/units";

const soft = (name: string, look: string, length_mm: number) => ({ name, look, length_mm }) as Box["plastics"][number];
const BOX = [soft("long minnow", "jerk", 100), soft("minnow", "jerk", 64), soft("small stick", "stick", 50), soft("craw", "craw", 60)];
const plan = (key: string) => ({ key, numbers: [{ key: "trailer", value: 0.072 }] });
const units = { small_unit: "mm" } as Units;

it("names the longest slim plastic of the box that goes behind the hair", () => {
  expect(trailerWords(plan("tied-trailer"), BOX, units)).toBe("The trailer, of your box: minnow.");
  expect(trailerWords(plan("tied-trailer"), [BOX[0]!, BOX[3]!], units)).toContain("72 mm at most; none so short");
  expect(trailerWords(plan("tied"), BOX, units)).toBe("");
});
