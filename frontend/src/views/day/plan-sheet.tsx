// The day's change plan in words: which head when, why now, and the plan to take along.
import { useId } from "react";
import { Form, Modal } from "react-bootstrap";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { fileOf, savingsQuery } from "../../api/day";
import type { DayBoard, Head } from "../../api/types";
import { useChosen, useQuestion } from "../../features/question/question";
import { setStep } from "../../features/question/time";
import { headName, length, text, type Units } from "../../base/units";
import { usePlanTrip } from "../../features/trip/use-plan-trip";
import { shapeWords } from "../../ui/weight";
import { frameAt } from "../../drawing/geometry/frame";

interface Props {
  board: DayBoard;
  heads: Map<number, Head>;
  units: Units;
  /** the step that is looked at */
  near: number;
  onHide: () => void;
}

const CHANGES = [
  { value: 0, words: "nothing: change at every pick" },
  { value: 15, words: "a quarter of an hour" },
  { value: 30, words: "half an hour" },
  { value: 60, words: "an hour" },
  { value: 120, words: "two hours" },
];

/** Where there is no room beside the water: over it, and away again with the run that is chosen. */
export function PlanSheet(props: Props) {
  const { onHide } = props;
  return (
    <Modal show onHide={onHide} aria-labelledby="plan-title" centered scrollable>
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="plan-title">The day's plan</Modal.Title>
      </Modal.Header>
      <Modal.Body><Plan {...props} onRun={onHide} /></Modal.Body>
    </Modal>
  );
}

/** Beside the water that it belongs to: each run is looked at as it is chosen. */
export function PlanPanel(props: Props) {
  return (
    <section aria-labelledby="plan-title" className="plan-panel">
      <h2 id="plan-title">The day's plan</h2>
      <button type="button" className="plain" onClick={props.onHide}>back to the heads</button>
      <Plan {...props} onRun={() => undefined} />
    </section>
  );
}

function Plan(props: Props & { onRun: () => void }) {
  const { board } = props;
  const { query } = useQuestion();
  return (
    <>
      <Patience />
      <ol className="plan">
        {board.plan.map((run) => <PlanRow key={run.from_step} run={run} {...props} />)}
      </ol>
      <Worth board={board} />
      <Savings />
      <p className="plan-files">
        Take it along: <Link to="/card">as a card</Link>
        {" · "} <a href={fileOf("plan.txt", query)} download>as text</a>
        {" · "}<a href={fileOf("plan.ics", query)} download>as a calendar</a>
      </p>
      <Elsewhere />
    </>
  );
}

/** This is one mark's day: over several it is a trip. */
function Elsewhere() {
  const { mark } = useChosen();
  const { plan, said } = usePlanTrip();
  if (!mark) return null;
  return <p><button type="button" className="plain" onClick={() => plan(mark)}>plan a trip over the marks near {mark.name}</button> {said && <span role="alert" className="said">{said}</span>}</p>;
}

/** Thinner line, or another stance, with which heads need to be changed less often. */
function Savings() {
  const { query, choose, set } = useQuestion();
  const { data, isFetching } = useQuery(savingsQuery(query));
  if (isFetching && !data) return <p className="sheet-note" role="status">Looking for what would spare a change …</p>;
  if (!data) return null;
  const times = (n: number) => (n === 0 ? "no change" : n === 1 ? "one change" : `${n} changes`);
  return (
    <div className="savings">
      <p>
        {data.changes === 0 ? "No change of heads today."
          : `${times(data.changes)[0]!.toUpperCase()}${times(data.changes).slice(1)} of heads today.`}
        {data.changes > 0 && data.savings.length === 0 && " No thinner line and no other stance would spare one."}
      </p>
      {data.savings.map((saving) => (
        <p key={saving.words}>
          {saving.kind === "line" ? `With the ${saving.words}` : `Fished ${saving.words}`}: {times(saving.changes)}.{" "}
          <button type="button" className="plain" onClick={() =>
            saving.line_id != null ? choose({ line_id: saving.line_id })
              : set({ stance: saving.stance ?? null, tip_height_m: null })}>
            take it
          </button>
        </p>
      ))}
    </div>
  );
}

function Patience() {
  const { facts, set } = useQuestion();
  const id = useId();
  return (
    <>
      <Form.Label htmlFor={id}>A change of heads must be worth</Form.Label>
      <Form.Select id={id} value={facts.change_minutes ?? 30}
                   onChange={(e) => set({ change_minutes: Number(e.target.value) })}>
        {CHANGES.map(({ value, words }) => <option key={value} value={value}>{words}</option>)}
      </Form.Select>
    </>
  );
}

function PlanRow({ run, board, heads, units, near, onRun }: Props & { run: DayBoard["plan"][number]; onRun: () => void }) {
  const middle = Math.floor((run.from_step + run.to_step) / 2);
  const row = run.head_id == null ? undefined : heads.get(run.head_id);
  const frame = frameAt(board, middle);
  const head = frame.heads.find((h) => h.id === run.head_id);
  return (
    <li>
      <button type="button" aria-current={near >= run.from_step && near < run.to_step ? "time" : undefined} onClick={() => { setStep(middle); onRun(); }}>
        <span className="plan-time">{board.clock[run.from_step]} – {board.clock[run.to_step]}</span>
        <b>
          {row ? `${text(headName(row, units))} ${shapeWords(row.shape)} ${row.hook_size}${head && head.day.rigging !== "straight" ? `, ${head.day.rigging_name}` : ""}`
            : run.dry ? "the mark is dry" : "no head is right"}
        </b>
        {head && (
          <span>
            {text(length(frame.depth, units))} deep
            {head.count !== null && `, count ${Math.round(head.count)}`}
            {head.lead !== null && `, land it ${text(length(head.lead, units))} up-tide${(head.beyond ?? 0) < 0.05 ? "" : ` and ${text(length(head.beyond, units))} beyond`}`}
          </span>
        )}
      </button>
    </li>
  );
}

function Worth({ board }: { board: DayBoard }) {
  const sun = board.light.filter((change, i) => i > 0 && (change.sky === "day" || board.light[i - 1]?.sky === "day"));
  return (
    <div className="worth">
      <h3>Worth being there</h3>
      <ul>
        {board.spells.map((spell) => (
          <li key={spell.from_step}>
            <span className="plan-time">{spell.from_clock} – {spell.to_clock}</span>
            {spell.best ? <b>{spell.reasons.join(" and ")}</b> : spell.reasons.join(" and ")}
          </li>
        ))}
      </ul>
      <p className="sheet-note">
        {sun.map((change) => `sun ${change.sky === "day" ? "up" : "down"} ${change.clock}`).join(", ")}
        {sun.length > 0 && "; "}{board.moon}, {Math.round(board.moon_lit * 100)} % lit
        {board.tide_state && `; ${board.tide_state}`}
      </p>
    </div>
  );
}
