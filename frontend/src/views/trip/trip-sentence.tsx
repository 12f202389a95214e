// What is asked of a trip, as a sentence in which every fact is a control.
import { Form } from "react-bootstrap";
import { useId, useState } from "react";
import type { TripQuestion } from "../../api/types";
import { COMPASS, compass, length, lengthScale, speed, speedScale, temperature, temperatureScale, text, wind, windScale } from "../../base/units";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { NumberSheet } from "../../ui/number-sheet";
import { dayWords, shiftDate } from "../../features/facts/when";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { CrewFact } from "../../features/trip/crew-fact";
import { clockOf, LATEST } from "../../features/trip/hours";
import { craftNote } from "./trip-words";

interface Props {
  asked: TripQuestion;
  change: (patch: Partial<TripQuestion>) => void;
}

export function TripSentence({ asked, change }: Props) {
  return (
    <div className="sentence open"><p>
      {"On "}<DateFact asked={asked} change={change} />{" from "}<HourFact which="from_hour" asked={asked} change={change} />{" to "}<HourFact which="to_hour" asked={asked} change={change} />
      {", out of and back to "}<HomeFact asked={asked} change={change} />{" "}<CraftFact asked={asked} change={change} />{", for "}<TripFish asked={asked} change={change} />
      {"; over "}<MarksFact asked={asked} change={change} />
      {", with "}<Along what="rods" asked={asked} change={change} />{" and "}<Along what="lines" asked={asked} change={change} />{", "}<CrewFact crew={asked.crew ?? []} onChange={(crew) => change({ crew })} />
      {". Wind "}<TripWind asked={asked} change={change} />{", "}<TripSwell asked={asked} change={change} />{", water "}<TripWater asked={asked} change={change} />{", "}<LampFact asked={asked} change={change} />
      {asked.craft === "foot" && <>{", wading to "}<WadeFact asked={asked} change={change} /></>}{". Heads by "}<TripSchool asked={asked} change={change} />{"."}
    </p></div>
  );
}

function DateFact({ asked, change }: Props) {
  const id = useId();
  return (
    <Fact label="day of the trip" words={dayWords(asked.date)} source="chosen">
      {(close) => (
        <>
          <Form.Label htmlFor={id}>Day</Form.Label>
          <Form.Control id={id} data-first type="date" value={asked.date} onChange={(e) => e.target.value && change({ date: e.target.value })} />
          <p><button type="button" className="plain" onClick={() => change({ date: shiftDate(asked.date, -1) })}>the day before</button>{" "}
            <button type="button" className="plain" onClick={() => change({ date: shiftDate(asked.date, 1) })}>the day after</button></p>
          <button type="button" className="do" onClick={close}>Done</button>
        </>
      )}
    </Fact>
  );
}

const QUARTERS = Array.from({ length: 4 * LATEST + 1 }, (_, i) => i / 4);
const NOON = LATEST - 24;

function HourFact({ which, asked, change }: Props & { which: "from_hour" | "to_hour" }) {
  const from = which === "from_hour";
  // Who sets out after noon may come back the next day.
  const latest = (setOut: number) => (setOut < NOON ? 24 : LATEST);
  const options = QUARTERS.filter((h) => (from ? h < 24 : h >= asked.from_hour + 1 && h <= latest(asked.from_hour)));
  const words = (h: number) => `${clockOf(h)}${h > 24 ? " next day" : ""}`;
  return (
    <Fact label={from ? "out at the earliest" : "back at the latest"} words={words(asked[which])} source="chosen">
      {(close) => (
        <Choice options={options.map((h) => ({ value: h, words: words(h) }))} value={asked[which]} onPick={(h) => {
          change(from ? { from_hour: h, to_hour: Math.min(latest(h), Math.max(asked.to_hour, h + 1)) } : { to_hour: h });
          close();
        }} />
      )}
    </Fact>
  );
}

function HomeFact({ asked, change }: Props) {
  const { marks } = useChosen();
  const { home } = asked;
  const here = marks.find((m) => m.latitude_deg === home.latitude_deg && m.longitude_deg === home.longitude_deg);
  const degrees = { unit: "°", step: 0.001, fromSi: (v: number) => v, toSi: (v: number) => v };
  return (
    <Fact label="where you set out" words={home.name ?? "the slip"} source="chosen">
      {(close) => (
        <>
          <NameForm name={home.name ?? ""} onSet={(name) => { change({ home: { ...home, name } }); close(); }} />
          <p className="sheet-note">It lies at a mark:</p>
          <Choice options={marks.map((m) => ({ value: m.id, words: m.name, note: m.kind }))} value={here?.id ?? 0} onPick={(id) => {
            const m = marks.find((one) => one.id === id)!;
            change({ home: { name: `the shore at ${m.name}`, latitude_deg: m.latitude_deg, longitude_deg: m.longitude_deg } });
            close();
          }} />
          <NumberSheet label="Or at latitude, north positive" scale={degrees} value={home.latitude_deg} digits={5} low={-90} high={90} remedy="as a chart has it" onSet={(latitude_deg) => change({ home: { ...home, latitude_deg } })} />
          <NumberSheet label="and longitude, east positive" scale={degrees} value={home.longitude_deg} digits={5} low={-180} high={180} remedy="as a chart has it" onSet={(longitude_deg) => change({ home: { ...home, longitude_deg } })} />
        </>
      )}
    </Fact>
  );
}

