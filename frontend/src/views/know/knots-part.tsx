// Knots, step by step, with the turns that the line on the rod wants and what each leaves of it.
import { useState } from "react";
import type { Reference } from "../../api/types";
import { KnotScene } from "../../drawing/scenes/knot-scene";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { newtonsOfKg, strengthText, type Units } from "../../base/units";

type Knot = Reference["knots"][number];

/** Turns on a line that holds so much; the last for all above. */
export const turnsOn = (knot: Pick<Knot, "turns">, kg: number): number =>
  (knot.turns.find((t) => kg <= t.to_kg) ?? knot.turns[knot.turns.length - 1]!).turns;

function turnsWords(knot: Knot, units: Units): string {
  if (knot.turns.length === 1) return `${knot.turns[0]!.turns} turns`;
  return knot.turns.map((t, i) => {
    const last = i === knot.turns.length - 1;
    const kg = last ? knot.turns[i - 1]!.to_kg : t.to_kg;
    return `${t.turns} ${last ? "above" : `to ${strengthText(newtonsOfKg(kg), units)}`}`;
  }).join(", ");
}

export function KnotsPart() {
  const { reference, line } = useChosen();
  // A reference kept from before the knots came has none.
  const knots = reference.knots ?? [];
  const units = useUnits();
  const [at, setAt] = useState(0);
  const knot = knots[at] ?? knots[0];
  if (!knot) return null;
  // Without a line the usual leader.
  const kg = line?.strength_kg ?? 9;
  const turns = turnsOn(knot, kg);
  return (
    <section className="know-body">
      <div className="know-pages" role="group" aria-label="which knot">
        {knots.map((k, i) => <button key={k.key} type="button" aria-pressed={k === knot} onClick={() => setAt(i)}>{k.name}</button>)}
      </div>
      <p className="know-lead">{knot.says} It leaves about {Math.round(knot.strength * 100)} % of the line: judgement, until yours is tested. Turns: {turnsWords(knot, units)}; drawn for {strengthText(newtonsOfKg(kg), units)}.</p>
      <ol className="knot-steps" aria-label={knot.name}>
        {knot.steps.map((step, i) => {
          const says = step.says.replace("{turns}", String(turns));
          return (
            <li key={step.says}>
              <span className="step-number">{i + 1}</span>
              <KnotScene strokes={step.strokes} turns={turns} words={`${knot.name}, step ${i + 1}`} />
              <p>{says}</p>
            </li>
          );
        })}
      </ol>
      <p className="caution">Wet every knot before you pull it: dry it burns itself. Pull with the line round a glove or a stick, not round a bare finger: braid cuts. Hooks: point away from you. Throw no ends into the water.</p>
    </section>
  );
}
