// The situation as a sentence in which every fact is a control.
import { useState } from "react";
import type { Choice as Chosen, ChoiceQuery, DayBoard } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact, type Source } from "../../ui/fact";
import type { Facts } from "../../features/question/facts";
import { FishFact, MoodFact, NeedFact, WHERE } from "../../features/facts/fish-fact";
import { useQuestion } from "../../features/question/question";
import { setStep, useStep } from "../../features/question/time";
import { frameAt } from "../../drawing/geometry/frame";
import { COVERS, ShankFact } from "../../features/facts/bench-facts";
import { CastFacts, FallFact, WorkFact } from "../../features/facts/cast-facts";
import { CurrentFact, DepthFact, Over } from "../../features/facts/water-facts";
import { MarkFact } from "../../features/facts/place-facts";
import { LeaderFact } from "../../features/facts/rig-facts";
import { StanceFact } from "../../features/facts/stance-fact";
import { ProfileFact, SalinityFact, WithYouFact } from "../../features/facts/situation-facts";
import { SchoolFact, TemperatureFact, ZoneFact } from "../../features/facts/other-facts";
import { SwellFact, WindFact } from "../../features/facts/weather-facts";
import { WhenSheet, dayWords } from "../../features/facts/when";

interface Option { value: string; words: string; note?: string }

const CLARITIES: Option[] = [
  { value: "clear", words: "clear", note: "you see your feet at the waist" }, { value: "stained", words: "stained", note: "a white plastic is gone at a metre" },
  { value: "dirty", words: "dirty", note: "a white plastic is gone at once" }];
const LIGHTS: Option[] = [{ value: "bright", words: "bright" }, { value: "low", words: "low", note: "dawn, dusk, heavy cloud" }, { value: "night", words: "night" }];
const TRENDS: Option[] = [{ value: "falling", words: "falling" }, { value: "steady", words: "steady" }, { value: "rising", words: "rising", note: "by 1 to 2 °C, or the third day after a front" }];
const FEEDS: Option[] = Object.entries(WHERE).map(([value, words]) => ({ value, words }));
const PESTS: Option[] = [{ value: "", words: "nothing nips at it" }, { value: "yes", words: "small fish nip at it" }];
const FINDINGS: Option[] = [{ value: "", words: "neither searching nor on them" }, { value: "search", words: "still searching", note: "loud, fast, a wide fan" }, { value: "found", words: "on top of them", note: "slow, close, the same spot again" }];
const LEADERS: Option[] = [{ value: "bites", words: "a light leader", note: "more bites, a few fish lost" }, { value: "structure", words: "a heavy leader", note: "by structure" }];
const SINKERS: Option[] = [{ value: "jig", words: "a head rather than a sinker", note: "it falls and feels better, and often springs free" }, { value: "sinker", words: "a sliding sinker where it runs hard", note: "60 g and more; the plastic hardly swims" }];

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
          <Choice options={options} value={shown} onPick={(value) => { set({ [field]: value || null } as Partial<Facts>); close(); }} />
        </>
      )}
    </Fact>
  );
}

function FlagFact({ field, label, options }: { field: "pests"; label: string; options: Option[] }) {
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
  const step = useStep();
  const frame = board && frameAt(board, step);
  const asked = choice?.asked;
  const [open, setOpen] = useState(false);
  return (
    <div className={`sentence outfit-sentence ${open ? "open" : ""}`}>
      <p>
        {"Off "}<MarkFact />{", "}
        <Fact label="day and time" words={`${board ? dayWords(board.date) : "today"} ${asked?.clock ?? ""}`} source="chosen">
          {(close) => <WhenSheet board={board} close={close} onStep={setStep} />}
        </Fact>
        {". "}<CurrentFact board={board} frame={frame} /><Over /><DepthFact board={board} frame={frame} />
        {", for "}<FishFact />{", "}<NeedFact needs_kg={asked?.needs_kg} weighs_kg={asked?.weighs_kg} />
        <span className="more-facts"><MoreFacts asked={asked} query={query} board={board} /></span>
        <button type="button" className="fold" aria-expanded={open} onClick={() => setOpen(!open)}>{open ? "fewer" : "and 23 more"}</button>
      </p>
    </div>
  );
}

function MoreFacts({ asked, query, board }: { asked: Chosen["asked"] | undefined; query: ChoiceQuery; board: DayBoard | undefined }) {
  const { facts } = useQuestion();
  const told = (value: unknown): Source => (value == null ? "assumed" : "chosen");
  return (
    <>
        {", "}<MoodFact />{", feeding "}
        <WordFact field="feeding" label="where it feeds" options={FEEDS} shown={facts.feeding ?? asked?.feeding ?? "low"} source={facts.feeding ? "chosen" : "predicted"} back="back to where this fish feeds" />
        {", "}<ZoneFact now={[asked?.zone_from_m ?? 0, asked?.zone_to_m ?? 1]} figures />
        {". You are "}<StanceFact /><CastFacts board={board} lowered={false} />{"; it falls "}<FallFact />{" and is worked "}<WorkFact />
        {". The water is "}
        <WordFact field="clarity" label="clarity" options={CLARITIES} shown={query.clarity ?? "stained"} source={told(facts.clarity)} />
        {", "}<TemperatureFact />{" and "}
        <WordFact field="trend" label="trend of the warmth" options={TRENDS} shown={query.temperature_trend ?? "steady"} source={told(facts.trend)} />
        {", the light "}
        <WordFact field="light" label="light" options={LIGHTS} shown={asked?.light ?? "bright"} source={facts.light ? "chosen" : "predicted"} back="back to the sun's" />
        {", the wind "}<WindFact board={board} />{", "}<SwellFact assumed={board?.swell_m} />{"; "}
        <WordFact field="cover" label="cover" options={COVERS} shown={asked?.cover ?? "none"} source={facts.cover ? "chosen" : "predicted"} back="back to the mark's own" />
        {", "}<FlagFact field="pests" label="pests" options={PESTS} />{", you are "}
        <WordFact field="finding" label="searching or found" options={FINDINGS} shown={facts.finding ?? ""} source={told(facts.finding)} />
        {". By "}<SchoolFact />{", "}<ShankFact />{", "}
        <WordFact field="leader_school" label="school of leader" options={LEADERS} shown={facts.leader_school ?? "bites"} source={told(facts.leader_school)} />
        {", "}
        <WordFact field="sinker_school" label="school of sinker" options={SINKERS} shown={facts.sinker_school ?? "jig"} source={told(facts.sinker_school)} />
        {", with "}<WithYouFact what="rods" />{" and "}<WithYouFact what="lines" />{", "}<LeaderFact />{"; the current "}<ProfileFact />{", the water "}<SalinityFact />{"."}
    </>
  );
}
