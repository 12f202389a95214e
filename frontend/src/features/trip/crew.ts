// Who comes along, and the rods of theirs that are in the box.
import type { Box, Mate } from "../../api/types";

export const idsOf = (mate: Mate): number[] => mate.rods.split(",").map(Number);

/** With the rods that are still there; who has none of them left is left out. */
export function withRodsThere(crew: Mate[], rods: Pick<Box["rods"][number], "id">[]): Mate[] {
  return crew.map((mate) => ({ ...mate, rods: idsOf(mate).filter((id) => rods.some((rod) => rod.id === id)).join(",") }))
    .filter((mate) => mate.rods !== "");
}
