// What worked, in fish an hour with intervals; and where rigs were lost.
import { useQuery } from "@tanstack/react-query";
import { workedQuery } from "../../api/log";
import type { Rate, WorkedAll } from "../../api/types";
import { plainWords } from "../../ui/typed";

const TITLES: Record<string, string> = {
  head: "By head", plastic: "By plastic", colour: "By colour", retrieve: "By retrieve", stage: "By stage of the tide", light: "By light",
};
const ENOUGH = 0.05;

export function WorkedPart() {
  const { data, error } = useQuery(workedQuery);
  if (!data) return <p className="waiting" role="status">{error ? plainWords(error) : "Counting …"}</p>;
  const seen = data.tables.filter((t) => t.rows.length > 0);
  if (seen.length === 0) return <section className="know-body"><p>Nothing logged yet: a fish, a bite or a timed drop on the Day begins it.</p></section>;
  return (
    <section className="know-body">
      <p className="know-lead">{data.hours.toFixed(1)} hours fished. The bar is the {Math.round(data.level * 100)} % interval: where two overlap, nothing is proven; two fish prove nothing.</p>
      <div className="worked">{seen.map((table) => <Table key={table.by} title={TITLES[table.by] ?? table.by} rows={table.rows} note={chanceWords(table)} unit="fish an hour" />)}
        {data.lost.length > 0 && <Table title="Rigs lost" rows={data.lost} note="by place" unit="an hour" />}</div>
    </section>
  );
}

function chanceWords(table: WorkedAll["tables"][number]): string {
  const [first, second] = table.rows;
  if (!first || !second || table.chance == null) return "one alone: nothing to compare";
  if (first.few) return "too few to claim anything";
  return table.chance < ENOUGH
    ? `${first.name} before ${second.name}: chance alone does that in ${(table.chance * 100).toFixed(1)} % of such logs`
    : `no difference that chance alone would not make (${Math.round(table.chance * 100)} %)`;
}

function Table({ title, rows, note, unit }: { title: string; rows: Rate[]; note: string; unit: string }) {
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
            <th>{r.name}</th><td>{r.per_hour.toFixed(2)}</td>
            <td className="bar"><i style={{ left: x(r.low), right: `calc(100% - ${x(r.high)})` }} /><b style={{ left: x(r.per_hour) }} /><span className="visually-hidden">{r.low.toFixed(2)} to {r.high.toFixed(2)}</span></td>
            <td>{r.fish} in {r.hours.toFixed(1)} h</td>
          </tr>
        ))}</tbody>
      </table>
    </div>
  );
}
