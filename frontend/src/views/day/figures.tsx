// The four figures: tie on, land it, count, then.
import type { DayBoard, Head } from "../../api/types";
import { AboveScene } from "../../drawing/scenes/above-scene";
import { useTallest } from "../../base/use-tallest";
import { useWide } from "../../base/use-wide";
import { grams, headName, length, speed, text, turns, type Units } from "../../base/units";
import { CountNumber } from "../../ui/count-number";
import { Term } from "../../ui/term";
import { Fraction, shapeWords } from "../../ui/weight";
import type { Frame, HeadFrame } from "../../drawing/geometry/frame";
import { countText, doubtWords, helpWords, restWords, sureWords, thenWords } from "../../features/day/words";

interface Props {
  board: DayBoard;
  frame: Frame;
  chosen: HeadFrame | undefined;
  row: Head | undefined;
  units: Units;
  zone: [number, number];
  cmPerTurn: number;
  /** the head that the plan has now, where it is not the pick; empty where it is */
  planned: string;
}

export function Figures(props: Props) {
  // Where the water stands above, it would be drawn to another scale with each line more or less here.
  const wide = useWide();
  const ref = useTallest<HTMLDivElement>(wide ? props.board : null);
  return <div ref={ref} className="figures"><Four {...props} /></div>;
}

function Four(props: Props) {
  const { board, frame, chosen, row, units, zone } = props;
  if (!frame.wet) {
    return <div className="figure lead-figure-box wide"><span>the mark</span><b>dry now</b></div>;
  }
  if (!chosen || !row) {
    return (
      <>
        <div className="figure first"><span>tie on</span><b>none</b></div>
        <div className="figure wide">
          <span>no head in the box is right by this school</span>
          <b className="small-words">{helpWords(board, frame, units)}</b>
        </div>
      </>
    );
  }
  const ounces = units.head_unit === "oz";
  return (
    <>
      <div className="figure first" title="the lightest right head by the chosen school">
        <span><Term of="tie on">tie on</Term></span>
        <b>
          <span className="visually-hidden">{text(headName(row, units))}</span>
          <span aria-hidden="true">
            {ounces && row.printed_oz ? <Fraction oz={row.printed_oz} /> : grams(row.mass_g).value}
          </span>
          <small>{ounces ? `oz · ${text(grams(row.mass_g))}` : "g"}</small>
        </b>
        <em>{shapeWords(row.shape)}, {row.hook_size}{chosen.day.rigging !== "straight" && `, ${chosen.day.rigging_name}`}{props.planned && `; the plan: ${props.planned}`}</em>
        {chosen.rightShare !== null && <em className="doubt" title="over what is not known of current, drag and depth">{sureWords(chosen.rightShare)}</em>}
      </div>
      {board.steady ? (
        <Reel {...props} head={chosen} />
      ) : (
        <>
          <Landing board={board} head={chosen} units={units} />
          <Count board={board} head={chosen} units={units} />
        </>
      )}
      <div className="figure then" title="the hop's count is its time in the zone">
        <span><Term of="then">then</Term></span>
        <b className="small-words">{thenWords(chosen, zone, board, frame.depth, units, props.cmPerTurn)}</b>
        {!board.steady && zone[0] === 0 && board.rigging !== "float" && <em>at rest it {restWords(chosen)}</em>}
      </div>
    </>
  );
}

interface Part {
  board: DayBoard;
  head: HeadFrame;
  units: Units;
}

