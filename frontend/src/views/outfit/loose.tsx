// What can be tied of offset hooks and weights that lie loose in the box, put in it with one touch.
import { useState } from "react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { looseQuery } from "../../api/choice";
import { saveGear, takeOut } from "../../api/gear";
import { changed } from "../../api/rests";
import type { ChoiceQuery, TiedUp } from "../../api/types";
import { grams, text } from "../../base/units";
import { useChosen } from "../../features/question/question";
import { plainWords } from "../../ui/typed";

const VERDICTS: Record<string, string> = { right: "right", marginal: "only just right" };

export function LoosePart({ query }: { query: ChoiceQuery }) {
  const { box } = useChosen();
  const queries = useQueryClient();
  const some = box.hooks.some((h) => h.kind === "offset" && h.carried > 0);
  const result = useQuery({ ...looseQuery(query), enabled: some });
  const [made, setMade] = useState<{ id: number; words: string } | null>(null);
  const onSuccess = () => changed(queries, "box");
  const tie = useMutation({ mutationFn: (one: TiedUp) => saveGear("heads", null, one.head), onSuccess });
  const undo = useMutation({ mutationFn: (id: number) => takeOut("heads", id), onSuccess });
  const outfits = result.data?.outfits ?? [];
  if (!some) return null;
  const error = result.error ?? tie.error ?? undo.error;
  return (
    <section className="loose-part">
      <h2>Of loose hooks and weights</h2>
      {made && (
        <p className="strip" role="status">{made.words} lies in the box as a head now.{" "}
          <button type="button" className="plain" onClick={() => undo.mutate(made.id, { onSuccess: () => setMade(null) })}>undo</button>
        </p>
      )}
      {result.isPending && <p role="status">Tying each to each …</p>}
      {result.data && outfits.length === 0 && <p className="sheet-note">Nothing that can be tied of them does here.</p>}
      {outfits.length > 0 && <ul>
        {outfits.map((one) => (
          <li key={`${one.hook_id} ${one.weight_id} ${one.plastic_id} ${one.rigging}`}>
            <b>{sized(one)}</b>, {box.plastics.find((p) => p.id === one.plastic_id)?.name}, {one.rigging_name}, {one.retrieve_name}:{" "}
            {VERDICTS[one.verdict] ?? one.verdict.replace("-", " ")}{one.count_s !== null && `, count ${Math.round(one.count_s)}`};{" "}
            {one.place === null ? "what is in the box does better." : `it would be outfit ${one.place}.`}{" "}
            <button type="button" className="plain" disabled={tie.isPending}
                    onClick={() => tie.mutate(one, { onSuccess: (row) => setMade({ id: row.id, words: sized(one) }) })}>tie it up: put it in the box</button>
          </li>
        ))}
      </ul>}
      {error && <p role="alert" className="said">{plainWords(error)}</p>}
    </section>
  );
}

/** What is tied: the weight and the hook behind it. */
function sized({ head, weight_id }: TiedUp): string {
  const hook = `offset hook ${head.hook_size}`;
  if (weight_id === null) return `An ${hook} alone`;
  const weight = `${text(grams(head.mass_g ?? 0))}, ${head.material},`;
  return head.shape === "loose-bullet" ? `A bullet of ${weight} ahead of an ${hook}` : `A nail of ${weight} hidden over an ${hook}`;
}
