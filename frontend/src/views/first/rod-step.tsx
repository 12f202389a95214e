// The rod by what is printed on it, the line by its strength.
import { useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { changed } from "../../api/rests";
import { saveGear } from "../../api/gear";
import { newtonsOfKg, strengthScale, strengthText } from "../../base/units";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { Chips } from "../../ui/chips";
import { plainWords } from "../../ui/typed";

const RODS = [[2, 10], [5, 20], [7, 28], [10, 35], [15, 50], [20, 80], [40, 120]].map(([low, high]) => ({ low: low!, high: high! }));
const POUNDS = [8, 10, 15, 20, 30, 40];
const KILOS = [4, 5, 7, 9, 14, 18];
const KINDS = ["braid", "nylon", "fluorocarbon"];

export function RodStep() {
  const units = useUnits();
  const queries = useQueryClient();
  const { box } = useChosen();
  const [kind, setKind] = useState("braid");
  const [said, setSaid] = useState("");
  // Packets say pounds where heads are printed in ounces, whatever else is metric.
  const inPounds = units.strength_unit === "lb" || units.head_unit === "oz";
  const pounds = strengthScale({ ...units, strength_unit: "lb" });
  const save = async (of: "rods" | "lines", typed: Record<string, unknown>) => {
    try {
      await saveGear(of, null, typed);
      setSaid("");
    } catch (error) {
      setSaid(plainWords(error));
    }
    await changed(queries, "box");
  };
  const strengths = inPounds ? POUNDS.map((lb) => ({ value: pounds.toSi(lb), words: `${lb} lb` })) : KILOS.map((kg) => ({ value: kg, words: `${kg} kg` }));
  return (
    <div>
      <p className="first-ask">What does the rod throw, as printed on it?</p>
      <Chips label="rod" options={RODS.map(({ low, high }, i) => ({ value: i, words: `${low} to ${high} g` }))}
             chosen={RODS.flatMap((r, i) => (box.rods.some((rod) => rod.lure_min_g === r.low && rod.lure_max_g === r.high) ? [i] : []))}
             onTap={(i) => void save("rods", { name: `rod, ${RODS[i]!.low} to ${RODS[i]!.high} g`, lure_min_g: RODS[i]!.low, lure_max_g: RODS[i]!.high })} />
      <p className="first-ask">What line is on it?</p>
      <Chips label="kind of line" options={KINDS.map((k) => ({ value: k, words: k }))} chosen={[kind]} onTap={setKind} />
      <Chips label="strength" options={strengths} chosen={strengths.filter((s) => box.lines.some((l) => Math.abs(l.strength_kg - s.value) < 0.01 && l.kind === kind)).map((s) => s.value)}
             onTap={(kg) => void save("lines", { name: `${strengths.find((s) => s.value === kg)!.words} ${kind}`, kind, strength_kg: Number(kg.toFixed(3)) })} />
      <p role="alert" className="said">{said}</p>
      <span role="status" className="first-have">{[...box.rods.map((r) => r.name), ...box.lines.map((l) => `${l.name}, holds ${strengthText(newtonsOfKg(l.strength_kg), units)}`)].join("; ")}</span>
      <p className="sheet-note">Its casts and the line&apos;s diameter are taken as usual of their kind until you measure one.</p>
    </div>
  );
}
