// The plastic on another head beside this one: both let go at one moment.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { fitQuery } from "../../api/day";
import type { Fit, Head, HookFit, Plastic, RiggingPlan } from "../../api/types";
import { laidOut } from "../../drawing/geometry/rigged";
import { FallPairScene, type Falling } from "../../drawing/scenes/fall-pair-scene";
import { useChosen } from "../../features/question/question";
import { headName, text, type Units } from "../../base/units";
import { shapeWords } from "../../ui/weight";
import { plainWords } from "../../ui/typed";
import type { OnBench } from "./steps";

interface Props extends OnBench {
  /** of the water that the Day looks at, m; none where it looks at none */
  depth: number | undefined;
}

/** Where no water is looked at, m. */
const ASSUMED_M = 3;

const called = (head: Head, units: Units) => `${text(headName(head, units))} ${shapeWords(head.shape)}, ${head.hook_size}`;

function falling(plastic: Plastic, head: Head, fit: Fit, hook: HookFit, plan: RiggingPlan, units: Units): Falling {
  return {
    name: called(head, units), head, head_diameter_mm: fit.head_diameter_mm, hook,
    laid: laidOut(plan, plastic, fit.head_diameter_mm, head.keeper_takes_mm),
    speed_m_s: fit.fall_speed_m_s, pitch_deg: fit.fall_pitch_deg ?? 0,
  };
}

export function SideBySide({ plastic, head, fit, hook, plan, units, depth }: Props) {
  const { box } = useChosen();
  const [open, setOpen] = useState(false);
  const [other, setOther] = useState<number | null>(null);
  const beside = box.heads.find((h) => h.id === other);
  const result = useQuery({ ...fitQuery({ plastic_id: plastic.id, head_id: other ?? 0 }), enabled: beside !== undefined });
  const found = result.data;
  const itsHook = found?.hooks.find((h) => h.size === found.hook_size);
  const itsPlan = found?.riggings.find((r) => r.key === found.rigging);
  if (!open) return <p className="bench-ways"><button type="button" className="plain" onClick={() => setOpen(true)}>let it fall beside another head</button></p>;
  return (
    <section className="side-by-side">
      <label htmlFor="beside">Beside it, falling </label>
      <select id="beside" className="form-select" value={other ?? ""} onChange={(e) => setOther(e.target.value === "" ? null : Number(e.target.value))}>
        <option value="">no other head</option>
        {box.heads.filter((h) => h.id !== head.id).map((h) => <option key={h.id} value={h.id}>{called(h, units)}</option>)}
      </select>
      {beside && (result.error ? <p role="alert" className="said">{plainWords(result.error)}</p>
        : found && itsHook && itsPlan ? (
          <FallPairScene plastic={plastic} units={units} depth={depth ?? ASSUMED_M} assumed={depth === undefined}
                         pair={[falling(plastic, head, fit, hook, plan, units), falling(plastic, beside, found, itsHook, itsPlan, units)]} />
        ) : <p role="status" className="waiting">Letting both go …</p>)}
    </section>
  );
}
