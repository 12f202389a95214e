// One mark, to read and to change.
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import { Refused, client, unwrap } from "../../api/client";
import type { GroundSection, Mark, NewMark, Port, Stream } from "../../api/types";
import { plainWords } from "../../ui/typed";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { SHELTERS } from "../../features/facts/water-facts";
import { lengthScale, type Units } from "../../base/units";
import { GroundSketch } from "../../drawing/scenes/ground-sketch";
import { BOTTOMS, EXPOSURES, KINDS, NUMBERS, STREAM_NUMBERS, TIDE_NUMBERS, cautionOf, groundOf, groundTyped, numberTyped, sentOf, typedOf, type Typed } from "./form";

interface Props {
  mark: NewMark;
  /** as it stands now: typed here, or drawn on the chart */
  typed: Typed;
  set: (key: string, value: string) => void;
  changed: boolean;
  onUndo: () => void;
  ports: Port[];
  streams: Stream[];
  isNew: boolean;
  onSave: (body: NewMark) => Promise<Mark>;
  onRemove?: () => void;
}

export function MarkForm({ mark, typed, set: put, changed, onUndo, ports, streams, isNew, onSave, onRemove }: Props) {
  const units = useUnits();
  const { reference } = useChosen();
  const [fault, setFault] = useState<{ field: string | null; said: string } | null>(null);
  const [saved, setSaved] = useState(false);
  const [read, setRead] = useState("");
  const set = (key: string, value: string) => {
    put(key, value);
    setSaved(false);
  };
  const save = async () => {
    const sent = sentOf(typed, units, mark);
    if ("said" in sent) return setFault(sent);
    try {
      await onSave(sent.body);
      setFault(null);
      setSaved(true);
    } catch (error) {
      setFault({
        field: error instanceof Refused ? error.field : null,
        said: error instanceof Error ? error.message.replaceAll("`", "") : "not saved",
      });
    }
  };
  const props = { typed, set, fault: fault?.field ?? null };
  const warn = cautionOf(typed, reference);
  return (
    <Form className="mark-form" noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
      <TextRow name="name" label="Name" {...props} />
      <SelectRow name="kind" label="Kind" options={KINDS.map((k) => [k, k])} {...props} />
      <SelectRow name="bottom" label="Bottom" options={BOTTOMS.map((b) => [b, b])} {...props} />
      <TextRow name="cover" label="Cover" note="none, weed, eelgrass, snags …" {...props} />
      <SelectRow name="exposure" label="To swell and wind it is" options={EXPOSURES.map((e) => [e, e])} {...props} />
      <SelectRow name="stance" label="You stand" options={reference.stances.map((s) => [s.key, s.words])} {...props} />
      {NUMBERS.map((field) => (
        <TextRow key={field.key} name={field.key} label={field.label} unit={field.scale(units).unit} note={field.note}
                 assumed={!!mark.assumed?.includes(field.key) && typedOf(mark, units)[field.key] === typed[field.key]} {...props} />
      ))}
      <GroundRow {...props} read={read} onChart={async () => {
        try {
          const section = await sectionOf(typed, units);
          put("ground", groundTyped(section.points, units));
          setRead(`Read off ${section.used} charted depths round about${section.beside ? ", beside the cast" : ""}.`);
          setFault(null);
        } catch (error) {
          setFault({ field: "ground", said: plainWords(error) });
        }
      }} />
      <SelectRow name="shelter" label="In the current" options={SHELTERS.map((s) => [s.value, s.words])} {...props} />
      <TextRow name="time_zone" label="Time zone" note="such as Atlantic/Azores" {...props} />
      <SelectRow name="tide_port_id" label="Tide"
                 options={[["", "none: type the current you see"], ...ports.map((p): [string, string] => [String(p.id), p.name])]} {...props} />
      {typed.tide_port_id && TIDE_NUMBERS.map((field) => (
        <TextRow key={field.key} name={field.key} label={field.label} unit={field.scale(units).unit} note={field.note} {...props} />
      ))}
      <SelectRow name="stream_id" label="Stream"
                 options={[["", typed.tide_port_id ? "derived from the tide" : "none: type the current you see"], ...streams.map((s): [string, string] => [String(s.id), s.name])]} {...props} />
      {(typed.tide_port_id || typed.stream_id) && STREAM_NUMBERS.map((field) => (
        <TextRow key={field.key} name={field.key} label={field.label} unit={field.scale(units).unit} {...props} />
      ))}
      {typed.stream_id && <p className="sheet-note">The stream of its own comes before the rates above.</p>}
      <TextRow name="caution" label="Caution" {...props} />
      {warn && <p className="caution">{warn}</p>}
      <p role="alert" className="said">{fault?.said}</p>
      <button type="submit" className="do">{isNew ? "Add the mark" : "Save"}</button>{" "}
      {changed && <><button type="button" className="plain" onClick={onUndo}>{isNew ? "empty it" : "as it was"}</button>{" "}</>}
      {saved && !changed && <span role="status">saved</span>}{" "}
      {onRemove && <button type="button" className="plain" onClick={onRemove}>remove this mark</button>}
    </Form>
  );
}

