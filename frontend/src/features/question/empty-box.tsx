// Before anything is on the chart or in the box: what is missing, and the one way on.
import { Link } from "react-router";
import { useChosen } from "./question";

/** What a view needs and does not have; empty when all is there. */
export function useMissing(): string[] {
  const { marks, box } = useChosen();
  const needs: [string, number][] = [
    ["mark", marks.length], ["plastic", box.plastics.length], ["head", box.heads.length],
    ["line", box.lines.length],
  ];
  return needs.filter(([, count]) => count === 0).map(([name]) => name);
}

export function EmptyBox({ missing }: { missing: string[] }) {
  const nothing = missing.length === 4;
  return (
    <div className="no-water first-way">
      <p>{nothing ? "No water yet." : `No ${missing.join(", no ")} yet.`}</p>
      <p>
        {nothing
          ? "A place, a tide table and what lies in your box: with these Ilha says what to tie on."
          : "It takes one of each to read the water."}
      </p>
      <p><Link className="do" to="/first">{nothing ? "Begin with your own water" : "Go on where you left"}</Link></p>
    </div>
  );
}
