// One kind of tackle: its rows; added, changed, taken out and put back; as CSV.
import { useState } from "react";
import type { GearKind, GearRow } from "../../api/gear";
import { FileTools } from "../../ui/file-tools";
import { useChosen, useQuestion } from "../../features/question/question";
import { plainWords } from "../../ui/typed";
import { GearForm } from "./gear-form";
import { KINDS, tiedUp, type Gear, type LooseHook } from "./kinds";
import { useGear } from "./use-gear";

interface Props {
  kind: GearKind;
  /** what else can be done with them */
  tools?: React.ReactNode;
  /** over the rows, where there are some */
  count?: string;
}

/** From so many rows on they are searched. */
const MANY = 6;

/** A cell as it is sorted: by its number where it begins with one, fractions of an ounce too. */
function weightOf(cell: string): number {
  const found = /^(?:(\d+) )?(\d+)\/(\d+)|^([\d.]+)/.exec(cell);
  if (!found) return NaN;
  return found[4] !== undefined ? Number(found[4]) : Number(found[1] ?? 0) + Number(found[2]) / Number(found[3]);
}

/** Those that say what is searched, in the order of a column. */
export function arranged<T>(rows: T[], said: (row: T) => string[], only: string, by: { column: number; down: boolean } | null): T[] {
  const wanted = only.trim().toLowerCase();
  const shown = wanted ? rows.filter((row) => said(row).join(" ").toLowerCase().includes(wanted)) : rows;
  if (!by) return shown;
  const order = (a: string, b: string) => {
    const [x, y] = [weightOf(a), weightOf(b)];
    return Number.isFinite(x) && Number.isFinite(y) && x !== y ? x - y : a.localeCompare(b);
  };
  return [...shown].sort((a, b) => order(said(a)[by.column]!, said(b)[by.column]!) * (by.down ? -1 : 1));
}

export function GearPart({ kind, tools, count }: Props) {
  const { box } = useChosen();
  const { settings } = useQuestion();
  const { save, remove, back, bring } = useGear(kind);
  const [open, setOpen] = useState<GearRow | "new" | null>(null);
  const heads = useGear("heads");
  const [made, setMade] = useState<Record<string, string> | null>(null);
  const gear = KINDS[kind] as Gear;
  const [only, setOnly] = useState("");
  const [by, setBy] = useState<{ column: number; down: boolean } | null>(null);
  const all = box[kind] as GearRow[];
  const said = (row: GearRow) => gear.cells(row, settings).map((cell) => (typeof cell === "string" ? cell : cell.join(" ")));
  const rows = arranged(all, said, only, by);
  const gone = remove.data;
  const error = remove.error ?? back.error;
  return (
    <div className="gear">
      {(count ?? gear.lead) && <p className="know-lead">{count} {gear.lead}</p>}
      <p className="know-tools">
        {tools}
        <button type="button" className="plain" onClick={() => setOpen("new")}>a new {gear.one}</button>
      </p>
      {gone && <p className="strip" role="status">Removed: {gear.name(gone, settings)}.{" "}
        <button type="button" className="plain" onClick={() => back.mutate(gone.id, { onSuccess: () => remove.reset() })}>put it back</button></p>}
      {error && <p role="alert" className="said">{plainWords(error)}</p>}
      {all.length > MANY && (
        <p className="know-tools"><label className="visually-hidden" htmlFor={`only-${kind}`}>only those that say</label>
          <input id={`only-${kind}`} className="form-control search-box only" placeholder={`search ${all.length}`} value={only} onChange={(e) => setOnly(e.target.value)} /></p>
      )}
      {all.length === 0 ? <p>None yet.</p> : rows.length === 0 ? <p role="status">None says “{only.trim()}”.</p> : (
        <table className="heads">
          <thead><tr>{gear.heads.map((h, i) => (
            <th key={h} aria-sort={by?.column === i ? (by.down ? "descending" : "ascending") : undefined}>
              <button type="button" className="plain" onClick={() => setBy(by?.column === i && by.down ? null : { column: i, down: by?.column === i })}>{h}{by?.column === i && (by.down ? " ↓" : " ↑")}</button>
            </th>
          ))}<th><span className="visually-hidden">change it</span></th></tr></thead>
          <tbody>{rows.map((row) => (
            <tr key={row.id} className={"carried" in row && row.carried === 0 ? "none" : undefined}>
              {gear.cells(row, settings).map((cell, i) => <td key={gear.heads[i]} data-label={gear.heads[i]}>{typeof cell === "string" ? cell : <>{cell[0]} <span className="off">{cell[1]}</span></>}</td>)}
              <td>
                {kind === "hooks" && (row as LooseHook).kind.startsWith("offset") && (
                  <><button type="button" className="plain" onClick={() => setMade(tiedUp(row as LooseHook, box.weights, settings))}>tie it up with a weight</button>{" · "}</>
                )}
                <button type="button" className="plain" aria-label={`change ${gear.name(row, settings)}`} onClick={() => setOpen(row)}>change</button>{" · "}
                <button type="button" className="plain" aria-label={`remove ${gear.name(row, settings)}`} onClick={() => remove.mutate(row.id)}>remove</button>
              </td>
            </tr>
          ))}</tbody>
        </table>
      )}
      <FileTools href={`/api/box/${kind}.csv`} words={`${gear.title.toLowerCase()} as CSV`} bringWords={`bring ${gear.title.toLowerCase()} in from CSV`}
                 accept=".csv,text/csv" bring={bring} />
      {heads.save.isSuccess && <p className="strip" role="status">It lies among the heads now, and the Bench and the Outfit rig it.</p>}
      {made && <GearForm kind="heads" row={null} start={made} onHide={() => setMade(null)} onSave={(typed) => heads.save.mutateAsync({ id: null, typed })} />}
      {open !== null && <GearForm kind={kind} row={open === "new" ? null : open} onHide={() => setOpen(null)}
                                  onSave={(typed) => save.mutateAsync({ id: open === "new" ? null : open.id, typed })} />}
    </div>
  );
}
