// The chart at work: marks are chosen, placed and measured on it, and the ways of cast, stream and
// wind turned. What it changes of a mark stands in the form beside it, to be saved there.
import { useQuery, useSuspenseQuery } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import { workedQuery } from "../../api/log";
import { chartsQuery } from "../../api/resources";
import type { Mark } from "../../api/types";
import { compass, length, lengthScale, text } from "../../base/units";
import { measured } from "../../drawing/chart/sheet";
import { WaterChart, type ChartHandle, type ChartMark } from "../../drawing/chart/water-chart";
import type { Way } from "../../drawing/chart/ways";
import { wrapped, type LatLon } from "../../drawing/geometry/turned";
import { useQuestion } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { Chips } from "../../ui/chips";
import { numberTyped, type Typed } from "./form";

interface Props {
  marks: readonly Mark[];
  mark: Mark | null;
  typed: Typed;
  put: (patch: Typed) => void;
  onChoose: (id: number) => void;
}

type Mode = "look" | "place" | "measure";
/** A mark that is not kept yet, on the chart. */
const NEW = 0;

export function PlaceChart({ marks, mark, typed, put, onChoose }: Props) {
  const units = useUnits();
  const { data: { charts } } = useSuspenseQuery(chartsQuery);
  const [mode, setMode] = useState<Mode>("look");
  const [ruler, setRuler] = useState<readonly LatLon[]>([]);
  const handle = useRef<ChartHandle>(null);
  const shapes = useMemo(() => charts.flatMap((c) => c.features), [charts]);
  const { data: worked } = useQuery(workedQuery);
  const shown = useMemo(() => {
    const caught = new Map(worked?.tables.find((t) => t.by === "place")?.rows.map((r) => [r.name, r.fish]));
    return shownMarks(marks, mark, typed, mode).map((m) => ({ ...m, caught: caught.get(m.name) ?? 0 }));
  }, [marks, mark, typed, mode, worked]);
  const here = mark === null ? undefined : shown.find((m) => m.id === mark.id)?.caught;
  const tapped = (place: LatLon) => {
    if (mode === "place") put({ latitude_deg: String(place.latitude_deg), longitude_deg: String(place.longitude_deg) });
    if (mode === "measure") setRuler((way) => [...way, place]);
  };
  const ways = useWays(mark !== null || mode === "place", typed, put);
  const cast = numberTyped(typed, "cast_m");
  const name = typed.name?.trim() || "the new mark";
  return (
    <section aria-label="chart" className="place-chart">
      <div className="chart-tools">
        <Chips<Mode> label="what a tap does" chosen={[mode]} onTap={setMode} options={[
          { value: "look", words: "choose" }, { value: "place", words: mark ? "move" : "place" }, { value: "measure", words: "measure" }]} />
        <Chips label="ways to turn" chosen={ways.on.map((w) => w.key)} onTap={ways.toggle}
               options={WAYS.map((w) => ({ value: w.key, words: w.key, note: w.words }))} />
        <span className="chart-zoom">
          <button type="button" aria-label="closer" onClick={() => handle.current?.zoom(1)}>+</button>
          <button type="button" aria-label="further off" onClick={() => handle.current?.zoom(-1)}>−</button>
          <button type="button" onClick={() => handle.current?.fit()}>all</button>
          {(mark !== null || mode === "place") && <button type="button" onClick={() => handle.current?.near()}>{mark ? "this mark" : "here"}</button>}
        </span>
      </div>
      <WaterChart shapes={shapes} marks={shown} chosen={mark?.id ?? NEW} units={units} mode={mode} ruler={ruler}
                  ways={ways.on} cast_m={cast === null ? 0 : lengthScale(units).toSi(cast)}
                  onChoose={(id) => { if (id !== NEW) onChoose(id); }} onTap={tapped} handle={handle} />
      {mode === "place" && (
        <p className="strip">
          Tap where {name} is, drag it, or bring the cross there.{" "}
          <button type="button" className="plain" onClick={() => tapped(handle.current!.centre())}>put it at the cross</button>
        </p>
      )}
      {mode === "measure" && <Ruler way={ruler} onPoint={() => tapped(handle.current!.centre())} onAgain={() => setRuler([])} />}
      {ways.on.length > 0 && <p className="sheet-note chart-said">{ways.on.map((w) => `${w.key === "wind" ? "wind from" : `${w.key} to`} ${Math.round(w.deg)}°, ${compass(w.deg)}${w.derived ? " (against the flood)" : ""}`).join(" · ")}. From close by an arrow is turned by its word, or with the arrow keys.</p>}
      {here !== undefined && here > 0 && <p className="sheet-note chart-said">{here} fish logged at {name}.</p>}
    </section>
  );
}

