// @vitest-environment jsdom
// Views over a board made by hand, without a server.
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { Suspense, type ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { boxQuery, marksQuery, referenceQuery, settingsQuery } from "../api/resources";
import type { Box, DayBoard, Fit, Head, HeadDay, HookFit, Mark, Plastic, Settings } from "../api/types";
import { Choice, Fact } from "../ui/fact";
import { makeQuery, storedFacts, typedKeyOf } from "../ui/facts";
import { QuestionProvider, useQuestion } from "../ui/question";
import { currentStep, setStep, startAt } from "../ui/time";
import { fallWords, hookVerdict, percent } from "./bench/words";
import { Steps } from "./bench/steps";
import { Figures } from "./day/figures";
import { frameAt } from "./day/frame";
import { Ladder } from "./day/ladder";
import { Rail } from "./day/rail";

const SETTINGS: Settings = {
  head_unit: "oz", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", temperature_unit: "°C",
  sheet: "daylight", school: "lightest-practical", mark_id: null, plastic_id: null, line_id: null,
  rod_id: null,
};
const MARK: Mark = {
  id: 7, name: "Cais", kind: "harbour", latitude_deg: 36, longitude_deg: -21, time_zone: "UTC",
  charted_depth_m: 3, bottom: "sand", cover: "weed", cover_height_m: 0.3, stance: "kayak",
  cast_m: 25, tide_port_id: 1, neap_rate_m_s: 0.3, spring_rate_m_s: 0.7, slack_lag_min: 0,
  flood_to_deg: 60, caution: "Wear a life jacket.",
};
const PLASTIC: Plastic = {
  id: 3, name: "127 mm straight tail", family: "straight", look: "jerk", material: "plastisol",
  colour: "white", length_mm: 127, body_length_mm: 104, width_mm: 14, height_mm: 16, mass_g: 10.5,
  density_g_cm3: 1.08, extra_drag_cm2: 0,
};
const head = (id: number, oz: number): Head => ({
  id, printed_oz: oz, mass_g: oz * 28.35, weighed: false, shape: "ball", material: "lead",
  density_g_cm3: 11.34, hook_size: "3/0", hook_mass_g: 1.3, hook_gape_mm: 15, hook_straight_mm: 38,
  hook_wire_mm: 1.2, hook_measured: false, keeper: "wire barb", keeper_takes_mm: 0,
  weight_x_mm: null, extra_drag_cm2: 0, carried: 3,
});
const HEADS = [head(1, 0.125), head(2, 0.25), head(3, 0.375), head(4, 0.5), head(5, 0.75)];
const BOX: Box = {
  plastics: [PLASTIC], heads: HEADS,
  lines: [0.11, 0.15, 0.19].map((d, i) => ({ id: i + 1, name: `${d} mm`, diameter_mm: d, strength_kg: 4 })),
  rods: [],
};

const STEPS = 145;
const all = <T,>(value: T): T[] => Array.from({ length: STEPS }, () => value);
const rung = (id: number, verdict: number): HeadDay => ({
  id, fit: "fits", wet_weight_n: 0.08, fall_speed_m_s: 0.9, fall_pitch_deg: 85, package_g: 18,
  cast_m: 30, cast_is_guess: true, verdict: all(verdict), decided: all(0), figure: all(2),
  bound: all(3), count_s: all(5.2), middle_s: all(4), zone_s: all(1.2), lead_m: all(2.04),
  scope: all(1.8), line_out_m: all(8), span_m: all(4), fed_line_m: all(5.5), window_low_m_s: all(0),
  window_high_m_s: all(0.55), minimum_mass_g: all(6), line_cm: all([0, 200]),
  fall_height_pm: all([1000, 0]), fall_drift_cm: all([0, 204]),
});
const BOARD: DayBoard = {
  mark_id: 7, date: "2026-07-15", time_zone: "UTC", school: "lightest-practical",
  verdicts: ["right", "marginal", "too-light", "too-heavy", "unsafe-for-outfit"],
  limits: [{ code: "gets-there", unit: "" }], step_s: 600,
  clock: Array.from({ length: STEPS }, (_, i) =>
    `${String(Math.floor(i / 6) % 24).padStart(2, "0")}:${i % 6}0`),
  now_step: 50, height_m: all(1), depth_m: all(4.2), stream_m_s: all(0.5), depth_from: "predicted",
  speed_from: "predicted", stance: "kayak", tip_height_m: 1.3, drifting: false, cast_m: 25,
  wet: all(true), turns: [{ step: 40, clock: "06:40", kind: "high", height_m: 2.2 }],
  line_share: [0, 1], profile: [], heads: [rung(1, 2), rung(2, 1), rung(3, 0), rung(4, 0), rung(5, 4)],
  left_out: 0, picks: {
    "lightest-practical": all(3), "bottom-contact": all(4), "depth-table": all(3),
  },
};
const MAP = new Map(HEADS.map((h) => [h.id, h]));
const SCHOOLS = [
  { key: "lightest-practical" as const, name: "lightest practical", scope_limit: 3 },
  { key: "bottom-contact" as const, name: "bottom contact", scope_limit: 1.5 },
  { key: "depth-table" as const, name: "depth table", scope_limit: 2 },
];

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
    render(<Ladder board={BOARD} frame={frameAt(BOARD, 60)} heads={MAP} units={SETTINGS}
                   schools={SCHOOLS} compared={compared} onCompare={onCompare} />);
    return screen.getAllByRole("listitem");
  };

  it("stands from light to heavy, the pick out, other schools' picks tagged", () => {
    const rungs = show(null);
    expect(rungs).toHaveLength(5);
    expect(rungs[2]!.className).toContain("picked");
    expect(within(rungs[2]!).getByText("lightest practical")).toBeTruthy();
    expect(within(rungs[2]!).getByText("depth table")).toBeTruthy();
    expect(within(rungs[3]!).getByText("bottom contact")).toBeTruthy();
    expect(rungs[2]!.textContent).toContain("right up to 0.55 m/s");
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
    expect(button.title).toBe("weighs 8.2 g in water; falls at 0.90 m/s, nose down 85°; package 18.0 g, flies 30 m (a guess)");
  });
});