/** Where the cast must land so that it touches down on the mark. */
function Landing({ board, head, units }: Part) {
  const held = board.fall !== "fed";
  const beyond = head.beyond ?? 0;
  const lead = length(held && board.drift ? 0 : head.lead, units);
  const words = board.drift && !held ? ["drifts in falling", "over the ground"]
    : [board.lowered ? "let down up-tide" : "land it up-tide", "of the mark"];
  return (
    <div className="figure" title={held ? "the current carries it so far across, the held line brings it in so far"
      : "drift while it falls: the mean with and without the feed's pull"}>
      <span><Term of="lead">{words[0]}</Term></span>
      <b>{head.lead === null ? "–" : lead.value}<small>{lead.unit}</small></b>
      <em className={held ? "kept" : undefined}>{head.count === null ? "the line out is too short" : held ? `and ${text(length(beyond, units))} beyond the mark` : words[1]}</em>
      {held && head.count !== null && <AboveScene cast={board.cast_m} lead={head.lead ?? 0} beyond={beyond} units={units} />}
    </div>
  );
}

const AIMS = { bottom: "count", zone: "count to their zone", stop: "stop the line at" } as const;

function Count({ board, head, units }: Part) {
  const { count, holdAt: hold } = head;
  const doubt = doubtWords(head.doubted, head.countLow, head.countHigh);
  return (
    <div className="figure" title="from the splash; closed form of the fall">
      <span><Term of="count">{AIMS[board.aim]}</Term></span>
      <b>
        <CountNumber count={count} shown={countText(count, head.countLow, head.countHigh)} />
        <small>s</small>
      </b>
      <em>
        {board.lowered && board.aim !== "stop" && head.lineRate !== null ? `line goes at ${text(speed(head.lineRate, units))}, ${text(length(head.lineOff, units))} when down; faster is a bite`
          : board.aim === "stop" ? "and it swings up to them" : hold !== null ? `hold the line at ${Math.round(hold)}`
          : board.fall === "held" ? `on a held line${board.swing_fitted ? "" : "; beyond what was tried"}`
            : `${text(length(head.lineOff, units))} of line off the spool`}
      </em>
      {doubt && <em className="doubt">{doubt}</em>}
      <TaughtCount board={board} id={head.id} count={count} />
    </div>
  );
}

/** By what the log corrected it, and what the model alone says. */
function TaughtCount({ board, id, count }: { board: DayBoard; id: number; count: number | null }) {
  const taught = board.taught.counts.find((t) => t.head_id === id);
  if (!taught || count === null || Math.abs(taught.factor - 1) < 0.005) return null;
  const from = taught.frozen ? "as you hold it" : `from your ${taught.used} drop${taught.used === 1 ? "" : "s"}`;
  return <em className="taught">{from}; the model alone says {Math.round(count / taught.factor)}</em>;
}

function Reel({ board, head, units, cmPerTurn }: Props & Part) {
  const lift = length(head.liftOff, units, 0);
  const stays = head.liftOff !== null && head.liftOff <= 0.5;
  const away = head.liftOff !== null && head.liftOff >= board.cast_m;
  const [low, high] = [head.speedLow, head.speedHigh];
  const turned = (v: number | null) => turns(v, cmPerTurn);
  return (
    <>
      <div className="figure" title="where the line's pull takes its whole weight off the bottom">
        <span><Term of="leaves the bottom">leaves the bottom</Term></span>
        <b>{stays ? "never" : away ? "at once" : lift.value}{!stays && !away && <small>{lift.unit} out</small>}</b>
        <em>count {head.count === null ? "–" : Math.round(head.count)} to get down</em>
      </div>
      <div className="figure" title="speeds at which it runs in the zone over the middle half of the cast">
        <span><Term of="in their zone">in their zone</Term></span>
        <b>{Math.round((head.zoneShare ?? 0) * 100)}<small>%</small></b>
        <em>
          of the cast;{" "}
          {high === null && low === null ? "no speed keeps it there all through the middle"
            : low === null || low < 0.05 ? `up to ${text(speed(high, units))}, ${turned(high)} turns/s`
              : high === null ? `from ${text(speed(low, units))}, ${turned(low)} turns/s`
                : `${speed(low, units).value} to ${text(speed(high, units))}, ${turned(low)}–${turned(high)} turns/s`}
        </em>
      </div>
    </>
  );
}
