// One proposal: the whole rig drawn, its water, its four figures, its verdict and its reasons.
import { useState } from "react";
import { SCHOOLS } from "../../api/vocabulary";
import type { Choice, Head, Outfit, Plastic } from "../../api/types";
import { ON_LINE, laidOut } from "../../drawing/geometry/rigged";
import { SmallRig } from "../../drawing/scenes/hook-scene";
import { OutfitScene } from "../../drawing/scenes/outfit-scene";
import { useUnits } from "../../features/question/use-units";
import { useChosen } from "../../features/question/question";
import { STOPPED } from "../../features/day/limits";
import { sinkerWords } from "../../features/day/sinkers";
import { trailerWords } from "../../features/day/trailers";
import { countText, doubtWords, sureWords } from "../../features/day/words";
import { SignMark } from "../../ui/sign";
import { headName, length, newtonsOfKg, said, strengthText, text, type Units } from "../../base/units";
import { CountNumber } from "../../ui/count-number";
import { HeadWeight, shapeWords } from "../../ui/weight";
import { Account } from "./account";
import { colourWords, leaderWords, verdictOf } from "./words";

interface Props {
  rank: number;
  outfit: Outfit;
  choice: Choice;
  plastic: Plastic;
  head: Head;
  units: Units;
  chosen: boolean;
  compared: boolean;
  onChoose: () => void;
  onCompare: () => void;
  onUse: () => void;
}

export function OutfitCard(props: Props) {
  const { rank, outfit, choice, plastic, head, units, chosen, compared } = props;
  const { asked } = choice;
  const told = verdictOf(outfit, units);
  const { box } = useChosen();
  const plan = { key: outfit.rigging, numbers: outfit.numbers };
  const hung = [sinkerWords(plan, box.weights), trailerWords(plan, box.plastics, units)].filter(Boolean).join(" ");
  const title = `${plastic.name}, ${colourWords(outfit)}`;
  return (
    <li className={`outfit ${chosen ? "chosen" : ""} ${compared ? "compared" : ""}`}>
      <h2><span className="rank">{rank}</span> {title}</h2>
      <RigPicture {...props} />
      <OutfitScene outfits={[outfit]} all={choice.outfits} depth={asked.depth_m} tip={asked.tip_height_m}
                   zone={[asked.zone_from_m, asked.zone_to_m]} units={units}
                   words={`${title} on its held line, and as it falls`} />
      <OutfitFigures {...props} />
      <p className="outfit-verdict"><SignMark sign={told.sign} /><b>{told.words}</b> <span>{told.figure}</span>{told.beside.map((words) => <em key={words} className="tag beside">{words}</em>)}</p>
      <p className="outfit-parts">
        {outfit.rigging_name}; {outfit.hook_size} of {outfit.wire} wire, {head.keeper}; <LineWords outfit={outfit} />; <LeaderWords outfit={outfit} />.
        {hung && <> {hung}</>}{TWO_HOOKS.has(outfit.rigging) && <b> Two hooks: mind the free one when you unhook a fish.</b>}
        {outfit.leader_says && <> {said(outfit.leader_says, units)}</>}{outfit.beside && <> {said(outfit.beside.says, units)}</>}
        {outfit.line_kg < outfit.needs_kg && <b> A long fight: the line holds {strengthText(newtonsOfKg(outfit.line_kg), units)}, this fish wants {strengthText(newtonsOfKg(outfit.needs_kg), units)}.</b>}
      </p>
      {outfit.placing.map((says) => <p key={says} className="outfit-placing">{said(says, units)}</p>)}
      <Reasons outfit={outfit} />
      <OtherSchools outfit={outfit} own={head} units={units} />
      <p className="outfit-ways">
        <button type="button" className="do" onClick={props.onUse}>fish this</button>{" "}
        <button type="button" className="plain" aria-pressed={chosen} onClick={props.onChoose}>{chosen ? "looked at below" : "look at it below"}</button>{" · "}
        <button type="button" className="plain" aria-pressed={compared} onClick={props.onCompare}>{compared ? "not compared" : "compare"}</button>
      </p>
    </li>
  );
}

