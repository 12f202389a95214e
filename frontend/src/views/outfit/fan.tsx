// Covering the water: searching against creeping, each as a fan of casts with its time.
import { useState } from "react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { fanQuery } from "../../api/choice";
import type { Choice, ChoiceQuery, Fan, Fans, Outfit } from "../../api/types";
import { FanScene } from "../../drawing/scenes/fan-scene";
import { length, text } from "../../base/units";
import { partsOf } from "./words";
import { useUnits } from "../../features/question/use-units";
import { minutes } from "./words";

const STRETCHES = [
  { key: "60", words: "a sixth of a circle", sector: 60, stretch: undefined },
  { key: "120", words: "a third of a circle", sector: 120, stretch: undefined },
  { key: "180", words: "half a circle", sector: 180, stretch: undefined },
  { key: "360", words: "all round", sector: 360, stretch: undefined },
  { key: "w50", words: "walking or drifting along", sector: undefined, stretch: 50 },
] as const;

const KINDS: Record<Fan["kind"], string> = { search: "to find them", creep: "once they are found, or slow" };

export function FanPart({ outfit, query }: { choice: Choice; outfit: Outfit; query: ChoiceQuery }) {
  const units = useUnits();
  const [key, setKey] = useState<(typeof STRETCHES)[number]["key"]>("120");
  const stretch = STRETCHES.find((s) => s.key === key)!;
  const result = useQuery({
    ...fanQuery({ ...query, sector_deg: stretch.sector, stretch_m: stretch.stretch, ...partsOf(outfit) }),
    placeholderData: keepPreviousData,
  });
  return (
    <section className="fans">
      <h2>Covering the water</h2>
      <p className="fan-picks" role="group" aria-label="what to cover">
        {STRETCHES.map((s) => (
          <button key={s.key} type="button" className="plain" aria-pressed={s.key === key} onClick={() => setKey(s.key)}>
            {s.stretch ? `${text(length(s.stretch, units, 0))} ${s.words}` : s.words}
          </button>
        ))}
      </p>
      {result.data ? <div className="fan-row">{result.data.plans.map((plan) => <OneFan key={plan.kind} plan={plan} fans={result.data} />)}</div>
        : result.error ? <p role="alert" className="said">{result.error.message.replaceAll("`", "")}</p> : <p role="status">Laying out the casts …</p>}
      <p className="sheet-note">Begin on the side that the current comes from. How far fish see is judgement: by clarity, light, the plastic's length and its noise.</p>
    </section>
  );
}

function OneFan({ plan, fans }: { plan: Fan; fans: Fans }) {
  const units = useUnits();
  const words = `${plan.casts} casts, ${plan.retrieve_name}: seen ${text(length(plan.sight_m, units))} to each side`;
  return (
    <figure>
      <FanScene angles_deg={plan.angles_deg} sector_deg={fans.sector_deg} steps_m={plan.steps_m} stretch_m={fans.stretch_m}
                cast_m={fans.cast_m} sight_m={plan.sight_m} units={units} words={words} />
      <figcaption>
        <b>{plan.casts} casts, {minutes(plan.seconds)}</b> {KINDS[plan.kind]}: {plan.retrieve_name}, {minutes(plan.seconds_each)} each; seen {text(length(plan.sight_m, units))} to
        each side, so {text(length(plan.apart_m, units))} apart at the {fans.stretch_m === null ? "end" : "bank"}.
      </figcaption>
    </figure>
  );
}
