// Heads or plastics on a gram scale, one after another: type what it says, Enter, the next.
import { useEffect, useRef, useState } from "react";
import type { Head, Plastic, Settings } from "../../api/types";
import { plainWords, typedNumber } from "../../ui/typed";
import { grams, gramsOfOunces, text } from "../../base/units";
import { headWords } from "./kinds";
import { useGear } from "./use-gear";

/** One thing to weigh. said_g : what it says of itself without a scale, null where nothing does. */
interface Weighed {
  id: number;
  name: string;
  about: string;
  said_g: number | null;
  /** taken off what the scale says */
  hook_g: number;
  mass_g: number;
  weighed: boolean;
}

interface Props {
  kind: "heads" | "plastics";
  things: Weighed[];
  /** where its weight comes from without a scale: "printed" */
  says: string;
  onDone: () => void;
}

export const weighedHead = (h: Head, s: Settings): Weighed => ({
  id: h.id, name: headWords(h, s), hook_g: h.hook_mass_g, mass_g: h.mass_g, weighed: h.weighed,
  said_g: h.printed_oz == null ? null : gramsOfOunces(h.printed_oz),
  about: `${h.hook_size}, ${h.material}. With its hook on the scale: about ${h.hook_mass_g} g of it is the hook, and is taken off.`,
});

export const weighedPlastic = (p: Plastic): Weighed => ({
  id: p.id, name: p.name, hook_g: 0, mass_g: p.mass_g, weighed: p.weighed, said_g: p.shape_g,
  about: `${[p.material, p.colour].filter(Boolean).join(", ")}. Dry, without hook or head.`,
});

export function WeighIn({ kind, things, says, onDone }: Props) {
  // The order stays while weights change under it.
  const [order] = useState(() => things.map((t) => t.id));
  const [at, setAt] = useState(0);
  const [typed, setTyped] = useState("");
  const [said, setSaid] = useState("");
  const { weigh } = useGear(kind);
  const input = useRef<HTMLInputElement>(null);
  const thing = things.find((t) => t.id === order[at]);
  useEffect(() => input.current?.focus(), [at]);
  const next = () => { setTyped(""); setSaid(""); setAt(at + 1); };
  const save = async () => {
    if (!thing) return;
    if (typed.trim() === "") return next();
    const mass_g = typedNumber(typed, "g");
    if (!(mass_g > 0 && mass_g <= 500)) return setSaid(`The scale's grams must be above 0 and at most 500, got ${typed}: read it again.`);
    try {
      await weigh.mutateAsync({ id: thing.id, mass_g });
      next();
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  const said_g = thing?.said_g ?? null;
  const seen = typedNumber(typed, "g") - (thing?.hook_g ?? 0);
  return (
    <section className="know-body weigh-in">
      {thing ? (
        <form noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          <p>{at + 1} of {order.length}: <b>{thing.name}</b>, {thing.about}</p>
          <label htmlFor="scale">The scale says, g</label>
          <input id="scale" ref={input} className="form-control" inputMode="decimal" autoComplete="off" value={typed} onChange={(e) => setTyped(e.target.value)} />
          <p role="status">{said_g !== null && <>{says} {text(grams(said_g))}</>}{said_g !== null && seen > 0 && <>, {seen >= said_g ? "+" : "−"}{Math.abs(100 * (seen / said_g - 1)).toFixed(0)} %</>}</p>
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">next <kbd>Enter</kbd></button>{" "}
          {thing.weighed && said_g !== null && <button type="button" className="plain" onClick={() => void weigh.mutateAsync({ id: thing.id, mass_g: null }).then(next)}>as {says}</button>}{" "}
          <button type="button" className="plain" onClick={onDone}>that will do</button>
        </form>
      ) : <p role="status">All weighed. <button type="button" className="do" onClick={onDone}>back to the box</button></p>}
      <ol className="weighed">{order.slice(0, at).map((id) => things.find((t) => t.id === id)).filter((t) => t !== undefined).map((t) => (
        <li key={t.id}>{t.name}: {t.weighed ? text(grams(t.mass_g)) : `as ${says}`}</li>
      ))}</ol>
    </section>
  );
}
