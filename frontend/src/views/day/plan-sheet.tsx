// The day's change plan in words: which head when, why now, and the plan to take along.
import { useId } from "react";
import { Form, Modal } from "react-bootstrap";
import type { DayBoard, DayQuery, Head } from "../../api/types";
import { useQuestion } from "../../ui/question";
import { setStep } from "../../ui/time";
import { headName, length, text, type Units } from "../../ui/units";
import { shapeWords } from "../../ui/weight";
import { frameAt } from "./frame";

interface Props {
  board: DayBoard;
  heads: Map<number, Head>;
  units: Units;
  onHide: () => void;
}

const CHANGES = [
  { value: 0, words: "nothing: change at every pick" },
  { value: 15, words: "a quarter of an hour" },
  { value: 30, words: "half an hour" },
  { value: 60, words: "an hour" },
  { value: 120, words: "two hours" },
];

export function PlanSheet(props: Props) {
  const { board, onHide } = props;
  const { query } = useQuestion();
  return (
    <Modal show onHide={onHide} aria-labelledby="plan-title" centered scrollable>
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="plan-title">The day's plan</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <Patience />
        <ol className="plan">
          {board.plan.map((run) => <PlanRow key={run.from_step} run={run} {...props} />)}
        </ol>
        <Worth board={board} />
        <p className="plan-files">
          Take it along: <a href={fileOf("plan.txt", query)} download>as text</a>
          {" · "}<a href={fileOf("plan.ics", query)} download>as a calendar</a>
        </p>
      </Modal.Body>
    </Modal>
  );
}

/** The same question as the day's, asked for as a file. */
function fileOf(name: string, query: DayQuery): string {
  const asked = Object.entries(query).filter(([, value]) => value !== undefined);
  return `/api/${name}?${new URLSearchParams(asked.map(([key, value]) => [key, String(value)]))}`;
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

function PlanRow({ run, board, heads, units, onHide }: Props & { run: DayBoard["plan"][number] }) {
  const middle = Math.floor((run.from_step + run.to_step) / 2);
  const row = run.head_id == null ? undefined : heads.get(run.head_id);
  const frame = frameAt(board, middle);
  const head = frame.heads.find((h) => h.id === run.head_id);
  return (
    <li>
      <button type="button" onClick={() => { setStep(middle); onHide(); }}>
        <span className="plan-time">{board.clock[run.from_step]} – {board.clock[run.to_step]}</span>
        <b>
          {row ? `${text(headName(row, units))} ${shapeWords(row.shape)} ${row.hook_size}`
            : run.dry ? "the mark is dry" : "no head is right"}
        </b>
        {head && (
          <span>
            {text(length(frame.depth, units))} deep
            {head.count !== null && `, count ${Math.round(head.count)}`}
            {head.lead !== null && `, land it ${text(length(Math.abs(head.lead), units))} ${head.lead < 0 ? "beyond" : "up-tide"}`}
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
