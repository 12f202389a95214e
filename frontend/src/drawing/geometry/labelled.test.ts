import { expect, it } from "vitest";
import { roomForLabels } from "./labelled";

it("names the chosen mark before its neighbours", () => {
  expect(roomForLabels([[100, 0], [105, 14], [100, 60]], [80, 80, 80], 1, 300)).toEqual(["left", "right", "right"]);
  // Under its place already: the one beside it goes to the other side, or unnamed.
  expect(roomForLabels([[10, 19], [100, 0]], [80, 60], 1, 300, "below")).toEqual([null, null]);
  expect(roomForLabels([[120, 19], [100, 0]], [80, 60], 1, 300, "below")).toEqual(["right", null]);
  expect(roomForLabels([[50, 0], [55, 14], [290, 60]], [80, 80, 80], 1, 300)).toEqual([null, "right", "left"]);
});
