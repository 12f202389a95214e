// Two outfits in the same water: drawn in one picture, their figures beside each other.
import type { Choice, Outfit } from "../../api/types";
import { OutfitScene } from "../../drawing/scenes/outfit-scene";
import { useChosen } from "../../features/question/question";
import { fallSpeed, grams, headName, length, small, text, type Units } from "../../base/units";
import { shapeWords } from "../../ui/weight";
import { colourWords, leaderWords, verdictOf } from "./words";

const ACROSS = new Set(["wacky", "wacky-blade"]);

export function Compare({ a, b, choice, units }: { a: Outfit; b: Outfit; choice: Choice; units: Units }) {
  const { box } = useChosen();
  const { asked } = choice;
  const rows = useRows(units);
  const name = (o: Outfit) => box.plastics.find((p) => p.id === o.plastic_id)?.name ?? "";
  return (
    <section className="compare" aria-label="two outfits compared">
      <OutfitScene outfits={[a, b]} all={[a, b]} depth={asked.depth_m} tip={asked.tip_height_m} tall units={units}
                   zone={[asked.zone_from_m, asked.zone_to_m]} words={`${name(a)} and, dotted, ${name(b)} in the same water`} />
      <table>
        <thead><tr><th><span className="visually-hidden">what</span></th><th>{name(a)}</th><th>{name(b)} <span>(dotted)</span></th></tr></thead>
        <tbody>
          {rows.map(([label, of]) => {
            const [left, right] = [of(a), of(b)];
            return <tr key={label} className={left === right ? "same" : undefined}><th>{label}</th><td>{left}</td><td>{right}</td></tr>;
          })}
        </tbody>
      </table>
    </section>
  );
}

function useRows(units: Units): [string, (o: Outfit) => string][] {
  const { box } = useChosen();
  const head = (o: Outfit) => box.heads.find((h) => h.id === o.head_id);
  return [
    ["head", (o) => { const h = head(o); return h ? `${text(headName(h, units))} ${shapeWords(h.shape)}` : ""; }],
    ["colour", colourWords],
    ["rigging", (o) => o.rigging_name],
    ["hook", (o) => `${o.hook_size}, ${ACROSS.has(o.rigging) ? "through the middle" : `out at ${text(small(o.exit_mm, units))}`}, clear ${text(small(o.clear_mm, units, 1))}`],
    ["whole rig", (o) => text(grams(o.package_g))],
    ["flies", (o) => text(length(o.cast_m, units, 0))],
    ["falls at", (o) => text(fallSpeed(o.fall_m_s, units))],
    ["count", (o) => (o.count_s === null ? "–" : `${Math.round(o.count_s)} s`)],
    ["in their zone", (o) => (o.zone_s === null ? "–" : `${o.zone_s.toFixed(1)} s`)],
    ["lands", (o) => (o.lead_m === null ? "–" : `${text(length(o.lead_m, units))} up-current${o.beyond_m ? `, ${text(length(o.beyond_m, units))} beyond` : ""}`)],
    ["verdict", (o) => { const told = verdictOf(o, units); return `${told.words}: ${told.figure}`; }],
    ["leader", (o) => leaderWords(o, units)],
    ["then", (o) => o.way.name],
    ["points", (o) => o.score.toFixed(1)],
  ];
}
