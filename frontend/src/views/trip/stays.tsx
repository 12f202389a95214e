// The round in words: each stay with what is tied on and why, pinned or forbidden by a touch.
import { Fragment } from "react";
import { useNavigate } from "react-router";
import type { Box, Mark, Reference, TripPlan, TripQuestion, TripRound, TripStay } from "../../api/types";
import { headName, rangeText, text, type Units } from "../../base/units";
import { shapeWords } from "../../ui/weight";
import { useChosen, useQuestion } from "../../features/question/question";
import { startAt } from "../../features/question/time";
import { asOnTrip } from "../../features/along/take";
import { clockOf, hourOf, stayByDay, whole, type OnDay } from "../../features/trip/hours";
import { flowWords, shutWords, spanWords } from "./trip-words";

interface Props {
  plan: TripPlan;
  round: TripRound;
  units: Units;
  asked: TripQuestion;
  at: number;
  change: (patch: Partial<TripQuestion>) => void;
}

export function Stays(props: Props) {
  const { plan, round, asked, change } = props;
  const { marks } = useChosen();
  const name = (id: number) => marks.find((m) => m.id === id)?.name ?? "a mark that is gone";
  return (
    <>
      <ol className="stays">
        {round.stays.map((stay) => <Stay key={stay.from_at} {...props} stay={stay} mark={marks.find((m) => m.id === plan.rows[stay.row]!.mark_id)} />)}
      </ol>
      {round.stays.length > 0 && <p className="sheet-note">Back at {round.legs[round.legs.length - 1]!.to_clock}.</p>}
      {(asked.holds ?? []).length > 0 && (
        <ul className="holds">{asked.holds!.map((hold, i) => (
          <li key={i}>{hold.there ? "pinned: " : "not at "}{name(hold.mark_id)}, {clockOf(hold.from_hour)} to {clockOf(hold.to_hour)}{" "}
            <button type="button" className="plain" onClick={() => change({ holds: asked.holds!.filter((_, k) => k !== i) })}>let go</button></li>
        ))}</ul>
      )}
    </>
  );
}

function Stay({ plan, stay, mark, units, asked, at, change }: Props & { stay: TripStay; mark: Mark | undefined }) {
  const { box, reference } = useChosen();
  const craft = reference.crafts.find((c) => c.key === asked.craft);
  const row = plan.rows[stay.row]!;
  const now = stay.from_at <= at && at <= stay.to_at;
  const spells = row.spells.filter((s) => s.to_at > stay.from_at && s.from_at < stay.to_at).map((s) => s.reasons.join(" and "));
  const shut = row.closed.filter((c) => c.from_at >= stay.to_at).sort((a, b) => a.from_at - b.from_at)[0];
  const part = <T,>(values: T[]) => values.slice(Math.round(stay.from_at), Math.round(stay.to_at) + 1);
  const flows = part(row.stream_m_s).map(Math.abs);
  const depths = part(row.depth_m);
  // What was planned last may be of other hours than what is asked by now.
  const planned = plan.trip.asked;
  const hold = { mark_id: row.mark_id, from_hour: hourOf(stay.from_clock, planned), to_hour: hourOf(stay.to_clock, planned, true) };
  const days = stayByDay(stay, planned);
  const runs = stay.heads.map((run, i) => {
    const head = box.heads.find((h) => h.id === run.head_id);
    return `${i > 0 ? `from ${run.from_clock} ` : ""}${head ? `${text(headName(head, units))} ${shapeWords(head.shape)}${run.rigged ? ` (${run.rigged})` : ""}` : "no head is right"}`;
  });
  const plastic = box.plastics.find((p) => p.id === row.plastic_id);
  return (
    <li className={now ? "now" : undefined} aria-current={now || undefined}>
      <h3><span>{stay.from_clock} – {stay.to_clock}</span> {mark?.name ?? "a mark that is gone"}</h3>
      <p>{plastic ? `${plastic.name} on ${runs.join(", ")}; ${reference.retrieves.find((r) => r.key === row.retrieve)?.name ?? row.retrieve}` : "Nothing in the box is right there."}</p>
      {row.crew?.map((mate) => <p key={mate.name}><b>{mate.name}</b>, for the best moment there: {mateWords(mate, row, stay, box, reference, units)}</p>)}
      <p className="stay-why">{[...spells, flowWords(Math.min(...flows), Math.max(...flows), units), `${rangeText(Math.min(...depths), Math.max(...depths), units)} deep`, ...(shut && shut.why !== "dark" ? [`leave before ${shut.from_clock}: ${shutWords(shut.why, asked, craft, units)}`] : [])].join("; ")}</p>
      <p>
        <button type="button" className="plain" onClick={() => change({ holds: [...(asked.holds ?? []), { ...hold, there: true }] })}>pin it</button>{" · "}
        <button type="button" className="plain" onClick={() => change({ holds: [...(asked.holds ?? []), { ...hold, there: false }] })}>not there</button>{" · "}
        <Open row={row} on={days[0]!} asked={asked} to="/" words="open the Day" />{days.map((on, i) => <Fragment key={on.date}>{" · "}<Open row={row} on={on} asked={asked} to="/card" words={i > 0 ? "card after midnight" : "card"} /></Fragment>)}
      </p>
    </li>
  );
}

type Row = TripPlan["rows"][number];

/** What one who comes along ties on at a mark, for its best moment. */
function mateWords(mate: NonNullable<Row["crew"]>[number], row: Row, stay: TripStay, box: Box, reference: Reference, units: Units): string {
  const named = (rows: { id: number; name: string }[], id: number | null | undefined) => rows.find((r) => r.id === id)?.name;
  const head = box.heads.find((h) => h.id === mate.head_id);
  const [plastic, rod, line] = [named(box.plastics, mate.plastic_id), named(box.rods, mate.rod_id), named(box.lines, mate.line_id)];
  if (!head || !plastic) return "nothing in the box is right on these rods.";
  const on = [rod, line].filter(Boolean).join(", ");
  const same = mate.plastic_id === row.plastic_id && mate.retrieve === row.retrieve && stay.heads.some((run) => run.head_id === mate.head_id);
  return same ? `the same, ${on}.` : `${plastic} on ${text(headName(head, units))} ${shapeWords(head.shape)}; ${reference.retrieves.find((r) => r.key === mate.retrieve)?.name ?? mate.retrieve}; ${on}.`;
}

/** The Day or the card of a stay: its mark, date, fish, rig and hours. */
function Open({ row, on, asked, to, words }: { row: Row; on: OnDay; asked: TripQuestion; to: string; words: string }) {
  const { choose, set, facts } = useQuestion();
  const go = useNavigate();
  return (
    <button type="button" className="plain" onClick={() => {
      const then = asOnTrip(row, asked, whole(on));
      choose(then.settings);
      set({ ...then.facts, typed: { ...facts.typed, ...then.typed } });
      startAt(on.from * 6);
      void go(to);
    }}>{words}</button>
  );
}

export function Remedies({ plan, change }: Pick<Props, "plan" | "change">) {
  return (
    <ul className="holds">{plan.remedies.map((r) => (
      <li key={r.words}><button type="button" className="plain" onClick={() => change(r.change as Partial<TripQuestion>)}>{r.words}</button>: worth {spanWords(r.worth_min)}</li>
    ))}</ul>
  );
}
