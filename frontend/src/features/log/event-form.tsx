// One event of the log, put right or told afterwards: what happened, when by the clock of the place,
// where, on what. Its water is that of the minute and the mark it is given: filled in at home.
import { useId, useState } from "react";
import { Form, Modal } from "react-bootstrap";
import type { Head, LogEvent, Mark, Plastic } from "../../api/types";
import { headName, handScale, text } from "../../base/units";
import { secondsOf, wallOf } from "../../base/zone";
import { nowS } from "../day/now";
import { useChosen } from "../question/question";
import { useUnits } from "../question/use-units";
import { Line } from "../../ui/form-row";
import { typedNumber } from "../../ui/typed";
import { shapeWords } from "../../ui/weight";
import { NOT_KNOWN } from "./happened";
import { newId } from "./queue";
import { KIND_WORDS } from "./words";

interface Props {
  /** what is to be put right; null: something that was not told */
  was: LogEvent | null;
  /** where and with what it most likely was */
  near?: { mark?: Mark | undefined; head?: Head | undefined; plastic?: Plastic | undefined; fish?: string | null | undefined };
  onHide: () => void;
  onTold: (event: LogEvent) => Promise<void>;
}

const AGO = [5, 10, 20, 40, 60, 120];

const blank = (near: Props["near"]): LogEvent => ({
  id: newId(), kind: "fish", at_utc_s: nowS() - 40 * 60, mark_id: near?.mark?.id ?? null, mark_name: near?.mark?.name ?? "",
  head_id: near?.head?.id ?? null, head_name: near?.head?.name ?? "", plastic_id: near?.plastic?.id ?? null,
  plastic_name: near?.plastic?.name ?? "", colour: near?.plastic?.colour ?? "", fish: near?.fish ?? null, length_cm: null, count_s: null,
  expected_s: null, note: "", answer: null, ...NOT_KNOWN,
});

