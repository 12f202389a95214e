// One or two outfits in one water, to scale: the held line, the fall, the count. Owns its <svg>.
import type { DrawnFall } from "../../api/types";
import { length, text, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import { outfitShape, sideRange, type OutfitShape } from "../geometry/outfit";
import { polyline, smooth } from "../geometry/path";

/** What is drawn; of two heads the line begins at the front one, and the rear one touches. */
type Shown = DrawnFall & { front_head_id?: number | null };

interface Props {
  outfits: readonly Shown[];
  /** all outfits that are looked at: they set the scale */
  all: readonly Shown[];
  depth: number;
  tip: number;
  zone: [number, number];
  words: string;
  units: Units;
  tall?: boolean;
}

const EDGE = 8;

export function OutfitScene({ outfits, all, depth, tip, zone, words, units, tall = false }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([390, 150]);
  const room = tall ? 300 : 168;
  const shapes = all.map((o) => outfitShape(o, depth, tip));
  const [left, right] = sideRange(shapes);
  const scale = Math.max(0.1, Math.min((width - 2 * EDGE) / Math.max(0.5, right - left), (room - 30) / (depth + tip)));
  const height = (depth + tip) * scale + 30;
  const x = (m: number) => EDGE + (width - 2 * EDGE - (right - left) * scale) / 2 + (m - left) * scale;
  const z = (m: number) => height - 18 - m * scale;
  return (
    <div ref={ref} className="outfit-frame">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={words}>
        <rect x={0} y={z(depth)} width={width} height={depth * scale} className="way-water" />
        <rect x={0} y={z(Math.min(zone[1], depth))} width={width}
              height={(Math.min(zone[1], depth) - Math.min(zone[0], depth)) * scale} className="way-zone" />
        <path d={`M0 ${z(depth)}H${width}`} className="rung-surface" />
        <path d={`M0 ${z(0)}H${width}`} className="way-bottom" />
        {outfits.map((outfit, i) => (
          <One key={i} outfit={outfit} shape={shapes[all.indexOf(outfit)]!} x={x} z={z} dotted={i > 0} />
        ))}
        <text x={4} y={height - 4} className="note">{text(length(depth, units))} deep, to scale</text>
        <text x={width - 4} y={height - 4} textAnchor="end" className="note">current →</text>
      </svg>
    </div>
  );
}

function One({ outfit, shape, x, z, dotted }: {
  outfit: Shown; shape: OutfitShape; x: (m: number) => number; z: (m: number) => number; dotted: boolean;
}) {
  const line = shape.line.map(([a, b]): [number, number] => [x(a), z(b)]);
  const fall = shape.fall.map(([a, b]): [number, number] => [x(a), z(b)]);
  const top = line.at(-1);
  return (
    <g className={dotted ? "ghost" : undefined}>
      {line.length > 0 && <path d={smooth(line)} className="held-line" />}
      {top && <path d={`M${top[0]} ${top[1]}L${x(0)} ${z(shape.tip[1])}`} className="held-line" />}
      {fall.length > 0 && <path d={polyline(fall)} className="outfit-fall" />}
      {fall[0] && outfit.count_s != null && (
        <text x={fall[0][0] + 5} y={fall[0][1] - 4} className="outfit-count">{Math.round(outfit.count_s)} s</text>
      )}
      {outfit.front_head_id != null && fall.length > 0 && (
        <>
          <path d={polyline([[x(shape.lure[0]), z(shape.lure[1])], fall.at(-1)!])} className="held-line" />
          <circle cx={fall.at(-1)![0]} cy={fall.at(-1)![1]} r={3.6} className="metal" />
        </>
      )}
      <circle cx={x(shape.lure[0])} cy={z(shape.lure[1])} r={3.6} className="metal" />
    </g>
  );
}
