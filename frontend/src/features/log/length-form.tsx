// The length of a fish, when it is known: centimetres or inches.
import { useId, useState } from "react";
import { typedNumber } from "../../ui/typed";
import { handScale } from "../../base/units";
import { useUnits } from "../question/use-units";

export function LengthForm({ onSet }: { onSet: (length_cm: number) => void }) {
  const id = useId();
  const scale = handScale(useUnits());
  const [typed, setTyped] = useState("");
  const cm = scale.toSi(typedNumber(typed, scale.unit));
  return (
    <form className="length-form" onSubmit={(e) => { e.preventDefault(); if (cm > 0 && cm <= 400) onSet(Math.round(cm * 10) / 10); }}>
      <label htmlFor={id}>length, {scale.unit}</label>
      <input id={id} className="form-control" inputMode="decimal" value={typed} onChange={(e) => setTyped(e.target.value)} />
      <button type="submit" className="plain">add it</button>
    </form>
  );
}
