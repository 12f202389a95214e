// The marks where they lie, north up, to scale: owns its <svg>. Our own shapes; no map beneath.
import type { Mark } from "../../api/types";
import { length, text, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import { barLength, makeChart, roomForLabels } from "../geometry/chart";

interface Props {
  marks: Mark[];
  chosen: number | null;
  units: Units;
  onChoose: (id: number) => void;
}

/** Deep water a dot, land at low tide a ring, rock a diamond: by what lies there. */
function Sign({ mark, x, y }: { mark: Mark; x: number; y: number }) {
  const r = 6;
  if (mark.bottom === "rock" || mark.bottom === "wreck") {
    return <path d={`M${x} ${y - r - 1}L${x + r + 1} ${y}L${x} ${y + r + 1}L${x - r - 1} ${y}Z`} />;
  }
  if (mark.charted_depth_m <= 0) return <circle cx={x} cy={y} r={r} className="ring" />;
  return <circle cx={x} cy={y} r={r} />;
}

function depthWords(m: number, units: Units): string {
  return m < 0 ? `dries ${text(length(-m, units))}` : text(length(m, units));
}

export function ChartScene({ marks, chosen, units, onChoose }: Props) {
  const [ref, [width, height]] = useSize<HTMLDivElement>([700, 420]);
  const chart = makeChart(marks, width, height);
  const bar = barLength(chart.scale, 140);
  const labelled = roomForLabels(
    marks.map(chart.at), marks.map((m) => (m.name.length + 7) * 5.8),
    marks.findIndex((m) => m.id === chosen), width);
  return (
    <div ref={ref} className="chart-frame">
      <svg viewBox={`0 0 ${width} ${height}`} role="group" aria-label="chart of the marks, north up">
        {marks.map((mark, i) => {
          const [x, y] = chart.at(mark);
          const left = labelled[i] === "left";
          return (
            <g key={mark.id} className={mark.id === chosen ? "chart-mark chosen" : "chart-mark"}
               role="button" tabIndex={0} aria-pressed={mark.id === chosen} aria-label={`${mark.name}, ${mark.kind}`}
               onClick={() => onChoose(mark.id)}
               onKeyDown={(e) => {
                 if (e.key !== "Enter" && e.key !== " ") return;
                 e.preventDefault();
                 onChoose(mark.id);
               }}>
              <circle cx={x} cy={y} r={20} className="touch" />
              <Sign mark={mark} x={x} y={y} />
              {labelled[i] && (
                <text x={left ? x - 12 : x + 12} y={y + 5} textAnchor={left ? "end" : "start"} className="halo">
                  {mark.name}
                  <tspan className="aside"> {depthWords(mark.charted_depth_m, units)}</tspan>
                </text>
              )}
            </g>
          );
        })}
        <g aria-hidden="true" className="chart-scale">
          <path d={`M16 ${height - 18}v-6h${bar * chart.scale}v6`} />
          <text x={20} y={height - 30}>{text(length(bar, units, 0))}</text>
          <path d={`M${width - 24} 44V16m-5 8l5 -9l5 9`} />
          <text x={width - 24} y={60} textAnchor="middle">N</text>
        </g>
      </svg>
    </div>
  );
}