export function EventForm({ was, near, onHide, onTold }: Props) {
  const id = useId();
  const units = useUnits();
  const scale = handScale(units);
  const { marks, box, reference } = useChosen();
  const [event, setEvent] = useState<LogEvent>(() => was ?? blank(near));
  const zone = (marks.find((m) => m.id === event.mark_id) ?? marks.find((m) => m.name === event.mark_name))?.time_zone
    ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const [when, setWhen] = useState(() => wallOf(event.at_utc_s, zone));
  const [length, setLength] = useState(event.length_cm == null ? "" : String(Number(scale.fromSi(event.length_cm).toFixed(1))));
  const [said, setSaid] = useState("");
  const set = (patch: Partial<LogEvent>) => setEvent((e) => ({ ...e, ...patch }));
  const save = async () => {
    const at = was && when === wallOf(was.at_utc_s, zone) ? was.at_utc_s : secondsOf(when, zone);
    const cm = length.trim() === "" ? null : scale.toSi(typedNumber(length, scale.unit));
    if (!Number.isFinite(at)) return setSaid("When must be a day and a time: choose both.");
    if (at > nowS() + 60) return setSaid("When must not lie ahead: choose an hour that has been.");
    if (cm !== null && !(cm > 0 && cm <= 400)) return setSaid(`Length must be above 0 and at most ${text({ value: scale.fromSi(400).toFixed(0), unit: scale.unit })}: correct it, or leave it empty.`);
    if (!event.mark_name) return setSaid("A mark is needed: choose where it was.");
    const same = was && at === was.at_utc_s && event.mark_id === was.mark_id;
    const tied = was && event.head_id === was.head_id && event.plastic_id === was.plastic_id && event.kind === was.kind;
    const told: LogEvent = {
      ...event, id: was ? newId() : event.id, at_utc_s: at, length_cm: cm === null ? null : Math.round(cm * 10) / 10,
      // Another minute or place has another water; another rig bears and falls otherwise.
      ...(same ? {} : NOT_KNOWN), ...(same && tied ? {} : { bears_m_s: null, expected_s: null }),
      ...(event.kind === "fish" ? {} : { fish: null, length_cm: null }),
    };
    try {
      await onTold(told);
      onHide();
    } catch (error) {
      setSaid(`Not kept: ${(error as Error).message}.`);
    }
  };
  const pick = (name: string, label: string, value: string, options: [string, string][], onChange: (value: string) => void) => (
    <div className="form-row">
      <Form.Label htmlFor={`${id}-${name}`}>{label}</Form.Label>
      <Form.Select id={`${id}-${name}`} value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map(([key, words]) => <option key={key} value={key}>{words}</option>)}
      </Form.Select>
    </div>
  );
  const gone = (name: string | undefined): [string, string] => ["", name ? `${name} (no longer there)` : "not known"];
  return (
    <Modal show onHide={onHide} aria-labelledby={`${id}-title`} centered scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id={`${id}-title`}>{was ? "Put it right" : "What happened earlier"}</Modal.Title></Modal.Header>
      <Modal.Body>
        <Form noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          {pick("kind", "What", event.kind, Object.entries(KIND_WORDS).filter(([k]) => was?.kind === "drop" ? k === "drop" : k !== "drop"), (kind) => set({ kind: kind as LogEvent["kind"] }))}
          <div className="form-row">
            <Form.Label htmlFor={`${id}-when`}>When, by the clock there</Form.Label>
            <Form.Control id={`${id}-when`} type="datetime-local" value={when} onChange={(e) => setWhen(e.target.value)} />
          </div>
          {!was && (
            <p className="quick" role="group" aria-label="so long ago">
              {AGO.map((minutes) => <button key={minutes} type="button" className="plain" onClick={() => setWhen(wallOf(nowS() - minutes * 60, zone))}>{minutes < 60 ? `${minutes} min ago` : `${minutes / 60} h ago`}</button>)}
            </p>
          )}
          {pick("mark", "Where", event.mark_id == null ? "" : String(event.mark_id), [...(event.mark_id == null ? [gone(event.mark_name)] : []), ...marks.map((m): [string, string] => [String(m.id), m.name])], (value) => {
            const mark = marks.find((m) => m.id === Number(value));
            if (mark) set({ mark_id: mark.id, mark_name: mark.name });
          })}
          {pick("head", "On which head", event.head_id == null ? "" : String(event.head_id), [gone(event.head_id == null ? event.head_name : ""), ...box.heads.map((h): [string, string] => [String(h.id), `${text(headName(h, units))} ${shapeWords(h.shape)}`])], (value) => {
            const head = box.heads.find((h) => h.id === Number(value));
            set({ head_id: head?.id ?? null, head_name: head?.name ?? "" });
          })}
          {pick("plastic", "With which plastic", event.plastic_id == null ? "" : String(event.plastic_id), [gone(event.plastic_id == null ? event.plastic_name : ""), ...box.plastics.map((p): [string, string] => [String(p.id), p.name])], (value) => {
            const plastic = box.plastics.find((p) => p.id === Number(value));
            set({ plastic_id: plastic?.id ?? null, plastic_name: plastic?.name ?? "", colour: plastic?.colour ?? "" });
          })}
          {event.kind === "fish" && (
            <>
              {pick("fish", "Which fish", event.fish ?? "", [["", "not known"], ...(event.fish && !reference.fish.some((f) => f.key === event.fish) ? [[event.fish, event.fish] as [string, string]] : []), ...reference.fish.map((f): [string, string] => [f.key, f.name])], (fish) => set({ fish: fish || null }))}
              <Line id={`${id}-length`} label={`Length, ${scale.unit}`} value={length} onChange={setLength} number />
            </>
          )}
          <Line id={`${id}-note`} label="Note" value={event.note ?? ""} onChange={(note) => set({ note })} />
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">{was ? "Put it right" : "Log it"}</button>
          <p className="sheet-note">{was ? "Another hour or mark takes the water of that hour and mark, and what was learned from it is learned anew." : "The tide, depth and light of that hour are filled in from the mark's own."}</p>
        </Form>
      </Modal.Body>
    </Modal>
  );
}
