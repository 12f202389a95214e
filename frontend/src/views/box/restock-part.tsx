// Losses and money: what the log took since it was counted, what that costs, what each trip cost.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { restockQuery } from "../../api/pack";
import type { Restock } from "../../api/types";
import { useQuestion } from "../../features/question/question";
import { plainWords } from "../../ui/typed";
import { priceText } from "./kinds";
import { useGear } from "./use-gear";

type Lost = Restock["lost"][number];

const day = (s: number) => new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric" }).format(new Date(s * 1000));

export function RestockPart() {
  const { data, error } = useQuery(restockQuery);
  const { settings } = useQuestion();
  const [done, setDone] = useState<Lost | null>(null);
  const heads = useGear("heads");
  const plastics = useGear("plastics");
  const count = (one: Lost, at: number | null) => (one.kind === "heads" ? heads : plastics).count.mutate({ id: one.id, at });
  const failed = heads.count.error ?? plastics.count.error;
  if (!data) return <p className="waiting" role="status">{error ? plainWords(error) : "Adding up …"}</p>;
  const price = (p: number) => priceText(p, settings);
  return (
    <section className="know-body restock">
      <p className="know-lead">{data.lost.length === 0 ? "Nothing is missing since the box was counted." : `To have all of it again: ${price(data.cost)}${data.unpriced > 0 ? `, and ${data.unpriced} without a price` : ""}.`} A rig logged as lost takes its head and its plastic off the box.</p>
      {failed && <p role="alert" className="said">{plainWords(failed)}</p>}
      {done && <p className="strip" role="status">{done.name}: {done.carried} again. <button type="button" className="plain" onClick={() => { count(done, done.counted_utc_s); setDone(null); }}>undo</button></p>}
      {data.lost.length > 0 && (
        <table className="heads">
          <thead><tr><th>buy</th><th>what</th><th>left</th><th>counted</th><th>costs</th><th><span className="visually-hidden">restock it</span></th></tr></thead>
          <tbody>{data.lost.map((one) => (
            <tr key={`${one.kind}-${one.id}`}>
              <td><b>{one.lost}</b></td><td>{one.name}</td><td>{Math.max(0, one.carried - one.lost)} of {one.carried}</td><td>{day(one.counted_utc_s)}</td>
              <td>{one.price == null ? "no price" : price(one.lost * one.price)}</td>
              <td><button type="button" className="plain" aria-label={`restocked: ${one.name}`} onClick={() => { count(one, null); setDone(one); }}>restocked</button></td>
            </tr>
          ))}</tbody>
        </table>
      )}
      <h2>What trips cost</h2>
      {data.trips.length === 0 ? <p>No rig logged as lost yet.</p> : (
        <>
          <p>{data.total_lost} rigs in {data.total_hours.toFixed(0)} hours: {price(data.total_cost)} at today&apos;s prices, {price(data.total_cost / Math.max(1, data.total_hours))} an hour.</p>
          <table className="heads">
            <thead><tr><th>trip</th><th>hours</th><th>rigs lost</th><th>cost</th></tr></thead>
            <tbody>{data.trips.map((t) => (
              <tr key={`${t.start_utc_s}-${t.place}`}><td>{day(t.start_utc_s)}, {t.place}</td><td>{t.hours.toFixed(1)}</td><td>{t.lost}</td><td>{price(t.cost)}{t.unpriced > 0 && `, ${t.unpriced} without a price`}</td></tr>
            ))}</tbody>
          </table>
        </>
      )}
    </section>
  );
}
