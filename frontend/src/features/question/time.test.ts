// The moment looked at, and the moment that is read.
import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { startAt, useReadStep, useStep } from "./time";

describe("what is read while the rail is dragged", () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    act(() => vi.runAllTimers());
    vi.useRealTimers();
  });

  const both = () => {
    const { result } = renderHook(() => [useStep(), useReadStep()]);
    return result;
  };

  it("follows a single move at once", () => {
    const seen = both();
    for (const step of [12, 30, 7]) {
      act(() => startAt(step));
      expect(seen.current).toEqual([step, step]);
      act(() => vi.runAllTimers());
    }
  });

  it("is of every second frame of a drag, and of the last one once it rests", () => {
    const seen = both();
    const read = [20, 21, 22, 23, 24].map((step) => {
      act(() => startAt(step));
      expect(seen.current[0]).toBe(step);
      return seen.current[1];
    });
    expect(read).toEqual([20, 20, 22, 22, 24]);
    act(() => startAt(25));
    expect(seen.current).toEqual([25, 24]);
    act(() => vi.runAllTimers());
    expect(seen.current).toEqual([25, 25]);
  });
});
