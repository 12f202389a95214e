// The lid chart: depth across, current up, a region for each head, the day's path. Owns its <svg>.
import { memo, useMemo } from "react";
import type { Head, LidChart } from "../../api/types";
import { headName, length, speed, text, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import { polyline, type Point } from "../geometry/path";
import { nameAt, regionsOf } from "../geometry/lid";

interface Props {
  chart: LidChart;
  heads: readonly Head[];
  units: Units;
  words: string;
}

const EDGE = { left: 44, right: 8, top: 8, foot: 26 };
const HEIGHT = 400;
/** Cells that a region must have to be named: a word needs room. */
const LEAST_NAMED = 16;
const LEAST_MARGINAL = 200;
const TEXT_HIGH = 16;

export const LidScene = memo(function LidScene({ chart, heads, units, words }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([900, HEIGHT]);
  const far = chart.depths_m.at(-1)!;
  const fast = chart.currents_m_s.at(-1)!;
  const mass = useMemo(() => new Map(heads.map((h) => [text(headName(h, units)), h.mass_g])), [heads, units]);
  const regions = useMemo(() => {
    const names = new Map(heads.map((h) => [h.id, text(headName(h, units))]));
    return regionsOf(chart, (id) => names.get(id) ?? "").sort((a, b) => (mass.get(a.name) ?? 0) - (mass.get(b.name) ?? 0));
  }, [chart, heads, units, mass]);
  const told = regions.filter((r) => r.name && !r.marginal && r.cells >= LEAST_NAMED).map((r) => {
    const [from, to] = [Math.min(...r.bars.map((b) => b.from)), Math.max(...r.bars.map((b) => b.to))];
    return `${r.name} from ${text(length(from, units))} to ${text(length(to, units))} deep, in up to ${text(speed(Math.max(...r.bars.map((b) => b.high)), units))}`;
  });
  const tones = useMemo(() => [...new Set(regions.map((r) => r.name).filter(Boolean))], [regions]);
  const named = useMemo(() => {
    const shown = regions.filter((r) => r.cells >= (r.marginal ? LEAST_MARGINAL : LEAST_NAMED))
      .sort((a, b) => Number(a.name === "") - Number(b.name === ""));
    // From shallow to deep as they grow heavier; a line of text has to fit in.
    const least = (TEXT_HIGH / (HEIGHT - EDGE.top - EDGE.foot)) * fast;
    return shown.map((region, i) => ({ region, at: nameAt(region.bars, (far * (i + 0.5)) / shown.length, least) }));
  }, [regions, far, fast]);
  const wide = Math.max(50, width - EDGE.left - EDGE.right);
  const x = (m: number) => EDGE.left + (m / far) * wide;
  const y = (u: number) => HEIGHT - EDGE.foot - (u / fast) * (HEIGHT - EDGE.top - EDGE.foot);
  return (
    <div ref={ref} className="lid-frame">
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} role="img" aria-label={words}>
        <desc>{told.join("; ")}</desc>
        <defs><pattern id="lid-some" width="9" height="9" patternUnits="userSpaceOnUse"><circle cx="3" cy="3" r="1.1" className="lid-dot" /></pattern><pattern id="lid-none" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><path d="M0 0V7" className="lid-hatch" /></pattern></defs>
        {regions.map((r) => (
          <path key={`${r.name} ${r.marginal}`} className={r.name === "" ? "lid-empty" : `lid-region tone-${tones.indexOf(r.name) % 4} ${r.marginal ? "marginal" : ""}`}
                d={r.bars.map((b) => `M${x(b.from)} ${y(b.low)}H${x(b.to) + 0.4}V${y(b.high)}H${x(b.from)}Z`).join("")} />
        ))}
        {regions.filter((r) => r.marginal).map((r) => (
          <path key={r.name} className="lid-marginal" d={r.bars.map((b) => `M${x(b.from)} ${y(b.low)}H${x(b.to) + 0.4}V${y(b.high)}H${x(b.from)}Z`).join("")} />
        ))}
        <path d={`M${x(0)} ${y(fast)}V${y(0)}H${x(far)}`} className="seen-axis" />
        {[0.25, 0.5, 0.75, 1].map((s) => (
          <g key={s}>
            <text x={x(far * s)} y={HEIGHT - 8} textAnchor={s === 1 ? "end" : "middle"}>{text(length(far * s, units))}</text>
            <text x={EDGE.left - 5} y={y(fast * s) + (s === 1 ? 11 : 4)} textAnchor="end">{speed(fast * s, units).value}</text>
          </g>
        ))}
        <text x={4} y={HEIGHT - 8}>{units.speed_unit}</text>
        {named.map(({ region: r, at }) => (
          <text key={`${r.name} ${r.marginal}`} x={Math.max(EDGE.left + 28, Math.min(x(at[0]), width - EDGE.right - (r.marginal ? 54 : 28)))} y={y(at[1]) + 5} textAnchor="middle" className="lid-name">{r.name ? `${r.name}${r.marginal ? ", marginal" : ""}` : "none"}</text>
        ))}
        {chart.path && <path className="lid-path" d={polyline(chart.path.depth_m.map((d, i): Point => [x(Math.min(d, far)), y(Math.min(chart.path!.current_m_s[i]!, fast))]))} />}
      </svg>
    </div>
  );
});
