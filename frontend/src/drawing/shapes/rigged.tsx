// A plastic as a rigging lays it on its hook; mm, y up (the scene flips). Fetches nothing.
import { memo, useId } from "react";
import type { Head, Plastic } from "../../api/types";
import type { Laid } from "../geometry/rigged";
import { headOutline, hookPath, type HookMeasures } from "../geometry/tackle";
import { Rig, acrossRise } from "./rig";

interface Props {
  plastic: Plastic;
  head: Head;
  head_diameter_mm: number;
  hook: HookMeasures;
  laid: Laid;
  /** the steel moved from its seat, for steps */
  shift?: [number, number];
}

export const Rigged = memo(function Rigged({ plastic, head, head_diameter_mm, hook, laid, shift = [0, 0] }: Props) {
  const clip = useId();
  const whole = laid.from === 0 && laid.to === plastic.length_mm;
  const place = laid.reversed ? `translate(${laid.to} 0) scale(-1 1)` : `translate(${-laid.from} 0)`;
  const soft = (
    <g clipPath={whole ? undefined : `url(#${clip})`}>
      <g transform={place}>
        <Rig plastic={plastic} head={null} head_diameter_mm={head_diameter_mm} hook={null} />
      </g>
    </g>
  );
  const [sx, sy] = [laid.steel[0] + shift[0], laid.steel[1] + shift[1]];
  return (
    <g>
      {!whole && (
        <clipPath id={clip}>
          <rect x={0} y={-plastic.height_mm} width={laid.to - laid.from} height={2 * plastic.height_mm} />
        </clipPath>
      )}
      {soft}
      {laid.trailer !== null && <g className="trailer"><Rig plastic={trailerOf(plastic, laid.trailer)} head={null} head_diameter_mm={head_diameter_mm} hook={null} /></g>}
      {laid.across !== null ? <Across x={laid.across + shift[0]} hook={hook} half={plastic.height_mm / 2} plastic={plastic} head={head} head_diameter_mm={head_diameter_mm} />
        : laid.weedless ? <Weedless hook={hook} drop={sy} x={shift[0]} back={laid.steel[0]} head={head} head_diameter_mm={head_diameter_mm} plastic={plastic} />
          : <Rig plastic={plastic} head={head} head_diameter_mm={head_diameter_mm} hook={hook} shift={[sx, sy]} bare />}
      {laid.blade && <path d={`M${plastic.length_mm} 0h4c3 5 9 5 12 0c-3 -5 -9 -5 -12 0Z`} className="nail-blade" />}
      {laid.nail && <path d={`M0 0H16`} className="nail" />}
      {laid.stinger && <Stinger from={laid.stinger[0]} to={laid.stinger[1]} y={plastic.height_mm / 2 + hook.gape_mm * 0.4} half={plastic.height_mm / 2} />}
    </g>
  );
});

/** As slim as its weight is computed for. */
const trailerOf = (hair: Plastic, length_mm: number): Plastic => ({
  ...hair, look: "jerk", family: "straight", length_mm, body_length_mm: length_mm, height_mm: length_mm * 0.12, width_mm: length_mm * 0.12,
});

/** Down through the back, the bend under the belly, the point up beside it. */
function Across({ x, hook, half, ...steel }: { x: number; hook: HookMeasures; half: number; plastic: Plastic; head: Head; head_diameter_mm: number }) {
  const up = acrossRise(half, hook.gape_mm);
  const cut = { ...hook, straight_mm: up + half + hook.gape_mm * 0.2 };
  return (
    <g transform={`translate(${x} ${up}) rotate(-90)`}>
      <Rig {...steel} hook={cut} bare />
    </g>
  );
}

/** Weedless heads whose weight is at the nose, ahead of it, or hidden in the body. */
const NOSED = new Set(["loose-bullet", "nose-weedless", "shaky", "offset-nail"]);

/** Through the nose, out underneath, the bend up through the body, the point along the back. */
function Weedless({ hook, drop, x, back, head, head_diameter_mm, plastic }: {
  hook: HookMeasures; drop: number; x: number; back: number; head: Head; head_diameter_mm: number; plastic: Plastic;
}) {
  const under = head.shape === "belly-weighted";
  return (
    <g transform={`translate(${x} 0)`}>
      <g className="hook">
        <path d={`M-3 0L0 0L7 ${drop}H12`} strokeWidth={hook.wire_mm} />
        <g transform={`translate(${back} ${drop})`}>
          <path d={hookPath(hook, 12 - back)} strokeWidth={hook.wire_mm} />
        </g>
        <circle cx={-4.5} cy={0} r={1.7} fill="none" strokeWidth={hook.wire_mm * 0.8} />
      </g>
      {under
        ? <ellipse className="weight" cx={head.weight_x_mm ?? 30} cy={drop - 0.5} rx={head_diameter_mm * 0.7} ry={head_diameter_mm * 0.42} />
        : NOSED.has(head.shape) ? headOutline(head.shape, head_diameter_mm, plastic.height_mm, head.weight_x_mm ?? null).metal.map((d) => (
          <path key={d} d={d} className="weight" transform={head.shape === "offset-nail" ? undefined : "translate(-3 0)"} />
        ))
        : head.shape === "swinging" && <circle className="weight" cx={-9 - head_diameter_mm / 2} cy={0} r={Math.min(head_diameter_mm / 2, plastic.height_mm)} />}
    </g>
  );
}

function Stinger({ from, to, y, half }: { from: number; to: number; y: number; half: number }) {
  const rings = Math.max(1, Math.round((to - from - 16) / 6.5));
  return (
    <g className="stinger">
      <path d={`M${from} ${half}h14`} />
      {Array.from({ length: rings }, (_, i) => <circle key={i} cx={from + 18 + i * 6.5} cy={half - 1} r={3.2} />)}
      <path d={`M${to} ${half}l4 ${-y * 0.9}q4 -4 7 2M${to} ${half}l-2 ${-y * 0.9}q-4 -4 -7 2M${to} ${half}l1 ${-y}q1 -4 3 1`} />
    </g>
  );
}
