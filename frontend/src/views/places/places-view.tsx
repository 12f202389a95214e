// Places: the marks on their chart, each to be described once, and the tides they use.
import { useSuspenseQuery } from "@tanstack/react-query";
import { useState } from "react";
import { marksQuery, streamsQuery, tidesQuery } from "../../api/resources";
import type { Mark, NewMark } from "../../api/types";
import { useQuestion } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { usePlanTrip } from "../../features/trip/use-plan-trip";
import { useChanges } from "./changes";
import { ChartFiles } from "./chart-files";
import { blank, typedOf, type Typed } from "./form";
import { MarkForm } from "./mark-form";
import { MarksFile } from "./marks-file";
import { PlaceChart } from "./place-chart";
import { Streams } from "./streams";
import { Tides } from "./tide-form";

export default function PlacesView() {
  const units = useUnits();
  const { data: { marks } } = useSuspenseQuery(marksQuery);
  const { data: { ports } } = useSuspenseQuery(tidesQuery);
  const { data: { streams } } = useSuspenseQuery(streamsQuery);
  const { query } = useQuestion();
  const [chosen, setChosen] = useState<number | "new">(query.mark_id || "new");
  const [gone, setGone] = useState<Mark | null>(null);
  const [drafts, setDrafts] = useState<Record<number | "new", Typed | undefined>>({ new: undefined });
  const planned = usePlanTrip();
  const change = useChanges();
  const mark = marks.find((m) => m.id === chosen) ?? null;
  const key = mark?.id ?? "new";
  const stored = mark ?? blank(marks[0]);
  const typed = drafts[key] ?? typedOf(stored, units);
  // What is typed or drawn of one mark stays while another is looked at.
  const put = (patch: Typed) => setDrafts((all) => ({ ...all, [key]: { ...(all[key] ?? typedOf(stored, units)), ...patch } }));
  const undo = () => setDrafts((all) => ({ ...all, [key]: undefined }));
  const save = async (body: NewMark) => {
    const saved = await (mark ? change.put(mark.id, body) : change.post(body));
    undo();
    setChosen(saved.id);
    return saved;
  };
  const remove = async () => {
    setGone(await change.remove(mark!.id));
    setChosen(marks.find((m) => m.id !== mark!.id)?.id ?? "new");
  };
  return (
    <div className="places">
      <h1 className="visually-hidden">Places</h1>
      <div className="places-main">
        <PlaceChart marks={marks} mark={mark} typed={typed} put={put} onChoose={setChosen} />
        {marks.length === 0 && <p className="waiting">No mark yet: place the first one, and describe it.</p>}
        {gone && (
          <p className="strip" role="status">
            {gone.name} is removed.{" "}
            <button type="button" className="plain" onClick={() => {
              void change.back(gone.id).then((id) => { setGone(null); setChosen(id); });
            }}>put it back</button>
          </p>
        )}
        <MarksFile onImport={change.bringMarks} />
        <ChartFiles />
      </div>
      <div className="places-side">
        <ul className="mark-list" aria-label="marks">
          <li>
            <button type="button" aria-pressed={mark === null} onClick={() => setChosen("new")}><b>a new mark</b></button>
          </li>
          {marks.map((m) => (
            <li key={m.id}>
              <button type="button" aria-pressed={m.id === chosen} onClick={() => setChosen(m.id)}>
                <b>{m.name}</b> <span>{m.kind}{drafts[m.id] ? ", changed" : ""}</span>
              </button>
            </li>
          ))}
        </ul>
        {mark && <p className="places-trip"><button type="button" className="plain" onClick={() => planned.plan(mark)}>plan a trip from {mark.name}</button> {planned.said && <span role="alert" className="said">{planned.said}</span>}</p>}
        <MarkForm key={key} mark={stored} typed={typed} set={(name, value) => put({ [name]: value })} changed={drafts[key] !== undefined} onUndo={undo}
                  ports={ports} streams={streams}
                  isNew={mark === null} onSave={save} onRemove={mark ? () => void remove() : undefined} />
      </div>
      <div className="places-sources">
        <Tides ports={ports} near={mark ?? marks[0]} onAdd={change.addTide} onAsk={change.askTide}
               onRemove={change.removeTide} />
        <Streams streams={streams} onAdd={change.addStream} onRemove={change.removeStream} />
      </div>
    </div>
  );
}