/** The bottom along the cast as it stands in the form. */
function sectionOf(typed: Typed, units: Units): Promise<GroundSection> {
  const number = (key: string) => numberTyped(typed, key) ?? NaN;
  const body = {
    latitude_deg: number("latitude_deg"), longitude_deg: number("longitude_deg"), cast_to_deg: number("cast_to_deg"),
    cast_m: lengthScale(units).toSi(number("cast_m")),
  };
  return unwrap(client.POST("/api/sea-charts/section", { body }));
}

interface Row {
  name: string;
  label: string;
  typed: Typed;
  set: (key: string, value: string) => void;
  fault: string | null;
}

function TextRow({ name, label, unit, note, assumed, typed, set, fault }: Row & { unit?: string; note?: string | undefined; assumed?: boolean }) {
  const id = useId();
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <span className="number-row">
        <Form.Control id={id} value={typed[name] ?? ""} isInvalid={fault === name} autoComplete="off"
                      inputMode={unit ? "decimal" : undefined} placeholder={note}
                      onChange={(e) => set(name, e.target.value)} />
        {unit && <span>{unit}{assumed && <small className="fact-assumed"> assumed</small>}</span>}
      </span>
    </div>
  );
}

/** Depth against the distance from the rod, typed or pasted from a recorded track, and as it looks. */
function GroundRow({ typed, set, fault, read, onChart }: Omit<Row, "name" | "label"> & { read: string; onChart: () => Promise<void> }) {
  const units = useUnits();
  const id = useId();
  const points = groundOf(typed.ground ?? "", units);
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>Bottom along the cast, {lengthScale(units).unit}</Form.Label>
      <Form.Control id={id} as="textarea" rows={3} value={typed.ground ?? ""} isInvalid={fault === "ground"}
                    placeholder={`level; or distance and charted depth, ${lengthScale(units).unit}, one point a line`}
                    onChange={(e) => set("ground", e.target.value)} />
      {numberTyped(typed, "cast_to_deg") !== null && (
        <button type="button" className="plain ground-read" onClick={() => void onChart()}>read it off the chart, along this cast</button>
      )}
      {read && <small role="status" className="ground-read">{read}</small>}
      {points && points.length > 1 && <GroundSketch points={points} />}
    </div>
  );
}

function SelectRow({ name, label, options, typed, set, fault }: Row & { options: (readonly [string, string])[] }) {
  const id = useId();
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Select id={id} value={typed[name] ?? ""} isInvalid={fault === name}
                   onChange={(e) => set(name, e.target.value)}>
        {options.map(([value, words]) => <option key={value} value={value}>{words}</option>)}
      </Form.Select>
    </div>
  );
}
