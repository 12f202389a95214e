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
/** Where the server, which counts the lines, ends one. */
const LINE_END = /\r\n|[\n\r\v\f\u0085\u2028\u2029]/;

/** "2026-12-01" as one says it. */
export const dayWords = (day: string): string =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" });

export function PrintedTide({ zone, latitude_deg, port, name, onKept }: Props) {
  const id = useId();
  const queries = useQueryClient();
  const [text, setText] = useState("");
  const [as, setAs] = useState<As>({});
  const [typed, setTyped] = useState<string | null>(null);
  const called = typed ?? name;
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
  const lines = text.split(LINE_END);
  const putRight = (line: number, now: string) => setText(lines.map((was, i) => (i === line - 1 ? now : was)).join("\n"));
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
      {shown && <Understood read={shown} as={as} onAs={setAs} lines={lines} onLine={putRight} />}
      <p role="alert" className="said">{said}</p>
      {shown && shown.turns.length > 0 && (
        <>
          {!port && <Line id={`${id}-name`} label="Name of the port" value={called} onChange={setTyped} />}
          <button type="button" className="do" disabled={keeping} onClick={() => void keep("extend")}>
            {keeping ? "Keeping it …" : `${port ? "Add it to the table" : "Keep it"}${shown.unread.length > 0 ? ", without what could not be read" : ""}`}
          </button>{" "}
          {port && <button type="button" className="plain" disabled={keeping} onClick={() => void keep("replace")}>put it in the whole table's place</button>}
        </>
      )}
    </div>
  );
}

interface UnderstoodProps {
  read: TideRead;
  as: As;
  onAs: (as: As) => void;
  /** of the text, as it was pasted */
  lines: string[];
  onLine: (line: number, now: string) => void;
}

function Understood({ read, as, onAs, lines, onLine }: UnderstoodProps) {
  const id = useId();
  const [open, setOpen] = useState<number | null>(null);
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
          {read.unread.slice(0, 12).map((one) => <li key={`${one.line} ${one.why}`}>line {one.line}, “{one.text}”: {one.why} <button type="button" className="plain" aria-label={`put line ${one.line} right`} onClick={() => setOpen(one.line)}>put it right</button></li>)}
          {read.unread.length > 12 && <li>and {read.unread.length - 12} more</li>}
        </ul>
      )}
      {read.gaps.map((gap) => <p key={gap.after} className="caution">A high or low water is missing between {gap.after} and {gap.before}.</p>)}
      {read.turns.length > 0 && read.wants.length > 0 && (
        <p className="sheet-note">Not in it: {read.wants.join("; ")}. The day is drawn all the same, with that one assumed.</p>
      )}
      {open !== null && (
        <LineForm key={open} line={open} was={lines[open - 1] ?? ""} onHide={() => setOpen(null)} onChange={(now) => { onLine(open, now); setOpen(null); }} />
      )}
      {read.turns.length > 0 && <p className="sheet-note">Tap one that was read wrongly: its line is put right before it is kept.</p>}
      <Turns read={read} onOpen={setOpen} />
    </div>
  );
}

/** One line of the table, put right in the words in which it was pasted. */
function LineForm({ line, was, onHide, onChange }: { line: number; was: string; onHide: () => void; onChange: (now: string) => void }) {
  const id = useId();
  const [now, setNow] = useState(was);
  return (
    <form className="turn-form" noValidate onSubmit={(e) => { e.preventDefault(); onChange(now); }}>
      <label htmlFor={`${id}-line`}>Line {line}, as you brought it</label>
      <Form.Control id={`${id}-line`} value={now} spellCheck={false} autoComplete="off" autoFocus onChange={(e) => setNow(e.target.value)} />
      <button type="submit" className="do">Read it so</button>{" "}
      <button type="button" className="plain" onClick={() => onChange("")}>take the line out</button>{" "}
      <button type="button" className="plain" onClick={onHide}>leave it</button>
    </form>
  );
}

/** What was understood, a row a day. */
function Turns({ read, onOpen }: { read: TideRead; onOpen: (line: number) => void }) {
  const units = useUnits();
  const days = grouped(read.turns);
  return (
    <div className="tide-days" tabIndex={0} role="region" aria-label="days as they were understood">
      <table>
        <tbody>
          {[...days].slice(0, 400).map(([day, turns]) => (
            <tr key={day}>
              <th scope="row">{dayWords(day)}</th>
              {turns.map((t) => (
                <td key={t.time_utc_s}>
                  <TurnButton day={day} kind={t.kind} clock={t.clock} height={words(length(t.height_m, units, 2))} onOpen={() => onOpen(t.line)} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface TurnProps {
  day: string;
  kind: string;
  clock: string;
  height: string;
  onOpen: () => void;
}

/** A high or low water that can be put right. */
export function TurnButton({ day, kind, clock, height, onOpen }: TurnProps) {
  return (
    <button type="button" className="plain turn" onClick={onOpen}>
      <span className="visually-hidden">put right, {dayWords(day)}: </span><span>{kind}</span> <b>{clock}</b> {height}
    </button>
  );
}

function grouped(turns: TideRead["turns"]): Map<string, TideRead["turns"]> {
  const out = new Map<string, TideRead["turns"]>();
  for (const turn of turns) out.set(turn.day, [...(out.get(turn.day) ?? []), turn]);
  return out;
}
