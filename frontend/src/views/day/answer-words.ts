// The Day's answer in one sentence, for who does not see it.
import type { DayBoard, Head } from "../../api/types";
import type { Frame, HeadFrame } from "../../drawing/geometry/frame";
import { countText, helpWords, sureWords } from "../../features/day/words";
import { headName, length, text, type Units } from "../../base/units";
import { shapeWords } from "../../ui/weight";

export function answerWords(board: DayBoard, frame: Frame, chosen: HeadFrame | undefined, row: Head | undefined, units: Units): string {
  if (!frame.wet) return "The mark is dry.";
  if (!chosen || !row) return `Tie on none: no head is right. ${helpWords(board, frame, units)}.`;
  const said = [`Tie on ${text(headName(row, units))} ${shapeWords(row.shape)}`];
  if (!board.steady && chosen.count !== null) {
    if (chosen.lead !== null && board.fall === "fed" && !board.drift) said.push(`land it ${text(length(chosen.lead, units))} up-tide`);
    said.push(`count ${countText(chosen.count, chosen.countLow, chosen.countHigh)}`);
  }
  said.push(chosen.rightShare === null ? "right" : sureWords(chosen.rightShare));
  return `${said.join(", ")}.`;
}
