// Rows of a kind as CSV, out and in. What would come of a file is said before anything changes.
import { useId, useState } from "react";
import { bringCsv, type GearKind } from "../../api/gear";
import type { CsvTaken } from "../../api/types";
import { plainWords } from "../../ui/typed";
import { useGear } from "./use-gear";

const cameOf = (t: CsvTaken) => `${t.added} new, ${t.changed} changed, ${t.same} as they are`;

export function CsvTools({ kind, title }: { kind: GearKind; title: string }) {
  const id = useId();
  const { bring } = useGear(kind);
  const [file, setFile] = useState<{ text: string; would: CsvTaken } | null>(null);
  const [faults, setFaults] = useState<string[]>([]);
  const [done, setDone] = useState("");
  const refuse = (error: unknown) => { setFile(null); setFaults(plainWords(error).split(" | ")); };
  const look = async (chosen: File) => {
    setDone("");
    setFaults([]);
    try {
      const text = await chosen.text();
      setFile({ text, would: await bringCsv(kind, text, true) });
    } catch (error) {
      refuse(error);
    }
  };
  const put = async (text: string) => {
    try {
      setDone(`Brought in: ${cameOf(await bring.mutateAsync(text))}.`);
      setFile(null);
    } catch (error) {
      refuse(error);
    }
  };
  return (
    <div className="csv-tools">
      <a href={`/api/box/${kind}.csv`} download>{title.toLowerCase()} as CSV</a>
      <label htmlFor={id} className="csv-bring">bring {title.toLowerCase()} in from CSV</label>
      <input id={id} type="file" accept=".csv,text/csv" className="visually-hidden" onChange={(e) => {
        const input = e.target;
        const chosen = input.files?.[0];
        // The same file may be chosen again once it is mended.
        if (chosen) void look(chosen).then(() => { input.value = ""; });
      }} />
      {file && (
        <p className="strip" role="status">{cameOf(file.would)}; nothing is removed.{" "}
          <button type="button" className="do" disabled={bring.isPending} onClick={() => void put(file.text)}>bring them in</button>{" "}
          <button type="button" className="plain" onClick={() => setFile(null)}>leave it</button>
        </p>
      )}
      {done && <p role="status">{done}</p>}
      <ul role="alert" className="said">{faults.map((fault) => <li key={fault}>{fault}</li>)}</ul>
    </div>
  );
}
