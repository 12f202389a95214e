// Riggings that are lengths of line: float, two heads, sinkers. The lengths are said, not drawn to
// scale, and the picture says so.
import type { RiggingPlan } from "../../api/types";
import { planNumber, type Units } from "../../base/units";

interface Node {
  x: number;
  y: number;
  kind: "float" | "head" | "sinker" | "swivel" | "loop" | "knot";
  words: string;
}

interface Drawn {
  nodes: Node[];
  lines: { from: number; to: number; words: string }[];
}

function drawn(plan: RiggingPlan, say: (key: string) => string): Drawn {
  switch (plan.key) {
    case "float":
      return { nodes: [{ x: 90, y: 70, kind: "float", words: "float" }, { x: 420, y: 150, kind: "head", words: "loop knot" }],
               lines: [{ from: 0, to: 1, words: say("leader") }] };
    case "tandem":
      return { nodes: [{ x: 70, y: 90, kind: "knot", words: "joining knot" }, { x: 330, y: 90, kind: "loop", words: `${say("front")} in front, on the loop` },
                       { x: 640, y: 90, kind: "head", words: `${say("rear")} behind, loop knot` }],
               lines: [{ from: 0, to: 1, words: say("front_at") }, { from: 1, to: 2, words: say("apart") }] };
    case "sliding-sinker":
      return { nodes: [{ x: 150, y: 90, kind: "sinker", words: say("sinker") }, { x: 300, y: 90, kind: "swivel", words: "bead and swivel" },
                       { x: 640, y: 90, kind: "head", words: "loop knot" }],
               lines: [{ from: 0, to: 1, words: "" }, { from: 1, to: 2, words: say("leader") }] };
    case "drop-shot":
      return { nodes: [{ x: 300, y: 60, kind: "knot", words: "" }, { x: 318, y: 60, kind: "head", words: `${say("over")} over the bottom` }, { x: 250, y: 180, kind: "sinker", words: say("sinker") }],
               lines: [{ from: 0, to: 1, words: "" }, { from: 0, to: 2, words: say("dropper") }] };
    default:
      return { nodes: [{ x: 150, y: 60, kind: "swivel", words: "three-way swivel" }, { x: 230, y: 170, kind: "sinker", words: say("sinker") },
                       { x: 640, y: 80, kind: "head", words: `loop knot; swims ${say("over")} over the bottom` }],
               lines: [{ from: 0, to: 1, words: say("dropper") }, { from: 0, to: 2, words: say("leader") }] };
  }
}

export function LeaderScene({ plan, units }: { plan: RiggingPlan; units: Units }) {
  const say = (key: string) => {
    const found = plan.numbers.find((n) => n.key === key);
    return found ? planNumber(found, units) : "";
  };
  const { nodes, lines } = drawn(plan, say);
  return (
    <svg className="leader-scene" viewBox="0 0 780 220" role="img">
      <title>{`${plan.name}, not to scale`}</title>
      <desc>{[...nodes, ...lines].map((part) => part.words).filter(Boolean).join(", ")}</desc>
      <path d={`M0 ${nodes[0]!.y - 20}L${nodes[0]!.x} ${nodes[0]!.y}`} className="leader" />
      {lines.map(({ from, to, words }) => {
        const [a, b] = [nodes[from]!, nodes[to]!];
        return (
          <g key={`${from}${to}`}>
            <path d={`M${a.x} ${a.y}L${b.x} ${b.y}`} className="leader" />
            <text x={(a.x + b.x) / 2} y={(a.y + b.y) / 2 - 8} className="leader-length halo" textAnchor="middle">{words}</text>
          </g>
        );
      })}
      {nodes.map((node) => (
        <g key={node.kind + node.x} transform={`translate(${node.x} ${node.y})`}>
          <Sign kind={node.kind} />
          <text y={node.kind === "loop" ? 74 : 34} textAnchor="middle" className="note">{node.words}</text>
        </g>
      ))}
      <text x={770} y={210} textAnchor="end" className="note">not to scale</text>
    </svg>
  );
}

function Sign({ kind }: { kind: Node["kind"] }) {
  switch (kind) {
    case "float":
      return <g className="float"><path d="M-9 0Q-9 -22 0 -30Q9 -22 9 0Q9 14 0 18Q-9 14 -9 0Z" /><path d="M-60 -4H60" className="waterline" /></g>;
    case "sinker":
      return <path d="M0 -12Q10 6 0 14Q-10 6 0 -12Z" className="weight" />;
    case "swivel":
      return <g className="stinger"><circle cx={-5} r={4} /><circle cx={5} r={4} /></g>;
    case "loop":
      return <g><path d="M0 0Q-12 22 0 40Q12 22 0 0" className="leader" /><g transform="translate(0 46)"><HeadSign /></g></g>;
    case "knot":
      return <circle r={3.4} className="knot" />;
    default:
      return <HeadSign />;
  }
}

function HeadSign() {
  return <g><circle r={7} className="weight" /><path d="M6 0Q30 -7 62 -2L70 -7L68 0L70 7L62 2Q30 7 6 0Z" className="soft-body" /></g>;
}
