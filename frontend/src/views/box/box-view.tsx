// Box: the heads and what they really weigh; the lid chart of what they cover.
import { useState } from "react";
import { HeadsPart } from "./heads-part";
import { LidPart } from "./lid-part";

const PAGES = [["heads", "Heads"], ["lid", "Lid chart"]] as const;

export default function BoxView() {
  const [page, setPage] = useState<(typeof PAGES)[number][0]>("heads");
  return (
    <div className="know">
      <h1 className="visually-hidden">Box</h1>
      <div className="know-pages" role="group" aria-label="what of the box">
        {PAGES.map(([key, words]) => (
          <button key={key} type="button" aria-pressed={page === key} onClick={() => setPage(key)}>{words}</button>
        ))}
      </div>
      {page === "heads" ? <HeadsPart /> : <LidPart />}
    </div>
  );
}
