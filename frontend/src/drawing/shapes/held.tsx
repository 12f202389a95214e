// Held lines: the chosen one with its soft edge and what hangs on it, and the compared one as a ghost.
import type { Plastic } from "../../api/types";
import { DROPPERS, leaderEnd, type Shape, type View } from "../geometry/column";
import { polyline, smooth, type Point } from "../geometry/path";
import { Lure } from "./lure";

function toPx(view: View, tipX: number, shape: Shape): Point[] {
  return shape.water.map(([x, z]) => [view.x(tipX + x), view.z(z)]);
}

function linePath(view: View, shape: Shape, tipX: number): string {
  const water = toPx(view, tipX, shape);
  const top = water.at(-1)!;
  return `${smooth(water)}M${top[0]} ${top[1]}L${view.x(tipX)} ${view.z(shape.tip[1])}`;
}

export function HeldLine({ view, shape, tipX }: { view: View; shape: Shape; tipX: number }) {
  return (
    <path className={shape.holds ? "held-line" : "held-line planing"} d={linePath(view, shape, tipX)} />
  );
}

/** Between the lines at a fifth less and a fifth more current, both from the same rod tip. */
export function SoftEdge({ view, low, high, tipX }: {
  view: View; low: Shape; high: Shape; tipX: number;
}) {
  const tip: Point = [view.x(tipX), view.z(low.tip[1])];
  const [near, far] = [toPx(view, tipX, low), toPx(view, tipX, high).reverse()];
  const back = smooth([...far]).replace("M", "L");
  return (
    <path className="soft-edge" aria-hidden="true"
          d={`${smooth(near)}L${tip[0]} ${tip[1]}${back}Z`} />
  );
}

export function Ghost({ view, shape, tipX, label }: {
  view: View; shape: Shape; tipX: number; label: string;
}) {
  const water = toPx(view, tipX, shape);
  const rig = water[0]!;
  const along = water[Math.min(water.length - 1, Math.floor(water.length * 0.45))]!;
  const right = along[0] + 14 + 5.6 * label.length < view.width - 30;
  return (
    <g className="ghost" aria-hidden="true">
      <path d={linePath(view, shape, tipX)} />
      <circle cx={rig[0]} cy={rig[1]} r={4} />
      {view.width >= 560 && (
        <text x={along[0] + (right ? 12 : -12)} y={along[1] - 6} textAnchor={right ? "start" : "end"}
              className="note italic halo">{label}</text>
      )}
    </g>
  );
}

/** What hangs on its leader, and the float that carries it at the surface. */
export function UnderFloat({ view, x, top, z, plastic }: { view: View; x: number; top: number; z: number; plastic: Plastic }) {
  return (
    <>
      <Lure view={view} x={x} z={z} plastic={plastic} />
      <g className="leader" aria-hidden="true"><ellipse cx={view.x(x)} cy={top} rx={5} ry={7} /></g>
    </>
  );
}

/** The second head or the sinker at the main line's end, and the leader on to the lure. */
export function Leader({ view, x, foot, rides, leader, rigging, words }: {
  view: View; x: number; foot: number; rides: number; leader: number; rigging: string;
  /** height of the front head, or of the lure behind its sinker */
  words: string;
}) {
  const [dx] = leaderEnd(foot, rides, leader);
  const from: Point = [view.x(x), view.z(foot)];
  const r = 4.5;
  const dropper = DROPPERS[rigging] ?? 0;
  const below = Math.min(view.z(0), from[1] + dropper * view.scale);
  return (
    <g className="leader" aria-hidden="true">
      <path d={polyline([from, [view.x(x + dx), view.z(rides)]])} />
      {dropper > 0 && <path d={polyline([from, [from[0], below]])} />}
      {dropper > 0 ? (
        <ellipse cx={from[0]} cy={below - r} rx={r * 0.8} ry={r * 1.4} />
      ) : (
        <circle cx={from[0]} cy={from[1]} r={r} />
      )}
      {/* A drop-shot's lure is at the line itself: the sentence has its height. */}
      {rigging !== "drop-shot" && <text x={from[0] + 9} y={Math.min(from[1], view.z(0) - 12) + 4} className="note small halo">
        {rigging === "tandem" ? `front ${words} up` : `rides ${words} up`}
      </text>}
    </g>
  );
}
