// The rig large and to scale, its exit mark, its clearance and a ruler. Owns its <svg> and y-flip.
import type { Fit, Head, HookFit, Plastic } from "../../api/types";
import { MM_PER_SIXTEENTH, inches, small, text, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import type { Laid } from "../geometry/rigged";
import { rigBox } from "../shapes/rig";
import { Rigged } from "../shapes/rigged";

interface Props {
  plastic: Plastic;
  head: Head;
  fit: Fit;
  hook: HookFit;
  units: Units;
  laid: Laid;
  /** pixels of this screen to the millimetre, once it was measured */
  trueScale: number | null;
}

/** No rig is drawn higher than this, px. */
const HIGH = 240;

export function RigScene({ plastic, head, fit, hook, units, laid, trueScale }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([840, 300]);
  const box = rigBox(plastic, head, fit.head_diameter_mm, hook.gape_mm, laid);
  const most = Math.max(0.5, Math.min((width - 30) / (box.right - box.left), HIGH / (box.top - box.bottom), 7.5));
  const k = trueScale !== null && trueScale <= most ? trueScale : most;
  const labels = 42;
  const ruler = 74;
  const top = labels + box.top * k;
  const height = top - box.bottom * k + ruler + 16;
  const x = (mm: number) => (width - (box.right - box.left) * k) / 2 + (mm - box.left) * k;
  const y = (mm: number) => top - mm * k;
  const back = plastic.height_mm / 2;
  const plain = laid.steel[1] === 0 && !laid.reversed && laid.across === null && laid.from === 0;
  const where = laid.mark === null ? null : text(small(laid.mark, units));
  const words = laid.across !== null && where !== null ? `${hook.size}: hooked across, ${where} from the nose`
    : laid.weedless && where !== null ? `${hook.size}: from below, up again at ${where}, its point covered`
    : hook.exit_mm == null
    ? `${hook.size}: the point never clears the back`
    : `${hook.size}: out at ${text(small(hook.exit_mm, units))}, point clears ${text(small(hook.clearance_mm, units, 1))}`;
  return (
    <div ref={ref} className="rig-frame">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-labelledby="rig-title">
        <title id="rig-title">{`${plastic.name} on ${head.shape}. ${words}.`}</title>
        <path d={`M${x(box.left)} ${y(0)}H${x(box.right)}`} className="axis" />
        <g transform={`translate(${x(0)} ${y(0)}) scale(${k} ${-k})`}>
          <Rigged plastic={plastic} head={head} head_diameter_mm={fit.head_diameter_mm} hook={hook} laid={laid} />
        </g>
        {laid.mark !== null && (
          <g className="exit">
            <path d={`M${x(laid.mark)} ${y(laid.markY)}V22`} className="lead-line" />
            <circle cx={x(laid.mark)} cy={y(laid.markY)} r={5} />
            <text x={Math.min(x(laid.mark) + 9, width - 190)} y={26} className="exit-figure">
              {laid.weedless ? "up here" : laid.across !== null ? "across here" : "out here"} · {Math.round(laid.mark)} mm · {inches(laid.mark)} in
            </text>
          </g>
        )}
        <Clearance x={x(Math.max(2, hook.straight_mm - hook.gape_mm * 0.95) - 4)} low={y(back)}
                   high={y(back + hook.clearance_mm)} words={`clear ${text(small(hook.clearance_mm, units, 1))}`}
                   clears={hook.clearance_mm > 0 && plain} />
        <text x={x(box.right)} y={y(box.bottom) + 2} textAnchor="end" className="note">
          {hook.working_share == null || laid.across !== null ? "" : `${Math.round(hook.working_share * 100)} % of the body still works`}
        </text>
        <text x={x(box.left)} y={y(box.bottom) + 2} className="note">
          keeper: {head.keeper}{trueScale !== null && ` · ${trueScale <= most ? "true size" : `true size ×${(k / trueScale).toFixed(1)}`}`}
        </text>
        <Ruler x={x} y={height - ruler + 10} length={plastic.length_mm} mark={laid.mark} k={k} />
      </svg>
    </div>
  );
}

function Clearance({ x, low, high, words, clears }: {
  x: number; low: number; high: number; words: string; clears: boolean;
}) {
  if (!clears) return null;
  return (
    <g className="clearance">
      <path d={`M${x - 5} ${low}h10M${x - 5} ${high}h10M${x} ${low}V${high}`} />
      <text x={x - 9} y={(low + high) / 2 + 4} textAnchor="end" className="halo">{words}</text>
    </g>
  );
}

function Ruler({ x, y, length, mark, k }: {
  x: (mm: number) => number; y: number; length: number; mark: number | null; k: number;
}) {
  const mm = Array.from({ length: Math.floor(length) + 1 }, (_, i) => i);
  const sixteenths = Array.from({ length: Math.floor(length / MM_PER_SIXTEENTH) + 1 }, (_, i) => i);
  const every = k * 10 > 22 ? 10 : 20;
  const fine = k > 2.2;
  return (
    <g className="ruler" aria-hidden="true">
      <rect x={x(0)} y={y} width={x(length) - x(0)} height={46} />
      {mm.filter((i) => fine || i % 5 === 0).map((i) => (
        <path key={i} d={`M${x(i)} ${y}v${i % 10 === 0 ? 12 : i % 5 === 0 ? 8 : 5}`} />
      ))}
      {mm.filter((i) => i % every === 0 && i < length - 4).map((i) => (
        <text key={i} x={x(i) + 3} y={y + 19}>{i}</text>
      ))}
      {sixteenths.filter((i) => fine || i % 4 === 0).map((i) => (
        <path key={i} d={`M${x(i * MM_PER_SIXTEENTH)} ${y + 46}v-${i % 16 === 0 ? 12 : i % 8 === 0 ? 8 : i % 4 === 0 ? 6 : 3.5}`} />
      ))}
      {sixteenths.filter((i) => i > 0 && i % 16 === 0).map((i) => (
        <text key={i} x={x(i * MM_PER_SIXTEENTH) + 3} y={y + 41}>{i / 16}″</text>
      ))}
      {mark !== null && <path d={`M${x(mark)} ${y - 1}l-5.5 -9h11Z`} className="ruler-mark" />}
    </g>
  );
}
