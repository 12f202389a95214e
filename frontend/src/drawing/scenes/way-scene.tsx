// The lure's way over the bottom on one retrieve: heights exaggerated, and said. Owns its <svg>.
import { length, text, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import { polyline, type Point } from "../geometry/path";

interface Props {
  away_m: readonly number[];
  up_m: readonly number[];
  depth: number;
  zone: [number, number];
  words: string;
  units: Units;
}

const HEIGHT = 132;
const EDGE = { left: 10, right: 10, top: 20, bottom: 24 };

export function WayScene({ away_m, up_m, depth, zone, words, units }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([420, HEIGHT]);
  const cast = Math.max(...away_m, 1);
  const along = Math.max(1, width - EDGE.left - EDGE.right) / cast;
  const up = (HEIGHT - EDGE.top - EDGE.bottom) / depth;
  const x = (m: number) => EDGE.left + m * along;
  const z = (m: number) => HEIGHT - EDGE.bottom - m * up;
  const way = away_m.map((m, i): Point => [x(m), z(up_m[i] ?? 0)]);
  const times = up / along;
  return (
    <div ref={ref} className="way-frame">
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} role="img" aria-label={words}>
        <rect x={EDGE.left} y={z(depth)} width={along * cast} height={depth * up} className="way-water" />
        <rect x={EDGE.left} y={z(Math.min(zone[1], depth))} width={along * cast}
              height={(Math.min(zone[1], depth) - Math.min(zone[0], depth)) * up} className="way-zone" />
        <path d={`M${EDGE.left} ${z(depth)}H${width - EDGE.right}`} className="rung-surface" />
        <path d={`M${EDGE.left} ${z(0)}H${width - EDGE.right}`} className="way-bottom" />
        <path d={polyline(way)} className="way-lure" />
        <circle cx={way[0]![0]} cy={way[0]![1]} r={4} className="way-start" />
        <text x={EDGE.left} y={13} className="note">rod</text>
        <text x={width - EDGE.right} y={13} textAnchor="end" className="note">cast {text(length(cast, units, 0))}</text>
        <text x={EDGE.left} y={HEIGHT - 7} className="note">
          {times > 1.15 ? `heights ×${times.toFixed(times < 3 ? 1 : 0)}` : "to scale"}; their height is shaded
        </text>
      </svg>
    </div>
  );
}
