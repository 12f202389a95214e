// The map beneath the marks: one object of the library a chart, made once and told what changes.
import OlMap from "ol/Map";
import View from "ol/View";
import Feature from "ol/Feature";
import { LineString, MultiPoint } from "ol/geom";
import { boundingExtent, createEmpty, extend, getHeight, getWidth, isEmpty } from "ol/extent";
import { focus } from "ol/events/condition";
import { DragPan, KeyboardPan, KeyboardZoom, MouseWheelZoom, PinchZoom } from "ol/interaction";
import Graticule from "ol/layer/Graticule";
import VectorLayer from "ol/layer/Vector";
import VectorImageLayer from "ol/layer/VectorImage";
import VectorSource from "ol/source/Vector";
import ScaleLine from "ol/control/ScaleLine";
import { fromLonLat, toLonLat } from "ol/proj";
import { getDistance } from "ol/sphere";
import type { ChartShape } from "../../api/types";
import { inMinutes } from "../../base/position";
import type { Units } from "../../base/units";
import { bearing, type LatLon } from "../geometry/turned";
import { featuresOf, graticuleLook, inkOf, lookOf, rulerLook } from "./looks";

const EDGE = 56;
/** Metres that the chart shows at least, so that a single mark is not a blank. */
const LEAST_M = 400;
const MS = 250;
/** A few hundred kilometres across. */
const WIDE_ZOOM = 6;

const projected = (p: LatLon): number[] => fromLonLat([p.longitude_deg, p.latitude_deg]);
const still = (): boolean => matchMedia("(prefers-reduced-motion: reduce)").matches;

function placeOf(coordinate: number[]): LatLon {
  const [lon, lat] = toLonLat(coordinate);
  // To a metre: more would only look exact.
  return { latitude_deg: Number(lat!.toFixed(5)), longitude_deg: Number(lon!.toFixed(5)) };
}

/** Degrees in minutes, as charts have them. */

export interface Measured {
  distance_m: number;
  /** of the last leg, from north; null before there is one */
  bearing_deg: number | null;
}

/** Along great circles, leg by leg. */
export function measured(way: readonly LatLon[]): Measured {
  const at = way.map((p) => [p.longitude_deg, p.latitude_deg]);
  let distance_m = 0;
  for (let i = 1; i < at.length; i++) distance_m += getDistance(at[i - 1]!, at[i]!);
  return { distance_m, bearing_deg: at.length > 1 ? bearing(way.at(-2)!, way.at(-1)!) : null };
}

export class Sheet {
  private readonly map: OlMap;
  private readonly charted = new VectorSource();
  private readonly ruled = new VectorSource();
  private readonly layers: [VectorImageLayer, VectorLayer];
  private grid: Graticule | null = null;
  private fitted = false;

  constructor(private readonly target: HTMLElement, onTap: (place: LatLon) => void, onDrawn: () => void, private readonly onRest: () => void) {
    // Soundings keep clear of each other; while the sheet moves, its picture moves along, half as
    // wide again as what is seen.
    this.layers = [new VectorImageLayer({ source: this.charted, declutter: true, imageRatio: 1.5 }), new VectorLayer({ source: this.ruled, zIndex: 9 })];
    this.map = new OlMap({
      target, layers: this.layers, controls: [],
      interactions: [
        new DragPan(), new PinchZoom(), new KeyboardPan(), new KeyboardZoom(),
        // A page is scrolled over it until it is meant.
        new MouseWheelZoom({ condition: focus }),
      ],
      view: new View({ center: [0, 0], zoom: 2, minZoom: 2, maxZoom: 20, enableRotation: false }),
    });
    this.map.on("click", (e) => onTap(placeOf(e.coordinate)));
    this.map.on("postrender", onDrawn);
    this.map.on("moveend", onRest);
  }

  dispose(): void {
    this.map.setTarget(undefined);
    this.map.dispose();
  }

  /** What lies over it has changed: place it, and its names, again. */
  settle(): void {
    this.map.render();
    this.onRest();
  }

