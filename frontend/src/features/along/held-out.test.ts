// Random questions against days that were taken along, for tests/web/test_along.py, which holds the
// answers to the core's. Questions and answers go through files that it names.
import { readFileSync, writeFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { leafOf, saidOf } from "./asked";
import { opensAs } from "./kept";
import { boardAt } from "./look-up";
import { factorOf, NotAlong } from "./stream";

const file = process.env.ILHA_ALONG;

describe.skipIf(!file)("what was taken along, asked at random", () => {
  it("is looked up", () => {
    const { days, questions } = JSON.parse(readFileSync(file!, "utf8")) as { days: string[]; questions: Record<string, string>[] };
    const leaves = days.map(opensAs);
    const answers = questions.map((query) => {
      try {
        const leaf = leafOf(leaves, query, () => "");
        return boardAt(leaf, factorOf(leaf, saidOf(leaf, query)), query.school ?? leaf.asked.school ?? "", 0);
      } catch (error) {
        if (!(error instanceof NotAlong)) throw error;
        return { refused: error.message };
      }
    });
    expect(answers).toHaveLength(questions.length);
    writeFileSync(`${file!}.answers`, JSON.stringify(answers));
    // However busy the machine is.
  }, 600_000);
});
