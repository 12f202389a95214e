// Casts over the water seen from above, to scale: owns its <svg>. The bands are what fish see of a way.
import { length, text, type Units } from "../../base/units";
import { useSize } from "../../base/use-size";
import { fanBox, fanRays, walkRays } from "../geometry/fan";

interface Props {
  angles_deg: readonly number[];
  sector_deg: number | null;
  steps_m: readonly number[];
  stretch_m: number | null;
  cast_m: number;
  sight_m: number;
  words: string;
  units: Units;
}

const EDGE = 14;

export function FanScene(props: Props) {
  const { cast_m, sight_m, sector_deg, stretch_m, units, words } = props;
  const [ref, [width]] = useSize<HTMLDivElement>([420, 260]);
  const rays = stretch_m != null ? walkRays(props.steps_m, stretch_m, cast_m) : fanRays(props.angles_deg, sector_deg ?? 120, cast_m);
  const [left, right, near, far] = fanBox(rays, sight_m);
  const scale = Math.max(0.1, Math.min((width - 2 * EDGE) / (right - left), 330 / (far - near)));
  const height = (far - near) * scale + 2 * EDGE + 18;
  const x = (m: number) => width / 2 + (m - (left + right) / 2) * scale;
  const y = (m: number) => EDGE + (far - m) * scale;
  const every = Math.ceil(rays.length / 24);
  const bar = cast_m >= 20 ? 10 : 5;
  return (
    <div ref={ref} className="fan-frame">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={words}>
        <g className="fan-seen">
          {rays.map((r) => (
            <path key={r.order} d={`M${x(r.from[0])} ${y(r.from[1])}L${x(r.to[0])} ${y(r.to[1])}`} strokeWidth={2 * sight_m * scale} />
          ))}
        </g>
        <g className="fan-ways">
          {rays.map((r) => (
            <path key={r.order} d={`M${x(r.from[0])} ${y(r.from[1])}L${x(r.to[0])} ${y(r.to[1])}`} />
          ))}
          {rays.filter((r) => (r.order - 1) % every === 0).map((r) => (
            <text key={r.order} x={x(r.to[0])} y={y(r.to[1]) - 3} textAnchor="middle">{r.order}</text>
          ))}
        </g>
        {stretch_m != null
          ? <path d={`M${x(-stretch_m / 2)} ${y(0)}H${x(stretch_m / 2)}`} className="fan-bank" />
          : <circle cx={x(0)} cy={y(0)} r={5} className="fan-angler" />}
        <path d={`M${EDGE} ${height - 8}v-5m0 2.5H${EDGE + bar * scale}m0 -2.5v5`} className="fan-bar" />
        <text x={EDGE + bar * scale + 6} y={height - 6} className="note">{text(length(bar, units, 0))}</text>
      </svg>
    </div>
  );
}
