// A row of choices to tap: one of them, or several.
interface Props<T extends string | number> {
  label: string;
  options: readonly { value: T; words: string; note?: string | undefined }[];
  chosen: readonly T[];
  onTap: (value: T) => void;
}

export function Chips<T extends string | number>({ label, options, chosen, onTap }: Props<T>) {
  return (
    <div className="chips" role="group" aria-label={label}>
      {options.map((o) => (
        <button key={o.value} type="button" aria-pressed={chosen.includes(o.value)} title={o.note} onClick={() => onTap(o.value)}>{o.words}</button>
      ))}
    </div>
  );
}
