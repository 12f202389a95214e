// The head's own hook, measured: it replaces what is typical of its size.
import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import { client, unwrap } from "../../api/client";
import { changed } from "../../api/rests";
import type { Head } from "../../api/types";
import { Line } from "../../ui/form-row";
import { plainWords, typedNumber } from "../../ui/typed";
import { small, smallScale, text, type Units } from "../../base/units";

const FIELDS = [
  { key: "straight_mm", label: "Rear of the head to the bend", of: "hook_straight_mm" },
  { key: "gape_mm", label: "Gape, shank to point", of: "hook_gape_mm" },
  { key: "wire_mm", label: "Wire", of: "hook_wire_mm" },
] as const;

export function MeasureHook({ head, units }: { head: Head; units: Units }) {
  const queries = useQueryClient();
  const scale = smallScale(units);
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [said, setSaid] = useState("");
  const id = useId();
  const value = (f: (typeof FIELDS)[number]) => typed[f.key] ?? String(Number(scale.fromSi(head[f.of]).toFixed(3)));
  const save = async () => {
    const numbers = Object.fromEntries(FIELDS.map((f) => [f.key, scale.toSi(typedNumber(value(f), scale.unit))]));
    const bad = FIELDS.find((f) => !Number.isFinite(numbers[f.key]));
    if (bad) return setSaid(`${bad.label} must be a number, got “${value(bad)}”: correct it`);
    try {
      await unwrap(client.PUT("/api/heads/{row_id}/hook", {
        params: { path: { row_id: head.id } },
        body: numbers as { straight_mm: number; gape_mm: number; wire_mm: number },
      }));
      setSaid("");
      setOpen(false);
      await changed(queries, "box");
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <div className="measure-hook">
      <p className="left-out">
        {head.hook_measured ? `This head's ${head.hook_size} is as you measured it: ${text(small(head.hook_straight_mm, units, 1))} to the bend. `
          : "There is no standard for hook sizes: these are typical dimensions from memory. "}
        <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>measure this head's hook</button>
      </p>
      {open && (
        <Form className="mark-form" noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          {FIELDS.map((f) => (
            <Line key={f.key} id={`${id}-${f.key}`} label={`${f.label}, ${scale.unit}`} value={value(f)} number
                  onChange={(v) => setTyped((t) => ({ ...t, [f.key]: v }))} />
          ))}
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">As measured</button>
        </Form>
      )}
    </div>
  );
}
