// Your data: everything as one file, out and in again; the log and the catches for other programs.
import { useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { Form } from "react-bootstrap";
import { bringCatches, bringHandedBack, bringLog } from "../../api/log";
import { allChanged } from "../../api/rests";
import { FileTools } from "../../ui/file-tools";
import { AccountPart } from "./account-part";
import { CopiesPart } from "./copies-part";
import { PhonesPart } from "./phones-part";

export function DataPart() {
  const queries = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [said, setSaid] = useState("");
  const [done, setDone] = useState("");
  const [busy, setBusy] = useState(false);
  const put = async () => {
    if (!file) return;
    setBusy(true);
    setSaid("");
    try {
      const answer = await fetch("/api/data", { method: "POST", headers: { "Content-Type": "application/json" }, body: file });
      const body = await answer.json() as { rows?: number; kept_as?: string; message?: string };
      if (!answer.ok) throw new Error(body.message ?? "not taken");
      setDone(`${body.rows} rows are in. What was here before is the copy ${body.kept_as}.`);
      setFile(null);
      await allChanged(queries);
    } catch (error) {
      setSaid(error instanceof TypeError ? "The server does not answer: nothing was changed." : (error as Error).message.replaceAll("`", ""));
    } finally {
      setBusy(false);
    }
  };
  const taking = (bring: typeof bringLog) => async (text: string, onlyTry: boolean) => {
    const taken = await bring(text, onlyTry);
    if (!onlyTry) await allChanged(queries);
    return taken;
  };
  return (
    <section className="know-body">
      <AccountPart />
      <p className="know-lead">All of it is yours, and stays where Ilha runs: marks, tides, box, log, what was learned, rules, fish.</p>
      <ul className="data-files">
        <li><a href="/api/data.json" download>everything, one file</a> to keep, or to bring to another machine; photographs are not in it, they lie beside the database (<code>ilha backup</code> takes both)</li>
        <li><FileTools href="/api/log.csv" words="the log as CSV, for a spreadsheet" bringWords="bring a log in from CSV" accept=".csv,text/csv" bring={taking(bringLog)} /></li>
        <li><FileTools href="/api/catches.gpx" words="the catches as GPX, for a chart plotter" bringWords="bring catches in from GPX" accept=".gpx,application/gpx+xml" bring={taking(bringCatches)} /></li>
        <li><FileTools bringWords="bring in what a trip's file handed back" accept=".json,application/json" bring={taking(bringHandedBack)} /></li>
        <li>marks go out and in as GPX under Places, each kind of tackle as CSV under Box</li>
      </ul>
      <h2>Bring a file back</h2>
      <Form.Control type="file" accept="application/json,.json" aria-label="a file that Ilha exported"
                    onChange={(e) => { setFile((e.target as HTMLInputElement).files?.[0] ?? null); setDone(""); setSaid(""); }} />
      {file && (
        <p className="strip">
          It is looked at whole before anything is touched. It takes the place of everything that is here; a copy of what is here is kept first.{" "}
          <button type="button" className="do" disabled={busy} onClick={() => void put()}>{busy ? "bringing it in …" : "take its place"}</button>
        </p>
      )}
      <p role="alert" className="said">{said}</p>
      {done && <p role="status">{done}</p>}
      <PhonesPart />
      <CopiesPart />
    </section>
  );
}
