// The shell: name, views, units, keys.
import { QueryClientProvider, useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { Suspense, lazy, useEffect, useMemo, useState, type ReactNode } from "react";
import { Dropdown, Form, Modal } from "react-bootstrap";
import { Glossary } from "./ui/fact";
import { ErrorBoundary } from "./ui/error-boundary";
import { BrowserRouter, NavLink, Navigate, Route, Routes, useLocation, useNavigate } from "react-router";
import { answerElsewhere, makeQueryClient } from "./api/client";
import { dayQuery } from "./api/day";
import { changed } from "./api/rests";
import { boxQuery, marksQuery, referenceQuery, settingsQuery } from "./api/resources";
import type { Box, Mark, Settings } from "./api/types";
import { makeQuery, storedFacts } from "./features/question/facts";
import { answerAway } from "./features/along/away";
import { answerOf, daysOf } from "./features/along/kept";
import { flush, onTaken } from "./features/log/log";
import { KEY_HELP, useGoKeys, useKeys } from "./base/keys";
import { useWide } from "./base/use-wide";
import { QuestionProvider, useQuestion } from "./features/question/question";
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
answerElsewhere((request) => answerAway({ daysOf, answerOf }, request));

/** In the order of the bar; ``key`` goes there after g. */
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
        <ErrorBoundary>
          <Suspense fallback={<p className="waiting" role="status">Opening the box …</p>}>
            <QuestionProvider>
              <Shell>
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

function Shell({ children }: { children: ReactNode }) {
  const [help, setHelp] = useState(false);
  const go = useNavigate();
  const { settings } = useQuestion();
  useEffect(() => {
    document.documentElement.dataset.sheet = settings.sheet;
  }, [settings.sheet]);
  useLogTaken();
  useGoKeys(useMemo(() => Object.fromEntries(VIEWS.map(({ key, path }) => [key, () => void go(path)])), [go]));
  useKeys(useMemo(() => ({ "?": () => setHelp(true) }), []));
  return (
    <>
      <a className="skip" href="#view">to the view</a>
      <header className="top">
        <span className="name">Ilha</span>
        <Sample />
        <Views />
        <div className="top-right">
          <UnitsMenu />
          <SheetSwitch />
          <button type="button" aria-label="? keys" onClick={() => setHelp(true)}>?</button>
        </div>
      </header>
      <Words><main id="view">{children}</main></Words>
      <KeyHelp show={help} onHide={() => setHelp(false)} />
    </>
  );
}

/** One glossary, the core's, for all that is asked. */
function Words({ children }: { children: ReactNode }) {
  const { data } = useSuspenseQuery(referenceQuery);
  const words = useMemo(() => new Map(data.glossary.flatMap((t) => [t.term, ...t.also].map((word): [string, string] => [word, t.says]))), [data]);
  return <Glossary value={words}>{children}</Glossary>;
}

/** In the sample: that it is one, and the way back. */
function Sample() {
  const { data } = useSuspenseQuery(referenceQuery);
  return data.home_url ? <a className="sample" href={data.home_url}>Marela, made up: back to your own water</a> : null;
}

/** What the log taught changes the Day: asked for again when the server has taken something. */
function useLogTaken(): void {
  const queries = useQueryClient();
  useEffect(() => {
    onTaken(() => void changed(queries, "log"));
    void flush();
  }, [queries]);
}

/** On a phone four lie under the thumb, and the rest behind one. */
const THUMB = ["/trip", "/", "/outfit", "/log"];

function Views() {
  const wide = useWide();
  const at = useLocation().pathname;
  const link = ({ path, name }: (typeof VIEWS)[number]) => <NavLink key={path} to={path} end={path === "/"}>{name}</NavLink>;
  if (wide) return <nav className="views" aria-label="views">{VIEWS.map(link)}</nav>;
  const rest = VIEWS.filter(({ path }) => !THUMB.includes(path));
  const here = rest.find(({ path }) => path === at);
  return (
    <nav className="views thumb" aria-label="views">
      {THUMB.map((path) => link(VIEWS.find((v) => v.path === path)!))}
      <Dropdown drop="up" align="end">
        <Dropdown.Toggle as="button" type="button" className={`more ${here ? "active" : ""}`}><span className="visually-hidden">more views{here ? ", now " : ""}</span>{here?.name ?? <span aria-hidden="true">more</span>}</Dropdown.Toggle>
        <Dropdown.Menu>{rest.map(({ path, name }) => <Dropdown.Item key={path} as={NavLink} to={path}>{name}</Dropdown.Item>)}</Dropdown.Menu>
      </Dropdown>
    </nav>
  );
}

const UNITS: { key: keyof Settings; label: string; options: string[] }[] = [
  { key: "head_unit", label: "Heads", options: ["oz", "g"] },
  { key: "depth_unit", label: "Depths and lengths", options: ["m", "ft"] },
  { key: "speed_unit", label: "Speeds", options: ["m/s", "kn"] },
  { key: "small_unit", label: "Bench", options: ["mm", "in"] },
  { key: "wind_unit", label: "Wind", options: ["m/s", "kn", "Bft"] },
  { key: "strength_unit", label: "Lines and fish", options: ["kg", "lb"] },
  { key: "temperature_unit", label: "Temperature", options: ["°C", "°F"] },
  { key: "currency", label: "Prices", options: ["€", "£", "$", "kr"] },
];

const METRIC = { strength_unit: "kg",  head_unit: "g", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", temperature_unit: "°C", wind_unit: "m/s" } as const;
const IMPERIAL = { strength_unit: "lb",  head_unit: "oz", depth_unit: "ft", speed_unit: "kn", small_unit: "in", temperature_unit: "°F", wind_unit: "kn" } as const;

function UnitsMenu() {
  const { settings, choose } = useQuestion();
  return (
    <Dropdown align="end" autoClose="outside">
      <Dropdown.Toggle as="button" type="button" className="units-toggle">
        <span className="visually-hidden">units: </span>
        {settings.depth_unit === "m" ? "metres" : "feet"} · {settings.head_unit === "oz" ? "ounces" : "grams"}
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {UNITS.map(({ key, label, options }) => (
          <fieldset key={key} className="unit-row">
            <legend>{label}</legend>
            {options.map((option) => (
              <Form.Check
                key={option} inline type="radio" name={key} id={`${key}-${option}`} label={option}
                checked={settings[key] === option}
                onChange={() => choose({ [key]: option } as Partial<Settings>)}
              />
            ))}
          </fieldset>
        ))}
        <div className="unit-row">
          <button type="button" className="plain" onClick={() => choose(METRIC)}>all metric</button>{" "}
          <button type="button" className="plain" onClick={() => choose({ ...METRIC, head_unit: "oz" })}>metric, heads in ounces</button>{" "}
          <button type="button" className="plain" onClick={() => choose(IMPERIAL)}>all imperial</button>
        </div>
      </Dropdown.Menu>
    </Dropdown>
  );
}

const SHEETS: { value: Settings["sheet"]; note: string }[] = [
  { value: "daylight", note: "ink on warm paper" }, { value: "sunlight", note: "black on white, for sun on the glass" },
  { value: "dark", note: "dim, before dawn" }, { value: "night", note: "red only: eyes stay used to the dark" },
];

function SheetSwitch() {
  const { settings, choose } = useQuestion();
  return (
    <Dropdown align="end">
      <Dropdown.Toggle as="button" type="button"><span className="visually-hidden">sheet: </span>{settings.sheet}</Dropdown.Toggle>
      <Dropdown.Menu>
        {SHEETS.map(({ value, note }) => (
          <Dropdown.Item key={value} as="button" type="button" active={value === settings.sheet} onClick={() => choose({ sheet: value })}>{value}, <small>{note}</small></Dropdown.Item>
        ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}

function KeyHelp({ show, onHide }: { show: boolean; onHide: () => void }) {
  return (
    <Modal show={show} onHide={onHide} aria-labelledby="keys-title" centered>
      <Modal.Header closeButton><Modal.Title as="h2" id="keys-title">Keys</Modal.Title></Modal.Header>
      <Modal.Body>
        <dl className="keys">
          {KEY_HELP.map(([keys, what]) => (
            <div key={keys}><dt>{keys}</dt><dd>{what}</dd></div>
          ))}
        </dl>
        <p className="sheet-note">
          In the sentence: <span className="fact-typed">underlined twice</span> was typed,{" "}
          <span className="fact-predicted">once</span> is chosen or predicted,{" "}
          <span className="fact-assumed">dotted</span> is assumed.
        </p>
      </Modal.Body>
    </Modal>
  );
}
