// A file out and in again. What would come of one that is brought is said before anything changes.
import { useId, useState } from "react";
import type { Taken } from "../api/types";
import { readFile } from "../base/read-file";
import { plainWords } from "./typed";

interface Props {
  /** none: it is brought in only */
  href?: string;
  words?: string;
  bringWords: string;
  accept: string;
  /** tries a file, or takes it */
  bring: (text: string, onlyTry: boolean) => Promise<Taken>;
}

const cameOf = (t: Taken) => `${t.added} new, ${t.changed} changed, ${t.same} as they are`;

export function FileTools({ href, words, bringWords, accept, bring }: Props) {
  const id = useId();
  const [file, setFile] = useState<{ text: string; would: Taken } | null>(null);
  const [faults, setFaults] = useState<string[]>([]);
  const [done, setDone] = useState("");
  const [busy, setBusy] = useState(false);
  const attempt = async (work: () => Promise<void>) => {
    setBusy(true);
    setDone("");
    setFaults([]);
    try {
      await work();
    } catch (error) {
      setFile(null);
      setFaults(plainWords(error).split(" | "));
    } finally {
      setBusy(false);
    }
  };
  const look = (chosen: File) => attempt(async () => {
    const text = await readFile(chosen);
    setFile({ text, would: await bring(text, true) });
  });
  const put = (text: string) => attempt(async () => {
    setDone(`Brought in: ${cameOf(await bring(text, false))}.`);
    setFile(null);
  });
  return (
    <div className="file-tools">
      {href && <a href={href} download>{words}</a>}
      <label htmlFor={id} className="file-bring">{bringWords}</label>
      <input id={id} type="file" accept={accept} className="visually-hidden" onChange={(e) => {
        const input = e.target;
        const chosen = input.files?.[0];
        // The same file may be chosen again once it is mended.
        if (chosen) void look(chosen).then(() => { input.value = ""; });
      }} />
      {file && (
        <p className="strip" role="status">{cameOf(file.would)}; nothing is removed.{" "}
          <button type="button" className="do" disabled={busy} onClick={() => void put(file.text)}>{busy ? "bringing them in …" : "bring them in"}</button>{" "}
          <button type="button" className="plain" onClick={() => setFile(null)}>leave it</button>
        </p>
      )}
      {done && <p role="status">{done}</p>}
      <ul role="alert" className="said">{faults.map((fault) => <li key={fault}>{fault}</li>)}</ul>
    </div>
  );
}
