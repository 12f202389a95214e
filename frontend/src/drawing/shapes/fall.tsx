// The fall: its path with a tick for each second, the body as it lies in the water on the way, the
// time in the zone, and the head dropped in real time.
import { useEffect } from "react";
import type { Plastic } from "../../api/types";
import { length, text, type Units } from "../../base/units";
import { useSeconds } from "../../base/use-seconds";
import type { HeadFrame } from "../geometry/frame";
import { fallTicks, placeAt, tickEvery, type FallPath, type View } from "../geometry/column";
import { splashWords, standsFrom } from "../geometry/labels";
import { polyline, smooth, type Point } from "../geometry/path";
import { Lure, lureTimes } from "./lure";

interface Props {
  view: View;
  head: HeadFrame;
  path: FallPath;
  /** the same at a fifth less and a fifth more current; absent where the current does not matter */
  edge: [FallPath, FallPath] | null;
  depth: number;
  zone: [number, number];
  units: Units;
  plastic: Plastic;
  drifting: boolean;
  lowered: boolean;
  stance: string;
  /** m, of the rod tip; and where the line enters the water */
  tipX: number;
  entersX: number;
}

const toPx = (view: View, points: readonly Point[]): Point[] =>
  points.map(([x, z]) => [view.x(x), view.z(z)]);

export function Fall(props: Props) {
  const { view, path, edge } = props;
  return (
    <g className="fall">
      {edge && (
        <path className="soft-edge" d={`${polyline([
          ...toPx(view, edge[0].points), ...toPx(view, edge[1].points).reverse()])}Z`} />
      )}
      <path d={smooth(toPx(view, path.points))} />
      <Attitudes {...props} />
      <Ticks view={view} path={path} depth={props.depth} />
      <InZone {...props} />
      <Lead {...props} />
    </g>
  );
}

/** The body at its computed pitch, at a third and two thirds of the count. */
function Attitudes({ view, head, path, plastic }: Props) {
  const pitch = head.day.fall_pitch_deg;
  if (pitch == null || view.z(0) - view.z(path.points[0]![1]) < 150) return null;
  return (
    <>
      {[0.3, 0.62].map((share) => {
        const [x, z] = placeAt(path, share * path.count);
        return <Lure key={share} view={view} x={x} z={z} plastic={plastic} angle={pitch} faint />;
      })}
    </>
  );
}

/** One way for all of them; a figure is put where it belongs, not written there anew. */
function Ticks({ view, path, depth }: { view: View; path: FallPath; depth: number }) {
  const every = tickEvery(path.count, depth * view.scale);
  const ticks = fallTicks(path).map(({ second, at }) => ({
    second, shown: second % every === 0, x: view.x(at[0]), y: view.z(at[1]),
  }));
  return (
    <g className="tick">
      <path d={ticks.map(({ shown, x, y }) => `M${x - (shown ? 7 : 4)} ${y}h${shown ? 14 : 8}`).join("")} />
      {ticks.filter(({ shown }) => shown).map(({ second, x, y }) => (
        <g key={second} transform={`translate(${x - 11} ${y + 5})`}>
          <text textAnchor="end" className="halo">{second}</text>
        </g>
      ))}
    </g>
  );
}

/** A bracket over the part of the fall that lies in the zone, with its seconds over it: beside it the lure lies. */
function InZone({ view, head, path, depth, zone }: Props) {
  if (!head.zone || zone[0] >= depth) return null;
  const [high, low] = [view.z(Math.min(zone[1], depth)), view.z(zone[0])];
  if (low - high < 14) return null;
  const within = path.points.filter(([, z]) => z <= zone[1]);
  if (within.length === 0) return null;
  const x = Math.max(...within.map(([px]) => view.x(px))) + 15;
  return (
    <g className="in-zone">
      <path d={`M${x - 4} ${high + 1}h4V${low - 1}h-4`} />
      <text x={x + 5} y={high - 5} className="note halo">{head.zone.toFixed(1)} s</text>
    </g>
  );
}

function Lead({ view, head, path, units, plastic, drifting, lowered, stance, tipX, entersX }: Props) {
  const [from, z] = path.points[0]!;
  const [sx, sy] = [view.x(from), view.z(z)];
  const home = view.x(0);
  const ground = view.z(0) + 24;
  const words = text(length(Math.abs(head.drawn ?? 0), units));
  const wide = Math.abs(from) * view.scale > 46;
  const roomy = view.width - home > 150;
  const times = lureTimes(view, plastic);
  const held = from > 0;
  const place = wide ? (sx + home) / 2 : held ? sx + 8 : sx - 8;
  const beyond = held ? -1 : 1;
  const land = lowered ? "let it down here" : "land it here";
  const on = standsFrom(stance);
  const ends = held ? Math.min(view.x(tipX), view.x(entersX)) : Math.max(view.x(tipX), view.x(entersX));
  const label = splashWords(sx, held ? 1 : -1, land.length, on && [view.x(tipX + on[0]), view.x(tipX + on[1])], ends, view.width);
  return (
    <>
      <path d={`M${sx} ${sy - 1}l-5.5 -10h11Z`} className="splash" />
      <text x={label.x} y={sy - 7} textAnchor={label.anchor} className="note halo splash-words">{land}</text>
      <path d={`M${sx} ${ground - 5}v10M${home} ${ground - 5}v10M${sx} ${ground}H${home}`} />
      <text x={place} y={wide ? ground - 5 : ground + 4}
            textAnchor={wide ? "middle" : held ? "start" : "end"} className="lead-figure halo">{words}</text>
      <text x={home + beyond * 8} y={ground + 4} textAnchor={held ? "end" : "start"}
            className="note strong halo">
        {drifting ? "touches down" : "the mark"}
        {times > 1 && roomy && <tspan className="aside"> lure drawn ×{times}</tspan>}
      </text>
      {times > 1 && !roomy && (
        <text x={8} y={ground + 4} className="note small halo">lure ×{times}</text>
      )}
    </>
  );
}

const LINGER_S = 1.5;

/** The chosen head dropped in real time, its count running; any key or touch ends it. */
export function Dropping({ view, path, plastic, pitch, onStop }: {
  view: View; path: FallPath; plastic: Plastic; pitch: number; onStop: () => void;
}) {
  const seconds = useSeconds(path.count + LINGER_S, onStop);
  useStopOnAnything(onStop);
  const [x, z] = placeAt(path, seconds);
  const px = view.x(x);
  const right = px < view.width - 110;
  return (
    <g className="dropping">
      <Lure view={view} x={x} z={z} plastic={plastic} angle={pitch} />
      <text x={right ? px + 56 : px - 30} y={view.z(z) - 4} textAnchor={right ? "start" : "end"}
            className="running halo">
        {Math.floor(Math.min(seconds, path.count))}
      </text>
    </g>
  );
}

function useStopOnAnything(onStop: () => void): void {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.repeat || event.key === "Tab") return;
      event.stopPropagation();
      event.preventDefault();
      onStop();
    };
    // The button that started it stops it by its own click.
    const touch = (event: PointerEvent) => {
      if (!(event.target instanceof Element && event.target.closest(".drop-it"))) onStop();
    };
    window.addEventListener("keydown", key, true);
    window.addEventListener("pointerdown", touch, true);
    return () => {
      window.removeEventListener("keydown", key, true);
      window.removeEventListener("pointerdown", touch, true);
    };
  }, [onStop]);
}
