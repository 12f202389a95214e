// One visit of a plan: off a mark, on a day, between two hours, for a fish.
import { useId } from "react";
import { Form } from "react-bootstrap";
import type { Mark, Reference, Visit } from "../../api/types";
import { clockOf } from "../../features/trip/hours";
import { speedScale } from "../../base/units";
import { useUnits } from "../../features/question/use-units";

const HOURS = Array.from({ length: 25 }, (_, h) => h);
/** A visit out of a trip begins when the trip says, not on the hour. */
const withOwn = (hours: number[], own: number) => [...new Set([...hours, own])].sort((a, b) => a - b);

interface Props {
  n: number;
  visit: Visit;
  marks: Mark[];
  fish: Reference["fish"];
  onChange: (patch: Partial<Visit>) => void;
  onRemove: (() => void) | undefined;
}

export function VisitRow({ n, visit, marks, fish, onChange, onRemove }: Props) {
  const id = useId();
  const scale = speedScale(useUnits());
  const mark = marks.find((m) => m.id === visit.mark_id);
  const still = mark !== undefined && mark.tide_port_id === null && mark.stream_id === null;
  const hour = (key: "from_hour" | "to_hour", words: string, options: number[]) => (
    <span><label htmlFor={`${id}-${key}`}>{words}</label>
      <Form.Select id={`${id}-${key}`} value={visit[key]} onChange={(e) => onChange({ [key]: Number(e.target.value) })}>
        {withOwn(options, visit[key]).map((h) => <option key={h} value={h}>{clockOf(h)}</option>)}
      </Form.Select></span>
  );
  return (
    <li aria-label={`visit ${n}`}>
      <span><label htmlFor={`${id}-mark`}>off</label>
        <Form.Select id={`${id}-mark`} value={visit.mark_id} onChange={(e) => onChange({ mark_id: Number(e.target.value), typed_speed_m_s: null })}>
          {marks.map((m) => <option key={m.id} value={m.id}>{m.name}</option>)}
        </Form.Select></span>
      <span><label htmlFor={`${id}-date`}>on</label>
        <Form.Control id={`${id}-date`} type="date" value={visit.date} onChange={(e) => e.target.value && onChange({ date: e.target.value })} /></span>
      {hour("from_hour", "from", HOURS.slice(0, 24))}
      {hour("to_hour", "to", HOURS.slice(1))}
      <span><label htmlFor={`${id}-fish`}>for</label>
        <Form.Select id={`${id}-fish`} value={visit.fish} onChange={(e) => onChange({ fish: e.target.value })}>
          {fish.map((f) => <option key={f.key} value={f.key}>{f.name}</option>)}
        </Form.Select></span>
      {still && (
        <span><label htmlFor={`${id}-current`}>no tide there: in a current of</label>
          <Form.Control id={`${id}-current`} type="number" min={0} step={scale.step} defaultValue={visit.typed_speed_m_s == null ? "" : Number(scale.fromSi(visit.typed_speed_m_s).toFixed(2))}
                        onChange={(e) => onChange({ typed_speed_m_s: e.target.value === "" ? null : scale.toSi(Number(e.target.value)) })} /> {scale.unit}</span>
      )}
      {onRemove && <button type="button" className="plain" onClick={onRemove}>leave it out<span className="visually-hidden">, visit {n}</span></button>}
    </li>
  );
}
