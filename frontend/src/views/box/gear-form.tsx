// One thing of the box, to add or to change; what is typed stays until it is taken.
import { useState } from "react";
import { Form, Modal } from "react-bootstrap";
import type { GearKind, GearRow, Typed } from "../../api/gear";
import { Line, Pick, PickRow } from "../../ui/form-row";
import { useChosen, useQuestion } from "../../features/question/question";
import { plainWords } from "../../ui/typed";
import { KINDS, fieldScale, isWrong, read, typedAgain, type Gear } from "./kinds";

interface Props {
  kind: GearKind;
  row: GearRow | null;
  /** what a new one begins as, in place of the usual */
  start?: Record<string, string>;
  onHide: () => void;
  onSave: (typed: Typed) => Promise<unknown>;
}

export function GearForm({ kind, row, start, onHide, onSave }: Props) {
  const { settings } = useQuestion();
  const { box } = useChosen();
  const gear = KINDS[kind] as Gear;
  const [typed, setTyped] = useState<Record<string, string>>(() => (row ? typedAgain(kind, row, settings) : { ...gear.blank, ...start }));
  const [said, setSaid] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  const save = async () => {
    const body = read(kind, typed, row, settings);
    setWrong(isWrong(body) ? body.key : null);
    if (isWrong(body)) return setSaid(body.says);
    try {
      await onSave(body);
      onHide();
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <Modal show onHide={onHide} aria-labelledby="gear-title" centered scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id="gear-title">{row ? `Change the ${gear.one}` : `A new ${gear.one}`}</Modal.Title></Modal.Header>
      <Modal.Body>
        <Form noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          {gear.fields.filter((f) => !f.when || typed[f.when[0]] === f.when[1]).map((field) => {
            const row_ = { id: `gear-${field.key}`, value: typed[field.key] ?? "", onChange: (value: string) => setTyped((t) => ({ ...t, [field.key]: value })) };
            if (field.of) return <PickRow key={field.key} {...row_} label={field.label} rows={box[field.of]} />;
            if (typeof field.is !== "string") return <Pick key={field.key} {...row_} label={field.label} options={field.is} />;
            return <Line key={field.key} {...row_} label={fieldScale(field, settings).label} note={field.note} number={field.is !== "words" && field.is !== "ounces"} invalid={wrong === field.key} />;
          })}
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">{row ? "Save" : "Add it"}</button>
        </Form>
      </Modal.Body>
    </Modal>
  );
}
