// Do it again: the water in which a trip's fish took, and when it comes round alike.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { againQuery } from "../../api/log";
import type { Again } from "../../api/types";
import { useChosen, useQuestion } from "../../features/question/question";
import { startAt } from "../../features/question/time";
import { plainWords } from "../../ui/typed";
import { length, speed, text, type Units } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { dayWords } from "../../features/facts/when";
import { dateAt } from "../../features/log/trip-rail";

/** As the rates have it: under so many nothing is claimed. */
const FEW = 5;
const DAY_MS = 86_400_000;
const STAGE: Record<string, string> = { flood: "on the flood", ebb: "on the ebb", slack: "about slack water" };
const LIGHT: Record<string, string> = { bright: "in bright light", low: "in low light", night: "at night" };
const BUT: Record<string, string> = { light: "in another light" };

interface Props {
  mark_id: number;
  from: number;
  to: number;
  /** of the mark */
  zone: string;
}

/** "on the ebb, about 0.52 m/s over 4.1 m, in low light" */
export function waterWords(a: Again, units: Units): string {
  const parts = [a.stage ? STAGE[a.stage] : "", `about ${text(speed(Math.abs(a.stream_m_s), units))} over ${text(length(a.depth_m, units))}`, a.light ? LIGHT[a.light] : ""];
  return parts.filter(Boolean).join(", ");
}

/** From a calendar day to another. */
export function inDays(from: string, to: string): string {
  const days = Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);
  return days < 1 ? "today" : days === 1 ? "tomorrow" : `in ${days} days`;
}

export function AgainPart({ mark_id, from, to, zone }: Props) {
  const units = useUnits();
  const go = useNavigate();
  const [today] = useState(() => dateAt(Date.now() / 1000, zone));
  const { choose, set } = useQuestion();
  const { reference } = useChosen();
  const { data: a, error } = useQuery(againQuery({ mark_id, from_utc_s: from, to_utc_s: to }));
  if (!a) return <p className="waiting" role="status">{error ? plainWords(error) : "Reading the tides to come …"}</p>;
  const with_ = [a.head_name, a.plastic_name, a.colour, a.retrieve].filter(Boolean).join(", ");
  const plan = (w: Again["windows"][number]) => {
    choose({ mark_id, ...(a.plastic_id === null ? {} : { plastic_id: a.plastic_id }) });
    set({ date: w.date, retrieve: reference.retrieves.find((r) => r.name === a.retrieve)?.key ?? null, ...(a.species ? { fish: a.species } : {}) });
    startAt(w.from_step);
    void go("/", { state: { head_id: a.head_id } });
  };
  const closest = a.windows.length > 1 ? a.windows.reduce((best, w) => (w.closeness > best.closeness ? w : best)) : null;
  const but = a.windows.some((w) => w.but.length > 0);
  return (
    <div className="again">
      <p>{a.fish} fish took {waterWords(a, units)}; on {with_ || "what was not told"}.{a.fish < FEW && ` ${a.fish === 1 ? "One fish proves" : "So few prove"} nothing, but it is a place to begin.`}</p>
      {a.windows.length === 0 ? (
        <p>In the next {a.days} days the water does not come round so. {a.why && plainWords(new Error(a.why))}</p>
      ) : (
        <>
          <p>{but ? `In the next ${a.days} days tide and light do not come together so; the tide alone does:` : "It comes round alike:"}</p>
          <ul>{a.windows.map((w) => (
            <li key={w.at_utc_s}>
              <b>{dayWords(w.date)}, {w.from_clock} to {w.to_clock}</b> <span>{inDays(today, w.date)}{w.but.map((b) => `, ${BUT[b] ?? b}`)}{w === closest && ", the most alike"}</span>{" "}
              <button type="button" className="plain" onClick={() => plan(w)}>put it into the plan</button>
            </li>
          ))}</ul>
        </>
      )}
    </div>
  );
}
