// A head, to add or to change.
import { useState } from "react";
import { Form, Modal } from "react-bootstrap";
import type { Head, NewHead } from "../../api/types";
import { Line, Pick } from "../../ui/form-row";
import { plainWords, typedNumber } from "../../ui/typed";
import { typedHead } from "./use-heads";

const SHAPES = ["ball", "keeled-arrow", "bullet", "darter", "stand-up", "mushroom", "football", "buried", "swinging", "belly-weighted", "resin", "bladed", "crab"];
const MATERIALS = ["lead", "tungsten alloy", "tin", "bismuth-tin", "steel", "zinc", "resin and lead"];
const SIZES = ["#4", "#2", "#1", "1/0", "2/0", "3/0", "4/0", "5/0", "7/0", "9/0"];
const KEEPERS = ["wire barb", "lead collar", "flat collar", "screw", "twist lock"];
const BLANK: NewHead = { printed_oz: 0.25, mass_g: null, shape: "ball", material: "lead", hook_size: "2/0", keeper: "wire barb", keeper_takes_mm: 0, weight_x_mm: null, carried: 1 };

/** "3/8", "1 1/2" or "0.375"; NaN for anything else. */
export function typedOunces(typed: string | undefined): number {
  const found = /^\s*(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)\s*$/.exec(typed ?? "");
  return found ? Number(found[1] ?? 0) + Number(found[2]) / Number(found[3]) : typedNumber(typed);
}

export function HeadForm({ head, onHide, onSave }: { head: Head | null; onHide: () => void; onSave: (body: NewHead) => Promise<void> }) {
  const from = head ? typedHead(head) : BLANK;
  const [typed, setTyped] = useState<Record<string, string>>(() => Object.fromEntries(Object.entries(from).map(([k, v]) => [k, v == null ? "" : String(v)])));
  const [said, setSaid] = useState("");
  const set = (key: string) => (value: string) => setTyped((t) => ({ ...t, [key]: value }));
  const save = async () => {
    const optional = (key: string, read = typedNumber) => (typed[key]?.trim() ? read(typed[key]) : null);
    const body = {
      ...from, ...Object.fromEntries(["shape", "material", "hook_size", "keeper"].map((k) => [k, typed[k]])),
      printed_oz: optional("printed_oz", typedOunces), mass_g: optional("mass_g"), weight_x_mm: optional("weight_x_mm"),
      keeper_takes_mm: optional("keeper_takes_mm") ?? 0, carried: optional("carried") ?? 0,
    } as NewHead;
    const wrong = Object.entries(body).find(([, v]) => typeof v === "number" && !Number.isFinite(v));
    if (wrong) return setSaid(`${wrong[0].replaceAll("_", " ")} must be a number, got ${typed[wrong[0]]}: correct it.`);
    try {
      await onSave(body);
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <Modal show onHide={onHide} aria-labelledby="head-title" centered scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id="head-title">{head ? "Change the head" : "A new head"}</Modal.Title></Modal.Header>
      <Modal.Body>
        <Form noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          <Line id="head-oz" label="Printed, oz" note="3/8 or 0.375; empty if none" value={typed["printed_oz"]!} onChange={set("printed_oz")} />
          <Line id="head-g" label="The scale says, g" note="empty: as printed" number value={typed["mass_g"]!} onChange={set("mass_g")} />
          <Pick id="head-shape" label="Shape" value={typed["shape"]!} options={SHAPES} onChange={set("shape")} />
          <Pick id="head-material" label="Material" value={typed["material"]!} options={MATERIALS} onChange={set("material")} />
          <Pick id="head-hook" label="Hook" value={typed["hook_size"]!} options={SIZES} onChange={set("hook_size")} />
          <Pick id="head-keeper" label="Keeper" value={typed["keeper"]!} options={KEEPERS} onChange={set("keeper")} />
          <Line id="head-takes" label="The keeper takes, mm" number value={typed["keeper_takes_mm"]!} onChange={set("keeper_takes_mm")} />
          {["buried", "belly-weighted"].includes(typed["shape"]!) && <Line id="head-x" label="The weight lies at, mm" number value={typed["weight_x_mm"]!} onChange={set("weight_x_mm")} />}
          <Line id="head-carried" label="Carried" number value={typed["carried"]!} onChange={set("carried")} />
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">{head ? "Save" : "Add it"}</button>
        </Form>
      </Modal.Body>
    </Modal>
  );
}
