// Two falls in one water, side by side, to one scale. Owns its <svg>.
import type { Compared } from "../../api/types";
import { length, text, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import { polyline, type Point } from "../geometry/path";

interface Props {
  found: Compared;
  near: number;
  units: Units;
  words: string;
}

const ROOM = 220;
const EDGE = 20;

export function PairScene({ found, near, units, words }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([640, ROOM]);
  const depth = found.wet[near] ? (found.depth_m[near] ?? 0) : 0;
  if (depth <= 0) return <p className="waiting">The mark is dry then.</p>;
  const half = width / 2;
  const shifts = [found.a, found.b].flatMap((s) => s.fall_shift_cm[near] ?? []).map((cm) => cm / 100);
  const wide = Math.max(0.5, Math.max(0, ...shifts) - Math.min(0, ...shifts));
  const scale = Math.min((ROOM - 44) / depth, (half - 2 * EDGE - 40) / wide);
  const z = (m: number) => 20 + (depth - m) * scale;
  const height = 20 + depth * scale + 26;
  const [low, high] = [Math.min(found.zone_from_m[near] ?? 0, depth), Math.min(found.zone_to_m[near] ?? 1, depth)];
  return (
    <div ref={ref} className="outfit-frame">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={words}>
        <rect x={0} y={z(depth)} width={width} height={depth * scale} className="way-water" />
        <rect x={0} y={z(high)} width={width} height={(high - low) * scale} className="way-zone" />
        <path d={`M0 ${z(depth)}H${width}`} className="rung-surface" />
        <path d={`M0 ${z(0)}H${width}`} className="way-bottom" />
        <path d={`M${half} ${z(depth)}V${z(0)}`} className="zone-edge" />
        {(["a", "b"] as const).map((key, i) => (
          <OneFall key={key} side={found[key]} near={near} depth={depth} z={z} x={(m) => i * half + EDGE + 30 + m * scale} name={i === 0 ? "this" : "that"} />
        ))}
        <text x={4} y={height - 6} className="note">{text(length(depth, units))} deep, to scale</text>
        <text x={width - 4} y={height - 6} textAnchor="end" className="note">current →</text>
      </svg>
    </div>
  );
}

function OneFall({ side, near, depth, x, z, name }: {
  side: Compared["a"]; near: number; depth: number; x: (m: number) => number; z: (m: number) => number; name: string;
}) {
  const heights = side.fall_height_pm[near] ?? [];
  const shifts = side.fall_shift_cm[near] ?? [];
  const points = heights.map((pm, i): Point => [x((shifts[i] ?? 0) / 100), z((pm / 1000) * depth)]);
  const end = points.at(-1);
  const count = side.count_s[near];
  return (
    <g>
      {points.length > 0 && <path d={polyline(points)} className="outfit-fall" />}
      {points[0] && <text x={points[0][0]} y={12} textAnchor="middle" className="outfit-count">{name}{count != null && `, ${Math.round(count)} s`}</text>}
      {end && <circle cx={end[0]} cy={end[1]} r={3.6} className="metal" />}
    </g>
  );
}
