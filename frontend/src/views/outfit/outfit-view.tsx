// Outfit: from fish and water to what to tie on, whole, with reasons; and what to do when it goes wrong.
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Choice, ChoiceQuery, Outfit } from "../../api/types";
import { EmptyBox, useMissing } from "../../features/question/empty-box";
import type { Facts } from "../../features/question/facts";
import { useChosen, useQuestion } from "../../features/question/question";
import { NoWater } from "../../features/question/no-water";
import { StateStrip } from "../../features/question/state-strip";
import { useUnits } from "../../features/question/use-units";
import { Below } from "./below";
import { Compare } from "./compare";
import { LoosePart } from "./loose";
import { OutfitCard } from "./outfit-card";
import { OutfitSentence } from "./outfit-sentence";
import { sinkerOf } from "../../features/day/sinkers";
import { useChoice, useChoiceQuery } from "../../features/day/use-choice";
import { headName, text } from "../../base/units";
import { WordsMean } from "../../ui/term";
import { shapeWords } from "../../ui/weight";
import { LIMIT_WORDS, leaderWords, verdictOf } from "./words";

const NOON = 72;
const FIGURES = ["tie on", "land it", "count", "then"];

export default function OutfitView() {
  const missing = useMissing();
  if (missing.length === 0) return <OutfitsHere />;
  return <><EmptyBox missing={missing} />{missing.join() === "head" && <LooseAlone />}</>;
}

/** Without a head in the box, what can be tied of loose pieces: at noon, where no hour is looked at. */
function LooseAlone() {
  const query = useChoiceQuery();
  return <LoosePart query={query.step === 0 ? { ...query, step: NOON } : query} />;
}

function OutfitsHere() {
  const { board, choice, query, state } = useChoice();
  return (
    <div className="outfits-view">
      <h1 className="visually-hidden">Outfit</h1>
      <OutfitSentence choice={choice} board={board} query={query} />
      <StateStrip state={state} />
      {choice ? <Proposals choice={choice} query={query} dim={state.pending} />
        : state.refused ? <NoWater refused={state.refused} /> : <p className="waiting" role="status">Trying every combination in the box …</p>}
    </div>
  );
}

