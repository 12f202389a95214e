// Pack: for the marks, hours and fish that are planned, the fewest heads and plastics, to tick off.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { packQuery } from "../../api/pack";
import type { Mate, PackQuestion, Visit } from "../../api/types";
import { ASSUMED_FISH } from "../../features/question/facts";
import { useChosen, useQuestion } from "../../features/question/question";
import { plainWords } from "../../ui/typed";
import { LineFact, RodFact, SchoolFact } from "../../features/facts/other-facts";
import { dateAt } from "../../features/log/trip-rail";
import { withRodsThere } from "../../features/trip/crew";
import { CrewFact } from "../../features/trip/crew-fact";
import { PackedList } from "./packed-list";
import { VisitRow } from "./visit-row";

const PACK_KEY = "ilha.pack";

interface Kept {
  visits: Visit[];
  /** besides oneself; what was kept before has none */
  crew?: Mate[];
  /** what was asked for last; null: nothing yet */
  asked: PackQuestion | null;
  ticked: string[];
}

function stored(): Partial<Kept> {
  try {
    return JSON.parse(localStorage.getItem(PACK_KEY) ?? "{}") as Partial<Kept>;
  } catch {
    return {};
  }
}

export function PackPart() {
  const { query, facts } = useQuestion();
  const { box, marks, reference } = useChosen();
  const [now] = useState(() => Date.now() / 1000);
  const fresh = (): Visit => {
    const mark = marks.find((m) => m.id === query.mark_id) ?? marks[0];
    const [from, to] = facts.hours ?? [6, 12];
    return { mark_id: mark?.id ?? 0, date: facts.date ?? dateAt(now, mark?.time_zone ?? "UTC"), from_hour: from, to_hour: to, fish: facts.fish ?? ASSUMED_FISH };
  };
  const [kept, setKept] = useState<Kept>(() => {
    const own: Kept = { visits: [fresh()], asked: null, ticked: [], ...stored() };
    const today = dateAt(now, "UTC");
    // What was packed for days that are past is over: the same places, today.
    return own.visits.some((v) => v.date >= today) ? own : { visits: own.visits.map((v) => ({ ...v, date: fresh().date })), asked: null, ticked: [] };
  });
  const keep = (patch: Partial<Kept>) => setKept((k) => {
    const next = { ...k, ...patch };
    localStorage.setItem(PACK_KEY, JSON.stringify(next));
    return next;
  });
  // A place that is gone is no plan.
  const visits = kept.visits.filter((v) => marks.some((m) => m.id === v.mark_id));
  const list = useQuery({ ...packQuery(kept.asked!), enabled: kept.asked !== null });
  const change = (i: number, patch: Partial<Visit>) => keep({ visits: visits.map((v, k) => (k === i ? { ...v, ...patch } : v)) });
  const crew = withRodsThere(kept.crew ?? [], box.rods);
  const stale = kept.asked !== null && (JSON.stringify(kept.asked.visits) !== JSON.stringify(visits)
    || JSON.stringify(kept.asked.crew ?? []) !== JSON.stringify(crew) || kept.asked.line_id !== query.line_id || kept.asked.rod_id !== (query.rod_id ?? null) || kept.asked.school !== query.school);
  if (marks.length === 0) return <section className="know-body"><p>No mark yet: describe one under Places first.</p></section>;
  return (
    <section className="know-body pack">
      <div className="pack-form">
        <p className="know-lead">Where and when you will fish, and for what. The fewest kinds that cover it are found, with spares for what the bottom takes.</p>
        <p className="sentence open">With <LineFact /> on the <RodFact />, by <SchoolFact />, <CrewFact crew={crew} onChange={(next) => keep({ crew: next })} />:</p>
        <ol className="visits">{visits.map((v, i) => (
          <VisitRow key={i} n={i + 1} visit={v} marks={marks} fish={reference.fish} onChange={(patch) => change(i, patch)}
                    onRemove={visits.length > 1 ? () => keep({ visits: visits.filter((_, k) => k !== i) }) : undefined} />
        ))}</ol>
        <p className="know-tools">
          <button type="button" className="do" disabled={list.isFetching} onClick={() => {
            const asked: PackQuestion = {
              visits, crew, school: query.school, wind_m_s: query.wind_m_s ?? 3, temperature_c: query.temperature_c ?? 18, temperature_trend: facts.trend ?? "steady",
              clarity: facts.clarity ?? "stained", mood: facts.mood ?? "steady", pests: facts.pests,
              line_id: query.line_id, rod_id: query.rod_id ?? null,
            };
            keep({ visits, asked, ticked: [] });
          }}>pack it</button>
          {visits.length < 12 && <button type="button" className="plain" onClick={() => keep({ visits: [...visits, { ...(visits.at(-1) ?? fresh()) }] })}>another place or hour</button>}
        </p>
      </div>
      {list.isFetching && <p className="waiting" role="status">Trying every head under every plastic, half hour by half hour …</p>}
      {list.error && !list.isFetching && <p role="alert" className="said">{plainWords(list.error)}</p>}
      {list.data && !list.isFetching && (
        <>
          {stale && <p className="strip no-print" role="status">The plan has changed since: pack it again.</p>}
          <PackedList list={list.data} ticked={kept.ticked} onTick={(key) => keep({ ticked: kept.ticked.includes(key) ? kept.ticked.filter((k) => k !== key) : [...kept.ticked, key] })} />
        </>
      )}
    </section>
  );
}
