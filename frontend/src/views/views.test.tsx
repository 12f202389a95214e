// @vitest-environment jsdom
// Views over a board made by hand, without a server.
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { Suspense, type ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { boxQuery, marksQuery, referenceQuery, settingsQuery } from "../api/resources";
import type {
  Box, DayBoard, Fit, Head, HeadDay, HookFit, Mark, Plastic, Reference, School, Settings, Findings, RiggingPlan } from "../api/types";
import { plainBoard, plainHead } from "../tests/sample";
import { Choice } from "../ui/choice";
import { Fact } from "../ui/fact";
import { makeQuery, storedFacts, typedKeyOf } from "../features/question/facts";
import { QuestionProvider, useQuestion } from "../features/question/question";
import { currentStep, setStep, startAt } from "../features/question/time";
import { fallWords, hookVerdict, percent } from "./bench/words";
import { LeaderScene } from "../drawing/scenes/leader-scene";
import { ChainStrip } from "./bench/chain";
import { correction } from "./bench/crooked";
import { Steps, filled } from "./bench/steps";
import { Figures } from "./day/figures";
import { frameAt } from "../drawing/geometry/frame";
import { Ladder } from "./day/ladder";
import { PlanSheet } from "./day/plan-sheet";
import { MemoryRouter } from "react-router";
import { Rail } from "./day/rail";

const SETTINGS: Settings = {
  head_unit: "oz", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", temperature_unit: "°C", wind_unit: "m/s",
  sheet: "daylight", school: "lightest-practical", mark_id: null, plastic_id: null, line_id: null,
  rod_id: null, currency: "€",
};
const MARK: Mark = {
  id: 7, name: "Cais", kind: "harbour", latitude_deg: 36, longitude_deg: -21, time_zone: "UTC",
  charted_depth_m: 3, bottom: "sand", cover: "weed", cover_height_m: 0.3, stance: "kayak",
  cast_m: 25, tide_port_id: 1, neap_rate_m_s: 0.3, spring_rate_m_s: 0.7, slack_lag_min: 0,
  flood_to_deg: 60, caution: "Wear a life jacket.", tide_offset_min: 0, tide_height_offset_m: 0,
  stream_id: null, exposure: "sheltered", tip_height_m: null, way_back_depth_m: null, ground: null, shelter: "even",
};
const PLASTIC: Plastic = {
  id: 3, name: "127 mm straight tail", family: "straight", look: "jerk", material: "plastisol",
  colour: "white", length_mm: 127, body_length_mm: 104, width_mm: 14, height_mm: 16, mass_g: 10.5,
  density_g_cm3: 1.08, profile: [[0, 0.2], [0.3, 1], [1, 0.3]], traced: false, measured: true, extra_drag_cm2: 0,
  weighed: true, shape_g: 10.2, carried: 5, condition: "good", slit: "none", slit_mm: 0, price: 0.9, counted_utc_s: 0, lost: 0,
};
const head = (id: number, oz: number): Head => ({
  id, name: `${oz} oz ball`, printed_oz: oz, mass_g: oz * 28.35, weighed: false, shape: "ball", material: "lead",
  density_g_cm3: 11.34, hook_size: "3/0", hook_mass_g: 1.3, hook_gape_mm: 15, hook_straight_mm: 38,
  hook_wire_mm: 1.2, hook_measured: false, hook_wire: "medium", keeper: "wire barb", keeper_takes_mm: 0,
  weight_x_mm: null, colour: "", plastic_id: null, extra_drag_cm2: 0, carried: 3, price: null, counted_utc_s: 0, lost: 0,
});
const HEADS = [head(1, 0.125), head(2, 0.25), head(3, 0.375), head(4, 0.5), head(5, 0.75)];
const BOX: Box = {
  plastics: [PLASTIC], heads: HEADS,
  lines: [0.11, 0.15, 0.19].map((d, i) => ({ id: i + 1, name: `${d} mm`, diameter_mm: d, strength_kg: 4 })),
  rods: [], reels: [], leaders: [], hooks: [], weights: [], sundries: [],
};

const STEPS = 145;
const all = <T,>(value: T): T[] => Array.from({ length: STEPS }, () => value);
const rung = (id: number, verdict: number): HeadDay => plainHead(id, STEPS, {
  verdict: all(verdict), wet_weight_n: 0.08, cast_is_guess: true, lead_m: all(2.04),
  fall_shift_cm: all([0, 204]),
});
const BOARD: DayBoard = plainBoard(
  Array.from({ length: STEPS }, (_, i) => `${String(Math.floor(i / 6) % 24).padStart(2, "0")}:${i % 6}0`),
  [rung(1, 2), rung(2, 1), rung(3, 0), rung(4, 0), rung(5, 4)],
  {
    now_step: 50, turns: [{ step: 40, clock: "06:40", kind: "high", height_m: 2.2 }],
    picks: { "lightest-practical": all(3), "bottom-contact": all(4), "depth-table": all(3) },
  });
const MAP = new Map(HEADS.map((h) => [h.id, h]));
const school = (key: School, name: string, scope_limit: number | null): Reference["schools"][number] =>
  ({ key, name, scope_limit, says: "", because: `because of ${key}`, hangs_count: true });
const SCHOOLS = [
  school("lightest-practical", "lightest practical", 3), school("bottom-contact", "bottom contact", 1.5),
  school("depth-table", "depth table", 2), school("fed-fall", "fed fall", null),
];

/** Inside a question whose server has answered once. */
function inQuestion(child: ReactNode): ReactNode {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  queries.setQueryData(settingsQuery.queryKey, SETTINGS);
  queries.setQueryData(boxQuery.queryKey, BOX);
  queries.setQueryData(marksQuery.queryKey, { marks: [MARK] });
  queries.setQueryData(referenceQuery.queryKey, { schools: [], stances: [], crafts: [], places: [], cautions: [], local_first: "", fish: [], retrieves: [], symptoms: [], hardware: [], glossary: [], knots: [], home_url: null, tide_service: false });
  return (
    <QueryClientProvider client={queries}>
      <MemoryRouter><Suspense><QuestionProvider>{child}</QuestionProvider></Suspense></MemoryRouter>
    </QueryClientProvider>
  );
}

beforeEach(() => {
  vi.stubGlobal("ResizeObserver", class { observe() {} disconnect() {} });
  localStorage.clear();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("the ladder", () => {
  const show = (compared: number | null, onCompare = vi.fn()) => {
    act(() => startAt(60));
    render(inQuestion(<Ladder board={BOARD} heads={MAP} units={SETTINGS}
                              schools={SCHOOLS} compared={compared} onCompare={onCompare} />));
    return screen.getAllByRole("listitem");
  };

  it("stands from light to heavy, the pick out, other schools' picks tagged", () => {
    const rungs = show(null);
    expect(rungs).toHaveLength(5);
    expect(rungs[2]!.className).toContain("picked");
    expect(within(rungs[2]!).getByText("lightest practical")).toBeTruthy();
    expect(within(rungs[2]!).getByText("depth table")).toBeTruthy();
    expect(within(rungs[3]!).getByText("bottom contact")).toBeTruthy();
    expect(rungs[2]!.textContent).toContain("right in up to 0.55 m/s of current");
    expect(screen.getByText("because of lightest-practical")).toBeTruthy();
  });

  it("asks of the pick and of the compared head what it did in the water", () => {
    const rungs = show(5);
    const asked = rungs.map((rung) => within(rung).queryByText("it was swept") !== null);
    expect(asked).toEqual([false, false, true, false, true]);
    fireEvent.click(within(rungs[2]!).getByText("it was swept"));
    expect(within(rungs[2]!).getByText("it was swept").getAttribute("aria-pressed")).toBe("true");
    const kept = JSON.parse(localStorage.getItem("ilha.facts")!) as { typed: Record<string, unknown> };
    expect(Object.values(kept.typed)).toEqual([
      { seen: { step: 60, heads: [{ id: 3, held: false, bears: 0.55 }] } }]);
  });

  it("folds to the pick, the compared and their neighbours, and unfolds", () => {
    const near = show(null).map((r) => r.className.includes("near"));
    expect(near).toEqual([false, true, true, true, false]);
    fireEvent.click(screen.getByText("all 5 heads"));
    expect(screen.getByRole("list").className).toBe("ladder");
  });

  it("hands on which head is compared, and says how it was computed", () => {
    const onCompare = vi.fn();
    const button = within(show(4, onCompare)[1]!).getByRole("button");
    fireEvent.click(button);
    expect(onCompare).toHaveBeenCalledWith(2);
    expect(button.title).toBe("weighs 8.2 g in water; falls at 0.80 m/s, nose down 85°; on the bottom it lies; package 20.0 g, flies 30 m (a guess)");
  });
});

describe("the four figures", () => {
  const figures = (board: DayBoard, zone: [number, number] = [0, 1]) => {
    const frame = frameAt(board, 60);
    const pick = board.picks["lightest-practical"]![60] ?? null;
    render(<Figures board={board} frame={frame} zone={zone} units={SETTINGS} cmPerTurn={75} planned=""
                    chosen={frame.heads.find((h) => h.id === pick)}
                    row={pick === null ? undefined : MAP.get(pick)} />);
    return document.querySelector(".figures")!.textContent;
  };

  it("say head, place, count and what then", () => {
    expect(figures(BOARD)).toContain("2.0m");
    expect(figures(BOARD)).toMatch(/count5s28\.0 m of line off the spool/);
    expect(screen.getAllByText("3/8 oz").length).toBeGreaterThan(0);
  });

  it("send a held line beyond the mark, and say when to hold a slack one", () => {
    const held = plainHead(3, STEPS, { lead_m: all(0), beyond_m: all(1.8), count_s: all(11.2) });
    expect(figures({ ...BOARD, fall: "held", heads: [held] })).toContain(
      "land it up-tide0.0mand 1.8 m beyond the mark");
    cleanup();
    const mixed = plainHead(3, STEPS, { lead_m: all(0), beyond_m: all(0.4), hold_at_s: all(4.3) });
    expect(figures({ ...BOARD, fall: "fed-then-held", heads: [mixed] })).toContain("hold the line at 4");
  });

  it("say where a retrieve leaves the bottom and at which turns it stays in the zone", () => {
    const swum = plainHead(3, STEPS, { lift_off_m: all(17), zone_share: all(0.62),
      speed_low_m_s: all(0.4), speed_high_m_s: all(0.9) });
    const says = figures({ ...BOARD, steady: true, heads: [swum] });
    expect(says).toContain("leaves the bottom17m out");
    expect(says).toContain("62%of the cast; 0.40 to 0.90 m/s, 0.5–1.2 turns/s");
    expect(says).toContain("swim it back at 0.60 m/s, 0.8 turns a second");
  });

  it("count to the zone where the fish hang above the bottom", () => {
    expect(figures({ ...BOARD, aim: "zone" }, [2, 4])).toContain("count to their zone5s");
    cleanup();
    expect(figures({ ...BOARD, aim: "stop" }, [2, 4])).toContain("stop the line at5s");
  });

  it("say plainly when nothing is right, and when the mark is dry", () => {
    const none = { ...BOARD, picks: { ...BOARD.picks, "lightest-practical": all(null) } };
    expect(figures(none)).toContain("it needs at least 6.0 g here");
    cleanup();
    expect(figures({ ...BOARD, wet: all(false) })).toContain("dry now");
  });
});

describe("the rail", () => {
  it("is a slider that speaks, and steps by keys", () => {
    vi.stubGlobal("requestAnimationFrame", (run: FrameRequestCallback) => (run(0), 1));
    act(() => startAt(60));
    render(inQuestion(<Rail board={BOARD} frame={frameAt(BOARD, 60)} heads={MAP} units={SETTINGS} />));
    const rail = screen.getByRole("slider");
    expect(rail.getAttribute("aria-valuetext")).toBe("10:00, 4.2 m deep, current 0.50 m/s, tie on 3/8 oz");
    act(() => { fireEvent.keyDown(rail, { key: "ArrowRight" }); });
    expect(currentStep()).toBe(61);
    act(() => { fireEvent.keyDown(rail, { key: "PageDown" }); });
    expect(currentStep()).toBe(55);
    act(() => { fireEvent.keyDown(rail, { key: "End" }); });
    expect(currentStep()).toBe(144);
    act(() => setStep(-5));
    expect(currentStep()).toBe(0);
  });
});

describe("the bench", () => {
  const hook = (change: Partial<HookFit>): HookFit => ({
    size: "3/0", straight_mm: 38, gape_mm: 15, wire_mm: 1.2, measured: false, of_head: true,
    exit_mm: 45.5, clearance_mm: 7, reach_ratio: 0.437, working_share: 0.642, bulk: 0.94,
    opening_load_n: 17, opens_at_n: 57, setting_pull: 1.4, wire: null, verdict: "fits", pinch: false, taken: true, ...change,
  });
  const FIT: Fit = {
    plastic_id: 3, head_id: 3, package_g: 22.4, wet_weight_n: 0.11, fall_speed_m_s: 1.1,
    fall_pitch_deg: 80, head_diameter_mm: 12, hooks: [], pick: "3/0", balance_mm: 20, stands_deg: 0, hook_size: "3/0", thread_depth_mm: 8, leaders: [],
    strength: null, scent: "Scent: renew it.", keeper: { good: true, says: "" }, rigging: "straight", riggings: [],
  };

  it.each([
    [hook({}), true, "this one", "out at 46 mm; clears 7.0 mm; opens at 5.8 kg"],
    [hook({ verdict: "too-small", clearance_mm: 1 }), false, "too small", "the point clears 1.0 mm only: it will not set"],
    [hook({ verdict: "too-small", reach_ratio: 0.24 }), false, "too small", "out at 46 mm, 24 % of the working length: short bites miss it"],
    [hook({ verdict: "too-long", reach_ratio: 0.7 }), false, "too long", "out at 46 mm, 70 % of the working length: the tail stiffens"],
    [hook({ verdict: "too-long", reach_ratio: 0.7, pinch: true }), false, "at a pinch", "out at 46 mm, 70 % of the working length: the tail stiffens"],
    [hook({ verdict: "too-small", clearance_mm: 1, pinch: true }), false, "at a pinch", "the point clears 1.0 mm only: it sets late"],
    [hook({ verdict: "gape-under-body" }), false, "gape under the body", "the point never clears the back: it will not set"],
  ] as [HookFit, boolean, string, string][])("judges a hook", (h, pick, words, reason) => {
    expect(hookVerdict(h, pick, SETTINGS)).toEqual([words, reason]);
  });

  it("says how it falls", () => {
    expect(fallWords(FIT, SETTINGS)).toBe("nose first, 1.10 m/s");
    expect(fallWords({ ...FIT, fall_pitch_deg: 28 }, SETTINGS)).toBe("nose down 28°, 1.10 m/s");
    expect(fallWords({ ...FIT, fall_speed_m_s: null }, SETTINGS)).toBe("it floats");
    expect(percent(null)).toBe("–");
  });

  const PLAN: RiggingPlan = {
    key: "straight", name: "threaded straight", says: "The default.", suits: "suits", reason: "open water",
    numbers: [{ key: "exit", kind: "small", value: 0.0455, word: null }, { key: "clears", kind: "small", value: 0.007, word: null },
              { key: "cut_line", kind: "length", value: 1.47, word: null }, { key: "stands", kind: "angle", value: 90, word: null },
              { key: "sinker", kind: "mass", value: 0.075, word: null }, { key: "turns", kind: "count", value: 3, word: null },
              { key: "none", kind: "small", value: null, word: null }],
    steps: [{ title: "Mark", says: "Nick the back at {exit}." }, { title: "Seat", says: "It clears {clears}." }],
  };

  it("gives the steps with this rig's own numbers, in the angler's units", () => {
    render(<Steps plastic={PLASTIC} head={HEADS[2]!} fit={FIT} hook={hook({})} plan={PLAN} units={SETTINGS} />);
    expect(screen.getAllByRole("listitem").map((li) => li.querySelector("p")!.textContent)).toEqual(
      ["Nick the back at 46 mm.", "It clears 7.0 mm."]);
    const inches = { ...SETTINGS, small_unit: "in", depth_unit: "ft" } as const;
    expect(filled("{exit}, {cut_line}, {stands}, {sinker}, {turns}, {none}, {gone}", PLAN, inches)).toBe(
      "1 13/16 in, 4 ft 10 in, 90°, 75.0 g, 3, –, –");
  });

  it("draws every rigging, and says which are not to scale", () => {
    for (const key of ["straight", "high", "cut-down", "tail-first", "weedless", "wacky", "stinger", "tube", "hidden-point"]) {
      render(<Steps plastic={PLASTIC} head={HEADS[2]!} fit={FIT} hook={hook({})} plan={{ ...PLAN, key }} units={SETTINGS} />);
      expect(document.body.innerHTML).not.toMatch(/NaN|undefined/);
      expect(document.querySelectorAll(".small-rig")).toHaveLength(2);
      cleanup();
    }
    for (const key of ["float", "tandem", "sliding-sinker", "three-way"]) {
      render(<LeaderScene plan={{ ...PLAN, key }} units={SETTINGS} />);
      expect(screen.getByRole("img").textContent).toContain("not to scale");
      cleanup();
    }
  });

  it("names the weakest link and what a snag does", () => {
    const link = (name: string, holds_n: number, weakest = false) => ({ name, kind: "line", holds_n, weakest });
    const strength = { links: [link("line", 66.7), link("hook", 57.6, true)], drag_low_n: 14.4, drag_high_n: 19.2,
                       side: [], side_breaks_first: false, bends_hook: false, snag: "bends-free" as const, snag_load_n: 57.6, lost: [] };
    const { container } = render(<ChainStrip units={SETTINGS} strength={strength} hook={hook({ wire: "medium" })} />);
    expect(container.querySelector(".weakest")!.textContent).toContain("hook 5.9");
    expect(container.textContent).toContain("bends the hook free");
    cleanup();
    const gone = render(<ChainStrip units={SETTINGS} hook={hook({})} strength={{ ...strength, snag: "breaks-off", lost: ["leader", "head and plastic"], bends_hook: true }} />);
    expect(gone.container.textContent).toContain("leader, head and plastic lost");
    expect(gone.container.textContent).toContain("bends this hook a little");
    cleanup();
    const side = [link("dropper", 40), link("clinch knot at the sinker", 34, true)];
    const branched = render(<ChainStrip units={SETTINGS} hook={hook({})} strength={{ ...strength, side, side_breaks_first: true }} />);
    expect(branched.container.querySelector(".chain-side")!.textContent).toContain("the sinker goes and the rest comes home");
    cleanup();
    const treble = [{ ...link("treble 1/0", 60), kind: "hook" }];
    const held = render(<ChainStrip units={SETTINGS} hook={hook({})} strength={{ ...strength, side: treble }} />);
    expect(held.container.querySelector(".chain-side")!.textContent).toContain("the stinger bears what the rest does");
  });

  it.each([
    [{ code: "exit-forward", move_mm: 3, turn_deg: null, exit_mm: 48 }, "Mark again at 48.0 mm, 3.0 mm farther back"],
    [{ code: "exit-back", move_mm: -4, turn_deg: null, exit_mm: 41 }, "Mark again at 41.0 mm, 4.0 mm nearer the head"],
    [{ code: "off-centre", move_mm: -2, turn_deg: null, exit_mm: null }, "2.0 mm to the left"],
    [{ code: "nose-off-centre", move_mm: 1.5, turn_deg: null, exit_mm: null }, "Enter 1.5 mm higher"],
    [{ code: "bent-up", move_mm: -4, turn_deg: null, exit_mm: null }, "Come out 4.0 mm nearer the back"],
    [{ code: "rolled", move_mm: null, turn_deg: -20, exit_mm: null }, "turn it 20° to the left"],
  ] as [Findings["findings"][number], string][])("corrects what is seen", (finding, says) => {
    expect(correction(finding, SETTINGS)).toContain(says);
  });
});

describe("the question", () => {
  it("takes what is stored first, sensible rows where nothing is chosen", () => {
    const query = makeQuery(SETTINGS, storedFacts(), BOX, [MARK]);
    expect(query).toMatchObject({ mark_id: 7, plastic_id: 3, line_id: 3, rod_id: undefined });
    expect(query.typed_depth_m).toBeUndefined();
  });

  it("gives a typed value to its own mark and day only", () => {
    const facts = { ...storedFacts(), date: "2026-07-15" };
    const key = typedKeyOf(SETTINGS, facts, [MARK]);
    expect(key).toBe("7|2026-07-15");
    const typed = { ...facts, typed: { [key]: { depth: { value: 5, step: 40 } } } };
    expect(makeQuery(SETTINGS, typed, BOX, [MARK]).typed_depth_m).toBe(5);
    expect(makeQuery(SETTINGS, { ...typed, date: "2026-07-16" }, BOX, [MARK]).typed_depth_m).toBeUndefined();
  });

  it("survives nonsense in the device's store", () => {
    localStorage.setItem("ilha.facts", "{not json");
    expect(storedFacts().typed).toEqual({});
  });

  it("keeps a choice while the server is away, and says so", async () => {
    vi.stubGlobal("fetch", () => Promise.reject(new TypeError("away")));
    function Probe(): ReactNode {
      const { settings, unsaved, choose } = useQuestion();
      return <button onClick={() => choose({ depth_unit: "ft" })}>{settings.depth_unit} {unsaved ? "waits" : "saved"}</button>;
    }
    render(inQuestion(<Probe />));
    expect(screen.getByRole("button").textContent).toBe("m saved");
    await act(async () => { fireEvent.click(screen.getByRole("button")); });
    expect(screen.getByRole("button").textContent).toBe("ft waits");
  });
});

describe("a fact", () => {
  it("says what it is and where it comes from, opens and closes", () => {
    const onPick = vi.fn();
    render(
      <Fact label="line" words="0.19 mm braid" source="assumed">
        {(close) => (
          <Choice options={[{ value: 1, words: "thin" }, { value: 2, words: "thick" }]} value={2}
                  onPick={(v) => { onPick(v); close(); }} />
        )}
      </Fact>,
    );
    const words = screen.getByRole("button");
    expect(words.getAttribute("aria-label")).toBe("line: 0.19 mm braid (assumed: nothing was typed)");
    fireEvent.click(words);
    const thick = screen.getByRole("option", { name: "thick" });
    expect(document.activeElement).toBe(thick);
    fireEvent.keyDown(thick, { key: "ArrowUp" });
    expect(document.activeElement).toBe(screen.getByRole("option", { name: "thin" }));
    fireEvent.click(screen.getByRole("option", { name: "thin" }));
    expect(onPick).toHaveBeenCalledWith(1);
    expect(screen.queryByRole("dialog")).toBeNull();
    expect(document.activeElement).toBe(words);
  });
});

describe("the day's plan", () => {
  const plan: DayBoard["plan"] = [
    { from_step: 0, to_step: 40, head_id: 3, dry: false },
    { from_step: 40, to_step: 60, head_id: null, dry: true },
    { from_step: 60, to_step: 100, head_id: null, dry: false },
    { from_step: 100, to_step: 144, head_id: 4, dry: false },
  ];
  const spells: DayBoard["spells"] = [
    { from_step: 36, to_step: 44, from_clock: "06:00", to_clock: "07:20", reasons: ["high water", "dawn"], best: true },
    { from_step: 70, to_step: 79, from_clock: "11:40", to_clock: "13:10", reasons: ["low water"], best: false },
  ];
  const show = (onHide = vi.fn()) => {
    const board = { ...BOARD, plan, spells };
    render(inQuestion(<PlanSheet board={board} heads={MAP} units={SETTINGS} near={0} onHide={onHide} />));
    return screen.getAllByRole("listitem");
  };

  it("says which head when, and why there is none", () => {
    const rows = show().map((row) => row.textContent);
    expect(rows[0]).toContain("00:00 – 06:403/8 oz ball 3/04.2 m deep, count 5, land it 2.0 m up-tide");
    expect(rows[1]).toContain("the mark is dry");
    expect(rows[2]).toContain("no head is right");
    expect(rows[3]).toContain("1/2 oz ball");
  });

  it("goes to a run that is chosen", () => {
    vi.stubGlobal("requestAnimationFrame", (run: FrameRequestCallback) => (run(0), 1));
    const onHide = vi.fn();
    fireEvent.click(within(show(onHide)[3]!).getByRole("button"));
    expect(currentStep()).toBe(122);
    expect(onHide).toHaveBeenCalled();
  });

  it("names the spells and sets off the one that has both", () => {
    show();
    expect(screen.getByText("high water and dawn").tagName).toBe("B");
    expect(screen.getByText("low water", { exact: false }).tagName).toBe("LI");
    expect(screen.getByText(/full moon, 100 % lit; springs/)).toBeTruthy();
  });

  it("asks for its files with the day's own question", () => {
    show();
    const link = screen.getByText("as a calendar");
    expect(link.getAttribute("href")).toMatch(/^\/api\/plan\.ics\?mark_id=7&.*plastic_id=3/);
    expect(link.getAttribute("href")).not.toContain("undefined");
  });
});
