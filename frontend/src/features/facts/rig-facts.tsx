// What else is on the line: a second head, a sinker, a nail weight.
import { useId } from "react";
import { Form } from "react-bootstrap";
import { DROPPERS } from "../../drawing/geometry/column";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { ASSUMED, assumedSinker, frontHead, onSinker, type Facts } from "../question/facts";
import { useChosen, useQuestion } from "../question/question";
import { GRAM_SCALE, grams, headName, length, lengthScale, smallScale, text } from "../../base/units";
import { useUnits } from "../question/use-units";
import { shapeWords } from "../../ui/weight";
import { FactNumber } from "./fact-number";

const RIGS = [
  { value: "one", words: "one head", note: "tied straight to the leader" },
  { value: "tandem", words: "two heads", note: "a second one ahead of it on the same leader" },
  { value: "sliding-sinker", words: "a sliding sinker ahead", note: "very heavy current; the plastic is pressed down and does not swim" },
  { value: "three-way", words: "a three-way rig", note: "long leader to the head, a dropper to a heavy sinker, held off the bottom" },
  { value: "drop-shot", words: "a drop-shot", note: "the hook on the line, the sinker below it: held on one spot just off the bottom" },
  { value: "float", words: "under a float", note: "a shrimp in the shallows: it hangs on a short leader and goes with the water" },
  { value: "wacky", words: "hooked across the middle", note: "a stick or a jerk, a nail in its nose: it falls flat and slowly" },
  { value: "wacky-blade", words: "hooked across, a blade at the tail", note: "the same, and seen from farther" },
  { value: "stinger", words: "one head and a belly stinger", note: "plastics over 180 mm: a second hook where short bites come; mind both hooks" },
  { value: "tied-trailer", words: "a trailer behind the hair", note: "a slim plastic on the hook of tied hair: more to see, a shade slower" },
] as const;

/** m, as the server assumes them. */
const LEADERS: Partial<Record<NonNullable<Facts["rigging"]>, number>> = { tandem: 0.6, "sliding-sinker": 0.6, "three-way": 1.5 };

export function RigFact() {
  const units = useUnits();
  const { box, reference } = useChosen();
  const { settings, facts, set } = useQuestion();
  const kind = facts.rigging ?? "one";
  const hair = box.plastics.find((p) => p.id === settings.plastic_id)?.look === "hair";
  const sinker = text(grams(facts.sinker_g ?? assumedSinker(kind), 0));
  const front = frontHead(facts, box);
  const words = {
    one: "one head",
    tandem: `two heads, ${front ? text(headName(front, units)) : "none"} in front`,
    "sliding-sinker": `a head behind a ${sinker} sliding sinker`,
    "three-way": `a head on a three-way rig, ${sinker} below`,
    "drop-shot": `a head ${text(length(DROPPERS["drop-shot"]!, units, 2))} over a ${sinker} sinker`,
    float: "one head under a float",
    wacky: "one head across the middle, a nail in the nose",
    "wacky-blade": "one head across the middle, a blade at the tail",
    stinger: "one head and a belly stinger",
    "tied-trailer": "one head, a trailer behind the hair",
  }[kind];
  const leader = LEADERS[kind];
  return (
    <Fact label="rig" words={words} source={facts.rigging === null ? "assumed" : "chosen"}>
      {(close) => (
        <>
          <Choice options={RIGS.filter((r) => r.value !== "tied-trailer" || hair || kind === r.value)} value={kind} onPick={(rigging) => {
            set({ rigging, leader_m: null, sinker_g: onSinker(rigging) && onSinker(kind) && rigging !== "drop-shot" && kind !== "drop-shot" ? facts.sinker_g : null });
            if (LEADERS[rigging] === undefined && !onSinker(rigging)) close();
          }} />
          {kind === "tandem" && <FrontHead />}
          {reference.cautions.filter((c) => c.riggings?.includes(kind)).map((c) => <p key={c.code} className="caution">{c.says}</p>)}
          {onSinker(kind) && (
            <>
              <FactNumber field="sinker_g" label="Sinker" scale={GRAM_SCALE} close={close} digits={0}
                          assumed={assumedSinker(kind)} above={0} high={2000}
                          remedy={kind === "drop-shot" ? "7 to 28 g is usual" : "60 to 90 g in heavy current, 450 g for deep drifts"} />
            </>
          )}
          {leader !== undefined && (
            <FactNumber field="leader_m" label={kind === "tandem" ? "Between the heads" : "Leader to the head"}
                        scale={lengthScale(units)} close={close} assumed={leader}
                        above={0} high={5} remedy="0.4 to 2 m is usual" />
          )}
        </>
      )}
    </Fact>
  );
}

