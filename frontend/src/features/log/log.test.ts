// What was tapped is never lost and never false: the queue of the log, on an IndexedDB like the
// browsers' and a server that is away, refuses, or is slow.
import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Away, Refused } from "../../api/client";
import type { LogEvent, Mark, Plastic } from "../../api/types";
import { plainBoard, sampleEvent as event } from "../../tests/sample";
import { frameNow, isOld, isOver, stepAt } from "../day/now";
import { decoded } from "../../base/read-file";
import { eventNow, waterUnknown } from "./happened";
import { OLD_KEY, forgetOpened, waitingRows, type Told } from "./queue";

type Log = typeof import("./log");
type Body = { events: LogEvent[]; gone: string[] };

/** A server that keeps what it acknowledges, and refuses counts of over an hour. */
class Server {
  kept = new Map<string, LogEvent>();
  away = false;
  calls: Body[] = [];
  answer(body: Body): void {
    this.calls.push(body);
    if (this.away) throw new Away("away");
    const bad = body.events.findIndex((e) => (e.count_s ?? 0) > 3600);
    if (bad >= 0) throw new Refused({ type: "", title: "", status: 422, code: "bad-field", field: `events[${bad}].count_s`, message: `\`events[${bad}].count_s\` must be at most 3600` });
    body.events.forEach((e) => this.kept.set(e.id, e));
    body.gone.forEach((id) => this.kept.delete(id));
  }
}

let server: Server;

/** Another window: the same device, a program of its own. */
async function aWindow(): Promise<Log> {
  vi.resetModules();
  const log = await import("./log");
  const { client: its } = await import("../../api/client");
  const errors = await import("../../api/client");
  vi.spyOn(its, "POST").mockImplementation(((_: string, { body }: { body: Body }) => {
    try {
      server.answer(body);
      return Promise.resolve({ data: { ids: [] }, response: new Response() });
    } catch (error) {
      if (error instanceof Refused) return Promise.resolve({ error: { ...error, message: error.message, status: error.status, field: error.field }, response: new Response() });
      return Promise.reject(new errors.Away("away"));
    }
  }) as never);
  return log;
}

const ids = (rows: Told[]) => rows.map((row) => row.id);
const settled = async (log: Log) => { for (let i = 0; i < 5; i++) { await log.flush(); await new Promise((r) => setTimeout(r, 5)); } };

beforeEach(async () => {
  await forgetOpened().catch(() => undefined);
  globalThis.indexedDB = new IDBFactory();
  localStorage.clear();
  server = new Server();
  vi.restoreAllMocks();
});

describe("the queue", () => {
  it("keeps all taps of all windows while the server is away, and sends each once", async () => {
    const [a, b] = [await aWindow(), await aWindow()];
    server.away = true;
    await Promise.all([a.tell(event("tap-0001")), b.tell(event("tap-0002")), a.tell(event("tap-0003"))]);
    await settled(a);
    await settled(b);
    expect(ids(await waitingRows()).sort()).toEqual(["tap-0001", "tap-0002", "tap-0003"]);
    server.away = false;
    await Promise.all([settled(a), settled(b)]);
    expect([...server.kept.keys()].sort()).toEqual(["tap-0001", "tap-0002", "tap-0003"]);
    expect(await waitingRows()).toEqual([]);
  });

  it("sets a refused one aside, which blocks nothing, and can be corrected or dropped", async () => {
    const log = await aWindow();
    server.away = true;
    await log.tell(event("ok-00001"));
    await log.tell(event("bad-0001", { kind: "drop", count_s: 3700 }));
    await log.tell(event("ok-00002"));
    server.away = false;
    await settled(log);
    expect([...server.kept.keys()]).toEqual(["ok-00001", "ok-00002"]);
    const [row] = await waitingRows();
    expect(row).toMatchObject({ id: "bad-0001", refused: { field: "count_s" } });
    await log.tell(event("ok-00003"));
    await settled(log);
    expect(server.kept.has("ok-00003")).toBe(true);
    await log.correct(row!, { ...row!.event!, count_s: 37 });
    await settled(log);
    expect(server.kept.get("bad-0001")?.count_s).toBe(37);
    expect(await waitingRows()).toEqual([]);
    await log.tell(event("bad-0002", { count_s: 9999 }));
    await settled(log);
    await log.forget((await waitingRows())[0]!);
    expect(await waitingRows()).toEqual([]);
  });

  it("does not take a word said while it was sending for answered", async () => {
    const log = await aWindow();
    server.away = true;
    await log.tell(event("fish-001", { kind: "fish" }));
    server.away = false;
    const before = server.answer.bind(server);
    let amended: Promise<void> | null = null;
    server.answer = (body) => {
      before(body);
      // Its length is told while the first word is on its way.
      amended ??= log.tell(event("fish-001", { kind: "fish", length_cm: 54 }));
    };
    await settled(log);
    await amended;
    await settled(log);
    expect(server.kept.get("fish-001")?.length_cm).toBe(54);
    expect(await waitingRows()).toEqual([]);
  });

  it("sends an undo for what may have been sent", async () => {
    const log = await aWindow();
    await log.tell(event("gone-001"));
    await settled(log);
    expect(server.kept.size).toBe(1);
    await log.undo("gone-001");
    await settled(log);
    expect(server.kept.size).toBe(0);
  });

  it("does not believe a tap that the device cannot keep, unless the server takes it", async () => {
    globalThis.indexedDB = { open: () => { throw Object.assign(new Error("full"), { name: "QuotaExceededError" }); } } as never;
    const full = await aWindow();
    await full.tell(event("direct-1"));
    expect(server.kept.has("direct-1")).toBe(true);
    server.away = true;
    await expect(full.tell(event("lost-001"))).rejects.toThrow(/storage is full, and the server does not answer/);
  });

  it("brings along what an earlier version left on the device", async () => {
    localStorage.setItem(OLD_KEY, JSON.stringify({ events: [event("old-0001")], gone: ["old-0002"] }));
    const log = await aWindow();
    await settled(log);
    expect([...server.kept.keys()]).toEqual(["old-0001"]);
    expect(server.calls.flatMap((c) => c.gone)).toEqual(["old-0002"]);
    expect(localStorage.getItem(OLD_KEY)).toBeNull();
  });
});

