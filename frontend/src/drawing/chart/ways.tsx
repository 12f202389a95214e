// The ways about a mark, each an arrow to be turned: by its handle, or with the arrow keys.
import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import { compass } from "../../base/units";
import { arrowPath, degreesOf, toward, wrapped } from "../geometry/turned";

export interface Way {
  key: "cast" | "flood" | "ebb" | "wind";
  words: string;
  deg: number;
  /** drawn, but nobody said it: the ebb against the flood */
  derived?: boolean;
  onTurn: (deg: number) => void;
}

/** How far out each handle lies, so that ways alike do not lie on one another. */
const REACH: Record<Way["key"], number> = { cast: 58, flood: 92, ebb: 92, wind: 122 };
const STEP: Record<string, number> = { ArrowLeft: -5, ArrowDown: -5, ArrowRight: 5, ArrowUp: 5, PageDown: -45, PageUp: 45 };

/** Degrees to either side of a name that no arrow may point into. */
const CLEAR_DEG = 30;
const NAMED = [["right", 90], ["left", 270], ["below", 180], ["above", 0]] as const;

/** The side of a mark on which its name is in no arrow's way. */
export function clearOf(ways: readonly Way[]): (typeof NAMED)[number][0] {
  const off = (deg: number) => Math.min(...ways.map((w) => 180 - Math.abs(180 - wrapped(w.deg - deg))));
  return (NAMED.find(([, deg]) => off(deg) > CLEAR_DEG) ?? NAMED[2])[0];
}

/** px of the cast under which the chart is too small for ways to be turned on it: they are only shown. */
const NEAR_PX = 5;
const FAR_OFF = 0.45;

/** ``castPx`` : the cast to the chart's scale. */
export function Ways({ ways, castPx }: { ways: readonly Way[]; castPx: number }) {
  const size = 2 * REACH.wind + 40;
  const near = castPx >= NEAR_PX;
  return (
    <div className="chart-ways">
      <svg viewBox={`${-size / 2} ${-size / 2} ${size} ${size}`} width={size} height={size} aria-hidden="true">
        {ways.map((way) => {
          const reach = REACH[way.key] * (near ? 1 : FAR_OFF);
          // The wind comes from where its handle is.
          const d = way.key === "wind" ? arrowPath(way.deg, reach - 12, reach - (near ? 56 : 40)) : arrowPath(way.deg, 10, near ? reach - 14 : reach, near ? 9 : 6);
          return <path key={way.key} className={`way-${way.key}${way.derived ? " derived" : ""}`} d={d} />;
        })}
        {ways.filter((w) => w.key === "cast" && castPx > 14 && castPx < 400).map((w) => {
          const [x, y] = toward(w.deg, castPx);
          return <circle key="end" className="way-cast" cx={x} cy={y} r={3.5} />;
        })}
      </svg>
      {near && ways.map((way) => <Handle key={way.key} way={way} />)}
    </div>
  );
}

function Handle({ way }: { way: Way }) {
  const held = useRef(false);
  const [x, y] = toward(way.deg, REACH[way.key]);
  const onKeyDown = (e: KeyboardEvent) => {
    const step = e.shiftKey && STEP[e.key] ? Math.sign(STEP[e.key]!) : STEP[e.key];
    const to = e.key === "Home" ? 0 : step === undefined ? null : way.deg + step;
    if (to === null) return;
    e.preventDefault();
    e.stopPropagation();
    way.onTurn(wrapped(Math.round(to)));
  };
  const onPointerMove = (e: PointerEvent<HTMLElement>) => {
    if (!held.current) return;
    const box = e.currentTarget.parentElement!.getBoundingClientRect();
    way.onTurn(degreesOf(e.clientX - box.left, e.clientY - box.top));
  };
  return (
    <button type="button" role="slider" className={`way-handle way-${way.key}${way.derived ? " derived" : ""}`}
            aria-label={way.words} aria-valuemin={0} aria-valuemax={359} aria-valuenow={Math.round(way.deg)}
            aria-valuetext={`${Math.round(way.deg)}°, ${compass(way.deg)}${way.derived ? ", against the flood" : ""}`}
            ref={(el) => { if (el) el.style.transform = `translate(${x}px, ${y}px) translate(-50%, -50%)`; }}
            onKeyDown={onKeyDown} onPointerMove={onPointerMove}
            onPointerDown={(e) => { held.current = true; e.currentTarget.setPointerCapture(e.pointerId); e.stopPropagation(); }}
            onPointerUp={() => { held.current = false; }} onPointerCancel={() => { held.current = false; }}>
      {way.key}
    </button>
  );
}
