// @vitest-environment node
// Photographs that were taken without a server: kept on the device, each sent after its event.
import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, expect, it, vi } from "vitest";
import { Away, Refused } from "../../api/client";
import * as api from "../../api/photographs";
import type { Photograph } from "../../api/types";
import { sampleEvent } from "../../tests/sample";
import { bringPictures, dropPicture, forgetPictures, goesOver, keepPicture } from "./pictures";
import * as queue from "./queue";

const picture = (text: string) => new Blob([text], { type: "image/jpeg" });

let away: boolean;
let inLog: Set<string>;
let taken: [string, boolean, string][];

beforeEach(async () => {
  vi.restoreAllMocks();
  vi.stubGlobal("navigator", {});
  await forgetPictures();
  await queue.forgetOpened();
  globalThis.indexedDB = new IDBFactory();
  [away, inLog, taken] = [false, new Set(), []];
  vi.spyOn(api, "addPhotograph").mockImplementation(async (event_id, place, blob) => {
    if (away) throw new Away("away");
    if (!inLog.has(event_id)) throw new Refused({ type: "", title: "", status: 404, code: "not-found", field: "event_id", message: `There is no event in the log \`${event_id}\`.` });
    taken.push([event_id, place, `${blob.type} ${blob.size}`]);
    return {} as Photograph;
  });
});

/** What is on the device, as another window would read it. */
async function onDevice(): Promise<[string, string | null][]> {
  await forgetPictures();
  const open = indexedDB.open("ilha-pictures");
  const db = await new Promise<IDBDatabase>((done) => { open.onsuccess = () => done(open.result); });
  const rows = await new Promise<{ event_id: string; refused: string | null }[]>((done) => {
    const all = db.transaction("pictures").objectStore("pictures").getAll();
    all.onsuccess = () => done(all.result as { event_id: string; refused: string | null }[]);
  });
  db.close();
  return rows.map((row) => [row.event_id, row.refused]);
}

it("keeps them while the server is away, and sends each once when it is back", async () => {
  away = true;
  inLog.add("a");
  await keepPicture("a", true, picture("one"));
  await keepPicture("a", false, picture("three"));
  await bringPictures();
  expect(await onDevice()).toHaveLength(2);
  away = false;
  const home = vi.fn();
  await bringPictures(home);
  await bringPictures();
  expect(taken).toEqual([["a", true, "image/jpeg 3"], ["a", false, "image/jpeg 5"]]);
  expect(await onDevice()).toEqual([]);
  expect(home).toHaveBeenCalledTimes(1);
});

it("waits for the event it is of, and goes over with it when that is told anew", async () => {
  await queue.keep("a", sampleEvent("a"));
  await keepPicture("a", false, picture("fish"));
  const home = vi.fn();
  await bringPictures(home);
  expect(taken).toEqual([]);
  expect(home).not.toHaveBeenCalled();
  await goesOver("a", "b");
  expect(await onDevice()).toEqual([["b", null]]);
  inLog.add("b");
  await bringPictures();
  expect(taken).toEqual([["b", false, "image/jpeg 4"]]);
});

it("sets aside what is refused, sends the others, and drops it when told to", async () => {
  await keepPicture("nothing", false, picture("?"));
  inLog.add("a");
  await keepPicture("a", false, picture("fish"));
  await bringPictures();
  expect(taken).toHaveLength(1);
  expect(await onDevice()).toEqual([["nothing", "What it is of is not in the log any more."]]);
  await bringPictures();
  expect(api.addPhotograph).toHaveBeenCalledTimes(2);
  const open = indexedDB.open("ilha-pictures");
  const db = await new Promise<IDBDatabase>((done) => { open.onsuccess = () => done(open.result); });
  const key = await new Promise<string>((done) => {
    const all = db.transaction("pictures").objectStore("pictures").getAllKeys();
    all.onsuccess = () => done(all.result[0] as string);
  });
  db.close();
  await dropPicture(key);
  expect(await onDevice()).toEqual([]);
});

it("says so where the device has no room", async () => {
  globalThis.indexedDB = { open: () => { throw Object.assign(new Error("full"), { name: "QuotaExceededError" }); } } as unknown as IDBFactory;
  await expect(keepPicture("a", false, picture("fish"))).rejects.toThrow("storage is full");
});
