// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Fraction } from "./weight";
import { NumberSheet } from "./number-sheet";
import { lengthScale, type Units } from "../base/units";

const FEET: Units = {
  head_unit: "oz", depth_unit: "ft", speed_unit: "kn", small_unit: "in", temperature_unit: "°F", wind_unit: "Bft",
};

afterEach(cleanup);

describe("typing a number", () => {
  function sheet(onSet: (m: number) => void) {
    render(
      <NumberSheet label="Depth at the mark" scale={lengthScale(FEET)} value={3.048} above={0}
                   high={200} remedy="enter the depth at the mark" onSet={onSet} />,
    );
    return screen.getByLabelText("Depth at the mark") as HTMLInputElement;
  }

  it("takes it in the angler's unit and hands on metres", () => {
    const onSet = vi.fn();
    const box = sheet(onSet);
    expect(box.value).toBe("10");
    fireEvent.change(box, { target: { value: "12,5" } });
    fireEvent.click(screen.getByText("Set"));
    expect(onSet.mock.calls[0]![0]).toBeCloseTo(3.81, 6);
  });

  it.each([
    ["-3", "Depth at the mark must be above 0 ft, got -3 ft: enter the depth at the mark"],
    ["0", "Depth at the mark must be above 0 ft, got 0 ft: enter the depth at the mark"],
    ["deep", "Depth at the mark must be a number, got “deep”: enter the depth at the mark"],
    ["9999", "Depth at the mark must be at most 656.17 ft, got 9999 ft: enter the depth at the mark"],
  ])("refuses %s with rule and remedy, and keeps what was typed", (typed, said) => {
    const onSet = vi.fn();
    const box = sheet(onSet);
    fireEvent.change(box, { target: { value: typed } });
    fireEvent.click(screen.getByText("Set"));
    expect(screen.getByRole("alert").textContent).toBe(said);
    expect(box.value).toBe(typed);
    expect(onSet).not.toHaveBeenCalled();
  });

  it("steps with the arrow keys", () => {
    const box = sheet(vi.fn());
    fireEvent.keyDown(box, { key: "ArrowUp" });
    expect(box.value).toBe("10.5");
  });
});

it("sets a fraction as a fraction", () => {
  render(<Fraction oz={1.375} />);
  expect(document.body.textContent).toBe("13/8");
  expect(document.querySelector("sup")!.textContent).toBe("3");
});
