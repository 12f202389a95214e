// Marks taken along and brought in as GPX.
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import { readFile } from "../../base/read-file";
import { faultsOf } from "./bring-form";

export function MarksFile({ onImport }: { onImport: (text: string) => Promise<number> }) {
  const id = useId();
  const [faults, setFaults] = useState<string[]>([]);
  const [said, setSaid] = useState("");
  const bring = async (file: File) => {
    try {
      const count = await onImport(await readFile(file));
      setFaults([]);
      setSaid(`${count} marks are here now: describe those that are new`);
    } catch (error) {
      setSaid("");
      setFaults(faultsOf(error));
    }
  };
  return (
    <div className="marks-file">
      <Form.Label htmlFor={id}>Bring marks in (GPX)</Form.Label>
      <Form.Control id={id} type="file" accept=".gpx,application/gpx+xml" onChange={(e) => {
        const input = e.target as HTMLInputElement;
        const file = input.files?.[0];
        // The same file may be chosen again once it is mended.
        if (file) void bring(file).then(() => { input.value = ""; });
      }} />
      <a href="/api/marks.gpx" download>take them along</a>
      {said && <span role="status">{said}</span>}
      <ul role="alert" className="said">{faults.map((fault) => <li key={fault}>{fault}</li>)}</ul>
    </div>
  );
}
