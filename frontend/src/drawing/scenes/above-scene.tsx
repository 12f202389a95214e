// A held fall from above: where to land it so that it touches down on the mark. Owns its <svg>.
import { length, text, type Units } from "../../base/units";

const [WIDTH, HEIGHT, ROD, MARK] = [132, 96, 90, 46];

/** m across and m along the cast, to one scale round the mark; the way from the rod is shortened. */
export function AboveScene({ cast, lead, beyond, units }: { cast: number; lead: number; beyond: number; units: Units }) {
  const scale = Math.min(34 / Math.max(beyond, 0.5), 52 / Math.max(lead, 0.5), 14);
  const x = (m: number) => WIDTH / 2 + 18 - m * scale;
  const y = (m: number) => MARK - m * scale;
  const [sx, sy] = [x(lead), y(beyond)];
  const words = `From above: land it ${text(length(lead, units))} up-current of the mark and ${text(length(beyond, units))} beyond, ${text(length(cast, units, 0))} out.`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="above-scene" role="img" aria-label={words}>
      <path className="above-current" d={`M8 ${HEIGHT - 10}h26m-6 -4l6 4l-6 4`} />
      <path className="above-line" d={`M${x(0)} ${ROD}L${sx} ${sy}`} />
      <path className="above-fall" d={`M${sx} ${sy}Q${(sx + x(0)) / 2} ${sy} ${x(0)} ${y(0)}`} />
      <path className="above-axis" d={`M${x(0)} ${y(0)}H${sx}V${sy}`} />
      <path className="splash" d={`M${sx} ${sy - 1}l-4.5 -9h9Z`} />
      <circle className="above-mark" cx={x(0)} cy={y(0)} r={3.5} />
      <path className="above-rod" d={`M${x(0)} ${ROD}v-8`} />
    </svg>
  );
}
