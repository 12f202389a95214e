// Marks that stand beside a verdict: told by shape, so that colour is never needed.
export type Sign = "pick" | "right" | "marginal" | "light" | "heavy" | "unsafe";

const PATHS: Record<Sign, string> = {
  pick: "M2 8.5l4 4L14 3.5",
  right: "M8 2.5V13M3 13h10",
  marginal: "M2 8h4M10 8h4",
  light: "M2 11.5Q8 2.5 14 8.5M14 8.5l-1.2-4M14 8.5l-4.2-.4",
  heavy: "M8 2v11M4 9l4 4.5L12 9",
  unsafe: "M3.5 3.5l9 9M12.5 3.5l-9 9",
};

export function SignMark({ sign }: { sign: Sign }) {
  return (
    <svg viewBox="0 0 16 16" className={`sign sign-${sign}`} aria-hidden="true">
      <path d={PATHS[sign]} />
    </svg>
  );
}
