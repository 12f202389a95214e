// One step of a knot: lines over and under each other, in the order in which they are drawn.
import type { Reference } from "../../api/types";

type Stroke = Reference["knots"][number]["steps"][number]["strokes"][number];

/** A smooth way through points: each inner one is passed on the way between its neighbours. */
function through(at: number[]): string {
  const points = Array.from({ length: at.length / 2 }, (_, i) => [at[2 * i]!, at[2 * i + 1]!] as const);
  const [first, ...rest] = points;
  let d = `M${first![0]} ${first![1]}`;
  rest.forEach(([x, y], i) => {
    const before = points[i - 1] ?? points[i]!;
    const from = points[i]!;
    const after = points[i + 2] ?? points[i + 1]!;
    d += `C${from[0] + (x - before[0]) / 6} ${from[1] + (y - before[1]) / 6} ${x - (after[0] - from[0]) / 6} ${y - (after[1] - from[1]) / 6} ${x} ${y}`;
  });
  return d;
}

/** Turns about a line: the near side of each, leaning the way it goes. */
export function wrapped(from: number, to: number, y: number, turns: number, half: number): string {
  const count = Math.abs(turns);
  const step = (to - from) / count;
  const lean = Math.sign(turns) * step * 0.35;
  return Array.from({ length: count }, (_, i) => {
    const x = from + (i + 0.5) * step;
    return `M${x - lean} ${y + half}C${x - lean} ${y + half * 0.3} ${x + lean} ${y - half * 0.3} ${x + lean} ${y - half}`;
  }).join("");
}

function pathOf({ kind, at }: Stroke, turns: number): string {
  if (kind === "wrap") return wrapped(at[0]!, at[1]!, at[2]!, at[3]! || turns, at[4]!);
  if (kind === "shank") return `M${at[0]} ${at[1]}L${at[2]} ${at[3]}C${at[2]! + 16} ${at[3]} ${at[2]! + 16} ${at[3]! + 22} ${at[2]! - 4} ${at[3]! + 22}`;
  return through(at);
}

function Drawn({ stroke, turns }: { stroke: Stroke; turns: number }) {
  const { kind, at } = stroke;
  if (kind === "eye") return <circle cx={at[0]} cy={at[1]} r={5} className="eye" />;
  if (kind === "finger") return <g className="finger"><circle cx={at[0]} cy={at[1]} r={4.5} /><text x={at[0]! > 80 ? 118 : at[0]! + 7} y={at[0]! > 80 ? 12 : at[1]! + 3} textAnchor={at[0]! > 80 ? "end" : undefined}>finger</text></g>;
  if (kind === "pull") {
    const [x, y, dx, dy] = at as [number, number, number, number];
    return <path className="pull" d={`M${x} ${y}L${x + dx} ${y + dy}l${-dx * 0.3} ${3 - dy * 0.3}m${dx * 0.3} ${-3 + dy * 0.3}l${-dx * 0.3} ${-3 - dy * 0.3}`} />;
  }
  const d = pathOf(stroke, turns);
  return <g className={kind}><path d={d} className="gap" /><path d={d} className="strand" /></g>;
}

export function KnotScene({ strokes, turns, words }: { strokes: Stroke[]; turns: number; words: string }) {
  return (
    <svg className="knot-scene" viewBox="-6 -6 132 72" role="img">
      <title>{words}</title>
      {strokes.map((stroke, i) => <Drawn key={i} stroke={stroke} turns={turns} />)}
    </svg>
  );
}
