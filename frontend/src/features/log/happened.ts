// An event of the log, filled in from the plan: mark, moment, head, plastic, water.
import type { DayBoard, Head, LogEvent, Mark, Plastic } from "../../api/types";
import { newId } from "./log";
import { LAST_STEP } from "../question/time";
import { frameAt, type Frame, type HeadFrame } from "../../drawing/geometry/frame";

interface Now {
  board: DayBoard;
  mark: Mark;
  plastic: Plastic;
  head: Head | undefined;
  /** the moment looked at, for a day that is not today */
  looked: Frame;
}

const SLACK = 0.05;
const SKY = { night: "night", twilight: "low", day: "bright" } as const;

/** The frame of what happens now: today's clock, else the moment looked at. */
export function frameNow(board: DayBoard, looked: Frame): Frame {
  return board.now_step === null ? looked : frameAt(board, Math.min(LAST_STEP, board.now_step));
}

/** How many times the model's count this head takes here, as learned. */
export const slowOf = (board: DayBoard, id: number | undefined): number =>
  board.taught.counts.find((t) => t.head_id === id)?.factor ?? 1;

export function eventNow(kind: LogEvent["kind"], now: Now, more: Partial<LogEvent> = {}): LogEvent {
  const { board, mark, plastic, head } = now;
  const frame = frameNow(board, now.looked);
  const own: HeadFrame | undefined = frame.heads.find((h) => h.id === head?.id);
  const sky = [...board.light].reverse().find((l) => l.step <= frame.step)?.sky ?? "day";
  const predicted = board.speed_from === "predicted";
  return {
    id: newId(), kind, at_utc_s: Math.round(Date.now() / 100) / 10, mark_id: mark.id, mark_name: mark.name,
    head_id: head?.id ?? null, head_name: head?.name ?? "", plastic_id: plastic.id, plastic_name: plastic.name,
    colour: plastic.colour, retrieve: board.retrieve_name, fish: null, length_cm: null,
    depth_m: frame.wet ? Number(frame.depth.toFixed(2)) : null,
    // What the model alone says: learning must not learn from what it taught.
    surface_speed_m_s: predicted ? Number((Math.abs(frame.stream) / board.taught.current.factor).toFixed(4)) : null,
    bears_m_s: own?.bears ?? null,
    stage: Math.abs(frame.stream) < SLACK ? "slack" : frame.stream > 0 ? "flood" : "ebb",
    light: SKY[sky], count_s: null, expected_s: null, note: "", answer: null, ...more,
  };
}