function NameForm({ name, onSet }: { name: string; onSet: (name: string) => void }) {
  const [typed, setTyped] = useState(name);
  const id = useId();
  return (
    <Form onSubmit={(e) => { e.preventDefault(); if (typed.trim()) onSet(typed.trim()); }}>
      <Form.Label htmlFor={id}>You call it</Form.Label>
      <div className="number-row"><Form.Control id={id} data-first maxLength={80} value={typed} onChange={(e) => setTyped(e.target.value)} /><button type="submit" className="do">Set</button></div>
    </Form>
  );
}

function CraftFact({ asked, change }: Props) {
  const units = useUnits();
  const { reference: { crafts } } = useChosen();
  const craft = crafts.find((c) => c.key === asked.craft) ?? crafts[0]!;
  const speeds = asked.speed_m_s ?? craft.speed_m_s;
  return (
    <Fact label="how you get about" words={`${craft.words}, ${text(speed(speeds, units, 1))}`} source={asked.speed_m_s == null ? "assumed" : "typed"}>
      {(close) => (
        <>
          <Choice options={crafts.map((c) => ({ value: c.key, words: c.words, note: craftNote(c, units) }))} value={craft.key} onPick={(value) => { change({ craft: value as TripQuestion["craft"], speed_m_s: null }); close(); }} />
          <NumberSheet label={craft.key === "foot" ? "You walk" : "Through the water you make"} scale={speedScale(units)} value={speeds} digits={1} low={0.1} high={25} remedy="what you keep up for an hour"
                       onSet={(speed_m_s) => { change({ speed_m_s }); close(); }} onClear={() => { change({ speed_m_s: null }); close(); }} clearWords="back to what is usual" />
        </>
      )}
    </Fact>
  );
}

function TripFish({ asked, change }: Props) {
  const { reference } = useChosen();
  const options = reference.fish.map((f) => ({ value: f.key, words: f.name, also: f.also, note: f.scientific }));
  return (
    <Fact label="fish" words={options.find((o) => o.value === asked.fish)?.words ?? "a fish that is gone"} source="chosen">
      {(close) => <Choice options={options} value={asked.fish} recent="fish" onPick={(fish) => { change({ fish }); close(); }} />}
    </Fact>
  );
}

/** The marks that could be fished: tapped in and out; without a tide the current is typed. */
function MarksFact({ asked, change }: Props) {
  const units = useUnits();
  const { marks } = useChosen();
  const chosen = asked.marks.map((m) => marks.find((one) => one.id === m.mark_id)).filter((m) => m !== undefined);
  const flip = (id: number) => {
    const here = asked.marks.some((m) => m.mark_id === id);
    // None is no trip: the last one stays; more than eight take too long.
    if (here ? asked.marks.length === 1 : asked.marks.length === 8) return;
    change({ marks: here ? asked.marks.filter((m) => m.mark_id !== id) : [...asked.marks, { mark_id: id }], holds: (asked.holds ?? []).filter((h) => !here || h.mark_id !== id) });
  };
  return (
    <Fact label="marks that could be fished" words={chosen.map((m) => m.name).join(", ")} source="chosen">
      {(close) => (
        <>
          <div className="choices" role="group" aria-label="marks that could be fished">
            {marks.map((m) => {
              const own = asked.marks.find((one) => one.mark_id === m.id);
              return <button key={m.id} type="button" aria-pressed={own !== undefined} onClick={() => flip(m.id)}><b>{m.name}</b><span>{own ? "could be fished" : "left out"} · {m.kind}</span></button>;
            })}
          </div>
          {chosen.filter((m) => m.tide_port_id === null && m.stream_id === null).map((m) => (
            <NumberSheet key={m.id} label={`${m.name} has no tide: in a current of`} scale={speedScale(units)} value={asked.marks.find((one) => one.mark_id === m.id)?.typed_speed_m_s ?? null} low={0} high={6} remedy="what you expect to see"
                         onSet={(typed_speed_m_s) => change({ marks: asked.marks.map((one) => (one.mark_id === m.id ? { ...one, typed_speed_m_s } : one)) })} />
          ))}
          <p className="sheet-note">Eight at most.</p>
          <button type="button" className="do" onClick={close}>Done</button>
        </>
      )}
    </Fact>
  );
}

const ANY = { rods: "any rod", lines: "any line" };

