// What most tests of the day do not look at: a head and a board with nothing set.
import type { DayBoard, HeadDay, LogEvent } from "../api/types";

const all = <T,>(steps: number, value: T): T[] => Array.from({ length: steps }, () => value);

/** A head whose every array holds one value, `change` over it. */
export function plainHead(id: number, steps: number, change: Partial<HeadDay> = {}): HeadDay {
  const none = all(steps, null);
  return {
    id, rigging: "straight", rigging_name: "threaded straight", fit: "well", fit_word: "", over_g: null, outcome: "sinks", wet_weight_n: 0.1, fall_speed_m_s: 0.8, fall_pitch_deg: 85,
    fall_path_deg: 88, front_fall_m_s: null, touches: [], package_g: 20, cast_m: 30, cast_is_guess: false,
    verdict: all(steps, 0), decided: all(steps, 0), eased: all(steps, false),
    figure: all(steps, 2), bound: all(steps, 3), count_s: all(steps, 5), bottom_s: all(steps, 5), count_low_s: all(steps, 4.6), count_high_s: all(steps, 5.4), doubted: all(steps, 0), right_share: all(steps, 0.9),
    line_off_m: all(steps, 28), line_rate_m_s: all(steps, 1), low_tip: all(steps, false),
    zone_s: all(steps, 1.2), lead_m: all(steps, 2), beyond_m: all(steps, 0), hold_at_s: none,
    scope: all(steps, 1.8), line_out_m: all(steps, 8), span_m: all(steps, 4), span_low_m: none,
    span_high_m: none, foot_m: all(steps, 0.05), rides_m: all(steps, 0.05),
    fed_line_m: all(steps, 5.5), rest_deg: all(steps, 0), window_low_m_s: all(steps, 0),
    window_high_m_s: all(steps, 0.55), bears_m_s: all(steps, 0.55), minimum_mass_g: all(steps, 6), lift_off_m: none,
    zone_share: none, bottom_share: none, speed_low_m_s: none, speed_high_m_s: none, try_head: none, try_shape: none,
    try_line_mm: none, wait_step: none, line_cm: all(steps, [0, 200]),
    fall_height_pm: all(steps, [1000, 0]), fall_shift_cm: all(steps, [0, 200]),
    line_low_cm: all(steps, [0, 150]), line_high_cm: all(steps, [0, 250]), path_cm: all(steps, []),
    ...change,
  };
}

export function plainBoard(clock: string[], heads: HeadDay[], change: Partial<DayBoard> = {}): DayBoard {
  const steps = clock.length;
  return {
    mark_id: 7, date: "2026-07-15", time_zone: "UTC", school: "lightest-practical",
    verdicts: ["right", "marginal", "too-light", "too-heavy", "unsafe-for-outfit", "falls-short"],
    inputs: ["current", "rig", "line", "diameter", "depth", "feed"], limits: [{ code: "gets-there", unit: "" }], step_s: 600, clock, now_step: null, computed_utc_s: 0, start_utc_s: 0,
    height_m: all(steps, 1), depth_m: all(steps, 4.2), stream_m_s: all(steps, 0.5),
    depth_from: "predicted", speed_from: "predicted", tide: { source: "table", until_utc_s: null, residual_m: null }, stance: "kayak", tip_height_m: 1.3,
    ground: [], shelter: "even", leader_line_m: 0, drift: null, cautions: [], wade: null, cast_m: 25, fall: "fed", swing_fitted: true, lowered: false, steady: false, rigging: "one",
    leader_m: 0, retrieve_speed_m_s: 0.6, swell_m: 0, wind_to_cast_deg: 90, cast_to_current_deg: all(steps, 90), cast_from: "assumed", cover_height_m: 0, zone_from_m: all(steps, 0), zone_to_m: all(steps, 1), aim: "bottom", needs_kg: 3.5, weighs_kg: 2, line_kg: 7, retrieve: "lift-drop", retrieve_name: "lift and drop with the tide", taught: { counts: [], current: { factor: 1, used: 0, settled: "nothing seen", frozen: false }, depth: { deeper_m: 0, used: 0 } }, wet: all(steps, true), turns: [], light: [{ step: 0, clock: clock[0]!, sky: "day" }], moon: "full moon",
    moon_lit: 1, tide_state: "springs", slacks: [], spells: [],
    plan: [{ from_step: 0, to_step: steps - 1, head_id: 3, dry: false }],
    line_share: [0, 1], path_share: [0, 1], profile: [], heads, left_out: [], picks: {}, ...change,
  };
}

/** A bite, or what ``more`` makes of it. */
export const sampleEvent = (id: string, more: Partial<LogEvent> = {}): LogEvent => ({
  id, kind: "bite", at_utc_s: 5, mark_id: 1, mark_name: "Cais Velho", head_id: null, head_name: "", plastic_id: null,
  plastic_name: "", colour: "", retrieve: "", fish: null, length_cm: null, depth_m: null, surface_speed_m_s: null,
  bears_m_s: null, stage: null, light: null, count_s: null, expected_s: null, note: "", answer: null, ...more,
});
