// What was logged in a trip's file, handed back as a small file to bring in at home.
import { useEffect } from "react";
import { download } from "../../features/along/file";
import { flush, forget, useWaiting } from "../../features/log/log";
import { KIND_WORDS, at } from "../../features/log/words";

/** As the server reads it back: see docs/along.md. */
const FORMAT = "ilha-log-1";

export default function HandBackView() {
  const { told } = useWaiting();
  // What this browser kept before is told, too.
  useEffect(() => void flush(), []);
  const kept = told.flatMap((row) => (row.event ? [{ row, event: row.event }] : []));
  const handBack = () => {
    const events = kept.map(({ event }) => event);
    download(new Blob([JSON.stringify({ format: FORMAT, events }, null, 1)], { type: "application/json" }), "ilha-log.json");
  };
  return (
    <section className="know-body">
      <h1>Log</h1>
      {kept.length === 0 ? <p>Nothing was logged in this file yet. What you tap on the Day is kept in this browser.</p> : (
        <>
          <p>Kept in this browser: {kept.length}. Handed back, it is a file that is brought in at home under Log, Your data; each is taken once, however often it is brought.</p>
          <p><button type="button" className="do" onClick={handBack}>hand back a file</button></p>
          <ul>{kept.map(({ row, event }) => (
            <li key={row.id}>{at(event)} {KIND_WORDS[event.kind]}, {[event.mark_name, event.head_name, event.plastic_name].filter(Boolean).join(", ")}{" "}
              <button type="button" className="plain" onClick={() => void forget(row)}>drop it<span className="visually-hidden">, {KIND_WORDS[event.kind]} at {at(event)}</span></button></li>
          ))}</ul>
        </>
      )}
    </section>
  );
}
