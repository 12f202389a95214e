// One rule: on or off, its weight, when it holds and what it asks for.
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import type { Rule } from "../../api/types";
import { said } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { typedNumber } from "../../ui/typed";

interface Props {
  rule: Rule;
  fired: boolean;
  onChange: (on: boolean, weight: number | null) => void;
  onRemove: (() => void) | undefined;
}

export function RuleRow({ rule, fired, onChange, onRemove }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const changed = rule.ships !== null && rule.weight !== rule.ships;
  const own = changed ? rule.weight : null;
  const weigh = () => {
    if (typed === null) return;
    const weight = typedNumber(typed);
    if (weight > 0 && weight <= 10) {
      setTyped(null);
      onChange(rule.on, weight === rule.ships ? null : weight);
    }
  };
  const units = useUnits();
  const says = said(rule.says.replace("{fish}", "fish"), units);
  const bad = typed !== null && !(typedNumber(typed) > 0 && typedNumber(typed) <= 10);
  return (
    <li className={`rule ${rule.on ? "" : "off"} ${fired ? "fired" : ""}`}>
      <Form.Check type="switch" id={`${id}-on`} checked={rule.on} aria-label={`${says} In force`} onChange={(e) => onChange(e.target.checked, own)} />
      <div className="rule-words">
        <label htmlFor={`${id}-on`}>{says}</label>
        <p>{said(clauses(rule), units)}{fired && <b> Holds today.</b>}</p>
      </div>
      <div className="rule-weight">
        <Form.Control aria-label={`points of: ${says}`} value={typed ?? String(rule.weight)} inputMode="decimal" isInvalid={bad}
                      onChange={(e) => setTyped(e.target.value)} onBlur={weigh} onKeyDown={(e) => { if (e.key === "Enter") weigh(); }} />
        {bad ? <small className="said">above 0, to 10</small>
          : changed ? <button type="button" className="plain" onClick={() => onChange(rule.on, null)}>ships {rule.ships}</button> : <small>points</small>}
        {onRemove && <button type="button" className="plain" onClick={onRemove}>remove</button>}
      </div>
    </li>
  );
}

function clauses(rule: Rule): string {
  const told = (list: Rule["when"]) => list.map((c) => `${c.name}: ${c.words}`).join(", ");
  const parts = [];
  if (rule.school) parts.push(`for the school ${rule.school.replace(":", ": ")}`);
  if (rule.when.length) parts.push(`when ${told(rule.when)}`);
  if (rule.fits.length) parts.push(`of outfits with ${told(rule.fits)}`);
  if (rule.wants.length) parts.push(`asks for ${told(rule.wants)}`);
  else parts.push(rule.avoids.length ? `warns of ${told(rule.avoids)}` : "counts by degrees, from the computed water");
  const all = parts.join("; ");
  return `${all.charAt(0).toUpperCase()}${all.slice(1)}.`;
}