function RigPicture({ outfit, plastic, head }: Props) {
  const hook = { straight_mm: head.hook_straight_mm, gape_mm: head.hook_gape_mm, wire_mm: head.hook_wire_mm };
  const key = ON_LINE.has(outfit.rigging) ? "straight" : outfit.rigging;
  const plan = { key, name: "", says: "", suits: "suits" as const, reason: "", steps: [], numbers: outfit.numbers };
  const laid = laidOut(plan, plastic, outfit.head_diameter_mm, head.keeper_takes_mm);
  return <SmallRig plastic={plastic} head={head} head_diameter_mm={outfit.head_diameter_mm} hook={hook} room_mm={24} laid={laid} />;
}

function LeaderWords({ outfit }: { outfit: Outfit }) {
  const units = useUnits();
  const { box } = useChosen();
  return <>{leaderWords(outfit, units, box.leaders.find((l) => l.id === outfit.leader_id)?.name)}</>;
}

function LineWords({ outfit }: { outfit: Outfit }) {
  const { box } = useChosen();
  const line = box.lines.find((l) => l.id === outfit.line_id);
  const rod = box.rods.find((r) => r.id === outfit.rod_id);
  return <>{line?.name} on the {rod?.name}</>;
}

const TWO_HOOKS = new Set(["tandem", "stinger"]);
const AIMS = { bottom: "count", zone: "count to them", stop: "stop it at" } as const;

function OutfitFigures({ outfit, head, units }: Props) {
  const lead = outfit.lead_m;
  const on = lead === null || lead < 0.05;
  const beyond = (outfit.beyond_m ?? 0) < 0.05 ? "" : `${text(length(outfit.beyond_m, units))} beyond`;
  const { box } = useChosen();
  const front = box.heads.find((h) => h.id === outfit.front_head_id);
  return (
    <div className="figures outfit-figures">
      <div className="figure first"><span>{front ? "tie on behind" : "tie on"}</span><b><HeadWeight head={head} units={units} /></b><em>{front && <>{text(headName(front, units))} in front, </>}{shapeWords(head.shape)}{outfit.right_share !== null && `; ${sureWords(outfit.right_share)}`}</em></div>
      <div className="figure"><span>land it</span><b>{on ? beyond || "on it" : <>{length(lead, units).value}<small>{length(lead, units).unit}</small></>}</b>
        <em>{on ? "" : `up-current${beyond && `, ${beyond}`}`}</em></div>
      <div className="figure"><span>{AIMS[outfit.aim]}</span><b>
        <CountNumber count={outfit.count_s} shown={countText(outfit.count_s, outfit.count_low_s, outfit.count_high_s)} /><small>s</small></b>
        <em>{[doubtWords(outfit.doubted, outfit.count_low_s, outfit.count_high_s),
          outfit.drops > 0 && `from your ${outfit.drops} drop${outfit.drops === 1 ? "" : "s"}`].filter(Boolean).join("; ")}</em></div>
      <div className="figure"><span>then</span><b className="small-words">{outfit.way.name}</b></div>
    </div>
  );
}

function Reasons({ outfit }: { outfit: Outfit }) {
  const [all, setAll] = useState(false);
  const units = useUnits();
  return (
    <>
      <ul className="reasons">
        {outfit.reasons.filter((r) => r.part !== "weight").slice(0, 4).map((r) => <li key={r.rule}>{said(r.says, units)}</li>)}
      </ul>
      <button type="button" className="plain" onClick={() => setAll(true)}>
        all {outfit.reasons.length} reasons: {outfit.score.toFixed(1)} points
      </button>
      {all && <Account outfit={outfit} onHide={() => setAll(false)} />}
    </>
  );
}

function OtherSchools({ outfit, own, units }: { outfit: Outfit; own: Head; units: Units }) {
  const { box } = useChosen();
  const called = (id: number | null | undefined) => {
    const head = box.heads.find((h) => h.id === id);
    return head ? text(headName(head, units)) : "none";
  };
  const others = outfit.schools.filter((s) => called(s.head_id) !== called(own.id));
  if (others.length === 0) return <p className="other-schools">Every school ties this on here.</p>;
  const tied = others.filter((s) => s.head_id !== null);
  const none = others.filter((s) => s.head_id === null);
  return (
    <p className="other-schools">
      {tied.length > 0 && <>Other schools: {tied.map((s) => `${SCHOOLS[s.school]} ${called(s.head_id)}`).join(", ")}. </>}
      {none.map((s) => `${SCHOOLS[s.school]}: ${STOPPED[s.stopped] ?? "no head in the box is right"}`).join("; ")}{none.length > 0 && "."}
    </p>
  );
}
