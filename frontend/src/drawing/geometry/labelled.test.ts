import { expect, it } from "vitest";
import { roomForLabels } from "./labelled";

it("names the chosen mark before its neighbours", () => {
  expect(roomForLabels([[100, 0], [105, 14], [100, 60]], [80, 80, 80], 1, 300)).toEqual(["left", "right", "right"]);
  expect(roomForLabels([[50, 0], [55, 14], [290, 60]], [80, 80, 80], 1, 300)).toEqual([null, "right", "left"]);
});
