// A new plastic: five measures, a look, and its outline dragged into shape.
import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { client, unwrap } from "../../api/client";
import { boxQuery } from "../../api/resources";
import type { NewPlastic, Plastic } from "../../api/types";
import { TraceScene } from "../../drawing/scenes/trace-scene";
import { useQuestion } from "../../ui/question";

const LOOKS: NewPlastic["look"][] = ["jerk", "stick", "paddle", "t-tail", "curl", "shrimp", "crab", "craw", "bulky", "tube", "surface"];
const MATERIALS: NewPlastic["material"][] = ["plastisol", "salted plastisol", "elastomer", "biodegradable"];
const MEASURES = [
  { key: "length_mm", label: "Length, mm" }, { key: "body_length_mm", label: "Working length, without a thin tail, mm" },
  { key: "width_mm", label: "Width, mm" }, { key: "height_mm", label: "Height, mm" },
  { key: "mass_g", label: "Weight, g (left empty: from its shape)" },
] as const;

export function Trace({ near, onHide }: { near: Plastic; onHide: () => void }) {
  const queries = useQueryClient();
  const { choose } = useQuestion();
  const [typed, setTyped] = useState<Record<string, string>>(() => ({
    name: "", colour: near.colour, look: near.look, material: near.material, mass_g: "",
    ...Object.fromEntries(MEASURES.slice(0, 4).map(({ key }) => [key, String(near[key])])),
  }));
  const [profile, setProfile] = useState(near.profile);
  const [said, setSaid] = useState("");
  const id = useId();
  const set = (key: string, value: string) => setTyped((t) => ({ ...t, [key]: value }));
  const number = (key: string) => Number((typed[key] ?? "").trim().replace(",", "."));
  const shown = (key: (typeof MEASURES)[number]["key"]) => (number(key) > 0 ? number(key) : (near[key] ?? 1));
  const save = async () => {
    const bad = MEASURES.find(({ key }) => !(key === "mass_g" && typed.mass_g === "") && !Number.isFinite(number(key)));
    if (bad) return setSaid(`${bad.label} must be a number, got “${typed[bad.key]}”: correct it`);
    try {
      const made = await unwrap(client.POST("/api/plastics", { body: {
        name: typed.name ?? "", colour: typed.colour ?? "", look: typed.look as NewPlastic["look"],
        material: typed.material as NewPlastic["material"], length_mm: number("length_mm"),
        body_length_mm: number("body_length_mm"), width_mm: number("width_mm"), height_mm: number("height_mm"),
        mass_g: typed.mass_g === "" ? null : number("mass_g"), profile,
      } }));
      await queries.invalidateQueries(boxQuery);
      choose({ plastic_id: made.id });
      onHide();
    } catch (error) {
      // The drawing stays as it is, to be mended.
      setSaid((error as Error).message.replaceAll("`", ""));
    }
  };
  const measures = { look: typed.look ?? "stick", length_mm: shown("length_mm"), body_length_mm: Math.min(shown("body_length_mm"), shown("length_mm")), height_mm: shown("height_mm"), profile };
  return (
    <Modal show onHide={onHide} size="lg" aria-labelledby={`${id}-title`} scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id={`${id}-title`}>A new plastic</Modal.Title></Modal.Header>
      <Modal.Body>
        <TraceScene measures={measures} onProfile={setProfile} />
        <p className="sheet-note">Lay the plastic beside it and drag the points to its back, or step them with the arrow keys. Both sides go together.</p>
        <Form className="mark-form" noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          <Row id={`${id}-name`} label="Name" value={typed.name ?? ""} onChange={(v) => set("name", v)} />
          <Pick id={`${id}-look`} label="Looks like a" options={LOOKS} value={typed.look ?? ""} onChange={(v) => set("look", v)} />
          <Pick id={`${id}-material`} label="Material" options={MATERIALS} value={typed.material ?? ""} onChange={(v) => set("material", v)} />
          <Row id={`${id}-colour`} label="Colour" value={typed.colour ?? ""} onChange={(v) => set("colour", v)} />
          {MEASURES.map(({ key, label }) => (
            <Row key={key} id={`${id}-${key}`} label={label} value={typed[key] ?? ""} onChange={(v) => set(key, v)} />
          ))}
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">Put it in the box</button>
        </Form>
      </Modal.Body>
    </Modal>
  );
}

function Row({ id, label, value, onChange }: { id: string; label: string; value: string; onChange: (v: string) => void }) {
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control id={id} value={value} autoComplete="off" onChange={(e) => onChange(e.target.value)} />
    </div>
  );
}

function Pick({ id, label, options, value, onChange }: {
  id: string; label: string; options: readonly string[]; value: string; onChange: (v: string) => void;
}) {
  return (
    <div className="form-row">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Select id={id} value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map((o) => <option key={o}>{o}</option>)}
      </Form.Select>
    </div>
  );
}
