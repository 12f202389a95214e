// The conditions as a sentence in which every fact is a control.
import { memo, useMemo, useState } from "react";
import type { DayBoard } from "../../api/types";
import { frameAt, type Frame } from "../../drawing/geometry/frame";
import { Fact } from "../../ui/fact";
import { FishFact, MoodFact, NeedFact } from "../../features/facts/fish-fact";
import { MarkFact, PlasticFact } from "../../features/facts/place-facts";
import { MORE_FACTS, OtherFacts } from "../../features/facts/other-facts";
import { CurrentFact, DepthFact, Over } from "../../features/facts/water-facts";
import { WhenSheet, dayWords } from "../../features/facts/when";
import { useQuestion } from "../../features/question/question";
import { setStep, useStep } from "../../features/question/time";

interface Props {
  board: DayBoard | undefined;
  frame: Frame | undefined;
}

export const Sentence = memo(function Sentence({ board }: Pick<Props, "board">) {
  const step = useStep();
  const frame = board && frameAt(board, step);
  const [open, setOpen] = useState(false);
  return (
    <div className={`sentence ${open ? "open" : ""}`}>
      <p>
        <First board={board} frame={frame} />
        <span className="more-facts"><OtherFacts board={board} zone_from={round(frame?.zone[0] ?? 0)} zone_to={round(frame?.zone[1] ?? 1)} /></span>
        <button type="button" className="fold" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "fewer" : `and ${MORE_FACTS} more`}
        </button>
      </p>
    </div>
  );
});

function First({ board, frame }: Props) {
  const { facts } = useQuestion();
  const date = board?.date ?? facts.date;
  const day = useMemo(() => (date ? dayWords(date) : "today"), [date]);
  return (
    <>
      {"Off "}<MarkFact />{", "}
      <Fact label="day and time" words={`${day} ${frame?.clock ?? ""}`} source="chosen">
        {(close) => <WhenSheet board={board} close={close} onStep={setStep} />}
      </Fact>
      {". "}
      <CurrentFact board={board} frame={frame} />
      <Over />
      <DepthFact board={board} frame={frame} />
      {", on a "}<PlasticFact />
      {", for "}<FishFact />{", "}<NeedFact needs_kg={board?.needs_kg} weighs_kg={board?.weighs_kg} /><span className="more-facts">{", "}<MoodFact /></span>
    </>
  );
}

const round = (m: number): number => Math.round(m * 10) / 10;
