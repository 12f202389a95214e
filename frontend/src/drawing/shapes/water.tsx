// The water itself: surface, feeding zone, depth scale and the current's arrows.
import { memo } from "react";
import type { DayBoard } from "../../api/types";
import { length, lengthScale, rangeText, speed, text, type Units } from "../../base/units";
import type { Frame } from "../geometry/frame";
import { depthMarks, type View } from "../geometry/column";
import { polyline, type Point } from "../geometry/path";

/** uneven: down to the edge, where the bottom is not level and lies over it. */
export const Water = memo(function Water({ view, depth, uneven = false }: { view: View; depth: number; uneven?: boolean }) {
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
      <rect x={0} y={top} width={view.width} height={Math.max(0, (uneven ? view.height : view.z(0) + 8) - top)}
            fill="url(#water)" />
      <path d={waves} className="surface" />
    </g>
  );
});

const ZONE_PX = 16;

/** deeper: m that the bottom lies under the mark's, some metres to the right of the view's origin. */
export function Zone({ view, zone, depth, deeper }: {
  view: View; zone: [number, number]; depth: number; deeper?: ((m: number) => number) | undefined;
}) {
  const top = Math.min(zone[1], depth);
  if (top <= zone[0]) return null;
  const y = view.z(top);
  if (deeper) {
    const along = (high: number) => Array.from({ length: Math.ceil(view.width / ZONE_PX) + 1 }, (_, i): Point => {
      const m = (i * ZONE_PX - view.x(0)) / (view.x(1) - view.x(0));
      return [i * ZONE_PX, view.z(Math.min(depth, high - deeper(m)))];
    });
    const [edge, low] = [along(zone[1]), along(zone[0])];
    return (
      <g aria-hidden="true">
        <path d={`${polyline([...edge, ...low.reverse()])}Z`} fill="url(#hatch)" />
        <path d={polyline(edge)} className="zone-edge" fill="none" />
      </g>
    );
  }
  return (
    <g aria-hidden="true">
      <rect x={0} y={y} width={view.width} height={view.z(zone[0]) - y} fill="url(#hatch)" />
      <path d={`M0 ${y}H${view.width}`} className="zone-edge" />
    </g>
  );
}

/** On the left where the fall leaves room, else to the right of the mark. */
export function ZoneWords({ view, zone, depth, units, x, fall }: {
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

export function DepthScale({ view, depth, units }: { view: View; depth: number; units: Units }) {
  const per = lengthScale(units).toSi(1);
  return (
    <g className="depth-scale" aria-hidden="true">
      {depthMarks(depth / per, per * view.scale).map((d) => (
        <g key={d} transform={`translate(0 ${view.z(depth - d * per)})`}>
          <path d="M0 0h9" />
          <text x={13} y={4} className="halo">{d}</text>
        </g>
      ))}
      <path d={`M0 ${view.z(0)}h9`} />
      <text x={13} y={view.z(0) - 4} className="strong halo">{text(length(depth, units))}</text>
    </g>
  );
}

export const Current = memo(function Current({ view, board, frame, units }: {
  view: View; board: DayBoard; frame: Frame; units: Units;
}) {
  const u = Math.abs(frame.stream);
  const right = view.width - 14;
  const last = board.profile.length - 1;
  const px = (share: number) => Math.min(1, u / 1.2) * 74 * share + 1;
  const arrows = u > 0.005 ? board.profile.map(({ height_share, speed_share }) => ({
    y: view.z(height_share * frame.depth), long: px(speed_share), share: speed_share,
  })) : [];
  return (
    <g className="current" aria-hidden="true">
      <path d={arrows.map(({ y, long }) => `M${right - long} ${y}H${right}`).join("")} />
      <path d={arrows.map(({ y }) => `M${right + 6} ${y}l-7 -2.6v5.2Z`).join("")} className="arrowhead" />
      {arrows.map(({ y, share }, i) => (i === 0 || i === last) && (
        <g key={i} transform={`translate(${right + 4} ${i === last ? y + 15 : y - 6})`}>
          <text textAnchor="end" className="halo">
            {i === last ? text(speed(u * share, units)) : speed(u * share, units).value}
          </text>
        </g>
      ))}
      {u <= 0.005 && (
        <text x={right + 4} y={view.z(frame.depth) + 16} textAnchor="end" className="halo">slack</text>
      )}
    </g>
  );
});
