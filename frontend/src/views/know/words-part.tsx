// The words of the trade, each with its meaning; searched as one types.
import { useState } from "react";
import { Form } from "react-bootstrap";
import { useChosen } from "../../features/question/question";

export function WordsPart() {
  const { reference: { glossary } } = useChosen();
  const [typed, setTyped] = useState("");
  const wanted = typed.trim().toLowerCase();
  const shown = glossary.filter((t) => [t.term, ...t.also, t.says].some((text) => text.toLowerCase().includes(wanted)));
  return (
    <section className="know-body">
      <Form.Control className="search-box words-search" aria-label="search the words" placeholder={`search ${glossary.length} words`} value={typed} onChange={(e) => setTyped(e.target.value)} />
      <dl className="words">
        {shown.map((t) => (
          <div key={t.term}><dt>{t.term}{t.also.length > 0 && <small> {t.also.join(", ")}</small>}</dt><dd>{t.says}</dd></div>
        ))}
      </dl>
      {shown.length === 0 && <p role="status">No word here holds “{typed.trim()}”.</p>}
    </section>
  );
}
