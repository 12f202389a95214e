import { fireEvent, render, screen, cleanup } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Choice, found } from "./choice";
import { Fact, Glossary } from "./fact";
import { Term, WordsMean } from "./term";

const FISH = ["European seabass", "gilthead seabream", "bluefish", "meagre", "red porgy", "garfish", "pollack", "turbot", "tarpon", "cobia"].map(
  (words) => ({ value: words, words, note: `${words} lives in salt water`, also: words === "European seabass" ? ["robalo"] : words === "bluefish" ? ["enchova"] : [] }));

afterEach(cleanup);
beforeEach(() => localStorage.clear());

describe("a long list", () => {
  it("is narrowed by part of a word, another name, without accents", () => {
    expect(found(FISH, "sea b").map((f) => f.words)).toEqual(["European seabass", "gilthead seabream"]);
    expect(found(FISH, "ROBALO").map((f) => f.words)).toEqual(["European seabass"]);
    expect(found(FISH, "lives salt")).toHaveLength(FISH.length);
    expect(found([{ value: 1, words: "tāmure" }], "tamure")).toHaveLength(1);
  });
  it("is searched by the keyboard, and what was chosen last comes first", () => {
    const onPick = vi.fn();
    const view = render(<Choice options={FISH} value="meagre" onPick={onPick} recent="fish" />);
    const box = screen.getByLabelText("search the list");
    fireEvent.change(box, { target: { value: "encho" } });
    expect(screen.getAllByRole("option")).toHaveLength(1);
    fireEvent.keyDown(box, { key: "Enter" });
    expect(onPick).toHaveBeenCalledWith("bluefish");
    view.unmount();
    render(<Choice options={FISH} value="meagre" onPick={onPick} recent="fish" />);
    expect(screen.getAllByRole("option")[0]!.textContent).toContain("bluefish");
  });
  it("says when nothing is called so, and a short one has no search", () => {
    const view = render(<Choice options={FISH} value="meagre" onPick={() => undefined} />);
    fireEvent.change(screen.getByLabelText("search the list"), { target: { value: "xyzzy" } });
    expect(screen.getByRole("status").textContent).toContain("xyzzy");
    view.unmount();
    render(<Choice options={FISH.slice(0, 4)} value="meagre" onPick={() => undefined} />);
    expect(screen.queryByLabelText("search the list")).toBeNull();
  });
});

describe("a word of the trade", () => {
  it("has its meaning one tap away", () => {
    render(<Glossary value={new Map([["leader", "A harder line before the lure."]])}><Fact label="leader" words="none" source="assumed">{() => <p>sheet</p>}</Fact></Glossary>);
    fireEvent.click(screen.getByRole("button", { name: /leader/ }));
    fireEvent.click(screen.getByRole("button", { name: "what is that?" }));
    expect(screen.getByText("A harder line before the lure.")).toBeTruthy();
  });
  it("is explained where it stands, and what nobody explains is plain words", async () => {
    const known = new Map([["count", "Seconds from the splash."], ["works", "Does what is asked."], ["only just", "Wrong in a fifth more."]]);
    render(<Glossary value={known}><p><Term of="count">count to their zone</Term> <Term of="xyzzy">plain</Term></p><WordsMean words={["works, only just", "works", "xyzzy"]} /></Glossary>);
    expect(screen.queryByRole("button", { name: "plain" })).toBeNull();
    fireEvent.click(screen.getByRole("button", { name: "count to their zone" }));
    expect(await screen.findByText("Seconds from the splash.")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "what do the words mean?" }));
    await screen.findByText("Wrong in a fifth more.");
    expect(screen.getAllByText("works")).toHaveLength(1);
    expect(screen.queryByText("xyzzy")).toBeNull();
  });
});
