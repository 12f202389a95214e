// Writes of Places, after each of which marks, tides, streams and days are asked for again.
import { useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";
import { putBack } from "../../api/gear";
import { changed } from "../../api/rests";
import type { AskTide, Mark, NewMark, NewStream, NewTide, Port, Stream } from "../../api/types";

export function useChanges() {
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
