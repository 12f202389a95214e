// Trip: where to be when, over several marks; kept, changed, taken along.
import { keepPreviousData, useQuery, useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { changeTrip, putTripBack, removeTrip, tripLivedQuery, tripPlanQuery, tripsQuery } from "../../api/trips";
import type { KeptTrip, TripLived, TripMarkRow, TripPlan, TripQuestion, TripRound } from "../../api/types";
import { speed, text } from "../../base/units";
import { useNow } from "../../base/use-now";
import { dayWords } from "../../features/facts/when";
import { SaidNote } from "../../features/along/said-note";
import { dateAt } from "../../features/log/trip-rail";
import { EmptyBox, useMissing } from "../../features/question/empty-box";
import { RUNS } from "../../features/question/no-water";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { usePlanTrip } from "../../features/trip/use-plan-trip";
import { Chips } from "../../ui/chips";
import { plainWords } from "../../ui/typed";
import { LivedPart } from "./lived-part";
import { TakeAlong } from "./take-along";
import { RoundPicture } from "./round-picture";
import { Remedies, Stays } from "./stays";
import { TripSentence } from "./trip-sentence";
import { lastDate, stayByDay } from "../../features/trip/hours";
import { hourWords, shutWords, spanWords, tripName } from "./trip-words";

export default function TripView() {
  const missing = useMissing();
  // The hours of a mark are told even with nothing in the box.
  return missing.includes("mark") ? <EmptyBox missing={missing} /> : <Trips />;
}

function Trips() {
  const { data } = useSuspenseQuery(tripsQuery);
  const { marks, mark } = useChosen();
  const queries = useQueryClient();
  const planned = usePlanTrip();
  const [search, setSearch] = useSearchParams();
  const [said, setSaid] = useState("");
  const [gone, setGone] = useState<number | null>(null);
  const now = useNow(60);
  const asked = Number(search.get("id"));
  const from = mark ?? marks[0]!;
  const today = dateAt(now, from.time_zone);
  const next = [...data.trips].reverse().find((t) => lastDate(t.asked) >= today);
  const trip = data.trips.find((t) => t.id === asked) ?? next ?? data.trips[0];
  const tried = async (work: () => Promise<void>) => {
    try {
      setSaid("");
      await work();
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  const open = (id: number) => setSearch({ id: String(id) });
  return (
    <div className="trip-view">
      <h1 className="visually-hidden">Trip</h1>
      {trip ? <OneTrip key={trip.id} trip={trip} onSaid={setSaid} /> : (
        <div className="waiting">
          <p>Where to be when: over several marks, what each hour there is worth, what closes them, and the best way round.</p>
          <button type="button" className="do" onClick={() => planned.plan(from)}>Plan a trip from {from.name}</button>
        </div>
      )}
      <p role="alert" className="said trip-said">{said || planned.said}</p>
      <div className="trip-list no-print">
        {gone !== null && <p role="status">The trip is taken out. <button type="button" className="plain" onClick={() => void tried(async () => { open(await putTripBack(queries, gone)); setGone(null); })}>put it back</button></p>}
        {trip && <p><button type="button" className="plain" onClick={() => planned.plan(from)}>plan another from {from.name}</button></p>}
        {data.trips.length > 0 && (
          <ul>{data.trips.map((t) => (
            <li key={t.id} aria-current={t.id === trip?.id || undefined}>
              <button type="button" className="plain" onClick={() => open(t.id)}>{dayWords(t.asked.date)}</button>: {tripName(t, (id) => marks.find((m) => m.id === id)?.name)}{lastDate(t.asked) < today && ", past"}{" "}
              <button type="button" className="plain" onClick={() => void tried(async () => { await removeTrip(queries, t.id); setGone(t.id); })}>take it out<span className="visually-hidden">, the trip of {dayWords(t.asked.date)}</span></button>
            </li>
          ))}</ul>
        )}
      </div>
    </div>
  );
}

const NOTHING: TripLived["events"] = [];

function OneTrip({ trip, onSaid }: { trip: KeptTrip; onSaid: (said: string) => void }) {
  const queries = useQueryClient();
  const units = useUnits();
  const [before, setBefore] = useState<TripQuestion[]>([]);
  const [at, setAt] = useState<number | null>(null);
  const [shown, setShown] = useState(0);
  const plan = useQuery({ ...tripPlanQuery(trip), placeholderData: keepPreviousData });
  const put = async (asked: TripQuestion, undo: TripQuestion[]) => {
    onSaid("");
    setBefore(undo);
    setShown(0);
    try {
      await changeTrip(queries, trip.id, asked);
    } catch (error) {
      setBefore(before);
      onSaid(plainWords(error));
    }
  };
  const change = (patch: Partial<TripQuestion>) => void put({ ...trip.asked, ...patch }, [...before, trip.asked]);
  const { data: told } = useQuery(tripLivedQuery(trip.id));
  const data = plan.data?.trip.id === trip.id ? plan.data : undefined;
  const round = data?.rounds[Math.min(shown, data.rounds.length - 1)];
  const last = (data?.clock.length ?? 1) - 1;
  const cursor = Math.min(last, at ?? Math.round(round?.stays[0]?.from_at ?? 0));
  return (
    <>
      <TripSentence asked={trip.asked} change={change} />
      <SaidNote trip={`/api/trips/${trip.id}`} />
      {trip.gone > 0 && <p className="strip">{trip.gone === 1 ? "A mark of it is" : `${trip.gone} marks of it are`} no longer there.</p>}
      <div className="trip-two" aria-busy={plan.isFetching}>
        <div>
          {data && round ? (
            <>
              <RoundPicture plan={data} round={round} units={units} asked={trip.asked} at={cursor} onAt={setAt} lived={told?.events ?? NOTHING} />
              <p className="trip-legend">Each lens is the stream at that mark; the dark strip over it says what an hour there is worth; the red line is you.</p>
            </>
          ) : plan.error ? (
            <div className="waiting"><p role="alert">{plainWords(plan.error)}</p><button type="button" className="do" onClick={() => void plan.refetch()}>Try again</button></div>
          ) : <p className="waiting" role="status">Trying every way round …</p>}
        </div>
        {data && round && (
          <aside className="trip-side" aria-label="the round">
            <RoundWords plan={data} round={round} shown={shown} onShow={setShown} fetching={plan.isFetching} />
            <Stays plan={data} round={round} units={units} asked={trip.asked} at={cursor} change={change} />
            {data.remedies.length > 0 && <Remedies plan={data} change={change} />}
            {before.length > 0 && <p><button type="button" className="plain" onClick={() => void put(before[before.length - 1]!, before.slice(0, -1))}>as it was before the last change</button></p>}
            <Along trip={trip} plan={data} />
            {told && <LivedPart lived={told} plan={data} />}
            <HoursNow plan={data} at={cursor} asked={trip.asked} change={change} />
            <Cautions plan={data} round={round} asked={trip.asked} />
          </aside>
        )}
      </div>
    </>
  );
}

function RoundWords({ plan, round, shown, onShow, fetching }: { plan: TripPlan; round: TripRound; shown: number; onShow: (i: number) => void; fetching: boolean }) {
  const { marks } = useChosen();
  const best = plan.rounds[0]!;
  const all = spanWords(((plan.clock.length - 1) * plan.instant_s) / 60);
  const name = (found: TripRound) => found.stays.map((s) => marks.find((m) => m.id === plan.rows[s.row]!.mark_id)?.name).join(", then ");
  return (
    <>
      <div role="status"><h2 className="round-title">{fetching ? "planning again …" : round.stays.length === 0 ? "nothing is worth going as it is asked" : `${shown === 0 ? "best round" : "this round"}: worth ${spanWords(round.worth_min)} of the best fishing in ${all}`}</h2></div>
      {round.unmet.length > 0 && <p className="said">What is pinned cannot be kept: {round.unmet.map((u) => `${u.from_clock} to ${u.to_clock}`).join(", ")}.</p>}
      {plan.rounds.length > 1 && (
        <p className="next-best">{shown > 0 && <><button type="button" className="plain" onClick={() => onShow(0)}>the best round</button>{"; "}</>}
          {"next best: "}{plan.rounds.map((other, i) => (i === 0 || i === shown ? null : (
            <span key={i}><button type="button" className="plain" onClick={() => onShow(i)}>{name(other)}</button>, {spanWords(Math.max(0, best.worth_min - other.worth_min))} less{". "}</span>
          )))}</p>
      )}
    </>
  );
}

/** What comes of it: packing, the calendar, a route for the plotter, the text. */
function Along({ trip, plan }: { trip: KeptTrip; plan: TripPlan }) {
  const go = useNavigate();
  const stays = plan.rounds[0]!.stays;
  // Of a trip that is over nothing is packed any more, and what is shown is the plan of then.
  const over = plan.start_utc_s + plan.instant_s * (plan.clock.length - 1) < useNow(60);
  if (stays.length === 0 || over) return null;
  const file = (name: string) => `/api/trips/${trip.id}/${name}`;
  return (
    <p className="trip-along no-print">
      <button type="button" className="do" onClick={() => {
        const visits = stays.flatMap((s) => stayByDay(s, plan.trip.asked).map((on) => ({
          mark_id: plan.rows[s.row]!.mark_id, date: on.date, from_hour: on.from, to_hour: on.to, fish: trip.asked.fish,
          typed_speed_m_s: trip.asked.marks.find((m) => m.mark_id === plan.rows[s.row]!.mark_id)?.typed_speed_m_s ?? null,
        })));
        localStorage.setItem("ilha.pack", JSON.stringify({ visits, crew: trip.asked.crew ?? [], asked: null, ticked: [] }));
        void go("/box?page=pack");
      }}>pack for it</button>{" "}
      <TakeAlong trip={trip} plan={plan} />{" "}
      <a href={file("plan.ics")} download>calendar</a>{" · "}<a href={file("route.gpx")} download>route, GPX</a>{" · "}<a href={file("plan.txt")} download>text</a>
    </p>
  );
}

/** The hour under the cursor at every mark: what it is worth, and why. */
function HoursNow({ plan, at, asked, change }: { plan: TripPlan; at: number; asked: TripQuestion; change: (patch: Partial<TripQuestion>) => void }) {
  const { marks, reference } = useChosen();
  const craft = reference.crafts.find((c) => c.key === asked.craft);
  const units = useUnits();
  return (
    <section aria-label="this hour at each mark">
      <h2>At {plan.clock[at]}</h2>
      <ul className="hours-now">{plan.rows.map((row) => {
        const hour = row.hours.find((h) => h.from_at <= at && at < h.to_at) ?? row.hours[row.hours.length - 1];
        const name = marks.find((m) => m.id === row.mark_id)?.name ?? "a mark that is gone";
        const shut = row.closed.filter((c) => c.from_at <= at && at < c.to_at).map((c) => shutWords(c.why, asked, craft, units));
        return (
          <li key={row.mark_id}><b>{name}</b>{row.why ? <LeftOut row={row} asked={asked} change={change} />
            : shut.length > 0 ? <> closed: {shut.join("; ")}</> : hour && <> {Math.round(100 * hour.worth)} %: {hourWords(hour, units)}</>}</li>
        );
      })}</ul>
    </section>
  );
}

/** A mark that is not counted in: what is missing, and the one step. */
function LeftOut({ row, asked, change }: { row: TripMarkRow; asked: TripQuestion; change: (patch: Partial<TripQuestion>) => void }) {
  const units = useUnits();
  if (row.field === "date") return <>: left out, its tide table does not reach this day. <Link to="/places">Bring the next days</Link></>;
  if (row.field !== "typed_speed_m_s") return <>: left out, {row.why.replaceAll("`", "")}. <Link to="/places">Places</Link></>;
  return (
    <>: left out, its current is not known. What do you expect there?
      <Chips label="current expected" options={RUNS.map((r) => ({ value: r.m_s, words: r.words, note: text(speed(r.m_s, units)) }))} chosen={[]}
             onTap={(m_s) => change({ marks: asked.marks.map((m) => (m.mark_id === row.mark_id ? { ...m, typed_speed_m_s: m_s } : m)) })} />
    </>
  );
}

function Cautions({ plan, round, asked }: { plan: TripPlan; round: TripRound; asked: TripQuestion }) {
  const { marks } = useChosen();
  const still = plan.rows.map((row) => marks.find((m) => m.id === row.mark_id)).filter((m) => m && m.flood_to_deg == null).map((m) => m!.name);
  const said = [...new Set(round.stays.flatMap((s) => plan.rows[s.row]!.cautions))];
  return (
    <div>
      {said.map((words) => <p key={words} className="caution">{words}</p>)}
      {asked.wind_from_deg == null && (asked.wind_m_s ?? 3) >= 5 && <p className="caution">No way of the wind is said: wind against the stream is not looked for.</p>}
      {still.length > 0 && asked.craft !== "foot" && <p className="caution">Where the stream runs to is not known at {still.join(", ")}: ways count its water as still.</p>}
      <p className="caution">Ways are taken straight, with the stream of both ends. Look at the water first; tell someone where you are and when you are back. Local rules, forecasts and trained people come first.</p>
    </div>
  );
}