function Along({ what, asked, change }: Props & { what: "rods" | "lines" }) {
  const { box } = useChosen();
  const rows = box[what];
  const chosen = asked[what]?.split(",").map(Number) ?? null;
  const flip = (id: number) => {
    const now = chosen ?? rows.map((r) => r.id);
    const next = now.includes(id) ? now.filter((x) => x !== id) : [...now, id];
    if (next.length > 0) change({ [what]: next.length === rows.length ? null : next.join(",") });
  };
  return (
    <Fact label={`${what} that go along`} words={chosen ? rows.filter((r) => chosen.includes(r.id)).map((r) => r.name).join(", ") : ANY[what]} source={chosen ? "chosen" : "assumed"}>
      {() => (
        <div className="choices" role="group" aria-label={`${what} that go along`}>
          {rows.map((r) => {
            const on = chosen === null || chosen.includes(r.id);
            return <button key={r.id} type="button" aria-pressed={on} onClick={() => flip(r.id)}><b>{r.name}</b><span>{on ? "goes along" : "stays at home"}</span></button>;
          })}
        </div>
      )}
    </Fact>
  );
}

const NOT_SAID = -1;

function TripWind({ asked, change }: Props) {
  const units = useUnits();
  const from = asked.wind_from_deg ?? null;
  return (
    <Fact label="wind" words={`${text(wind(asked.wind_m_s ?? 3, units))}${from === null ? "" : ` out of the ${compass(from)}`}`} source="typed">
      {(close) => (
        <>
          <NumberSheet label="Wind in the forecast" scale={windScale(units)} value={asked.wind_m_s ?? 3} digits={1} low={0} high={60} remedy="0 when calm" onSet={(wind_m_s) => { change({ wind_m_s }); close(); }} />
          <p className="sheet-note">It comes, for wind against the stream, out of the</p>
          <div className="compass">
            <Choice options={[{ value: NOT_SAID, words: "not said" }, ...COMPASS.map(({ deg, words }) => ({ value: deg, words }))]} value={from ?? NOT_SAID} onPick={(deg) => { change({ wind_from_deg: deg === NOT_SAID ? null : deg }); close(); }} />
          </div>
        </>
      )}
    </Fact>
  );
}

function TripSwell({ asked, change }: Props) {
  const units = useUnits();
  const words = asked.swell_m == null ? "no swell said" : `swell ${text(length(asked.swell_m, units))}`;
  return (
    <Fact label="swell and thunder" words={`${words}${asked.thunder ? ", thunder about" : ""}`} source={asked.swell_m == null ? "assumed" : "typed"}>
      {(close) => (
        <>
          <NumberSheet label="Swell in the forecast, open water" scale={lengthScale(units)} value={asked.swell_m ?? null} digits={1} low={0} high={20} remedy="its height, 0 when flat" onSet={(swell_m) => { change({ swell_m }); close(); }} onClear={() => { change({ swell_m: null }); close(); }} clearWords="not said" />
          <Choice options={[{ value: "none", words: "no thunder", note: "none forecast" }, { value: "about", words: "thunder about", note: "then nothing is open" }]} value={asked.thunder ? "about" : "none"} onPick={(key) => { change({ thunder: key === "about" }); close(); }} />
        </>
      )}
    </Fact>
  );
}

function TripWater({ asked, change }: Props) {
  const units = useUnits();
  return (
    <Fact label="water temperature" words={text(temperature(asked.temperature_c ?? 18, units))} source="typed">
      {(close) => <NumberSheet label="Water temperature" scale={temperatureScale(units)} value={asked.temperature_c ?? 18} digits={1} low={-2} high={40} remedy="enter the water's temperature" onSet={(temperature_c) => { change({ temperature_c }); close(); }} />}
    </Fact>
  );
}

function LampFact({ asked, change }: Props) {
  return (
    <Fact label="in the dark" words={asked.lamp ? "in the dark too, with a lamp" : "not in the dark"} source={asked.lamp ? "chosen" : "assumed"}>
      {(close) => (
        <Choice options={[{ value: "no", words: "not in the dark", note: "out after first light, home before the last" }, { value: "lamp", words: "in the dark too", note: "with a lamp, and not alone" }]} value={asked.lamp ? "lamp" : "no"} onPick={(key) => { change({ lamp: key === "lamp" }); close(); }} />
      )}
    </Fact>
  );
}

function WadeFact({ asked, change }: Props) {
  const units = useUnits();
  return (
    <Fact label="you wade to" words={text(length(asked.wade_m ?? 0.9, units))} source="assumed">
      {(close) => <NumberSheet label="You wade no deeper than" scale={lengthScale(units)} value={asked.wade_m ?? 0.9} digits={1} above={0} high={2} remedy="the height of your thigh at most" onSet={(wade_m) => { change({ wade_m }); close(); }} />}
    </Fact>
  );
}

function TripSchool({ asked, change }: Props) {
  const { reference } = useChosen();
  return (
    <Fact label="school" words={reference.schools.find((s) => s.key === asked.school)?.name ?? ""} source="chosen">
      {(close) => <Choice options={reference.schools.map((s) => ({ value: s.key, words: s.name, note: s.says }))} value={asked.school ?? "lightest-practical"} onPick={(school) => { change({ school }); close(); }} />}
    </Fact>
  );
}
