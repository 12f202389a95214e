// Bringing a list in, from a file or typed: shared by tides and streams. What was typed stays until
// it is taken, and every fault is shown.
import { useId, useState, type ReactNode } from "react";
import { Form } from "react-bootstrap";
import { readFile } from "../../base/read-file";
import { Line } from "../../ui/form-row";
import { plainWords, typedNumber } from "../../ui/typed";

export interface Kind<K extends string> {
  key: K;
  words: string;
  header: string;
  /** needs a latitude */
  latitude?: boolean;
  note?: string;
}

export interface Brought<K extends string> {
  name: string;
  form: K;
  text: string;
  latitude_deg: number | null;
}

interface Props<K extends string> {
  title: string;
  kinds: readonly Kind<K>[];
  onBring: (body: Brought<K>) => Promise<{ name: string }>;
  children?: (form: K) => ReactNode;
}

export const numberOf = (value: string): number | null =>
  value.trim() === "" ? null : typedNumber(value);

export function faultsOf(error: unknown): string[] {
  return plainWords(error).split(" | ");
}

export function BringForm<K extends string>({ title, kinds, onBring, children }: Props<K>) {
  const [form, setForm] = useState<K>(kinds[0]!.key);
  const [typed, setTyped] = useState({ name: "", text: "", latitude: "" });
  const [faults, setFaults] = useState<string[]>([]);
  const [brought, setBrought] = useState("");
  const id = useId();
  const kind = kinds.find((k) => k.key === form)!;
  const set = (patch: Partial<typeof typed>) => setTyped((t) => ({ ...t, ...patch }));
  const bring = async () => {
    try {
      const made = await onBring({
        name: typed.name, form, text: typed.text, latitude_deg: numberOf(typed.latitude),
      });
      setFaults([]);
      setBrought(made.name);
      set({ name: "", text: "" });
    } catch (error) {
      setBrought("");
      setFaults(faultsOf(error));
    }
  };
  return (
    <Form className="mark-form" noValidate onSubmit={(e) => { e.preventDefault(); void bring(); }}>
      <h3>{title}</h3>
      <Line id={`${id}-name`} label="Name" value={typed.name} onChange={(name) => set({ name })} />
      <div className="form-row">
        <Form.Label htmlFor={`${id}-form`}>It is a list of</Form.Label>
        <Form.Select id={`${id}-form`} value={form} onChange={(e) => setForm(e.target.value as K)}>
          {kinds.map((k) => <option key={k.key} value={k.key}>{k.words}</option>)}
        </Form.Select>
      </div>
      <FileRow id={`${id}-file`} onText={(text, name) => set({ text, name: typed.name || name })} onFault={(error) => setFaults(faultsOf(error))} />
      <Form.Label htmlFor={`${id}-text`}>or typed, under {kind.header}</Form.Label>
      <Form.Control id={`${id}-text`} as="textarea" rows={6} value={typed.text} spellCheck={false}
                    onChange={(e) => set({ text: e.target.value })} />
      {kind.latitude && (
        <Line id={`${id}-lat`} label="Latitude, ° N" value={typed.latitude} onChange={(latitude) => set({ latitude })} />
      )}
      {children?.(form)}
      {kind.note && <p className="sheet-note">{kind.note}</p>}
      <Faults faults={faults} />
      <button type="submit" className="do">Bring it in</button>{" "}
      {brought && <span role="status">{brought} is there: choose it at a mark</span>}
    </Form>
  );
}

function FileRow({ id, onText, onFault }: { id: string; onText: (text: string, name: string) => void; onFault: (error: Error) => void }) {
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>From a file</Form.Label>
      <Form.Control id={id} type="file" accept=".csv,text/csv,text/plain" onChange={(e) => {
        const file = (e.target as HTMLInputElement).files?.[0];
        if (file) void readFile(file).then((text) => onText(text, file.name.replace(/\.\w+$/, "")), onFault);
      }} />
    </div>
  );
}

export function Faults({ faults }: { faults: string[] }) {
  return <ul role="alert" className="said">{faults.map((fault) => <li key={fault}>{fault}</li>)}</ul>;
}
