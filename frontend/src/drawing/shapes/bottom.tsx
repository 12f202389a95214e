// The bottom by its kind, and what grows on it, to the column's scale.
import { memo } from "react";
import type { View } from "../geometry/column";
import { polyline, scatter, smooth, type Point } from "../geometry/path";

interface Props {
  view: View;
  bottom: string;
  cover: string;
  coverHeight: number;
  /** m deeper than at the mark, at m to the right of the view's origin; level where none is given */
  deeper?: ((m: number) => number) | undefined;
}

type Deeper = (m: number) => number;
const LEVEL: Deeper = () => 0;

function ground(view: View, rough: number, seed: number, deeper: Deeper): Point[] {
  const random = scatter(seed);
  const out: Point[] = [];
  for (let px = -10; px <= view.width + 10; px += 14) {
    out.push([px, view.z(-deeper(metresAt(view, px))) + (random() - 0.5) * rough]);
  }
  return out;
}

/** m to the right of the view's origin, of a pixel. */
function metresAt(view: View, px: number): number {
  return (px - view.x(0)) / (view.x(1) - view.x(0));
}

function Grains({ view, rock }: { view: View; rock: boolean }) {
  const random = scatter(7);
  const count = Math.round(view.width / (rock ? 26 : 9));
  const depth = view.height - view.z(0);
  return Array.from({ length: count }, (_, i) => {
    const x = random() * view.width;
    const y = view.z(0) + 5 + random() * (depth - 7);
    return rock ? (
      <path key={i} d={`M${x - 9} ${y}l7 -5l8 3l4 5`} className="stone" />
    ) : (
      <circle key={i} cx={x} cy={y} r={0.8 + random() * 0.7} className="grain" />
    );
  });
}

function Weed({ view, height, deeper }: { view: View; height: number; deeper: Deeper }) {
  const random = scatter(23);
  const tall = Math.max(5, height * view.scale);
  const count = Math.round(view.width / 34);
  return Array.from({ length: count }, (_, i) => {
    const x = random() * view.width;
    const z = view.z(-deeper(metresAt(view, x)));
    return [0, 1, 2].slice(0, 2 + Math.round(random())).map((k) => {
      const top = tall * (0.65 + 0.45 * random());
      const lean = 3 + 0.22 * top * random();
      return (
        <path
          key={`${i}-${k}`}
          d={`M${x + k * 4} ${z}q${lean * 0.1} ${-top * 0.6} ${lean} ${-top}`}
          className="weed"
        />
      );
    });
  });
}

export const Bottom = memo(function Bottom({ view, bottom, cover, coverHeight, deeper = LEVEL }: Props) {
  const rock = bottom === "rock" || bottom === "oyster" || bottom === "wreck";
  const edge = ground(view, rock ? 9 : 2.5, rock ? 11 : 5, deeper);
  const line = rock ? polyline(edge) : smooth(edge);
  const grows = coverHeight > 0 && cover !== "none";
  return (
    <g className={`bottom bottom-${bottom}`} aria-hidden="true">
      <path d={`${line}L${view.width + 10} ${view.height}L-10 ${view.height}Z`} className="ground" />
      <path d={line} className="ground-edge" />
      {deeper === LEVEL && <Grains view={view} rock={rock} />}
      {grows && <Weed view={view} height={coverHeight} deeper={deeper} />}
    </g>
  );
});
