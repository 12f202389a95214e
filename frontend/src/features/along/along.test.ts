// What was taken along: found again by its question, kept pressed, refused when it is another version's.
import "fake-indexeddb/auto";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { AlongDay } from "../../api/types";
import { plainBoard } from "../../tests/sample";
import { leafOf } from "./asked";
import { answerAway, keyOf } from "./away";
import { answerOf, daysOf, dropAlong, forgetAlong, keepAlong, OldAlong, opensAs, press, takenTrips, unpress, VERSION } from "./kept";
import { NotAlong } from "./stream";
import { AS_TEXT, bring, PRESSED } from "./take";
import { figures, NOTHING, told, whole } from "./unpack";

const pack = (...numbers: number[]): string => btoa(String.fromCharCode(...numbers.flatMap((n) => [n & 0xff, (n >> 8) & 0xff])));

function day(asked: Record<string, unknown> = {}, version = VERSION): AlongDay {
  const said = { mark_id: 1, date: "2026-12-03", wind_m_s: 3, plastic_id: 5, ...asked };
  return {
    version, asked: said, assumed: { ...said, wind_m_s: 3 }, from_step: 36, to_step: 37, factors: [0.5, 0.75, 1, 1.25, 1.5], levels: 65,
    board: plainBoard(["06:00", "06:10"], [], { time_zone: "UTC" }), told: ".", schools: [], columns: {}, named: {}, drawn: {}, points: {}, drift: {},
    reading: { scale_from: 0.25, scale_to: 6, beyond: 1 / 6 },
  } as unknown as AlongDay;
}

afterEach(async () => {
  for (const one of await takenTrips()) await dropAlong(one.id);
  await forgetAlong();
});

describe("packed numbers", () => {
  it("are differences along the last axis, modulo 2 to the 16th", () => {
    expect([...whole(pack(100, 5, -10, 7, 1, 1), 3)]).toEqual([100, 105, 95, 7, 8, 9]);
    expect([...whole(pack(NOTHING, NOTHING + 12), 2)]).toEqual([NOTHING, 12]);
  });

  it("are figures by their scale, null where there is none", () => {
    const f = figures({ scale: 0.5, data: pack(4, NOTHING - 4) }, 2);
    expect([f.at(0), f.at(1), f.at(2)]).toEqual([2, null, null]);
    expect(figures(null, 2).at(0)).toBeNull();
  });

  it("tell a value by the level it holds from", () => {
    const at = told(`${btoa("\x02\x01")}.${btoa("\x00\x09\x20\x07\x00\x03")}`);
    expect([at(0, 0), at(0, 31), at(0, 32), at(0, 64), at(1, 64)]).toEqual([9, 9, 7, 7, 3]);
  });
});

describe("which day answers", () => {
  const today = () => "2026-12-03";

  it("is the one that was asked alike, whatever is not said", () => {
    const days = [day(), day({ plastic_id: 7 })];
    expect(leafOf(days, { mark_id: "1", plastic_id: "7", wind_m_s: "3.0" }, today)).toBe(days[1]);
    expect(leafOf(days, { mark_id: "1", plastic_id: "5", date: "2026-12-03", school: "bottom-contact" }, today)).toBe(days[0]);
  });

  it("is none where something else was asked, and that is named", () => {
    const off = () => leafOf([day()], { mark_id: "1", plastic_id: "5", wind_m_s: "8" }, today);
    expect(off).toThrow(NotAlong);
    expect(off).toThrow(/another value of the wind/);
    expect(() => leafOf([day()], { mark_id: "2" }, today)).toThrow(/not taken along/);
    expect(() => leafOf([day()], { mark_id: "1", date: "2026-12-04" }, today)).toThrow(/not taken along/);
  });
});

