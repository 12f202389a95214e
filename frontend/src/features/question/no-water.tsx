// What stands in the water's place while there is none to draw: what is missing, and the one step.
import { Refused } from "../../api/client";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "./question";
import { speedScale } from "../../base/units";
import { useUnits } from "./use-units";

const MIDDAY = 72;

/** refused : by the server; null where it does not answer and nothing of this day is here. */
export function NoWater({ refused }: { refused: Error | null }) {
  const units = useUnits();
  const { mark } = useChosen();
  const { setTyped, set } = useQuestion();
  const field = refused instanceof Refused ? refused.field : null;
  return (
    <div className="no-water">
      {!refused && <p>The water of {mark?.name ?? "this mark"} on this day is not on this device, and the server does not answer. What you log is kept, and its water is filled in at home.</p>}
      {refused && <p>{field === "typed_speed_m_s" ? `${mark?.name ?? "This mark"} has no tide: what do you see?` : "No water to draw yet."}</p>}
      {field === "typed_speed_m_s" && (
        <NumberSheet
          label="Current you see at the surface" scale={speedScale(units)} value={null} low={0}
          high={6} remedy="watch weed or foam drift past the boat; 0 in slack water"
          onSet={(value) => setTyped({ speed: { value, step: MIDDAY } })}
        />
      )}
      {field === "typed_speed_m_s" && <p className="sheet-note">It is kept with this mark for this day, and every view asks it.</p>}
      {field === "date" && (
        <button type="button" className="do" onClick={() => set({ date: null })}>Back to today</button>
      )}
      {field === "step" && <p>{refused?.message.replaceAll("`", "")}</p>}
      {mark && <p className="caution">{mark.caution}</p>}
    </div>
  );
}
