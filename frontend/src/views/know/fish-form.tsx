// A fish's facts, to change or to add.
import { useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { client, unwrap } from "../../api/client";
import type { Fish, FishBook, NewFish } from "../../api/types";
import { Line, Pick } from "../../ui/form-row";
import { plainWords, typedNumber } from "../../ui/typed";
import { KG_SCALE, smallScale, temperatureScale, type Scale, type Units } from "../../base/units";
import { useUnits } from "../../features/question/use-units";

const PICKS: [keyof NewFish, string, string[]][] = [
  ["feeds", "Feeds", ["bottom", "low", "mid", "suspended", "top"]],
  ["mouth", "Mouth", ["small", "middling", "large"]],
  ["hardness", "Its mouth is", ["soft", "firm", "bony"]],
  ["teeth", "Teeth", ["none", "small", "crushing", "sharp"]],
  ["takes", "Takes", ["drop", "inhale", "tail-biter", "chase"]],
  ["strength", "Strength", ["light", "medium", "strong", "very-strong"]],
  ["runs", "Runs", ["open", "down", "structure"]],
  ["holds", "Keeps to", ["none", "sand", "mud", "grass", "rock", "reef", "oyster", "structure", "snags"]],
];

const BLANK: NewFish = {
  name: "", scientific: "", feeds: "low", mouth: "middling", hardness: "firm", teeth: "none", takes: "inhale", strength: "medium", usual_kg: 1.5,
  runs: "open", holds: "none", comfort_low_c: 10, comfort_high_c: 24, forage_low_mm: 40, forage_high_mm: 100, eats: ["fish"], minds: [],
};

/** What is sent of a fish: its facts alone. */
export const factsOf = (fish: Fish): NewFish =>
  Object.fromEntries(Object.keys(BLANK).map((key) => [key, fish[key as keyof NewFish]])) as unknown as NewFish;

const NUMBERS = ["usual_kg", "comfort_low_c", "comfort_high_c", "forage_low_mm", "forage_high_mm"] as const;

const scaleOf = (key: (typeof NUMBERS)[number], units: Units): Scale => (key.endsWith("_c") ? temperatureScale(units) : key.endsWith("_kg") ? KG_SCALE : smallScale(units));
const shownAs = (value: number, scale: Scale): string => String(Number(scale.fromSi(value).toFixed(scale.unit === "in" ? 2 : 1)));

function typedOf(from: NewFish, units: Units): Record<string, string> {
  return {
    ...Object.fromEntries(PICKS.map(([key]) => [key, String(from[key])])), name: from.name, scientific: from.scientific,
    ...Object.fromEntries(NUMBERS.map((key) => [key, shownAs(from[key], scaleOf(key, units))])),
  };
}

export function FishForm({ fish, book, onHide, onSaved }: {
  fish: Fish | null; book: FishBook; onHide: () => void; onSaved: () => void;
}) {
  const units = useUnits();
  const from: NewFish = fish ?? BLANK;
  const [typed, setTyped] = useState(() => typedOf(from, units));
  const [lists, setLists] = useState({ eats: fish?.eats ?? BLANK.eats, minds: fish?.minds ?? [] });
  const [said, setSaid] = useState("");
  const set = (key: string) => (value: string) => setTyped((t) => ({ ...t, [key]: value }));
  const flip = (key: "eats" | "minds", one: string) => setLists((l) => ({ ...l, [key]: l[key].includes(one) ? l[key].filter((x) => x !== one) : [...l[key], one] }));
  const save = async () => {
    // What stays as it was shown is not rounded to what was shown.
    const numbers = Object.fromEntries(NUMBERS.map((key) => {
      const scale = scaleOf(key, units);
      return [key, typed[key] === shownAs(from[key], scale) ? from[key] : scale.toSi(typedNumber(typed[key], scale.unit))];
    }));
    const missing = Object.entries(numbers).find(([, value]) => !Number.isFinite(value));
    if (missing) return setSaid("Its weight, warmth and what it eats are numbers: enter both ends.");
    const body = { ...BLANK, ...typed, ...numbers, ...lists } as NewFish;
    try {
      await unwrap(fish ? client.PUT("/api/fish/{key}", { params: { path: { key: fish.key } }, body }) : client.POST("/api/fish", { body }));
      onSaved();
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <Modal show onHide={onHide} aria-labelledby="fish-title" centered scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id="fish-title">{fish ? fish.name : "A fish that is missing"}</Modal.Title></Modal.Header>
      <Modal.Body>
        <Form noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          <Line id="fish-name" label="Name" value={typed["name"]!} onChange={set("name")} />
          <Line id="fish-scientific" label="Scientific name" value={typed["scientific"]!} onChange={set("scientific")} />
          {PICKS.map(([key, label, options]) => <Pick key={key} id={`fish-${key}`} label={label} value={typed[key]!} options={options} onChange={set(key)} />)}
          <Line id="fish-kg" label={`One of usual size weighs, ${KG_SCALE.unit}`} number value={typed["usual_kg"]!} onChange={set("usual_kg")} />
          <Line id="fish-low" label={`Feeds from, ${units.temperature_unit}`} number value={typed["comfort_low_c"]!} onChange={set("comfort_low_c")} />
          <Line id="fish-high" label={`to, ${units.temperature_unit}`} number value={typed["comfort_high_c"]!} onChange={set("comfort_high_c")} />
          <Line id="fish-forage-low" label={`Eats from, ${units.small_unit}`} number value={typed["forage_low_mm"]!} onChange={set("forage_low_mm")} />
          <Line id="fish-forage-high" label={`to, ${units.small_unit}`} number value={typed["forage_high_mm"]!} onChange={set("forage_high_mm")} />
          <Words label="Eats" known={book.eats} chosen={lists.eats} onFlip={(one) => flip("eats", one)} />
          <Words label="Mind" known={book.minds.map((m) => m.name)} chosen={lists.minds} onFlip={(one) => flip("minds", one)} />
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">{fish ? "Save" : "Add it"}</button>
        </Form>
      </Modal.Body>
    </Modal>
  );
}

function Words({ label, known, chosen, onFlip }: { label: string; known: string[]; chosen: string[]; onFlip: (one: string) => void }) {
  return (
    <div className="clause-words" role="group" aria-label={label}>
      <span>{label}</span>
      {known.map((w) => <button key={w} type="button" aria-pressed={chosen.includes(w)} onClick={() => onFlip(w)}>{w}</button>)}
    </div>
  );
}
