// Trips: kept on the server, planned there.
import { queryOptions, type QueryClient } from "@tanstack/react-query";
import { client, unwrap } from "./client";
import { changed } from "./rests";
import type { KeptTrip, TripQuestion } from "./types";

export const tripsQuery = queryOptions({
  queryKey: ["trips"],
  queryFn: ({ signal }) => unwrap(client.GET("/api/trips", { signal })),
  staleTime: Infinity,
});

/** Changes on their way, one after the other: the last is what the server keeps. */
let sending: Promise<unknown> = Promise.resolve();
let waiting = 0;
let changedAt = 0;
/** So long after a change another may follow: a round that nobody waits for is not sought. */
const PAUSE_MS = 500;

async function settled(signal: AbortSignal): Promise<void> {
  await sending;
  const left = changedAt + PAUSE_MS - Date.now();
  if (left > 0) await new Promise((go) => setTimeout(go, left));
  signal.throwIfAborted();
}

/** asked : a part of the key, so that a change is a new question; it is asked when the change is there. */
export const tripPlanQuery = (trip: KeptTrip) => queryOptions({
  queryKey: ["trip-plan", trip.id, trip.asked],
  queryFn: async ({ signal }) => {
    await settled(signal);
    return unwrap(client.GET("/api/trips/{row_id}/plan", { params: { path: { row_id: trip.id } }, signal }));
  },
});

export const tripLivedQuery = (id: number) => queryOptions({
  queryKey: ["trip-lived", id],
  queryFn: ({ signal }) => unwrap(client.GET("/api/trips/{row_id}/lived", { params: { path: { row_id: id } }, signal })),
  staleTime: 0,
});

export async function addTrip(queries: QueryClient, body: TripQuestion): Promise<KeptTrip> {
  const kept = await unwrap(client.POST("/api/trips", { body }));
  await changed(queries, "trips");
  return kept;
}

/**
 * Shown at once, so that the next touch changes what this one made and not what the server had
 * before; refused, all is again as the server has it.
 */
export async function changeTrip(queries: QueryClient, id: number, body: TripQuestion): Promise<void> {
  waiting += 1;
  changedAt = Date.now();
  const sent = sending.then(() => unwrap(client.PUT("/api/trips/{row_id}", { params: { path: { row_id: id } }, body })));
  sending = sent.catch(() => undefined);
  void queries.cancelQueries(tripsQuery);
  const before = queries.getQueryData(tripsQuery.queryKey);
  queries.setQueryData(tripsQuery.queryKey, (had) => had && { trips: had.trips.map((t) => (t.id === id ? { ...t, asked: body } : t)) });
  try {
    await sent;
  } catch (error) {
    // What the server has not is not shown as if it had.
    queries.setQueryData(tripsQuery.queryKey, before);
    throw error;
  } finally {
    waiting -= 1;
    if (waiting === 0) await changed(queries, "trips");
  }
}

export async function removeTrip(queries: QueryClient, id: number): Promise<void> {
  await unwrap(client.DELETE("/api/trips/{row_id}", { params: { path: { row_id: id } } }));
  await changed(queries, "trips");
}

export async function putTripBack(queries: QueryClient, id: number): Promise<number> {
  const back = await unwrap(client.POST("/api/box/{kind}/{row_id}/back", { params: { path: { kind: "trips", row_id: id } } }));
  await changed(queries, "trips");
  return back.id;
}
