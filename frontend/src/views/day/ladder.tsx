// Every head that could go on this plastic, lightest at the top, each in its own computed line.
import { memo, useEffect, useRef, useState } from "react";
import type { DayBoard, Head, Reference } from "../../api/types";
import { RungScene } from "../../drawing/scenes/rung-scene";
import { useInSight } from "../../base/use-in-sight";
import { useRested } from "../../base/use-rested";
import { useQuestion } from "../../features/question/question";
import { useReadStep } from "../../features/question/time";
import { SignMark } from "../../ui/sign";
import { fallSpeed, grams, gramsInWater, headName, length, text, type Units } from "../../base/units";
import { WordsMean } from "../../ui/term";
import { HeadWeight, shapeWords } from "../../ui/weight";
import { frameAt, type HeadFrame } from "../../drawing/geometry/frame";
import { Tried } from "./tried";
import { restWords, verdictOf, type Verdict } from "../../features/day/words";

interface Props {
  board: DayBoard;
  heads: Map<number, Head>;
  units: Units;
  schools: Reference["schools"];
  compared: number | null;
  onCompare: (id: number) => void;
}

export const Ladder = memo(function Ladder(props: Props) {
  const { board, heads, units, schools, compared, onCompare } = props;
  const frame = frameAt(board, useReadStep());
  const pick = frame.picks[board.school] ?? null;
  const school = schools.find((s) => s.key === board.school);
  const called = (id: number) => {
    const row = heads.get(id);
    return row ? `${text(headName(row, units))} ${shapeWords(row.shape)}` : "another";
  };
  const pickMass = pick === null ? null : (heads.get(pick)?.mass_g ?? null);
  const { facts } = useQuestion();
  const fished = facts.fished?.head_id ?? null;
  const [all, setAll] = useState(false);
  const near = neighbours(frame.heads, pick, compared);
  const at = frame.heads.findIndex((head) => head.id === (compared ?? pick));
  const verdicts = new Map(frame.heads.flatMap((head) => {
    const row = heads.get(head.id);
    return row ? [[head.id, verdictOf(head, {
      board, frame, units, scopeLimit: school?.scope_limit ?? null, name: called,
      isPick: head.id === pick, pickMass, mass: row.mass_g,
    })] as const] : [];
  }));
  return (
    <>
      <p className="because">{pick !== null && school?.because}</p>
      <ol className={all ? "ladder" : "ladder short"} aria-label="heads, lightest first">
        {frame.heads.map((head, i) => {
          const row = heads.get(head.id);
          const verdict = verdicts.get(head.id);
          if (!row || !verdict) return null;
          const others = schools.filter((s) => s.key !== board.school && frame.picks[s.key] === head.id);
          return (
            <Rung key={head.id} row={row} head={head} verdict={verdict} units={units}
                  depth={frame.depth} tip={board.tip_height_m} shares={board.line_share} pathShares={board.path_share}
                  cast={board.cast_m} isPick={head.id === pick}
                  isCompared={head.id === compared} isFished={head.id === fished} onCompare={onCompare}
                  isNear={near.has(i)} isFirst={Math.abs(i - at) <= 5} tags={others.map((s) => s.name).join("|")}
                  school={school?.name ?? ""}
                  tried={!board.steady && board.rigging !== "float" && (head.id === pick || head.id === compared)
                    ? frame.near : null} />
          );
        })}
      </ol>
      <button type="button" className="plain whole-ladder" aria-expanded={all} onClick={() => setAll(!all)}>
        {all ? "only those next to the pick" : `all ${frame.heads.length} heads`}
      </button>
      <div><WordsMean words={[...verdicts.values()].map((v) => v.words)} /></div>
    </>
  );
});

/** On a narrow screen the ladder folds to the pick, the compared head and what is next to them. */
function neighbours(heads: HeadFrame[], pick: number | null, compared: number | null): Set<number> {
  const centres = [pick, compared]
    .map((id) => heads.findIndex((h) => h.id === id))
    .filter((i) => i >= 0);
  if (centres.length === 0) return new Set(heads.map((_, i) => i).slice(-3));
  return new Set(centres.flatMap((i) => [i - 1, i, i + 1]));
}

/** What stands behind a rung's figures. */
function howComputed(head: HeadFrame, units: Units): string {
  const { day } = head;
  if (day.fall_speed_m_s == null) return `weighs ${text(gramsInWater(day.wet_weight_n))} in water: it floats`;
  const slant = 90 - Math.round(day.fall_path_deg ?? 90);
  const fall = `falls at ${text(fallSpeed(day.fall_speed_m_s, units))}, nose down ${Math.round(day.fall_pitch_deg ?? 90)}°${slant > 3 ? `, ${slant}° off the vertical` : ""}`;
  const front = day.front_fall_m_s == null ? "" : `; the front head alone falls at ${text(fallSpeed(day.front_fall_m_s, units))}`;
  const rests = `; on the bottom it ${restWords(head)}`;
  const flies = `flies ${text(length(day.cast_m, units, 0))}${day.cast_is_guess ? " (a guess)" : ""}`;
  return `weighs ${text(gramsInWater(day.wet_weight_n))} in water; ${fall}${front}${rests}; package ${text(grams(day.package_g))}, ${flies}`;
}

