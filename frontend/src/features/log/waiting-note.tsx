// What is on this device and not yet at home: how much waits, and what was refused, to be corrected
// or dropped.
import { useState } from "react";
import { isInFile } from "../../api/client";
import type { LogEvent } from "../../api/types";
import { typedNumber } from "../../ui/typed";
import { KIND_WORDS, at } from "./words";
import { correct, forget, useWaiting, waitingCount } from "./log";
import type { Told } from "./queue";

export function WaitingNote() {
  const waiting = useWaiting();
  const count = waitingCount(waiting);
  return (
    <>
      {waiting.told.filter((row) => row.refused).map((row) => <RefusedRow key={row.word} row={row} />)}
      {count > 0 && waiting.said && <p className="told said" role="alert">{count} waiting on this device: {waiting.said}</p>}
      {count > 0 && waiting.away && <p className="told" role="status">{count} waiting on this device: {isInFile() ? "hand them back under Log when you are home." : "sent when the server is back, and nothing is lost."}</p>}
    </>
  );
}

const NUMBERS = ["count_s", "length_cm", "depth_m"] as const;
const WORDS: Record<(typeof NUMBERS)[number], string> = { count_s: "count, s", length_cm: "length, cm", depth_m: "depth, m" };
/** A field's name, as the server has it, in an angler's words. */
const plain = (message: string): string => NUMBERS.reduce((words, name) => words.replaceAll(name, `the ${WORDS[name]}`), message);
const MAY_GO = ["count_s", "expected_s", "length_cm", "depth_m", "surface_speed_m_s", "bears_m_s", "fish", "note", "stage", "light", "answer"];

function without(event: LogEvent, field: string): LogEvent {
  return { ...event, [field]: field === "note" ? "" : null };
}

/** One that the server will not take as it is. Everything else goes on without it. */
function RefusedRow({ row }: { row: Told }) {
  const [typed, setTyped] = useState("");
  const { event, refused } = row;
  if (!refused) return null;
  const number = NUMBERS.find((name) => name === refused.field);
  const value = typedNumber(typed);
  return (
    <div className="told said refused" role="alert">
      <p><b>Not taken: {event ? `${KIND_WORDS[event.kind]} ${at(event)}` : "an undo"}.</b> {plain(refused.message)}. It stays here; nothing waits for it.</p>
      <p>
        {event && number && (
          <>
            <label>{WORDS[number]} <input inputMode="decimal" size={6} value={typed} onChange={(e) => setTyped(e.target.value)} /></label>{" "}
            <button type="button" className="plain" disabled={!(value > 0)} onClick={() => void correct(row, { ...event, [number]: value })}>send it so</button>{" · "}
          </>
        )}
        {event && refused.field && MAY_GO.includes(refused.field) && (
          <><button type="button" className="plain" onClick={() => void correct(row, without(event, refused.field!))}>send it without</button>{" · "}</>
        )}
        <button type="button" className="plain" onClick={() => void forget(row)}>drop it</button>
      </p>
    </div>
  );
}
