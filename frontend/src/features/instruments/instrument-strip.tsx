// What sounder, compass and wind vane say now, each with its age, taken into the Day with a touch.
import { useQuery } from "@tanstack/react-query";
import { instrumentsQuery } from "../../api/instruments";
import { useNow } from "../../base/use-now";
import { useUnits } from "../question/use-units";
import { useQuestion } from "../question/question";
import type { Facts, Typed } from "../question/facts";
import { aged, ageWords, sayings, type Saying } from "./taken";

/** step : of the day, now; null where the day shown is not today. */
export function InstrumentStrip({ step, drifts }: { step: number | null; drifts: boolean }) {
  const units = useUnits();
  const { set, setTyped } = useQuestion();
  const { data, dataUpdatedAt } = useQuery(instrumentsQuery);
  const now = useNow(2);
  if (!data?.source) return null;
  const said = sayings(aged(data, Math.max(0, now - dataUpdatedAt / 1000)), units, step, drifts);
  const take = (some: Saying[]) => {
    const facts = Object.assign({}, ...some.map((s) => s.facts ?? {})) as Partial<Facts>;
    const typed = Object.assign({}, ...some.map((s) => s.typed ?? {})) as Typed;
    if (Object.keys(facts).length > 0) set(facts);
    if (Object.keys(typed).length > 0) setTyped(typed);
  };
  const takes = said.filter((s) => (s.facts ?? s.typed) && s.key !== "fish");
  return (
    <div className="strip instruments" role="group" aria-label="instruments">
      <b>Instruments</b>{" "}
      {data.said && <span className="said">{data.source} does not speak: {data.said}. </span>}
      {said.length === 0 && !data.said && <span>listening to {data.source}: nothing yet{data.bad > 0 && `, ${data.bad} lines that do not read`}</span>}
      {said.map((s) => (
        <span key={s.key} className={s.stale ? "instrument stale" : "instrument"}>
          {s.facts ?? s.typed ? <button type="button" className="plain" title={`take it: ${s.words}`} onClick={() => take([s])}>{s.words}</button> : s.words}{" "}
          <small>{ageWords(s.age_s)}{s.stale && ", stale"}</small>
        </span>
      ))}
      {takes.length > 1 && <button type="button" className="plain" onClick={() => take(takes)}>take all</button>}
      {data.track_points > 1 && <> <a href="/api/instruments/track.gpx" download>the track, GPX</a></>}
    </div>
  );
}
