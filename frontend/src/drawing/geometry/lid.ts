// The lid chart's cells as regions: bars of neighbouring cells, and a place for the name. Metres, m/s.
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
  middle: Point;
}

const MARGINAL = "|marginal";

/** nameOf : heads of one name are one region. */
export function regionsOf(chart: LidChart, nameOf: (id: number) => string): Region[] {
  const { depths_m, currents_m_s, pick, marginal } = chart;
  const stepD = depths_m[0] ?? 1;
  const stepU = (currents_m_s.at(-1) ?? 1) / Math.max(1, currents_m_s.length - 1);
  const found = new Map<string, { bars: Bar[]; at: [number, number][] }>();
  pick.forEach((ids, d) => {
    const row = ids.map((id, u) => (id === 0 ? "" : `${nameOf(id)}${marginal[d]![u] ? MARGINAL : ""}`));
    let start = 0;
    for (let u = 1; u <= row.length; u += 1) {
      if (u < row.length && row[u] === row[start]) continue;
      const name = row[start]!;
      const region = found.get(name) ?? { bars: [], at: [] };
      region.bars.push({
        from: depths_m[d]! - stepD, to: depths_m[d]!, low: Math.max(0, currents_m_s[start]! - stepU / 2),
        high: Math.min(currents_m_s.at(-1)!, currents_m_s[u - 1]! + stepU / 2),
      });
      for (let k = start; k < u; k += 1) region.at.push([d, k]);
      found.set(name, region);
      start = u;
    }
  });
  return [...found].map(([key, { bars, at }]) => {
    const name = key.replace(MARGINAL, "");
    // Where the region is highest: bands are narrow elsewhere.
    const rows = new Map<number, number[]>();
    for (const [d, u] of at) rows.set(d, [...(rows.get(d) ?? []), u]);
    const [d, us] = [...rows].reduce((most, row) => (row[1].length > most[1].length ? row : most));
    return { name, marginal: key !== name, bars, cells: at.length, middle: [depths_m[d]! - stepD / 2, currents_m_s[us[Math.floor(us.length / 2)]!]!] };
  });
}
