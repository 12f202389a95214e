// The fish that is wanted, where it feeds and how it is in the mood: facts that several views ask.
import type { ChoiceQuery } from "../api/types";
import { Choice, Fact } from "./fact";
import { ASSUMED_FISH } from "./facts";
import { useChosen, useQuestion } from "./question";

export const WHERE: Record<string, string> = {
  bottom: "on the bottom", low: "low", mid: "in mid-water", suspended: "suspended", top: "at the top",
};

/** ``any``: what no fish chosen means here; without it a fish is assumed. */
export function FishFact({ any }: { any?: { words: string; note: string } }) {
  const { reference } = useChosen();
  const { facts, set } = useQuestion();
  const key = facts.fish ?? (any ? "" : ASSUMED_FISH);
  const options = [
    ...(any ? [{ value: "", ...any }] : []),
    ...reference.fish.map((f) => ({
      value: f.key, words: f.name,
      note: `${f.scientific}${f.scientific ? ": " : ""}${f.mouth} mouth${f.teeth === "none" || f.teeth === "small" ? "" : `, ${f.teeth} teeth`}, feeds ${WHERE[f.feeds] ?? f.feeds}`,
    })),
  ];
  return (
    <Fact label="fish" words={options.find((o) => o.value === key)?.words ?? "a fish that is gone"} source={facts.fish ? "chosen" : "assumed"}>
      {(close) => <Choice options={options} value={key} onPick={(fish) => { set({ fish: fish || null, zone: null }); close(); }} />}
    </Fact>
  );
}

const MOODS: { value: NonNullable<ChoiceQuery["mood"]>; words: string; note: string }[] = [
  { value: "keen", words: "feeding freely", note: "they rise, and take what moves" },
  { value: "steady", words: "in no special mood", note: "as on most days" },
  { value: "shy", words: "shy", note: "pressured, cold or full: slower, smaller, closer" },
];

export function MoodFact() {
  const { facts, set } = useQuestion();
  const value = facts.mood ?? "steady";
  return (
    <Fact label="mood of the fish" words={MOODS.find((m) => m.value === value)!.words} source={facts.mood ? "chosen" : "assumed"}>
      {(close) => <Choice options={MOODS} value={value} onPick={(mood) => { set({ mood, zone: null }); close(); }} />}
    </Fact>
  );
}
