// What is carried, by kind: one way to add, change, take out and put back, whatever it is.
import { client, unwrap } from "./client";
import type { Box, NewHead, Taken } from "./types";

export type GearKind = keyof Box;
export type GearRow = Box[GearKind][number];
/** A row as it is typed: the server knows the fields of each kind, and says what is wrong. */
export type Typed = Record<string, unknown>;

/** The paths of all kinds have one shape: what the types say of heads stands for all of them. */
const all = (kind: GearKind) => `/api/${kind}` as "/api/heads";
const one = (kind: GearKind) => `/api/${kind}/{row_id}` as "/api/heads/{row_id}";

export function saveGear(kind: GearKind, id: number | null, typed: Typed): Promise<GearRow> {
  const body = typed as unknown as NewHead;
  return unwrap(id === null ? client.POST(all(kind), { body }) : client.PUT(one(kind), { params: { path: { row_id: id } }, body }));
}

export const takeOut = (kind: GearKind, row_id: number): Promise<GearRow> =>
  unwrap(client.DELETE(one(kind), { params: { path: { row_id } } }));

export const putBack = (kind: GearKind | "marks" | "sea_charts", row_id: number): Promise<{ id: number }> =>
  unwrap(client.POST("/api/box/{kind}/{row_id}/back", { params: { path: { kind, row_id } } }));

export const sayCounted = (kind: GearKind, row_id: number, counted_utc_s: number | null): Promise<unknown> =>
  unwrap(client.PUT("/api/box/{kind}/{row_id}/counted", { params: { path: { kind, row_id } }, body: { counted_utc_s } }));

/** A head lies on the scale with its hook, which is taken off; null: without a scale again. */
export const weighGear = (kind: GearKind, row_id: number, mass_g: number | null): Promise<GearRow> =>
  unwrap(client.PUT(`/api/${kind}/{row_id}/mass` as "/api/heads/{row_id}/mass", { params: { path: { row_id } }, body: { mass_g, with_hook: kind === "heads" } }));

export const bringCsv = (kind: GearKind, text: string, only_try: boolean): Promise<Taken> =>
  unwrap(client.POST("/api/box/{kind}.csv", { params: { path: { kind } }, body: { text, try: only_try } }));
