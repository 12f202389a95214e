// What stands in the water's place while there is none to draw.
import { Refused } from "../../api/client";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../../ui/question";
import { speedScale } from "../../ui/units";
import { useUnits } from "../../ui/use-units";

export function NoWater({ refused }: { refused: Error }) {
  const units = useUnits();
  const { mark } = useChosen();
  const { setTyped, set } = useQuestion();
  const field = refused instanceof Refused ? refused.field : null;
  return (
    <div className="no-water">
      <p>No water to draw yet.</p>
      {field === "typed_speed_m_s" && (
        <NumberSheet
          label="Current you see at the surface" scale={speedScale(units)} value={null} low={0}
          high={6} remedy="watch weed or foam drift past the boat; 0 in slack water"
          onSet={(value) => setTyped({ speed: { value, step: 72 } })}
        />
      )}
      {field === "date" && (
        <button type="button" className="do" onClick={() => set({ date: null })}>Back to today</button>
      )}
      {mark && <p className="caution">{mark.caution}</p>}
    </div>
  );
}
