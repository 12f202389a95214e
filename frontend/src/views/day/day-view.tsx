// Day: the water column, the four figures, the ladder and the rail.
import { memo, useCallback, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useLocation } from "react-router";
import { Refused } from "../../api/client";
import type { DayBoard, Head } from "../../api/types";
import { ColumnScene } from "../../drawing/scenes/column-scene";
import { RetrieveScene } from "../../drawing/scenes/retrieve-scene";
import { EmptyBox, useMissing } from "../../features/question/empty-box";
import { ASSUMED } from "../../features/question/facts";
import { useChosen, useQuestion } from "../../features/question/question";
import { StateStrip } from "../../features/question/state-strip";
import { currentStep, setStep, useStep } from "../../features/question/time";
import { useAnnounced } from "../../base/announce";
import { until } from "../../base/clock";
import { headName, text } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { answerWords } from "./answer-words";
import { plannedName, useDayKeys, useDrop } from "./day-hooks";
import { CompareSheet } from "./compare-sheet";
import { Figures } from "./figures";
import { Fished, LeftOut, NoHead } from "./ladder-notes";
import { frameAt, type Frame } from "../../drawing/geometry/frame";
import { Ladder } from "./ladder";
import { LogBar } from "../../features/log/log-bar";
import { Minded } from "./minded";
import { NoWater } from "../../features/question/no-water";
import { useNow } from "../../base/use-now";
import { useWide } from "../../base/use-wide";
import { InstrumentStrip } from "../../features/instruments/instrument-strip";
import { PlanPanel, PlanSheet } from "./plan-sheet";
import { Rail } from "./rail";
import { Sentence } from "./sentence";
import { beginNow, stepAt } from "../../features/day/now";
import { TideNote } from "../../features/day/tide-note";
import { useBoard } from "../../features/day/use-board";

export function DayView() {
  const missing = useMissing();
  return missing.length > 0 ? <Nothing missing={missing} /> : <DayOfMark />;
}

/** Nothing to read the water with yet: what happens is logged all the same. */
function Nothing({ missing }: { missing: string[] }) {
  const units = useUnits();
  const { mark, plastic } = useChosen();
  const { facts } = useQuestion();
  return (
    <div className="without">
      <EmptyBox missing={missing} />
      <LogBar board={undefined} mark={mark} plastic={plastic} units={units} fish={facts.fish} head={undefined} />
    </div>
  );
}

function DayOfMark() {
  const { query } = useQuestion();
  const { mark } = useChosen();
  const state = useBoard(query);
  useStartAtNow(state.board);
  // Asked below, and no fault of anybody's.
  const asked = state.refused instanceof Refused && (state.refused.code === "not-along" ? !state.board : state.refused.field === "typed_speed_m_s" && mark?.tide_port_id != null);
  const along = state.board?.along;
  return (
    <div className="day">
      <h1 className="visually-hidden">Day</h1>
      <Sentence board={state.board} />
      <StateStrip state={{ ...state, refused: asked ? null : state.refused, old: state.old && state.board ? state.board.computed_utc_s * 1000 : null, along: along && { from: state.board!.clock[along.from_step]!, to: until(state.board!.clock[along.to_step]!), factor: along.factor } }} />
      {state.board && <TideNote board={state.board} />}
      <Aboard board={state.board} />
      {state.board ? (
        <Water board={state.board} dim={state.pending} old={state.old} />
      ) : state.refused || state.staleSince !== null ? (
        <Without refused={state.refused} />
      ) : (
        <p className="waiting" role="status">Reading the water …</p>
      )}
    </div>
  );
}

/** What the instruments say, for the day that is today. */
const Aboard = memo(function Aboard({ board }: { board: DayBoard | undefined }) {
  const now = useNow(30);
  return <InstrumentStrip step={board ? stepAt(board, now) : null} drifts={board?.drift != null} />;
});

/** No water to draw, of whatever cause: what happens is logged all the same. */
function Without({ refused }: { refused: Error | null }) {
  const units = useUnits();
  const { box, mark, plastic } = useChosen();
  const { facts } = useQuestion();
  const fished = facts.fished?.plastic_id === plastic?.id ? facts.fished?.head_id : null;
  return (
    <div className="without">
      <NoWater refused={refused} />
      <LogBar board={undefined} mark={mark} plastic={plastic} units={units} fish={facts.fish} head={box.heads.find((h) => h.id === fished)} />
    </div>
  );
}

/** Once a visit: where the mark is now. */
function useStartAtNow(board: DayBoard | undefined): void {
  const started = useRef(currentStep() !== 0);
  useLayoutEffect(() => {
    if (!board || started.current) return;
    started.current = true;
    beginNow(board);
  }, [board]);
}

