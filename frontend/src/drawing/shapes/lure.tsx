// The plastic on its head at the end of the line: enlarged where it would be too small, and said.
import { memo } from "react";
import type { Plastic } from "../../api/types";
import type { View } from "../geometry/column";
import { outline } from "../geometry/plastic";

const LEAST_PX = 46;

interface Props {
  view: View;
  x: number;
  z: number;
  plastic: Plastic;
}

export const Lure = memo(function Lure({ view, x, z, plastic }: Props) {
  const true_px = (plastic.length_mm / 1000) * view.scale;
  const times = Math.max(1, Math.round(LEAST_PX / true_px));
  const k = (view.scale / 1000) * times;
  const shape = outline(plastic);
  return (
    <g className="lure" aria-hidden="true">
      <g transform={`translate(${view.x(x) + 4} ${view.z(z) - 1}) scale(${k} ${-k})`}>
        {shape.filled.map((d) => <path key={d} d={d} />)}
        <path d={shape.body} />
      </g>
      <circle cx={view.x(x)} cy={view.z(z)} r={Math.max(4, 4.5 * k)} className="metal" />
      {times > 1 && (
        <text x={view.x(x) + plastic.length_mm * k + 10} y={view.z(z) - 2} className="note small halo">
          lure ×{times}
        </text>
      )}
    </g>
  );
});
