// A secondary port by the differences that tables print: times by the hour of the standard port,
// heights at its four levels.
import { useId, useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { Form } from "react-bootstrap";
import { client, unwrap } from "../../api/client";
import { changed } from "../../api/rests";
import type { Port } from "../../api/types";
import { lengthScale } from "../../base/units";
import { useUnits } from "../question/use-units";
import { Line } from "../../ui/form-row";
import { plainWords, typedNumber } from "../../ui/typed";

const LEVELS = ["high water at springs", "high water at neaps", "low water at neaps", "low water at springs"];

/** "00:00 +10, 06:00 -20" or one number for all hours; null for what is neither. */
export function differencesOf(typed: string): { clock_min: number; later_min: number }[] | null {
  const text = typed.trim();
  if (text === "") return [];
  if (/^[-+\u2212]?\d+$/.test(text)) return [{ clock_min: 0, later_min: Number(text.replace("\u2212", "-")) }];
  const out = [];
  for (const part of text.split(/[,;\n]+/).filter((p) => p.trim() !== "")) {
    const found = /^\s*(\d{1,2}):?(\d{2})\s+([-+\u2212]?\d+)\s*$/.exec(part);
    if (!found || Number(found[1]) > 23 || Number(found[2]) > 59) return null;
    out.push({ clock_min: Number(found[1]) * 60 + Number(found[2]), later_min: Number(found[3]!.replace("\u2212", "-")) });
  }
  return out;
}

interface Props {
  ports: Port[];
  zone: string;
  /** open from the first, with this one as the standard port */
  standard?: Port | undefined;
  /** what it is called where no name is typed */
  name?: string;
  onMade?: (port: Port) => void;
}

export function Secondary({ ports, zone, standard, name = "", onMade }: Props) {
  const id = useId();
  const scale = lengthScale(useUnits());
  const queries = useQueryClient();
  const standards = ports.filter((p) => p.standard_id == null);
  const [open, setOpen] = useState(standard !== undefined);
  const [typed, setTyped] = useState<Record<string, string>>(standard ? { standard: String(standard.id) } : {});
  const [said, setSaid] = useState("");
  const set = (key: string, value: string) => setTyped((t) => ({ ...t, [key]: value }));
  if (standards.length === 0) return null;
  const save = async () => {
    const high = differencesOf(typed.high ?? "");
    const low = differencesOf(typed.low ?? "");
    if (!high || !low) return setSaid("Differences of time are minutes, or hours with minutes, such as 00:00 +10, 06:00 -20: correct them.");
    const number = (key: string) => scale.toSi(typedNumber(typed[key], scale.unit));
    const [levels_m, heights_m] = [LEVELS.map((_, i) => number(`level${i}`)), LEVELS.map((_, i) => number(`height${i}`))];
    if (![...levels_m, ...heights_m].every(Number.isFinite)) return setSaid(`The four levels and their differences must be numbers, in ${scale.unit}: copy them from the table.`);
    try {
      const port = await unwrap(client.POST("/api/tides/secondary", { body: {
        name: typed.name ?? name, standard_id: Number(typed.standard ?? standards[0]!.id), time_zone: zone, high_times: high, low_times: low, levels_m, heights_m,
      } }));
      await changed(queries, "places");
      setTyped({});
      setSaid(onMade ? "" : `${port.name} is there: choose it at a mark.`);
      onMade?.(port);
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <>
      {!standard && <p><button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>a port by its differences from another</button></p>}
      {open && (
        <Form className="mark-form" noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
          <Line id={`${id}-name`} label="Name" value={typed.name ?? name} onChange={(v) => set("name", v)} />
          <div className="form-row">
            <Form.Label htmlFor={`${id}-standard`}>Standard port</Form.Label>
            <Form.Select id={`${id}-standard`} value={typed.standard ?? String(standards[0]!.id)} onChange={(e) => set("standard", e.target.value)}>
              {standards.map((p) => <option key={p.id} value={p.id}>{p.name}</option>)}
            </Form.Select>
          </div>
          <Line id={`${id}-high`} label="High water later by, min" value={typed.high ?? ""} onChange={(v) => set("high", v)} note="10, or 00:00 +10, 06:00 -20" />
          <Line id={`${id}-low`} label="Low water later by, min" value={typed.low ?? ""} onChange={(v) => set("low", v)} note="by the standard port's own hour, no summer time" />
          {LEVELS.map((level, i) => (
            <div className="form-row" key={level}>
              <Form.Label htmlFor={`${id}-level${i}`}>{level[0]!.toUpperCase()}{level.slice(1)}, {scale.unit}</Form.Label>
              <span className="number-row">
                <Form.Control id={`${id}-level${i}`} inputMode="decimal" placeholder="standard port" value={typed[`level${i}`] ?? ""} onChange={(e) => set(`level${i}`, e.target.value)} />
                <Form.Control aria-label={`difference at ${level}, ${scale.unit}`} inputMode="decimal" placeholder="difference" value={typed[`height${i}`] ?? ""} onChange={(e) => set(`height${i}`, e.target.value)} />
              </span>
            </div>
          ))}
          <p role="alert" className="said">{said}</p>
          <button type="submit" className="do">Keep it</button>
        </Form>
      )}
    </>
  );
}
