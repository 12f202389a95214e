// Points to path strings.
export type Point = readonly [number, number];

const n = (value: number) => String(Math.round(value * 100) / 100);

export function polyline(points: readonly Point[]): string {
  return points.map(([x, y], i) => `${i ? "L" : "M"}${n(x)} ${n(y)}`).join("");
}

/** A smooth curve through the points (Catmull-Rom as cubic Béziers); closed joins the ends. */
export function smooth(points: readonly Point[], closed = false): string {
  const count = points.length;
  if (count < 3) return polyline(points);
  const at = (i: number): Point =>
    closed ? points[(i + count) % count]! : points[Math.min(count - 1, Math.max(0, i))]!;
  let out = `M${n(points[0]![0])} ${n(points[0]![1])}`;
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    out += `C${n(b[0] + (c[0] - a[0]) / 6)} ${n(b[1] + (c[1] - a[1]) / 6)} ${n(c[0] - (d[0] - b[0]) / 6)} ${n(c[1] - (d[1] - b[1]) / 6)} ${n(c[0])} ${n(c[1])}`;
  }
  return closed ? `${out}Z` : out;
}

/** The same numbers every time, so that sand and weed do not dance. */
export function scatter(seed: number): () => number {
  let state = seed >>> 0 || 1;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}
