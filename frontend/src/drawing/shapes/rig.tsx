// A plastic on its head with a hook in it; mm, y up (the scene flips). Fetches nothing.
import { memo } from "react";
import type { Head, Plastic } from "../../api/types";
import { toneStyle } from "../geometry/colour";
import { outline } from "../geometry/plastic";
import type { Laid } from "../geometry/rigged";
import { barbPath, headOutline, hookPath, paintOf, type HookMeasures } from "../geometry/tackle";

interface Props {
  plastic: Plastic;
  head: Head | null;
  head_diameter_mm: number;
  hook: HookMeasures | null;
  /** mm the hook and head are moved from their seat, for steps */
  shift?: [number, number];
  /** the steel alone */
  bare?: boolean;
}

export const Rig = memo(function Rig(props: Props) {
  const { plastic, head, hook, shift = [0, 0], bare = false } = props;
  const body = outline(plastic);
  const metal = head ? headOutline(head.shape, props.head_diameter_mm, plastic.height_mm, head.weight_x_mm ?? null) : null;
  const inside = head?.shape === "buried" || head?.shape === "belly-weighted";
  const soft = (
    <g className="soft" style={toneStyle(plastic.colour)}>
      {body.filled.map((d) => <path key={d} d={d} className="tail" />)}
      <path d={body.body} />
      {body.strokes.map((d) => <path key={d} d={d} className="detail" />)}
    </g>
  );
  const steel = (
    <g transform={`translate(${shift[0]} ${shift[1]})`}>
      {hook && (
        <g className="hook">
          <path d={hookPath(hook, inside ? -4 : 0)} strokeWidth={hook.wire_mm} />
          <path d={barbPath(hook)} strokeWidth={hook.wire_mm * 0.7} />
        </g>
      )}
      {metal && (
        <g className="metal">
          {metal.blade.map((d) => <path key={d} d={d} className="blade" />)}
          {metal.metal.map((d) => <path key={d} d={d} className={inside ? "inside" : undefined} style={inside ? undefined : paintOf(head)} />)}
          <circle cx={metal.eye[0]} cy={metal.eye[1] + 1.6} r={1.7} className="eye"
                  strokeWidth={hook ? hook.wire_mm * 0.8 : 0.9} />
        </g>
      )}
    </g>
  );
  return (
    <g className="rig">
      {!bare && soft}
      {steel}
    </g>
  );
});

/** How far (mm) the eye of a hook across the body stands over its axis: its shank is cut short. */
export const acrossRise = (half: number, gape: number): number => half + gape * 0.5;

/** The box (mm) that a rig needs: left of the nose for the head, above for the hook. */
export function rigBox(plastic: Plastic, head: Head | null, d: number, gape: number, laid?: Laid) {
  const { ahead, under } = head ? headOutline(head.shape, d, plastic.height_mm, head.weight_x_mm ?? null) : { ahead: 0, under: 0 };
  const half = plastic.height_mm / 2;
  if (laid != null && laid.across !== null) {
    return {
      left: -3, right: plastic.length_mm + (laid.blade ? 18 : 3),
      top: acrossRise(half, gape) + ahead + 4, bottom: -(half + gape * 0.75 + 2),
    };
  }
  return {
    left: -(ahead + 3),
    right: plastic.length_mm + 3,
    top: Math.max(plastic.height_mm * 0.55, gape * 1.12, d * 0.7) + 2,
    bottom: -Math.max(plastic.height_mm * 0.62, d * 0.75, under) - 1,
  };
}
