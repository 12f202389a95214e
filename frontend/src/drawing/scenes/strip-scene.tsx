// The card's tide: height through its hours, nights behind it, the heads under it. Not to scale.
import type { CardSheet } from "../../api/types";
import { polyline, type Point } from "../geometry/path";

const [WIDE, HIGH, BAND] = [360, 64, 20];

export function StripScene({ card }: { card: CardSheet }) {
  const last = card.curve.length - 1;
  const curve = card.curve.map((h, i): Point => [(i / last) * WIDE, HIGH - 4 - h * (HIGH - 10)]);
  return (
    <svg className="strip-scene" viewBox={`0 0 ${WIDE} ${HIGH + BAND + 17}`} role="img">
      <title>Height of the tide through these hours, not to scale, and the head for each</title>
      <desc>{[...card.rows.map((r) => `${r.from_clock} to ${r.to_clock} ${r.weight || r.head}`), ...card.turns].join(", ")}</desc>
      {card.nights.map((n) => (
        <rect key={n.from_share} className="sky-night" x={n.from_share * WIDE}
              width={(n.to_share - n.from_share) * WIDE} y={0} height={HIGH} />
      ))}
      <path d={polyline(curve)} className="tide-curve" />
      {card.bands.map(({ from_share: from, to_share: to, words }) => (
        <g key={from} className="strip-band">
          <rect x={from * WIDE} width={(to - from) * WIDE} y={HIGH} height={BAND} />
          {(to - from) * WIDE > 6.5 * words.length + 4 && (
            <text x={((from + to) / 2) * WIDE} y={HIGH + 14.5} textAnchor="middle">{words}</text>
          )}
        </g>
      ))}
      {card.hours.map(({ at_share: at, words }) => (
        <text key={at} className="strip-hour" x={at * WIDE} y={HIGH + BAND + 13} textAnchor="middle">{words}</text>
      ))}
    </svg>
  );
}
