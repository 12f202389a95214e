// On the water: one tap for what happens, filled in from the plan, and the count from splash to slack.
import { memo, useEffect, useMemo, useRef, useState } from "react";
import type { DayBoard, Head, LogEvent, Mark, Plastic } from "../../api/types";
import { replace, tell, undo, useWaiting } from "./log";
import { length, text, type Units } from "../../base/units";
import { AskLast } from "./ask-drop";
import { LengthForm } from "./length-form";
import { EventForm } from "./event-form";
import { eventNow, slowOf, waterUnknown } from "./happened";
import { frameNow } from "../day/now";
import { useNow } from "../../base/use-now";
import { answerAloud } from "../../base/announce";
import { useSequence } from "../../base/keys";
import { buzz, useAwake, useHeadset } from "./wet";
import { WaitingNote } from "./waiting-note";
import { KIND_WORDS, at } from "./words";
import { fallPath, placeAt } from "../../drawing/geometry/column";

interface Props {
  /** null: the water of this mark and day is not on this device */
  board: DayBoard | undefined;
  /** undefined: none is on the chart, or in the box; what happens is logged all the same */
  mark: Mark | undefined;
  plastic: Plastic | undefined;
  head: Head | undefined;
  units: Units;
  fish: string | null;
}

const TAPS: [LogEvent["kind"], string][] = [
  ["fish", "fish"], ["bite", "bite"], ["lost", "lost rig"], ["held", "held"], ["swept", "swept"], ["changed", "changed head"],
];

/** An undo stays in sight so long, also when another view was looked at meanwhile. */
const UNDO_MS = 60_000;
let told: { event: LogEvent; at: number } | null = null;

/** What was told last, for a minute. */
function useLast(): [LogEvent | null, (event: LogEvent | null) => void] {
  const [last, setLast] = useState(() => (told && Date.now() - told.at < UNDO_MS ? told : null));
  useEffect(() => {
    if (!last) return;
    const over = setTimeout(() => setLast((now) => (now === last ? null : now)), last.at + UNDO_MS - Date.now());
    return () => clearTimeout(over);
  }, [last]);
  const tellLast = (event: LogEvent | null) => {
    told = event && { event, at: Date.now() };
    setLast(told);
  };
  return [last?.event ?? null, tellLast];
}

const OPEN_KEY = "ilha.log.open";

export const LogBar = memo(function LogBar(props: Props) {
  const { board, mark, plastic, head, fish } = props;
  const [last, setLast] = useLast();
  const [unkept, setUnkept] = useState<{ event: LogEvent; why: string } | null>(null);
  // On a phone, once opened they stay: three things are three taps.
  const [open, setOpenNow] = useState(() => localStorage.getItem(OPEN_KEY) === "1");
  const setOpen = (next: boolean) => {
    localStorage.setItem(OPEN_KEY, next ? "1" : "0");
    setOpenNow(next);
  };
  const [earlier, setEarlier] = useState<{ was: LogEvent | null } | null>(null);
  const aside = new Set(useWaiting().told.filter((row) => row.refused).map((row) => row.id));
  // It is shown as told only once it is kept.
  const say = async (event: LogEvent) => {
    try {
      await tell(event);
      setLast(event);
      setUnkept(null);
      answerAloud(`Told: ${toldWords(event)}`);
      buzz(true);
    } catch (error) {
      setUnkept({ event, why: (error as Error).message });
      buzz(false);
    }
  };
  const log = (kind: LogEvent["kind"], more: Partial<LogEvent> = {}) => {
    void say(eventNow(kind, { board, mark, plastic, head }, more));
  };
  const floats = board?.rigging === "float";
  const tap = (kind: LogEvent["kind"]) => {
    if (!floats || !OF_CURRENT.has(kind)) log(kind, kind === "fish" ? { fish } : {});
  };
  useTapKeys(tap);
  const takeBack = async (event: LogEvent) => {
    try {
      await undo(event.id);
      setLast(null);
      answerAloud(`Taken back: ${toldWords(event)}`);
    } catch (error) {
      setUnkept({ event, why: (error as Error).message });
    }
  };
  return (
    <section className={`log-bar ${open ? "open" : ""}`} aria-label="log on the water">
      {floats ? <p className="no-timer">Under a float nothing is counted down.</p>
        : <Timer {...props} onDrop={(count_s, expected_s) => log("drop", { count_s, expected_s })} />}
      <button type="button" className="log-open" aria-expanded={open} onClick={() => setOpen(!open)}>log</button>
      <div className="log-taps" id="log-taps" tabIndex={-1} aria-label="taps of the log" role="group">
        {TAPS.filter(([kind]) => !floats || !OF_CURRENT.has(kind)).map(([kind, words]) => (
          <button key={kind} type="button" onClick={() => tap(kind)}>{words}</button>
        ))}
        <button type="button" className="earlier" onClick={() => setEarlier({ was: null })}>earlier …</button>
      </div>
      {unkept && (
        <p className="told said" role="alert">
          <b>Not kept: {KIND_WORDS[unkept.event.kind]} {at(unkept.event)}.</b> {unkept.why.charAt(0).toUpperCase() + unkept.why.slice(1)}. Write it down.{" "}
          <button type="button" className="plain" onClick={() => void say(unkept.event)}>try again</button>
        </p>
      )}
      {earlier && <EventForm was={earlier.was} near={{ mark, plastic, head, fish }} onHide={() => setEarlier(null)} onTold={async (event) => {
        await (earlier.was ? replace(earlier.was, event) : tell(event));
        setLast(event);
      }} />}
      {last && !aside.has(last.id) && <Told onRight={() => setEarlier({ was: last })} event={last} onUndo={() => void takeBack(last)} onAmend={(more) => void say({ ...last, ...more })} />}
      {mark && <AskLast mark_id={mark.id} units={props.units} />}
      <WaitingNote />
    </section>
  );
});

