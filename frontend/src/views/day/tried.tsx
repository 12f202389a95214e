// "It held", "it was swept": what a head in the water tells of the current.
import { useQuestion } from "../../ui/question";
import { setStep } from "../../ui/time";
import { speed, text, type Units } from "../../ui/units";
import { reading, withSeen, type Reading } from "../../ui/seen";

interface Props {
  id: number;
  name: string;
  bears: number;
  stream: number;
  near: number;
}

export function Tried({ id, name, bears, stream, near }: Props) {
  const { typed, setTyped } = useQuestion();
  const said = typed.seen?.find((s) => s.id === id);
  const tell = (held: boolean) => {
    const seen = withSeen(typed.seen ?? [], { id, held, bears });
    const read = reading(seen, Math.abs(stream));
    setStep(near);
    setTyped({ seen, speed: read ? { value: read.value, step: near } : undefined });
  };
  return (
    <div className="tried" role="group" aria-label={`what ${name} did`}>
      tried it now?{" "}
      <button type="button" className="plain" aria-pressed={said?.held === true} onClick={() => tell(true)}>it held</button>{" "}
      <button type="button" className="plain" aria-pressed={said?.held === false} onClick={() => tell(false)}>it was swept</button>
    </div>
  );
}

/** The band in words. */
export function bandWords({ low, high }: Reading, units: Units): string {
  if (low !== null && high !== null) return `${speed(low, units).value} to ${text(speed(high, units))}`;
  return low !== null ? `over ${text(speed(low, units))}` : `under ${text(speed(high, units))}`;
}
