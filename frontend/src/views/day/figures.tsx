// The four figures: tie on, land it, count, then.
import type { DayBoard, Head } from "../../api/types";
import { grams, headName, length, text, type Units } from "../../ui/units";
import { Fraction, shapeWords } from "../../ui/weight";
import type { Frame, HeadFrame } from "./frame";
import { helpWords, thenWords } from "./words";

interface Props {
  board: DayBoard;
  frame: Frame;
  chosen: HeadFrame | undefined;
  row: Head | undefined;
  units: Units;
  zone: [number, number];
}

export function Figures({ board, frame, chosen, row, units, zone }: Props) {
  if (!frame.wet) {
    return (
      <div className="figures" aria-live="polite">
        <div className="figure lead-figure-box wide"><span>the mark</span><b>dry now</b></div>
      </div>
    );
  }
  if (!chosen || !row) {
    return (
      <div className="figures" aria-live="polite">
        <div className="figure first"><span>tie on</span><b>none</b></div>
        <div className="figure wide">
          <span>no head in the box is right by this school</span>
          <b className="small-words">{helpWords(board, frame, units)}</b>
        </div>
      </div>
    );
  }
  const lead = length(chosen.lead, units);
  const suspended = zone[0] > 0;
  const count = suspended ? chosen.middle : chosen.count;
  const ounces = units.head_unit === "oz";
  return (
    <div className="figures">
      <div className="figure first" title="the lightest right head by the chosen school">
        <span>tie on</span>
        <b>
          <span className="visually-hidden">{text(headName(row, units))}</span>
          <span aria-hidden="true">
            {ounces && row.printed_oz ? <Fraction oz={row.printed_oz} /> : grams(row.mass_g).value}
          </span>
          <small>{ounces ? `oz · ${text(grams(row.mass_g))}` : "g"}</small>
        </b>
        <em>{shapeWords(row.shape)}, {row.hook_size}</em>
      </div>
      <div className="figure" title="drift while it falls: the mean with and without the feed's pull">
        <span>{board.drifting ? "drifts in falling" : "land it up-tide"}</span>
        <b>{lead.value}<small>{lead.unit}</small></b>
        <em>{board.drifting ? "over the ground" : "of the mark"}</em>
      </div>
      <div className="figure" title="fed line, from the splash; closed form of the fall">
        <span>{suspended ? "count to their zone" : "count"}</span>
        <b>{count === null ? "–" : Math.round(count)}<small>s</small></b>
        {!suspended && <em>feeds {text(length(chosen.fedLine, units))} of line</em>}
      </div>
      <div className="figure then" title="the hop's count is its time in the zone">
        <span>then</span>
        <b className="small-words">{thenWords(chosen, zone, units)}</b>
      </div>
    </div>
  );
}