const toldWords = (event: LogEvent): string =>
  `${KIND_WORDS[event.kind]} ${at(event)} at ${event.mark_name}${event.head_name ? ` on ${event.head_name}` : ""}${event.plastic_name ? `, ${event.plastic_name}` : ""}`;

/** What a head tells of the current; one that goes with the water tells nothing. */
const OF_CURRENT = new Set<LogEvent["kind"]>(["held", "swept"]);

const TAP_KEYS: [string, LogEvent["kind"]][] = [["f", "fish"], ["b", "bite"], ["r", "lost"], ["h", "held"], ["s", "swept"], ["c", "changed"]];

/** "l" and then a letter, as the taps; always the tap of now. */
function useTapKeys(tap: (kind: LogEvent["kind"]) => void): void {
  const now = useRef(tap);
  useEffect(() => { now.current = tap; });
  useSequence("l", useMemo(() => Object.fromEntries(TAP_KEYS.map(([key, kind]) => [key, () => now.current(kind)])), []));
}

function Told({ event, onUndo, onRight, onAmend }: { event: LogEvent; onUndo: () => void; onRight: () => void; onAmend: (more: Partial<LogEvent>) => void }) {
  return (
    <p className="told">
      <b>{KIND_WORDS[event.kind]}</b>{toldWords(event).slice(KIND_WORDS[event.kind].length)}
      {event.count_s != null && `: ${event.count_s.toFixed(1)} s`}
      {event.length_cm != null && `, ${event.length_cm} cm`}
      {waterUnknown(event) && ", the water not known here: filled in at home"}{" "}
      {event.head_id == null && event.kind !== "began" && event.kind !== "ended" && " No head is said."}
      {event.kind === "fish" && !event.fish && " No fish is named."}{" "}
      <button type="button" className="plain" onClick={onUndo}>undo</button>{" "}
      <button type="button" className="plain" onClick={onRight}>{event.head_id == null || (event.kind === "fish" && !event.fish) ? "say which" : "correct"}</button>
      {event.kind === "fish" && event.length_cm == null && <LengthForm onSet={(length_cm) => onAmend({ length_cm })} />}
    </p>
  );
}

/** Splash to slack: the running count, the one that is expected, and how deep that is. */
function Timer({ board, mark, head, units, onDrop }: Props & { onDrop: (count_s: number, expected_s: number | null) => void }) {
  const [from, setFrom] = useState<number | null>(null);
  const [seconds, setSeconds] = useState(0);
  const [headset, setHeadset] = useState(false);
  useAwake(from !== null);
  useEffect(() => {
    if (from === null) return;
    const tick = setInterval(() => setSeconds((Date.now() - from) / 1000), 100);
    return () => clearInterval(tick);
  }, [from]);
  // Of the minute it is thrown in; between throws it follows the clock.
  const minute = useNow(30);
  const now = frameNow(board, mark?.id ?? 0, from === null ? minute : from / 1000);
  const own = now?.heads.find((h) => h.id === head?.id);
  const count = own?.bottom ?? null;
  const path = now && own && count !== null && own.fallHeight.length > 0 ? fallPath(own.fallHeight, own.fallShift, 0, count, now.depth) : null;
  const down = path && now ? now.depth - placeAt(path, seconds)[1] : null;
  const stop = () => {
    const counted = (Date.now() - from!) / 1000;
    setFrom(null);
    if (counted >= 1) onDrop(Math.round(counted * 10) / 10, count === null || !board ? null : Math.round((count / slowOf(board, head?.id)) * 100) / 100);
  };
  const start = () => { setSeconds(0); setFrom(Date.now()); };
  useHeadset(headset, () => (from === null ? start() : stop()));
  const ear = <button type="button" className="plain ear" aria-pressed={headset} onClick={() => setHeadset(!headset)}>{headset ? "the headset's button taps: turn off" : "by a headset's button"}</button>;
  if (from === null) {
    return <div className="timer-run"><button type="button" className="timer" onClick={start}><b>splash</b><span>as it lands; again at slack{count !== null && `, about ${Math.round(count)}`}</span></button>{ear}</div>;
  }
  return (
    <div className="timer-run">
      <button type="button" className="timer running" onClick={stop}>
        <b>{Math.floor(seconds)}</b>
        <span>{count !== null && `of about ${Math.round(count)}`}{down !== null && ` · ${text(length(Math.min(down, now!.depth), units))} down`} · tap at slack</span>
      </button>
      <button type="button" className="plain" onClick={() => setFrom(null)}>not this one</button>
    </div>
  );
}
