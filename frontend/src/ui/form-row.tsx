// A labelled line of a form: typed, or one of a list.
import { Form } from "react-bootstrap";

interface Row {
  id: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
}

export function Line({ id, label, value, onChange, note, number, invalid }: Row & {
  note?: string; number?: boolean; invalid?: boolean;
}) {
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control id={id} value={value} autoComplete="off" placeholder={note} isInvalid={invalid ?? false}
                    inputMode={number ? "decimal" : undefined} onChange={(e) => onChange(e.target.value)} />
    </div>
  );
}

export function Pick({ id, label, value, onChange, options }: Row & { options: readonly string[] }) {
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Select id={id} value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map((o) => <option key={o}>{o}</option>)}
      </Form.Select>
    </div>
  );
}

/** One of the box's own rows, by its id. */
export function PickRow({ id, label, value, onChange, rows }: Row & { rows: readonly { id: number; name: string }[] }) {
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Select id={id} value={value} onChange={(e) => onChange(e.target.value)}>
        <option value="">choose</option>
        {rows.map((row) => <option key={row.id} value={row.id}>{row.name}</option>)}
      </Form.Select>
    </div>
  );
}
