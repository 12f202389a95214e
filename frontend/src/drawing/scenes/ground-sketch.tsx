// A mark's bottom along the cast, as it was typed: the rod at the left, depths to their own scale.
import { polyline, type Point } from "../geometry/path";

const WIDTH = 240;
const HEIGHT = 70;
const EDGE = 8;

export function GroundSketch({ points }: { points: readonly (readonly number[])[] }) {
  const away = points.map(([x]) => x!);
  const deep = points.map(([, z]) => z!);
  const far = Math.max(...away, 1);
  const [top, low] = [Math.min(0, ...deep), Math.max(...deep, 0.5)];
  const place = (x: number, z: number): Point => [
    EDGE + (x / far) * (WIDTH - 2 * EDGE), EDGE + ((z - top) / Math.max(low - top, 0.1)) * (HEIGHT - 2 * EDGE)];
  const line = points.map(([x, z]) => place(x!, z!));
  const [first, last] = [line[0]!, line.at(-1)!];
  const edge = [[EDGE, first[1]] as Point, ...line, [WIDTH - EDGE, last[1]] as Point];
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="ground-sketch" role="img"
         aria-label={`the bottom, charted: ${deep[0]!.toFixed(1)} m at the rod, ${deep.at(-1)!.toFixed(1)} m at ${far.toFixed(0)} m out`}>
      <path d={`${polyline(edge)}V${HEIGHT}H${EDGE}Z`} className="ground" />
      <path d={`M${EDGE} ${place(0, 0)[1]}H${WIDTH - EDGE}`} className="rung-surface" />
    </svg>
  );
}