function FrontHead() {
  const units = useUnits();
  const { box } = useChosen();
  const { facts, set } = useQuestion();
  const id = useId();
  return (
    <>
      <Form.Label htmlFor={id}>The head in front</Form.Label>
      <Form.Select id={id} value={frontHead(facts, box)?.id}
                   onChange={(e) => set({ front_head_id: Number(e.target.value) })}>
        {box.heads.map((h) => (
          <option key={h.id} value={h.id}>
            {text(headName(h, units))} {shapeWords(h.shape)} {h.hook_size}
          </option>
        ))}
      </Form.Select>
      <p className="sheet-note">The ladder shows the head behind; the same plastic is on both. Mind the free hook when you unhook a fish.</p>
    </>
  );
}

const LEADER_KINDS = [
  { value: "fluorocarbon", words: "fluorocarbon", note: "sinks; about 1.7 times as thick as braid of its strength" },
  { value: "nylon", words: "nylon", note: "hardly sinks; as thick as fluorocarbon" },
  { value: "braid", words: "braid", note: "floats" },
] as const;

/** What is tied between the line and the rig: near the rig its metres count most. */
export function LeaderFact() {
  const units = useUnits();
  const { box } = useChosen();
  const { facts, set } = useQuestion();
  const long = facts.leader_line_m ?? 0;
  const [mm, kind] = [facts.leader_line_mm ?? ASSUMED.leader_mm, facts.leader_kind ?? "fluorocarbon"];
  return (
    <Fact label="leader" source={facts.leader_line_m === null ? "assumed" : "typed"}
          words={long > 0 ? `${text(length(long, units))} of ${mm} mm ${kind}` : "no leader counted"}>
      {(close) => (
        <>
          {box.leaders.length > 0 && (
            <Choice options={[{ value: 0, words: "no leader", note: "tied straight to the line, or left out of the figures" },
              ...box.leaders.filter((l) => l.material !== "wire").map((l) => ({ value: l.id, words: l.name, note: `${l.diameter_mm} mm, holds ${l.strength_kg} kg` }))]}
              value={-1} onPick={(id) => {
                const spool = box.leaders.find((l) => l.id === id);
                set(spool ? { leader_line_mm: spool.diameter_mm, leader_kind: spool.material === "nylon" ? "nylon" : "fluorocarbon", leader_line_m: long > 0 ? long : ASSUMED.leader_long }
                  : { leader_line_m: 0 });
                if (!spool) close();
              }} />
          )}
          <FactNumber field="leader_line_m" label="Leader, its length" scale={lengthScale(units)} close={close}
                      assumed={0} low={0} high={20} remedy="0.5 to 3 m is usual, 0 for none" />
          <FactNumber field="leader_line_mm" label="its thickness" scale={smallScale(units)} close={close}
                      assumed={ASSUMED.leader_mm} low={0.05} high={2} digits={2} remedy="0.25 to 0.6 mm is usual" />
          <Choice options={[...LEADER_KINDS]} value={kind} onPick={(leader_kind) => set({ leader_kind })} />
          <p className="sheet-note">A thick leader drags where it counts most: 3 m of 0.5 mm asks a third more weight.</p>
        </>
      )}
    </Fact>
  );
}

export function NailFact() {
  const { facts, set } = useQuestion();
  const g = facts.nail_g ?? 0;
  const at = facts.nail_at ?? "nose";
  return (
    <Fact label="nail weight" words={g > 0 ? `a ${text(grams(g))} nail in the ${at}` : facts.rigging === "wacky" ? "no other nail weight" : "no nail weight"}
          source={facts.nail_g === null ? "assumed" : "typed"}>
      {(close) => (
        <>
          <FactNumber field="nail_g" label="Nail weight in the plastic" scale={{ ...GRAM_SCALE, step: 0.1 }}
                      close={close} digits={1} assumed={0} low={0} high={20}
                      remedy="0.3 to 3 g is usual, 0 for none" clearWords="take it out" />
          <Choice options={[{ value: "nose", words: "in the nose" }, { value: "tail", words: "in the tail" }]}
                  value={at} onPick={(nail_at) => { set({ nail_at }); close(); }} />
          <p className="sheet-note">Nails are lead: wash your hands, and not in the mouth.</p>
        </>
      )}
    </Fact>
  );
}
