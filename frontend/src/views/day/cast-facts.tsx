// How it gets to the fish and how it is worked: cast, fall, retrieve.
import { Choice, Fact } from "../../ui/fact";
import { ASSUMED } from "../../ui/facts";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../../ui/question";
import {
  CM_SCALE, PULL_SCALE, length, lengthScale, pull, speed, speedScale, text, turns,
} from "../../ui/units";
import { useUnits } from "../../ui/use-units";
import { FactNumber } from "./fact-number";

const BELOW = "below";
const WAYS = [
  { value: "90", words: "across the current", note: "the current does not help or hinder a retrieve" },
  { value: "0", words: "with the current", note: "cast down-current, brought back against it" },
  { value: "45", words: "down and across", note: "half of the way with it" },
  { value: "135", words: "up and across", note: "half of the way against it" },
  { value: "180", words: "up-current", note: "brought back with the current behind it" },
  { value: BELOW, words: "straight down", note: "let down below the rod, not cast" },
];

export function CastFacts() {
  const units = useUnits();
  const { mark } = useChosen();
  const { facts, set } = useQuestion();
  const metres = text(length(facts.cast_m ?? mark?.cast_m, units, 0));
  const way = facts.lowered ? BELOW : String(facts.cast_to_current_deg ?? 90);
  return (
    <>
      {facts.lowered ? ", letting it " : ", casting "}
      {!facts.lowered && (
        <Fact label="cast" words={metres} source={facts.cast_m === null ? "assumed" : "typed"}>
          {(close) => (
            <FactNumber field="cast_m" label="Cast" scale={lengthScale(units)} close={close}
                        assumed={mark?.cast_m ?? null} above={0} high={150}
                        remedy="enter how far you have to cast" clearWords="back to the mark's own" />
          )}
        </Fact>
      )}
      {" "}
      <Fact label="which way" words={WAYS.find((w) => w.value === way)?.words ?? `${way}° off the current`}
            source={facts.lowered || facts.cast_to_current_deg !== null ? "chosen" : "assumed"}>
        {(close) => (
          <>
            <Choice options={WAYS} value={way} onPick={(key) => {
              set(key === BELOW ? { lowered: true }
                : { lowered: false, cast_to_current_deg: Number(key) });
              close();
            }} />
            <p className="sheet-note">
              Only the current along the line counts for a retrieve; the sideways bow is left out.
            </p>
          </>
        )}
      </Fact>
    </>
  );
}

const FEEDS = [
  { value: "0", words: "free", note: "nothing pulls on the line" },
  { value: "0.01", words: "from an open bail", note: `a pull of ${text(pull(0.01))}` },
  { value: "0.03", words: "fed by hand", note: `a pull of ${text(pull(0.03))}` },
  { value: "held", words: "held from the splash", note: "it swings in on a tight line, slower and shallower" },
  { value: "fed-then-held", words: "slack, then held above their zone", note: "down fast, then it hangs: Ilha says at which count" },
];

export function FallFact() {
  const { facts, set } = useQuestion();
  const feed = facts.feed_tension_n ?? 0.01;
  const value = facts.fall && facts.fall !== "fed" ? facts.fall : String(feed);
  return (
    <Fact
      label="how it falls"
      words={FEEDS.find((f) => f.value === value)?.words ?? `on a pull of ${text(pull(feed))}`}
      source={facts.feed_tension_n === null && facts.fall === null ? "assumed" : "chosen"}
    >
      {(close) => (
        <>
          <Choice options={FEEDS} value={value} onPick={(key) => {
            set(key === "held" || key === "fed-then-held" ? { fall: key }
              : { fall: "fed", feed_tension_n: Number(key) });
            close();
          }} />
          <NumberSheet label="Pull on the line as it is fed" scale={PULL_SCALE} value={feed} digits={1}
                       low={0} high={5} remedy="1 to 5 g is usual"
                       onSet={(feed_tension_n) => { set({ feed_tension_n, fall: "fed" }); close(); }} />
        </>
      )}
    </Fact>
  );
}

export function WorkFact() {
  const units = useUnits();
  const { box } = useChosen();
  const { facts, set } = useQuestion();
  const v = facts.retrieve_speed_m_s ?? ASSUMED.retrieve_speed_m_s;
  const reel = facts.reel_cm_per_turn ?? ASSUMED.reel_cm_per_turn;
  return (
    <Fact label="how it is worked"
          words={facts.steady ? `swum back at ${text(speed(v, units))}` : "lifted and dropped"}
          source={facts.steady ? "chosen" : "assumed"}>
      {(close) => (
        <>
          <Choice
            options={[
              { value: "hop", words: "lifted and dropped", note: "it has to get down and stay down" },
              { value: "swim", words: "swum back", note: `steadily, ${turns(v, reel)} turns of the handle a second` },
            ]}
            value={facts.steady ? "swim" : "hop"}
            onPick={(key) => { set({ steady: key === "swim" }); close(); }}
          />
          <FactNumber field="retrieve_speed_m_s" label="Speed of the retrieve" scale={speedScale(units)}
                      close={close} assumed={ASSUMED.retrieve_speed_m_s} above={0} high={5}
                      remedy="0.3 to 1 m/s is usual" />
          {box.reels.length > 0 && (
            <Choice options={box.reels.map((r) => ({ value: r.line_per_turn_cm, words: r.name, note: `${r.line_per_turn_cm} cm a turn` }))}
                    value={reel} onPick={(reel_cm_per_turn) => { set({ reel_cm_per_turn }); close(); }} />
          )}
          <FactNumber field="reel_cm_per_turn" label="Line per turn of the handle" scale={CM_SCALE}
                      close={close} assumed={ASSUMED.reel_cm_per_turn} low={20} high={200}
                      remedy="measure the line that one turn takes up" digits={0} />
        </>
      )}
    </Fact>
  );
}
