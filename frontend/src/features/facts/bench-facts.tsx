// Facts of the bench that the outfit asks too: the cover, the school of shank.
import type { FitQuery } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { useQuestion } from "../question/question";

export const COVERS: { value: NonNullable<FitQuery["cover"]>; words: string }[] = [
  { value: "none", words: "open water" }, { value: "low-weed", words: "low weed" },
  { value: "tall-weed", words: "tall weed" }, { value: "overhang", words: "overhanging cover" },
  { value: "snags", words: "snags" },
];
const SHANKS: { value: NonNullable<FitQuery["shank"]>; words: string; note: string }[] = [
  { value: "middle", words: "the middle way", note: "out in the middle third" },
  { value: "short", words: "short shanks", note: "more of the body works; more short bites" },
  { value: "long", words: "long shanks", note: "fewer short bites, teeth off the leader; a stiffer body" },
];

export function ShankFact() {
  const { facts, set } = useQuestion();
  const value = facts.shank ?? "middle";
  return (
    <Fact label="school of shank" words={SHANKS.find((s) => s.value === value)!.words} source={facts.shank ? "chosen" : "assumed"}>
      {(close) => <Choice options={SHANKS} value={value} onPick={(shank) => { set({ shank }); close(); }} />}
    </Fact>
  );
}
