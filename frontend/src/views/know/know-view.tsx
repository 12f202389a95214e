// Know: the schools with what each ties on today, the rules with what fired, and the fish.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { dayQuery } from "../../api/day";
import { useChosen, useQuestion } from "../../features/question/question";
import { useStep } from "../../features/question/time";
import { headName, text } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { shapeWords } from "../../ui/weight";
import { useChoice } from "../../features/day/use-choice";
import { FishPart } from "./fish-part";
import { KnotsPart } from "./knots-part";
import { WordsPart } from "./words-part";
import { RulesPart } from "./rules-part";

const PAGES = [["rules", "Rules"], ["schools", "Schools"], ["fish", "Fish"], ["knots", "Knots"], ["words", "Words"]] as const;

export default function KnowView() {
  const [page, setPage] = useState<(typeof PAGES)[number][0]>("rules");
  return (
    <div className="know">
      <h1 className="visually-hidden">Know</h1>
      <div className="know-pages" role="group" aria-label="what to know">
        {PAGES.map(([key, words]) => (
          <button key={key} type="button" aria-pressed={page === key} onClick={() => setPage(key)}>{words}</button>
        ))}
      </div>
      {page === "rules" ? <RulesHere /> : page === "schools" ? <Schools /> : page === "words" ? <WordsPart /> : page === "knots" ? <KnotsPart /> : <FishPart />}
    </div>
  );
}

function RulesHere() {
  return <RulesPart choice={useChoice().choice} />;
}

/** Each school with what it ties on at the moment that the Day looks at. */
function Schools() {
  const { reference, box, mark } = useChosen();
  const { query, settings, choose } = useQuestion();
  const units = useUnits();
  const step = Math.round(useStep());
  const board = useQuery({ ...dayQuery(query), enabled: query.mark_id > 0 && query.plastic_id > 0 });
  return (
    <section className="know-body">
      <p>Where anglers disagree, the school is yours to choose; what each ties on {mark ? `off ${mark.name}` : "here"} at {board.data?.clock[step] ?? "this hour"}:</p>
      <ul className="school-list">
        {reference.schools.map((s) => {
          const head = box.heads.find((h) => h.id === board.data?.picks[s.key]?.[step]);
          return (
            <li key={s.key}>
              <b>{s.name}</b>
              <span className="school-pick">{head ? `${text(headName(head, units))} ${shapeWords(head.shape)}` : board.data ? "none in the box" : "…"}</span>
              <span>{s.says}{s.scope_limit !== null && `; line out to ${s.scope_limit} times depth and rod tip`}{s.hangs_count ? "; what plunges is too heavy" : ""}.</span>
              {s.key === settings.school ? <i>yours</i> : <button type="button" className="plain" onClick={() => choose({ school: s.key })}>make it mine</button>}
            </li>
          );
        })}
      </ul>
      <p className="sheet-note">Common practice, no source. All five rest on the same computed water.</p>
    </section>
  );
}
