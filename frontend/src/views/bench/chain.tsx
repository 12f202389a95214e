// The strength chain from the rod to the hook, its weakest link in a box, and what a snag does.
import type { HookFit, Strength } from "../../api/types";
import { strength as holds, text, type Units } from "../../base/units";

export function ChainStrip({ strength, hook, units }: { strength: Strength; hook: HookFit; units: Units }) {
  const lost = strength.lost.join(" and ").replace(" and head", ", head");
  return (
    <div className="chain">
      <Links of={strength.links} label="strength from the rod to the hook" units={units} />
      {strength.side.length > 0 && (
        <div className="chain-side">
          <span>off it</span>
          <Links of={strength.side} label="strength of what branches off" units={units} />
          <span>{SIDE[sideOf(strength)]}</span>
        </div>
      )}
      <p>
        kg each. In a snag {strength.snag === "bends-free"
          ? `a steady ${text(holds(strength.snag_load_n, units))} bends the hook free: bend it back, or change it`
          : `it parts at ${text(holds(strength.snag_load_n, units))}: ${lost} lost`}.
        {strength.bends_hook && " That drag bends this hook a little with every fish: set it lighter, or take stouter wire."}
        {hook.wire && ` ${WIRE[hook.wire]}`}
        {` Its point asks for ${hook.setting_pull.toFixed(1)} times the pull of 1 mm wire to go in.`}
      </p>
    </div>
  );
}

const WIRE = {
  fine: "Fine wire for this line: it sets at a touch and wants a light drag.",
  medium: "Its wire and this line go together.",
  heavy: "Heavy wire for this line: it wants heavier line and a stiffer rod to be set.",
};

function Links({ of, label, units }: { of: Strength["links"]; label: string; units: Units }) {
  return (
    <ol aria-label={label}>
      {of.map((link) => (
        <li key={link.name} className={link.weakest ? "weakest" : undefined}>
          {link.name} <b>{holds(link.holds_n, units).value}</b>{link.weakest && <span className="visually-hidden"> the weakest</span>}
        </li>
      ))}
    </ol>
  );
}

const SIDE = {
  "sinker first": "snagged, the sinker goes and the rest comes home",
  "sinker last": "snagged, the rest goes with the sinker: a lighter dropper saves it",
  "stinger first": "the stinger gives before the rest: set a lighter drag, or a stouter one",
  "stinger last": "the stinger bears what the rest does",
};

function sideOf(strength: Strength): keyof typeof SIDE {
  const what = strength.side.at(-1)!.kind === "hook" ? "stinger" : "sinker";
  return `${what} ${strength.side_breaks_first ? "first" : "last"}`;
}
