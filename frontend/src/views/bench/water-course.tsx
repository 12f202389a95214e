// The second course: a water is drawn; which head, what count, where to land it. The core answers.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../api/client";
import type { TriedHead, WaterScore, WaterTask } from "../../api/types";
import { headName, length, rangeText, small, speed, text, thickness, wind, type Units } from "../../base/units";
import { OutfitScene } from "../../drawing/scenes/outfit-scene";
import { tooHeavy, tooLight, type Told } from "../../features/day/limits";
import { Score } from "./score";

const TEACHES: Record<WaterTask["code"], string> = {
  "water-slack": "slack water", "water-tide": "a running tide", "water-deep": "deep water",
  "water-line": "a stout line", "water-wind": "wind across", "water-raised": "fish off the bottom",
};

export function WaterCourse({ units }: { units: Units }) {
  const [round, setRound] = useState(0);
  const { data, error, refetch } = useQuery({
    queryKey: ["waters", round], staleTime: Infinity, gcTime: 0,
    queryFn: ({ signal }) => unwrap(client.GET("/api/trainer/waters", { signal })),
  });
  if (data) return <Series key={round} tasks={data.waters} units={units} onAgain={() => setRound(round + 1)} />;
  return error ? <p role="alert">{error.message} <button type="button" className="plain" onClick={() => void refetch()}>try again</button></p>
    : <p role="status">Filling the waters …</p>;
}

function Series({ tasks, units, onAgain }: { tasks: WaterTask[]; units: Units; onAgain: () => void }) {
  const [read, setRead] = useState<boolean[]>([]);
  const [score, setScore] = useState<WaterScore | null>(null);
  const [said, setSaid] = useState("");
  const finish = async () => {
    try {
      setScore(await unwrap(client.POST("/api/trainer/waters", {
        body: { answers: tasks.map((t, i) => ({ code: t.code, right: read[i]! })) },
      })));
    } catch (error) {
      // The answers stay, to be sent again.
      setSaid((error as Error).message);
    }
  };
  if (score) return (
    <Score right={score.right} asked={score.asked} more="The better a water is read, the closer the weights lie." again="Six more" onAgain={onAgain}
           standing={score.standing.map((s) => ({ ...s, words: TEACHES[s.code] }))} />
  );
  const task = tasks[read.length];
  if (!task) return (
    <>
      <p role="alert">{said}</p>
      <button type="button" className="do" onClick={() => void finish()}>How did I do?</button>
    </>
  );
  return (
    <>
      <p className="sheet-note">{read.length + 1} of {tasks.length}: {TEACHES[task.code]}.</p>
      <Water key={read.length} task={task} units={units} last={read.length + 1 === tasks.length} onRead={(right) => setRead([...read, right])} />
    </>
  );
}

const nameOf = (head: TriedHead, units: Units): string => text(headName({ printed_oz: head.ounces, mass_g: head.mass_g }, units));

/** What a head does in this water. */
function does(head: TriedHead, task: WaterTask, units: Units): string {
  const told: Told = {
    limit: head.decided, figure: head.figure, bound: head.bound, lineOut: head.line_out_m, lineMost: task.line_most_m,
    minimum: head.least_g, speedLow: null, speedHigh: null, floats: "sinks",
  };
  switch (head.verdict) {
    case "right": return "right";
    case "too-heavy": return `too heavy, ${tooHeavy(told, units).join(": ")}`;
    case "marginal": return `only just: ${tooLight(told, units)[1]}`;
    default: return `too light, ${tooLight(told, units).filter(Boolean).join(": ")}`;
  }
}

function Water({ task, units, last, onRead }: { task: WaterTask; units: Units; last: boolean; onRead: (right: boolean) => void }) {
  const [head, setHead] = useState<number | null>(null);
  const [count, setCount] = useState<number | null>(null);
  const [lead, setLead] = useState<number | null>(null);
  const best = task.heads[task.best]!;
  const picked = head === null ? null : task.heads[head]!;
  const goodHead = picked?.verdict === "right";
  const seconds = (value: number) => `${value} s`;
  const metres = (value: number) => (value === 0 ? "on them" : text(length(value, units)));
  // Fall and count are what is asked: they are drawn once they were said.
  const shown = (picked === null ? task.heads : picked === best ? [best] : [best, picked])
    .map((h) => (lead === null ? { ...h, lead_m: null } : h));
  const zone = task.zone_from_m > 0 ? `They are ${rangeText(task.zone_from_m, task.zone_to_m, units)} off the bottom.` : "They are on the bottom.";
  return (
    <div className="water-task">
      <p>
        {text(length(task.depth_m, units))} deep, {task.surface_speed_m_s > 0 ? `${text(speed(task.surface_speed_m_s, units))} at the surface` : "no current"},
        {" "}braid of {text(thickness(task.line_mm, units))}, {task.wind_m_s > 0 ? `wind ${text(wind(task.wind_m_s, units))} across` : "no wind"}.
        {" "}{zone} A paddle tail of {text(small(100, units))} on a ball head, cast across and let down on slack line.
      </p>
      <OutfitScene outfits={picked ? shown : []} all={shown} depth={task.depth_m}
                   tip={task.tip_height_m} zone={[task.zone_from_m, task.zone_to_m]} units={units} tall
                   words={picked ? `${nameOf(best, units)} in this water, to scale${picked === best ? "" : `, and dotted ${nameOf(picked, units)}`}` : "The water, to scale"} />
      <Ask label="Which head, the lightest that does it?" options={task.heads.map((h) => nameOf(h, units))} said={head} onSay={setHead} />
      {picked && (
        <p role="status" className={goodHead ? "judged right" : "judged"}>
          <b>{goodHead ? "Yes" : "No"}: {nameOf(picked, units)} is {does(picked, task, units)}.</b>
          {picked !== best && ` ${goodHead ? "Lighter does it too" : "What does it"}: ${nameOf(best, units)}.`}
        </p>
      )}
      {picked && <Ask label={`With ${nameOf(best, units)}: the count to them?`} options={task.counts_s.map(seconds)} said={count} onSay={setCount} />}
      {count !== null && <Judged right={count === task.count_at} words={`${seconds(task.counts_s[task.count_at]!)} to them`} />}
      {count !== null && <Ask label="How far up-current of them does it land?" options={task.leads_m.map(metres)} said={lead} onSay={setLead} />}
      {lead !== null && <Judged right={lead === task.lead_at} words={metres(task.leads_m[task.lead_at]!)} />}
      {lead !== null && (
        <button type="button" className="do" autoFocus onClick={() => onRead(goodHead && count === task.count_at && lead === task.lead_at)}>
          {last ? "That was the last" : "Next"}
        </button>
      )}
    </div>
  );
}

function Judged({ right, words }: { right: boolean; words: string }) {
  return <p role="status" className={right ? "judged right" : "judged"}><b>{right ? "Yes" : "No"}: {words}.</b></p>;
}

function Ask({ label, options, said, onSay }: { label: string; options: string[]; said: number | null; onSay: (i: number) => void }) {
  return (
    <div className="judge answers" role="group" aria-label={label}>
      <p>{label}</p>
      {options.map((words, i) => (
        <button key={words} type="button" disabled={said !== null} aria-pressed={said === i} onClick={() => onSay(i)}>{words}</button>
      ))}
    </div>
  );
}
