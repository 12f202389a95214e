// The water column of one mark at one moment, to scale: owns its <svg>, view box and y-flip.
import { useMemo } from "react";
import type { DayBoard, Mark, Plastic } from "../../api/types";
import { length, speed, text, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import type { Frame, HeadFrame } from "../geometry/frame";
import { fallPath, groundAlong, leaderEnd, lineShape, makeView, type FallPath, type Shape, type View } from "../geometry/column";
import { Angler } from "../shapes/angler";
import { Bottom } from "../shapes/bottom";
import { Dropping, Fall } from "../shapes/fall";
import { Ghost, HeldLine, Leader, SoftEdge, UnderFloat } from "../shapes/held";
import { Lure } from "../shapes/lure";
import { Current, DepthScale, Water, Zone, ZoneWords } from "../shapes/water";

export const GROUND = 38;
const MARGIN = 0.55;

export interface ColumnProps {
  board: DayBoard;
  frame: Frame;
  mark: Mark;
  plastic: Plastic;
  units: Units;
  zone: [number, number];
  chosen: HeadFrame | undefined;
  compared: HeadFrame | undefined;
  name: (head: HeadFrame) => string;
  /** the chosen head is being dropped; called when that is over */
  dropping: boolean;
  onDropped: () => void;
}

/** How much deeper (m) the bottom gets anywhere along the cast than where it lands. */
function hollow(board: DayBoard): number {
  return Math.max(0, ...board.ground.map((p) => p.deeper_m));
}

/** Pixels under the bottom where the cast lands. */
export function groundRoom(board: DayBoard, scale: number): number {
  return GROUND + hollow(board) * scale;
}

/** Pixels per metre at which the day's deepest water and the rod fit the height. */
export function depthScale(board: DayBoard, height: number): number {
  const deepest = Math.max(...board.depth_m.filter((_, i) => board.wet[i]), 0.3) + hollow(board);
  return Math.max(20, height - GROUND) / (deepest + board.tip_height_m + MARGIN);
}

export function ColumnScene(props: ColumnProps) {
  const { board, frame, chosen, compared, units, plastic } = props;
  const [ref, [width, height]] = useSize<HTMLDivElement>([800, 420]);
  const scale = useMemo(() => depthScale(board, height), [board, height]);
  const reach = (width / scale) * 0.6;
  const shapes = chosen && shapesOf(chosen, board, frame.depth, reach);
  const main = shapes?.middle ?? null;
  const ghost = compared && compared.id !== chosen?.id ? shapesOf(compared, board, frame.depth, reach)?.middle : null;
  const markX = placeOfMark(width, main ? main.rig[0] : 0, scale);
  const view = useMemo(
    () => makeView(width, height, scale, markX, groundRoom(board, scale)), [width, height, scale, markX, board]);
  const still = useMemo(
    () => makeView(width, height, scale, 0, groundRoom(board, scale)), [width, height, scale, board]);
  // The mark is a cast away from the rod, and the rod is to its left.
  const deeper = useMemo(() => {
    const along = groundAlong(board.ground);
    return along && ((m: number) => along(Math.max(0, board.cast_m + m)));
  }, [board]);
  const falls = chosen ? fallsOf(chosen, board, frame.depth) : null;
  const tipX = main ? -main.rig[0] : -reach / 1.8;
  const ashore = board.stance === "dock" || board.stance === "bank";
  return (
    <div ref={ref} className="column-frame">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-labelledby="column-title">
        <title id="column-title">{titleOf(props)}</title>
        <Water view={still} depth={frame.depth} uneven={deeper !== undefined} />
        <Zone view={deeper ? view : still} zone={props.zone} depth={frame.depth} deeper={deeper} />
        <Bottom view={deeper ? view : still} bottom={props.mark.bottom} cover={props.mark.cover}
                coverHeight={board.cover_height_m} deeper={deeper} />
        <DepthScale view={still} depth={frame.depth} units={units} />
        <Current view={still} board={board} frame={frame} units={units} />
        <Angler view={view} stance={board.stance} x={tipX} depth={frame.depth}
                tip={board.tip_height_m} mirror={(main?.rig[0] ?? 0) < -0.5} />
        <ZoneWords view={view} zone={props.zone} depth={frame.depth} units={units}
                   x={Math.max(72, ashore ? view.x(tipX - 1.2) + 10 : 0)}
                   fall={view.x(-(chosen?.drawn ?? 0)) - 26} />
        <FarTip view={view} tipX={tipX} z={frame.depth + board.tip_height_m} units={units} />
        {ghost && compared && (
          <Ghost view={view} shape={ghost} tipX={tipX} label={ghostLabel(compared, props)} />
        )}
        {shapes && <SoftEdge view={view} low={shapes.low} high={shapes.high} tipX={tipX} />}
        {main && <HeldLine view={view} shape={main} tipX={tipX} />}
        {chosen && falls && (
          <Fall view={view} head={chosen} path={falls.middle} edge={falls.edge} depth={frame.depth}
                zone={props.zone} units={units} plastic={plastic} drifting={board.drift !== null} lowered={board.lowered}
                stance={board.stance} tipX={tipX} entersX={tipX + (main?.water.at(-1)?.[0] ?? 0)} />
        )}
        {chosen && main && <OnTheLine view={view} head={chosen} main={main} tipX={tipX} {...props} />}
        {props.dropping && chosen && falls && (
          <Dropping view={view} path={falls.middle} plastic={plastic}
                    pitch={chosen.day.fall_pitch_deg ?? 90} onStop={props.onDropped} />
        )}
      </svg>
    </div>
  );
}

/** The held line at the three estimates of the current. */
function shapesOf(
  head: HeadFrame, board: DayBoard, depth: number, reach: number,
): { low: Shape; middle: Shape; high: Shape } | null {
  if (head.line.length === 0) return null;
  const coarse = board.line_share.filter((_, i) => i % 3 === 0);
  const shape = (line: number[], shares: number[], span: number | null) =>
    lineShape(line, shares, depth, head.foot, board.tip_height_m, span, reach);
  return {
    low: shape(head.lineLow, coarse, head.spanLow),
    middle: shape(head.line, board.line_share, head.span),
    high: shape(head.lineHigh, coarse, head.spanHigh),
  };
}

const FIFTH = 0.2;

function fallsOf(
  head: HeadFrame, board: DayBoard, depth: number,
): { middle: FallPath; edge: [FallPath, FallPath] | null } | null {
  const { bottom: count, drawn: lead } = head;
  if (count == null || lead == null || head.fallHeight.length === 0) return null;
  const path = (times: number) =>
    fallPath(head.fallHeight, head.fallShift, lead, count, depth, times);
  return { middle: path(1), edge: board.fall === "fed" ? [path(1 - FIFTH), path(1 + FIFTH)] : null };
}

/** The lure as it lies at rest, behind whatever stands between it and the line. */
function OnTheLine({ view, head, main, tipX, board, plastic, units }: ColumnProps & {
  view: View; head: HeadFrame; main: Shape; tipX: number;
}) {
  const x = tipX + main.rig[0];
  if (board.rigging === "float") {
    return <UnderFloat view={view} x={x} top={view.z(main.water.at(-1)![1])} z={main.rig[1]} plastic={plastic} />;
  }
  if (board.leader_m === 0) {
    return <Lure view={view} x={x} z={main.rig[1]} plastic={plastic} angle={main.holds ? head.rest : 0} />;
  }
  const foot = main.holds ? head.foot : main.rig[1];
  const rides = main.holds ? head.rides : foot;
  const [dx] = leaderEnd(foot, rides, board.leader_m);
  return (
    <>
      <Leader view={view} x={x} foot={foot} rides={rides} leader={board.leader_m} rigging={board.rigging}
              words={text(length(board.rigging === "tandem" ? foot : rides, units, 2))} />
      <Lure view={view} x={x + dx} z={rides} plastic={plastic} />
    </>
  );
}

/**
 * The mark stands in the middle or, when the line is long, nearer the far side, so that the rod
 * stays in the picture as long as it can. From a drifting boat the line may trail up-current.
 */
function placeOfMark(width: number, span: number, scale: number): number {
  const need = (Math.abs(span) + 4.6) * scale;
  const place = Math.min(0.78 * width, Math.max(0.5 * width, need));
  return span < -0.5 ? width - place : place;
}

function FarTip({ view, tipX, z, units }: {
  view: View; tipX: number; z: number; units: Units;
}) {
  const x = view.x(tipX);
  if (x > -10 && x < view.width + 10) return null;
  const left = x < 0;
  const words = `rod tip ${text(length(Math.abs(tipX), units))} ${left ? "up" : "down"}-tide`;
  return (
    <text x={left ? 8 : view.width - 8} y={Math.max(16, view.z(z) + 4)}
          textAnchor={left ? "start" : "end"} className="note strong">
      {left ? `← ${words}` : `${words} →`}
    </text>
  );
}

function titleOf({ frame, chosen, name, units }: ColumnProps): string {
  if (!frame.wet) return "The mark is dry.";
  const water = `Water column, ${text(length(frame.depth, units))} deep, current ${text(speed(Math.abs(frame.stream), units))} at the surface.`;
  if (!chosen) return `${water} No head in the box is right.`;
  const line = chosen.lineOut == null ? "its line planes up" : `held on ${text(length(chosen.lineOut, units))} of line`;
  return `${water} ${name(chosen)}: ${line}, ${chosen.count == null ? "never sinks" : `count ${Math.round(chosen.count)}`}.`;
}

function ghostLabel(head: HeadFrame, { name, units }: ColumnProps): string {
  return head.lineOut == null
    ? `${name(head)} planes up`
    : `${name(head)} on ${text(length(head.lineOut, units))} of line`;
}
