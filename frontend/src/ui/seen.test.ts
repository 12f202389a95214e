import { describe, expect, it } from "vitest";
import { reading, withSeen, type Seen } from "./seen";

const swept = (id: number, bears: number): Seen => ({ id, held: false, bears });
const held = (id: number, bears: number): Seen => ({ id, held: true, bears });

describe("the current read from heads", () => {
  it("lies between what was swept and what held", () => {
    expect(reading([swept(1, 0.4), held(2, 0.6)], 0.2)).toEqual({ low: 0.4, high: 0.6, value: 0.5 });
    expect(reading([swept(1, 0.4), swept(3, 0.5), held(2, 0.6)], 0.2)!.low).toBe(0.5);
  });

  it("is left alone where the expected one fits", () => {
    expect(reading([swept(1, 0.4), held(2, 0.6)], 0.55)!.value).toBe(0.55);
    expect(reading([held(2, 0.6)], 0.3)!.value).toBe(0.3);
  });

  it("goes a little beyond where only one side is known", () => {
    expect(reading([swept(1, 0.6)], 0.3)!.value).toBeCloseTo(0.7);
    expect(reading([held(1, 0.6)], 0.9)!.value).toBeCloseTo(0.5);
    expect(reading([], 0.9)).toBeNull();
  });

  it("lets the last word count", () => {
    expect(withSeen([swept(1, 0.4)], held(1, 0.4))).toEqual([held(1, 0.4)]);
    // A light head holds now: that a heavier one was swept is over.
    expect(withSeen([swept(2, 0.6), held(3, 0.8)], held(1, 0.4))).toEqual([held(3, 0.8), held(1, 0.4)]);
    expect(withSeen([swept(1, 0.4)], held(2, 0.6))).toEqual([swept(1, 0.4), held(2, 0.6)]);
  });
});
