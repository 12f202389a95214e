// Log: the trips and what happened on them, what worked, and what the water taught.
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Away } from "../../api/client";
import { logQuery } from "../../api/log";
import type { LogEvent, Mark, Photograph, Trip } from "../../api/types";
import { EventForm } from "../../features/log/event-form";
import { putBack, replace, tell, undo, useWaiting, waitingCount } from "../../features/log/log";
import { newId } from "../../features/log/queue";
import { useChosen } from "../../features/question/question";
import { Photographs } from "../../features/log/photographs";
import { plainWords } from "../../ui/typed";
import { handScale, text } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { SaidNote } from "../../features/along/said-note";
import { WaitingEvents } from "../../features/log/waiting-events";
import { WaitingNote } from "../../features/log/waiting-note";
import { KIND_WORDS, eventWords } from "../../features/log/words";
import { AgainPart } from "./again";
import { DataPart } from "./data-part";
import { LearnedPart } from "./learned-part";
import { TripRail } from "../../features/log/trip-rail";
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
  const { data, error, hasNextPage, isFetchingNextPage, fetchNextPage } = useInfiniteQuery(logQuery);
  const trips = data?.pages.flatMap((page) => page.trips);
  const [unkept, setUnkept] = useState("");
  const said = (work: Promise<void>, done: () => void) => void work.then(() => { setUnkept(""); done(); }, (why: Error) => setUnkept(why.message));
  const [gone, setGone] = useState<LogEvent | null>(null);
  const [righted, setRighted] = useState<{ was: LogEvent; is: LogEvent } | null>(null);
  const [form, setForm] = useState<{ was: LogEvent | null } | null>(null);
  const { marks, mark, plastic } = useChosen();
  const away = error instanceof Away;
  const waiting = useWaiting();
  return (
    <section className="know-body">
      <WaitingNote />
      <WaitingEvents clock={(e) => clock(e, zoneOf(marks, e.mark_name))} />
      <SaidNote />
      {gone && <p className="strip" role="status">Removed: {KIND_WORDS[gone.kind]} {clock(gone, zoneOf(marks, gone.mark_name))}. <button type="button" className="plain" onClick={() => said(putBack(gone), () => setGone(null))}>put it back</button></p>}
      {righted && <p className="strip" role="status">Put right: {KIND_WORDS[righted.is.kind]} {clock(righted.is, zoneOf(marks, righted.is.mark_name))}, {righted.is.mark_name}. <button type="button" className="plain" onClick={() => said(replace(righted.is, { ...righted.was, id: newId() }), () => setRighted(null))}>as it was</button></p>}
      {unkept && <p role="alert" className="said">Not kept: {unkept}.</p>}
      <p className="log-more">
        <button type="button" className="do" onClick={() => setForm({ was: null })}>add what happened earlier</button>
      </p>
      {form && <EventForm was={form.was} near={{ mark, plastic }} onHide={() => setForm(null)} onTold={async (event) => {
        if (!form.was) return tell(event);
        await replace(form.was, event);
        setRighted({ was: form.was, is: event });
        setGone(null);
      }} />}
      {trips?.length === 0 && waitingCount(waiting) === 0 && <p>Nothing logged yet. On the Day, one tap says what happened: fish, bite, lost rig, held, swept; and splash to slack times a count.</p>}
      {trips?.map((trip, i) => <TripPart key={`${trip.start_utc_s}-${trip.place}`} trip={trip} open={i === 0} onRemove={(e) => said(undo(e.id), () => { setGone(e); setRighted(null); })} onRight={(was) => setForm({ was })} />)}
      {hasNextPage && <p><button type="button" className="do" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>{isFetchingNextPage ? "reading on …" : "earlier trips"}</button></p>}
      {!data && <p className="waiting" role="status">{error ? (away ? "The server does not answer; what you tap is kept here." : plainWords(error)) : "Reading the log …"}</p>}
    </section>
  );
}

/** By the clock of the place. */
const clock = (e: LogEvent, timeZone: string): string =>
  new Date(e.at_utc_s * 1000).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit", timeZone });

function day(seconds: number, timeZone: string): string {
  return new Intl.DateTimeFormat("en-GB", { timeZone, weekday: "long", day: "numeric", month: "short", year: "numeric" }).format(new Date(seconds * 1000)).replace(",", "");
}

/** Of a place that is still on the chart; of this device for one that is gone. */
const zoneOf = (marks: Mark[], place: string): string =>
  marks.find((m) => m.name === place)?.time_zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;

function TripPart({ trip, open, onRemove, onRight }: { trip: Trip; open: boolean; onRemove: (e: LogEvent) => void; onRight: (e: LogEvent) => void }) {
  const [shown, setShown] = useState(open);
  const [again, setAgain] = useState(false);
  const { marks } = useChosen();
  const zone = zoneOf(marks, trip.place);
  const where = trip.events.find((e) => e.kind === "fish" && e.mark_id != null)?.mark_id;
  const counts: [number, string, string][] = [[trip.fish, "fish", "fish"], [trip.bites, "bite", "bites"], [trip.lost, "rig lost", "rigs lost"]];
  const what = counts.filter(([n]) => n > 0).map(([n, one, more]) => `${n} ${n === 1 ? one : more}`);
  return (
    <article className="trip">
      <h2>
        <button type="button" aria-expanded={shown} onClick={() => setShown(!shown)}>
          {day(trip.start_utc_s, zone)}, {trip.place}: {what.join(", ") || "nothing taken"} in {trip.hours.toFixed(1)} h
        </button>
      </h2>
      {shown && (
        <>
          <TripRail trip={trip} />
          {where != null && trip.fish > 0 && (
            <>
              <button type="button" className="plain" aria-expanded={again} onClick={() => setAgain(!again)}>do it again</button>
              {again && <AgainPart mark_id={where} from={trip.start_utc_s} to={trip.end_utc_s} zone={zone} />}
            </>
          )}
          <ul className="events">{trip.events.map((e) => <EventRow key={e.id} event={e} photographs={trip.photographs.filter((p) => p.event_id === e.id)} zone={zone} onRemove={() => onRemove(e)} onRight={() => onRight(e)} />)}</ul>
        </>
      )}
    </article>
  );
}

function EventRow({ event: e, photographs, zone, onRemove, onRight }: { event: LogEvent; photographs: Photograph[]; zone: string; onRemove: () => void; onRight: () => void }) {
  const scale = handScale(useUnits());
  const size = e.length_cm == null ? "" : `, ${text({ value: scale.fromSi(e.length_cm).toFixed(0), unit: scale.unit })}`;
  const with_ = [e.head_name, e.plastic_name, e.colour].filter(Boolean).join(", ");
  return (
    <li>
      <time>{clock(e, zone)}</time> <b>{KIND_WORDS[e.kind]}{e.fish && `: ${e.fish.replaceAll("-", " ")}`}{size}</b>{" "}
      {e.count_s != null && <span>{e.count_s.toFixed(1)} s{e.expected_s != null && `, the model says ${e.expected_s.toFixed(1)}`}; </span>}
      <span>{with_}{e.note && `. ${e.note}`}</span>{" "}
      <button type="button" className="plain" onClick={onRight}>correct</button>{" "}
      <button type="button" className="plain" onClick={onRemove}>remove</button>
      <Photographs of={photographs} event_id={e.id} words={eventWords(e, clock(e, zone))} />
    </li>
  );
}
