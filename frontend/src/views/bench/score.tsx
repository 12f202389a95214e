// How a series of the trainer went, and what falls due again when.
interface Standing {
  code: string;
  words: string;
  due_in_days: number;
  asked: number;
  missed: number;
}

export function Score({ right, asked, more, standing, again, onAgain }: {
  right: number; asked: number; more: string; standing: Standing[]; again: string; onAgain: () => void;
}) {
  const due = (days: number) => (days < 0.5 ? "due now" : `due in ${Math.round(days)} ${Math.round(days) === 1 ? "day" : "days"}`);
  return (
    <div role="status">
      <p className="plan-says"><b>{right} of {asked}</b> right. What was missed comes back first. {more}</p>
      <ul className="standing">
        {standing.map((s) => <li key={s.code}>{s.words}: {due(s.due_in_days)}; missed {s.missed} of {s.asked}</li>)}
      </ul>
      <button type="button" className="do" onClick={onAgain}>{again}</button>
    </div>
  );
}