  /** Draw everything again: another light, another unit. */
  look(units: Units): void {
    const ink = inkOf(this.target);
    this.layers[0].setStyle(lookOf(ink, units));
    this.layers[1].setStyle(rulerLook(ink));
    if (this.grid) this.map.removeLayer(this.grid);
    this.grid = new Graticule({
      ...graticuleLook(ink), showLabels: true, wrapX: false, zIndex: -1, targetSize: 130,
      lonLabelFormatter: (deg) => inMinutes(deg, "E", "W"), latLabelFormatter: (deg) => inMinutes(deg, "N", "S"),
      lonLabelPosition: 0.985, latLabelPosition: 0.99,
      intervals: [30, 10, 5, 2, 1, 0.5, 1 / 6, 1 / 12, 1 / 30, 1 / 60, 1 / 120, 1 / 300, 1 / 600],
    });
    this.map.addLayer(this.grid);
    this.map.getControls().clear();
    this.map.addControl(new ScaleLine({ units: units.depth_unit === "ft" ? "imperial" : "metric", minWidth: 60 }));
  }

  chart(shapes: readonly ChartShape[]): void {
    this.charted.clear(true);
    this.charted.addFeatures(shapes.flatMap(featuresOf));
  }

  ruler(way: readonly LatLon[]): void {
    this.ruled.clear(true);
    const at = way.map(projected);
    if (at.length > 0) this.ruled.addFeature(new Feature(new MultiPoint(at)));
    if (at.length > 1) this.ruled.addFeature(new Feature(new LineString(at)));
  }

  pixel(place: LatLon): [number, number] | null {
    const [x, y] = this.map.getPixelFromCoordinate(projected(place)) ?? [];
    return x === undefined || y === undefined ? null : [x, y];
  }

  at(clientX: number, clientY: number): LatLon {
    const box = this.target.getBoundingClientRect();
    return placeOf(this.map.getCoordinateFromPixel([clientX - box.left, clientY - box.top]));
  }

  centre(): LatLon {
    return placeOf(this.map.getView().getCenter()!);
  }

  /** Pixels of a length at a place. */
  pixelsOf(m: number, place: LatLon): number {
    return m / (this.map.getView().getResolution()! * Math.cos((place.latitude_deg * Math.PI) / 180));
  }

  zoom(by: number): void {
    const view = this.map.getView();
    view.animate({ zoom: (view.getZoom() ?? 2) + by, duration: still() ? 0 : MS });
  }

  /** Begin wide about a place that is only guessed. */
  begin(place: LatLon): void {
    if (this.fitted) return;
    this.fitted = true;
    this.map.getView().setCenter(projected(place));
    this.map.getView().setZoom(WIDE_ZOOM);
  }

  /** Show all of these places, and of the chart where there are none. */
  fit(places: readonly LatLon[], once = false): void {
    if (once && this.fitted) return;
    let extent = places.length > 0 ? boundingExtent(places.map(projected)) : this.charted.getExtent();
    if (!extent || isEmpty(extent)) {
      if (places.length === 0) return;
      extent = extend(createEmpty(), boundingExtent(places.map(projected)));
    }
    this.fitted = true;
    const wide = Math.max(getWidth(extent), getHeight(extent));
    const more = Math.max(0, LEAST_M - wide) / 2;
    this.map.getView().fit([extent[0]! - more, extent[1]! - more, extent[2]! + more, extent[3]! + more], { padding: [EDGE, EDGE, EDGE, EDGE], duration: once || still() ? 0 : MS });
  }

  /** Bring a place into sight, where it is not. */
  show(place: LatLon): void {
    const at = this.pixel(place);
    const [w, h] = this.map.getSize() ?? [0, 0];
    if (at && at[0] > 20 && at[1] > 20 && at[0] < w! - 20 && at[1] < h! - 20) return;
    this.map.getView().animate({ center: projected(place), duration: still() ? 0 : MS });
  }

  /** Go close to a place: so many metres to either side. */
  close(place: LatLon, m: number): void {
    const [x, y] = projected(place);
    const wide = m / Math.cos((place.latitude_deg * Math.PI) / 180);
    this.map.getView().fit([x! - wide, y! - wide, x! + wide, y! + wide], { duration: still() ? 0 : MS });
  }
}
