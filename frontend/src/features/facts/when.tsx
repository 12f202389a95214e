// Day and time: a calendar day, ten-minute steps, now.
import { useId } from "react";
import { Form } from "react-bootstrap";
import type { DayBoard } from "../../api/types";
import { nowStep } from "../day/now";
import { useQuestion } from "../question/question";
import { LAST_STEP, currentStep } from "../question/time";

/** 2026-11-25 -> "Wednesday 25 Nov"; dates are local to the mark, so no zone enters. */
export function dayWords(date: string): string {
  return new Intl.DateTimeFormat("en-GB", {
    weekday: "long", day: "numeric", month: "short", timeZone: "UTC",
  }).format(new Date(`${date}T00:00:00Z`)).replace(",", "");
}

export function shiftDate(date: string, days: number): string {
  const at = new Date(`${date}T00:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
}

export function WhenSheet({ board, close, onStep }: {
  board: DayBoard | undefined; close: () => void; onStep: (step: number) => void;
}) {
  const { set } = useQuestion();
  const id = useId();
  const now = Math.min(LAST_STEP - 1, Math.round(currentStep()));
  return (
    <div className="when-sheet">
      <Form.Label htmlFor={`${id}-day`}>Day</Form.Label>
      <div className="number-row">
        <Form.Control id={`${id}-day`} type="date" value={board?.date ?? ""}
                      onChange={(e) => e.target.value && set({ date: e.target.value })} />
      </div>
      <Form.Label htmlFor={`${id}-time`}>Time at the mark</Form.Label>
      <Form.Select id={`${id}-time`} data-first defaultValue={now}
                   onChange={(e) => onStep(Number(e.target.value))}>
        {board?.clock.slice(0, LAST_STEP).map((c, i) => <option key={i} value={i}>{c}</option>)}
      </Form.Select>
      <p className="sheet-note">{board?.time_zone ?? ""}</p>
      <button type="button" className="do" onClick={close}>Done</button>{" "}
      <button type="button" className="plain" onClick={() => {
        set({ date: null });
        const at = board ? nowStep(board) : null;
        if (at !== null) onStep(at);
        close();
      }}>now</button>
    </div>
  );
}
