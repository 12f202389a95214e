// The steps of a rigging, as small drawings with this rig's own numbers.
import type { Fit, Head, HookFit, Plastic, RiggingPlan } from "../../api/types";
import { ON_LINE, laidOut } from "../../drawing/geometry/rigged";
import { SmallRig } from "../../drawing/scenes/hook-scene";
import { planNumber, said, type Units } from "../../base/units";

/** One rig as it lies on the bench. */
export interface OnBench {
  plastic: Plastic;
  head: Head;
  fit: Fit;
  hook: HookFit;
  plan: RiggingPlan;
  units: Units;
}

/** Words with their numbers put in. */
export function filled(says: string, plan: RiggingPlan, units: Units): string {
  return said(says, units).replace(/{(\w+)}/g, (_, key: string) => {
    const found = plan.numbers.find((n) => n.key === key);
    return found ? planNumber(found, units) : "–";
  });
}

export function Steps({ plastic, head, fit, hook, plan, units }: OnBench) {
  const laid = laidOut(plan, plastic, fit.head_diameter_mm, head.keeper_takes_mm);
  const last = plan.steps.length - 1;
  // Laid alongside at first, then drawn on step by step.
  const shift = (i: number): [number, number] => {
    if (i === last) return [0, 0];
    if (i === 0 && !laid.weedless) return [0, plastic.height_mm * 0.55 + 3 + hook.gape_mm * 0.2 - laid.steel[1]];
    return [-(1 - i / last) * (hook.straight_mm + hook.gape_mm * 0.6), 0];
  };
  return (
    <ol className={plan.steps.length > 4 ? "steps" : "steps few"} aria-label={plan.name}>
      {plan.steps.map((step, i) => (
        <li key={step.title}>
          <span className="step-number">{i + 1}</span>
          {!ON_LINE.has(plan.key) && (
            <SmallRig plastic={plastic} head={head} head_diameter_mm={fit.head_diameter_mm} hook={hook}
                      room_mm={hook.gape_mm} shift={shift(i)} laid={laid} mark_mm={i < last ? laid.mark : null} />
          )}
          <b>{filled(step.title, plan, units)}</b>
          <p>{filled(step.says, plan, units)}</p>
        </li>
      ))}
    </ol>
  );
}
