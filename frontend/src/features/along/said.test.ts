// What was changed with the server away: kept as its last word, laid over, brought home field by field.
import "fake-indexeddb/auto";
import { afterEach, describe, expect, it, vi } from "vitest";
import { bringHome, drop, forgetSaid, heard, keepSaid, laidOver, merged } from "./said";

type Fields = Record<string, unknown>;

const HOST = "http://here";
const put = (path: string, body: Fields): Request => new Request(HOST + path, { method: "PUT", body: JSON.stringify(body) });
const get = (path: string): Request => new Request(HOST + path);
const trips = (...rows: [number, Fields][]): Fields => ({ trips: rows.map(([id, asked]) => ({ id, asked, gone: 0 })) });
const readAs = (answer: Fields | null) => () => Promise.resolve(answer);
const seen = async (path: string, answer: Fields): Promise<unknown> => (await laidOver(get(path), Response.json(answer))).json();

/** A server that has these; what it was told. */
function server(had: Record<string, Fields>, refuses?: string) {
  const told: [string, Fields][] = [];
  vi.stubGlobal("fetch", vi.fn((path: string, init?: RequestInit) => {
    if (init?.method !== "PUT") return Promise.resolve(path === "/api/health" ? Response.json({}) : Response.json(had[path]));
    if (refuses) return Promise.resolve(Response.json({ message: refuses }, { status: 422 }));
    told.push([path, JSON.parse(init.body as string) as Fields]);
    return Promise.resolve(Response.json({}));
  }));
  return told;
}

afterEach(async () => {
  vi.unstubAllGlobals();
  for (const path of ["/api/settings", "/api/trips/3", "/api/trips/4"]) await drop(path);
  await forgetSaid();
});

describe("with the server away", () => {
  it("keeps a trip's change and answers as the server would", async () => {
    const answer = await keepSaid(put("/api/trips/3", { from_hour: 5, fish: "bass" }), readAs(trips([3, { from_hour: 6, fish: "bass" }])));
    expect(await answer!.json()).toEqual({ id: 3, asked: { from_hour: 5, fish: "bass" }, gone: 0 });
    expect(await seen("/api/trips", trips([3, { from_hour: 6, fish: "bass" }], [4, { from_hour: 1 }])))
      .toEqual(trips([3, { from_hour: 5, fish: "bass" }], [4, { from_hour: 1 }]));
  });

  it("says of a changed trip's plan that it is another's, and not of the others'", async () => {
    await keepSaid(put("/api/trips/3", { from_hour: 5 }), readAs(trips([3, { from_hour: 6 }])));
    expect((await laidOver(get("/api/trips/3/plan"), Response.json({}))).status).toBe(422);
    expect((await laidOver(get("/api/trips/4/plan"), Response.json({}))).status).toBe(200);
  });

  it("lays what is chosen over what the server had", async () => {
    await keepSaid(put("/api/settings", { plastic_id: 2, school: "fast" }), readAs({ plastic_id: 1, school: "fast" }));
    expect(await seen("/api/settings", { plastic_id: 1, school: "fast" })).toEqual({ plastic_id: 2, school: "fast" });
  });

  it("keeps nothing that it knows nothing of, and no other write", async () => {
    expect(await keepSaid(put("/api/trips/9", { from_hour: 5 }), readAs(trips([3, {}])))).toBeUndefined();
    expect(await keepSaid(put("/api/trips/3", { from_hour: 5 }), readAs(null))).toBeUndefined();
    expect(await keepSaid(put("/api/marks/1", { name: "x" }), readAs({ marks: [{ id: 1 }] }))).toBeUndefined();
    expect(await keepSaid(new Request(`${HOST}/api/trips/3`, { method: "DELETE" }), readAs(trips([3, {}])))).toBeUndefined();
  });

  it("forgets it when the server heard a later word", async () => {
    await keepSaid(put("/api/settings", { plastic_id: 2 }), readAs({ plastic_id: 1 }));
    await heard(put("/api/settings", { plastic_id: 3 }));
    expect(await seen("/api/settings", { plastic_id: 3 })).toEqual({ plastic_id: 3 });
  });
});

describe("home again", () => {
  it("brings what was changed here, and leaves what was changed there", async () => {
    await keepSaid(put("/api/trips/3", { from_hour: 5, to_hour: 12, fish: "bass" }), readAs(trips([3, { from_hour: 6, to_hour: 12, fish: "bass" }])));
    // A second change here is of the first one's ground.
    await keepSaid(put("/api/trips/3", { from_hour: 4, to_hour: 12, fish: "bass" }), readAs(null));
    const told = server({ "/api/trips": trips([3, { from_hour: 7, to_hour: 14, fish: "bass" }]) });
    const came = vi.fn();
    await bringHome(came);
    expect(told).toEqual([["/api/trips/3", { from_hour: 4, to_hour: 14, fish: "bass" }]]);
    expect(came).toHaveBeenCalled();
    expect(await seen("/api/trips", trips([3, { from_hour: 9 }]))).toEqual(trips([3, { from_hour: 9 }]));
  });

  it("sets aside what is refused, or is of a trip that is not there any more, and sends the rest", async () => {
    await keepSaid(put("/api/trips/4", { from_hour: 5 }), readAs(trips([4, { from_hour: 6 }])));
    await keepSaid(put("/api/settings", { plastic_id: 2 }), readAs({ plastic_id: 1 }));
    const told = server({ "/api/trips": trips(), "/api/settings": { plastic_id: 1 } });
    await bringHome();
    expect(told).toEqual([["/api/settings", { plastic_id: 2 }]]);
    // It is shown as the server has it.
    expect(await seen("/api/trips", trips([4, { from_hour: 6 }]))).toEqual(trips([4, { from_hour: 6 }]));
    await keepSaid(put("/api/settings", { plastic_id: 5 }), readAs({ plastic_id: 1 }));
    server({ "/api/settings": { plastic_id: 1 } }, "`plastic_id` must be one of the box");
    await bringHome();
    expect(await seen("/api/settings", { plastic_id: 1 })).toEqual({ plastic_id: 1 });
  });

  it("waits while the server is away, or lets nobody in", async () => {
    await keepSaid(put("/api/settings", { plastic_id: 2 }), readAs({ plastic_id: 1 }));
    for (const answers of [() => Promise.reject(new TypeError("away")), () => Promise.resolve(Response.json({}, { status: 401 }))]) {
      vi.stubGlobal("fetch", vi.fn(answers));
      await bringHome();
      expect(await seen("/api/settings", { plastic_id: 1 })).toEqual({ plastic_id: 2 });
    }
  });

  it("merges by field, whatever the fields are", () => {
    const change = { path: "", was: { a: 1, b: [1], c: null }, now: { a: 2, b: [1], c: null }, word: "", refused: null };
    expect(merged(change, { a: 5, b: [3], c: "x", d: 1 })).toEqual({ a: 2, b: [3], c: "x", d: 1 });
  });
});
