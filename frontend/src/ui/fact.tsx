// A fact of the sentence: words that open a small sheet in which the fact is changed in place.
import { createContext, use, useEffect, useId, useRef, useState, type ReactNode } from "react";
import { Overlay, Popover } from "react-bootstrap";

/** Where a fact comes from. It decides how the words are underlined, and is said. */
export type Source = "chosen" | "predicted" | "typed" | "assumed";

const SAYS: Record<Source, string> = {
  chosen: "chosen",
  predicted: "predicted",
  typed: "typed by you",
  assumed: "assumed: nothing was typed",
};

/** What the words of the trade mean, by every word for it; given by the shell. */
export const Glossary = createContext<ReadonlyMap<string, string>>(new Map());

/** A word's meaning, where it has one that needs saying. */
function Meaning({ of }: { of: string }) {
  const says = use(Glossary).get(of.toLowerCase());
  const [open, setOpen] = useState(false);
  if (!says) return null;
  return open ? <p className="sheet-note">{says}</p> : <button type="button" className="plain meaning" onClick={() => setOpen(true)}>what is that?</button>;
}

interface Props {
  label: string;
  words: ReactNode;
  source: Source;
  children: (close: () => void) => ReactNode;
}

export function Fact({ label, words, source, children }: Props) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLSpanElement>(null);
  const id = useId();
  const close = () => {
    setOpen(false);
    document.getElementById(`${id}-words`)?.focus();
  };
  useEffect(() => {
    if (!open) return;
    const sheet = document.getElementById(id);
    const first = sheet?.querySelector<HTMLElement>("[data-first]")
      ?? sheet?.querySelector<HTMLElement>("input, select, button:not(.meaning)");
    // The sheet has no place on the page yet: the page must not run after it.
    first?.focus({ preventScroll: true });
    const chosen = sheet?.querySelector<HTMLElement>("[role=option][aria-selected=true]");
    const list = chosen?.closest<HTMLElement>(".choices");
    if (chosen && list) list.scrollTop = chosen.offsetTop - list.offsetTop - 60;
  }, [open, id]);
  return (
    <>
      {/* No button of HTML's own: those stand in a line like a picture, and neither break with their words nor keep the comma that follows. */}
      <span
        ref={button}
        id={`${id}-words`}
        role="button"
        tabIndex={0}
        className={`fact fact-${source}`}
        aria-haspopup="dialog"
        aria-expanded={open}
        aria-label={`${label}: ${typeof words === "string" ? words : ""} (${SAYS[source]})`}
        title={`${label}, ${SAYS[source]}`}
        onClick={() => setOpen(!open)}
        onKeyDown={(e) => {
          if (e.key !== "Enter" && e.key !== " ") return;
          e.preventDefault();
          setOpen(!open);
        }}
      >
        {words}
      </span>
      {open && (
        <Overlay
          target={button}
          show
          placement="bottom-start"
          rootClose
          transition={false}
          onHide={() => setOpen(false)}
        >
          <Popover id={id} role="dialog" aria-label={label} onKeyDown={(e) => {
            if (e.key === "Escape") {
              e.stopPropagation();
              close();
            }
          }}>
            <Popover.Body>
              <p className="sheet-source">{label} · {SAYS[source]}</p>
              <Meaning of={label} />
              {children(close)}
            </Popover.Body>
          </Popover>
        </Overlay>
      )}
    </>
  );
}
