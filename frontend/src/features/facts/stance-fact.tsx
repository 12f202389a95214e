// How one stands, and what goes with it: the rod tip, the depth to wade, a boat's drift.
import type { Reference } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { ASSUMED } from "../question/facts";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../question/question";
import { currentStep, setStep } from "../question/time";
import { PERCENT_SCALE, length, lengthScale, speedScale, text } from "../../base/units";
import { useUnits } from "../question/use-units";
import { FactNumber } from "./fact-number";

export function StanceFact() {
  const units = useUnits();
  const { reference, mark } = useChosen();
  const { facts, set } = useQuestion();
  const key = facts.stance ?? mark?.stance ?? "bank";
  const now = reference.stances.find((s: Reference["stances"][number]) => s.key === key);
  const own = key === mark?.stance ? (mark.tip_height_m ?? null) : null;
  return (
    <Fact label="stance" words={now?.words ?? key} source={facts.stance ? "chosen" : "assumed"}>
      {(close) => (
        <>
          <Choice
            options={reference.stances.map((s) => ({
              value: s.key, words: s.words,
              note: `rod tip ${text(length(s.tip_height_m, units))} up`,
            }))}
            value={key}
            onPick={(stance) => { set({ stance, tip_height_m: null }); close(); }}
          />
          <FactNumber field="tip_height_m" label="Rod tip above the water" scale={lengthScale(units)}
                      close={close} assumed={own ?? now?.tip_height_m ?? null} low={0} high={30}
                      remedy="enter the height of the rod tip" clearWords="back to the stance's own" />
          {key === "wading" && (
            <FactNumber field="wade_m" label="You wade no deeper than" scale={lengthScale(units)}
                        close={close} assumed={ASSUMED.wade_m} above={0} high={2}
                        remedy="the height of your thigh at most" />
          )}
          {key === "drifting" && <DriftSheet close={close} />}
        </>
      )}
    </Fact>
  );
}

/** The wind's part of the drift, as a share of the wind or from what the GPS shows. */
function DriftSheet({ close }: { close: () => void }) {
  const units = useUnits();
  const { typed, setTyped } = useQuestion();
  return (
    <>
      <FactNumber field="leeway_percent" label="The wind moves the boat at, of its own speed"
                  scale={PERCENT_SCALE} close={close} assumed={ASSUMED.leeway_percent} low={0} high={10}
                  digits={1} remedy="3 to 4 % is usual" />
      <NumberSheet
        label="or the GPS shows a drift of" scale={speedScale(units)} value={typed.drift?.value ?? null}
        low={0} high={5} remedy="the speed over the ground that it shows now"
        onSet={(value) => {
          const step = Math.round(currentStep());
          setStep(step);
          setTyped({ drift: { value, step } });
          close();
        }}
        onClear={typed.drift ? () => { setTyped({ drift: undefined }); close(); } : undefined}
        clearWords="forget what the GPS showed"
      />
    </>
  );
}
