// One rig of the trainer, from the side and from above, to one scale. Owns its <svg> and y-flip.
import type { Drill, Head, HookFit, Plastic } from "../../api/types";
import { sideOutline, topOutline, type Faults } from "../geometry/drill";
import { hookPath, headOutline } from "../geometry/tackle";

const SEEN = 0.5;

/** What an eye sees of it, mm, and no verdict: that is what is asked. */
export function seenIn(f: Faults): string {
  const mm = (value: number) => `${Math.abs(value).toFixed(1)} mm`;
  return [
    f.gap_mm > SEEN ? `The nose stands ${mm(f.gap_mm)} off the head` : "The nose lies against the head",
    Math.abs(f.nose_mm) > SEEN ? `the shank goes into it ${mm(f.nose_mm)} ${f.nose_mm > 0 ? "above" : "below"} its middle` : "the shank goes in at its middle",
    f.bunch_mm > SEEN ? `before the hook comes out the body is pushed together by ${mm(f.bunch_mm)}, in ridges` : "the body lies smooth",
    Math.abs(f.bend_mm) > SEEN ? `it bends ${f.bend_mm > 0 ? "up" : "down"} by ${mm(f.bend_mm)} where the hook comes out` : "it runs straight",
    Math.abs(f.side_mm) > SEEN ? `from above the hook comes out ${mm(f.side_mm)} beside the middle` : "from above the hook comes out on the middle",
  ].join("; ") + ".";
}

export function DrillScene({ drill, plastic, head, head_mm, hook }: {
  drill: Drill; plastic: Plastic; head: Head; head_mm: number; hook: HookFit;
}) {
  const exit = hook.exit_mm ?? plastic.body_length_mm * 0.43;
  const left = -(head_mm * 1.6 + 4);
  const wide = plastic.length_mm + 14 - left;
  const over = Math.max(plastic.height_mm * 0.7, hook.gape_mm * 1.2) + 6;
  const gap = over + plastic.height_mm * 1.1 + plastic.width_mm;
  const high = gap + plastic.width_mm * 0.8 + 6;
  const metal = headOutline(head.shape, head_mm, plastic.height_mm, null);
  const side = -drill.side_mm;
  return (
    <svg className="drill-scene" viewBox={`${left} 0 ${wide} ${high}`} role="img">
      <title>A rig from the side and, below, from above</title>
      <desc>{seenIn(drill)}</desc>
      <g transform={`translate(0 ${over}) scale(1 -1)`}>
        <path d={sideOutline(plastic, exit, drill)} className="soft-body" />
        <g className="hook"><path d={hookPath(hook)} strokeWidth={hook.wire_mm} /></g>
        <g className="metal">{metal.metal.map((d) => <path key={d} d={d} />)}</g>
      </g>
      <g transform={`translate(0 ${gap}) scale(1 -1)`}>
        <path d={topOutline(plastic, drill)} className="soft-body" />
        <path d={`M0 0H${plastic.length_mm}`} className="centre" />
        <path d={`M0 0L${exit} ${side}L${exit - hook.gape_mm * 0.85} ${side}`} className="seen-hook" strokeWidth={hook.wire_mm} />
        <circle cx={exit} cy={side} r={1.4} className="hole" />
        <circle cx={-head_mm / 2} cy={0} r={head_mm / 2} className="weight" />
      </g>
    </svg>
  );
}
