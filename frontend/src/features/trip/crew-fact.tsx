// Who comes along, and with which rods: what they tie on is chosen for them too.
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import type { Mate } from "../../api/types";
import { Fact } from "../../ui/fact";
import { useChosen } from "../question/question";
import { idsOf } from "./crew";

interface Props {
  crew: Mate[];
  onChange: (crew: Mate[]) => void;
}

const MOST = 4;

export function CrewFact({ crew, onChange }: Props) {
  const words = crew.length === 0 ? "alone" : `with ${crew.map((mate) => mate.name).join(" and ")}`;
  return (
    <Fact label="who comes along" words={words} source={crew.length === 0 ? "assumed" : "chosen"}>
      {(close) => (
        <>
          {crew.map((mate, i) => <MatePart key={mate.name} mate={mate} onChange={(next) => onChange(next ? crew.map((one, k) => (k === i ? next : one)) : crew.filter((_, k) => k !== i))} />)}
          {crew.length < MOST && <NewMate crew={crew} onAdd={(mate) => onChange([...crew, mate])} />}
          <p className="sheet-note">Each with rods of their own; heads, plastics and lines are of the one box. A trip chooses what they tie on for the best moment at each mark; packing counts their rigs with yours, half hour by half hour.</p>
          <button type="button" className="do" onClick={close}>Done</button>
        </>
      )}
    </Fact>
  );
}

function MatePart({ mate, onChange }: { mate: Mate; onChange: (next: Mate | null) => void }) {
  const { box } = useChosen();
  const chosen = idsOf(mate);
  const flip = (id: number) => {
    const next = chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id];
    if (next.length > 0) onChange({ ...mate, rods: next.join(",") });
  };
  return (
    <>
      <p className="sheet-note"><b>{mate.name}</b> <button type="button" className="plain" aria-label={`${mate.name} stays at home`} onClick={() => onChange(null)}>stays at home</button></p>
      <div className="choices" role="group" aria-label={`rods of ${mate.name}`}>
        {box.rods.map((rod) => {
          const on = chosen.includes(rod.id);
          return <button key={rod.id} type="button" aria-pressed={on} onClick={() => flip(rod.id)}><b>{rod.name}</b><span>{on ? "takes it" : "not with them"}</span></button>;
        })}
      </div>
    </>
  );
}

function NewMate({ crew, onAdd }: { crew: Mate[]; onAdd: (mate: Mate) => void }) {
  const id = useId();
  const { box } = useChosen();
  const [name, setName] = useState("");
  const [said, setSaid] = useState("");
  const add = () => {
    const typed = name.trim();
    if (!typed) return setSaid("A name is needed: type one.");
    if (crew.some((mate) => mate.name === typed)) return setSaid(`${typed} comes along already: add a letter.`);
    if (box.rods.length === 0) return setSaid("There is no rod in the box: put one in.");
    setSaid("");
    setName("");
    onAdd({ name: typed, rods: box.rods.map((rod) => rod.id).join(",") });
  };
  return (
    <Form noValidate onSubmit={(e) => { e.preventDefault(); add(); }}>
      <Form.Label htmlFor={id}>Who comes along</Form.Label>
      <Form.Control id={id} maxLength={40} value={name} onChange={(e) => setName(e.target.value)} />
      <p role="alert" className="said">{said}</p>
      <button type="submit" className="plain">add</button>
    </Form>
  );
}
