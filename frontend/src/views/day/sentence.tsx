// The conditions as a sentence in which every fact is a control.
import { memo, useState } from "react";
import type { DayBoard } from "../../api/types";
import { Choice, Fact, type Source } from "../../ui/fact";
import { FishFact, MoodFact } from "../../ui/fish-fact";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../../ui/question";
import { setStep } from "../../ui/time";
import { useUnits } from "../../ui/use-units";
import { length, lengthScale, speed, speedScale, text } from "../../ui/units";
import { FactNumber } from "./fact-number";
import type { Frame } from "./frame";
import { MORE_FACTS, OtherFacts } from "./other-facts";
import { bandOf } from "../../ui/seen";
import { bandWords } from "./tried";
import { WhenSheet, dayWords } from "./when";

const BOTTOMS: Record<string, string> = { grass: "grass", sand: "sand", mud: "mud", rock: "rock",
  oyster: "oyster", wreck: "wreck" };

function bottomWords(bottom: string, cover: string): string {
  return cover === "none" ? (BOTTOMS[bottom] ?? bottom) : `${BOTTOMS[bottom] ?? bottom} and ${cover}`;
}

const PROFILES = [
  { value: "seventh-root", words: "slower towards the bottom", note: "seventh-root profile: a tide over an open bottom" },
  { value: "uniform", words: "the same all the way down", note: "uniform profile: a short run, a rip, a gap" },
] as const;

/** What is typed holds at a whole step: go there, so that what is shown is what was typed. */
function snap(frame: Frame | undefined): number {
  const step = frame?.near ?? 72;
  setStep(step);
  return step;
}

interface Props {
  board: DayBoard | undefined;
  frame: Frame | undefined;
}

export function Sentence({ board, frame }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <div className={`sentence ${open ? "open" : ""}`}>
      <p>
        <First board={board} frame={frame} />
        <span className="more-facts"><OtherFacts board={board} /></span>
        <button type="button" className="fold" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "fewer" : `and ${MORE_FACTS} more`}
        </button>
      </p>
    </div>
  );
}

function First({ board, frame }: Props) {
  return (
    <>
      {"Off "}<MarkFact />{", "}
      <Fact label="day and time" words={`${board ? dayWords(board.date) : "today"} ${frame?.clock ?? ""}`} source="chosen">
        {(close) => <WhenSheet board={board} close={close} onStep={setStep} />}
      </Fact>
      {". "}
      <CurrentFact board={board} frame={frame} />
      <Over />
      <DepthFact board={board} frame={frame} />
      {", on a "}<PlasticFact />
      {", for "}<FishFact any={ANY_FISH} /><span className="more-facts">{" "}<MoodFact /></span>
    </>
  );
}

/** No zone but the usual one follows from it. */
const ANY_FISH = { words: "any fish", note: "no height of their own: near the bottom" };

export const MarkFact = memo(function MarkFact() {
  const { mark, marks } = useChosen();
  const { choose, query } = useQuestion();
  return (
    <Fact label="mark" words={mark?.name ?? "no mark"} source="chosen">
      {(close) => (
        <Choice
          options={marks.map((m) => ({
            value: m.id, words: m.name,
            note: `${m.kind}, ${bottomWords(m.bottom, m.cover)}${m.tide_port_id === null ? ", no tide table" : ""}`,
          }))}
          value={query.mark_id}
          onPick={(id) => { choose({ mark_id: id }); close(); }}
        />
      )}
    </Fact>
  );
});

const Over = memo(function Over() {
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

export const PlasticFact = memo(function PlasticFact() {
  const { plastic, box } = useChosen();
  const { choose, query } = useQuestion();
  return (
    <Fact label="plastic" words={plastic?.name ?? "no plastic"} source="chosen">
      {(close) => (
        <Choice
          options={box.plastics.map((p) => ({
            value: p.id, words: p.name, note: `${p.material}, ${p.colour}, ${p.mass_g} g`,
          }))}
          value={query.plastic_id}
          onPick={(id) => { choose({ plastic_id: id }); close(); }}
        />
      )}
    </Fact>
  );
});

function CurrentFact({ board, frame }: Props) {
  const units = useUnits();
  const { facts, set, typed, setTyped } = useQuestion();
  const read = typed.seen && bandOf(typed.seen.heads);
  const source: Source = board && board.speed_from !== "predicted" ? "typed" : "predicted";
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
          </NumberSheet>
        )}
      </Fact>
      {read && (
        <span className="read-from" title="u undoes it"> (read from your heads: {bandWords(read, units)})</span>
      )}
      {board?.speed_from === "predicted" && Math.abs(board.taught.current.factor - 1) >= 0.005 && (
        <span className="read-from" title="held, forgotten or looked into in the Log"> (×{board.taught.current.factor.toFixed(2)} {board.taught.current.frozen ? "as you hold it" : `from ${board.taught.current.used} heads tried here`})</span>
      )}
    </>
  );
}

function DepthFact({ board, frame }: Props) {
  const units = useUnits();
  const { typed, setTyped } = useQuestion();
  const { mark } = useChosen();
  const source: Source = board?.depth_from === "typed" ? "typed" : "predicted";
  const charted = text(length(mark?.charted_depth_m, units));
  return (
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
  );
}
