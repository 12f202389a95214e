// A table that is kept: its days from yesterday on, each high and low water to be put right.
import { useId, useState } from "react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Form } from "react-bootstrap";
import { changed } from "../../api/rests";
import { changeTurn, turnsQuery } from "../../api/tides";
import type { Port, TideTurn } from "../../api/types";
import { length, lengthScale, text } from "../../base/units";
import { secondsOf, wallOf } from "../../base/zone";
import { nowS } from "../day/now";
import { useUnits } from "../question/use-units";
import { plainWords, typedNumber } from "../../ui/typed";
import { TurnButton, dayWords } from "./printed-tide";

const DAYS = 60;

export function TideGrid({ port, zone }: { port: Port; zone: string }) {
  const units = useUnits();
  const queries = useQueryClient();
  const { data, error } = useQuery(turnsQuery(port.id));
  const [open, setOpen] = useState<TideTurn | null>(null);
  const [undo, setUndo] = useState<{ was: TideTurn; is: number | null } | null>(null);
  const [all, setAll] = useState(false);
  const change = async (was: TideTurn | null, is: { time_utc_s: number; height_m: number } | null) => {
    await changeTurn(port.id, { was_utc_s: was?.time_utc_s ?? null, time_utc_s: is?.time_utc_s ?? null, height_m: is?.height_m ?? null });
    await changed(queries, "places");
  };
  if (!data) return <p className="waiting" role="status">{error ? plainWords(error) : "Reading the table …"}</p>;
  const from = all ? 0 : nowS() - 86400;
  const days = new Map<string, TideTurn[]>();
  for (const turn of data.turns) {
    if (turn.time_utc_s < from) continue;
    const day = wallOf(turn.time_utc_s, zone).slice(0, 10);
    days.set(day, [...(days.get(day) ?? []), turn]);
  }
  return (
    <div className="tide-grid">
      {undo && (
        <p className="strip" role="status">Put right.{" "}
          <button type="button" className="plain" onClick={() => {
            const now = undo.is === null ? null : ({ time_utc_s: undo.is } as TideTurn);
            void change(now, undo.was).then(() => setUndo(null));
          }}>as it was</button>
        </p>
      )}
      {days.size === 0 && <p className="sheet-note">Nothing from yesterday on: the table has run out.</p>}
      <div className="tide-days" tabIndex={0} role="region" aria-label={`the table of ${port.name}`}>
        <table>
          <tbody>
            {[...days].slice(0, DAYS).map(([day, turns]) => (
              <tr key={day}>
                <th scope="row">{dayWords(day)}</th>
                {turns.map((turn) => (
                  <td key={turn.time_utc_s}>
                    <TurnButton day={day} kind={turn.kind} clock={wallOf(turn.time_utc_s, zone).slice(11)} height={text(length(turn.height_m, units, 2))} onOpen={() => setOpen(turn)} />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {!all && data.turns.length > 0 && data.turns[0]!.time_utc_s < from && <button type="button" className="plain" onClick={() => setAll(true)}>days before yesterday too</button>}
      {open && <TurnForm key={open.time_utc_s} turn={open} zone={zone} onHide={() => setOpen(null)} onChange={async (is) => {
        await change(open, is);
        setUndo({ was: open, is: is?.time_utc_s ?? null });
        setOpen(null);
      }} />}
    </div>
  );
}

function TurnForm({ turn, zone, onHide, onChange }: { turn: TideTurn; zone: string; onHide: () => void; onChange: (is: { time_utc_s: number; height_m: number } | null) => Promise<void> }) {
  const id = useId();
  const scale = lengthScale(useUnits());
  const [when, setWhen] = useState(wallOf(turn.time_utc_s, zone));
  const [height, setHeight] = useState(String(Number(scale.fromSi(turn.height_m).toFixed(2))));
  const [said, setSaid] = useState("");
  const save = async (gone: boolean) => {
    const [at, up] = [secondsOf(when, zone), scale.toSi(typedNumber(height, scale.unit))];
    if (!gone && !Number.isFinite(at)) return setSaid("The time must be a day and an hour: choose both.");
    if (!gone && !Number.isFinite(up)) return setSaid(`The height must be a number, in ${scale.unit}: correct it.`);
    try {
      await onChange(gone ? null : { time_utc_s: Math.round(at), height_m: up });
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <Form className="turn-form" noValidate onSubmit={(e) => { e.preventDefault(); void save(false); }}>
      <label htmlFor={`${id}-when`}>{turn.kind} water at</label>
      <Form.Control id={`${id}-when`} type="datetime-local" value={when} onChange={(e) => setWhen(e.target.value)} />
      <label htmlFor={`${id}-height`}>height, {scale.unit}</label>
      <Form.Control id={`${id}-height`} inputMode="decimal" value={height} onChange={(e) => setHeight(e.target.value)} />
      <button type="submit" className="do">Put it right</button>{" "}
      <button type="button" className="plain" onClick={() => void save(true)}>take it out</button>{" "}
      <button type="button" className="plain" onClick={onHide}>leave it</button>
      <p role="alert" className="said">{said}</p>
    </Form>
  );
}
