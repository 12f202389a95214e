import { expect, it } from "vitest";
import { withRodsThere } from "./crew";

it("leaves out rods that are gone, and who has none left", () => {
  const crew = [{ name: "Rui", rods: "1,3" }, { name: "Ana", rods: "3" }];
  expect(withRodsThere(crew, [{ id: 1 }, { id: 2 }])).toEqual([{ name: "Rui", rods: "1" }]);
  expect(withRodsThere(crew, [{ id: 3 }, { id: 1 }])).toEqual(crew);
});
