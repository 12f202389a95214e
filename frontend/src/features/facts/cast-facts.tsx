// How it gets to the fish and how it is worked: cast, fall, retrieve.
import type { DayBoard } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { ASSUMED } from "../question/facts";
import { NumberSheet } from "../../ui/number-sheet";
import { useChosen, useQuestion } from "../question/question";
import { useStep } from "../question/time";
import {
  PULL_SCALE, compass, handScale, length, lengthScale, pull, speed, speedScale, text, turnLength, turns,
} from "../../base/units";
import { useUnits } from "../question/use-units";
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

const CASTS = WAYS.filter((w) => w.value !== BELOW);
const NOT_SAID = "";

/** The nearest of the ways that are named. */
const nearest = (deg: number) =>
  CASTS.reduce((a, b) => (Math.abs(Number(b.value) - deg) < Math.abs(Number(a.value) - deg) ? b : a));

/** ``board`` : answered; how it lies to the current, and whether it is let down, where nothing was chosen. */
export function CastFacts({ board, lowered = board?.lowered ?? false }: { board: DayBoard | undefined; lowered?: boolean }) {
  const units = useUnits();
  const { mark } = useChosen();
  const { facts, set } = useQuestion();
  const metres = text(length(facts.cast_m ?? mark?.cast_m, units, 0));
  const below = facts.lowered ?? lowered;
  const step = Math.round(useStep());
  const said = facts.cast_to_current_deg;
  // What was taken along before a day told this has none.
  const lies = nearest(said ?? (board?.cast_to_current_deg as number[] | undefined)?.[step] ?? 90);
  const byWays = said === null && board?.cast_from === "ways";
  const way = below ? BELOW : byWays ? NOT_SAID : lies.value;
  const options = [
    ...(mark?.cast_to_deg != null && mark.flood_to_deg != null && (byWays || said !== null) ? [{
      value: NOT_SAID, words: "as this mark lies", note: `the cast to the ${compass(mark.cast_to_deg)}, the flood to the ${compass(mark.flood_to_deg)}${said === null ? `: now ${lies.words}` : ""}`,
    }] : []), ...WAYS];
  return (
    <>
      {below ? ", letting it " : ", casting "}
      {!below && (
        <Fact label="cast" words={metres} source={facts.cast_m === null ? "assumed" : "typed"}>
          {(close) => (
            <FactNumber field="cast_m" label="Cast" scale={lengthScale(units)} close={close}
                        assumed={mark?.cast_m ?? null} above={0} high={150}
                        remedy="enter how far you have to cast" clearWords="back to the mark's own" />
          )}
        </Fact>
      )}
      {" "}
      <Fact label="which way" words={(below ? WAYS.find((w) => w.value === BELOW)! : lies).words}
            source={facts.lowered !== null || said !== null ? "chosen" : byWays ? "predicted" : "assumed"}>
        {(close) => (
          <>
            <Choice options={options} value={way} onPick={(key) => {
              set(key === BELOW ? { lowered: true }
                : { lowered: false, cast_to_current_deg: key === NOT_SAID ? null : Number(key) });
              close();
            }} />
            <p className="sheet-note">
              Along the line the current helps or hinders the reel; across it, it carries line and lure aside.
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

/** How it is brought back. ``assumed`` : the retrieve where none is chosen; undefined: the rules choose. */
export function WorkFact({ assumed, speed_m_s }: { assumed?: string | undefined; speed_m_s?: number | undefined }) {
  const units = useUnits();
  const { box, reference } = useChosen();
  const { facts, set } = useQuestion();
  const key = facts.retrieve ?? assumed ?? "";
  const now = reference.retrieves.find((r) => r.key === key);
  const v = facts.retrieve_speed_m_s ?? speed_m_s ?? now?.speed_m_s ?? null;
  const reel = facts.reel_cm_per_turn ?? ASSUMED.reel_cm_per_turn;
  const free = { value: "", words: "as the rules choose", note: assumed ? "as place and fish have it" : "each outfit its own" };
  return (
    <Fact label="how it is worked" source={facts.retrieve ? "chosen" : "assumed"}
          words={now ? (now.steady && v !== null ? `${now.name} at ${text(speed(v, units))}` : now.name) : free.words}>
      {(close) => (
        <>
          <Choice options={[free, ...reference.retrieves.map((r) => ({ value: r.key, words: r.name, note: r.says }))]} value={facts.retrieve ?? ""}
                  onPick={(picked) => { set({ retrieve: (picked || null) as typeof facts.retrieve, lowered: null }); close(); }} />
          <FactNumber field="retrieve_speed_m_s" label="Speed of the reel where it is swum" scale={speedScale(units)}
                      close={close} assumed={now?.speed_m_s ?? null} above={0} high={5}
                      remedy="0.3 to 1 m/s is usual" />
          {v !== null && now?.steady && <p className="sheet-note">{turns(v, reel)} turns of the handle a second.</p>}
          {box.reels.length > 0 && (
            <Choice options={box.reels.map((r) => ({ value: r.line_per_turn_cm, words: r.name, note: `${text(turnLength(r.line_per_turn_cm, units))} a turn` }))}
                    value={reel} onPick={(reel_cm_per_turn) => { set({ reel_cm_per_turn }); close(); }} />
          )}
          <FactNumber field="reel_cm_per_turn" label="Line per turn of the handle" scale={handScale(units)}
                      close={close} assumed={ASSUMED.reel_cm_per_turn} low={20} high={200}
                      remedy="measure the line that one turn takes up" digits={0} />
        </>
      )}
    </Fact>
  );
}
