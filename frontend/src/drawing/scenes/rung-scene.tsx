// One rung of the ladder: a head's own held line in this water, or the way in which it swims back;
// all rungs to one scale.
import { memo } from "react";
import { lineShape } from "../geometry/column";
import { polyline, smooth } from "../geometry/path";
import { swimPath } from "../geometry/swim";

export const RUNG = { width: 92, height: 50 };

interface Props {
  line: readonly number[];
  shares: readonly number[];
  depth: number;
  foot: number;
  tip: number;
  span: number | null;
  /** m off the bottom with pathShares of the cast to go; empty unless swum back */
  path: readonly number[];
  pathShares: readonly number[];
  cast: number;
}

export const RungScene = memo(function RungScene(props: Props) {
  const { depth, tip } = props;
  const { width, height } = RUNG;
  const scale = (height - 8) / (depth + tip);
  const z = (m: number) => height - 4 - m * scale;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="rung-scene" aria-hidden="true">
      <path d={`M0 ${z(depth)}H${width}`} className="rung-surface" />
      <path d={`M0 ${z(0)}H${width}`} className="rung-bottom" />
      {props.path.length > 0 ? <Swum {...props} z={z} /> : <Held {...props} scale={scale} z={z} />}
    </svg>
  );
});

/** Distance to the width of the rung, depth to its height: not to scale along. */
function Swum({ path, pathShares, cast, depth, z }: Props & { z: (m: number) => number }) {
  const x = (m: number) => 3 + (m / cast) * (RUNG.width - 6);
  return (
    <path d={polyline(swimPath(path, pathShares, cast, depth).map(([px, pz]) => [x(px), z(pz)]))}
          className="rung-line" />
  );
}

function Held({ line, shares, depth, foot, tip, span, scale, z }: Props & {
  scale: number; z: (m: number) => number;
}) {
  const { width } = RUNG;
  // A line that trails up-current of a drifting boat is drawn from the right.
  const trails = span !== null && span < -0.5;
  const x = (m: number) => (trails ? width - 3 : 3) + m * scale;
  if (!line.length) return null;
  const shape = lineShape(line, shares, depth, foot, tip, span, (width - 10) / scale);
  const water = shape.water.map(([px, pz]): [number, number] => [
    Math.max(-3 * width, Math.min(x(px), 4 * width)), z(pz),
  ]);
  const top = water.at(-1)!;
  return (
    <>
      <path d={`${smooth(water)}M${top[0]} ${top[1]}L${x(0)} ${z(shape.tip[1])}`}
            className={shape.holds ? "rung-line" : "rung-line planing"} />
      <circle cx={x(shape.rig[0])} cy={z(shape.rig[1])} r={2.6} className="rung-rig" />
    </>
  );
}
