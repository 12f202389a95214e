// Under the ladder: what is fished, the heads that are not on it and why, and a way on where it is empty.
import { memo, useState } from "react";
import { Link } from "react-router";
import type { DayBoard, Head } from "../../api/types";
import type { Frame } from "../../drawing/geometry/frame";
import { useChosen, useQuestion } from "../../features/question/question";
import { headName, text, type Units } from "../../base/units";
import { shapeWords } from "../../ui/weight";

interface Props {
  board: DayBoard;
  heads: Map<number, Head>;
  units: Units;
}

export const LeftOut = memo(function LeftOut({ board, heads, units }: Props) {
  const [open, setOpen] = useState(false);
  const count = board.left_out.length;
  if (count === 0) return null;
  return (
    <div className="left-out">
      <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
        {count} {count === 1 ? "head is" : "heads are"} not shown{open ? "" : ": why?"}
      </button>
      {open && (
        <ul>
          {board.left_out.map((one) => {
            const head = heads.get(one.head_id);
            return head && (
              <li key={one.head_id}>
                {text(headName(head, units))} {shapeWords(head.shape)} {head.hook_size}: {one.why}{one.takes && `; the ${one.takes} takes it`}
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
});

/** The outfit that was taken from the choice: its head now, or that another is the pick at this hour. */
export function Fished({ board, frame, heads, units }: Props & { frame: Frame }) {
  const { facts, set } = useQuestion();
  const { plastic } = useChosen();
  const { fished } = facts;
  if (!fished || fished.plastic_id !== plastic?.id) return null;
  const head = heads.get(fished.head_id);
  const pick = frame.picks[board.school] ?? null;
  const other = pick !== null && pick !== fished.head_id ? heads.get(pick) : undefined;
  if (!head) return null;
  return (
    <p className="fished" role="status">
      You fish {text(headName(head, units))} {shapeWords(head.shape)}, {fished.rigging_name}, {fished.leader}.{" "}
      {other ? <b>At {frame.clock} the pick is {text(headName(other, units))} {shapeWords(other.shape)}.</b> : pick === null ? "Nothing in the box is right now." : "It is the pick now."}{" "}
      <button type="button" className="plain" onClick={() => set({ fished: null })}>no longer</button>
    </p>
  );
}

export function NoHead({ board }: { board: DayBoard }) {
  const { plastic } = useChosen();
  return (
    <p className="waiting">
      No head in the box can be rigged on {plastic?.name ?? "this plastic"}{board.left_out.length > 0 ? ": below is why, and which plastic takes each." : ": it holds none."}{" "}
      <Link to="/outfit">See what the box can fish</Link> or <Link to="/box">add a head</Link>.
    </p>
  );
}
