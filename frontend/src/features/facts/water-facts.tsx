// The water at the mark: current, depth, what lies on the bottom. What is typed belongs to the mark and
// the day, whichever view it was typed in.
import { memo } from "react";
import type { DayBoard } from "../../api/types";
import type { Frame } from "../../drawing/geometry/frame";
import { length, lengthScale, speed, speedScale, text, type Units } from "../../base/units";
import { Choice } from "../../ui/choice";
import { Fact, type Source } from "../../ui/fact";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../question/question";
import { bandOf, type Band } from "../question/seen";
import { setStep } from "../question/time";
import { useUnits } from "../question/use-units";
import { FactNumber } from "./fact-number";
import { bottomWords } from "./place-facts";

interface Props {
  board: DayBoard | undefined;
  frame: Frame | undefined;
}

export const PROFILES = [
  { value: "seventh-root", words: "slower towards the bottom", note: "seventh-root profile: a tide over an open bottom" },
  { value: "uniform", words: "the same all the way down", note: "uniform profile: a short run, a rip, a gap" },
] as const;

export const SHELTERS = [
  { value: "even", words: "nothing in its way", note: "the same across the water" },
  { value: "slow-below", words: "slow below", note: "lee of a wall, a bank, tall weed: the lower half at three tenths" },
  { value: "jet", words: "a jet", note: "round a pile, through a gap: half as fast again" },
] as const;
const SHELTER_WORDS: Record<string, string> = { "slow-below": ", slow below,", jet: ", in a jet," };

/** What is typed holds at a whole step: go there, so that what is shown is what was typed. */
function snap(frame: Frame | undefined): number {
  const step = frame?.near ?? 72;
  setStep(step);
  return step;
}

/** The band in words. */
export function bandWords({ low, high }: Band, units: Units): string {
  if (low !== null && high !== null) return `${speed(low, units).value} to ${text(speed(high, units))}`;
  return low !== null ? `over ${text(speed(low, units))}` : `under ${text(speed(high, units))}`;
}

export const Over = memo(function Over() {
  const { mark } = useChosen();
  const units = useUnits();
  const { facts } = useQuestion();
  if (!mark) return <> in </>;
  const high = facts.cover_height_m ?? mark.cover_height_m;
  const bare = mark.cover === "none";
  return (
    <>
      {` over ${bottomWords(mark.bottom, mark.cover)}`}
      <span className="more-facts">
        {bare ? ", " : " "}
        <Fact label="height of the weed"
              words={high > 0 ? `${text(length(high, units))} high` : "no weed"}
              source={facts.cover_height_m === null ? "chosen" : "typed"}>
          {(close) => (
            <FactNumber field="cover_height_m" label="Weed or grass above the bottom"
                        scale={lengthScale(units)} close={close} assumed={mark.cover_height_m}
                        low={0} high={20} remedy="its height, 0 if there is none"
                        clearWords="back to the mark's own">
              <p className="sheet-note">Inside the weed the current is slowed; above it the profile starts at its top.</p>
            </FactNumber>
          )}
        </Fact>
        {bare && ","}
      </span>
      {" in "}
    </>
  );
});

export function CurrentFact({ board, frame }: Props) {
  const units = useUnits();
  const { facts, set, typed, setTyped } = useQuestion();
  const { mark } = useChosen();
  const read = typed.seen && bandOf(typed.seen.heads);
  const assumed = mark?.assumed?.includes("spring_rate_m_s");
  const source: Source = board && board.speed_from !== "predicted" ? "typed" : assumed ? "assumed" : "predicted";
  const u = frame ? Math.abs(frame.stream) : null;
  const flood = (frame?.stream ?? 0) >= 0;
  const words = frame ? (board?.speed_from === "constant" ? "The current" : u! < 0.02 ? "Slack water" : flood ? "The flood" : "The ebb") : "The current";
  return (
    <>
      {words}{u !== null && u < 0.02 ? ", " : " runs "}
      <Fact label="current at the surface" words={frame ? text(speed(u, units)) : "as you will type"} source={source}>
        {(close) => (
          <NumberSheet
            label="Current at the surface"
            scale={speedScale(units)}
            value={typed.speed?.value ?? u}
            low={0}
            high={6}
            remedy="enter what you see at the surface"
            onSet={(value) => {
              setTyped({ speed: { value, step: snap(frame) }, seen: undefined });
              close();
            }}
            onClear={typed.speed || typed.seen ? () => { setTyped({ speed: undefined, seen: undefined }); close(); } : undefined}
            clearWords="back to the predicted stream"
          >
            <p className="sheet-note">
              {board?.speed_from === "scaled"
                ? "The day's stream is scaled to agree with what you typed."
                : board?.speed_from === "constant"
                  ? "What you typed stands all day: a ratio to the predicted stream would mean nothing here."
                  : "Typed here, it scales the rest of the day's stream."}
            </p>
            <Choice options={[...PROFILES]} value={facts.profile ?? "seventh-root"}
                    onPick={(profile) => { set({ profile }); close(); }} />
            <Choice options={[...SHELTERS]} value={facts.shelter ?? mark?.shelter ?? "even"}
                    onPick={(shelter) => { set({ shelter: shelter === (mark?.shelter ?? "even") ? null : shelter }); close(); }} />
          </NumberSheet>
        )}
      </Fact>
      {SHELTER_WORDS[board?.shelter ?? "even"]}
      {read && (
        <span className="read-from" title="u undoes it"> (read from your heads: {bandWords(read, units)})</span>
      )}
      {board?.speed_from === "predicted" && Math.abs(board.taught.current.factor - 1) >= 0.005 && (
        <span className="read-from" title="held, forgotten or looked into in the Log"> (×{board.taught.current.factor.toFixed(2)} {board.taught.current.frozen ? "as you hold it" : `from ${board.taught.current.used} heads tried here`})</span>
      )}
    </>
  );
}

export function DepthFact({ board, frame }: Props) {
  const units = useUnits();
  const { typed, setTyped } = useQuestion();
  const { mark } = useChosen();
  const source: Source = board?.depth_from === "typed" ? "typed" : mark?.assumed?.includes("charted_depth_m") ? "assumed" : "predicted";
  const charted = text(length(mark?.charted_depth_m, units));
  const taught = board?.taught.depth;
  return (
    <>
    <Fact
      label="depth"
      words={!frame ? charted : frame.wet ? text(length(frame.depth, units)) : "no water: it is dry"}
      source={source}
    >
      {(close) => (
        <NumberSheet
          label="Depth at the mark"
          scale={lengthScale(units)}
          value={typed.depth?.value ?? frame?.depth ?? null}
          above={0}
          high={200}
          remedy="enter the depth at the mark"
          onSet={(value) => {
            setTyped({ depth: { value, step: snap(frame) } });
            close();
          }}
          onClear={typed.depth ? () => { setTyped({ depth: undefined }); close(); } : undefined}
          clearWords="back to chart and tide"
        >
          <p className="sheet-note">Typed here, it shifts the whole day's depth; the tide still moves it.</p>
        </NumberSheet>
      )}
    </Fact>
    {taught && taught.used > 0 && board.depth_from !== "typed" && (
      <span className="read-from" title="taken back in the Log"> ({text(length(Math.abs(taught.deeper_m), units))} {taught.deeper_m >= 0 ? "deeper" : "shallower"} from your {taught.used} drop{taught.used === 1 ? "" : "s"})</span>
    )}
    </>
  );
}
