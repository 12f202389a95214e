// The trip told: what was planned of each mark beside what the log has of it.
import type { TripLived, TripPlan } from "../../api/types";
import { KIND_WORDS } from "../../features/log/words";
import { useChosen } from "../../features/question/question";

export function LivedPart({ lived, plan }: { lived: TripLived; plan: TripPlan }) {
  const { marks } = useChosen();
  if (lived.events.length === 0) return null;
  const stays = plan.rounds[0]!.stays;
  const kinds = (counts: Record<string, number>) => Object.entries(counts).map(([kind, n]) => `${n} ${KIND_WORDS[kind as keyof typeof KIND_WORDS] ?? kind}`).join(", ");
  return (
    <section aria-label="as it was">
      <h2>As it was</h2>
      <ul className="hours-now">{lived.marks.map((one, row) => {
        const planned = stays.filter((s) => s.row === row).map((s) => `${s.from_clock} to ${s.to_clock}`).join(", ");
        return (
          <li key={one.mark_id}><b>{marks.find((m) => m.id === one.mark_id)?.name ?? "a mark that is gone"}</b>: {planned ? `planned ${planned}` : "not planned"};{" "}
            {one.from_clock ? `logged ${one.from_clock} to ${one.to_clock}: ${kinds(one.counts)}${one.heads.length > 0 ? `, on ${one.heads.join(", ")}` : ""}` : "nothing logged there"}.</li>
        );
      })}</ul>
      {lived.elsewhere > 0 && <p className="sheet-note">{lived.elsewhere} more at other marks.</p>}
    </section>
  );
}
