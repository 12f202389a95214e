// A plastic's outline with handles to drag over its picture: share of the length, half height.
import { useRef } from "react";
import { useSize } from "../../base/use-size";
import { outline, type Measures } from "../geometry/plastic";

interface Props {
  measures: Measures;
  onProfile: (profile: number[][]) => void;
}

const STEP: Record<string, [number, number]> = {
  ArrowUp: [0, 0.02], ArrowDown: [0, -0.02], ArrowLeft: [-0.01, 0], ArrowRight: [0.01, 0],
};
const round = (x: number) => Math.round(x * 1000) / 1000;

export function TraceScene({ measures: m, onProfile }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([700, 220]);
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<number | null>(null);
  const k = Math.max(0.5, Math.min((width - 60) / m.length_mm, 12));
  const height = m.height_mm * k * 1.5 + 40;
  const [x0, axis] = [30, height / 2];
  const move = (i: number, share: number, half: number) => {
    const last = m.profile.length - 1;
    // Nose and end stay where they are along the body; what crosses or turns back is told on saving.
    const at = i === 0 ? 0 : i === last ? 1 : round(share);
    onProfile(m.profile.map((point, j) => (j === i ? [at, round(Math.min(1, half))] : point)));
  };
  const drag = (event: React.PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (held.current === null || !box) return;
    move(held.current, (event.clientX - box.left - x0) / k / m.body_length_mm,
         (axis - (event.clientY - box.top)) / k / (m.height_mm / 2));
  };
  const drawn = outline(m);
  return (
    <div ref={ref} className="trace-frame">
      <svg ref={svg} viewBox={`0 0 ${width} ${height}`} width={width} height={height} role="group" aria-label="outline with handles"
           onPointerMove={drag} onPointerUp={() => (held.current = null)} onPointerCancel={() => (held.current = null)}>
        <path d={`M0 ${axis}H${width}`} className="axis" />
        <g transform={`translate(${x0} ${axis}) scale(${k} ${-k})`} className="soft">
          {drawn.filled.map((d) => <path key={d} d={d} className="tail" />)}
          <path d={drawn.body} />
          {drawn.strokes.map((d) => <path key={d} d={d} className="detail" />)}
        </g>
        {m.profile.map(([share, half], i) => (
          <g key={i} className="handle" role="slider" tabIndex={0} aria-label={`half height at ${Math.round(share! * 100)} % of the body`}
             aria-valuemin={0} aria-valuemax={100} aria-valuenow={Math.round(half! * 100)}
             transform={`translate(${x0 + share! * m.body_length_mm * k} ${axis - (half! * m.height_mm * k) / 2})`}
             onPointerDown={(e) => { held.current = i; svg.current?.setPointerCapture(e.pointerId); }}
             onKeyDown={(e) => {
               const by = STEP[e.key];
               if (!by) return;
               e.preventDefault();
               move(i, share! + by[0], half! + by[1]);
             }}>
            <circle r={14} className="touch" />
            <circle r={5} />
          </g>
        ))}
      </svg>
    </div>
  );
}
