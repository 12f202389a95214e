// What rests on what: after a change all that was computed with it is asked for again.
import type { QueryClient } from "@tanstack/react-query";

/** Everything the server computes from places, box, fish, rules and log together. */
const COMPUTED = ["day", "compare", "card", "savings", "fit", "lid", "pack", "buy", "choice", "moves", "loose", "doctor", "fan", "trip-plan"];

const RESTS_ON = {
  places: ["marks", "tides", "streams"],
  chart: ["charts"],
  box: ["box", "restock"],
  fish: ["fish", "reference"],
  rules: [],
  trips: ["trips"],
  photographs: ["log", "trip-lived"],
  log: ["log", "learned", "worked", "again", "box", "restock", "trip-lived"],
} as const;

/**
 * Ask again for all that rests on what was changed.
 *
 * What is on its way was asked before the change: it is called off first, or its answer would
 * count as new (a first answer is never called off otherwise). Waits for the lists that the change
 * was made in, not for what is computed.
 */
export async function changed(queries: QueryClient, what: keyof typeof RESTS_ON): Promise<void> {
  const again = async (key: string) => {
    await queries.cancelQueries({ queryKey: [key] });
    await queries.invalidateQueries({ queryKey: [key] });
  };
  // The chart is looked at, and asked for a bottom by hand: nothing is computed with it; a trip's
  // question is in its plan's key; a photograph tells the water nothing.
  if (what !== "chart" && what !== "trips" && what !== "photographs") for (const key of COMPUTED) void again(key);
  await Promise.all(RESTS_ON[what].map(again));
}

/** A whole file was taken in: nothing is as it was. */
export async function allChanged(queries: QueryClient): Promise<void> {
  await queries.cancelQueries();
  await queries.invalidateQueries();
}
