// A new plastic: five measures, a look, and its outline dragged into shape.
import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { client, unwrap } from "../../api/client";
import { changed } from "../../api/rests";
import { LOOKS, PLASTIC_MATERIALS } from "../../api/vocabulary";
import type { NewPlastic, Plastic } from "../../api/types";
import { TraceScene } from "../../drawing/scenes/trace-scene";
import { Line, Pick } from "../../ui/form-row";
import { useQuestion } from "../../features/question/question";
import { plainWords, typedNumber } from "../../ui/typed";
import { smallScale, type Units } from "../../base/units";

const MEASURES = [
  { key: "length_mm", label: "Length" }, { key: "body_length_mm", label: "Working length, without a thin tail" },
  { key: "width_mm", label: "Width" }, { key: "height_mm", label: "Height" },
] as const;

export function Trace({ near, units, onHide }: { near: Plastic; units: Units; onHide: () => void }) {
  const scale = smallScale(units);
  const queries = useQueryClient();
  const { choose } = useQuestion();
  const [typed, setTyped] = useState<Record<string, string>>(() => ({
    name: "", colour: near.colour, look: near.look, material: near.material, mass_g: "",
    ...Object.fromEntries(MEASURES.map(({ key }) => [key, String(Number(scale.fromSi(near[key]).toFixed(3)))])),
  }));
  const [profile, setProfile] = useState(near.profile);
  const [said, setSaid] = useState("");
  const id = useId();
  const set = (key: string, value: string) => setTyped((t) => ({ ...t, [key]: value }));
  const number = (key: string) => scale.toSi(typedNumber(typed[key], scale.unit));
  const mass = typed.mass_g === "" ? null : typedNumber(typed.mass_g, "g");
  const shown = (key: (typeof MEASURES)[number]["key"]) => (number(key) > 0 ? number(key) : (near[key] ?? 1));
  const save = async () => {
    const bad = [...MEASURES.filter(({ key }) => !Number.isFinite(number(key))),
                 ...(Number.isNaN(mass) ? [{ key: "mass_g", label: "Weight" }] : [])][0];
    if (bad) return setSaid(`${bad.label} must be a number, got “${typed[bad.key]}”: correct it`);
    try {
      const made = await unwrap(client.POST("/api/plastics", { body: {
        name: typed.name ?? "", colour: typed.colour ?? "", look: typed.look as NewPlastic["look"],
        material: typed.material as NewPlastic["material"], length_mm: number("length_mm"),
        body_length_mm: number("body_length_mm"), width_mm: number("width_mm"), height_mm: number("height_mm"),
        mass_g: mass, profile,
      } }));
      await changed(queries, "box");
      choose({ plastic_id: made.id });
      onHide();
    } catch (error) {
      // The drawing stays as it is, to be mended.
      setSaid(plainWords(error));
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
          <Line id={`${id}-name`} label="Name" value={typed.name ?? ""} onChange={(v) => set("name", v)} />
          <Pick id={`${id}-look`} label="Looks like a" options={LOOKS} value={typed.look ?? ""} onChange={(v) => set("look", v)} />
          <Pick id={`${id}-material`} label="Material" options={PLASTIC_MATERIALS} value={typed.material ?? ""} onChange={(v) => set("material", v)} />
          <Line id={`${id}-colour`} label="Colour" value={typed.colour ?? ""} onChange={(v) => set("colour", v)} />
          {MEASURES.map(({ key, label }) => (
            <Line key={key} id={`${id}-${key}`} label={`${label}, ${scale.unit}`} value={typed[key] ?? ""} onChange={(v) => set(key, v)} number />
          ))}
          <Line id={`${id}-mass`} label="Weight, g (left empty: from its shape)" value={typed.mass_g ?? ""} onChange={(v) => set("mass_g", v)} number />
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">Put it in the box</button>
        </Form>
      </Modal.Body>
    </Modal>
  );
}
