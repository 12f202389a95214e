// The fish that is wanted, where it feeds and how it is in the mood: facts that several views ask.
import { memo } from "react";
import type { ChoiceQuery } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { NumberSheet } from "../../ui/number-sheet";
import { newtonsOfKg, strengthScale, strengthText } from "../../base/units";
import { ASSUMED_FISH } from "../question/facts";
import { useChosen, useQuestion } from "../question/question";
import { useUnits } from "../question/use-units";

export const WHERE: Record<string, string> = {
  bottom: "on the bottom", low: "low", mid: "in mid-water", suspended: "suspended", top: "at the top",
};

/** ``any``: what no fish chosen means here; without it a fish is assumed. */
export const FishFact = memo(function FishFact({ any }: { any?: { words: string; note: string } }) {
  const { reference } = useChosen();
  const { facts, set } = useQuestion();
  const key = facts.fish ?? (any ? "" : ASSUMED_FISH);
  const options = [
    ...(any ? [{ value: "", ...any }] : []),
    ...reference.fish.map((f) => ({
      value: f.key, words: f.name, also: f.also,
      note: `${f.scientific}${f.scientific ? ": " : ""}${f.mouth} mouth${f.teeth === "none" || f.teeth === "small" ? "" : `, ${f.teeth} teeth`}, feeds ${WHERE[f.feeds] ?? f.feeds}`,
    })),
  ];
  return (
    <Fact label="fish" words={options.find((o) => o.value === key)?.words ?? "a fish that is gone"} source={facts.fish ? "chosen" : "assumed"}>
      {(close) => <Choice options={options} value={key} recent="fish" onPick={(fish) => { set({ fish: fish || null, zone: null, fish_kg: null, line_least_kg: null }); close(); }} />}
    </Fact>
  );
});

const MOODS: { value: NonNullable<ChoiceQuery["mood"]>; words: string; note: string }[] = [
  { value: "keen", words: "feeding freely", note: "they rise, and take what moves" },
  { value: "steady", words: "feeding on and off", note: "as on most days" },
  { value: "shy", words: "shy", note: "pressured, cold or full: slower, smaller, closer" },
];

export const MoodFact = memo(function MoodFact() {
  const { facts, set } = useQuestion();
  const value = facts.mood ?? "steady";
  return (
    <Fact label="mood of the fish" words={MOODS.find((m) => m.value === value)!.words} source={facts.mood ? "chosen" : "assumed"}>
      {(close) => <Choice options={MOODS} value={value} onPick={(mood) => { set({ mood, zone: null }); close(); }} />}
    </Fact>
  );
});

/** What it is expected to weigh, and the least line that follows from it and the cover. */
export const NeedFact = memo(function NeedFact({ needs_kg, weighs_kg }: { needs_kg: number | undefined; weighs_kg: number | undefined }) {
  const units = useUnits();
  const { facts, set } = useQuestion();
  const typed = facts.fish_kg !== null || facts.line_least_kg !== null;
  const kg = (value: number | undefined) => (value === undefined ? "–" : strengthText(newtonsOfKg(value), units));
  return (
    <Fact label="expected size and line" source={typed ? "typed" : "assumed"}
          words={weighs_kg === undefined ? "of usual size" : `of ${kg(weighs_kg)}, on line of ${kg(needs_kg)} at least`}>
      {(close) => (
        <>
          {typed && <button type="button" className="plain" onClick={() => { set({ fish_kg: null, line_least_kg: null }); close(); }}>back to what is usual</button>}
          <NumberSheet label="A fish is expected to weigh" scale={strengthScale(units)} value={weighs_kg ?? null} digits={1} above={0} high={500}
                       remedy="what you expect" onSet={(fish_kg) => { set({ fish_kg, line_least_kg: null }); close(); }} />
          <NumberSheet label="The line must hold, at least" scale={strengthScale(units)} value={needs_kg ?? null} digits={1} above={0} high={200}
                       remedy="the strength that you trust" onSet={(line_least_kg) => { set({ line_least_kg }); close(); }} />
          <p className="sheet-note">The least line follows the fish's strength, the root of its weight and the cover it runs for (judgement). On weaker line the fight is long.</p>
        </>
      )}
    </Fact>
  );
});
