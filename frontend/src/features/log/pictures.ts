// Photographs taken while the server was away: on this device until it has them, each after the
// event that it is of.
import type { DBSchema } from "idb";
import { isFault } from "../../api/client";
import { addPhotograph } from "../../api/photographs";
import { outbox } from "../../base/outbox";
import { store } from "../../base/store";
import { NotKept, newId, nextWord, noRoom, waitingRows } from "./queue";

export interface KeptPicture {
  id: string;
  event_id: string;
  keep_place: boolean;
  /** its bytes, and of what type: not every browser keeps a file as one */
  bytes: ArrayBuffer;
  type: string;
  word: string;
  refused: string | null;
}

interface Pictures extends DBSchema {
  pictures: { key: string; value: KeptPicture };
}

const { open: database, close } = store<Pictures>("ilha-pictures", 1, (db) => { db.createObjectStore("pictures", { keyPath: "id" }); });

const waiting = outbox<KeptPicture>("ilha.pictures", async () => (await database()).getAll("pictures"), async (kept) => {
  const untold = new Set((await waitingRows()).map((row) => row.id));
  for (const one of kept) {
    // What it is of goes first.
    if (untold.has(one.event_id)) continue;
    try {
      await addPhotograph(one.event_id, one.keep_place, new Blob([one.bytes], { type: one.type }));
      await (await database()).delete("pictures", one.id);
    } catch (error) {
      if (!isFault(error)) throw error;
      await change([one], { refused: error.status === 404 ? "What it is of is not in the log any more." : error.message.replaceAll("`", "") });
    }
  }
});

export const usePictures = waiting.use;

/** Send what waits, if the server answers. Called when one came home. */
export const bringPictures = waiting.bring;

/** For tests: as after the page was closed. */
export async function forgetPictures(): Promise<void> {
  waiting.forget();
  await close();
}

async function change(rows: readonly KeptPicture[], to: Partial<KeptPicture>): Promise<void> {
  const work = (await database()).transaction("pictures", "readwrite", { durability: "strict" });
  for (const { id } of rows) {
    const now = await work.store.get(id);
    if (now) await work.store.put({ ...now, ...to });
  }
  await work.done;
}

/** Kept when this returns; NotKept if the device cannot. */
export async function keepPicture(event_id: string, keep_place: boolean, picture: Blob): Promise<void> {
  // Read first: a transaction does not wait for a file.
  const bytes = await picture.arrayBuffer();
  try {
    const work = (await database()).transaction("pictures", "readwrite", { durability: "strict" });
    await Promise.all([work.store.put({ id: newId(), event_id, keep_place, bytes, type: picture.type, word: nextWord(), refused: null }), work.done]);
  } catch (error) {
    throw new NotKept(noRoom(error), { cause: error });
  }
  await waiting.changed();
}

/** An event is told under another id: what waits of it is of that one. */
export async function goesOver(was: string, is: string): Promise<void> {
  // A device that cannot be read keeps none.
  const of = (await waiting.look().catch(() => [])).filter((one) => one.event_id === was);
  if (of.length === 0) return;
  await change(of, { event_id: is, refused: null });
  await waiting.changed();
}

/** It is not wanted. */
export async function dropPicture(id: string): Promise<void> {
  await (await database()).delete("pictures", id);
  await waiting.changed();
}
