// What the choice asks beside place, fish and water: rods and lines that are with one, profile, salt.
import type { DayQuery } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { useChosen, useQuestion } from "../question/question";
import { FactNumber } from "./fact-number";
import { PROFILES } from "./water-facts";

const ALL = { rods: "any rod in the box", lines: "any line in the box" };

/** The rods or the lines that are with one today. */
export function WithYouFact({ what }: { what: "rods" | "lines" }) {
  const { box } = useChosen();
  const { facts, set } = useQuestion();
  const chosen = facts[what];
  const rows = box[what];
  const flip = (id: number) => {
    const now = chosen ?? rows.map((r) => r.id);
    const next = now.includes(id) ? now.filter((x) => x !== id) : [...now, id];
    // None with one is no question: the last one stays.
    if (next.length > 0) set({ [what]: next.length === rows.length ? null : next });
  };
  const names = rows.filter((r) => chosen?.includes(r.id)).map((r) => r.name);
  return (
    <Fact label={`${what} with you`} words={chosen === null ? ALL[what] : names.join(", ")} source={chosen === null ? "assumed" : "chosen"}>
      {(close) => (
        <>
          <button type="button" className="plain" onClick={() => { set({ [what]: null }); close(); }}>{ALL[what]}</button>
          <div className="choices" role="group" aria-label={`${what} with you`}>
            {rows.map((r) => {
              const on = chosen === null || chosen.includes(r.id);
              return <button key={r.id} type="button" aria-pressed={on} onClick={() => flip(r.id)}><b>{r.name}</b><span>{on ? "with you" : "left at home"}</span></button>;
            })}
          </div>
        </>
      )}
    </Fact>
  );
}

export function ProfileFact() {
  const { facts, set } = useQuestion();
  const value = facts.profile ?? "seventh-root";
  return (
    <Fact label="current by depth" words={PROFILES.find((p) => p.value === value)!.words} source={facts.profile === null ? "assumed" : "chosen"}>
      {(close) => <Choice options={[...PROFILES]} value={value as string} onPick={(profile) => { set({ profile: profile as DayQuery["profile"] }); close(); }} />}
    </Fact>
  );
}

const SALT_SCALE = { unit: "‰", step: 1, fromSi: (v: number) => v, toSi: (v: number) => v };

export function SalinityFact() {
  const { facts } = useQuestion();
  const salt = facts.practical_salinity ?? 35;
  return (
    <Fact label="salt in the water" words={salt >= 33 ? "salt" : salt < 5 ? "fresh" : `brackish, ${salt} ‰`} source={facts.practical_salinity === null ? "assumed" : "typed"}>
      {(close) => <FactNumber field="practical_salinity" label="Salt in the water" scale={SALT_SCALE} close={close} digits={0} assumed={35} low={0} high={42} remedy="35 at sea, less in a river mouth" />}
    </Fact>
  );
}