describe("what is brought", () => {
  const asked = { days: ["/api/along?mark_id=7"], answers: ["/api/box"], here: [{ path: "/api/trips/4/plan", answer: { here: true } }] };
  const served = (day: () => Response) => {
    const accepted: (string | null)[] = [];
    vi.stubGlobal("fetch", (path: string, how?: { headers: Record<string, string> }) => {
      accepted.push(how?.headers.Accept ?? null);
      return Promise.resolve(path.startsWith("/api/along") ? day() : Response.json({ heads: [] }));
    });
    return accepted;
  };
  afterEach(() => vi.unstubAllGlobals());

  it("is kept as it came where the server has pressed it, else pressed here", async () => {
    const bytes = await press('{"day":1}');
    const accepted = served(() => new Response(bytes as BodyInit, { headers: { "Content-Type": "application/gzip" } }));
    const steps: number[] = [];
    const found = await bring(asked, PRESSED, (count) => steps.push(count));
    expect(accepted).toEqual([PRESSED.accept, null]);
    expect(found.days).toEqual([{ key: "7|" + keyOf(asked.days[0]!), is: bytes }]);
    expect(await Promise.all(found.answers.map(async ({ is }) => unpress(is)))).toEqual(['{"here":true}', '{"heads":[]}']);
    expect(steps).toEqual([1, 2]);
    served(() => Response.json({ day: 1 }));
    expect(await unpress((await bring(asked, PRESSED, () => undefined)).days[0]!.is)).toBe('{"day":1}');
  });

  it("is text for a file", async () => {
    const accepted = served(() => Response.json({ day: 1 }));
    const found = await bring(asked, AS_TEXT, () => undefined);
    expect(accepted).toEqual(["application/json", null]);
    expect(found.days[0]!.is).toBe('{"day":1}');
  });

  it("is nothing where one of the days cannot be had, and the server's words say why", async () => {
    served(() => Response.json({ message: "no depth" }, { status: 422 }));
    await expect(bring(asked, PRESSED, () => undefined)).rejects.toThrow("no depth");
  });
});

describe("what is kept", () => {
  const trip = { id: 4, date: "2026-12-03", asked: "{}", at_ms: 1 };
  const brought = async (text: string) => ({
    days: [{ key: `1|${keyOf("/api/along?mark_id=1")}`, is: await press(text) }],
    answers: [{ key: keyOf("/api/card?mark_id=1&from_hour=6"), is: await press('{"title":"a card"}') }],
  });

  it("comes back as it was, without the server", async () => {
    const taken = await keepAlong(trip, await brought(JSON.stringify(day())), "2026-12-02");
    expect(taken.days).toBe(1);
    expect(await daysOf("1")).toEqual([day()]);
    expect(await daysOf("11")).toEqual([]);
    const card = await answerAway({ daysOf, answerOf }, new Request("http://x/api/card?from_hour=6&mark_id=1"));
    expect(await card?.json()).toEqual({ title: "a card" });
    expect(await answerAway({ daysOf, answerOf }, new Request("http://x/api/card?mark_id=1&from_hour=7"))).toBeUndefined();
    expect(await answerAway({ daysOf, answerOf }, new Request("http://x/api/log", { method: "POST" }))).toBeUndefined();
  });

  it("makes room: a trip taken again, and trips that are over", async () => {
    await keepAlong({ ...trip, id: 3, date: "2026-11-01" }, await brought(JSON.stringify(day())), "2026-11-01");
    await keepAlong(trip, await brought(JSON.stringify(day())), "2026-12-02");
    await keepAlong({ ...trip, at_ms: 2 }, await brought(JSON.stringify(day())), "2026-12-02");
    expect((await takenTrips()).map((t) => [t.id, t.at_ms])).toEqual([[4, 2]]);
    await dropAlong(4);
    expect(await daysOf("1")).toEqual([]);
  });

  it("is refused with words where another version packed it", async () => {
    expect(() => opensAs(JSON.stringify(day({}, VERSION - 1)))).toThrow(OldAlong);
    await keepAlong(trip, await brought(JSON.stringify(day({}, VERSION - 1))), "2026-12-02");
    const answer = await answerAway({ daysOf, answerOf }, new Request("http://x/api/day?mark_id=1&date=2026-12-03"));
    expect(answer?.status).toBe(422);
    expect(((await answer!.json()) as { message: string }).message).toMatch(/take the trip along again/);
  });

  it("is pressed and unpressed", async () => {
    const text = "á day ".repeat(500);
    const pressed = await press(text);
    expect(pressed.length).toBeLessThan(200);
    expect(await unpress(pressed)).toBe(text);
  });
});
