// Bringing a tide in: constants, heights, or high and low waters, as CSV.
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import type { NewTide, Port } from "../../api/types";
import { useUnits } from "../../ui/use-units";
import { length, text } from "../../ui/units";

const FORMS: { key: NewTide["form"]; words: string; header: string }[] = [
  { key: "turns", words: "high and low waters", header: "time_utc,height_m" },
  { key: "heights", words: "heights at even steps", header: "time_utc,height_m" },
  { key: "fit", words: "heights, to fit constants to", header: "time_utc,height_m" },
  { key: "constants", words: "harmonic constants", header: "constituent,amplitude_m,phase_deg" },
];

const words = (form: string) => FORMS.find((f) => f.key === form)?.words ?? form;

export function Tides({ ports, onAdd, onRemove }: {
  ports: Port[]; onAdd: (body: NewTide) => Promise<Port>; onRemove: (port: Port) => Promise<void>;
}) {
  const units = useUnits();
  const [said, setSaid] = useState("");
  return (
    <section className="tides" aria-labelledby="tides-title">
      <h2 id="tides-title">Tides</h2>
      <ul>
        {ports.map((port) => (
          <li key={port.id}>
            <b>{port.name}</b> · {words(port.form)} · range {text(length(port.neap_range_m, units))} at
            neaps, {text(length(port.spring_range_m, units))} at springs
            {port.residual_m != null && `; fitted, leaving ${text(length(port.residual_m, units, 3))}`}{" "}
            <button type="button" className="plain" onClick={() => {
              onRemove(port).then(() => setSaid(""), (error: Error) => setSaid(error.message.replaceAll("`", "")));
            }}>remove</button>
          </li>
        ))}
      </ul>
      <p role="alert" className="said">{said}</p>
      <NewTideForm onAdd={onAdd} />
    </section>
  );
}

function NewTideForm({ onAdd }: { onAdd: (body: NewTide) => Promise<Port> }) {
  const [form, setForm] = useState<NewTide["form"]>("turns");
  const [typed, setTyped] = useState({ name: "", text: "", latitude: "", neap: "", spring: "" });
  const [faults, setFaults] = useState<string[]>([]);
  const [brought, setBrought] = useState("");
  const id = useId();
  const set = (patch: Partial<typeof typed>) => setTyped((t) => ({ ...t, ...patch }));
  const number = (value: string) => (value.trim() === "" ? null : Number(value.replace(",", ".")));
  const bring = async () => {
    try {
      const port = await onAdd({
        name: typed.name, form, text: typed.text, latitude_deg: number(typed.latitude),
        neap_range_m: number(typed.neap), spring_range_m: number(typed.spring),
      });
      setFaults([]);
      setBrought(port.name);
      set({ name: "", text: "" });
    } catch (error) {
      // What was typed stays, to be mended.
      setBrought("");
      setFaults((error as Error).message.replaceAll("`", "").split(" | "));
    }
  };
  return (
    <Form className="mark-form" noValidate onSubmit={(e) => { e.preventDefault(); void bring(); }}>
      <h3>Bring a tide in</h3>
      <Line id={`${id}-name`} label="Name" value={typed.name} onChange={(name) => set({ name })} />
      <div className="form-row">
        <Form.Label htmlFor={`${id}-form`}>It is a list of</Form.Label>
        <Form.Select id={`${id}-form`} value={form} onChange={(e) => setForm(e.target.value as NewTide["form"])}>
          {FORMS.map((f) => <option key={f.key} value={f.key}>{f.words}</option>)}
        </Form.Select>
      </div>
      <div className="form-row">
        <Form.Label htmlFor={`${id}-file`}>From a file</Form.Label>
        <Form.Control id={`${id}-file`} type="file" accept=".csv,text/csv,text/plain" onChange={(e) => {
          const file = (e.target as HTMLInputElement).files?.[0];
          if (file) void file.text().then((content) => set({ text: content, name: typed.name || file.name.replace(/\.\w+$/, "") }));
        }} />
      </div>
      <Form.Label htmlFor={`${id}-text`}>or typed, under {FORMS.find((f) => f.key === form)!.header}</Form.Label>
      <Form.Control id={`${id}-text`} as="textarea" rows={6} value={typed.text} spellCheck={false}
                    onChange={(e) => set({ text: e.target.value })} />
      {(form === "constants" || form === "fit") && (
        <Line id={`${id}-lat`} label="Latitude, ° N" value={typed.latitude} onChange={(latitude) => set({ latitude })} />
      )}
      {form === "fit" && (
        <p className="sheet-note">Fifteen days or more; from 28 days N2 can be told from M2, from half a year all main waves. What the fit leaves is shown: the more it leaves, the less it is worth far from the series.</p>
      )}
      {(form === "turns" || form === "heights") && (
        <>
          <Line id={`${id}-neap`} label="Mean neap range, m" value={typed.neap} onChange={(neap) => set({ neap })} />
          <Line id={`${id}-spring`} label="Mean spring range, m" value={typed.spring} onChange={(spring) => set({ spring })} />
          <p className="sheet-note">Ranges are found by themselves where the list is thirteen days or longer. Times without a zone are UTC.</p>
        </>
      )}
      <ul role="alert" className="said">{faults.map((fault) => <li key={fault}>{fault}</li>)}</ul>
      <button type="submit" className="do">Bring it in</button>{" "}
      {brought && <span role="status">{brought} is there: choose it at a mark</span>}
    </Form>
  );
}

function Line({ id, label, value, onChange }: {
  id: string; label: string; value: string; onChange: (value: string) => void;
}) {
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control id={id} value={value} autoComplete="off" onChange={(e) => onChange(e.target.value)} />
    </div>
  );
}
