// One of a list, each with a note. A long list is searched as one types, what was chosen last first.
import { useId, useState, type KeyboardEvent } from "react";
import { Form } from "react-bootstrap";

export interface Option<T> {
  value: T;
  words: string;
  note?: string;
  /** other names it is found by */
  also?: readonly string[];
}

interface Props<T> {
  options: Option<T>[];
  value: T;
  onPick: (value: T) => void;
  /** what is chosen here is remembered on this device under this name, and comes first */
  recent?: string;
}

/** From so many on a list is searched. */
const LONG = 9;
const RECENT = 4;

const plain = (text: string) => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

/** Those that hold every word typed, in their name before in what is said of them. */
export function found<T>(options: Option<T>[], typed: string): Option<T>[] {
  const words = plain(typed).split(/[\s,-]+/).filter(Boolean);
  const holds = (text: string) => words.every((word) => plain(text).includes(word));
  const named = options.filter((o) => holds([o.words, ...(o.also ?? [])].join(" ")));
  return [...named, ...options.filter((o) => !named.includes(o) && holds(`${o.words} ${o.note ?? ""} ${(o.also ?? []).join(" ")}`))];
}

const stored = (name: string | undefined): string[] => {
  try {
    return name ? (JSON.parse(localStorage.getItem(`ilha.recent.${name}`) ?? "[]") as string[]) : [];
  } catch {
    return [];
  }
};

export function Choice<T extends string | number>({ options, value, onPick, recent }: Props<T>) {
  const [typed, setTyped] = useState("");
  const [last] = useState(() => stored(recent));
  const id = useId();
  const long = options.length >= LONG;
  // A finger would have the keyboard over the list.
  const hand = long && window.matchMedia?.("(hover: hover)").matches;
  const place = (o: Option<T>) => (last.includes(String(o.value)) ? last.indexOf(String(o.value)) : RECENT);
  const shown = typed.trim() ? found(options, typed) : long && last.length > 0 ? [...options].sort((a, b) => place(a) - place(b)) : options;
  const pick = (option: Option<T>) => {
    if (recent) localStorage.setItem(`ilha.recent.${recent}`, JSON.stringify([String(option.value), ...last.filter((v) => v !== String(option.value))].slice(0, RECENT)));
    onPick(option.value);
  };
  return (
    <div className="choice-search" onKeyDown={arrows}>
      {long && (
        <>
          <label className="visually-hidden" htmlFor={id}>search the list</label>
          <Form.Control id={id} className="search-box" placeholder={`search ${options.length}`} autoComplete="off" data-first={hand || undefined} value={typed}
                        onChange={(e) => setTyped(e.target.value)}
                        onKeyDown={(e) => {
                          if (e.key !== "Enter" || !typed.trim() || !shown[0]) return;
                          e.preventDefault();
                          pick(shown[0]);
                        }} />
        </>
      )}
      <div className="choices" role="listbox" aria-label="choices">
        {shown.map((option, i) => (
          <button
            key={`${option.value} ${option.words}`}
            type="button"
            role="option"
            aria-selected={option.value === value}
            // One stop for the list: the chosen one, else the first; arrows go on from there.
            tabIndex={option.value === value || (i === 0 && !shown.some((o) => o.value === value)) ? 0 : -1}
            data-first={(!hand && option.value === value) || undefined}
            onClick={() => pick(option)}
          >
            <b>{option.words}</b>
            {option.also && typed.trim() !== "" && option.also.length > 0 && <span>also {option.also.join(", ")}</span>}
            {option.note && <span>{option.note}</span>}
          </button>
        ))}
        {shown.length === 0 && <p className="sheet-note" role="status">Nothing here is called “{typed.trim()}”.</p>}
      </div>
    </div>
  );
}

let typedAhead = { text: "", at: 0 };

/** In the list itself letters go to what begins with them; a search box takes its own. */
function typeAhead(event: KeyboardEvent<HTMLElement>, all: HTMLElement[]): void {
  if (event.key.length !== 1 || event.key === " " || event.ctrlKey || event.metaKey || event.altKey) return;
  typedAhead = { text: (event.timeStamp - typedAhead.at < 1000 ? typedAhead.text : "") + plain(event.key), at: event.timeStamp };
  const here = all.indexOf(document.activeElement as HTMLElement);
  const from = typedAhead.text.length > 1 ? here : here + 1;
  const round = [...all.slice(Math.max(0, from)), ...all.slice(0, Math.max(0, from))];
  round.find((one) => plain(one.textContent ?? "").startsWith(typedAhead.text))?.focus();
}

function arrows(event: KeyboardEvent<HTMLElement>): void {
  const all = [...event.currentTarget.querySelectorAll<HTMLElement>("[role=option]")];
  const focused = document.activeElement;
  const inBox = focused instanceof HTMLInputElement;
  if (!inBox && (event.key === "Home" || event.key === "End")) {
    event.preventDefault();
    all.at(event.key === "Home" ? 0 : -1)?.focus();
    return;
  }
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (!step) return inBox ? undefined : typeAhead(event, all);
  // From the search on with nothing typed: from what is chosen, as in a list without one.
  const from = inBox && focused.value === "" ? all.findIndex((o) => o.getAttribute("aria-selected") === "true") : -1;
  const here = inBox ? from : all.indexOf(focused as HTMLElement);
  event.preventDefault();
  if (!inBox && here === 0 && step < 0) event.currentTarget.querySelector<HTMLElement>(".search-box")?.focus();
  else all[here + step]?.focus();
}
