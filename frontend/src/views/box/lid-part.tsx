// The lid chart: for one plastic on one line, which head where; the day's path over it; on paper too.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { fileOf, lidQuery } from "../../api/day";
import type { LidQuery } from "../../api/types";
import { LidScene } from "../../drawing/scenes/lid-scene";
import { Line } from "../../ui/form-row";
import { useChosen, useQuestion } from "../../features/question/question";
import { plainWords, typedNumber } from "../../ui/typed";
import { lengthScale, speedScale } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { WorkFact } from "../../features/facts/cast-facts";
import { LineFact, RodFact, SchoolFact } from "../../features/facts/other-facts";
import { MarkFact, PlasticFact } from "../../features/facts/place-facts";
import { BuyPart } from "./buy-part";

export function LidPart() {
  const units = useUnits();
  const { query, facts } = useQuestion();
  const { box, mark, reference } = useChosen();
  const [depth, current] = [lengthScale(units), speedScale(units)];
  const [far, setFar] = useState(() => depth.fromSi(mark && mark.charted_depth_m > 7 ? 20 : 8).toFixed(0));
  const [fast, setFast] = useState(() => current.fromSi(1).toFixed(1));
  const [wide, setWide] = useState("90");
  const [high, setHigh] = useState("60");
  const asked: LidQuery = {
    plastic_id: query.plastic_id, line_id: query.line_id, rod_id: query.rod_id, school: query.school,
    stance: query.stance ?? mark?.stance, cast_m: query.cast_m ?? mark?.cast_m, wind_m_s: query.wind_m_s, temperature_c: query.temperature_c,
    retrieve: facts.retrieve ?? "lift-drop", retrieve_speed_m_s: query.retrieve_speed_m_s, swell_m: query.swell_m, fish: facts.fish ?? undefined, tip_height_m: query.tip_height_m, cover_height_m: query.cover_height_m ?? mark?.cover_height_m, practical_salinity: query.practical_salinity,
    depth_to_m: depth.toSi(typedNumber(far, depth.unit)) || 8, current_to_m_s: current.toSi(typedNumber(fast, current.unit)) || 1, mark_id: query.mark_id || undefined, date: query.date,
  };
  const swum = reference.retrieves.find((r) => r.key === asked.retrieve)?.steady ?? false;
  const chart = useQuery({ ...lidQuery(asked), placeholderData: keepPreviousData });
  const paper = fileOf("lid.pdf", {
    ...asked, width_mm: typedNumber(wide, "mm") || 90, height_mm: typedNumber(high, "mm") || 60,
    weights: units.head_unit, depths: units.depth_unit, speeds: units.speed_unit,
  });
  return (
    <section className="know-body lid-body">
      <p className="sentence open">For a <PlasticFact /> on <LineFact /> with the <RodFact />, <WorkFact assumed="lift-drop" />, by <SchoolFact />; the red line is the day off <MarkFact />.</p>
      {chart.data ? (
        <>
          <LidScene chart={chart.data} heads={box.heads} units={units} words={`Which head where, to ${far} ${depth.unit} and ${fast} ${current.unit}`} />
          <p>
            {chart.data.empty_share > 0.005 ? `In ${Math.round(chart.data.empty_share * 100)} % of the chart no head in the box is right (hatched).` : "Some head does everywhere on the chart."}{" "}
            {chart.data.marginal.some((row) => row.includes(true)) && `Dotted: marginal, ${swum ? "swum a fifth faster it rides up" : "the current need only run a fifth harder"}. `}
            {chart.data.path && chart.data.path.empty_share > 0.005 && <b>On {Math.round(chart.data.path.empty_share * 100)} % of the day off {chart.data.path.name} none is.</b>}
            {chart.data.left_out > 0 && ` ${chart.data.left_out} heads cannot be rigged on this plastic, or none are left.`}
          </p>
        </>
      ) : chart.error ? <p role="alert" className="said">{plainWords(chart.error)}</p> : <p className="waiting" role="status">Trying every head in every water …</p>}
      {chart.data && !swum && chart.data.empty_share > 0.005 && <BuyPart asked={asked} />}
      {chart.data && chart.error && <p role="alert" className="said">{plainWords(chart.error)}</p>}
      <div className="lid-forms">
        <Line id="lid-far" label={`Depth to, ${depth.unit}`} number value={far} onChange={setFar} />
        <Line id="lid-fast" label={`Current to, ${current.unit}`} number value={fast} onChange={setFast} />
        <Line id="lid-wide" label="Your lid is wide, mm" number value={wide} onChange={setWide} />
        <Line id="lid-high" label="and high, mm" number value={high} onChange={setHigh} />
        <a href={paper} download>the chart for the lid, PDF</a>
      </div>
    </section>
  );
}
