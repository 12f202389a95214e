// How what is charted is drawn, in the sheet's own colours: a canvas knows no style sheet.
import Feature, { type FeatureLike } from "ol/Feature";
import { MultiLineString, MultiPoint, Point, Polygon, type Geometry } from "ol/geom";
import { fromLonLat } from "ol/proj";
import { Circle, Fill, RegularShape, Stroke, Style, Text } from "ol/style";
import type { ChartShape } from "../../api/types";
import { length, text, type Units } from "../../base/units";

/** Metres of ground to a pixel beyond which soundings would only be a haze. */
const SOUNDINGS_TO = 22;
/** And names of structure. */
const NAMES_TO = 14;
const FONT = "'Barlow Condensed', sans-serif";

export type Ink = (name: string) => string;

/** The sheet's colours as they stand on an element now. */
export function inkOf(element: Element): Ink {
  const style = getComputedStyle(element);
  return (name) => style.getPropertyValue(`--${name}`).trim() || "#888";
}

const placed = (part: readonly (readonly number[])[]): number[][] => part.map(([lat, lon]) => fromLonLat([lon!, lat!]));

function geometryOf(shape: ChartShape): Geometry {
  if (shape.form === "area") return new Polygon(shape.parts.map(placed));
  if (shape.form === "points") return new MultiPoint(placed(shape.parts[0]!));
  return new MultiLineString(shape.parts.map(placed));
}

/** What a map draws of a shape: soundings one by one, so that their figures can keep clear of each other. */
export function featuresOf(shape: ChartShape): Feature[] {
  if (shape.kind !== "soundings") return [new Feature({ geometry: geometryOf(shape), shape })];
  return shape.parts[0]!.map(([lat, lon, depth]) => new Feature({ geometry: new Point(fromLonLat([lon!, lat!])), shape, depth }));
}

function words(said: string, ink: string, paper: string, more: object = {}): Text {
  return new Text({ text: said, font: `13px ${FONT}`, fill: new Fill({ color: ink }), stroke: new Stroke({ color: paper, width: 3 }), ...more });
}

const deep = (m: number, units: Units): string => length(m, units).value.replace("-", "−");

/** Order of drawing: land over the water's lines, what is named over all. */
const ABOVE: Record<ChartShape["kind"], number> = { contour: 1, soundings: 2, track: 3, route: 3, coast: 4, structure: 5 };

export function lookOf(ink: Ink, units: Units) {
  const [paper, water, line, soft, rule] = ["paper", "water-top", "ink", "ink-soft", "rule"].map(ink) as [string, string, string, string, string];
  const contour = ink("water-deep");
  const land = [new Style({ zIndex: ABOVE.coast, fill: new Fill({ color: paper }), stroke: new Stroke({ color: rule, width: 1.6 }) })];
  const way = new Style({ zIndex: ABOVE.track, stroke: new Stroke({ color: soft, width: 1.4, lineDash: [1, 4], lineCap: "round" }) });
  const stone = new RegularShape({ points: 4, radius: 5, stroke: new Stroke({ color: line, width: 1.5 }), fill: new Fill({ color: paper }) });
  return (feature: FeatureLike, resolution: number): Style[] | undefined => {
    const shape = feature.get("shape") as ChartShape;
    switch (shape.kind) {
      case "coast":
        return land;
      case "soundings":
        if (resolution > SOUNDINGS_TO) return undefined;
        return [new Style({ zIndex: ABOVE.soundings, text: words(deep(feature.get("depth") as number, units), soft, water) })];
      case "contour":
        return [new Style({
          zIndex: ABOVE.contour,
          stroke: new Stroke({ color: contour, width: shape.depth_m! <= 0 ? 2 : 1.2, ...(shape.depth_m! <= 0 ? { lineDash: [6, 4] } : {}) }),
          text: words(text(length(shape.depth_m, units, 0)), line, water, { placement: "line", repeat: 500 }),
        })];
      case "track":
      case "route":
        return [way];
      case "structure": {
        const named = shape.name && resolution < NAMES_TO ? { text: words(shape.name, line, shape.form === "area" ? water : paper, { offsetY: shape.form === "points" ? 14 : 0, overflow: true }) } : {};
        return [new Style({
          zIndex: ABOVE.structure, image: stone,
          stroke: new Stroke({ color: line, width: shape.form === "area" ? 1 : 2.6, ...(shape.form === "area" ? { lineDash: [2, 4] } : {}) }),
          ...named,
        })];
      }
    }
  };
}

/** What is being measured: a line from place to place. */
export function rulerLook(ink: Ink): Style {
  return new Style({
    stroke: new Stroke({ color: ink("accent"), width: 2 }),
    image: new Circle({ radius: 4, fill: new Fill({ color: ink("accent") }) }),
  });
}

export function graticuleLook(ink: Ink): { strokeStyle: Stroke; lonLabelStyle: Text; latLabelStyle: Text } {
  const label = (more: object) => new Text({ font: `12px ${FONT}`, fill: new Fill({ color: ink("ink-soft") }), stroke: new Stroke({ color: ink("water-top"), width: 3 }), ...more });
  return {
    strokeStyle: new Stroke({ color: ink("rule-soft"), width: 0.8 }),
    lonLabelStyle: label({ textBaseline: "top" }),
    latLabelStyle: label({ textAlign: "end" }),
  };
}
