// On the water: one tap for what happens, filled in from the plan, and the count from splash to slack.
import { useEffect, useState } from "react";
import type { DayBoard, Head, LogEvent, Mark, Plastic } from "../../api/types";
import { tell, undo, useWaiting, waitingCount } from "./log";
import { length, text, type Units } from "../../base/units";
import { AskLast } from "./ask-drop";
import { LengthForm } from "./length-form";
import { eventNow, frameNow, slowOf } from "./happened";
import { fallPath, placeAt } from "../../drawing/geometry/column";
import type { Frame } from "../../drawing/geometry/frame";

interface Props {
  board: DayBoard;
  frame: Frame;
  mark: Mark;
  plastic: Plastic;
  head: Head | undefined;
  units: Units;
  fish: string | null;
}

const TAPS: [LogEvent["kind"], string][] = [
  ["fish", "fish"], ["bite", "bite"], ["lost", "lost rig"], ["held", "held"], ["swept", "swept"], ["changed", "changed head"],
];

export const KIND_WORDS: Record<LogEvent["kind"], string> = {
  began: "began", ended: "ended", fish: "fish", bite: "bite", lost: "lost rig", held: "held", swept: "swept",
  changed: "changed head", drop: "timed drop",
};

export function LogBar(props: Props) {
  const { board, frame, mark, plastic, head, fish } = props;
  const [last, setLast] = useState<LogEvent | null>(null);
  const [open, setOpen] = useState(false);
  const log = (kind: LogEvent["kind"], more: Partial<LogEvent> = {}) => {
    const event = eventNow(kind, { board, mark, plastic, head, looked: frame }, more);
    tell(event);
    setLast(event);
    setOpen(false);
  };
  return (
    <section className={`log-bar ${open ? "open" : ""}`} aria-label="log on the water">
      <Timer {...props} onDrop={(count_s, expected_s) => log("drop", { count_s, expected_s })} />
      <button type="button" className="log-open" aria-expanded={open} onClick={() => setOpen(!open)}>log</button>
      <div className="log-taps">
        {TAPS.map(([kind, words]) => (
          <button key={kind} type="button" onClick={() => log(kind, kind === "fish" ? { fish } : {})}>{words}</button>
        ))}
      </div>
      {last && <Told event={last} onUndo={() => { undo(last.id); setLast(null); }} onAmend={(more) => { const next = { ...last, ...more }; tell(next); setLast(next); }} />}
      <AskLast mark_id={mark.id} units={props.units} />
      <WaitingNote />
    </section>
  );
}

function Told({ event, onUndo, onAmend }: { event: LogEvent; onUndo: () => void; onAmend: (more: Partial<LogEvent>) => void }) {
  const at = new Date(event.at_utc_s * 1000).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
  return (
    <p className="told" role="status">
      <b>{KIND_WORDS[event.kind]}</b> {at}{event.head_name && ` on ${event.head_name}`}
      {event.count_s != null && `: ${event.count_s.toFixed(1)} s`}
      {event.length_cm != null && `, ${event.length_cm} cm`}{" "}
      <button type="button" className="plain" onClick={onUndo}>undo</button>
      {event.kind === "fish" && event.length_cm == null && <LengthForm onSet={(length_cm) => onAmend({ length_cm })} />}
    </p>
  );
}

export function WaitingNote() {
  const waiting = useWaiting();
  const count = waitingCount(waiting);
  if (waiting.refused) return <p className="told said" role="alert">Not taken, and kept here: {waiting.refused}</p>;
  if (count === 0 || !waiting.away) return null;
  return <p className="told" role="status">{count} waiting on this device: sent when the server is back, and nothing is lost.</p>;
}

/** Splash to slack: the running count, the one that is expected, and how deep that is. */
function Timer({ board, frame, head, units, onDrop }: Props & { onDrop: (count_s: number, expected_s: number | null) => void }) {
  const [from, setFrom] = useState<number | null>(null);
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (from === null) return;
    const tick = setInterval(() => setSeconds((Date.now() - from) / 1000), 100);
    return () => clearInterval(tick);
  }, [from]);
  const now = frameNow(board, frame);
  const own = now.heads.find((h) => h.id === head?.id);
  const count = own?.bottom ?? null;
  const path = own && count !== null && own.fallHeight.length > 0 ? fallPath(own.fallHeight, own.fallShift, 0, count, now.depth) : null;
  const down = path && now.depth - placeAt(path, seconds)[1];
  const stop = () => {
    const counted = (Date.now() - from!) / 1000;
    setFrom(null);
    if (counted >= 1) onDrop(Math.round(counted * 10) / 10, count === null ? null : Math.round((count / slowOf(board, head?.id)) * 100) / 100);
  };
  if (from === null) {
    return <button type="button" className="timer" onClick={() => { setSeconds(0); setFrom(Date.now()); }}><b>splash</b><span>as it lands; again at slack{count !== null && `, about ${Math.round(count)}`}</span></button>;
  }
  return (
    <div className="timer-run">
      <button type="button" className="timer running" onClick={stop}>
        <b>{Math.floor(seconds)}</b>
        <span>{count !== null && `of about ${Math.round(count)}`}{down !== null && ` · ${text(length(Math.min(down, now.depth), units))} down`} · tap at slack</span>
      </button>
      <button type="button" className="plain" onClick={() => setFrom(null)}>not this one</button>
    </div>
  );
}
