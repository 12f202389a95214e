// A trip on its tide rail: the height of the tide through the day, and what happened where on it.
import { useQuery } from "@tanstack/react-query";
import { dayQuery } from "../../api/day";
import type { Trip } from "../../api/types";
import { TripScene } from "../../drawing/scenes/trip-scene";
import { useChosen, useQuestion } from "../question/question";
import { KIND_WORDS } from "./words";

/** The local date at a place on which an instant falls: 2026-07-15. */
export function dateAt(seconds: number, zone: string): string {
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short" }).format(new Date(seconds * 1000));
}

function hourAt(seconds: number, zone: string): number {
  const [h, m] = new Intl.DateTimeFormat("en-GB", { timeZone: zone, hour: "2-digit", minute: "2-digit" }).format(new Date(seconds * 1000)).split(":");
  return Number(h) + Number(m) / 60;
}

export function TripRail({ trip }: { trip: Trip }) {
  const { marks } = useChosen();
  const { query } = useQuestion();
  const mark = marks.find((m) => m.name === trip.place);
  const zone = mark?.time_zone ?? "UTC";
  const board = useQuery({
    ...dayQuery({ mark_id: mark?.id ?? 0, plastic_id: query.plastic_id, line_id: query.line_id, date: dateAt(trip.start_utc_s, zone) }),
    enabled: mark !== undefined,
  });
  const events = trip.events.map((e) => ({ hour: hourAt(e.at_utc_s, zone), kind: e.kind, words: KIND_WORDS[e.kind] }));
  return (
    <>
      <TripScene height_m={board.data?.height_m ?? []} stream_m_s={board.data?.stream_m_s ?? []} events={events}
                 words={`The tide off ${trip.place} and ${events.length} things that happened`} />
      {board.error && <p className="sheet-note">No tide is known for that day: {board.error.message.replaceAll("`", "")}</p>}
    </>
  );
}
