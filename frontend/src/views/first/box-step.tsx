// What lies in the box, by tapping: heads as they are carded, plastics by look and length.
import { useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { HOOK_SIZES, LOOKS, SHAPES, WIRES } from "../../api/vocabulary";
import { changed } from "../../api/rests";
import { saveGear } from "../../api/gear";
import { MM_PER_SIXTEENTH, gramsOfOunces, ouncesFromGrams, ouncesText } from "../../base/units";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { Chips } from "../../ui/chips";
import { plainWords } from "../../ui/typed";
import { shapeWords } from "../../ui/weight";

const OUNCES = [1 / 16, 1 / 8, 3 / 16, 1 / 4, 3 / 8, 1 / 2, 3 / 4, 1, 1.5, 2];
const GRAMS = [2, 3.5, 5, 7, 10, 14, 18, 21, 28, 42, 56];
const INCHES = [2, 2.5, 3, 4, 5, 6, 7];
const MILLIMETRES = [50, 65, 75, 90, 100, 125, 150, 180];
const A_CARD = 5;

const toggled = <T,>(list: readonly T[], value: T): T[] => (list.includes(value) ? list.filter((v) => v !== value) : [...list, value]);

export function HeadsStep() {
  const units = useUnits();
  const queries = useQueryClient();
  const { box } = useChosen();
  const inOunces = units.head_unit === "oz";
  const weights = inOunces ? OUNCES.map((oz) => ({ value: oz, words: `${ouncesText(oz)} oz` })) : GRAMS.map((g) => ({ value: ouncesFromGrams(g), words: `${g} g` }));
  const [chosen, setChosen] = useState<number[]>([]);
  const [shape, setShape] = useState("ball");
  const [hook, setHook] = useState("2/0");
  const [wire, setWire] = useState<string>("medium");
  const [said, setSaid] = useState("");
  const [adding, setAdding] = useState(false);
  const add = async () => {
    setAdding(true);
    try {
      for (const oz of [...chosen].sort((a, b) => a - b)) {
        // In grams the packet prints grams: kept as the ounces that they are.
        await saveGear("heads", null, { printed_oz: Number(oz.toFixed(5)), mass_g: null, shape, material: "lead", hook_size: hook, hook_wire: wire, keeper: "wire barb", keeper_takes_mm: 0, carried: A_CARD });
      }
      setChosen([]);
      setSaid("");
    } catch (error) {
      setSaid(plainWords(error));
    }
    await changed(queries, "box");
    setAdding(false);
  };
  return (
    <div>
      <p className="first-ask">Heads: tap every weight you have of one shape and hook.</p>
      <Chips label="weights" options={weights} chosen={chosen} onTap={(oz) => setChosen((c) => toggled(c, oz))} />
      <Chips label="shape" options={Object.keys(SHAPES).map((key) => ({ value: key, words: shapeWords(key) }))} chosen={[shape]} onTap={setShape} />
      <Chips label="hook" options={HOOK_SIZES.map((size) => ({ value: size as string, words: size }))} chosen={[hook]} onTap={setHook} />
      <Chips label="wire of the hook" options={WIRES.map((w) => ({ value: w as string, words: `${w} wire` }))} chosen={[wire]} onTap={setWire} />
      <p role="alert" className="said">{said}</p>
      <button type="button" className="do" disabled={adding || chosen.length === 0} onClick={() => void add()}>
        {adding ? "Putting them in …" : chosen.length === 0 ? "Tap the weights first" : `Put ${chosen.length === 1 ? "it" : `these ${chosen.length}`} in, ${A_CARD} of each`}
      </button>
      <span role="status" className="first-have">{box.heads.length > 0 && ` ${box.heads.length} ${box.heads.length === 1 ? "kind" : "kinds"} of head in the box: ${box.heads.map((h) => (inOunces ? `${ouncesText(h.printed_oz ?? ouncesFromGrams(h.mass_g))} oz` : `${(h.printed_oz ? gramsOfOunces(h.printed_oz) : h.mass_g).toFixed(0)} g`)).join(", ")}`}</span>
      <p className="sheet-note">Their hooks, wires and real weights are taken as usual until you measure and weigh them. Lead: wash your hands, keep it from food and children.</p>
    </div>
  );
}

export function PlasticsStep() {
  const units = useUnits();
  const queries = useQueryClient();
  const { box } = useChosen();
  const inInches = units.small_unit === "in";
  const lengths = (inInches ? INCHES : MILLIMETRES).map((v) => ({ value: inInches ? v * 16 * MM_PER_SIXTEENTH : v, words: inInches ? `${v} in` : `${v} mm` }));
  const [look, setLook] = useState<string>("paddle");
  const [long, setLong] = useState<number | null>(null);
  const [said, setSaid] = useState("");
  const add = async (length_mm: number) => {
    setLong(length_mm);
    const words = lengths.find((l) => l.value === length_mm)!.words;
    const names = new Set(box.plastics.map((p) => p.name));
    let name = `${words} ${look}`;
    for (let i = 2; names.has(name); i++) name = `${words} ${look}, ${i}`;
    try {
      await saveGear("plastics", null, { name, look, material: "plastisol", colour: "", length_mm: Number(length_mm.toFixed(2)), carried: A_CARD, condition: "new" });
      setSaid("");
    } catch (error) {
      setSaid(plainWords(error));
    }
    await changed(queries, "box");
    setLong(null);
  };
  return (
    <div>
      <p className="first-ask">Plastics: what it looks like, then tap its length.</p>
      <Chips label="look" options={LOOKS.map((l) => ({ value: l as string, words: l }))} chosen={[look]} onTap={setLook} />
      <Chips label="length" options={lengths} chosen={long === null ? [] : [long]} onTap={(mm) => void add(mm)} />
      <p role="alert" className="said">{said}</p>
      <span role="status" className="first-have">{box.plastics.length > 0 && `In the box: ${box.plastics.map((p) => p.name).join(", ")}`}</span>
      <p className="sheet-note">Width, height and weight are taken as usual of its look, and marked so, until you measure it.</p>
    </div>
  );
}
