// Card: the day, or some hours of it, on one sheet, to read with salt on the screen and to print.
import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { Form } from "react-bootstrap";
import { Refused } from "../../api/client";
import { cardQuery, fileOf } from "../../api/day";
import type { CardQuery, CardSheet } from "../../api/types";
import { StripScene } from "../../drawing/scenes/strip-scene";
import { NoWater } from "../../features/question/no-water";
import { EmptyBox, useMissing } from "../../features/question/empty-box";
import { useQuestion } from "../../features/question/question";

export default function CardView() {
  const missing = useMissing();
  return missing.length > 0 ? <EmptyBox missing={missing} /> : <CardOfDay />;
}

function CardOfDay() {
  const { query, facts } = useQuestion();
  const [from, to] = facts.hours ?? [0, 24];
  const asked: CardQuery = { ...query, from_hour: from, to_hour: to };
  const { data, error, refetch } = useQuery(cardQuery(asked));
  return (
    <div className="card-view">
      <Hours from={from} to={to} />
      {data ? <Sheet card={data} /> : error instanceof Refused ? <NoWater refused={error} /> : error ? (
        <div className="waiting">
          <p role="alert">{error.message.replaceAll("`", "")}</p>
          <button type="button" className="do" onClick={() => void refetch()}>Try again</button>
        </div>
      ) : <p className="waiting" role="status">Writing the card …</p>}
      <TakeAlong asked={asked} ready={data !== undefined} />
    </div>
  );
}

const SHEETS = { a6: "A6", a5: "A5", a4: "A4", letter: "letter" } as const;

/** Print, or a file of a sheet's size. */
function TakeAlong({ asked, ready }: { asked: CardQuery; ready: boolean }) {
  const [size, setSize] = useState<keyof typeof SHEETS>("a6");
  const id = useId();
  return (
    <div className="card-files">
      <button type="button" className="do" disabled={!ready} onClick={() => window.print()}>Print</button>
      <span>or take it along on</span>
      <Form.Label htmlFor={id} visuallyHidden>Sheet</Form.Label>
      <Form.Select id={id} value={size} onChange={(e) => setSize(e.target.value as typeof size)}>
        {Object.entries(SHEETS).map(([key, words]) => <option key={key} value={key}>{words}</option>)}
      </Form.Select>
      <span>as <a href={fileOf("card.pdf", { ...asked, size })} download>PDF</a> or <a href={fileOf("card.html", { ...asked, size })} download>page</a></span>
    </div>
  );
}

const HOURS = Array.from({ length: 25 }, (_, i) => i);

/** The hours that one fishes. */
function Hours({ from, to }: { from: number; to: number }) {
  const { set } = useQuestion();
  const id = useId();
  const two = (hour: number) => `${String(hour).padStart(2, "0")}:00`;
  return (
    <div className="card-hours">
      <Form.Label htmlFor={`${id}-from`}>On the water from</Form.Label>
      <Form.Select id={`${id}-from`} value={from}
                   onChange={(e) => set({ hours: [Number(e.target.value), Math.max(to, Number(e.target.value) + 1)] })}>
        {HOURS.slice(0, 24).map((h) => <option key={h} value={h}>{two(h)}</option>)}
      </Form.Select>
      <Form.Label htmlFor={`${id}-to`}>to</Form.Label>
      <Form.Select id={`${id}-to`} value={to} onChange={(e) => set({ hours: [from, Number(e.target.value)] })}>
        {HOURS.slice(from + 1).map((h) => <option key={h} value={h}>{two(h)}</option>)}
      </Form.Select>
    </div>
  );
}

function Sheet({ card }: { card: CardSheet }) {
  return (
    <article className="card-sheet">
      <h1>{card.title}</h1>
      <p className="card-day">{card.day}</p>
      <p>{card.facts.join(" · ")}</p>
      {card.curve.length > 0 && <StripScene card={card} />}
      <p className="card-turns">{[...card.turns, ...card.sky].join(" · ")}</p>
      <ol>
        {card.rows.map((row) => (
          <li key={row.from_clock}>
            <span className="card-time">{row.from_clock}–{row.to_clock}</span>
            {row.weight && <b>{row.weight}</b>} <span className="card-head">{row.head}</span>
            {row.work.length > 0 && <p>{row.work.join("; ")}</p>}
          </li>
        ))}
      </ol>
      <footer>
        {card.spells.length > 0 && <p>Worth being there: {card.spells.join("; ")}.</p>}
        {card.cautions.map((caution) => <p key={caution} className="caution">{caution}</p>)}
        <p className="card-note">{card.note}</p>
      </footer>
    </article>
  );
}
