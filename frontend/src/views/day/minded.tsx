// What to mind here: always in sight, with its times; and a drifting boat's way.
import type { DayBoard, Mark } from "../../api/types";
import { compass, speed, text, type Units } from "../../base/units";
import { useChosen } from "../../features/question/question";
import type { Frame } from "../../drawing/geometry/frame";
import { wadeWords } from "../../features/day/words";

export function Minded({ board, frame, mark, units, onPlan }: {
  board: DayBoard; frame: Frame; mark: Mark; units: Units; onPlan: () => void;
}) {
  const { reference } = useChosen();
  const wading = wadeWords(board, frame, units);
  return (
    <div className="minded">
      <Drift board={board} frame={frame} units={units} />
      <p className="caution">
        {wading && <b>{wading} </b>}
        {mark.caution}{" "}
        {board.cautions.map(({ code, says, when }) => (
          <span key={code}>
            {when.length > 0 && <b>{when.map((s) => `${s.from_clock} to ${s.to_clock}`).join(", ")}: </b>}
            {says}{" "}
          </span>
        ))}
        {reference.local_first}{" "}
        <button type="button" className="plain" onClick={onPlan}>the day's plan</button>
      </p>
    </div>
  );
}

function Drift({ board, frame, units }: { board: DayBoard; frame: Frame; units: Units }) {
  const drift = board.drift;
  if (!drift) return null;
  const to = drift.to_deg?.[frame.near];
  return (
    <p className="drift">
      The boat drifts {text(speed(drift.over_ground_m_s[frame.near], units))}
      {to == null ? " with the current" : ` towards ${Math.round(to)}° (${compass(to)})`}, of which the wind
      gives {text(speed(drift.leeway_m_s, units))}; at the bottom the water passes the line
      at {text(speed(drift.past_bottom_m_s[frame.near], units))}
      {to == null && "; say where the wind comes from, and the mark where its flood runs, for the true course"}.
    </p>
  );
}
