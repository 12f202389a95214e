// A tide table as it is printed or copied: pasted, seen as it was understood, and then kept; or
// brought to one that is there, to go on with it or to put it right.
import { useEffect, useId, useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { Form } from "react-bootstrap";
import { changed } from "../../api/rests";
import { keepTide, moreTide, readTide } from "../../api/tides";
import type { Port, ReadTide, TideRead } from "../../api/types";
import { readFile } from "../../base/read-file";
import { length, text as words } from "../../base/units";
import { Line } from "../../ui/form-row";
import { plainWords } from "../../ui/typed";
import { useUnits } from "../question/use-units";

interface Props {
  zone: string;
  latitude_deg: number | null;
  /** the table it belongs to; null: a new one */
  port: Port | null;
  name: string;
  onKept: (port: Port) => void;
}

type As = Pick<ReadTide, "unit" | "order" | "clock" | "first_day">;
const SAY = "Tue 1 Dec\n04:21  3.2\n10:34  0.9\n16:50  3.4 …";
const WAIT_MS = 300;

/** "2026-12-01" as one says it. */
export const dayWords = (day: string): string =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" });

export function PrintedTide({ zone, latitude_deg, port, name, onKept }: Props) {
  const id = useId();
  const queries = useQueryClient();
  const [text, setText] = useState("");
  const [as, setAs] = useState<As>({});
  const [called, setCalled] = useState(name);
  const [read, setRead] = useState<TideRead | null>(null);
  const [said, setSaid] = useState("");
  const [keeping, setKeeping] = useState(false);
  useEffect(() => {
    if (text.trim() === "") return;
    let still = true;
    const soon = setTimeout(() => {
      readTide({ text, time_zone: zone, ...as }).then(
        (found) => { if (still) { setRead(found); setSaid(""); } },
        (error: unknown) => { if (still) setSaid(plainWords(error)); });
    }, WAIT_MS);
    return () => { still = false; clearTimeout(soon); };
  }, [text, as, zone]);
  const shown = text.trim() === "" ? null : read;
  const keep = async (mode: "extend" | "replace") => {
    setKeeping(true);
    try {
      const body = { text, time_zone: zone, leave_unread: true, ...as };
      const kept = await (port ? moreTide(port.id, { ...body, mode }) : keepTide({ ...body, name: called.trim() || name, latitude_deg }));
      await changed(queries, "places");
      setText("");
      setRead(null);
      onKept(kept);
    } catch (error) {
      setSaid(plainWords(error));
    }
    setKeeping(false);
  };
  return (
    <div className="printed-tide">
      <Form.Label htmlFor={`${id}-text`}>The table as it is printed: paste it, or type it</Form.Label>
      <Form.Control id={`${id}-text`} as="textarea" rows={6} spellCheck={false} autoComplete="off" placeholder={SAY} value={text}
                    onChange={(e) => setText(e.target.value)} />
      <p className="sheet-note">Any layout: days, times, heights, high or low, in whatever order. Times by the clock of the place, {zone.replaceAll("_", " ")}.</p>
      <div className="form-row">
        <Form.Label htmlFor={`${id}-file`}>or from a file</Form.Label>
        <Form.Control id={`${id}-file`} type="file" accept=".txt,.csv,.tsv,text/*" onChange={(e) => {
          const file = (e.target as HTMLInputElement).files?.[0];
          if (file) void readFile(file).then(setText, (error: unknown) => setSaid(plainWords(error)));
        }} />
      </div>
      {shown && <Understood read={shown} as={as} onAs={setAs} />}
      <p role="alert" className="said">{said}</p>
      {shown && shown.turns.length > 0 && (
        <>
          {!port && <Line id={`${id}-name`} label="Name of the port" value={called} onChange={setCalled} />}
          <button type="button" className="do" disabled={keeping} onClick={() => void keep("extend")}>
            {keeping ? "Keeping it …" : `${port ? "Add it to the table" : "Keep it"}${shown.unread.length > 0 ? ", without what could not be read" : ""}`}
          </button>{" "}
          {port && <button type="button" className="plain" disabled={keeping} onClick={() => void keep("replace")}>put it in the whole table's place</button>}
        </>
      )}
    </div>
  );
}

function Understood({ read, as, onAs }: { read: TideRead; as: As; onAs: (as: As) => void }) {
  const id = useId();
  const set = (patch: As) => onAs({ ...as, ...patch });
  const pick = (key: string, label: string, value: string, options: [string, string][], onChange: (value: string) => void) => (
    <span className="as">
      <label htmlFor={`${id}-${key}`}>{label}</label>
      <Form.Select id={`${id}-${key}`} value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map(([v, w]) => <option key={v} value={v}>{w}</option>)}
      </Form.Select>
    </span>
  );
  return (
    <div className="understood" role="group" aria-label="what was understood">
      <p role="status">
        {read.turns.length === 0 ? "No high or low water found yet." : (
          <><b>{read.turns.length} high and low waters</b>, {dayWords(read.from_day!)}{read.to_day !== read.from_day && ` to ${dayWords(read.to_day!)}`}.</>
        )}
        {read.unread.length > 0 && ` ${read.unread.length} ${read.unread.length === 1 ? "line" : "lines"} could not be read.`}
      </p>
      <p className="as-row">
        {pick("unit", "heights in", read.unit, [["m", "metres"], ["ft", "feet"]], (unit) => set({ unit: unit as "m" | "ft" }))}
        {pick("clock", "times", read.clock, [["local", "by the clock there"], ["standard", "without summer time"], ["utc", "UTC"]], (clock) => set({ clock: clock as TideRead["clock"] }))}
        {read.order && pick("order", "days", read.order, [["day-first", "day before month"], ["month-first", "month before day"]], (order) => set({ order: order as "day-first" | "month-first" }))}
        {read.first_day && (
          <span className="as">
            <label htmlFor={`${id}-first`}>it names no day; it begins on</label>
            <Form.Control id={`${id}-first`} type="date" value={read.first_day} onChange={(e) => set({ first_day: e.target.value || null })} />
          </span>
        )}
      </p>
      {read.unread.length > 0 && (
        <ul className="unread" aria-label="lines that could not be read">
          {read.unread.slice(0, 12).map((one) => <li key={`${one.line} ${one.why}`}>line {one.line}, “{one.text}”: {one.why}</li>)}
          {read.unread.length > 12 && <li>and {read.unread.length - 12} more</li>}
        </ul>
      )}
      {read.gaps.map((gap) => <p key={gap.after} className="caution">A high or low water is missing between {gap.after} and {gap.before}.</p>)}
      {read.turns.length > 0 && read.wants.length > 0 && (
        <p className="sheet-note">Not in it: {read.wants.join("; ")}. The day is drawn all the same, with that one assumed.</p>
      )}
      <Turns read={read} />
    </div>
  );
}

/** What was understood, a row a day. */
function Turns({ read }: { read: TideRead }) {
  const units = useUnits();
  const days = grouped(read.turns);
  return (
    <div className="tide-days" tabIndex={0} role="region" aria-label="days as they were understood">
      <table>
        <tbody>
          {[...days].slice(0, 400).map(([day, turns]) => (
            <tr key={day}>
              <th scope="row">{dayWords(day)}</th>
              {turns.map((t) => <td key={t.time_utc_s}><span>{t.kind}</span> <b>{t.clock}</b> {words(length(t.height_m, units, 2))}</td>)}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function grouped(turns: TideRead["turns"]): Map<string, TideRead["turns"]> {
  const out = new Map<string, TideRead["turns"]>();
  for (const turn of turns) out.set(turn.day, [...(out.get(turn.day) ?? []), turn]);
  return out;
}