function Ruler({ way, onPoint, onAgain }: { way: readonly LatLon[]; onPoint: () => void; onAgain: () => void }) {
  const units = useUnits();
  const { distance_m, bearing_deg } = measured(way);
  const far = distance_m < 1000 || units.depth_unit === "ft" ? text(length(distance_m, units, 0)) : `${(distance_m / 1000).toFixed(2)} km`;
  return (
    <p className="strip">
      <output>{bearing_deg === null ? "Tap from place to place, or bring the cross there." : `${far}, ${way.length > 2 ? "the last leg to" : "to"} ${Math.round(bearing_deg)}°, ${compass(bearing_deg)}`}</output>{" "}
      <button type="button" className="plain" onClick={onPoint}>a point at the cross</button>{" "}
      {way.length > 0 && <button type="button" className="plain" onClick={onAgain}>start again</button>}
    </p>
  );
}

/** The marks where they are to be seen: the one at work where the form has it. */
function shownMarks(marks: readonly Mark[], mark: Mark | null, typed: Typed, mode: Mode): readonly ChartMark[] {
  const lat = numberTyped(typed, "latitude_deg");
  const lon = numberTyped(typed, "longitude_deg");
  const on = lat !== null && lon !== null && Math.abs(lat) <= 90 && Math.abs(lon) <= 180;
  if (mark) return marks.map((m) => (m.id === mark.id && on ? { ...m, latitude_deg: lat, longitude_deg: lon } : m));
  if (!on || mode !== "place") return marks;
  return [...marks, { id: NEW, name: typed.name?.trim() || "new", kind: "harbour", bottom: "sand", charted_depth_m: numberTyped(typed, "charted_depth_m") ?? 3, latitude_deg: lat, longitude_deg: lon }];
}

const WAYS: readonly { key: Way["key"]; words: string; field?: string }[] = [
  { key: "cast", words: "where you cast to", field: "cast_to_deg" },
  { key: "flood", words: "where the flood runs to", field: "flood_to_deg" },
  { key: "ebb", words: "where the ebb runs to", field: "ebb_to_deg" },
  { key: "wind", words: "where the wind comes from" },
];

/** The arrows that are drawn, and a tap that adds one or takes it away. */
function useWays(there: boolean, typed: Typed, put: (patch: Typed) => void) {
  const { facts, set } = useQuestion();
  const at = (field: string) => numberTyped(typed, field);
  const flood = at("flood_to_deg");
  const value = (key: Way["key"], field?: string) => (key === "wind" ? facts.wind_from_deg : at(field!));
  const turn = (key: Way["key"], deg: number | null, field?: string) => {
    if (key === "wind") set({ wind_from_deg: deg });
    else put({ [field!]: deg === null ? "" : String(deg) });
  };
  const all = WAYS.flatMap(({ key, words, field }): Way[] => {
    const said = value(key, field);
    const derived = said === null && key === "ebb" && flood !== null;
    const deg = derived ? wrapped(flood! + 180) : said;
    return deg === null || !there ? [] : [{ key, words, deg: wrapped(deg), derived, onTurn: (d) => turn(key, d, field) }];
  });
  const toggle = (key: Way["key"]) => {
    const { field } = WAYS.find((w) => w.key === key)!;
    const now = all.find((w) => w.key === key);
    if (now && !now.derived) return turn(key, null, field);
    // A way begins across what is known, for its arrow to be turned.
    turn(key, now?.deg ?? wrapped((flood ?? 0) + (key === "flood" ? 0 : 90)), field);
  };
  return { on: all, toggle };
}
