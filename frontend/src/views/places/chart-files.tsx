// The user's own chart: files brought in to draw the water with, taken out, taken along.
import { useQuery, useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import { client, unwrap } from "../../api/client";
import { putBack } from "../../api/gear";
import { instrumentsQuery, keepTrack } from "../../api/instruments";
import { chartsQuery } from "../../api/resources";
import { changed } from "../../api/rests";
import type { ChartShape, NewSeaChart, SeaChart } from "../../api/types";
import { readFile } from "../../base/read-file";
import { Chips } from "../../ui/chips";
import { Faults, faultsOf } from "./bring-form";

const REST: readonly { value: NonNullable<NewSeaChart["rest"]>; words: string }[] = [
  { value: "coast", words: "coast" }, { value: "structure", words: "structure" }, { value: "track", words: "tracks" }, { value: "route", words: "routes" },
];

/** What lies in a chart, counted in words. */
export function contents(features: readonly ChartShape[]): string {
  const count = (kind: ChartShape["kind"]) => features.filter((f) => f.kind === kind).length;
  const soundings = features.filter((f) => f.kind === "soundings").reduce((n, f) => n + f.parts[0]!.length, 0);
  const some = (n: number, one: string, many: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);
  return [
    ...(count("coast") > 0 ? ["coast"] : []), ...some(count("contour"), "contour", "contours"), ...some(soundings, "sounding", "soundings"),
    ...some(count("structure"), "structure", "structures"), ...some(count("track"), "track", "tracks"), ...some(count("route"), "route", "routes"),
  ].join(", ");
}

/** What the boat's own sounder saw, where there is one: its depths reduced by the tide of their minute. */
function OwnTrack({ onKept, onFaults }: { onKept: (made: SeaChart) => Promise<void>; onFaults: (faults: string[]) => void }) {
  const { data } = useQuery(instrumentsQuery);
  const [busy, setBusy] = useState(false);
  if (!data?.source || data.track_points < 2) return null;
  return (
    <p>
      <button type="button" className="do" disabled={busy} onClick={() => {
        setBusy(true);
        void keepTrack().then(onKept).catch((error: unknown) => onFaults(faultsOf(error))).finally(() => setBusy(false));
      }}>{busy ? "drawing …" : "draw the water from what the sounder saw"}</button>{" "}
      <span className="sheet-note">{data.track_points} soundings under way, less the tide of their minute at the nearest mark that has one. A sounder counts from where it hangs: see to its offset.</span>
    </p>
  );
}

export function ChartFiles() {
  const id = useId();
  const queries = useQueryClient();
  const { data: { charts } } = useSuspenseQuery(chartsQuery);
  const [how, setHow] = useState<Pick<NewSeaChart, "unit" | "third" | "rest">>({ unit: "m", third: null, rest: null });
  const [faults, setFaults] = useState<string[]>([]);
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const [gone, setGone] = useState<SeaChart | null>(null);
  const bring = async (file: File) => {
    setBusy(true);
    try {
      const text = await readFile(file);
      const made = await unwrap(client.POST("/api/sea-charts", { body: { name: file.name.replace(/\.\w+$/, "").slice(0, 80) || "chart", text, ...how } }));
      await changed(queries, "chart");
      setFaults([]);
      setSaid(`${made.name}: ${contents(made.features)}.`);
    } catch (error) {
      setSaid("");
      setFaults(faultsOf(error));
    }
    setBusy(false);
  };
  const remove = async (chart: SeaChart) => {
    try {
      await unwrap(client.DELETE("/api/sea-charts/{row_id}", { params: { path: { row_id: chart.id } } }));
      await changed(queries, "chart");
      setGone(chart);
      setFaults([]);
    } catch (error) {
      setFaults(faultsOf(error));
    }
  };
  return (
    <section aria-label="chart files" className="chart-files">
      <ul>
        {charts.map((chart) => (
          <li key={chart.id}>
            <b>{chart.name}</b>: {contents(chart.features)}{" "}
            <button type="button" className="plain" aria-label={`take it out: ${chart.name}`} onClick={() => void remove(chart)}>take it out</button>
          </li>
        ))}
      </ul>
      {gone && (
        <p className="strip" role="status">{gone.name} is taken out.{" "}
          <button type="button" className="plain" onClick={() => {
            void putBack("sea_charts", gone.id).then(() => changed(queries, "chart")).then(() => setGone(null), (error: unknown) => setFaults(faultsOf(error)));
          }}>put it back</button>
        </p>
      )}
      <OwnTrack onFaults={setFaults} onKept={async (made) => {
        await changed(queries, "chart");
        setFaults([]);
        setSaid(`${made.name}: ${contents(made.features)}.`);
      }} />
      <div className="marks-file">
        <Form.Label htmlFor={id}>Draw the water from a file (GeoJSON, KML, GPX)</Form.Label>
        <Form.Control id={id} type="file" disabled={busy} accept=".geojson,.json,.kml,.gpx,application/geo+json,application/gpx+xml" onChange={(e) => {
          const input = e.target as HTMLInputElement;
          const file = input.files?.[0];
          if (file) void bring(file).then(() => { input.value = ""; });
        }} />
        {busy && <span role="status">reading …</span>}
        {said && <span role="status">{said}</span>}
        <Faults faults={faults} />
        {charts.length > 0 && (
          <span>take it along as <a href="/api/sea-chart.geojson" download>GeoJSON</a>, <a href="/api/sea-chart.kml" download>KML</a> or, tracks and points, <a href="/api/sea-chart.gpx" download>GPX</a></span>
        )}
      </div>
      <details>
        <summary>how a file is understood</summary>
        <Chips label="unit of its depths" chosen={[how.unit ?? "m"]} onTap={(unit) => setHow((h) => ({ ...h, unit }))}
               options={[{ value: "m", words: "depths in metres" }, { value: "ft", words: "in feet" }]} />
        <Chips label="the third figure of a position" chosen={[how.third ?? "itself"]} onTap={(t) => setHow((h) => ({ ...h, third: t === "itself" ? null : t }))}
               options={[{ value: "itself" as const, words: "third figure: by its signs" }, { value: "depth" as const, words: "a depth" }, { value: "height" as const, words: "a height" }]} />
        <Chips label="lines that do not say what they are" chosen={[how.rest ?? "itself"]} onTap={(r) => setHow((h) => ({ ...h, rest: r === "itself" ? null : r }))}
               options={[{ value: "itself" as const, words: "unnamed lines: by their shape" }, ...REST]} />
      </details>
    </section>
  );
}
