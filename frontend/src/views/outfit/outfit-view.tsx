// Outfit: from fish and water to what to tie on, whole, with reasons; and what to do when it goes wrong.
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Choice, ChoiceQuery, Outfit } from "../../api/types";
import { ON_LINE } from "../../drawing/geometry/rigged";
import { EmptyBox, useMissing } from "../../ui/empty-box";
import type { Facts } from "../../ui/facts";
import { useChosen, useQuestion } from "../../ui/question";
import { StateStrip } from "../../ui/state-strip";
import { useUnits } from "../../ui/use-units";
import { Below } from "./below";
import { Compare } from "./compare";
import { OutfitCard } from "./outfit-card";
import { OutfitSentence } from "./outfit-sentence";
import { useChoice } from "./use-choice";
import { LIMIT_WORDS } from "./words";

export default function OutfitView() {
  const missing = useMissing();
  return missing.length > 0 ? <EmptyBox missing={missing} /> : <OutfitsHere />;
}

function OutfitsHere() {
  const { board, choice, query, state } = useChoice();
  return (
    <div className="outfits-view">
      <h1 className="visually-hidden">Outfit</h1>
      <OutfitSentence choice={choice} board={board} query={query} />
      <StateStrip state={state} />
      {choice ? <Proposals choice={choice} query={query} dim={state.pending} />
        : state.refused ? null : <p className="waiting" role="status">Trying every combination in the box …</p>}
    </div>
  );
}

function Proposals({ choice, query, dim }: { choice: Choice; query: ChoiceQuery; dim: boolean }) {
  const { box } = useChosen();
  const units = useUnits();
  const [at, setAt] = useState(0);
  const [pair, setPair] = useState<number[]>([]);
  const use = useOutfit(choice);
  const chosen = choice.outfits[at] ?? choice.outfits[0];
  const flip = (i: number) => setPair((p) => (p.includes(i) ? p.filter((x) => x !== i) : [...p, i].slice(-2)));
  const compared = pair.filter((i) => i < choice.outfits.length);
  if (!chosen) return <Nothing choice={choice} />;
  return (
    <div className={dim ? "outfits-body dim" : "outfits-body"}>
      <PairWords choice={choice} />
      {use.used && <p className="strip" role="status">The Day fishes this now. <button type="button" className="plain" onClick={use.go}>see the Day</button>{" "}
        <button type="button" className="plain" onClick={use.undo}>undo</button></p>}
      <ol className="outfit-row">
        {choice.outfits.map((outfit, i) => {
          const plastic = box.plastics.find((p) => p.id === outfit.plastic_id);
          const head = box.heads.find((h) => h.id === outfit.head_id);
          return plastic && head && (
            <OutfitCard key={`${outfit.plastic_id}-${outfit.head_id}-${outfit.rigging}`} rank={i + 1} outfit={outfit}
                        choice={choice} plastic={plastic} head={head} units={units} chosen={outfit === chosen}
                        compared={compared.includes(i)} onChoose={() => setAt(i)} onCompare={() => flip(i)}
                        onUse={() => use.take(outfit)} />
          );
        })}
      </ol>
      {compared.length === 2 && <Compare a={choice.outfits[compared[0]!]!} b={choice.outfits[compared[1]!]!} choice={choice} units={units} />}
      <p className="left-out">{choice.tried.toLocaleString("en-GB")} combinations tried: {choice.ruled_out.filter((r) => r.count > 0).map((r) => `${r.count.toLocaleString("en-GB")} out because ${LIMIT_WORDS[r.limit]}`).join("; ")}.</p>
      <Below choice={choice} outfit={chosen} query={query} />
    </div>
  );
}

/** Where cover argues for a covered point and the open water beside it for a bare one. */
function PairWords({ choice }: { choice: Choice }) {
  const [covered, bare] = choice.pair;
  if (covered === undefined || bare === undefined) return null;
  const cover = choice.asked.cover.replace("-", " ");
  return (
    <p className="pair-words">
      Carry two: outfit {covered + 1} for the {cover}, its point covered; outfit {bare + 1} for the open water beside it, where an open hook misses fewer.
    </p>
  );
}

function Nothing({ choice }: { choice: Choice }) {
  return (
    <div className="no-water" role="status">
      <p>Nothing in the box does for {choice.asked.fish_name} here.</p>
      <ul>{choice.ruled_out.filter((r) => r.count > 0).map((r) => <li key={r.limit}>{r.count.toLocaleString("en-GB")} combinations: {LIMIT_WORDS[r.limit]}</li>)}</ul>
      <p>Another hour, a thinner or stronger line, or a head that is not in the box would change that.</p>
    </div>
  );
}

/** Puts an outfit on the Day and the bench, and can take it back. */
function useOutfit(choice: Choice) {
  const { settings, facts, choose, set } = useQuestion();
  const navigate = useNavigate();
  const [before, setBefore] = useState<{ ids: Pick<typeof settings, "plastic_id" | "line_id" | "rod_id">; facts: Partial<Facts> } | null>(null);
  const take = (outfit: Outfit) => {
    setBefore({
      ids: { plastic_id: settings.plastic_id, line_id: settings.line_id, rod_id: settings.rod_id },
      facts: { rigging: facts.rigging, steady: facts.steady, bench_rigging: facts.bench_rigging, zone: facts.zone, fish: facts.fish },
    });
    choose({ plastic_id: outfit.plastic_id, line_id: outfit.line_id, rod_id: outfit.rod_id });
    const tied = ON_LINE.has(outfit.rigging) && outfit.rigging !== "float" ? (outfit.rigging as Facts["rigging"]) : null;
    set({ rigging: tied, steady: choice.asked.steady, bench_rigging: outfit.rigging, zone: null, fish: choice.asked.fish });
  };
  const undo = () => {
    if (before) { choose(before.ids); set(before.facts); }
    setBefore(null);
  };
  return { used: before !== null, take, undo, go: () => void navigate("/") };
}
