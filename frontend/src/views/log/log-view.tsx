// Log: the trips and what happened on them, what worked, and what the water taught.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Away } from "../../api/client";
import { logQuery } from "../../api/log";
import type { LogEvent, Trip } from "../../api/types";
import { tell, undo } from "../../ui/log";
import { plainWords } from "../../ui/typed";
import { fishScale, text } from "../../ui/units";
import { useUnits } from "../../ui/use-units";
import { KIND_WORDS, WaitingNote } from "../day/log-bar";
import { DataPart } from "./data-part";
import { LearnedPart } from "./learned-part";
import { TripRail } from "./trip-rail";
import { WorkedPart } from "./worked-part";

const PAGES = [["trips", "Trips"], ["worked", "What worked"], ["learned", "What the water taught"], ["data", "Your data"]] as const;

export default function LogView() {
  const [page, setPage] = useState<(typeof PAGES)[number][0]>("trips");
  return (
    <div className="know">
      <h1 className="visually-hidden">Log</h1>
      <div className="know-pages" role="group" aria-label="what of the log">
        {PAGES.map(([key, words]) => (
          <button key={key} type="button" aria-pressed={page === key} onClick={() => setPage(key)}>{words}</button>
        ))}
      </div>
      {page === "trips" ? <Trips /> : page === "worked" ? <WorkedPart /> : page === "learned" ? <LearnedPart /> : <DataPart />}
    </div>
  );
}

function Trips() {
  const { data, error } = useQuery(logQuery);
  const [gone, setGone] = useState<LogEvent | null>(null);
  const away = error instanceof Away;
  return (
    <section className="know-body">
      <WaitingNote />
      {gone && <p className="strip" role="status">Removed: {KIND_WORDS[gone.kind]} {clock(gone)}. <button type="button" className="plain" onClick={() => { tell(gone); setGone(null); }}>put it back</button></p>}
      {data && data.trips.length === 0 && <p>Nothing logged yet. On the Day, one tap says what happened: fish, bite, lost rig, held, swept; and splash to slack times a count.</p>}
      {data?.trips.map((trip, i) => <TripPart key={`${trip.start_utc_s}-${trip.place}`} trip={trip} open={i === 0} onRemove={(e) => { undo(e.id); setGone(e); }} />)}
      {!data && <p className="waiting" role="status">{error ? (away ? "The server does not answer; what you tap is kept here." : plainWords(error)) : "Reading the log …"}</p>}
    </section>
  );
}

export const clock = (e: LogEvent): string =>
  new Date(e.at_utc_s * 1000).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });

function day(seconds: number): string {
  return new Intl.DateTimeFormat("en-GB", { weekday: "long", day: "numeric", month: "short", year: "numeric" }).format(new Date(seconds * 1000)).replace(",", "");
}

function TripPart({ trip, open, onRemove }: { trip: Trip; open: boolean; onRemove: (e: LogEvent) => void }) {
  const [shown, setShown] = useState(open);
  const counts: [number, string, string][] = [[trip.fish, "fish", "fish"], [trip.bites, "bite", "bites"], [trip.lost, "rig lost", "rigs lost"]];
  const what = counts.filter(([n]) => n > 0).map(([n, one, more]) => `${n} ${n === 1 ? one : more}`);
  return (
    <article className="trip">
      <h2>
        <button type="button" aria-expanded={shown} onClick={() => setShown(!shown)}>
          {day(trip.start_utc_s)}, {trip.place}: {what.join(", ") || "nothing taken"} in {trip.hours.toFixed(1)} h
        </button>
      </h2>
      {shown && (
        <>
          <TripRail trip={trip} />
          <ul className="events">{trip.events.map((e) => <EventRow key={e.id} event={e} onRemove={() => onRemove(e)} />)}</ul>
        </>
      )}
    </article>
  );
}

function EventRow({ event: e, onRemove }: { event: LogEvent; onRemove: () => void }) {
  const scale = fishScale(useUnits());
  const size = e.length_cm == null ? "" : `, ${text({ value: scale.fromSi(e.length_cm).toFixed(0), unit: scale.unit })}`;
  const with_ = [e.head_name, e.plastic_name, e.colour].filter(Boolean).join(", ");
  return (
    <li>
      <time>{clock(e)}</time> <b>{KIND_WORDS[e.kind]}{e.fish && `: ${e.fish.replaceAll("-", " ")}`}{size}</b>{" "}
      {e.count_s != null && <span>{e.count_s.toFixed(1)} s{e.expected_s != null && `, the model says ${e.expected_s.toFixed(1)}`}; </span>}
      <span>{with_}</span>{" "}
      <button type="button" className="plain" onClick={onRemove}>remove</button>
    </li>
  );
}
