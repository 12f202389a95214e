// "It held", "it was swept": what a head in the water tells of the current.
import { useQuestion } from "../../features/question/question";
import { setStep } from "../../features/question/time";
import { withSeen } from "../../features/question/seen";

interface Props {
  id: number;
  name: string;
  bears: number;
  near: number;
}

export function Tried({ id, name, bears, near }: Props) {
  const { typed, setTyped } = useQuestion();
  const said = typed.seen?.heads.find((s) => s.id === id);
  const tell = (held: boolean) => {
    // What was tried at another hour told of another current.
    const before = typed.seen?.step === near ? typed.seen.heads : [];
    setStep(near);
    setTyped({ seen: { step: near, heads: withSeen(before, { id, held, bears }) } });
  };
  return (
    <div className="tried" role="group" aria-label={`what ${name} did`}>
      tried it now?{" "}
      <button type="button" className="plain" aria-pressed={said?.held === true} onClick={() => tell(true)}>it held</button>{" "}
      <button type="button" className="plain" aria-pressed={said?.held === false} onClick={() => tell(false)}>it was swept</button>
    </div>
  );
}