describe("the water of a tap", () => {
  const noon = 1_784_116_800;
  const clock = Array.from({ length: 145 }, (_, i) => `${i}`);
  const sample = plainBoard(clock, [], { depth_m: clock.map((_, i) => 2 + i / 100) });
  const [mark, plastic] = [{ id: 7, name: "Cais Velho" }, { id: 1, name: "x", colour: "white" }] as unknown as [Mark, Plastic];
  const day = { ...sample, start_utc_s: noon - 12 * 3600, computed_utc_s: noon - 3 * 3600, now_step: 54 };
  const at = (seconds: number) => vi.spyOn(Date, "now").mockReturnValue(seconds * 1000);
  const now = { board: day, mark: { ...mark, id: day.mark_id }, plastic, head: undefined };

  it("is that of its minute, however long the page has stood open", () => {
    at(noon);
    expect(frameNow(day, day.mark_id)?.step).toBe(72);
    const first = eventNow("bite", now);
    at(noon + 3 * 3600);
    const later = eventNow("bite", now);
    expect(later.depth_m).toBeCloseTo(day.depth_m[90]!, 2);
    expect(first.depth_m).toBeCloseTo(day.depth_m[72]!, 2);
    expect(later.at_utc_s - first.at_utc_s).toBe(3 * 3600);
  });

  it("is not told from another day's or another mark's board", () => {
    at(noon + 86400);
    expect(stepAt(day, noon + 86400)).toBeNull();
    expect(waterUnknown(eventNow("bite", now))).toBe(true);
    at(noon);
    const elsewhere = eventNow("bite", { ...now, mark: { ...mark, id: day.mark_id + 1, name: "Elsewhere" } });
    expect(elsewhere).toMatchObject({ mark_name: "Elsewhere", depth_m: null, stage: null, light: null, bears_m_s: null });
    expect(waterUnknown(eventNow("bite", { ...now, board: undefined }))).toBe(true);
  });

  it("comes from a board that is asked for again once it is older than a step", () => {
    expect(isOld({ ...day, computed_utc_s: noon - 300 }, noon)).toBe(false);
    expect(isOld(day, noon)).toBe(true);
    // After midnight today is another day.
    expect(isOver(day, noon, noon + 6 * 3600)).toBe(false);
    expect(isOver(day, noon, noon + 13 * 3600)).toBe(true);
    expect(isOver(day, noon + 86400, noon + 2 * 86400)).toBe(false);
    // Another day's does not grow old.
    expect(isOld(day, noon + 86400)).toBe(false);
  });
});

describe("a file", () => {
  const xml = (name: string) => `<?xml version="1.0" encoding="${name}"?><gpx>S\u00e3o</gpx>`;
  const latin = (text: string) => Uint8Array.from(text, (c) => c.charCodeAt(0));

  it("is read in the encoding it declares", () => {
    expect(decoded(latin(xml("ISO-8859-1")))).toContain("S\u00e3o");
    expect(decoded(new TextEncoder().encode(xml("utf-8")))).toContain("S\u00e3o");
    expect(decoded(Uint8Array.from([0xff, 0xfe, 0x41, 0x00]))).toBe("A");
  });

  it("is refused, not garbled, where it is not what it says", () => {
    expect(() => decoded(latin("S\u00e3o"))).toThrow(/save it as UTF-8/);
    expect(() => decoded(latin(xml("klingon")))).toThrow(/which it declares/);
  });
});
