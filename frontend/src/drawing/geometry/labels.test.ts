import { describe, expect, it } from "vitest";
import { splashWords } from "./labels";

describe("the splash's words", () => {
  const span = (w: { x: number; anchor: string }, long: number) => (w.anchor === "end" ? [w.x - long, w.x] : [w.x, w.x + long]);
  it("stand before it where nothing is", () => {
    expect(splashWords(500, -1, 12, [100, 200], 520, 800)).toEqual({ x: 490, anchor: "end" });
  });
  it("never stand on the boat or beyond the edge, wherever the splash is", () => {
    for (const side of [-1, 1] as const) {
      for (let sx = 120; sx < 700; sx += 7) {
        const boat: [number, number] = [300, 380];
        const clear = side < 0 ? Math.max(sx, 410) : Math.min(sx, 270);
        const [from, to] = span(splashWords(sx, side, 12, boat, clear, 800), 12 * 6.3) as [number, number];
        expect(to <= boat[0] || from >= boat[1]).toBe(true);
        expect(from).toBeGreaterThanOrEqual(0);
        expect(to).toBeLessThanOrEqual(800);
      }
    }
  });
});
