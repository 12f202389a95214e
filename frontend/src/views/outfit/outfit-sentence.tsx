// The situation as a sentence in which every fact is a control.
import { useState } from "react";
import type { Choice as Chosen, ChoiceQuery, DayBoard } from "../../api/types";
import { Choice, Fact, type Source } from "../../ui/fact";
import type { Facts } from "../../ui/facts";
import { FishFact, MoodFact, WHERE } from "../../ui/fish-fact";
import { useChosen, useQuestion } from "../../ui/question";
import { setStep } from "../../ui/time";
import { length, speed, text } from "../../ui/units";
import { useUnits } from "../../ui/use-units";
import { COVERS, ShankFact } from "../bench/bench-sentence";
import { MarkFact } from "../day/sentence";
import { SchoolFact, TemperatureFact } from "../day/other-facts";
import { WindFact } from "../day/weather-facts";
import { WhenSheet, dayWords } from "../day/when";

interface Option { value: string; words: string; note?: string }

const CLARITIES: Option[] = [
  { value: "clear", words: "clear", note: "you see your feet at the waist" }, { value: "stained", words: "stained", note: "a white plastic is gone at a metre" },
  { value: "dirty", words: "dirty", note: "a white plastic is gone at once" }];
const LIGHTS: Option[] = [{ value: "bright", words: "bright" }, { value: "low", words: "low", note: "dawn, dusk, heavy cloud" }, { value: "night", words: "night" }];
const TRENDS: Option[] = [{ value: "falling", words: "falling" }, { value: "steady", words: "steady" }, { value: "rising", words: "rising", note: "by 1 to 2 °C, or the third day after a front" }];
const FEEDS: Option[] = Object.entries(WHERE).map(([value, words]) => ({ value, words }));
const PESTS: Option[] = [{ value: "", words: "no small fish peck at it" }, { value: "yes", words: "small fish peck at it" }];
const LEADERS: Option[] = [{ value: "bites", words: "a light leader", note: "more bites, a few fish lost" }, { value: "structure", words: "a heavy leader", note: "by structure" }];
const SINKERS: Option[] = [{ value: "jig", words: "a head rather than a sinker", note: "it falls and feels better, and often springs free" }, { value: "sinker", words: "a sliding sinker where it runs hard", note: "60 g and more; the plastic hardly swims" }];
const LINES: Option[] = [{ value: "", words: "any line in the box" }, { value: "own", words: "the line of the Day" }];

/** A fact that is one of a few words; what is left to Ilha can be had back. */
function WordFact<K extends keyof Facts>({ field, label, options, shown, source, back }: {
  field: K; label: string; options: Option[]; shown: string; source: Source; back?: string;
}) {
  const { facts, set } = useQuestion();
  return (
    <Fact label={label} words={options.find((o) => o.value === shown)?.words ?? shown} source={source}>
      {(close) => (
        <>
          {back && facts[field] != null && <button type="button" className="plain" onClick={() => { set({ [field]: null }); close(); }}>{back}</button>}
          <Choice options={options} value={shown} onPick={(value) => { set({ [field]: value } as Partial<Facts>); close(); }} />
        </>
      )}
    </Fact>
  );
}

function FlagFact({ field, label, options }: { field: "pests" | "own_line"; label: string; options: Option[] }) {
  const { facts, set } = useQuestion();
  const shown = facts[field] ? options[1]! : options[0]!;
  return (
    <Fact label={label} words={shown.words} source={facts[field] ? "chosen" : "assumed"}>
      {(close) => <Choice options={options} value={shown.value} onPick={(value) => { set({ [field]: value !== "" }); close(); }} />}
    </Fact>
  );
}

export function OutfitSentence({ choice, board, query }: {
  choice: Chosen | undefined; board: DayBoard | undefined; query: ChoiceQuery;
}) {
  const units = useUnits();
  const { mark } = useChosen();
  const asked = choice?.asked;
  const [open, setOpen] = useState(false);
  return (
    <div className={`sentence outfit-sentence ${open ? "open" : ""}`}>
      <p>
        {"Off "}<MarkFact />{", "}
        <Fact label="day and time" words={`${board ? dayWords(board.date) : "today"} ${asked?.clock ?? ""}`} source="chosen">
          {(close) => <WhenSheet board={board} close={close} onStep={setStep} />}
        </Fact>
        {asked && `: ${text(speed(asked.surface_speed_m_s, units))} at the surface, ${text(length(asked.depth_m, units))} over ${mark?.bottom ?? "sand"}`}
        {". For "}<FishFact />{", "}<MoodFact />
        <span className="more-facts"><MoreFacts asked={asked} query={query} /></span>
        <button type="button" className="fold" aria-expanded={open} onClick={() => setOpen(!open)}>{open ? "fewer" : "and 12 more"}</button>
      </p>
    </div>
  );
}

function MoreFacts({ asked, query }: { asked: Chosen["asked"] | undefined; query: ChoiceQuery }) {
  const { facts } = useQuestion();
  const told = (value: unknown): Source => (value == null ? "assumed" : "chosen");
  return (
    <>
        {", feeding "}
        <WordFact field="feeding" label="where it feeds" options={FEEDS} shown={facts.feeding ?? asked?.feeding ?? "low"} source={facts.feeding ? "chosen" : "predicted"} back="back to where this fish feeds" />
        {". The water is "}
        <WordFact field="clarity" label="clarity" options={CLARITIES} shown={query.clarity ?? "stained"} source={told(facts.clarity)} />
        {", "}<TemperatureFact />{" and "}
        <WordFact field="trend" label="trend of the warmth" options={TRENDS} shown={query.temperature_trend ?? "steady"} source={told(facts.trend)} />
        {", the light "}
        <WordFact field="light" label="light" options={LIGHTS} shown={asked?.light ?? "bright"} source={facts.light ? "chosen" : "predicted"} back="back to the sun's" />
        {", the wind "}<WindFact />{"; "}
        <WordFact field="cover" label="cover" options={COVERS} shown={asked?.cover ?? "none"} source={facts.cover ? "chosen" : "predicted"} back="back to the mark's own" />
        {", "}<FlagFact field="pests" label="pests" options={PESTS} />
        {". By "}<SchoolFact />{", "}<ShankFact />{", "}
        <WordFact field="leader_school" label="school of leader" options={LEADERS} shown={facts.leader_school ?? "bites"} source={told(facts.leader_school)} />
        {", "}
        <WordFact field="sinker_school" label="school of sinker" options={SINKERS} shown={facts.sinker_school ?? "jig"} source={told(facts.sinker_school)} />
        {", on "}<FlagFact field="own_line" label="which line" options={LINES} />{"."}
    </>
  );
}
