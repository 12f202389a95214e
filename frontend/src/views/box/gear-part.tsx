// One kind of tackle: its rows; added, changed, taken out and put back; as CSV.
import { useState } from "react";
import type { GearKind, GearRow } from "../../api/gear";
import { FileTools } from "../../ui/file-tools";
import { useChosen, useQuestion } from "../../features/question/question";
import { plainWords } from "../../ui/typed";
import { GearForm } from "./gear-form";
import { KINDS, type Gear } from "./kinds";
import { useGear } from "./use-gear";

interface Props {
  kind: GearKind;
  /** what else can be done with them */
  tools?: React.ReactNode;
  /** over the rows, where there are some */
  count?: string;
}

export function GearPart({ kind, tools, count }: Props) {
  const { box } = useChosen();
  const { settings } = useQuestion();
  const { save, remove, back, bring } = useGear(kind);
  const [open, setOpen] = useState<GearRow | "new" | null>(null);
  const gear = KINDS[kind] as Gear;
  const rows = box[kind] as GearRow[];
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
      {rows.length === 0 ? <p>None yet.</p> : (
        <table className="heads">
          <thead><tr>{gear.heads.map((h) => <th key={h}>{h}</th>)}<th><span className="visually-hidden">change it</span></th></tr></thead>
          <tbody>{rows.map((row) => (
            <tr key={row.id} className={"carried" in row && row.carried === 0 ? "none" : undefined}>
              {gear.cells(row, settings).map((cell, i) => <td key={gear.heads[i]} data-label={gear.heads[i]}>{typeof cell === "string" ? cell : <>{cell[0]} <span className="off">{cell[1]}</span></>}</td>)}
              <td>
                <button type="button" className="plain" aria-label={`change ${gear.name(row, settings)}`} onClick={() => setOpen(row)}>change</button>{" · "}
                <button type="button" className="plain" aria-label={`remove ${gear.name(row, settings)}`} onClick={() => remove.mutate(row.id)}>remove</button>
              </td>
            </tr>
          ))}</tbody>
        </table>
      )}
      <FileTools href={`/api/box/${kind}.csv`} words={`${gear.title.toLowerCase()} as CSV`} bringWords={`bring ${gear.title.toLowerCase()} in from CSV`}
                 accept=".csv,text/csv" bring={bring} />
      {open !== null && <GearForm kind={kind} row={open === "new" ? null : open} onHide={() => setOpen(null)}
                                  onSave={(typed) => save.mutateAsync({ id: open === "new" ? null : open.id, typed })} />}
    </div>
  );
}
