// Straight thread, in five small drawings with this rig's own numbers.
import type { Fit, Head, HookFit, Plastic } from "../../api/types";
import { SmallRig } from "../../drawing/scenes/hook-scene";
import { small, text, type Units } from "../../ui/units";

interface Props {
  plastic: Plastic;
  head: Head;
  fit: Fit;
  hook: HookFit;
  units: Units;
}

export function Steps({ plastic, head, fit, hook, units }: Props) {
  const mm = (value: number) => text(small(value, units));
  const exit = hook.exit_mm;
  if (exit == null) {
    return <p className="steps-none">This hook cannot be threaded straight here: its gape lies under the body. Choose a bigger one.</p>;
  }
  const half = plastic.height_mm / 2;
  const glue = "A drop of gel on the collar if it slides; it bonds skin at once.";
  const steps: { title: string; says: string; shift?: [number, number]; mark?: boolean; entry?: boolean; bare?: boolean }[] = [
    { title: "Lay it alongside", says: `Rear of the head level with the nose. Nick the back at ${mm(exit)}.`,
      shift: [0, half + 3 + hook.gape_mm * 0.2], mark: true },
    { title: "Enter the middle of the nose", says: `Point on the centre line, ${mm(half)} under the back, to no side. Push away from your fingers.`,
      shift: [-hook.straight_mm - hook.gape_mm * 0.6, 0], entry: true, mark: true },
    { title: "Feed it on", says: `${mm(hook.straight_mm)} of shank, a little at a time; back out where it strays.`,
      shift: [-hook.straight_mm * 0.5, 0], mark: true },
    { title: "Come out at the mark", says: `Bend up through the nick at ${mm(exit)}; the point clears ${text(small(hook.clearance_mm, units, 1))}.`,
      shift: [-head.keeper_takes_mm - 5, 0], mark: true },
    { title: "Seat it and look", says: `Up over the ${head.keeper} until it meets the head: no gap, no bunch, no bend. ${glue}` },
  ];
  return (
    <ol className="steps" aria-label="straight thread">
      {steps.map((step, i) => (
        <li key={step.title}>
          <span className="step-number">{i + 1}</span>
          <SmallRig plastic={plastic} head={head} head_diameter_mm={fit.head_diameter_mm} hook={hook}
                    room_mm={hook.gape_mm} shift={step.shift} entry={step.entry}
                    mark_mm={step.mark ? exit : null} />
          <b>{step.title}</b>
          <p>{step.says}</p>
        </li>
      ))}
    </ol>
  );
}
