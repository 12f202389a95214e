// The facts that do not follow the moment looked at: line, stance, rod, water, fish, school.
import { memo } from "react";
import type { DayBoard } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../question/question";
import {
  lengthScale, rangeText, temperature, temperatureScale, text,
} from "../../base/units";
import { useUnits } from "../question/use-units";
import { CastFacts, FallFact, WorkFact } from "./cast-facts";
import { FactNumber } from "./fact-number";
import { LeaderFact, NailFact, RigFact } from "./rig-facts";
import { StanceFact } from "./stance-fact";
import { SwellFact, WindFact } from "./weather-facts";

const ZONES: { value: string; words: string; zone: [number, number] }[] = [
  { value: "0-0.5", words: "on the bottom", zone: [0, 0.5] },
  { value: "0-1", words: "low", zone: [0, 1] },
  { value: "0.5-2", words: "just off the bottom", zone: [0.5, 2] },
  { value: "2-4", words: "suspended", zone: [2, 4] },
];

/** How many facts the folded sentence leaves out. */
export const MORE_FACTS = 17;

/** Nothing here follows the moment looked at: a drag leaves it alone. */
export const OtherFacts = memo(function OtherFacts({ board, zone_from, zone_to }: { board: DayBoard | undefined; zone_from: number; zone_to: number }) {
  const zone: [number, number] = [zone_from, zone_to];
  return (
    <>
      {" and "}<LineFact />{". You are "}<StanceFact />{" with the "}<RodFact />
      <CastFacts board={board} />{"; it falls "}<FallFact />{" and is "}<WorkFact assumed={board?.retrieve} speed_m_s={board?.retrieve_speed_m_s} />
      {". The rig is "}<RigFact />{", "}<LeaderFact />{", "}<NailFact />
      {". The water is "}<TemperatureFact />{", the wind "}<WindFact board={board} />{", "}<SwellFact assumed={board?.swell_m} />
      {". The fish feed "}<ZoneFact now={zone} />{". By "}<SchoolFact />{"."}
    </>
  );
});

export function LineFact() {
  const { box, line } = useChosen();
  const { choose, query } = useQuestion();
  return (
    <Fact label="line" words={line?.name ?? "no line"} source="chosen">
      {(close) => (
        <Choice
          options={box.lines.map((l) => ({ value: l.id, words: l.name, note: `holds ${l.strength_kg} kg` }))}
          value={query.line_id}
          onPick={(id) => { choose({ line_id: id }); close(); }}
        />
      )}
    </Fact>
  );
}

export function RodFact() {
  const { box, rod } = useChosen();
  const { choose, query } = useQuestion();
  return (
    <Fact label="rod" words={rod?.name ?? "no rod"} source="chosen">
      {(close) => (
        <Choice
          options={box.rods.map((r) => ({
            value: r.id, words: r.name, note: `throws ${r.lure_min_g} to ${r.lure_max_g} g`,
          }))}
          value={query.rod_id ?? 0}
          onPick={(id) => { choose({ rod_id: id }); close(); }}
        />
      )}
    </Fact>
  );
}

export function TemperatureFact() {
  const units = useUnits();
  const { facts } = useQuestion();
  return (
    <Fact label="water temperature" words={text(temperature(facts.temperature_c ?? 18, units))}
          source={facts.temperature_c === null ? "assumed" : "typed"}>
      {(close) => (
        <FactNumber field="temperature_c" label="Water temperature" scale={temperatureScale(units)}
                    close={close} digits={1} assumed={18} low={-2} high={40}
                    remedy="enter the water's temperature" />
      )}
    </Fact>
  );
}

/** figures: the heights even where a word says them, beside the word elsewhere. */
export function ZoneFact({ now, figures }: { now: [number, number]; figures?: boolean }) {
  const units = useUnits();
  const { facts, set } = useQuestion();
  const [from, to] = facts.zone ?? now;
  const value = `${from}-${to}`;
  const scale = lengthScale(units);
  return (
    <Fact label="where the fish feed"
          words={(figures ? undefined : ZONES.find((z) => z.value === value)?.words) ?? `${rangeText(from, to, units)} off the bottom`}
          source={facts.zone !== null ? "chosen" : "predicted"}>
      {(close) => (
        <>
          {facts.zone && <button type="button" className="plain" onClick={() => { set({ zone: null }); close(); }}>back to where the fish feeds</button>}
          <Choice
            options={ZONES.map((z) => ({
              value: z.value, words: z.words,
              note: `${rangeText(z.zone[0], z.zone[1], units)} off the bottom`,
            }))}
            value={value}
            onPick={(key) => { set({ zone: ZONES.find((z) => z.value === key)!.zone }); close(); }}
          />
          <NumberSheet label="From, off the bottom" scale={scale} value={from} low={0} high={to - 0.05}
                       remedy="it must stay under the upper edge"
                       onSet={(low) => { set({ zone: [low, to] }); close(); }} />
          <NumberSheet label="To, off the bottom" scale={scale} value={to} above={from} high={200}
                       remedy="it must stay over the lower edge"
                       onSet={(high) => { set({ zone: [from, high] }); close(); }} />
        </>
      )}
    </Fact>
  );
}

export function SchoolFact() {
  const { reference } = useChosen();
  const { choose, settings } = useQuestion();
  const now = reference.schools.find((s) => s.key === settings.school);
  return (
    <Fact label="school" words={now?.name ?? settings.school} source="chosen">
      {(close) => (
        <Choice
          options={reference.schools.map((s) => ({ value: s.key, words: s.name, note: s.says }))}
          value={settings.school}
          onPick={(school) => { choose({ school }); close(); }}
        />
      )}
    </Fact>
  );
}
