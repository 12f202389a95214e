import { describe, expect, it } from "vitest";
import { bandOf, withSeen, type Seen } from "./seen";

const swept = (id: number, bears: number): Seen => ({ id, held: false, bears });
const held = (id: number, bears: number): Seen => ({ id, held: true, bears });

describe("heads that were tried", () => {
  it("leave a band between the strongest swept and the weakest that held", () => {
    expect(bandOf([swept(1, 0.4), swept(3, 0.5), held(2, 0.6), held(4, 0.8)])).toEqual({ low: 0.5, high: 0.6 });
    expect(bandOf([held(2, 0.6)])).toEqual({ low: null, high: 0.6 });
    expect(bandOf([])).toEqual({ low: null, high: null });
  });

  it("let the last word count", () => {
    expect(withSeen([swept(1, 0.4)], held(1, 0.4))).toEqual([held(1, 0.4)]);
    // A light head holds now: that a heavier one was swept is over.
    expect(withSeen([swept(2, 0.6), held(3, 0.8)], held(1, 0.4))).toEqual([held(3, 0.8), held(1, 0.4)]);
    expect(withSeen([swept(1, 0.4)], held(2, 0.6))).toEqual([swept(1, 0.4), held(2, 0.6)]);
  });
});
