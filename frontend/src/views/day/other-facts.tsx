// The facts that do not follow the moment looked at: line, stance, rod, water, fish, school.
import { memo } from "react";
import type { Reference } from "../../api/types";
import { Choice, Fact } from "../../ui/fact";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../../ui/question";
import {
  length, lengthScale, rangeText, speed, speedScale, temperature, temperatureScale, text,
} from "../../ui/units";
import { useUnits } from "../../ui/use-units";

const ZONES: { value: string; words: string; zone: [number, number] }[] = [
  { value: "0-0.5", words: "on the bottom", zone: [0, 0.5] },
  { value: "0-1", words: "low", zone: [0, 1] },
  { value: "0.5-2", words: "just off the bottom", zone: [0.5, 2] },
  { value: "2-4", words: "suspended", zone: [2, 4] },
];

const FEEDS = [
  { value: 0, words: "free", note: "nothing pulls" },
  { value: 0.01, words: "from an open bail", note: "0.010 N on the line" },
  { value: 0.03, words: "by hand", note: "0.030 N on the line" },
];

/** Nothing here follows the moment looked at: a drag leaves it alone. */
export const OtherFacts = memo(function OtherFacts() {
  return (
    <>
      {" and "}<LineFact />{". You are "}<StanceFact />{" with the "}<RodFact />
      {", casting "}<CastFact />{"; the line is fed "}<FeedFact />
      {". The water is "}<TemperatureFact />{", the wind "}<WindFact />
      {". The fish feed "}<ZoneFact />{". By "}<SchoolFact />{"."}
    </>
  );
});

function LineFact() {
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

function StanceFact() {
  const units = useUnits();
  const { reference, mark } = useChosen();
  const { facts, set } = useQuestion();
  const key = facts.stance ?? mark?.stance ?? "bank";
  const now = reference.stances.find((s: Reference["stances"][number]) => s.key === key);
  return (
    <Fact label="stance" words={now?.words ?? key} source={facts.stance ? "chosen" : "assumed"}>
      {(close) => (
        <>
          <Choice
            options={reference.stances.map((s) => ({
              value: s.key, words: s.words,
              note: `rod tip ${text(length(s.tip_height_m, units))} up`,
            }))}
            value={key}
            onPick={(stance) => { set({ stance, tip_height_m: null }); close(); }}
          />
          <NumberSheet
            label="Rod tip above the water"
            scale={lengthScale(units)}
            value={facts.tip_height_m ?? now?.tip_height_m ?? null}
            low={0}
            high={30}
            remedy="enter the height of the rod tip"
            onSet={(tip_height_m) => { set({ tip_height_m }); close(); }}
          />
        </>
      )}
    </Fact>
  );
}

function RodFact() {
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

function CastFact() {
  const units = useUnits();
  const { mark } = useChosen();
  const { facts, set } = useQuestion();
  return (
    <Fact
      label="cast"
      words={text(length(facts.cast_m ?? mark?.cast_m, units, 0))}
      source={facts.cast_m === null ? "assumed" : "typed"}
    >
      {(close) => (
        <NumberSheet
          label="Cast" scale={lengthScale(units)} value={facts.cast_m ?? mark?.cast_m ?? null}
          above={0} high={150} remedy="enter how far you have to cast"
          onSet={(cast_m) => { set({ cast_m }); close(); }}
          onClear={facts.cast_m === null ? undefined : () => { set({ cast_m: null }); close(); }}
          clearWords="back to the mark's own"
        />
      )}
    </Fact>
  );
}

function FeedFact() {
  const { facts, set } = useQuestion();
  const value = facts.feed_tension_n ?? 0.01;
  return (
    <Fact
      label="how the line is fed"
      words={FEEDS.find((f) => f.value === value)?.words ?? `at ${value} N`}
      source={facts.feed_tension_n === null ? "assumed" : "chosen"}
    >
      {(close) => (
        <Choice options={FEEDS} value={value}
                onPick={(feed_tension_n) => { set({ feed_tension_n }); close(); }} />
      )}
    </Fact>
  );
}

function TemperatureFact() {
  const units = useUnits();
  const { facts, set } = useQuestion();
  return (
    <Fact label="water temperature" words={text(temperature(facts.temperature_c ?? 18, units))}
          source={facts.temperature_c === null ? "assumed" : "typed"}>
      {(close) => (
        <NumberSheet
          label="Water temperature" scale={temperatureScale(units)} digits={1}
          value={facts.temperature_c ?? 18} low={-2} high={40}
          remedy="enter the water's temperature"
          onSet={(temperature_c) => { set({ temperature_c }); close(); }}
          onClear={facts.temperature_c === null ? undefined : () => { set({ temperature_c: null }); close(); }}
          clearWords="back to the assumed one"
        />
      )}
    </Fact>
  );
}

function WindFact() {
  const units = useUnits();
  const { facts, set } = useQuestion();
  return (
    <Fact label="wind" words={text(speed(facts.wind_m_s ?? 3, units, 1))}
          source={facts.wind_m_s === null ? "assumed" : "typed"}>
      {(close) => (
        <NumberSheet
          label="Wind" scale={speedScale(units)} value={facts.wind_m_s ?? 3} low={0} high={40}
          remedy="enter the wind's speed, 0 when calm"
          onSet={(wind_m_s) => { set({ wind_m_s }); close(); }}
          onClear={facts.wind_m_s === null ? undefined : () => { set({ wind_m_s: null }); close(); }}
          clearWords="back to the assumed one"
        />
      )}
    </Fact>
  );
}

function ZoneFact() {
  const units = useUnits();
  const { facts, set } = useQuestion();
  const zone = facts.zone ?? [0, 1];
  const value = `${zone[0]}-${zone[1]}`;
  return (
    <Fact label="where the fish feed" words={ZONES.find((z) => z.value === value)?.words ?? value}
          source={facts.zone === null ? "assumed" : "chosen"}>
      {(close) => (
        <Choice
          options={ZONES.map((z) => ({
            value: z.value, words: z.words,
            note: `${rangeText(z.zone[0], z.zone[1], units)} off the bottom`,
          }))}
          value={value}
          onPick={(key) => { set({ zone: ZONES.find((z) => z.value === key)!.zone }); close(); }}
        />
      )}
    </Fact>
  );
}

function SchoolFact() {
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
