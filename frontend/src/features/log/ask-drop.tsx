// A drop that came out otherwise than computed: one question, and the answer goes with the drop.
import { useState } from "react";
import { useQuery } from "@tanstack/react-query";
import { learnedQuery } from "../../api/log";
import type { LogEvent } from "../../api/types";
import { length, text, type Units } from "../../base/units";
import { tell } from "./log";

interface Asked {
  drop: LogEvent;
  told_s: number;
}

/** Of one drop: which way it is off, and what could be why. */
export function AskDrop({ asked: { drop, told_s: model }, units }: { asked: Asked; units: Units }) {
  const seen = drop.count_s ?? 0;
  const longer = seen > model;
  const depth = drop.depth_m ?? null;
  const told = depth !== null && model > 0 ? text(length((depth * seen) / model, units)) : "";
  const [unkept, setUnkept] = useState("");
  const answer = (why: NonNullable<LogEvent["answer"]>) => () =>
    void tell({ ...drop, answer: why }).then(() => setUnkept(""), (error: Error) => setUnkept(error.message));
  return (
    <div className="ask-drop" role="group" aria-label="a drop that came out otherwise">
      <p>
        <b>{seen.toFixed(1)} s where {model.toFixed(1)} were expected</b> at {drop.mark_name}, on {drop.head_name}: is it{" "}
        {longer ? "deeper here, or does it fall slower?" : "shallower here, or does it fall faster?"} Nothing is learned from it until you say.
      </p>
      <button type="button" className="plain" onClick={answer("deeper")}>{longer ? "deeper" : "shallower"} here{told && `: ${told}`}</button>{" · "}
      <button type="button" className="plain" onClick={answer("slower")}>it falls {longer ? "slower" : "faster"}</button>{" · "}
      <button type="button" className="plain" onClick={answer("slip")}>a slip of the thumb</button>
      {unkept && <p role="alert" className="said">Not kept: {unkept}.</p>}
    </div>
  );
}

const RECENT_S = 12 * 3600;

/** The last drop of this trip that waits for an answer; older ones wait in the Log. */
export function AskLast({ mark_id, units }: { mark_id: number; units: Units }) {
  const { data } = useQuery(learnedQuery);
  const [opened] = useState(() => Date.now() / 1000);
  const asked = data?.asked.find(({ drop }) => drop.mark_id === mark_id && drop.at_utc_s > opened - RECENT_S);
  return asked ? <AskDrop asked={asked} units={units} /> : null;
}
