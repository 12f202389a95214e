// The chart's own figures, and what a second reader makes of the files that the server writes.
import { readFileSync } from "node:fs";
import GeoJSON from "ol/format/GeoJSON";
import KML from "ol/format/KML";
import type { Geometry, MultiLineString, MultiPoint, Polygon } from "ol/geom";
import { describe, expect, it } from "vitest";
import type { ChartShape } from "../../api/types";
import { arrowPath, bearing, degreesOf, toward, wrapped } from "../geometry/turned";
import { featuresOf } from "./looks";
import { measured } from "./sheet";
import { clearOf, type Way } from "./ways";

const at = (latitude_deg: number, longitude_deg: number) => ({ latitude_deg, longitude_deg });
const written = (name: string) => readFileSync(`${import.meta.dirname}/../../../../tests/formats/written/${name}`, "utf-8");
const way = (key: Way["key"], deg: number): Way => ({ key, deg, words: key, onTurn: () => undefined });

describe("ways about a mark", () => {
  it("turn from north by east, there and back", () => {
    expect(toward(90, 10).map(Math.round)).toEqual([10, -0]);
    for (let deg = 0; deg < 360; deg += 7) expect(degreesOf(...toward(deg, 80))).toBe(deg);
    expect([wrapped(-90), wrapped(725)]).toEqual([270, 5]);
  });

  it("have their head where they go: outwards, or inwards for a wind", () => {
    expect(arrowPath(0, 10, 50)).toMatch(/^M0\.0 -10\.0L0\.0 -50\.0M\S+ -41\.9/);
    expect(arrowPath(0, 50, 10)).toMatch(/^M0\.0 -50\.0L0\.0 -10\.0M\S+ -18\.1/);
  });

  it("leave a name a side of its own", () => {
    expect(clearOf([way("cast", 0)])).toBe("right");
    expect(clearOf([way("flood", 85), way("ebb", 265)])).toBe("below");
    expect(clearOf([way("flood", 85), way("cast", 10)])).toBe("left");
    expect(clearOf([way("flood", 85), way("ebb", 265), way("cast", 170)])).toBe("above");
  });
});

describe("measuring", () => {
  // A minute of a great circle on the sphere of 6371008.8 m is 1853.2 m.
  it("goes along great circles", () => {
    expect(measured([at(36, -21), at(36 + 1 / 60, -21)]).distance_m).toBeCloseTo(1853.25, 1);
    expect(measured([at(36, -21), at(36 + 1 / 60, -21), at(36, -21)])).toEqual({ distance_m: expect.closeTo(3706.5, 1) as number, bearing_deg: 180 });
    expect(measured([at(60, 0), at(60, 1 / 60)]).distance_m).toBeCloseTo(1853.25 / 2, 0);
    expect(measured([at(1, 1)])).toEqual({ distance_m: 0, bearing_deg: null });
  });

  it("has its bearing from north, over the date line as well", () => {
    expect(bearing(at(0, 179.9), at(0, -179.9))).toBeCloseTo(90, 6);
    expect(bearing(at(36, -21), at(35, -21))).toBeCloseTo(180, 6);
    expect(bearing(at(36, -21), at(36.001, -21.001))).toBeGreaterThan(315);
  });
});

const ring = (g: Geometry) => (g as Polygon).getCoordinates();

describe("what the server writes", () => {
  it("another reader of GeoJSON finds the same", () => {
    const found = new GeoJSON().readFeatures(written("chart.geojson"));
    expect(found.map((f) => [f.get("kind"), f.getGeometry()!.getType()])).toEqual([["coast", "Polygon"], ["contour", "MultiLineString"], ["track", "LineString"], ["soundings", "MultiPoint"]]);
    expect(ring(found[0]!.getGeometry()!)[1]![2]).toEqual([-20.94, 36.02]);
    expect((found[3]!.getGeometry() as MultiPoint).getCoordinates()).toEqual([[-21.5, 36, -7.5], [-21.5, 36.05, 0.4]]);
    expect(found[1]!.get("depth_m")).toBe(5);
  });

  it("another reader of KML finds the same", () => {
    const found = new KML({ extractStyles: false }).readFeatures(written("chart.kml"));
    expect(found.map((f) => [f.get("kind"), f.get("name")])).toEqual([["coast", "Ilhéu & co"], ["contour", undefined], ["track", "a drift"], ["soundings", undefined]]);
    expect(ring(found[0]!.getGeometry()!)[1]![2]!.slice(0, 2)).toEqual([-20.94, 36.02]);
    expect((found[1]!.getGeometry() as MultiLineString).getCoordinates().map((l) => l.length)).toEqual([2, 2]);
    expect((found[3]!.getGeometry() as MultiPoint).getCoordinates()).toEqual([[-21.5, 36, -7.5], [-21.5, 36.05, 0.4]]);
  });
});

it("draws soundings one by one, lines together", () => {
  const shape = (more: Partial<ChartShape>): ChartShape => ({ kind: "soundings", form: "points", parts: [[[36, -21, 3], [36, -22, 4]]], name: "", depth_m: null, ...more });
  expect(featuresOf(shape({})).map((f) => f.get("depth") as number)).toEqual([3, 4]);
  expect(featuresOf(shape({ kind: "contour", form: "line", depth_m: 5 })).length).toBe(1);
});
