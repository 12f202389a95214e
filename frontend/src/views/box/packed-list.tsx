// The packing list: what to take, what is missing and what that costs; what is fished when.
import type { PackList, Take } from "../../api/types";
import { useChosen, useQuestion } from "../../features/question/question";
import { headName, text } from "../../base/units";
import { shapeWords } from "../../ui/weight";
import { dayWords } from "../../features/facts/when";
import { priceText } from "./kinds";

interface Props {
  list: PackList;
  ticked: string[];
  onTick: (key: string) => void;
}

export function PackedList({ list, ticked, onTick }: Props) {
  const { box } = useChosen();
  const { settings } = useQuestion();
  const words = (id: number | null | undefined, fallback = "") => {
    const head = box.heads.find((h) => h.id === id);
    return head ? `${text(headName(head, settings))} ${shapeWords(head.shape)}, ${head.hook_size}` : fallback;
  };
  const plastic = (id: number | null | undefined) => box.plastics.find((p) => p.id === id);
  const missing = [...list.heads, ...list.plastics].reduce((n, t) => n + t.missing, 0);
  const kinds = list.heads.length + list.plastics.length;
  const crewed = list.stretches.some((s) => s.who !== "");
  const empty = list.stretches.filter((s) => s.why === "nothing suits");
  const part = (title: string, kind: string, takes: Take[], name: (t: Take) => string) => takes.length > 0 && (
    <>
      <h2>{title}</h2>
      <ul className="ticks">{takes.map((t) => {
        const key = `${kind}-${t.id}`;
        return (
          <li key={key}>
            <label><input type="checkbox" className="form-check-input" checked={ticked.includes(key)} onChange={() => onTick(key)} /> <b>{t.take}</b> × {name(t)}</label>
            <span>{t.missing > 0 ? <b className="off">{t.missing} missing{t.price != null && `, ${priceText(t.missing * t.price, settings)}`}</b> : `${t.left} in the box`}</span>
          </li>
        );
      })}</ul>
    </>
  );
  return (
    <div className="packed">
      <p className="know-lead">{kinds === 0 ? "Nothing to pack: nothing in the box suits, or the marks are dry then." : `${kinds} kinds cover ${empty.length > 0 ? "all but the hours that nothing in the box suits" : "it"}; each lasts with ${Math.round(list.lasts * 100)} % chance.`}{" "}
        {missing > 0 && <b>{missing} missing{list.cost > 0 && `: ${priceText(list.cost, settings)}`}{list.unpriced > 0 && `, ${list.unpriced} of them without a price`}.</b>}</p>
      <div className="packed-columns">
        <div>
          {part("Heads", "head", list.heads, (t) => words(t.id, t.name))}
          {part("Plastics", "plastic", list.plastics, (t) => [t.name, plastic(t.id)?.colour].filter(Boolean).join(", "))}
          {kinds > 0 && <p className="sheet-note">Besides: leader, pliers and line cutter, a wet mat; hooks and lead in a closed box.</p>}
        </div>
        <div>
          <h2>What is fished when</h2>
          <ol className="stretches">{list.stretches.map((s) => (
            <li key={`${s.visit}-${s.who}-${s.from_clock}`} className={s.why ? "none" : undefined}>
              <b>{s.from_clock} to {s.to_clock}</b>{crewed && `, ${s.who || "you"},`} {s.place}, {dayWords(s.date)}: {s.why === "dry" ? "dry" : s.why ? "nothing in the box suits" : `${plastic(s.plastic_id)?.name ?? ""} on ${words(s.head_id)}, ${s.rigging}`}
            </li>
          ))}</ol>
          {empty.length > 0 && <p className="sheet-note">Where nothing suits, the lid chart says what to buy.</p>}
          <h2>What the bottom takes</h2>
          <ul className="losses">{list.losses.map((l) => (
            <li key={l.visit}>{l.place}, {l.bottom}: {l.an_hour.toFixed(2)} rigs an hour, {(l.an_hour * l.hours).toFixed(1)} in {l.hours.toFixed(1)} h{l.anglers > 1 && ` for each of the ${l.anglers} of you`}. {l.logged_hours > 0 ? `From your ${l.logged_lost} lost in ${l.logged_hours.toFixed(0)} h on ${l.bottom}; ${l.usual.toFixed(2)} is usual.` : "As is usual there: nothing logged yet."}</li>
          ))}</ul>
        </div>
      </div>
      <p className="know-tools no-print"><button type="button" className="plain" onClick={() => window.print()}>print the list</button></p>
    </div>
  );
}
