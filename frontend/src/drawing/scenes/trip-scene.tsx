// A day's tide with what happened on it: hours across, height of tide up. Owns its <svg>.
import { useSize } from "../../base/use-size";
import { happened } from "../geometry/happened";
import { polyline, type Point } from "../geometry/path";

interface Props {
  height_m: readonly number[];
  stream_m_s: readonly number[];
  events: readonly { hour: number; kind: string; words: string }[];
  words: string;
}

const HEIGHT = 108;
const TOP = 34;
const FOOT = 20;

export function TripScene({ height_m, stream_m_s, events, words }: Props) {
  const [ref, [width]] = useSize<HTMLDivElement>([800, HEIGHT]);
  const x = (hour: number) => (hour / 24) * width;
  const [low, high] = [Math.min(...height_m, 0), Math.max(...height_m, 1)];
  const y = (m: number) => HEIGHT - FOOT - ((m - low) / Math.max(0.1, high - low)) * (HEIGHT - FOOT - TOP);
  const curve = height_m.map((m, i): Point => [x((24 * i) / Math.max(1, height_m.length - 1)), y(m)]);
  const at = (hour: number) => {
    const i = Math.min(curve.length - 1, Math.round((hour / 24) * (curve.length - 1)));
    return curve[i]?.[1] ?? HEIGHT / 2;
  };
  const fastest = Math.max(...stream_m_s.map(Math.abs), 0.01);
  return (
    <div ref={ref} className="trip-frame">
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} role="img" aria-label={words}>
        {stream_m_s.map((u, i) => (
          <rect key={i} x={x((24 * i) / 145)} width={width / 145 + 0.5} y={HEIGHT - FOOT} height={(8 * Math.abs(u)) / fastest} className="trip-stream" />
        ))}
        {curve.length > 1 && <path d={polyline(curve)} className="trip-tide" />}
        {events.map((e, i) => (
          <g key={i} transform={`translate(${x(e.hour)} ${at(e.hour)})`} className={`trip-event ${e.kind}`}>
            <title>{e.words}</title>
            <path d={happened(e.kind)} />
          </g>
        ))}
        {[0, 6, 12, 18].map((h) => <text key={h} x={x(h) + 3} y={HEIGHT - 3} className="note">{String(h).padStart(2, "0")}:00</text>)}
      </svg>
    </div>
  );
}