function Water({ board, dim, old }: { board: DayBoard; dim: boolean; old: boolean }) {
  const frame = frameAt(board, useStep());
  const units = useUnits();
  const { box, mark, plastic, reference } = useChosen();
  const { facts } = useQuestion();
  const { zone } = frame;
  const Scene = board.steady ? RetrieveScene : ColumnScene;
  const heads = useMemo(() => new Map<number, Head>(box.heads.map((h) => [h.id, h])), [box]);
  // What a past success was made with is compared first.
  const meant = (useLocation().state as { head_id?: number | null } | null)?.head_id ?? null;
  const fished = facts.fished?.plastic_id === plastic?.id ? (facts.fished?.head_id ?? null) : null;
  const [compared, setCompared] = useState<number | null>(meant ?? fished);
  const pick = frame.picks[board.school] ?? null;
  const chosen = frame.heads.find((h) => h.id === pick);
  const drop = useDrop(board, frame, chosen);
  const [planned, setPlanned] = useState(false);
  const [beside, setBeside] = useState(false);
  const wide = useWide();
  const beyond = board.along && (frame.step < board.along.from_step || frame.step > board.along.to_step) ? board.along : null;
  const showPlan = useCallback(() => setPlanned((was) => !was), [setPlanned]);
  useDayKeys(board, frame, compared, setCompared, drop.start, showPlan);
  const other = frame.heads.find((h) => h.id === compared);
  useAnnounced(`day ${board.mark_id}`, answerWords(board, frame, chosen, pick === null ? undefined : heads.get(pick), units), `${board.date} ${frame.step}`);
  if (!mark || !plastic) return <p className="waiting">The box or the chart is empty.</p>;
  return (
    <div className={dim || old ? "water dim" : "water"} id="answer" tabIndex={-1} aria-busy={dim}>
      {dim && <p className="thinking" role="status">Reading the water again: what stands here is the answer of before.</p>}
      <div className="column-side">
        <div className="scene-box">
          {beyond ? (
            <NotThen board={board} along={beyond} />
          ) : frame.wet ? (
            <Scene board={board} frame={frame} mark={mark} plastic={plastic} units={units}
                   zone={zone} chosen={chosen} compared={other}
                   name={(h) => text(headName(heads.get(h.id)!, units))}
                   dropping={drop.running} onDropped={drop.stop} />
          ) : (
            <Dry board={board} frame={frame} />
          )}
          {drop.possible && (
            <button type="button" className="drop-it" onClick={drop.running ? drop.stop : drop.start}>
              {drop.running ? "stop" : "watch it fall"} <kbd>f</kbd>
            </button>
          )}
        </div>
        {!beyond && <Figures board={board} frame={frame} chosen={chosen}
                 row={pick === null ? undefined : heads.get(pick)} units={units} zone={zone}
                 cmPerTurn={facts.reel_cm_per_turn ?? ASSUMED.reel_cm_per_turn}
                 planned={plannedName(board, frame, heads, units, pick)} />}
        <LogBar board={board} mark={mark} plastic={plastic} units={units} fish={facts.fish}
                head={heads.get(compared ?? pick ?? -1)} />
        <Minded board={board} frame={frame} mark={mark} units={units} onPlan={showPlan} />
      </div>
      <div className="ladder-side">
        {planned && wide ? (
          <PlanPanel board={board} heads={heads} units={units} near={frame.near} onHide={() => setPlanned(false)} />
        ) : beyond ? null : board.heads.length === 0 ? (
          <NoHead board={board} />
        ) : (
          <Ladder board={board} heads={heads} units={units}
                  schools={reference.schools} compared={compared} onCompare={setCompared} />
        )}
        <LeftOut board={board} heads={heads} units={units} />
        <Fished board={board} frame={frame} heads={heads} units={units} />
        {!board.along && <p className="beside"><button type="button" className="plain" onClick={() => setBeside(true)}>this or that, when?</button></p>}
      </div>
      <Rail board={board} frame={frame} heads={heads} units={units} />
      {beside && <CompareSheet board={board} frame={frame} units={units} head_id={pick} other_id={compared} onHide={() => setBeside(false)} />}
      {planned && !wide && (
        <PlanSheet board={board} heads={heads} units={units} near={frame.near} onHide={() => setPlanned(false)} />
      )}
    </div>
  );
}

/** An hour that was not taken along. */
function NotThen({ board, along }: { board: DayBoard; along: NonNullable<DayBoard["along"]> }) {
  const [from, to] = [board.clock[along.from_step], until(board.clock[along.to_step]!)];
  return (
    <div className="column-frame dry">
      <p>Only {from} to {to} was taken along. <button type="button" className="plain" onClick={() => setStep(along.from_step)}>to {from}</button></p>
    </div>
  );
}

function Dry({ board, frame }: { board: DayBoard; frame: Frame }) {
  const next = board.wet.findIndex((w, i) => w && i > frame.near);
  return (
    <div className="column-frame dry">
      <p>
        The mark is dry at {frame.clock}.{" "}
        {next > 0 ? `Water comes back at ${board.clock[next]}.` : "No more water today."}
      </p>
    </div>
  );
}
