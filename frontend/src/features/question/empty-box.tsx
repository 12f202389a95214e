// Before anything is in the chart or the box: said plainly, by name.
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
  return (
    <div className="no-water" role="status">
      <p>The box is empty.</p>
      <p>
        There is no {missing.join(", no ")} yet, and it takes one of each to read the water. The
        sample island Marela brings them all: start Ilha with <code>make demo</code>.
      </p>
    </div>
  );
}
