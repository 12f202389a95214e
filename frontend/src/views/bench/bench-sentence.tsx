// What lies on the bench, as a sentence in which every fact is a control.
import type { Fit, Head } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { COVERS, ShankFact } from "../../features/facts/bench-facts";
import { FishFact } from "../../features/facts/fish-fact";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../../features/question/question";
import { KG_SCALE, grams, headName, text } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { shapeWords } from "../../ui/weight";
import { SUITS } from "./rigging-row";
import { TrueSizeFact } from "./true-size";

interface Props {
  head: Head | undefined;
  setHead: (id: number) => void;
  fit: Fit | undefined;
  scale: number | null;
  onScale: (scale: number | null) => void;
}

export function BenchSentence({ head, setHead, fit, scale, onScale }: Props) {
  const { box, plastic } = useChosen();
  const { choose } = useQuestion();
  const units = useUnits();
  const called = (h: Head) => `${text(headName(h, units))} ${shapeWords(h.shape)}, ${h.hook_size}`;
  return (
    <div className="sentence open">
      <p>
        {"A "}
        <Fact label="plastic" words={plastic?.name ?? "no plastic"} source="chosen">
          {(close) => (
            <Choice
              options={box.plastics.map((p) => ({ value: p.id, words: p.name, note: `${p.material}, ${p.colour}` }))}
              value={plastic?.id ?? 0}
              onPick={(id) => { choose({ plastic_id: id }); close(); }}
            />
          )}
        </Fact>
        {` in ${plastic?.material ?? ""} on a `}
        <Fact label="head" words={head ? called(head) : "no head"} source="chosen">
          {(close) => (
            <Choice
              options={box.heads.map((h) => ({ value: h.id, words: called(h), note: `${text(grams(h.mass_g))}${h.weighed ? " weighed" : " as printed"}, ${h.keeper}` }))}
              value={head?.id ?? 0}
              onPick={(id) => { setHead(id); close(); }}
            />
          )}
        </Fact>
        {", "}<RiggingFact fit={fit} />{", over "}<CoverFact />{", for "}<FishFact any={{ words: "any fish", note: "no mouth bounds the hook" }} />{". By "}<ShankFact />
        {", on "}<LineFact />{" with "}<LeaderFact fit={fit} />{" and "}<HardwareFact />{". Shown "}
        <TrueSizeFact scale={scale} onScale={onScale} />{"."}
      </p>
    </div>
  );
}

function RiggingFact({ fit }: { fit: Fit | undefined }) {
  const { facts, set } = useQuestion();
  const plans = fit?.riggings ?? [];
  const key = facts.bench_rigging ?? fit?.rigging ?? "straight";
  return (
    <Fact label="rigging" words={plans.find((p) => p.key === key)?.name ?? "threaded straight"} source="chosen">
      {(close) => (
        <Choice
          options={plans.map((p) => ({ value: p.key, words: p.name, note: `${SUITS[p.suits]}: ${p.reason}. ${p.says}` }))}
          value={key}
          onPick={(bench_rigging) => { set({ bench_rigging }); close(); }}
        />
      )}
    </Fact>
  );
}

function CoverFact() {
  const { facts, set } = useQuestion();
  const value = facts.bench_cover ?? "none";
  return (
    <Fact label="cover" words={COVERS.find((c) => c.value === value)!.words} source={facts.bench_cover ? "chosen" : "assumed"}>
      {(close) => <Choice options={COVERS} value={value} onPick={(bench_cover) => { set({ bench_cover }); close(); }} />}
    </Fact>
  );
}


function LineFact() {
  const { box, line } = useChosen();
  const { choose } = useQuestion();
  return (
    <Fact label="line" words={line?.name ?? "no line"} source="chosen">
      {(close) => (
        <Choice
          options={box.lines.map((l) => ({ value: l.id, words: l.name, note: `holds ${l.strength_kg} kg` }))}
          value={line?.id ?? 0}
          onPick={(id) => { choose({ line_id: id }); close(); }}
        />
      )}
    </Fact>
  );
}

function HardwareFact() {
  const { reference } = useChosen();
  const { facts, set } = useQuestion();
  const options = [{ value: "", words: "no hardware" }, ...reference.hardware.map((name) => ({ value: name, words: name }))];
  return (
    <Fact label="hardware" words={facts.hardware ? `a ${facts.hardware}` : "no hardware"} source={facts.hardware ? "chosen" : "assumed"}>
      {(close) => <Choice options={options} value={facts.hardware ?? ""} onPick={(name) => { set({ hardware: name || null }); close(); }} />}
    </Fact>
  );
}

const LEADERS = {
  bites: { words: "a light leader", note: "more bites, a few fish lost" },
  structure: { words: "a heavy leader", note: "by structure and rough mouths" },
};

/** Lighter for bites, heavier by structure: two schools, each with its figure on this line. */
function LeaderFact({ fit }: { fit: Fit | undefined }) {
  const { facts, set } = useQuestion();
  const { box } = useChosen();
  const schools = (fit?.leaders ?? []).map(({ key, holds_kg }) => ({
    value: holds_kg, words: LEADERS[key].words, note: `${holds_kg} kg: ${LEADERS[key].note}`,
  }));
  const own = box.leaders.map((l) => ({ value: l.strength_kg, words: l.name, note: `${l.strength_kg} kg, in the box` }));
  return (
    <Fact label="leader" words={facts.leader_kg === null ? "no leader" : `a ${facts.leader_kg} kg leader`}
          source={facts.leader_kg === null ? "assumed" : "typed"}>
      {(close) => (
        <>
          <Choice options={[{ value: 0, words: "no leader", note: "tied direct" }, ...schools, ...own]} value={facts.leader_kg ?? 0}
                  onPick={(kg) => { set({ leader_kg: kg === 0 ? null : kg }); close(); }} />
          <NumberSheet label="The leader holds" scale={KG_SCALE} value={facts.leader_kg} above={0} high={200}
                       remedy="what is printed on its spool" onSet={(leader_kg) => { set({ leader_kg }); close(); }} />
        </>
      )}
    </Fact>
  );
}
