// The fish as plain facts: read, changed, added; a shipped one put back as it ships.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { fishQuery } from "../../api/choice";
import { changed } from "../../api/rests";
import { client, unwrap } from "../../api/client";
import type { Fish } from "../../api/types";
import { WHERE } from "../../features/facts/fish-fact";
import { plainWords } from "../../ui/typed";
import { small, temperature, text } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { FishForm, factsOf } from "./fish-form";

export function FishPart() {
  const { data: book, error } = useQuery(fishQuery);
  const queries = useQueryClient();
  const [find, setFind] = useState("");
  const [open, setOpen] = useState<string | null>(null);
  const again = () => void changed(queries, "fish");
  const back = useMutation({
    mutationFn: (key: string) => unwrap(client.DELETE("/api/fish/{key}", { params: { path: { key } } })), onSuccess: again,
  });
  const restore = useMutation({
    mutationFn: (fish: Fish) => {
      const { key, shipped } = fish;
      const body = factsOf(fish);
      return unwrap(shipped ? client.PUT("/api/fish/{key}", { params: { path: { key } }, body }) : client.POST("/api/fish", { body }));
    },
    onSuccess: () => { back.reset(); again(); },
  });
  if (!book) return <p className="waiting" role="status">{error ? plainWords(error) : "Reading the fish …"}</p>;
  const wanted = find.trim().toLowerCase();
  const seen = book.fish.filter((f) => `${f.name} ${f.scientific}`.toLowerCase().includes(wanted));
  const edited = open === "" ? null : book.fish.find((f) => f.key === open);
  return (
    <section className="know-body">
      <p className="know-lead">{book.fish.length} fish. {book.from_memory}</p>
      <p className="know-tools">
        <Form.Control type="search" aria-label="find a fish" placeholder="find a fish" value={find} onChange={(e) => setFind(e.target.value)} />
        <button type="button" className="do" onClick={() => setOpen("")}>a fish that is missing</button>
      </p>
      {back.data && <p className="strip" role="status">{back.data.shipped ? `${back.data.name} is as it ships again.` : `${back.data.name} is removed.`}{" "}
        <button type="button" className="plain" onClick={() => restore.mutate(back.data)}>undo</button></p>}
      <ul className="fish-list">{seen.map((f) => <FishRow key={f.key} fish={f} onOpen={() => setOpen(f.key)} onBack={() => back.mutate(f.key)} />)}</ul>
      {seen.length === 0 && <p>No fish of that name: add it.</p>}
      {open !== null && (open === "" || edited) && (
        <FishForm fish={edited ?? null} book={book} onHide={() => setOpen(null)} onSaved={() => { setOpen(null); again(); }} />
      )}
    </section>
  );
}

function FishRow({ fish: f, onOpen, onBack }: { fish: Fish; onOpen: () => void; onBack: () => void }) {
  const units = useUnits();
  const words = [
    `feeds ${WHERE[f.feeds] ?? f.feeds}`, `${f.mouth}, ${f.hardness} mouth`, f.teeth === "none" ? "no teeth to speak of" : `${f.teeth} teeth`,
    TAKES[f.takes] ?? f.takes, `${f.strength.replace("-", " ")}, runs ${f.runs === "open" ? "for the open" : f.runs === "down" ? "down" : "for structure"}`,
    f.holds === "none" ? "" : `keeps to ${f.holds}`, `${temperature(f.comfort_low_c, units).value} to ${text(temperature(f.comfort_high_c, units))}`,
    `eats ${f.eats.join(", ")} of ${small(f.forage_low_mm, units).value} to ${text(small(f.forage_high_mm, units))}`,
  ].filter(Boolean);
  return (
    <li>
      <b>{f.name}</b> <i>{f.scientific}</i>{f.changed && <span className="tag">{f.shipped ? "changed by you" : "your own"}</span>}
      <p>{words.join("; ")}.</p>
      {f.cautions.length > 0 && <p className="caution">{f.cautions.join(" ")}</p>}
      <button type="button" className="plain" onClick={onOpen}>change</button>
      {f.changed && <>{" · "}<button type="button" className="plain" onClick={onBack}>{f.shipped ? "as it ships" : "remove"}</button></>}
    </li>
  );
}

const TAKES: Record<string, string> = { drop: "takes on the drop", inhale: "inhales", "tail-biter": "bites at the tail", chase: "chases" };
