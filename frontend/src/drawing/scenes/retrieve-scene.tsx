// A steady retrieve seen from the side, the rod at the left: owns its <svg>. Depths are exaggerated
// against the distance, and by how much is said.
import { useMemo } from "react";
import { length, text } from "../../base/units";
import { useSize } from "../../base/use-size";
import type { HeadFrame } from "../geometry/frame";
import { groundAlong, makeView, type View } from "../geometry/column";
import { polyline } from "../geometry/path";
import { swimPath } from "../geometry/swim";
import { Angler } from "../shapes/angler";
import { Bottom } from "../shapes/bottom";
import { DepthScale, Water, Zone } from "../shapes/water";
import { depthScale, groundRoom, type ColumnProps } from "./column-scene";

/** Room for the angler, in metres at the depth's scale, but no more than this share of the width. */
const ANGLER_M = 3.3;
const ANGLER_SHARE = 0.2;
const RIGHT = 44;

/** Depth at one scale, distance at another. */
function sideView(width: number, height: number, deep: number, cast: number, room: number): [View, number] {
  const left = Math.min(ANGLER_M * deep, ANGLER_SHARE * width);
  const along = Math.min(deep, (width - left - RIGHT) / cast);
  const view = makeView(width, height, deep, left, room);
  return [{ ...view, x: (m) => left + m * along }, deep / along];
}

export function RetrieveScene(props: ColumnProps) {
  const { board, frame, chosen, compared, units } = props;
  const [ref, [width, height]] = useSize<HTMLDivElement>([800, 420]);
  const cast = board.cast_m;
  const deep = useMemo(() => depthScale(board, height), [board, height]);
  const [view, times] = useMemo(() => sideView(width, height, deep, cast, groundRoom(board, deep)), [width, height, deep, cast, board]);
  const still = useMemo(() => makeView(width, height, deep, 0, groundRoom(board, deep)), [width, height, deep, board]);
  const deeper = useMemo(() => groundAlong(board.ground), [board]);
  return (
    <div ref={ref} className="column-frame">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-labelledby="retrieve-title">
        <title id="retrieve-title">{titleOf(props)}</title>
        <Water view={still} depth={frame.depth} uneven={deeper !== undefined} />
        <Zone view={deeper ? view : still} zone={props.zone} depth={frame.depth} deeper={deeper} />
        <Bottom view={deeper ? view : still} bottom={props.mark.bottom} cover={props.mark.cover}
                coverHeight={board.cover_height_m} deeper={deeper} />
        <DepthScale view={still} depth={frame.depth} units={units} />
        <Angler view={{ ...view, x: (m) => view.x(0) + m * deep }} stance={board.stance} x={0}
                depth={frame.depth} tip={board.tip_height_m} />
        <MiddleHalf view={view} cast={cast} zone={props.zone} depth={frame.depth} />
        {compared && compared.id !== chosen?.id && (
          <path className="swim ghost-swim" d={pathOf(view, compared, board, frame.depth)} />
        )}
        {chosen && <Swim view={view} head={chosen} {...props} />}
        <Distances view={view} cast={cast} props={props} times={times} />
      </svg>
    </div>
  );
}

function pathOf(view: View, head: HeadFrame, board: ColumnProps["board"], depth: number): string {
  const deeper = groundAlong(board.ground) ?? (() => 0);
  return polyline(swimPath(head.path, board.path_share, board.cast_m, depth, deeper).map(([x, z]) => [view.x(x), view.z(z)]));
}

/** The way in, heavier where it runs in the zone. */
function Swim({ view, head, board, frame, zone, units }: ColumnProps & { view: View; head: HeadFrame }) {
  const d = pathOf(view, head, board, frame.depth);
  const [top, low] = [view.z(Math.min(zone[1], frame.depth)), view.z(zone[0])];
  const lift = head.liftOff;
  const leaves = lift != null && lift < board.cast_m && lift > 0;
  return (
    <g aria-hidden="true">
      <clipPath id="swim-zone"><rect x={0} y={top} width={view.width} height={Math.max(0, low - top + 2)} /></clipPath>
      <path className="swim" d={d} />
      <path className="swim in-zone" d={d} clipPath="url(#swim-zone)" />
      {leaves && (
        <>
          <circle cx={view.x(lift)} cy={view.z(-(groundAlong(board.ground)?.(lift) ?? 0))} r={4} className="lift-off" />
          <text x={view.x(lift)} y={view.z(0) + 17} textAnchor="middle" className="note strong halo">
            leaves the bottom {text(length(lift, units, 0))} out
          </text>
        </>
      )}
    </g>
  );
}

function MiddleHalf({ view, cast, zone, depth }: {
  view: View; cast: number; zone: [number, number]; depth: number;
}) {
  const [a, b] = [view.x(cast / 4), view.x((3 * cast) / 4)];
  const y = view.z(Math.min(zone[1], depth));
  return (
    <g className="middle-half" aria-hidden="true">
      <path d={`M${a} ${y - 6}v6H${b}v-6`} />
      <text x={(a + b) / 2} y={y - 6} textAnchor="middle" className="note italic halo">
        keep it in their zone here
      </text>
    </g>
  );
}

function Distances({ view, cast, props, times }: {
  view: View; cast: number; props: ColumnProps; times: number;
}) {
  const y = view.height - 5;
  return (
    <g className="distances" aria-hidden="true">
      {[0.25, 0.5, 0.75, 1].map((share) => (
        <g key={share}>
          <path d={`M${view.x(share * cast)} ${view.z(0)}v5`} />
          <text x={view.x(share * cast)} y={y} textAnchor="middle" className="halo">
            {text(length(share * cast, props.units, 0))}
          </text>
        </g>
      ))}
      {times > 1.05 && (
        <text x={view.width - 10} y={18} textAnchor="end" className="note halo">
          depths drawn ×{times.toFixed(times < 3 ? 1 : 0)} against the distance
        </text>
      )}
    </g>
  );
}

function titleOf({ board, frame, chosen, name, units }: ColumnProps): string {
  const water = `Retrieve over ${text(length(board.cast_m, units, 0))}, ${text(length(frame.depth, units))} deep.`;
  if (!chosen) return `${water} No head in the box is right.`;
  const lift = chosen.liftOff == null ? "" : `leaves the bottom ${text(length(chosen.liftOff, units, 0))} out, `;
  return `${water} ${name(chosen)}: ${lift}in their zone for ${Math.round((chosen.zoneShare ?? 0) * 100)} % of the cast.`;
}
