// Under the proposals, for the one looked at: its retrieve, the water to cover, what moves it, the doctor.
import { useState } from "react";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { movesQuery } from "../../api/choice";
import type { Choice, ChoiceQuery, Move, Outfit } from "../../api/types";
import { WayScene } from "../../drawing/scenes/way-scene";
import { useChosen, useQuestion } from "../../features/question/question";
import { headName, length, speed, text, turns } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { ASSUMED } from "../../features/question/facts";
import { DoctorPart } from "./doctor";
import { FanPart } from "./fan";
import { LoosePart } from "./loose";
import { PART_WORDS, minutes } from "./words";

interface Props {
  choice: Choice;
  outfit: Outfit;
  query: ChoiceQuery;
}

export function Below(props: Props) {
  return (
    <div className="outfit-below">
      <RetrievePart {...props} />
      <FanPart {...props} />
      <MovesPart {...props} />
      <DoctorPart {...props} />
      <LoosePart query={props.query} />
      <Minded choice={props.choice} />
    </div>
  );
}

function RetrievePart({ choice, outfit }: Props) {
  const units = useUnits();
  const { box } = useChosen();
  const { facts } = useQuestion();
  const { way } = outfit;
  const plastic = box.plastics.find((p) => p.id === outfit.plastic_id);
  const seconds = way.at_s.at(-1) ?? 0;
  return (
    <section>
      <h2>{way.name}</h2>
      <p>{way.says} {text(speed(way.speed_m_s, units))}, {turns(way.speed_m_s, facts.reel_cm_per_turn ?? ASSUMED.reel_cm_per_turn)} turns a second while it moves
        {way.period_s !== null && `, a move and its rest every ${way.period_s.toFixed(1)} s`}; {minutes(seconds)} to the rod.</p>
      <WayScene away_m={way.away_m} up_m={way.up_m} depth={choice.asked.depth_m} units={units}
                zone={[choice.asked.zone_from_m, choice.asked.zone_to_m]}
                words={`${plastic?.name ?? "the plastic"}, ${way.name}, over ${text(length(choice.asked.cast_m, units, 0))}`} />
      <p className="sheet-note">The picture leaves out what the current does between two moves.</p>
    </section>
  );
}

const FACTS: Record<string, string> = {
  clarity: "the water", light: "the light", temperature_trend: "the warmth", cover: "the cover", mood: "their mood",
  feeding: "they feed", pests: "small fish nip", finding: "you are", shank: "shanks", leader: "leader for", sinker: "rather a", surface_speed: "the current",
};

function MovesPart({ query }: Props) {
  const [asked, setAsked] = useState(false);
  const result = useQuery({ ...movesQuery(query), enabled: asked });
  const moves = result.data?.moves ?? [];
  const still = moves.filter((m) => m.parts.length === 0);
  return (
    <section>
      <h2>What would change its mind</h2>
      {!asked ? <button type="button" className="plain" onClick={() => setAsked(true)}>try every fact by itself</button>
        : result.isPending ? <p role="status">Changing one fact after another …</p>
          : result.error ? <p role="alert" className="said">Not found out: {result.error.message.replaceAll("`", "")}</p> : (
            <>
              <ul className="moves">{moves.filter((m) => m.parts.length > 0).map((m) => <MoveRow key={`${m.fact}-${m.value}`} move={m} />)}</ul>
              {still.length > 0 && <p className="sheet-note">Nothing moves with: {still.map((m) => `${FACTS[m.fact] ?? m.fact} ${said(m)}`).join(", ")}.</p>}
            </>
          )}
    </section>
  );
}

const said = (m: Move): string => (m.value === "true" ? "yes" : m.value === "false" ? "no" : m.value.replace("-", " "));

function MoveRow({ move }: { move: Move }) {
  const { box } = useChosen();
  const units = useUnits();
  const value = move.fact === "surface_speed" ? text(speed(Number(move.value), units)) : said(move);
  const plastic = box.plastics.find((p) => p.id === move.plastic_id);
  const head = box.heads.find((h) => h.id === move.head_id);
  return (
    <li>
      <b>{FACTS[move.fact] ?? move.fact}: {value}</b>{" "}
      {plastic && head ? `${plastic.name} on ${text(headName(head, units))}, ${move.rigging_name}, ${move.retrieve_name}` : "nothing in the box does then"}
      {plastic && <span> ({move.parts.map((p) => PART_WORDS[p] ?? p).join(", ")})</span>}
    </li>
  );
}

function Minded({ choice }: { choice: Choice }) {
  return (
    <section className="minded">
      <h2>Mind</h2>
      {choice.cautions.map((words) => <p key={words} className="caution">{words}</p>)}
      <p className="sheet-note">{choice.fired.length} rules hold here{choice.conflicts.length > 0 && `, ${choice.conflicts.length} pairs of them pull apart`}: <Link to="/know">Know</Link>.</p>
    </section>
  );
}
