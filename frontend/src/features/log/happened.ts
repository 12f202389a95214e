// An event of the log, filled in from the day's water at the minute it happens: mark, moment, head,
// plastic, depth, current, light. What is not known of that minute is left out: the server fills it
// in from its own tide, never from an older board.
import type { DayBoard, Head, LogEvent, Mark, Plastic } from "../../api/types";
import { newId } from "./queue";
import { frameNow, nowS } from "../day/now";
import type { Frame, HeadFrame } from "../../drawing/geometry/frame";

interface Now {
  board: DayBoard | undefined;
  mark: Mark | undefined;
  plastic: Plastic | undefined;
  head: Head | undefined;
}

/** Where there is no mark on the chart yet. */
export const NOWHERE = "not on the chart";
const SLACK = 0.05;
const SKY = { night: "night", twilight: "low", day: "bright" } as const;
/** How many times the model's count this head takes here, as learned. */
export const slowOf = (board: DayBoard, id: number | undefined): number =>
  board.taught.counts.find((t) => t.head_id === id)?.factor ?? 1;

type Water = Pick<LogEvent, "depth_m" | "surface_speed_m_s" | "bears_m_s" | "stage" | "light" | "retrieve">;
/** For the server to fill in. */
export const NOT_KNOWN: Water = { depth_m: null, surface_speed_m_s: null, bears_m_s: null, stage: null, light: null, retrieve: "" };

function waterOf(board: DayBoard, frame: Frame, head: Head | undefined): Water {
  const own: HeadFrame | undefined = frame.heads.find((h) => h.id === head?.id);
  const sky = [...board.light].reverse().find((l) => l.step <= frame.step)?.sky ?? "day";
  return {
    retrieve: board.retrieve_name,
    depth_m: frame.wet ? Number(frame.depth.toFixed(2)) : null,
    // What the model alone says: learning must not learn from what it taught.
    surface_speed_m_s: board.speed_from === "predicted" ? Number((Math.abs(frame.stream) / board.taught.current.factor).toFixed(4)) : null,
    bears_m_s: own?.bears ?? null,
    stage: Math.abs(frame.stream) < SLACK ? "slack" : frame.stream > 0 ? "flood" : "ebb",
    light: SKY[sky],
  };
}

export function eventNow(kind: LogEvent["kind"], now: Now, more: Partial<LogEvent> = {}): LogEvent {
  const { board, mark, plastic, head } = now;
  const at = nowS();
  const frame = frameNow(board, mark?.id ?? 0, at);
  return {
    id: newId(), kind, at_utc_s: Math.round(at * 10) / 10, mark_id: mark?.id ?? null, mark_name: mark?.name ?? NOWHERE,
    head_id: head?.id ?? null, head_name: head?.name ?? "", plastic_id: plastic?.id ?? null, plastic_name: plastic?.name ?? "",
    colour: plastic?.colour ?? "", fish: null, length_cm: null, count_s: null, expected_s: null, note: "", answer: null,
    ...(board && frame ? waterOf(board, frame, head) : NOT_KNOWN), ...more,
  };
}

/** Whether the water of an event is to be filled in by the server. */
export const waterUnknown = (e: LogEvent): boolean => e.stage == null && e.depth_m == null && e.light == null;
