// The heads, printed weight beside real weight; added, changed, removed and put back.
import { useState } from "react";
import type { Head } from "../../api/types";
import { useChosen } from "../../ui/question";
import { plainWords } from "../../ui/typed";
import { grams, gramsOfOunces, ouncesText, text } from "../../ui/units";
import { shapeWords } from "../../ui/weight";
import { HeadForm } from "./head-form";
import { typedHead, useHeads } from "./use-heads";
import { WeighIn } from "./weigh-in";

const G_OFF = 5;

/** How far the scale is from what is printed, percent; null where nothing was weighed or printed. */
export function offPrinted(h: Head, printed_g: number | null): number | null {
  return h.weighed && printed_g !== null ? 100 * (h.mass_g / printed_g - 1) : null;
}

export function HeadsPart() {
  const { box } = useChosen();
  const { save, remove } = useHeads();
  const [open, setOpen] = useState<Head | "new" | null>(null);
  const [weighing, setWeighing] = useState(false);
  const gone = remove.data;
  if (weighing) return <WeighIn heads={box.heads} onDone={() => setWeighing(false)} />;
  return (
    <section className="know-body">
      <p className="know-lead">{box.heads.length} kinds of head, {box.heads.reduce((n, h) => n + h.carried, 0)} carried. A printed weight can be half the real one: weigh them. Lead: wash your hands, keep it from food and children.</p>
      <p className="know-tools">
        <button type="button" className="do" onClick={() => setWeighing(true)}>weigh them in</button>
        <button type="button" className="plain" onClick={() => setOpen("new")}>a new head</button>
      </p>
      {gone && !save.isPending && <p className="strip" role="status">Removed: {gone.printed_oz ? `${ouncesText(gone.printed_oz)} oz` : text(grams(gone.mass_g))} {shapeWords(gone.shape)}.{" "}
        <button type="button" className="plain" onClick={() => { save.mutate({ id: null, body: typedHead(gone) }); remove.reset(); }}>put it back</button></p>}
      {(remove.error ?? save.error) && <p role="alert" className="said">{plainWords(remove.error ?? save.error)}</p>}
      <table className="heads">
        <thead><tr><th>printed</th><th>scale</th><th>head</th><th>hook</th><th>keeper</th><th>carried</th><th><span className="visually-hidden">change it</span></th></tr></thead>
        <tbody>{box.heads.map((h) => <HeadRow key={h.id} head={h} onOpen={() => setOpen(h)} onRemove={() => remove.mutate(h.id)} />)}</tbody>
      </table>
      {open !== null && <HeadForm head={open === "new" ? null : open} onHide={() => setOpen(null)}
                                  onSave={async (body) => { await save.mutateAsync({ id: open === "new" ? null : open.id, body }); setOpen(null); }} />}
    </section>
  );
}

function HeadRow({ head: h, onOpen, onRemove }: { head: Head; onOpen: () => void; onRemove: () => void }) {
  const off = offPrinted(h, printedGrams(h));
  const name = `${h.printed_oz ? `${ouncesText(h.printed_oz)} oz` : ""} ${shapeWords(h.shape)}`;
  return (
    <tr className={h.carried === 0 ? "none" : undefined}>
      <td>{h.printed_oz ? `${ouncesText(h.printed_oz)} oz` : "–"}</td>
      <td>{h.weighed ? <><b>{text(grams(h.mass_g))}</b>{off !== null && Math.abs(off) >= G_OFF && <span className="off"> {off > 0 ? "+" : "−"}{Math.abs(off).toFixed(0)} %</span>}</> : <span>{text(grams(h.mass_g))}, as printed</span>}</td>
      <td>{shapeWords(h.shape)}, {h.material}</td>
      <td>{h.hook_size}{h.hook_measured && ", measured"}</td>
      <td>{h.keeper}</td>
      <td>{h.carried}</td>
      <td>
        <button type="button" className="plain" aria-label={`change ${name}`} onClick={onOpen}>change</button>{" · "}
        <button type="button" className="plain" aria-label={`remove ${name}`} onClick={onRemove}>remove</button>
      </td>
    </tr>
  );
}

function printedGrams(h: Head): number | null {
  return h.printed_oz == null ? null : gramsOfOunces(h.printed_oz);
}
