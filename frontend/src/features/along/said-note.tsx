// What was changed on this device while the server was away, and what the server would not take.
import { dayWords } from "../facts/when";
import { usePending, drop, type Change } from "./said";

const wordsOf = (change: Change): string => change.path.startsWith("/api/trips") ? `the trip of ${dayWords(String(change.now.date))}` : "what is chosen";

/** Of all that was not taken home; trip : the path of one whose change is told of while it waits. */
export function SaidNote({ trip }: { trip?: string }) {
  const changes = usePending().filter((one) => one.path === trip || one.refused !== null);
  return changes.map((one) => (
    <p key={one.path} className={one.refused === null ? "told" : "told said"} role={one.refused === null ? "status" : "alert"}>
      {one.refused === null
        ? "Changed on this device while the server was away: it goes home when the server answers."
        : <><b>Not taken home: {wordsOf(one)}.</b> {one.refused} It stays here until it is dropped.</>}{" "}
      <button type="button" className="plain" onClick={() => void drop(one.path)}>{one.refused === null ? "take the change back" : "drop it"}</button>
    </p>
  ));
}
