// Heads on a gram scale, one after another: type what it says, Enter, the next.
import { useEffect, useRef, useState } from "react";
import type { Head } from "../../api/types";
import { plainWords, typedNumber } from "../../ui/typed";
import { grams, gramsOfOunces, ouncesText, text } from "../../ui/units";
import { shapeWords } from "../../ui/weight";
import { useGear } from "./use-gear";

export function WeighIn({ heads, onDone }: { heads: Head[]; onDone: () => void }) {
  // The order stays while weights change under it.
  const [order] = useState(() => heads.map((h) => h.id));
  const [at, setAt] = useState(0);
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState("");
  const { weigh } = useGear("heads");
  const input = useRef<HTMLInputElement>(null);
  const head = heads.find((h) => h.id === order[at]);
  useEffect(() => input.current?.focus(), [at]);
  const next = () => { setTyped(""); setSaid(""); setAt(at + 1); };
  const save = async () => {
    if (!head) return;
    if (typed.trim() === "") return next();
    const mass_g = typedNumber(typed);
    if (!(mass_g > 0 && mass_g <= 500)) return setSaid(`The scale's grams must be above 0 and at most 500, got ${typed}: read it again.`);
    try {
      await weigh.mutateAsync({ id: head.id, mass_g });
      next();
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  const printed = head?.printed_oz == null ? null : gramsOfOunces(head.printed_oz);
  const seen = typedNumber(typed) - (head?.hook_mass_g ?? 0);
  return (
    <section className="know-body weigh-in">
      {head ? (
        <form noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          <p>{at + 1} of {order.length}: {printed === null ? "" : `${ouncesText(head.printed_oz!)} oz `}<b>{shapeWords(head.shape)}</b>, {head.hook_size}, {head.material}. With its hook on the scale: about {head.hook_mass_g} g of it is the hook, and is taken off.</p>
          <label htmlFor="scale">The scale says, g</label>
          <input id="scale" ref={input} className="form-control" inputMode="decimal" autoComplete="off" value={typed} onChange={(e) => setTyped(e.target.value)} />
          <p role="status">{printed !== null && <>printed {text(grams(printed))}</>}{printed !== null && seen > 0 && <>, {seen >= printed ? "+" : "−"}{Math.abs(100 * (seen / printed - 1)).toFixed(0)} %</>}</p>
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">next <kbd>Enter</kbd></button>{" "}
          {head.weighed && printed !== null && <button type="button" className="plain" onClick={() => void weigh.mutateAsync({ id: head.id, mass_g: null }).then(next)}>as printed</button>}{" "}
          <button type="button" className="plain" onClick={onDone}>that will do</button>
        </form>
      ) : <p role="status">All weighed. <button type="button" className="do" onClick={onDone}>back to the box</button></p>}
      <ol className="weighed">{order.slice(0, at).map((id) => heads.find((h) => h.id === id)).filter((h) => h !== undefined).map((h) => (
        <li key={h.id}>{h.printed_oz ? `${ouncesText(h.printed_oz)} oz ` : ""}{shapeWords(h.shape)}: {h.weighed ? text(grams(h.mass_g)) : "as printed"}</li>
      ))}</ol>
    </section>
  );
}
