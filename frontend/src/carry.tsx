// A trip in one file: the Trip, the Day, the card and the Bench out of what stands in the page.
import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { HashRouter, Navigate, Route, Routes } from "react-router";
import { answerElsewhere, livesInFile, makeQueryClient } from "./api/client";
import { boxQuery, marksQuery, referenceQuery, settingsQuery } from "./api/resources";
import type { AlongDay } from "./api/types";
import { answerAway, type Stored } from "./features/along/away";
import type { InPage } from "./features/along/file";
import { opensAs, unpress } from "./features/along/kept";
import { FACTS_KEY } from "./features/question/facts";
import { QuestionProvider } from "./features/question/question";
import { Shell } from "./shell";
import { ErrorBoundary } from "./ui/error-boundary";
import { BenchView } from "./views/bench/bench-view";
import CardView from "./views/card/card-view";
import { DayView } from "./views/day/day-view";
import HandBackView from "./views/handback/hand-back";
import TripView from "./views/trip/trip-view";
import "./styles/main.scss";

const VIEWS = [
  { key: "d", path: "/", name: "Day" }, { key: "t", path: "/trip", name: "Trip" }, { key: "l", path: "/log", name: "Log" },
  { key: "b", path: "/bench", name: "Bench" }, { key: "c", path: "/card", name: "Card" },
];

async function held(): Promise<InPage> {
  const text = document.getElementById("along")!.textContent ?? "";
  return JSON.parse(await unpress(Uint8Array.from(atob(text), (c) => c.charCodeAt(0)))) as InPage;
}

function stored(page: InPage): Stored {
  const read = new Map<string, AlongDay>();
  const answers = new Map(page.answers.map(({ key, text }) => [key, text]));
  const opened = ({ key, text }: InPage["days"][number]) => {
    if (!read.has(key)) read.set(key, opensAs(text));
    return read.get(key)!;
  };
  return {
    daysOf: (mark) => Promise.resolve(page.days.filter(({ key }) => key.startsWith(`${mark}|`)).map(opened)),
    answerOf: (key) => Promise.resolve(answers.get(key) ?? null),
  };
}

/** Once a file: what is set afterwards stays through a reload. */
function setFacts(page: InPage): void {
  if (localStorage.getItem("ilha.in-file") === page.key) return;
  localStorage.setItem(FACTS_KEY, JSON.stringify(page.facts));
  localStorage.setItem("ilha.in-file", page.key);
}

async function main(): Promise<void> {
  const page = await held();
  livesInFile();
  const there = stored(page);
  answerElsewhere((request) => answerAway(there, request));
  setFacts(page);
  if (!location.hash) location.hash = "#/trip";
  const queries = makeQueryClient();
  await Promise.all([settingsQuery, boxQuery, marksQuery, referenceQuery].map((query) => queries.prefetchQuery(query as typeof boxQuery)));
  createRoot(document.getElementById("root")!).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <HashRouter>
          <ErrorBoundary>
            <Suspense fallback={<p className="waiting" role="status">Opening …</p>}>
              <QuestionProvider>
                <Shell views={VIEWS}>
                  <Routes>
                    <Route path="/" element={<DayView />} />
                    <Route path="/trip" element={<TripView />} />
                    <Route path="/bench" element={<BenchView />} />
                    <Route path="/card" element={<CardView />} />
                    <Route path="/log" element={<HandBackView />} />
                    <Route path="*" element={<Navigate to="/trip" replace />} />
                  </Routes>
                </Shell>
              </QuestionProvider>
            </Suspense>
          </ErrorBoundary>
        </HashRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}

void main();
