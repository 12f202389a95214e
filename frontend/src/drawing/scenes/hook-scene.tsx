// Small drawings of the same plastic: one with each hook, one for each step.
import { memo } from "react";
import type { Head, Plastic } from "../../api/types";
import type { Laid } from "../geometry/rigged";
import type { HookMeasures } from "../geometry/tackle";
import { Rig, rigBox } from "../shapes/rig";
import { Rigged } from "../shapes/rigged";

interface Props {
  plastic: Plastic;
  head: Head | null;
  head_diameter_mm: number;
  hook: HookMeasures | null;
  /** the gape that sets the height, so that a row of drawings has one scale */
  room_mm: number;
  shift?: [number, number];
  mark_mm?: number | null;
  /** as a rigging lays it; a straight thread where not given */
  laid?: Laid;
}

export const SmallRig = memo(function SmallRig(props: Props) {
  const { plastic, head, head_diameter_mm, hook, room_mm, shift, mark_mm, laid } = props;
  const box = rigBox(plastic, head, head_diameter_mm, room_mm, laid);
  const left = Math.min(box.left, box.left + (shift?.[0] ?? 0));
  const top = box.top + Math.max(0, shift?.[1] ?? 0);
  return (
    <svg className="small-rig" aria-hidden="true"
         viewBox={`${left} ${-top} ${box.right - left} ${top - box.bottom}`}>
      <g transform="scale(1 -1)">
        {laid && head && hook
          ? <Rigged plastic={plastic} head={head} head_diameter_mm={head_diameter_mm} hook={hook} laid={laid} shift={shift ?? [0, 0]} />
          : <Rig plastic={plastic} head={head} head_diameter_mm={head_diameter_mm} hook={hook} shift={shift} />}
        {mark_mm != null && (
          <circle cx={mark_mm} cy={laid?.markY ?? plastic.height_mm / 2} r={plastic.height_mm * 0.11} className="mark-dot" />
        )}
      </g>
    </svg>
  );
});
