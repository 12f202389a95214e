// The trip put on this device, to be looked at where no server answers.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useEffectEvent, useState } from "react";
import type { KeptTrip, PackList, TripPlan } from "../../api/types";
import { download, pageOf } from "../../features/along/file";
import { AS_TEXT, askedFor, bring, PRESSED, type Held } from "../../features/along/take";
import { dropAlong, keepAlong, takenTrips } from "../../features/along/kept";
import { dateAt } from "../../features/log/trip-rail";
import { useChosen, useQuestion } from "../../features/question/question";
import { lastDate } from "../../features/trip/hours";
import { plainWords } from "../../ui/typed";

/** So long after a change another may follow. */
const SETTLED_MS = 4000;

/** Plastics of the last packing that was worked out. */
function packedPlastics(lists: (PackList | undefined)[]): number[] {
  return lists.flatMap((list) => list?.plastics.map((one) => one.id) ?? []);
}

export function TakeAlong({ trip, plan }: { trip: KeptTrip; plan: TripPlan }) {
  const queries = useQueryClient();
  const { box, marks, reference } = useChosen();
  const { settings, facts } = useQuestion();
  const [going, setGoing] = useState<{ count: number; of: number } | null>(null);
  const [said, setSaid] = useState("");
  const { data: taken, refetch } = useQuery({ queryKey: ["along"], queryFn: takenTrips, staleTime: 0, networkMode: "always" });
  const mine = taken?.find((one) => one.id === trip.id);
  const asked = JSON.stringify(trip.asked);
  const brought = <T,>(held: Held<T>) => {
    const packed = packedPlastics(queries.getQueriesData<PackList>({ queryKey: ["pack"] }).map(([, list]) => list));
    const swum = new Set(reference.retrieves.filter((r) => r.steady).map((r) => r.key as string));
    return bring(askedFor(trip, plan, settings, facts, box, marks, packed, swum), held, (count, of) => setGoing({ count, of }));
  };
  const keep = async () => {
    const found = await brought(PRESSED);
    const now = Date.now();
    await keepAlong({ id: trip.id, date: lastDate(trip.asked), asked, at_ms: now }, found, dateAt(now / 1000, plan.time_zone));
    // Whoever asked for it knows that it should stay.
    void navigator.storage?.persist?.();
  };
  const save = async () => download(await pageOf(trip, plan, await brought(AS_TEXT)), `ilha-trip-${trip.asked.date}.html`);
  const take = async (how: () => Promise<void>) => {
    setSaid("");
    try {
      await how();
    } catch (error) {
      setSaid(`${plainWords(error)} Nothing of it was kept.`);
    } finally {
      setGoing(null);
      void refetch();
    }
  };
  // What goes along follows the trip, wherever it was changed, once it is left alone and planned again.
  const behind = mine !== undefined && mine.asked !== asked && JSON.stringify(plan.trip.asked) === asked && going === null && said === "";
  const follow = useEffectEvent(() => void take(keep));
  useEffect(() => {
    if (!behind) return;
    const soon = setTimeout(follow, SETTLED_MS);
    return () => clearTimeout(soon);
  }, [behind, asked]);
  return (
    <span className="take-along">
      {going ? <span role="status">taking it along: {going.count} of {going.of} <progress max={going.of} value={going.count} /></span>
        : (
          <>
            <button type="button" className="do" onClick={() => void take(keep)}>{mine ? "take it along again" : "take it along"}</button>{" "}
            <button type="button" className="plain" onClick={() => void take(save)}>or as a file</button>
          </>
        )}
      {mine && !going && (
        <span className="sheet-note" role="status">{" "}{mine.asked === asked ? "On this device" : "On this device as it was before its last change"}, {(mine.bytes / 1e6).toFixed(1)} MB: opens without the server.{" "}
          <button type="button" className="plain" onClick={() => void dropAlong(trip.id).then(() => refetch())}>take it off</button></span>
      )}
      <span role="alert" className="said">{said}</span>
    </span>
  );
}
