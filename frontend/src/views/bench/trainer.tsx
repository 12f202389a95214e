// The trainer: rigs to be judged by eye or waters to be read, what each was, what falls due when.
import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Modal } from "react-bootstrap";
import { client, unwrap } from "../../api/client";
import type { Drill, Head, HookFit, Plastic, TrainerScore } from "../../api/types";
import { DrillScene } from "../../drawing/scenes/drill-scene";
import { small, text, type Units } from "../../base/units";
import { Score } from "./score";
import { WaterCourse } from "./water-course";

const SAID: { code: Drill["code"]; words: string }[] = [
  { code: "straight", words: "straight" }, { code: "exit-forward", words: "a gap: out too far forward" },
  { code: "exit-back", words: "bunched: out too far back" }, { code: "bent-up", words: "bent up at the exit" },
  { code: "bent-down", words: "bent down at the exit" }, { code: "off-centre", words: "off the centre line of the back" },
  { code: "nose-off-centre", words: "off the middle of the nose" },
];
const wordsOf = (code: string) => SAID.find((s) => s.code === code)!.words;

interface Props {
  plastic: Plastic;
  head: Head;
  head_mm: number;
  hook: HookFit;
  units: Units;
  onHide: () => void;
}

type Course = "rigs" | "waters";
const COURSES: [Course, string][] = [["rigs", "A straight rig"], ["waters", "A head for the water"]];

export function Trainer(props: Props) {
  const id = useId();
  const [course, setCourse] = useState<Course>("rigs");
  return (
    <Modal show onHide={props.onHide} size="lg" aria-labelledby={`${id}-title`} scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id={`${id}-title`}>Train the eye</Modal.Title></Modal.Header>
      <Modal.Body>
        <div className="courses" role="group" aria-label="Course">
          {COURSES.map(([key, words]) => (
            <button key={key} type="button" className="plain" aria-pressed={course === key} onClick={() => setCourse(key)}>{words}</button>
          ))}
        </div>
        {course === "rigs" ? <Rigs {...props} /> : <WaterCourse units={props.units} />}
      </Modal.Body>
    </Modal>
  );
}

function Rigs(props: Props) {
  const [round, setRound] = useState(0);
  const { data, error, refetch } = useQuery({
    queryKey: ["trainer", round], staleTime: Infinity, gcTime: 0,
    queryFn: ({ signal }) => unwrap(client.GET("/api/trainer", { signal })),
  });
  if (data) return <Series key={round} drills={data.drills} {...props} onAgain={() => setRound(round + 1)} />;
  return error ? <p role="alert">{error.message} <button type="button" className="plain" onClick={() => void refetch()}>try again</button></p>
    : <p role="status">Rigging them up …</p>;
}

function Series({ drills, onAgain, ...props }: Props & { drills: Drill[]; onAgain: () => void }) {
  const [answers, setAnswers] = useState<Drill["code"][]>([]);
  const [shown, setShown] = useState(false);
  const [score, setScore] = useState<TrainerScore | null>(null);
  const [said, setSaid] = useState("");
  const i = shown ? answers.length - 1 : answers.length;
  const drill = drills[i];
  const finish = async () => {
    try {
      setScore(await unwrap(client.POST("/api/trainer", {
        body: { answers: drills.map((d, j) => ({ code: d.code, said: answers[j]! })) },
      })));
    } catch (error) {
      // The answers stay, to be sent again.
      setSaid((error as Error).message);
    }
  };
  if (score) return (
    <Score right={score.right} asked={score.asked} more="What was seen comes back later, and finer." onAgain={onAgain} again="Another ten"
           standing={score.standing.map((s) => ({ ...s, words: wordsOf(s.code) }))} />
  );
  if (!drill) return (
    <>
      <p role="alert">{said}</p>
      <button type="button" className="do" onClick={() => void finish()}>How did I do?</button>
    </>
  );
  const right = shown && answers[i] === drill.code;
  return (
    <>
      <p className="sheet-note">{i + 1} of {drills.length}. Look along it from the side and from above: what is it?</p>
      <DrillScene drill={drill} {...props} />
      {shown ? (
        <p role="status" className={right ? "judged right" : "judged"}>
          <b>{right ? "Yes" : "No"}: {wordsOf(drill.code)}{amount(drill, props.units)}.</b>{" "}
          <button type="button" className="do" autoFocus onClick={() => setShown(false)}>
            {answers.length < drills.length ? "Next" : "That was the last"}
          </button>
        </p>
      ) : (
        <div className="judge">
          {SAID.map(({ code, words }) => (
            <button key={code} type="button" onClick={() => { setAnswers([...answers, code]); setShown(true); }}>{words}</button>
          ))}
        </div>
      )}
    </>
  );
}

function amount(d: Drill, units: Units): string {
  const off = Math.max(d.gap_mm, d.bunch_mm, Math.abs(d.bend_mm), Math.abs(d.side_mm), Math.abs(d.nose_mm));
  return off > 0 ? `, by ${text(small(off, units, 1))}` : "";
}
