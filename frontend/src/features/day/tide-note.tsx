// Where the day's tide comes from, where that is not simply its table; and when the table ends.
import { memo } from "react";
import { Link } from "react-router";
import type { DayBoard } from "../../api/types";
import { length, text } from "../../base/units";
import { wallOf } from "../../base/zone";
import { useUnits } from "../question/use-units";
import { dayWords } from "../tides/printed-tide";

const SOON_S = 14 * 86400;

export const TideNote = memo(function TideNote({ board }: { board: DayBoard }) {
  const units = useUnits();
  const { source, until_utc_s, residual_m } = board.tide;
  const end = until_utc_s == null ? null : dayWords(wallOf(until_utc_s, board.time_zone).slice(0, 10));
  const ends = until_utc_s != null && until_utc_s - board.computed_utc_s < SOON_S;
  if (source === "fitted") {
    return <p className="strip tide-note" role="status">Beyond its table, which ends on {end}: from the constants that the table gave, within about {text(length(2 * (residual_m ?? 0), units, 2))} of it. <Link to="/places">bring its next days</Link></p>;
  }
  if (source === "ends") {
    return <p className="strip tide-note" role="status">The high or low water beside this day is assumed: its table ends on {end}. <Link to="/places">add the next days</Link></p>;
  }
  if ((source === "table" || source === "heights") && ends && end) {
    return <p className="strip tide-note" role="status">The tide table ends on {end}. <Link to="/places">bring its next days</Link></p>;
  }
  if (source === "none" && board.depth_from !== "predicted") {
    return <p className="strip tide-note" role="status">No tide is told for this day: the depth is {board.depth_from === "typed" ? "as you typed it" : "that of the chart"}, the current as you typed it, all day. <Link to="/places">bring a tide table</Link></p>;
  }
  return null;
});
