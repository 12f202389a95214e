// What worked, in fish an hour with intervals; and where rigs were lost.
import { useQuery } from "@tanstack/react-query";
import { workedQuery } from "../../api/log";
import type { Rate, WorkedAll } from "../../api/types";
import { plainWords } from "../../ui/typed";
import { length, text, type Units } from "../../base/units";
import { useUnits } from "../../features/question/use-units";

const TITLES: Record<string, string> = {
  head: "By head", plastic: "By plastic", colour: "By colour", retrieve: "By retrieve", stage: "By stage of the tide", light: "By light", depth: "By depth", place: "By mark",
};
const ENOUGH = 0.05;

export function WorkedPart() {
  const { data, error } = useQuery(workedQuery);
  const units = useUnits();
  if (!data) return <p className="waiting" role="status">{error ? plainWords(error) : "Counting …"}</p>;
  const seen = data.tables.filter((t) => t.rows.length > 0);
  if (seen.length === 0) return <section className="know-body"><p>Nothing logged yet: a fish, a bite or a timed drop on the Day begins it.</p></section>;
  return (
    <section className="know-body">
      <p className="know-lead">{data.hours.toFixed(1)} hours fished. The bar is the {Math.round(data.level * 100)} % interval: where two overlap, nothing is proven; two fish prove nothing.</p>
      <div className="worked">{seen.map((table) => <Table key={table.by} title={TITLES[table.by] ?? table.by} rows={table.rows} note={chanceWords(table, units)} unit="fish an hour" />)}
        {data.lost.length > 0 && <Table title="Rigs lost, by place" rows={data.lost} note="what the bottom took" unit="an hour" />}
        {data.lost_on.length > 0 && <Table title="Rigs lost, by bottom" rows={data.lost_on} note="what packing reckons with" unit="an hour" />}</div>
    </section>
  );
}

function chanceWords(table: WorkedAll["tables"][number], units: Units): string {
  const best = table.rows.find((r) => r.name === table.best);
  if (table.rows.length < 2) return "one alone: nothing to compare";
  if (!best || table.chance == null) return "too few to claim anything";
  return table.chance < ENOUGH
    ? `${nameOf(best, units)} before all else: chance alone does that in ${table.chance < 0.001 ? "under 0.1" : (table.chance * 100).toFixed(1)} % of such logs`
    : `no difference that chance alone would not make (${Math.round(table.chance * 100)} %)`;
}

/** A band of depth in the angler's units; anything else by its name. */
function nameOf(r: Rate, units: Units): string {
  if (r.from_m == null) return r.name;
  return r.to_m == null ? `${text(length(r.from_m, units, 0))} and over` : `${length(r.from_m, units, 0).value} to ${text(length(r.to_m, units, 0))}`;
}

function Table({ title, rows, note, unit }: { title: string; rows: Rate[]; note: string; unit: string }) {
  const units = useUnits();
  const most = Math.max(...rows.map((r) => Math.min(r.high, 3 * r.per_hour + 1)), 0.1);
  const x = (v: number) => `${Math.min(100, (100 * v) / most)}%`;
  return (
    <div className="worked-table">
      <h2>{title}</h2>
      <p className="sheet-note">{note}</p>
      <table>
        <thead><tr><th><span className="visually-hidden">what</span></th><th>{unit}</th><th>interval</th><th>seen</th></tr></thead>
        <tbody>{rows.slice(0, 8).map((r) => (
          <tr key={r.name} className={r.few ? "few" : undefined}>
            <th>{nameOf(r, units)}</th><td>{r.per_hour.toFixed(2)}</td>
            <td className="bar"><i style={{ left: x(r.low), right: `calc(100% - ${x(r.high)})` }} /><b style={{ left: x(r.per_hour) }} /><span className="visually-hidden">{r.low.toFixed(2)} to {r.high.toFixed(2)}</span></td>
            <td>{r.fish} in {r.hours.toFixed(1)} h</td>
          </tr>
        ))}</tbody>
      </table>
    </div>
  );
}
