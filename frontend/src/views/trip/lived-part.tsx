// The trip told: what was planned of each mark beside what the log has of it.
import type { TripLived, TripPlan } from "../../api/types";
import { PhotographRow } from "../../features/log/photographs";
import { KIND_WORDS } from "../../features/log/words";
import { nowS } from "../../features/day/now";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";

/** Kinds that are counted as things: two bites, but two held. */
const COUNTED = new Set(["bite", "lost", "changed", "drop"]);

export function LivedPart({ lived, plan }: { lived: TripLived; plan: TripPlan }) {
  const { marks } = useChosen();
  const name = (id: number) => marks.find((m) => m.id === id)?.name ?? "a mark that is gone";
  const paper = useUnits().depth_unit === "ft" ? "letter" : "a4";
  if (lived.events.length === 0) return null;
  const stays = plan.rounds[0]!.stays;
  const kinds = (counts: Record<string, number>) => Object.entries(counts).map(([kind, n]) => `${n} ${KIND_WORDS[kind as keyof typeof KIND_WORDS] ?? kind}${n > 1 && COUNTED.has(kind) ? "s" : ""}`).join(", ");
  return (
    <section aria-label="as it was">
      <h2>As it was</h2>
      {plan.planned_utc_s === null && plan.start_utc_s + plan.instant_s * (plan.clock.length - 1) < nowS() && <p className="sheet-note">What was planned then was not kept: the round shown is what would be planned now.</p>}
      <ul className="hours-now">{lived.marks.map((one, row) => {
        const planned = stays.filter((s) => s.row === row).map((s) => `${s.from_clock} to ${s.to_clock}`).join(", ");
        return (
          <li key={one.mark_id}><b>{name(one.mark_id)}</b>: {planned ? `planned ${planned}` : "not planned"};{" "}
            {one.from_clock ? `${[`logged ${one.from_clock} to ${one.to_clock}`, kinds(one.counts)].filter(Boolean).join(": ")}${one.heads.length > 0 ? `, on ${one.heads.join(", ")}` : ""}` : "nothing logged there"}.</li>
        );
      })}</ul>
      <PhotographRow of={lived.photographs} words={(one) => {
        const e = lived.events.find((event) => event.id === one.event_id);
        return e ? `${e.fish?.replaceAll("-", " ") ?? KIND_WORDS[e.kind as keyof typeof KIND_WORDS] ?? e.kind}, ${e.clock}, ${name(plan.rows[e.row]!.mark_id)}` : "";
      }} />
      {lived.taught.length > 0 && (
        <>
          <h2>What it taught</h2>
          <ul className="hours-now">{lived.taught.map((one) => (
            <li key={`${one.mark_id}${one.head_name}${one.plastic_name}`}>{one.mark_id !== null ? <>The current at <b>{name(one.mark_id)}</b></> : <>The count of <b>{one.head_name}</b> on {one.plastic_name}</>}{" "}
              is {one.after.toFixed(2)} times the computed one, {one.before.toFixed(2)} before ({one.used} {one.mark_id !== null ? (one.used === 1 ? "head tried" : "heads tried") : one.used === 1 ? "drop timed" : "drops timed"}).</li>
          ))}</ul>
        </>
      )}
      <p className="trip-along no-print"><a href={`/api/trips/${plan.trip.id}/told.pdf?size=${paper}`} download>the trip on one page, PDF</a>{" · "}<a href={`/api/trips/${plan.trip.id}/told.gpx`} download>its catches, GPX</a></p>
      {lived.elsewhere > 0 && <p className="sheet-note">{lived.elsewhere} more at other marks.</p>}
    </section>
  );
}
