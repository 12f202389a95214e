// Seen against computed, one mark for each time; the line is what was learned. Owns its <svg>.
import type { LearnedFactor } from "../../api/types";

const SIZE = { width: 150, height: 110, left: 26, foot: 18 };

export function SeenScene({ seen, kind, factor, words }: {
  seen: LearnedFactor["seen"]; kind: LearnedFactor["kind"]; factor: number; words: string;
}) {
  const most = 1.1 * Math.max(...seen.flatMap((s) => [s.observed, s.expected]), 0.1);
  const x = (v: number) => SIZE.left + (v / most) * (SIZE.width - SIZE.left - 4);
  const y = (v: number) => SIZE.height - SIZE.foot - (v / most) * (SIZE.height - SIZE.foot - 4);
  const end = Math.min(most, most / factor);
  return (
    <svg className="seen-scene" viewBox={`0 0 ${SIZE.width} ${SIZE.height}`} role="img" aria-label={words}>
      <path d={`M${x(0)} ${y(most)}V${y(0)}H${x(most)}`} className="seen-axis" />
      <path d={`M${x(0)} ${y(0)}L${x(most)} ${y(most)}`} className="seen-model" />
      <path d={`M${x(0)} ${y(0)}L${x(end)} ${y(end * factor)}`} className="seen-learned" />
      {seen.map((s, i) => (
        <path key={i} transform={`translate(${x(s.expected)} ${y(s.observed)})`} className="seen-mark"
              d={s.held === null ? "M-3 0A3 3 0 1 0 3 0A3 3 0 1 0 -3 0" : s.held ? "M-4 0H4M0 -4V4" : "M-3 -3L3 3M3 -3L-3 3"} />
      ))}
      <text x={SIZE.width - 4} y={SIZE.height - 4} textAnchor="end">{kind === "sink" ? "computed, s" : "predicted, m/s"}</text>
      <text transform={`translate(11 ${SIZE.height - SIZE.foot}) rotate(-90)`}>{kind === "sink" ? "seen, s" : "borne, m/s"}</text>
    </svg>
  );
}
