// Places: the marks on their chart, each to be described once, and the tides they use.
import { useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../api/client";
import { putBack } from "../../api/gear";
import { marksQuery, streamsQuery, tidesQuery } from "../../api/resources";
import { changed } from "../../api/rests";
import type { AskTide, Mark, NewMark, NewStream, NewTide, Port, Stream } from "../../api/types";
import { ChartScene } from "../../drawing/scenes/chart-scene";
import { useQuestion } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { blank } from "./form";
import { MarkForm } from "./mark-form";
import { MarksFile } from "./marks-file";
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
  const change = useChanges();
  const mark = marks.find((m) => m.id === chosen) ?? null;
  const save = async (body: NewMark) => {
    const saved = await (mark ? change.put(mark.id, body) : change.post(body));
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
        {marks.length > 0 ? (
          <ChartScene marks={marks} chosen={mark?.id ?? null} units={units} onChoose={setChosen} />
        ) : <p className="waiting">No mark yet: describe the first one.</p>}
        {gone && (
          <p className="strip" role="status">
            {gone.name} is removed.{" "}
            <button type="button" className="plain" onClick={() => {
              void change.back(gone.id).then((id) => { setGone(null); setChosen(id); });
            }}>put it back</button>
          </p>
        )}
        <MarksFile onImport={change.bringMarks} />
      </div>
      <div className="places-side">
        <ul className="mark-list" aria-label="marks">
          <li>
            <button type="button" aria-pressed={mark === null} onClick={() => setChosen("new")}><b>a new mark</b></button>
          </li>
          {marks.map((m) => (
            <li key={m.id}>
              <button type="button" aria-pressed={m.id === chosen} onClick={() => setChosen(m.id)}>
                <b>{m.name}</b> <span>{m.kind}</span>
              </button>
            </li>
          ))}
        </ul>
        <MarkForm key={mark?.id ?? "new"} mark={mark ?? blank(marks[0])} ports={ports} streams={streams}
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

/** Writes, after each of which marks, tides, streams and days are asked for again. */
function useChanges() {
  const queries = useQueryClient();
  async function after<T>(done: Promise<T>): Promise<T> {
    const value = await done;
    await changed(queries, "places");
    return value;
  }
  const path = (row_id: number) => ({ params: { path: { row_id } } });
  return {
    post: (body: NewMark): Promise<Mark> => after(unwrap(client.POST("/api/marks", { body }))),
    put: (id: number, body: NewMark): Promise<Mark> =>
      after(unwrap(client.PUT("/api/marks/{row_id}", { ...path(id), body }))),
    remove: (id: number): Promise<Mark> => after(unwrap(client.DELETE("/api/marks/{row_id}", path(id)))),
    back: async (id: number): Promise<number> => (await after(putBack("marks", id))).id,
    bringMarks: async (text: string): Promise<number> =>
      (await after(unwrap(client.POST("/api/marks/import", { body: { text } })))).marks.length,
    addTide: (body: NewTide): Promise<Port> => after(unwrap(client.POST("/api/tides", { body }))),
    askTide: (body: AskTide): Promise<Port> => after(unwrap(client.POST("/api/tides/ask", { body }))),
    addStream: (body: NewStream): Promise<Stream> => after(unwrap(client.POST("/api/streams", { body }))),
    removeStream: async (stream: Stream): Promise<void> => {
      await after(unwrap(client.DELETE("/api/streams/{row_id}", path(stream.id))));
    },
    removeTide: async (port: Port): Promise<void> => {
      await after(unwrap(client.DELETE("/api/tides/{row_id}", path(port.id))));
    },
  };
}
