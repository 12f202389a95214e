// Where the first mark is, on the user's own chart or, with none, on nothing but the globe's lines.
import { useSuspenseQuery } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import { chartsQuery } from "../../api/resources";
import { WaterChart, type ChartHandle } from "../../drawing/chart/water-chart";
import type { LatLon } from "../../drawing/geometry/turned";
import { useUnits } from "../../features/question/use-units";

const HERE = 0;

export default function PlaceOnChart({ place, about, name, onPlace }: { place: LatLon | null; about: LatLon; name: string; onPlace: (place: LatLon) => void }) {
  const units = useUnits();
  const { data: { charts } } = useSuspenseQuery(chartsQuery);
  const shapes = useMemo(() => charts.flatMap((c) => c.features), [charts]);
  const handle = useRef<ChartHandle>(null);
  const marks = place ? [{ id: HERE, name, kind: "harbour" as const, bottom: "sand" as const, charted_depth_m: null, ...place }] : NONE;
  const [start] = useState(about);
  return (
    <div className="first-chart">
      <p className="chart-zoom">
        <button type="button" aria-label="closer" onClick={() => handle.current?.zoom(1)}>+</button>
        <button type="button" aria-label="further off" onClick={() => handle.current?.zoom(-1)}>−</button>{" "}
        <button type="button" className="plain" onClick={() => onPlace(handle.current!.centre())}>put it at the cross</button>
      </p>
      <WaterChart shapes={shapes} marks={marks} chosen={HERE} units={units} mode="place" ruler={NONE} ways={NONE} cast_m={0} start={start}
                  onChoose={() => undefined} onTap={onPlace} handle={handle} />
      <p className="sheet-note">Tap where it is, or move the chart until the cross is there. Charts of your own are brought in under Places.</p>
    </div>
  );
}

const NONE: [] = [];
