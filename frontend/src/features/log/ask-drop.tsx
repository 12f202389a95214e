// A drop that came out otherwise than computed: one question, and the answer goes with the drop.
import { useQuery } from "@tanstack/react-query";
import { learnedQuery } from "../../api/log";
import type { LogEvent } from "../../api/types";
import { length, text, type Units } from "../../base/units";
import { tell } from "./log";

/** Of one drop: which way it is off, and what could be why. */
export function AskDrop({ drop, units }: { drop: LogEvent; units: Units }) {
  const [seen, model] = [drop.count_s ?? 0, drop.expected_s ?? 0];
  const longer = seen > model;
  const depth = drop.depth_m ?? null;
  const told = depth !== null && model > 0 ? text(length((depth * seen) / model, units)) : "";
  const answer = (why: NonNullable<LogEvent["answer"]>) => () => tell({ ...drop, answer: why });
  return (
    <div className="ask-drop" role="group" aria-label="a drop that came out otherwise">
      <p>
        <b>{seen.toFixed(0)} s where {model.toFixed(0)} were expected</b> at {drop.mark_name}, on {drop.head_name}: is it{" "}
        {longer ? "deeper here, or does it fall slower?" : "shallower here, or does it fall faster?"} Nothing is learned from it until you say.
      </p>
      <button type="button" className="plain" onClick={answer("deeper")}>{longer ? "deeper" : "shallower"} here{told && `: ${told}`}</button>{" · "}
      <button type="button" className="plain" onClick={answer("slower")}>it falls {longer ? "slower" : "faster"}</button>{" · "}
      <button type="button" className="plain" onClick={answer("slip")}>a slip of the thumb</button>
    </div>
  );
}

/** The last drop of a mark that waits for an answer. */
export function AskLast({ mark_id, units }: { mark_id: number; units: Units }) {
  const { data } = useQuery(learnedQuery);
  const drop = data?.asked.find((d) => d.mark_id === mark_id);
  return drop ? <AskDrop drop={drop} units={units} /> : null;
}
