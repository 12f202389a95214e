// One rung of the ladder: a head's own held line in this water, all rungs to one scale.
import { memo } from "react";
import { lineShape } from "../geometry/column";
import { smooth } from "../geometry/path";

export const RUNG = { width: 92, height: 50 };

interface Props {
  line: readonly number[];
  shares: readonly number[];
  depth: number;
  tip: number;
  span: number | null;
}

export const RungScene = memo(function RungScene({ line, shares, depth, tip, span }: Props) {
  const { width, height } = RUNG;
  const scale = (height - 8) / (depth + tip);
  // A line that trails up-current of a drifting boat is drawn from the right.
  const trails = span !== null && span < -0.5;
  const x = (m: number) => (trails ? width - 3 : 3) + m * scale;
  const z = (m: number) => height - 4 - m * scale;
  const shape = line.length
    ? lineShape(line, shares, depth, tip, span, (width - 10) / scale)
    : null;
  const water = shape?.water.map(([px, pz]): [number, number] => [
    Math.max(-3 * width, Math.min(x(px), 4 * width)), z(pz),
  ]);
  const top = water?.at(-1);
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="rung-scene" aria-hidden="true">
      <path d={`M0 ${z(depth)}H${width}`} className="rung-surface" />
      <path d={`M0 ${z(0)}H${width}`} className="rung-bottom" />
      {shape && water && top && (
        <>
          <path d={`${smooth(water)}M${top[0]} ${top[1]}L${x(0)} ${z(shape.tip[1])}`}
                className={shape.holds ? "rung-line" : "rung-line planing"} />
          <circle cx={x(shape.rig[0])} cy={z(shape.rig[1])} r={2.6} className="rung-rig" />
        </>
      )}
    </svg>
  );
});
