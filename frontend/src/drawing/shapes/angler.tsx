// The angler, what carries him, and the rod to its tip; metres, drawn to the column's scale.
import { memo } from "react";
import type { View } from "../geometry/column";

interface Props {
  view: View;
  stance: string;
  /** of the rod tip, m */
  x: number;
  depth: number;
  tip: number;
  /** the line goes up-current: he looks the other way */
  mirror?: boolean;
}

/** Drawn at the surface under his rod's tip, and put there: he goes up and down with the water. */
export function Angler({ view, stance, x, depth, tip, mirror = false }: Props) {
  const down = stance === "wading" || stance === "bank" || stance === "dock" ? depth : 0;
  return (
    <g className="angler" aria-hidden="true" transform={`translate(${view.x(x)} ${view.z(depth)})`}>
      <Body scale={view.scale} stance={stance} tip={tip} mirror={mirror} down={down} />
    </g>
  );
}

/** down : m to the bottom under him, where it is what he stands on */
const Body = memo(function Body({ scale: s, stance, tip, mirror, down }: {
  scale: number; stance: string; tip: number; mirror: boolean; down: number;
}) {
  const px = (dx: number) => (mirror ? -dx : dx) * s;
  const pz = (above: number) => -above * s;
  const hand = { x: -1.55, z: Math.max(0.35, tip - 0.75) };
  const afloat = stance === "kayak" || stance === "anchored" || stance === "drifting";
  const seated = stance === "kayak";
  const shoulder = { x: hand.x - 0.32, z: hand.z + 0.28 };
  const hip = { x: shoulder.x - 0.08, z: shoulder.z - 0.5 };
  const floor = stance === "wading" ? -down : seated ? hip.z - 0.1 : hip.z - 0.85;
  const hull = stance === "kayak" ? { half: 1.35, high: 0.28 } : { half: 2.3, high: 0.55 };
  const at = hip.x;
  return (
    <>
      {(stance === "bank" || stance === "dock") && (
        <path
          className={stance === "dock" ? "quay" : "shore"}
          d={
            stance === "dock"
              ? `M${px(at - 40)} ${pz(floor)}H${px(at + 0.35)}V${pz(-down)}H${px(at - 40)}Z`
              : `M${px(at - 40)} ${pz(floor + 0.4)}L${px(at + 0.3)} ${pz(floor)}L${px(at + 0.7)} ${pz(-down)}H${px(at - 40)}Z`
          }
        />
      )}
      <circle cx={px(shoulder.x - 0.02)} cy={pz(shoulder.z + 0.24)} r={0.13 * s} className="head" />
      <path
        className="limbs"
        strokeWidth={Math.max(2, 0.09 * s)}
        d={`M${px(shoulder.x)} ${pz(shoulder.z)}L${px(hip.x)} ${pz(hip.z)}` +
          (seated
            ? `L${px(hip.x + 0.5)} ${pz(hip.z + 0.16)}L${px(hip.x + 0.85)} ${pz(hip.z - 0.1)}`
            : `L${px(hip.x + 0.06)} ${pz((hip.z + floor) / 2)}L${px(hip.x)} ${pz(floor)}`) +
          `M${px(shoulder.x)} ${pz(shoulder.z)}L${px(shoulder.x + 0.14)} ${pz(shoulder.z - 0.3)}L${px(hand.x)} ${pz(hand.z)}`}
      />
      {afloat && (
        <path
          className="hull"
          d={`M${px(at - hull.half)} ${pz(hull.high)}L${px(at + hull.half)} ${pz(hull.high * 1.15)}Q${px(at + hull.half * 0.7)} ${pz(-0.16)} ${px(at)} ${pz(-0.16)}Q${px(at - hull.half * 0.8)} ${pz(-0.16)} ${px(at - hull.half)} ${pz(hull.high)}Z`}
        />
      )}
      <path
        className="rod"
        d={`M${px(hand.x - 0.25)} ${pz(hand.z - 0.12)}L${px(hand.x)} ${pz(hand.z)}Q${px(-0.75)} ${pz(tip + 0.32)} ${px(0)} ${pz(tip)}`}
      />
    </>
  );
});
