// What is drawn of a rig at fault is told in words too, and no verdict with it.
import { describe, expect, it } from "vitest";
import { seenIn } from "./drill-scene";

const SOUND = { gap_mm: 0, bunch_mm: 0, bend_mm: 0, side_mm: 0, nose_mm: 0 };

describe("a rig to be judged by eye", () => {
  it("tells a sound one part by part", () => {
    expect(seenIn(SOUND)).toBe("The nose lies against the head; the shank goes in at its middle; the body lies smooth; it runs straight; from above the hook comes out on the middle.");
  });

  it("tells each fault with its measure and its way", () => {
    expect(seenIn({ ...SOUND, gap_mm: 3 })).toContain("The nose stands 3.0 mm off the head");
    expect(seenIn({ ...SOUND, nose_mm: -1.5 })).toContain("goes into it 1.5 mm below its middle");
    expect(seenIn({ ...SOUND, bunch_mm: 4.2 })).toContain("pushed together by 4.2 mm, in ridges");
    expect(seenIn({ ...SOUND, bend_mm: 2 })).toContain("bends up by 2.0 mm");
    expect(seenIn({ ...SOUND, side_mm: -2 })).toContain("comes out 2.0 mm beside the middle");
  });

  it("does not tell what no eye sees", () => {
    expect(seenIn({ ...SOUND, gap_mm: 0.3, side_mm: -0.2 })).toBe(seenIn(SOUND));
  });
});
