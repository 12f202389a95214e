// Two rigs let go at one moment, falling side by side in still water: where each is, second by second.
import type { Head, Plastic } from "../../api/types";
import type { Laid } from "../geometry/rigged";
import type { HookMeasures } from "../geometry/tackle";
import { length, text, type Units } from "../../base/units";
import { Rigged } from "../shapes/rigged";

export interface Falling {
  name: string;
  head: Head;
  head_diameter_mm: number;
  hook: HookMeasures;
  laid: Laid;
  /** null: it floats */
  speed_m_s: number | null;
  /** nose down, degrees */
  pitch_deg: number;
}

const WIDE = 760, TALL = 300, TOP = 26, FOOT = 268;
/** Ghosts of one rig at most, and how long a plastic is drawn, px. */
const GHOSTS = 6, LONG = 120;

/** The step between two ghosts, s: a whole number of half seconds, so that the slower one has no more
 *  than so many. */
export function ghostStep(slowest_s: number): number {
  return Math.max(0.5, Math.ceil((2 * slowest_s) / GHOSTS) / 2);
}

export function FallPairScene({ plastic, pair, depth, assumed, units }: { plastic: Plastic; pair: [Falling, Falling]; depth: number; assumed: boolean; units: Units }) {
  const down = (t: number, speed: number) => TOP + Math.min(1, (t * speed) / depth) * (FOOT - TOP);
  const times = pair.map((f) => (f.speed_m_s ? depth / f.speed_m_s : null));
  const slowest = Math.max(...times.map((t) => t ?? 0), 1);
  const step = ghostStep(slowest);
  const scale = LONG / plastic.length_mm;
  const told = pair.map((f, i) => `${f.name}: ${times[i] == null ? "floats" : `${times[i]!.toFixed(1)} s to the bottom`}`).join("; ");
  return (
    <svg className="fall-pair" viewBox={`0 0 ${WIDE} ${TALL}`} role="img">
      <title>{`${plastic.name} on two rigs, let go together in ${text(length(depth, units))} of still water. ${told}`}</title>
      <rect x={0} y={TOP} width={WIDE} height={FOOT - TOP} className="sea" />
      <path d={`M0 ${FOOT}H${WIDE}`} className="bottom-line" />
      {pair.map((f, i) => {
        const x = WIDE * (0.25 + 0.5 * i);
        const time = times[i] ?? null;
        const at = Array.from({ length: time === null ? 1 : Math.floor(time / step) + 1 }, (_, n) => n * step);
        if (time !== null) at.push(time);
        return (
          <g key={f.name}>
            <text x={x} y={16} textAnchor="middle" className="note halo">{f.name}</text>
            {at.map((t, n) => {
              const y = down(t, f.speed_m_s ?? 0);
              const last = n === at.length - 1;
              const nose = (f.head_diameter_mm * 1.4 * scale) * Math.sin((f.pitch_deg * Math.PI) / 180);
              return (
                <g key={t}>
                  {last ? (
                    <g transform={`translate(${x - (LONG / 2) * Math.cos((f.pitch_deg * Math.PI) / 180)} ${y - nose}) rotate(${-f.pitch_deg}) scale(${scale} ${-scale})`}>
                      <Rigged plastic={plastic} head={f.head} head_diameter_mm={f.head_diameter_mm} hook={f.hook} laid={f.laid} />
                    </g>
                  ) : <circle cx={x + LONG * 0.36} cy={y} r={4} className="second" />}
                  {(last || (n > 0 && at[at.length - 1]! - t > step * 0.4)) && (
                    <text x={x + LONG * 0.45} y={y + (last ? -4 : 4)} className={last ? "figure-red halo" : "note halo"}>{`${t.toFixed(1)} s`}</text>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
      <text x={WIDE - 6} y={TALL - 10} textAnchor="end" className="note">{`${text(length(depth, units))} deep${assumed ? ", assumed" : ""}; still water, a slack line`}</text>
    </svg>
  );
}
