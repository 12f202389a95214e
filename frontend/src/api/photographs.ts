// Photographs of what is in the log: they lie at home, and are shown from there.
import { client, unwrap } from "./client";
import type { Photograph } from "./types";

/** What the server reads. */
export const PICTURES = ["image/jpeg", "image/png", "image/webp"];

export const pictureOf = (id: number, small = false): string => `/api/photographs/${id}.jpg${small ? "?small=true" : ""}`;

export const addPhotograph = (event_id: string, keep_place: boolean, picture: Blob): Promise<Photograph> => unwrap(client.POST("/api/photographs", {
  params: { query: { event_id, keep_place } },
  // As it is: the document has a file as text, for want of another word.
  body: picture as unknown as string, bodySerializer: () => picture, headers: { "Content-Type": picture.type },
}));

export const takeOutPhotograph = (row_id: number): Promise<Photograph> => unwrap(client.DELETE("/api/photographs/{row_id}", { params: { path: { row_id } } }));
export const putPhotographBack = (row_id: number): Promise<Photograph> => unwrap(client.POST("/api/photographs/{row_id}/back", { params: { path: { row_id } } }));
