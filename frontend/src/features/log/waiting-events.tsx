// What waits on this device, one by one, so that a photograph can be laid beside it before it is at
// home; and photographs that were not taken there.
import { isInFile } from "../../api/client";
import type { LogEvent } from "../../api/types";
import { useWaiting } from "./log";
import { Photographs } from "./photographs";
import { dropPicture, usePictures } from "./pictures";
import { KIND_WORDS, eventWords } from "./words";

/** clock : of each by its place. */
export function WaitingEvents({ clock }: { clock: (event: LogEvent) => string }) {
  const { told, away, said } = useWaiting();
  const events = told.flatMap((row) => (row.event && !row.refused ? [row.event] : []));
  const refused = usePictures().filter((one) => one.refused !== null);
  if (isInFile()) return null;
  return (
    <>
      {refused.map((one) => (
        <p key={one.id} className="told said" role="alert">
          <b>A photograph is not taken:</b> {one.refused} It stays here until it is dropped.{" "}
          <button type="button" className="plain" onClick={() => void dropPicture(one.id)}>drop it</button>
        </p>
      ))}
      {events.length > 0 && (away || said !== null) && (
        <ul className="events" aria-label="on this device, not yet at home">
          {events.map((e) => (
            <li key={e.id}>
              <time>{clock(e)}</time> <b>{KIND_WORDS[e.kind]}{e.fish && `: ${e.fish.replaceAll("-", " ")}`}</b>{" "}
              <span>{e.mark_name}, on this device</span>
              <Photographs of={[]} event_id={e.id} words={eventWords(e, clock(e))} />
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
