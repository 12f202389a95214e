// The ways to rig it, as a row of this plastic in each, those that suit first.
import { useEffect, useRef } from "react";
import type { Fit, Head, HookFit, Plastic } from "../../api/types";
import { ON_LINE, laidOut } from "../../drawing/geometry/rigged";
import { SmallRig } from "../../drawing/scenes/hook-scene";
import { useQuestion } from "../../features/question/question";

export const SUITS = { suits: "suits", possible: "possible", no: "not here" };

export function RiggingRow({ plastic, head, fit, hook }: {
  plastic: Plastic; head: Head; fit: Fit; hook: HookFit;
}) {
  const { facts, set } = useQuestion();
  const chosen = facts.bench_rigging ?? fit.rigging;
  const row = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const here = row.current?.querySelector<HTMLElement>(".chosen");
    // The row scrolls, not the page.
    if (row.current && here) row.current.scrollLeft = here.offsetLeft - row.current.offsetLeft - 60;
  }, [chosen, fit]);
  return (
    <ol ref={row} className="rigging-row" aria-label="ways to rig it">
      {fit.riggings.map((plan) => (
        <li key={plan.key} className={`${plan.suits}${plan.key === chosen ? " chosen" : ""}`}>
          <button type="button" aria-pressed={plan.key === chosen} title={`${plan.reason}. ${plan.says}`}
                  onClick={() => set({ bench_rigging: plan.key })}>
            {ON_LINE.has(plan.key) ? <span className="on-line" aria-hidden="true" /> : (
              <SmallRig plastic={plastic} head={head} head_diameter_mm={fit.head_diameter_mm} hook={hook}
                        room_mm={hook.gape_mm} laid={laidOut(plan, plastic, fit.head_diameter_mm, head.keeper_takes_mm)} />
            )}
            <b>{plan.name}</b>
            <span>{SUITS[plan.suits]}: {plan.reason}</span>
          </button>
        </li>
      ))}
    </ol>
  );
}
