import { describe, expect, it } from "vitest";
import type { Mark } from "../../api/types";
import type { Units } from "../../base/units";
import type { Reference } from "../../api/types";
import { blank, cautionOf, sentOf, typedOf } from "./form";

const METRIC: Units = {
  head_unit: "g", depth_unit: "m", speed_unit: "m/s", small_unit: "mm", temperature_unit: "°C", wind_unit: "m/s",
};
const IMPERIAL: Units = { ...METRIC, depth_unit: "ft", speed_unit: "kn" };
const MARK: Mark = {
  id: 7, name: "Cais", kind: "harbour", latitude_deg: 36.4, longitude_deg: -21.7, time_zone: "UTC",
  charted_depth_m: 3.048, bottom: "sand", cover: "weed", cover_height_m: 0.3, stance: "kayak",
  cast_m: 25, tide_port_id: 1, neap_rate_m_s: 0.3, spring_rate_m_s: 0.7, slack_lag_min: 0,
  flood_to_deg: 60, ebb_to_deg: 250, cast_to_deg: 135, caution: "", tide_offset_min: 5, tide_height_offset_m: 0.1,
  stream_id: null, exposure: "sheltered", tip_height_m: null, way_back_depth_m: 0.4,
  ground: [[0, 1.5], [25, 4.5]], shelter: "slow-below", assumed: ["bottom"],
};
const body = (typed: Record<string, string>, units = METRIC) => {
  const sent = sentOf(typed, units, MARK);
  if (!("body" in sent)) throw new Error(sent.said);
  return sent.body;
};

describe("a mark as it is typed", () => {
  it.each([["metric", METRIC], ["imperial", IMPERIAL]])("goes there and back, %s", (_, units) => {
    const back = body(typedOf(MARK, units), units);
    for (const [key, value] of Object.entries(back)) {
      const was = MARK[key as keyof Mark];
      if (typeof was === "number") expect(value).toBeCloseTo(was, 3);
      else if (key === "ground") {
        for (const [i, pair] of MARK.ground!.entries()) pair.forEach((m, k) => expect((value as number[][])[i]![k]).toBeCloseTo(m, 2));
      } else expect(value).toEqual(was);
    }
  });

  it("reads feet where feet are shown", () => {
    expect(typedOf(MARK, IMPERIAL).charted_depth_m).toBe("10");
    expect(body({ ...typedOf(MARK, IMPERIAL), charted_depth_m: "20" }, IMPERIAL).charted_depth_m).toBeCloseTo(6.096);
  });

  it("takes a comma, and names the field that is no number", () => {
    expect(body({ ...typedOf(MARK, METRIC), cast_m: "18,5" }).cast_m).toBe(18.5);
    expect(sentOf({ ...typedOf(MARK, METRIC), cast_m: "far" }, METRIC, MARK)).toEqual({
      field: "cast_m", said: "Cast to the water must be a number, got “far”: correct it" });
  });

  it("takes a bottom along the cast, a distance and a depth on each line", () => {
    expect(body({ ...typedOf(MARK, METRIC), ground: "0 1,5\n 12;3\n\n25 4.5" }).ground).toEqual([[0, 1.5], [12, 3], [25, 4.5]]);
    expect(body({ ...typedOf(MARK, METRIC), ground: " " }).ground).toBeNull();
    expect(sentOf({ ...typedOf(MARK, METRIC), ground: "25" }, METRIC, MARK)).toMatchObject({ field: "ground" });
  });

  it("sends no rates without a tide, and none as nothing with one", () => {
    const without = body({ ...typedOf(MARK, METRIC), tide_port_id: "" });
    expect([without.tide_port_id, without.spring_rate_m_s, without.slack_lag_min]).toEqual([null, null, null]);
    expect(body({ ...typedOf(MARK, METRIC), slack_lag_min: "" }).slack_lag_min).toBe(0);
  });

  it("begins beside a mark that is there", () => {
    expect(blank(MARK)).toMatchObject({ name: "", latitude_deg: 36.4, tide_port_id: 1, cover: "none" });
    expect(blank(undefined)).toMatchObject({ time_zone: "UTC", tide_port_id: null });
  });
});

it("says what to mind where it arises", () => {
  const row = (code: string, says: string, change: Partial<Reference["cautions"][number]>) =>
    ({ code, says, kinds: [], stances: [], exposures: [], ...change });
  const reference = {
    cautions: [row("rocks", "Watch a full set.", { kinds: ["wash"], stances: ["bank"] }),
               row("anchor", "From the bow.", { stances: ["anchored"] }),
               row("sinker", "Lower it.", { riggings: ["drop-shot"] })],
    local_first: "Local rules first.",
  };
  expect(cautionOf({ kind: "wash", stance: "bank" }, reference)).toBe("Watch a full set. Local rules first.");
  expect(cautionOf({ kind: "wash", stance: "anchored" }, reference)).toBe("From the bow. Local rules first.");
  expect(cautionOf({ kind: "harbour", stance: "dock" }, reference)).toBe("");
});
