// The mark and the plastic, asked in several views.
import { memo } from "react";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { useChosen, useQuestion } from "../question/question";

const BOTTOMS: Record<string, string> = { grass: "grass", sand: "sand", mud: "mud", rock: "rock",
  oyster: "oyster", wreck: "wreck" };

export function bottomWords(bottom: string, cover: string): string {
  return cover === "none" ? (BOTTOMS[bottom] ?? bottom) : `${BOTTOMS[bottom] ?? bottom} and ${cover}`;
}

export const MarkFact = memo(function MarkFact() {
  const { mark, marks } = useChosen();
  const { choose, query } = useQuestion();
  return (
    <Fact label="mark" words={mark?.name ?? "no mark"} source="chosen">
      {(close) => (
        <Choice
          options={marks.map((m) => ({
            value: m.id, words: m.name,
            note: `${m.kind}, ${bottomWords(m.bottom, m.cover)}${m.tide_port_id === null ? ", no tide table" : ""}`,
          }))}
          value={query.mark_id}
          onPick={(id) => { choose({ mark_id: id }); close(); }}
        />
      )}
    </Fact>
  );
});

export const PlasticFact = memo(function PlasticFact() {
  const { plastic, box } = useChosen();
  const { choose, query } = useQuestion();
  return (
    <Fact label="plastic" words={plastic?.name ?? "no plastic"} source="chosen">
      {(close) => (
        <Choice
          options={box.plastics.map((p) => ({
            value: p.id, words: p.name, note: `${p.material}, ${p.colour}, ${p.mass_g} g`,
          }))}
          value={query.plastic_id}
          onPick={(id) => { choose({ plastic_id: id }); close(); }}
        />
      )}
    </Fact>
  );
});
