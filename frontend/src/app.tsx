// The application: its views, each loaded when it is opened.
import { QueryClientProvider } from "@tanstack/react-query";
import { Suspense, lazy } from "react";
import { ErrorBoundary } from "./ui/error-boundary";
import { LetIn } from "./ui/let-in";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { answerElsewhere, makeQueryClient, waitHere } from "./api/client";
import { dayQuery } from "./api/day";
import { boxQuery, marksQuery, referenceQuery, settingsQuery } from "./api/resources";
import type { Box, Mark, Settings } from "./api/types";
import { makeQuery, storedFacts } from "./features/question/facts";
import { answerAway, keyOf } from "./features/along/away";
import { answerOf, daysOf } from "./features/along/kept";
import { heard, keepSaid, laidOver } from "./features/along/said";
import { QuestionProvider } from "./features/question/question";
import { Shell } from "./shell";
import { DayView } from "./views/day/day-view";

const BenchView = lazy(() => import("./views/bench/bench-view").then((m) => ({ default: m.BenchView })));
const CardView = lazy(() => import("./views/card/card-view"));
const OutfitView = lazy(() => import("./views/outfit/outfit-view"));
const KnowView = lazy(() => import("./views/know/know-view"));
const BoxView = lazy(() => import("./views/box/box-view"));
const LogView = lazy(() => import("./views/log/log-view"));
const FirstView = lazy(() => import("./views/first/first-view"));
const TripView = lazy(() => import("./views/trip/trip-view"));
const PlacesView = lazy(() => import("./views/places/places-view"));
const queries = makeQueryClient();
answerElsewhere(async (request) => await keepSaid(request, readHere) ?? answerAway({ daysOf, answerOf }, request));
waitHere({ heard, laidOver });

/** What the server last said of itself, as the browser or the device kept it. */
async function readHere(list: string): Promise<Record<string, unknown> | null> {
  const text = await fetch(list).then((kept) => (kept.ok ? kept.text() : null)).catch(() => null) ?? await answerOf(keyOf(list));
  return text === null ? null : JSON.parse(text) as Record<string, unknown>;
}

/** In the order of the bar. */
const VIEWS = [
  { key: "d", path: "/", name: "Day" }, { key: "t", path: "/trip", name: "Trip" }, { key: "o", path: "/outfit", name: "Outfit" },
  { key: "l", path: "/log", name: "Log" },
  { key: "b", path: "/bench", name: "Bench" }, { key: "x", path: "/box", name: "Box" },
  { key: "c", path: "/card", name: "Card" },
  { key: "p", path: "/places", name: "Places" }, { key: "k", path: "/know", name: "Know" },
];

/**
 * What every view needs, all at once, before anything is drawn: a fallback that React shows even
 * for a moment holds the first picture back by a third of a second.
 */
export async function prefetch(): Promise<void> {
  await Promise.all([
    queries.prefetchQuery(settingsQuery),
    queries.prefetchQuery(boxQuery),
    queries.prefetchQuery(marksQuery),
    queries.prefetchQuery(referenceQuery),
  ]);
  const [settings, box, all] = [settingsQuery, boxQuery, marksQuery].map((query) =>
    queries.getQueryData(query.queryKey)) as [Settings?, Box?, { marks: Mark[] }?];
  // The board goes out before the first view is built, not after.
  if (settings && box?.plastics.length && box.lines.length && all?.marks.length) {
    void queries.prefetchQuery(dayQuery(makeQuery(settings, storedFacts(), box, all.marks)));
  }
}

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <LetIn />
        <ErrorBoundary>
          <Suspense fallback={<p className="waiting" role="status">Opening the box …</p>}>
            <QuestionProvider>
              <Shell views={VIEWS}>
                <Suspense fallback={<p className="waiting" role="status">Opening …</p>}>
                  <Routes>
                    <Route path="/" element={<DayView />} />
                    <Route path="/trip" element={<TripView />} />
                    <Route path="/outfit" element={<OutfitView />} />
                    <Route path="/know" element={<KnowView />} />
                    <Route path="/bench" element={<BenchView />} />
                    <Route path="/card" element={<CardView />} />
                    <Route path="/box" element={<BoxView />} />
                    <Route path="/log" element={<LogView />} />
                    <Route path="/places" element={<PlacesView />} />
                    <Route path="/first" element={<FirstView />} />
                    <Route path="*" element={<Navigate to="/" replace />} />
                  </Routes>
                </Suspense>
              </Shell>
            </QuestionProvider>
          </Suspense>
        </ErrorBoundary>
      </BrowserRouter>
    </QueryClientProvider>
  );
}