describe("the four figures", () => {
  const figures = (board: DayBoard, zone: [number, number] = [0, 1]) => {
    const frame = frameAt(board, 60);
    const pick = board.picks["lightest-practical"]![60] ?? null;
    render(<Figures board={board} frame={frame} zone={zone} units={SETTINGS}
                    chosen={frame.heads.find((h) => h.id === pick)}
                    row={pick === null ? undefined : MAP.get(pick)} />);
    return document.querySelector(".figures")!.textContent;
  };

  it("say head, place, count and what then", () => {
    expect(figures(BOARD)).toContain("2.0m");
    expect(figures(BOARD)).toMatch(/count5sfeeds 5\.5 m of line/);
    expect(screen.getAllByText("3/8 oz").length).toBeGreaterThan(0);
  });

  it("count to the zone where the fish hang above the bottom", () => {
    expect(figures(BOARD, [2, 4])).toContain("count to their zone4s");
  });

  it("say plainly when nothing is right, and when the mark is dry", () => {
    const none = { ...BOARD, picks: { ...BOARD.picks, "lightest-practical": all(null) } };
    expect(figures(none)).toContain("it takes at least 6.0 g here");
    cleanup();
    expect(figures({ ...BOARD, wet: all(false) })).toContain("dry now");
  });
});

describe("the rail", () => {
  it("is a slider that speaks, and steps by keys", () => {
    vi.stubGlobal("requestAnimationFrame", (run: FrameRequestCallback) => (run(0), 1));
    act(() => startAt(60));
    render(<Rail board={BOARD} frame={frameAt(BOARD, 60)} heads={MAP} units={SETTINGS} />);
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
    opening_load_n: 17, verdict: "fits", ...change,
  });
  const FIT: Fit = {
    plastic_id: 3, head_id: 3, package_g: 22.4, wet_weight_n: 0.11, fall_speed_m_s: 1.1,
    fall_pitch_deg: 80, head_diameter_mm: 12, hooks: [], pick: "3/0",
  };

  it.each([
    [hook({}), true, "this one", "out at 46 mm; clears 7.0 mm; wire yields at 1.7 kg"],
    [hook({ verdict: "too-small", clearance_mm: 1 }), false, "too small", "the point clears 1.0 mm only: it will not set"],
    [hook({ verdict: "too-small", reach_ratio: 0.24 }), false, "too small", "out at 46 mm, 24 % of the working length: short bites miss it"],
    [hook({ verdict: "too-long", reach_ratio: 0.7 }), false, "too long", "out at 46 mm, 70 % of the working length: the tail stiffens"],
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

  it("gives five steps with this rig's own numbers", () => {
    render(<Steps plastic={PLASTIC} head={HEADS[2]!} fit={FIT} hook={hook({})} units={SETTINGS} />);
    const steps = screen.getAllByRole("listitem").map((s) => s.textContent);
    expect(steps).toHaveLength(5);
    expect(steps[0]).toContain("Nick the back at 46 mm");
    expect(steps[1]).toContain("8 mm under the back");
    expect(steps[2]).toContain("38 mm of shank");
    expect(steps[3]).toContain("the point clears 7.0 mm");
    expect(steps[4]).toContain("it bonds skin at once");
  });

  it("does not thread a hook that cannot be threaded", () => {
    render(<Steps plastic={PLASTIC} head={HEADS[2]!} fit={FIT} hook={hook({ exit_mm: null })} units={SETTINGS} />);
    expect(screen.queryAllByRole("listitem")).toHaveLength(0);
    expect(document.body.textContent).toContain("cannot be threaded straight here");
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
    const queries = new QueryClient();
    queries.setQueryData(settingsQuery.queryKey, SETTINGS);
    queries.setQueryData(boxQuery.queryKey, BOX);
    queries.setQueryData(marksQuery.queryKey, { marks: [MARK] });
    queries.setQueryData(referenceQuery.queryKey, { schools: [], stances: [] });
    function Probe(): ReactNode {
      const { settings, unsaved, choose } = useQuestion();
      return <button onClick={() => choose({ depth_unit: "ft" })}>{settings.depth_unit} {unsaved ? "waits" : "saved"}</button>;
    }
    render(
      <QueryClientProvider client={queries}>
        <Suspense><QuestionProvider><Probe /></QuestionProvider></Suspense>
      </QueryClientProvider>,
    );
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
