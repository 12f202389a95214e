// It is not straight: what one sees, the cause, and the corrected mark.
import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Modal } from "react-bootstrap";
import { straightQuery } from "../../api/day";
import type { Findings } from "../../api/types";
import { Line } from "../../ui/form-row";
import { plainWords, typedNumber } from "../../ui/typed";
import { small, smallScale, text, type Units } from "../../base/units";

const SEEN = [
  { key: "gap_mm", label: "Gap behind the head", note: "" },
  { key: "bunch_mm", label: "Bunched, longer than the shank by", note: "" },
  { key: "bend_mm", label: "Stands up at the exit by", note: "minus: down" },
  { key: "side_mm", label: "Out to the right of the centre line by", note: "minus: to the left" },
  { key: "nose_mm", label: "Entered above the middle of the nose by", note: "minus: below" },
  { key: "roll_deg", label: "Rolled about the shank by, degrees", note: "minus: to the left" },
] as const;

export function Crooked({ exit, units, onHide }: { exit: number; units: Units; onHide: () => void }) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const id = useId();
  const scale = smallScale(units);
  const numbers = Object.fromEntries(
    SEEN.map(({ key }) => {
      const value = (typed[key] ?? "").trim() === "" ? 0 : typedNumber(typed[key]);
      return [key, key === "roll_deg" ? value : scale.toSi(value)];
    }));
  const bad = SEEN.find(({ key }) => !Number.isFinite(numbers[key]));
  const { data, error } = useQuery({ ...straightQuery({ exit_mm: exit, ...numbers }), enabled: !bad, retry: false });
  return (
    <Modal show onHide={onHide} aria-labelledby={`${id}-title`} centered scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id={`${id}-title`}>It is not straight</Modal.Title></Modal.Header>
      <Modal.Body>
        <p className="sheet-note">Look along it from above and from the side. In {scale.unit === "mm" ? "millimetres" : "inches"}; the hook came out at {text(small(exit, units))}.</p>
        {SEEN.map(({ key, label, note }) => (
          <Line key={key} id={`${id}-${key}`} label={label} value={typed[key] ?? ""} note={note} number invalid={bad?.key === key}
                onChange={(v) => setTyped((t) => ({ ...t, [key]: v }))} />
        ))}
        <p role="alert" className="said">
          {bad ? `${bad.label} must be a number, got “${typed[bad.key]}”: correct it` : error && plainWords(error)}
        </p>
        {data && !bad && !error && <Said findings={data.findings} units={units} />}
      </Modal.Body>
    </Modal>
  );
}

function Said({ findings, units }: { findings: Findings["findings"]; units: Units }) {
  if (findings.length === 0) return <p role="status">Straight as far as that goes. Draw it through clear water beside you and watch it run.</p>;
  return (
    <ol className="findings" role="status">
      {findings.map((f) => <li key={f.code}>{correction(f, units)}</li>)}
    </ol>
  );
}

export function correction(f: Findings["findings"][number], units: Units): string {
  const by = text(small(Math.abs(f.move_mm ?? 0), units, 1));
  const at = text(small(f.exit_mm, units, 1));
  switch (f.code) {
    case "exit-forward": return `Out too far forward. Mark again at ${at}, ${by} farther back.`;
    case "exit-back": return `Out too far back. Mark again at ${at}, ${by} nearer the head.`;
    case "keeper-holds": return `The keeper holds the body back, not the mark. Push it over the keeper; the mark at ${at} stands.`;
    case "bent-up": return `The shank runs too deep at the exit. Come out ${by} nearer the back.`;
    case "bent-down": return `The shank runs too shallow at the exit. Keep ${by} more body over it.`;
    case "off-centre": return `Out beside the centre line. Come out ${by} to the ${(f.move_mm ?? 0) > 0 ? "right" : "left"} of where it did.`;
    case "nose-off-centre": return `Entered off the middle of the nose. Enter ${by} ${(f.move_mm ?? 0) > 0 ? "higher" : "lower"}.`;
    default: return `The body is wound on to the shank. Back the hook out and turn it ${Math.abs(f.turn_deg ?? 0).toFixed(0)}° to the ${(f.turn_deg ?? 0) > 0 ? "right" : "left"} before it goes through.`;
  }
}
