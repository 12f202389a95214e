// Typing one number with its unit. What was typed stays in the box when it is refused.
import { typedNumber } from "./typed";
import { useId, useState, type ReactNode } from "react";
import { Form } from "react-bootstrap";
import type { Scale } from "../base/units";

interface Props {
  label: string;
  scale: Scale;
  value: number | null;
  /** bounds in what is stored, and what is said when they are broken */
  above?: number;
  low?: number;
  high: number;
  remedy: string;
  digits?: number;
  onSet: (si: number) => void;
  /** back to what Ilha predicts or assumes */
  onClear?: () => void;
  clearWords?: string;
  children?: ReactNode;
}

export function refusal(p: Pick<Props, "label" | "scale" | "above" | "low" | "high" | "remedy">,
                        typed: string): string | null {
  const unit = p.scale.unit ? ` ${p.scale.unit}` : "";
  const shown = (si: number) => `${Number(p.scale.fromSi(si).toFixed(2))}${unit}`;
  const number = typedNumber(typed, p.scale.unit);
  if (!Number.isFinite(number)) {
    return `${p.label} must be a number, got “${typed}”: ${p.remedy}`;
  }
  const si = p.scale.toSi(number);
  const got = /[^\d\s.,/+-]/.test(typed) ? typed : `${typed}${unit}`;
  if (p.above !== undefined && si <= p.above) {
    return `${p.label} must be above ${shown(p.above)}, got ${got}: ${p.remedy}`;
  }
  if (p.low !== undefined && si < p.low) {
    return `${p.label} must be at least ${shown(p.low)}, got ${got}: ${p.remedy}`;
  }
  if (si > p.high) return `${p.label} must be at most ${shown(p.high)}, got ${got}: ${p.remedy}`;
  return null;
}

export function NumberSheet(props: Props) {
  const { scale, value, digits = 2 } = props;
  const [typed, setTyped] = useState(
    value === null ? "" : String(Number(scale.fromSi(value).toFixed(digits))),
  );
  const [said, setSaid] = useState<string | null>(null);
  const id = useId();
  return (
    <Form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const wrong = refusal(props, typed);
        setSaid(wrong);
        if (!wrong) props.onSet(scale.toSi(typedNumber(typed, scale.unit)));
      }}
    >
      <Form.Label htmlFor={id}>{props.label}</Form.Label>
      <div className="number-row">
        <Form.Control
          id={id}
          data-first
          inputMode="decimal"
          autoComplete="off"
          value={typed}
          isInvalid={said !== null}
          aria-describedby={`${id}-said`}
          onChange={(e) => setTyped(e.target.value)}
          onFocus={(e) => e.target.select()}
          onKeyDown={(e) => {
            const step = { ArrowUp: scale.step, ArrowDown: -scale.step }[e.key];
            const now = typedNumber(typed, scale.unit);
            if (step === undefined || !Number.isFinite(now)) return;
            e.preventDefault();
            setTyped(String(Number((now + step).toFixed(3))));
          }}
        />
        <span>{scale.unit}</span>
        <button type="submit" className="do">Set</button>
      </div>
      <p id={`${id}-said`} role="alert" className="said">{said}</p>
      {props.children}
      {props.onClear && (
        <button type="button" className="plain" onClick={props.onClear}>{props.clearWords}</button>
      )}
    </Form>
  );
}
