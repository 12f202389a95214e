// A word of the trade with its meaning one tap away, and a list of those that stand on a view.
import { use, useId, type ReactNode } from "react";
import { OverlayTrigger, Popover } from "react-bootstrap";
import { Glossary } from "./fact";

/** What is shown of a term; a tap tells what the glossary has of it, a second one no more. */
export function Term({ of, children }: { of: string; children: ReactNode }) {
  const says = use(Glossary).get(of.toLowerCase());
  const id = useId();
  if (!says) return children;
  return (
    <OverlayTrigger trigger="click" rootClose placement="bottom" overlay={<Popover id={id} className="sheet"><Popover.Body>{says}</Popover.Body></Popover>}>
      <button type="button" className="term">{children}</button>
    </OverlayTrigger>
  );
}

/** Of the words that stand on a view those that have a meaning, behind one button. */
export function WordsMean({ words }: { words: readonly string[] }) {
  const known = use(Glossary);
  const id = useId();
  const explained = [...new Set(words.flatMap((w) => w.split(", ")))].filter((w) => known.has(w));
  if (explained.length === 0) return null;
  return (
    <OverlayTrigger trigger="click" rootClose placement="auto" overlay={(
      <Popover id={id} className="sheet words-mean"><Popover.Body as="dl">
        {explained.map((w) => <div key={w}><dt>{w}</dt><dd>{known.get(w)}</dd></div>)}
      </Popover.Body></Popover>
    )}>
      <button type="button" className="plain">what do the words mean?</button>
    </OverlayTrigger>
  );
}
