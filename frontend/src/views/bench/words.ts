// What a hook's fit means, with the figure that decides it.
import type { Fit, HookFit } from "../../api/types";
import type { Laid } from "../../drawing/geometry/rigged";
import { small, speed, strength, text, type Units } from "../../base/units";

export function hookVerdict(hook: HookFit, pick: boolean, units: Units, lies: Pick<Laid, "weedless" | "across"> = { weedless: false, across: null }): [string, string] {
  const exit = lies.across !== null ? "through the middle" : `${lies.weedless ? "up" : "out"} at ${text(small(hook.exit_mm, units))}`;
  const clears = text(small(hook.clearance_mm, units, 1));
  switch (hook.verdict) {
    case "gape-under-body":
      return ["gape under the body", "the point never clears the back: it will not set"];
    case "too-small":
      return hook.clearance_mm < 2
        ? [hook.pinch ? "at a pinch" : "too small", `the point clears ${clears} only: ${hook.pinch ? "it sets late" : "it will not set"}`]
        : [hook.pinch ? "at a pinch" : "too small", `${exit}, ${percent(hook.reach_ratio)} of the working length: short bites miss it`];
    case "too-long":
      return [hook.pinch ? "at a pinch" : "too long", `${exit}, ${percent(hook.reach_ratio)} of the working length: the tail stiffens`];
    default:
      if (!hook.taken) return ["too big for its mouth", `a gape of ${text(small(hook.gape_mm, units, 1))}; clears ${clears}`];
      return [pick ? "this one" : "fits",
        `${exit}; clears ${clears}; opens at ${text(strength(hook.opens_at_n, units))}`];
  }
}

export function percent(share: number | null | undefined): string {
  return share == null ? "–" : `${Math.round(share * 100)} %`;
}

export function fallWords(fit: Fit, units: Units): string {
  if (fit.fall_speed_m_s == null) return "it floats";
  const pitch = fit.fall_pitch_deg ?? 90;
  const how = pitch >= 60 ? "nose first" : pitch >= 20 ? `nose down ${Math.round(pitch)}°` : "level";
  return `${how}, ${text(speed(fit.fall_speed_m_s, units))}`;
}
