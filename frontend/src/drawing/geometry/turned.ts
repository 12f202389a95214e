// Ways about a mark, seen from above: degrees from north to pixels and back. Pure.
import type { Point } from "./path";

export interface LatLon {
  latitude_deg: number;
  longitude_deg: number;
}

/** The way from one place to another, degrees from north, as a great circle begins. */
export function bearing(from: LatLon, to: LatLon): number {
  const rad = Math.PI / 180;
  const [a, b] = [from.latitude_deg * rad, to.latitude_deg * rad];
  const turn = (to.longitude_deg - from.longitude_deg) * rad;
  const deg = Math.atan2(Math.sin(turn) * Math.cos(b), Math.cos(a) * Math.sin(b) - Math.sin(a) * Math.cos(b) * Math.cos(turn)) / rad;
  return (deg + 360) % 360;
}

/** Where a way ends that begins at the middle: x to the right, y down. */
export function toward(deg: number, radius: number): Point {
  const a = (deg * Math.PI) / 180;
  return [Math.sin(a) * radius, -Math.cos(a) * radius];
}

/** The way to a point from the middle, whole degrees from north. */
export function degreesOf(dx: number, dy: number): number {
  return wrapped(Math.round((Math.atan2(dx, -dy) * 180) / Math.PI));
}

export const wrapped = (deg: number): number => ((deg % 360) + 360) % 360;

/** An arrow's shaft and head along a way, from one radius to another, as a path. */
export function arrowPath(deg: number, from: number, to: number, head = 9): string {
  const [[x0, y0], [x1, y1]] = [toward(deg, from), toward(deg, to)];
  const side = Math.sign(to - from);
  const back = (turn: number): Point => {
    const [dx, dy] = toward(deg + turn, head * side);
    return [x1 - dx, y1 - dy];
  };
  const [[ax, ay], [bx, by]] = [back(26), back(-26)];
  const p = (x: number, y: number) => `${x.toFixed(1)} ${y.toFixed(1)}`;
  return `M${p(x0, y0)}L${p(x1, y1)}M${p(ax, ay)}L${p(x1, y1)}L${p(bx, by)}`;
}