function Proposals({ choice, query, dim }: { choice: Choice; query: ChoiceQuery; dim: boolean }) {
  const { box } = useChosen();
  const units = useUnits();
  const [at, setAt] = useState(0);
  const [pair, setPair] = useState<number[]>([]);
  const use = useOutfit(choice);
  const { choose } = useQuestion();
  const chosen = choice.outfits[at] ?? choice.outfits[0];
  const flip = (i: number) => setPair((p) => (p.includes(i) ? p.filter((x) => x !== i) : [...p, i].slice(-2)));
  const compared = pair.filter((i) => i < choice.outfits.length);
  if (!chosen) return <Nothing choice={choice} query={query} />;
  return (
    <div className={dim ? "outfits-body dim" : "outfits-body"} id="answer" tabIndex={-1} aria-busy={dim}>
      {dim && <p className="strip thinking" role="status">Thinking again: what stands below is the answer of before.</p>}
      <PairWords choice={choice} />
      {choice.on_lead && <p className="pair-words" role="note">No head in the box does here: a sinker carries it. In current it presses the plastic down, so that it hardly swims, and it snags; where a head holds, the head is better.</p>}
      {choice.asked.keeps_bottom && query.school !== "bottom-contact" && (
        <p className="pair-words" role="note">{choice.asked.fish_name} are taken on the bottom here, in a current: practice keeps the bottom, whatever the school, and so do these weights. <button type="button" className="plain" onClick={() => choose({ school: "bottom-contact" })}>hold with bottom contact</button></p>
      )}
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
      {/* One stop for all of them, behind what one does with an outfit. */}
      <p className="left-out"><WordsMean words={[...FIGURES, ...choice.outfits.map((o) => verdictOf(o, units).words)]} /></p>
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

/** Why there is nothing, what comes nearest, and the ways on. */
function Nothing({ choice, query }: { choice: Choice; query: ChoiceQuery }) {
  const { box } = useChosen();
  const units = useUnits();
  const { set } = useQuestion();
  const near = choice.why?.nearest;
  const plastic = box.plastics.find((p) => p.id === near?.plastic_id);
  const head = box.heads.find((h) => h.id === near?.head_id);
  const told = near && verdictOf(near, units);
  return (
    <div className="no-water" role="status">
      <p>Nothing to propose for {choice.asked.fish_name} here: {choice.why?.says ?? "the box does not do"}.</p>
      {plastic && head && told && (
        <p>Nearest: {plastic.name} on {text(headName(head, units))} {shapeWords(head.shape)}, {near.rigging_name}. <b>{told.words}</b>: {[told.figure, ...told.beside].filter(Boolean).join("; ")}.</p>
      )}
      <ul>{choice.ruled_out.filter((r) => r.count > 0).map((r) => <li key={r.limit}>{r.count.toLocaleString("en-GB")} combinations: {LIMIT_WORDS[r.limit]}</li>)}</ul>
      <p>
        <button type="button" className="plain" onClick={() => set({ rods: null, lines: null, retrieve: null, line_least_kg: null })}>any rod, any line, any retrieve</button>
        {" · "}<Link to="/">another hour on the Day</Link>{" · "}<Link to="/box">add to the box</Link>
      </p>
      <LoosePart query={query} />
    </div>
  );
}

const KEPT = ["rigging", "sinker_g", "leader_m", "front_head_id", "retrieve", "retrieve_speed_m_s", "lowered", "bench_rigging", "fish", "fished", "leader_kg"] as const;

/** Riggings that the Day knows by themselves. */
const DAY_RIGS = ["tandem", "sliding-sinker", "three-way", "drop-shot", "float", "wacky", "wacky-blade", "stinger", "tied-trailer"] as const;

/** Puts a whole outfit on the Day and the bench, and can take it back. */
function useOutfit(choice: Choice) {
  const { settings, facts, choose, set } = useQuestion();
  const { box } = useChosen();
  const navigate = useNavigate();
  const [before, setBefore] = useState<{ ids: Pick<typeof settings, "plastic_id" | "line_id" | "rod_id">; facts: Partial<Facts> } | null>(null);
  const take = (outfit: Outfit) => {
    setBefore({
      ids: { plastic_id: settings.plastic_id, line_id: settings.line_id, rod_id: settings.rod_id },
      facts: Object.fromEntries(KEPT.map((key) => [key, facts[key]])),
    });
    choose({ plastic_id: outfit.plastic_id, line_id: outfit.line_id, rod_id: outfit.rod_id });
    const tied = DAY_RIGS.find((rig) => rig === outfit.rigging) ?? null;
    const front = box.heads.find((h) => h.id === outfit.front_head_id);
    set({
      rigging: tied, leader_m: null, sinker_g: sinkerOf({ key: outfit.rigging, numbers: outfit.numbers }, box.weights) ?? facts.sinker_g, front_head_id: front?.id ?? null, bench_rigging: outfit.rigging, fish: choice.asked.fish, retrieve: outfit.way.key as Facts["retrieve"],
      lowered: outfit.lowered, retrieve_speed_m_s: facts.retrieve_speed_m_s, leader_kg: outfit.leader_kg,
      fished: {
        head_id: outfit.head_id, plastic_id: outfit.plastic_id, rigging_name: `${outfit.rigging_name}${front ? `, ${text(headName(front, settings))} in front` : ""}`,
        leader: leaderWords(outfit, settings, box.leaders.find((l) => l.id === outfit.leader_id)?.name),
      },
    });
  };
  const undo = () => {
    if (before) { choose(before.ids); set(before.facts); }
    setBefore(null);
  };
  return { used: before !== null, take, undo, go: () => void navigate("/") };
}
