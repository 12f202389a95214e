// The lid chart's cells as regions: bars of neighbouring cells, and places for the names. Metres, m/s.
import type { LidChart } from "../../api/types";
import type { Point } from "./path";

export interface Bar {
  from: number;
  to: number;
  low: number;
  high: number;
}

export interface Region {
  /** what its heads are called; empty where none is right */
  name: string;
  /** right at the middle estimate of the current alone */
  marginal: boolean;
  bars: Bar[];
  cells: number;
}

/**
 * Where a region's name stands: in the bar nearest to a depth that is at least so high (m/s), else in
 * its highest one. Bands are narrow in deep water and all wide in shallow: names at depths of their own
 * do not lie on each other.
 */
export function nameAt(bars: readonly Bar[], depth: number, least: number): Point {
  const high = (b: Bar) => b.high - b.low;
  const middle = (b: Bar) => (b.from + b.to) / 2;
  const roomy = bars.filter((b) => high(b) >= least);
  const best = roomy.length > 0
    ? roomy.reduce((a, b) => (Math.abs(middle(b) - depth) < Math.abs(middle(a) - depth) ? b : a))
    : bars.reduce((a, b) => (high(b) > high(a) ? b : a));
  return [middle(best), (best.low + best.high) / 2];
}

const MARGINAL = "|marginal";

/** nameOf : heads of one name are one region. */
export function regionsOf(chart: LidChart, nameOf: (id: number) => string): Region[] {
  const { depths_m, currents_m_s, pick, marginal } = chart;
  const stepD = depths_m[0] ?? 1;
  const stepU = (currents_m_s.at(-1) ?? 1) / Math.max(1, currents_m_s.length - 1);
  const found = new Map<string, { bars: Bar[]; cells: number }>();
  pick.forEach((ids, d) => {
    const row = ids.map((id, u) => (id === 0 ? "" : `${nameOf(id)}${marginal[d]![u] ? MARGINAL : ""}`));
    let start = 0;
    for (let u = 1; u <= row.length; u += 1) {
      if (u < row.length && row[u] === row[start]) continue;
      const name = row[start]!;
      const region = found.get(name) ?? { bars: [], cells: 0 };
      region.bars.push({
        from: depths_m[d]! - stepD, to: depths_m[d]!, low: Math.max(0, currents_m_s[start]! - stepU / 2),
        high: Math.min(currents_m_s.at(-1)!, currents_m_s[u - 1]! + stepU / 2),
      });
      region.cells += u - start;
      found.set(name, region);
      start = u;
    }
  });
  return [...found].map(([key, { bars, cells }]) => {
    const name = key.replace(MARGINAL, "");
    return { name, marginal: key !== name, bars, cells };
  });
}
