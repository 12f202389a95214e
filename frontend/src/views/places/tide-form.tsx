// Where tides come from: constants, heights, high and low waters as CSV, or a tide service.
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import type { AskTide, Mark, NewTide, Port } from "../../api/types";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { length, lengthScale, text } from "../../base/units";
import { Line } from "../../ui/form-row";
import { plainWords } from "../../ui/typed";
import { nowS } from "../../features/day/now";
import { PrintedTide, dayWords } from "../../features/tides/printed-tide";
import { TideGrid } from "../../features/tides/tide-grid";
import { wallOf } from "../../base/zone";
import { Secondary } from "../../features/tides/secondary";
import { BringForm, Faults, faultsOf, numberOf, type Kind } from "./bring-form";

const RANGES = "Ranges are found by themselves where the list is thirteen days or longer. Times without a zone are UTC.";
const FORMS: Kind<NewTide["form"]>[] = [
  { key: "turns", words: "high and low waters", header: "time_utc,height_m", note: RANGES },
  { key: "heights", words: "heights at even steps", header: "time_utc,height_m", note: RANGES },
  { key: "fit", words: "heights, to fit constants to", header: "time_utc,height_m", latitude: true,
    note: "Fifteen days or more; from 28 days N2 can be told from M2, from half a year all main waves. What the fit leaves is shown: the more it leaves, the less it is worth far from the series." },
  { key: "constants", words: "harmonic constants", header: "constituent,amplitude_m,phase_deg", latitude: true },
];

interface Props {
  ports: Port[];
  near: Mark | undefined;
  onAdd: (body: NewTide) => Promise<Port>;
  onAsk: (body: AskTide) => Promise<Port>;
  onRemove: (port: Port) => Promise<void>;
}

export function Tides({ ports, near, onAdd, onAsk, onRemove }: Props) {
  const units = useUnits();
  const { reference } = useChosen();
  const scale = lengthScale(units);
  const [ranges, setRanges] = useState({ neap: "", spring: "" });
  const [said, setSaid] = useState("");
  const [open, setOpen] = useState<number | null>(null);
  const [kept, setKept] = useState("");
  const zone = near?.time_zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const id = useId();
  const metres = (typed: string) => {
    const value = numberOf(typed);
    return value === null ? null : scale.toSi(value);
  };
  return (
    <section className="tides" aria-labelledby="tides-title">
      <h2 id="tides-title">Tides</h2>
      <ul>
        {ports.map((port) => (
          <li key={port.id}>
            <b>{port.name}</b> · {port.standard_id != null ? `by its differences from ${ports.find((p) => p.id === port.standard_id)?.name ?? "another port"}` : FORMS.find((f) => f.key === port.form)?.words ?? port.form} · range{" "}
            {text(length(port.neap_range_m, units))} at neaps, {text(length(port.spring_range_m, units))} at springs{port.ranges_assumed && ", both assumed from the few days there are"}
            {port.residual_m != null && `; constants fitted, leaving ${text(length(port.residual_m, units, 3))}`}
            {port.last_utc_s != null && <Reach port={port} zone={zone} />}{" "}
            {port.form === "turns" && port.standard_id == null && (
              <><button type="button" className="plain" aria-expanded={open === port.id} onClick={() => setOpen(open === port.id ? null : port.id)}>its table</button>{" "}</>
            )}
            <button type="button" className="plain" onClick={() => {
              onRemove(port).then(() => setSaid(""), (error: Error) => setSaid(plainWords(error)));
            }}>remove</button>
            {open === port.id && (
              <div className="tide-open">
                <TideGrid port={port} zone={zone} />
                <h3>Go on with it, or put it right</h3>
                <PrintedTide zone={zone} latitude_deg={near?.latitude_deg ?? null} port={port} name={port.name} onKept={() => undefined} />
              </div>
            )}
          </li>
        ))}
      </ul>
      <h3>A printed table</h3>
      <PrintedTide zone={zone} latitude_deg={near?.latitude_deg ?? null} port={null} name={near ? `tide at ${near.name}` : "tide"} onKept={(port) => setKept(port.name)} />
      {kept && <p role="status">{kept} is there: choose it at a mark.</p>}
      <Secondary ports={ports} zone={zone} />
      <p role="alert" className="said">{said}</p>
      <details>
        <summary>other ways: constants, heights, files with a header</summary>
      <BringForm
        title="Other ways to bring a tide in" kinds={FORMS}
        onBring={async (body) => {
          const port = await onAdd({ ...body, neap_range_m: metres(ranges.neap), spring_range_m: metres(ranges.spring) });
          setRanges({ neap: "", spring: "" });
          return port;
        }}
      >
        {(form) => (form === "turns" || form === "heights") && (
          <>
            <Line id={`${id}-neap`} label={`Mean neap range, ${scale.unit}`} value={ranges.neap}
                  onChange={(neap) => setRanges((r) => ({ ...r, neap }))} />
            <Line id={`${id}-spring`} label={`Mean spring range, ${scale.unit}`} value={ranges.spring}
                  onChange={(spring) => setRanges((r) => ({ ...r, spring }))} />
          </>
        )}
      </BringForm>
      </details>
      {reference.tide_service && near && <Ask near={near} onAsk={onAsk} />}
    </section>
  );
}

const SOON_S = 14 * 86400;

/** How far a list goes; a fortnight before its end one is told. */
function Reach({ port, zone }: { port: Port; zone: string }) {
  const left = port.last_utc_s! - nowS();
  const day = dayWords(wallOf(port.last_utc_s!, zone).slice(0, 10));
  if (left < 0) return <b className="warned">; it ran out on {day}</b>;
  return left < SOON_S ? <b className="warned">; it ends on {day}: bring its next days</b> : <>; to {day}</>;
}

/** A month of tides at the chosen mark, from the service that is set up. */
function Ask({ near, onAsk }: { near: Mark; onAsk: Props["onAsk"] }) {
  const [name, setName] = useState("");
  const [faults, setFaults] = useState<string[]>([]);
  const [got, setGot] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  const id = useId();
  const ask = async () => {
    setAsking(true);
    try {
      const port = await onAsk({
        name: name || `${near.name}, asked for`, latitude_deg: near.latitude_deg,
        longitude_deg: near.longitude_deg, days: 40,
      });
      setFaults([]);
      setGot(port.name);
    } catch (error) {
      setGot(null);
      setFaults(faultsOf(error));
    }
    setAsking(false);
  };
  return (
    <Form className="mark-form" noValidate onSubmit={(e) => { e.preventDefault(); void ask(); }}>
      <h3>Ask the tide service</h3>
      <p className="sheet-note">Forty days of high and low waters at {near.name}.</p>
      <Line id={`${id}-name`} label="Name" value={name} onChange={setName} />
      <Faults faults={faults} />
      <button type="submit" className="do" disabled={asking}>{asking ? "Asking …" : "Ask"}</button>{" "}
      {got && <span role="status">{got} is there: choose it at a mark</span>}
    </Form>
  );
}
