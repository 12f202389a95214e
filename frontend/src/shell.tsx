// The shell: name, views, units, keys.
import { useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState, type ReactNode } from "react";
import { Dropdown, Form, Modal } from "react-bootstrap";
import { NavLink, useLocation, useNavigate } from "react-router";
import { changed } from "./api/rests";
import { isInFile } from "./api/client";
import { referenceQuery, settingsQuery } from "./api/resources";
import type { Settings } from "./api/types";
import { useSaid } from "./base/announce";
import { useFocusKept, useFocusView } from "./base/focus";
import { chooseKeyMode, KEY_HELP, KEY_MODES, useKeyMode, useKeys, useSequence, useSequenceKeys } from "./base/keys";
import { useWide } from "./base/use-wide";
import { bringHome } from "./features/along/said";
import { flush, onTaken } from "./features/log/log";
import { bringPictures } from "./features/log/pictures";
import { useChosen, useQuestion } from "./features/question/question";
import { Glossary } from "./ui/fact";

/** A view in the bar; ``key`` goes there after g. */
export interface ViewLink {
  key: string;
  path: string;
  name: string;
}

export function Shell({ views, children }: { views: readonly ViewLink[]; children: ReactNode }) {
  const [help, setHelp] = useState(false);
  const go = useNavigate();
  const { settings } = useQuestion();
  useEffect(() => {
    document.documentElement.dataset.sheet = settings.sheet;
  }, [settings.sheet]);
  useLogTaken();
  const path = useLocation().pathname;
  useTitle(views.find((view) => view.path === path)?.name);
  useFocusKept();
  useFocusView(path);
  useSequenceKeys();
  useSequence("g", useMemo(() => Object.fromEntries(views.map(({ key, path }) => [key, () => void go(path)])), [go, views]));
  useKeys(useMemo(() => ({ "?": () => setHelp(true) }), []));
  return (
    <>
      <Skip to="view">to the view</Skip>
      {path === "/" && <Skip to="log-taps">to the taps</Skip>}
      {(path === "/" || path === "/outfit") && <Skip to="answer">to the answer</Skip>}
      {path === "/" && <Skip to="hours">to the hours</Skip>}
      <header className="top">
        <span className="name">Ilha</span>
        <Sample />
        <Views views={views} />
        <div className="top-right">
          <UnitsMenu />
          <SheetSwitch />
          <button type="button" aria-label="? keys" onClick={() => setHelp(true)}>?</button>
        </div>
      </header>
      <Words><main id="view" tabIndex={-1}>{children}</main></Words>
      <Said />
      <KeyHelp show={help} onHide={() => setHelp(false)} />
    </>
  );
}

/** Past what stands before; the address stays, which in a file is the view's own. */
function Skip({ to, children }: { to: string; children: string }) {
  return <a className="skip" href={`#${to}`} onClick={(e) => { e.preventDefault(); document.getElementById(to)?.focus(); }}>{children}</a>;
}

/** The one voice; it stays mounted, so that what comes into it is heard. */
function Said() {
  return <p className="visually-hidden" role="status" aria-label="what changed">{useSaid()}</p>;
}

/** What a tab or a history is told apart by: view, mark, Ilha. */
function useTitle(view: string | undefined): void {
  const { mark } = useChosen();
  useEffect(() => {
    document.title = [view, mark?.name, "Ilha"].filter(Boolean).join(" · ");
  }, [view, mark]);
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
    onTaken(() => {
      void changed(queries, "log");
      if (!isInFile()) void bringPictures();
    });
    void flush();
    // In a file there is no home to bring it to.
    if (isInFile()) return;
    void bringPictures(() => void changed(queries, "photographs"));
    void bringHome(() => void Promise.all([changed(queries, "trips"), queries.invalidateQueries({ queryKey: ["trip-plan"] }), queries.invalidateQueries(settingsQuery)]));
  }, [queries]);
}

/** On a phone four lie under the thumb, and the rest behind one. */
const THUMB = ["/trip", "/", "/outfit", "/log"];

function Views({ views }: { views: readonly ViewLink[] }) {
  const wide = useWide();
  const at = useLocation().pathname;
  const link = ({ path, name }: ViewLink) => <NavLink key={path} to={path} end={path === "/"}>{name}</NavLink>;
  if (wide) return <nav className="views" aria-label="views">{views.map(link)}</nav>;
  const rest = views.filter(({ path }) => !THUMB.includes(path));
  const here = rest.find(({ path }) => path === at);
  return (
    <nav className="views thumb" aria-label="views">
      {views.filter(({ path }) => THUMB.includes(path)).sort((a, b) => THUMB.indexOf(a.path) - THUMB.indexOf(b.path)).map(link)}
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
  const mode = useKeyMode();
  return (
    <Modal show={show} onHide={onHide} aria-labelledby="keys-title" centered>
      <Modal.Header closeButton><Modal.Title as="h2" id="keys-title">Keys</Modal.Title></Modal.Header>
      <Modal.Body>
        <fieldset className="key-mode">
          <legend>Single keys, on this device</legend>
          {KEY_MODES.map(([value, words]) => (
            <Form.Check key={value} inline type="radio" name="key-mode" id={`key-mode-${value}`} label={words} checked={mode === value} onChange={() => chooseKeyMode(value)} />
          ))}
        </fieldset>
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
