// The water column of one mark at one moment, to scale: owns its <svg>, view box and y-flip.
import { memo, useMemo } from "react";
import type { DayBoard, Mark, Plastic } from "../../api/types";
import { length, lengthScale, rangeText, speed, text, type Units } from "../../ui/units";
import { useSize } from "../../ui/use-size";
import type { Frame, HeadFrame } from "../../views/day/frame";
import {
  depthMarks, fallTicks, lineShape, makeView, tickEvery, type Shape, type View,
} from "../geometry/column";
import { smooth } from "../geometry/path";
import { Angler } from "../shapes/angler";
import { Bottom } from "../shapes/bottom";
import { Lure, lureTimes } from "../shapes/lure";

const GROUND = 38;
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
}

export function ColumnScene(props: ColumnProps) {
  const { board, frame, chosen, compared, units } = props;
  const [ref, [width, height]] = useSize<HTMLDivElement>([800, 420]);
  const deepest = useMemo(
    () => Math.max(...board.depth_m.filter((_, i) => board.wet[i]), 0.3), [board]);
  const scale = (height - GROUND) / (deepest + board.tip_height_m + MARGIN);
  const reach = width / scale;
  const shape = (head: HeadFrame | undefined): Shape | null =>
    head && head.line.length > 0
      ? lineShape(head.line, board.line_share, frame.depth, board.tip_height_m, head.span, reach * 0.6)
      : null;
  const main = shape(chosen);
  const ghost = compared && compared.id !== chosen?.id ? shape(compared) : null;
  const markX = placeOfMark(width, main ? main.rig[0] : 0, scale);
  const view = useMemo(
    () => makeView(width, height, scale, markX, GROUND), [width, height, scale, markX]);
  const still = useMemo(
    () => makeView(width, height, scale, 0, GROUND), [width, height, scale]);
  const tipX = main ? -main.rig[0] : -reach / 3;
  const ashore = board.stance === "dock" || board.stance === "bank";
  return (
    <div ref={ref} className="column-frame">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-labelledby="column-title">
        <title id="column-title">{titleOf(props)}</title>
        <Water view={still} depth={frame.depth} />
        <Zone view={still} zone={props.zone} depth={frame.depth} />
        <Bottom view={still} bottom={props.mark.bottom} cover={props.mark.cover}
                coverHeight={props.mark.cover_height_m} />
        <DepthScale view={still} depth={frame.depth} units={units} />
        <Current view={still} board={board} frame={frame} units={units} />
        <Angler view={view} stance={board.stance} x={tipX} depth={frame.depth}
                tip={board.tip_height_m} mirror={(main?.rig[0] ?? 0) < -0.5} />
        <ZoneWords view={view} zone={props.zone} depth={frame.depth} units={units}
                   x={Math.max(72, ashore ? view.x(tipX - 1.2) + 10 : 0)}
                   fall={view.x(-(chosen?.lead ?? 0)) - 26} />
        <FarTip view={view} tipX={tipX} z={frame.depth + board.tip_height_m} units={units} />
        {ghost && compared && (
          <Ghost view={view} shape={ghost} tipX={tipX} label={ghostLabel(compared, props)} />
        )}
        {main && <HeldLine view={view} shape={main} tipX={tipX} />}
        {chosen && main && (
          <>
            <Fall view={view} head={chosen} depth={frame.depth} units={units}
                  drifting={board.drifting} times={lureTimes(view, props.plastic)} />
            <Lure view={view} x={tipX + main.rig[0]} z={main.rig[1]} plastic={props.plastic} />
          </>
        )}
      </svg>
    </div>
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

const Water = memo(function Water({ view, depth }: { view: View; depth: number }) {
  const top = view.z(depth);
  const waves = Array.from({ length: Math.ceil(view.width / 44) + 1 }, (_, i) =>
    `${i ? "t" : `M-10 ${top}q11 2.4 22 0t22 0`}${i ? "22 0t22 0" : ""}`).join("");
  return (
    <g aria-hidden="true">
      <defs>
        <linearGradient id="water" x1="0" x2="0" y1="0" y2="1">
          <stop offset="0" className="water-top" />
          <stop offset="1" className="water-deep" />
        </linearGradient>
        <pattern id="hatch" width="5" height="5" patternUnits="userSpaceOnUse"
                 patternTransform="rotate(45)">
          <path d="M0 0V5" className="hatch" />
        </pattern>
      </defs>
      <rect x={0} y={top} width={view.width} height={Math.max(0, view.z(0) + 8 - top)}
            fill="url(#water)" />
      <path d={waves} className="surface" />
    </g>
  );
});

function Zone({ view, zone, depth }: { view: View; zone: [number, number]; depth: number }) {
  const top = Math.min(zone[1], depth);
  if (top <= zone[0]) return null;
  const y = view.z(top);
  return (
    <g aria-hidden="true">
      <rect x={0} y={y} width={view.width} height={view.z(zone[0]) - y} fill="url(#hatch)" />
      <path d={`M0 ${y}H${view.width}`} className="zone-edge" />
    </g>
  );
}


/** On the left where the fall leaves room, else to the right of the mark. */
function ZoneWords({ view, zone, depth, units, x, fall }: {
  view: View; zone: [number, number]; depth: number; units: Units; x: number; fall: number;
}) {
  const top = Math.min(zone[1], depth);
  if (top <= zone[0]) return null;
  const roomy = (top - zone[0]) * view.scale > 22;
  const narrow = view.width < 560;
  const right = view.x(0) + 64;
  const words = narrow
    ? "they feed here"
    : `they feed here · ${rangeText(zone[0], zone[1], units)} off the bottom`;
  const long = words.length * 5.2;
  const left = x + long < fall || right + long > view.width - 40;
  return (
    <text x={left ? Math.min(x, narrow ? 40 : x) : right} y={view.z(top) + (roomy ? 15 : -5)}
          className="note italic halo" aria-hidden="true">
      {words}
    </text>
  );
}

function DepthScale({ view, depth, units }: { view: View; depth: number; units: Units }) {
  const per = lengthScale(units).toSi(1);
  return (
    <g className="depth-scale" aria-hidden="true">
      {depthMarks(depth / per).map((d) => (
        <g key={d}>
          <path d={`M0 ${view.z(depth - d * per)}h9`} />
          <text x={13} y={view.z(depth - d * per) + 4} className="halo">{d}</text>
        </g>
      ))}
      <path d={`M0 ${view.z(0)}h9`} />
      <text x={13} y={view.z(0) - 4} className="strong halo">{text(length(depth, units))}</text>
    </g>
  );
}

const Current = memo(function Current({ view, board, frame, units }: {
  view: View; board: DayBoard; frame: Frame; units: Units;
}) {
  const u = Math.abs(frame.stream);
  const right = view.width - 14;
  const last = board.profile.length - 1;
  const px = (share: number) => Math.min(1, u / 1.2) * 74 * share + 1;
  return (
    <g className="current" aria-hidden="true">
      {u > 0.005 && board.profile.map(({ height_share, speed_share }, i) => {
        const y = view.z(height_share * frame.depth);
        const long = px(speed_share);
        return (
          <g key={height_share}>
            <path d={`M${right - long} ${y}H${right}`} />
            <path d={`M${right + 6} ${y}l-7 -2.6v5.2Z`} className="arrowhead" />
            {(i === 0 || i === last) && (
              <text x={right + 4} y={i === last ? y + 15 : y - 6} textAnchor="end" className="halo">
                {i === last ? text(speed(u * speed_share, units)) : speed(u * speed_share, units).value}
              </text>
            )}
          </g>
        );
      })}
      {u <= 0.005 && (
        <text x={right + 4} y={view.z(frame.depth) + 16} textAnchor="end" className="halo">slack</text>
      )}
    </g>
  );
});

function toPx(view: View, tipX: number, shape: Shape): [number, number][] {
  return shape.water.map(([x, z]) => [view.x(tipX + x), view.z(z)]);
}

function HeldLine({ view, shape, tipX }: { view: View; shape: Shape; tipX: number }) {
  const water = toPx(view, tipX, shape);
  const top = water.at(-1)!;
  return (
    <path
      className={shape.holds ? "held-line" : "held-line planing"}
      d={`${smooth(water)}M${top[0]} ${top[1]}L${view.x(tipX)} ${view.z(shape.tip[1])}`}
    />
  );
}

function Ghost({ view, shape, tipX, label }: {
  view: View; shape: Shape; tipX: number; label: string;
}) {
  const water = toPx(view, tipX, shape);
  const top = water.at(-1)!;
  const rig = water[0]!;
  const along = water[Math.min(water.length - 1, Math.floor(water.length * 0.45))]!;
  const x = Math.min(Math.max(along[0] - 8, 150), view.width - 96);
  return (
    <g className="ghost" aria-hidden="true">
      <path d={`${smooth(water)}M${top[0]} ${top[1]}L${view.x(tipX)} ${view.z(shape.tip[1])}`} />
      <circle cx={rig[0]} cy={rig[1]} r={4} />
      {view.width >= 560 && (
        <text x={x} y={along[1] - 6} textAnchor={x > view.width / 2 ? "end" : "start"}
              className="note italic halo">{label}</text>
      )}
    </g>
  );
}

function Fall({ view, head, depth, units, drifting, times }: {
  view: View; head: HeadFrame; depth: number; units: Units; drifting: boolean; times: number;
}) {
  if (head.count == null || head.lead == null || head.fallHeight.length === 0) return null;
  const start = -head.lead;
  const path = head.fallHeight.map((share, i): [number, number] => [
    view.x(start + (head.fallDrift[i] ?? 0)), view.z(share * depth),
  ]);
  const ticks = fallTicks(head.fallHeight, head.fallDrift, head.count, depth);
  const every = tickEvery(head.count, depth * view.scale);
  const [sx, sy] = path[0]!;
  const ground = view.z(0) + 24;
  const lead = text(length(head.lead, units));
  const wide = head.lead * view.scale > 46;
  const roomy = view.width - view.x(0) > 150;
  return (
    <g className="fall">
      <path d={smooth(path)} />
      {ticks.map(({ second, at }) => {
        const shown = second % every === 0;
        const [x, y] = [view.x(start + at[0]), view.z(at[1])];
        return (
          <g key={second}>
            <path d={`M${x - (shown ? 7 : 4)} ${y}h${shown ? 14 : 8}`} />
            {shown && <text x={x - 11} y={y + 5} textAnchor="end" className="halo">{second}</text>}
          </g>
        );
      })}
      <path d={`M${sx} ${sy - 1}l-5.5 -10h11Z`} className="splash" />
      <text x={sx - 10} y={sy - 7} textAnchor="end" className="note halo">land it here</text>
      <path d={`M${sx} ${ground - 5}v10M${view.x(0)} ${ground - 5}v10M${sx} ${ground}H${view.x(0)}`} />
      <text x={wide ? (sx + view.x(0)) / 2 : sx - 8} y={wide ? ground - 5 : ground + 4}
            textAnchor={wide ? "middle" : "end"} className="lead-figure halo">{lead}</text>
      <text x={view.x(0) + 8} y={ground + 4} className="note strong halo">
        {drifting ? "touches down" : "the mark"}
        {times > 1 && roomy && <tspan className="aside"> lure drawn ×{times}</tspan>}
      </text>
      {times > 1 && !roomy && (
        <text x={view.x(0) + 10} y={view.z(0) - 11} className="note small halo">lure ×{times}</text>
      )}
    </g>
  );
}
