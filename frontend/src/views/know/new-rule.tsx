// A rule of one's own: a sentence, its points, when it holds, and what it asks for or warns of.
import { useId, useState } from "react";
import { Form, Modal } from "react-bootstrap";
import type { NewRule, Rules, Word } from "../../api/types";
import { plainWords, typedNumber } from "../../ui/typed";

interface Clause {
  key: string;
  words: string[];
  low: string;
  high: string;
}

const EMPTY: Clause = { key: "", words: [], low: "", high: "" };

export function NewRuleForm({ rules, add, onHide }: {
  rules: Rules; add: (body: NewRule) => Promise<unknown>; onHide: () => void;
}) {
  const id = useId();
  const [says, setSays] = useState("");
  const [weight, setWeight] = useState("1");
  const [when, setWhen] = useState<Clause>(EMPTY);
  const [side, setSide] = useState<"wants" | "avoids">("wants");
  const [gives, setGives] = useState<Clause>(EMPTY);
  const [said, setSaid] = useState("");
  const save = async () => {
    const asked = sent(gives, rules.features);
    if (!says.trim()) return setSaid("Write what the rule says: one sentence.");
    if (asked === null) return setSaid("Choose what it asks for: a feature and its values.");
    const fact = when.key ? sent(when, rules.facts) : undefined;
    if (fact === null) return setSaid("Choose the values of the fact, or leave the fact out.");
    const points = typedNumber(weight);
    if (!(points > 0 && points <= 10)) return setSaid(`Its points must be above 0 and at most 10, got ${weight || "nothing"}: 1 is usual.`);
    try {
      await add({ says: says.trim(), weight: points, when: fact === undefined ? {} : { [when.key]: fact }, fits: {}, wants: {}, avoids: {}, [side]: { [gives.key]: asked } });
      onHide();
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <Modal show onHide={onHide} aria-labelledby={`${id}-title`} centered scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id={`${id}-title`}>A rule of your own</Modal.Title></Modal.Header>
      <Modal.Body>
        <Form noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          <Form.Label htmlFor={`${id}-says`}>What it says</Form.Label>
          <Form.Control id={`${id}-says`} value={says} maxLength={200} onChange={(e) => setSays(e.target.value)} placeholder="{fish} stands for the fish's name" />
          <ClauseRow label="It holds when" none="always" known={rules.facts} clause={when} onChange={setWhen} />
          <Form.Label htmlFor={`${id}-side`}>It</Form.Label>
          <Form.Select id={`${id}-side`} value={side} onChange={(e) => setSide(e.target.value as typeof side)}>
            <option value="wants">asks for</option><option value="avoids">warns of</option>
          </Form.Select>
          <ClauseRow label="This feature" none="choose" known={rules.features} clause={gives} onChange={setGives} />
          <Form.Label htmlFor={`${id}-weight`}>Points, 0 to 10</Form.Label>
          <Form.Control id={`${id}-weight`} value={weight} inputMode="decimal" onChange={(e) => setWeight(e.target.value)} />
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">Add it</button>
        </Form>
      </Modal.Body>
    </Modal>
  );
}

function sent(clause: Clause, known: Word[]): boolean | string[] | number[] | null {
  const word = known.find((w) => w.key === clause.key);
  if (!word) return null;
  if (word.kind === "number") {
    const [low, high] = [typedNumber(clause.low), typedNumber(clause.high)];
    return Number.isFinite(low) && Number.isFinite(high) ? [low, high] : null;
  }
  if (word.kind === "flag") return clause.words[0] === undefined ? null : clause.words[0] === "yes";
  return clause.words.length ? clause.words : null;
}

function ClauseRow({ label, none, known, clause, onChange }: {
  label: string; none: string; known: Word[]; clause: Clause; onChange: (c: Clause) => void;
}) {
  const id = useId();
  const word = known.find((w) => w.key === clause.key);
  const words = word?.kind === "flag" ? ["yes", "no"] : (word?.words ?? []);
  const flip = (one: string) => onChange({
    ...clause,
    words: word?.kind === "flag" ? [one] : clause.words.includes(one) ? clause.words.filter((w) => w !== one) : [...clause.words, one],
  });
  return (
    <div className="clause">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Select id={id} value={clause.key} onChange={(e) => onChange({ ...EMPTY, key: e.target.value })}>
        <option value="">{none}</option>
        {known.map((w) => <option key={w.key} value={w.key}>{w.name}</option>)}
      </Form.Select>
      {word?.kind === "number" ? (
        <span className="number-row">
          <Form.Control aria-label={`${word.name} from`} value={clause.low} inputMode="decimal" onChange={(e) => onChange({ ...clause, low: e.target.value })} />
          to
          <Form.Control aria-label={`${word.name} to`} value={clause.high} inputMode="decimal" onChange={(e) => onChange({ ...clause, high: e.target.value })} />
          {word.unit}
        </span>
      ) : words.length > 0 && (
        <span className="clause-words" role="group" aria-label={word?.name}>
          {words.map((w) => <button key={w} type="button" aria-pressed={clause.words.includes(w)} onClick={() => flip(w)}>{w.replaceAll("-", " ")}</button>)}
        </span>
      )}
    </div>
  );
}
