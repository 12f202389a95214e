// The plastic on its head at the end of the line: enlarged where it would be too small, and said.
import { memo } from "react";
import type { Plastic } from "../../api/types";
import type { View } from "../geometry/column";
import { toneStyle } from "../geometry/colour";
import { outline } from "../geometry/plastic";

const LEAST_PX = 46;

/** How many times too large the lure is drawn, so that it can be seen. */
export function lureTimes(view: View, plastic: Plastic): number {
  return Math.max(1, Math.round(LEAST_PX / ((plastic.length_mm / 1000) * view.scale)));
}

interface Props {
  view: View;
  x: number;
  z: number;
  plastic: Plastic;
  /** degrees of the nose below the horizontal */
  angle?: number;
  faint?: boolean;
}

/** The head at (x, z), the tail up-current to the right of it, nose down by the angle. */
export const Lure = memo(function Lure({ view, x, z, plastic, angle = 0, faint = false }: Props) {
  const times = lureTimes(view, plastic);
  const k = (view.scale / 1000) * times;
  const shape = outline(plastic);
  return (
    <g className={faint ? "lure faint" : "lure"} style={toneStyle(plastic.colour)} aria-hidden="true">
      <g transform={`translate(${view.x(x)} ${view.z(z) - 1}) rotate(${-angle}) translate(4 0) scale(${k} ${-k})`}>
        {shape.filled.map((d) => <path key={d} d={d} />)}
        <path d={shape.body} />
      </g>
      <circle cx={view.x(x)} cy={view.z(z)} r={Math.max(4, 4.5 * k) * (faint ? 0.8 : 1)} className="metal" />
    </g>
  );
});
