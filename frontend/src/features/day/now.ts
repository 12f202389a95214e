// Now, on a board: by this device's clock, which goes on while the board stands.
import type { DayBoard } from "../../api/types";
import { frameAt, type Frame } from "../../drawing/geometry/frame";
import { useNow } from "../../base/use-now";
import { LAST_STEP, currentStep, startAt } from "../question/time";

export const nowS = (): number => Date.now() / 1000;

/** Where an instant stands among a board's steps; null where it is not of its day. */
export function stepAt(board: DayBoard, atS: number): number | null {
  const step = (atS - board.start_utc_s) / board.step_s;
  return step >= 0 && step <= LAST_STEP ? step : null;
}

/** The water of this minute at a mark; null where the board is another mark's or another day's. */
export function frameNow(board: DayBoard | undefined, mark_id: number, atS = nowS()): Frame | null {
  if (!board || board.mark_id !== mark_id) return null;
  const step = stepAt(board, atS);
  return step === null ? null : frameAt(board, step);
}

/** Now among the steps: by this device, else (its clock is elsewhere) by the server's at the time. */
export const nowStep = (board: DayBoard, atS = nowS()): number | null => stepAt(board, atS) ?? board.now_step ?? null;

/** Once a visit, before any hour was chosen: the hour is that of the mark, or eight where it is another day's. */
export function beginNow(board: DayBoard): void {
  if (currentStep() === 0) startAt(nowStep(board) ?? 48);
}

export function useNowStep(board: DayBoard): number | null {
  return nowStep(board, useNow(30));
}

/** Of today when it came, and that day is over. */
export const isOver = (board: DayBoard, cameS: number, atS: number): boolean =>
  stepAt(board, cameS) !== null && stepAt(board, atS) === null;

/** Computed longer ago than a step of the day that it is now. */
export const isOld = (board: DayBoard, atS: number): boolean =>
  stepAt(board, atS) !== null && atS - board.computed_utc_s > board.step_s + 60;