interface RungProps {
  row: Head;
  head: HeadFrame;
  verdict: Verdict;
  units: Units;
  depth: number;
  tip: number;
  shares: readonly number[];
  pathShares: readonly number[];
  cast: number;
  isPick: boolean;
  isNear: boolean;
  /** about to be in sight when the ladder is first drawn */
  isFirst: boolean;
  isCompared: boolean;
  isFished: boolean;
  onCompare: (id: number) => void;
  tags: string;
  school: string;
  /** the step at which the angler may tell what it did: on the pick and on the one compared */
  tried: number | null;
}

/** How long a pick must be the pick before the ladder scrolls to it, and a moment the moment before
 * what is out of sight is of it. */
const STAYS_MS = 120;
const RESTS_MS = 120;

/** Scrolls a rung of the ladder into sight, inside the ladder only: a page that scrolls under the
 * thumb would be worse than no scroll. */
function showWithNeighbours(rung: HTMLElement): void {
  const list = rung.parentElement;
  if (!list || list.scrollHeight <= list.clientHeight) return;
  // With its neighbours: what is compared is seldom looked at alone.
  const high = (one: Element | null) => (one instanceof HTMLElement ? one.offsetHeight : 0);
  const top = rung.offsetTop - high(rung.previousElementSibling);
  const end = rung.offsetTop + high(rung) + high(rung.nextElementSibling);
  if (top < list.scrollTop) list.scrollTop = top;
  else if (end > list.scrollTop + list.clientHeight) list.scrollTop = end - list.clientHeight;
}

const Rung = memo(function Rung(props: RungProps) {
  const { isPick, isCompared } = props;
  const ref = useRef<HTMLLIElement>(null);
  const inSight = useInSight(ref, props.isFirst);
  // What is scrolled out of sight follows when the drag rests: between two frames it would be laid
  // out for nobody, and the next frame would wait for it.
  const late = useRested(inSight ? null : props, RESTS_MS);
  const told = inSight ? props : (late ?? props);
  const { row, head } = told;
  useEffect(() => {
    if (!isCompared && !isPick) return;
    // Once it stays: a ladder that jumps about under a drag can be read by nobody, and costs the drag.
    const wait = setTimeout(() => ref.current && showWithNeighbours(ref.current), STAYS_MS);
    return () => clearTimeout(wait);
  }, [isCompared, isPick]);
  return (
    <li ref={ref} className={`rung sign-${told.verdict.sign}-row${isPick ? " picked" : ""}${isCompared ? " compared" : ""}${props.isNear ? " near" : ""}`}>
      <Told {...told} drawn={inSight} />
      {told.tried !== null && head.bears !== null && (
        <Tried id={row.id} name={text(headName(row, told.units))} bears={head.bears} near={told.tried} />
      )}
    </li>
  );
});

/** What a rung says of its head. drawn : with its line */
const Told = memo(function Told(props: RungProps & { drawn: boolean }) {
  const { row, head, verdict, isPick, isCompared } = props;
  return (
    <button type="button" aria-pressed={isCompared} aria-current={isPick || undefined} title={howComputed(head, props.units)}
            onClick={() => props.onCompare(row.id)}>
      <span className="rung-head">
        <HeadWeight head={row} units={props.units} />
        <small className="rung-shape">{shapeWords(row.shape)} {row.hook_size}</small>
        {head.day.rigging !== "straight" && <small className="rung-shape">{head.day.rigging_name}</small>}
      </span>
      {props.drawn ? (
        <RungScene line={head.line} shares={props.shares} pathShares={props.pathShares} depth={props.depth} foot={head.foot}
                   tip={props.tip} span={head.span} path={head.path} cast={props.cast} />
      ) : <span className="rung-scene" />}
      <span className="rung-words">
        <b>
          <span className="verdict"><SignMark sign={verdict.sign} />{verdict.words}</span>
          {isPick && <em className="tag own">{props.school}</em>}
          {props.isFished && <em className="tag fished-tag">you fish this</em>}
          {verdict.beside.map((words) => <em key={words} className="tag beside">{words}</em>)}
          {props.tags && props.tags.split("|").map((tag) => <em key={tag} className="tag">{tag}</em>)}
        </b>
        <span>
          {verdict.reason}
          {verdict.window && <>; <i>{verdict.window}</i></>}
        </span>
        {verdict.help && <span className="help">{verdict.help}</span>}
      </span>
      <span className="rung-count">
        <span className="big">{head.count === null ? "–" : Math.round(head.count)}</span>
        <small>count</small>
      </span>
    </button>
  );
});
