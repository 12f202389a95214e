// The chart that marks are placed on and ways turned on: a map without a network, north up. Marks
// are buttons over it, so that keys, touch and readers find them.
import { useEffect, useImperativeHandle, useLayoutEffect, useRef, useState, type PointerEvent, type Ref } from "react";
import type { ChartShape, Mark } from "../../api/types";
import { length, text, type Units } from "../../base/units";
import { roomForLabels, type Side } from "../geometry/labelled";
import type { LatLon } from "../geometry/turned";
import { Sheet } from "./sheet";
import { Ways, clearOf, type Way } from "./ways";

export type ChartMark = Pick<Mark, "id" | "name" | "kind" | "bottom" | "latitude_deg" | "longitude_deg"> & {
  /** null: not known yet */
  charted_depth_m: number | null;
  /** fish that the log has of it */
  caught?: number;
};

export interface ChartHandle {
  centre: () => LatLon;
  zoom: (by: number) => void;
  fit: () => void;
  /** go close to the chosen mark */
  near: () => void;
}

interface Props {
  shapes: readonly ChartShape[];
  marks: readonly ChartMark[];
  chosen: number | null;
  units: Units;
  /** what a tap on the water does */
  mode: "look" | "place" | "measure";
  ruler: readonly LatLon[];
  ways: readonly Way[];
  cast_m: number;
  /** where to begin when nothing is there yet */
  start?: LatLon;
  onChoose: (id: number) => void;
  onTap: (place: LatLon) => void;
  handle: Ref<ChartHandle>;
}

/** Casts to either side of a mark that is looked at from close by. */
const NEAR_CASTS = 3.5;

function depthWords(m: number | null, units: Units): string {
  if (m === null) return "";
  return m < 0 ? `dries ${text(length(-m, units))}` : text(length(m, units));
}

export function WaterChart({ shapes, marks, chosen, units, mode, ruler, ways, cast_m, start, onChoose, onTap, handle }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const under = useRef<HTMLDivElement>(null);
  const over = useRef<HTMLDivElement>(null);
  const sheet = useRef<Sheet | null>(null);
  const dragged = useRef(false);
  const [sides, setSides] = useState<Side[]>([]);
  const [castPx, setCastPx] = useState(0);
  const one = marks.find((m) => m.id === chosen) ?? null;
  const lies = one && ways.length > 0 ? clearOf(ways) : null;
  const now = useRef({ marks, chosen, onTap, cast_m, one, lies });
  useLayoutEffect(() => { now.current = { marks, chosen, onTap, cast_m, one, lies }; });

  useEffect(() => {
    const put = () => {
      for (const el of over.current?.children ?? []) {
        const id = Number((el as HTMLElement).dataset.mark);
        const mark = now.current.marks.find((m) => m.id === id);
        const at = mark && sheet.current?.pixel(mark);
        if (at) (el as HTMLElement).style.transform = `translate(${at[0]}px, ${at[1]}px)`;
        (el as HTMLElement).hidden = !at;
      }
    };
    const rest = () => {
      const { marks: all, chosen: id, cast_m: far, one: at, lies: side } = now.current;
      const places = all.map((m) => sheet.current?.pixel(m) ?? [-99, -99]) as [number, number][];
      setSides(roomForLabels(places, all.map((m) => (m.name.length + 7 + caughtWords(m).length) * 6), all.findIndex((m) => m.id === id), under.current?.clientWidth ?? 0, side));
      if (at) setCastPx(sheet.current?.pixelsOf(far, at) ?? 0);
    };
    const made = new Sheet(under.current!, (place) => now.current.onTap(place), put, rest);
    sheet.current = made;
    return () => { made.dispose(); sheet.current = null; };
  }, []);
  useEffect(() => {
    const look = () => sheet.current?.look(units);
    look();
    const dark = matchMedia("(prefers-color-scheme: dark)");
    dark.addEventListener("change", look);
    return () => dark.removeEventListener("change", look);
  }, [units]);
  useEffect(() => { if (start) sheet.current?.begin(start); }, [start]);
  useEffect(() => { sheet.current?.chart(shapes); sheet.current?.fit(now.current.marks, true); }, [shapes]);
  useEffect(() => { sheet.current?.ruler(ruler); }, [ruler]);
  useEffect(() => { sheet.current?.fit(marks, true); sheet.current?.settle(); }, [marks, chosen]);
  useEffect(() => { sheet.current?.settle(); }, [lies]);
  useEffect(() => { if (now.current.one) sheet.current?.show(now.current.one); }, [chosen]);
  useImperativeHandle(handle, () => ({
    centre: () => sheet.current!.centre(),
    zoom: (by) => sheet.current!.zoom(by),
    fit: () => sheet.current!.fit(now.current.marks),
    near: () => { if (now.current.one) sheet.current!.close(now.current.one, NEAR_CASTS * Math.max(now.current.cast_m, 10)); },
  }));

  const drag = (e: PointerEvent<HTMLElement>) => {
    if (!dragged.current || mode !== "place") return;
    onTap(sheet.current!.at(e.clientX, e.clientY));
  };
  return (
    <div ref={frame} className={`chart-frame ${mode}`}>
      <div ref={under} className="chart-under" tabIndex={0} role="application" aria-roledescription="chart"
           aria-label="chart, north up: arrow keys move it, plus and minus zoom" />
      <div ref={over} className="chart-over">
        {marks.map((mark, i) => {
          const on = mark.id === chosen;
          const side = on && lies !== null ? lies : sides[i];
          return (
            <div key={mark.id} data-mark={mark.id} className={on ? "chart-mark chosen" : "chart-mark"}>
              {on && <Ways ways={ways} castPx={castPx} />}
              <button type="button" aria-pressed={on} className={`chart-sign ${side ?? "bare"} ${signOf(mark)}`}
                      aria-label={`${[mark.name, depthWords(mark.charted_depth_m, units)].join(" ").trim()}${caughtWords(mark)}, ${mark.kind}`}
                      onClick={() => onChoose(mark.id)} onPointerMove={drag}
                      onPointerDown={(e) => { dragged.current = on && mode === "place"; if (dragged.current) e.currentTarget.setPointerCapture(e.pointerId); }}
                      onPointerUp={() => { dragged.current = false; }} onPointerCancel={() => { dragged.current = false; }}>
                <i aria-hidden="true" />
                {side && <span>{mark.name} <small>{depthWords(mark.charted_depth_m, units)}{on && lies !== null ? "" : caughtWords(mark)}</small></span>}
              </button>
            </div>
          );
        })}
      </div>
      {mode !== "look" && <i className="chart-cross" aria-hidden="true" />}
      <p className="chart-caution">Depths in {units.depth_unit}. Not for navigation.</p>
    </div>
  );
}

const caughtWords = (mark: ChartMark): string => (mark.caught ? ` · ${mark.caught} fish` : "");

/** Deep water a dot, land at low tide a ring, rock a diamond: by what lies there. */
function signOf(mark: ChartMark): string {
  if (mark.bottom === "rock" || mark.bottom === "wreck") return "rocky";
  return (mark.charted_depth_m ?? 1) <= 0 ? "dries" : "";
}
