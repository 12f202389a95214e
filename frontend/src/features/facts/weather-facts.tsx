// Wind, swell and thunder.
import type { DayBoard } from "../../api/types";
import { Choice } from "../../ui/choice";
import { Fact } from "../../ui/fact";
import { ASSUMED } from "../question/facts";
import { useChosen, useQuestion } from "../question/question";
import { COMPASS, compass, length, lengthScale, text, wind, windScale } from "../../base/units";
import { useUnits } from "../question/use-units";
import { FactNumber } from "./fact-number";

const SIDES = [
  { value: 0, words: "from behind" },
  { value: 45, words: "from behind and the side" },
  { value: 90, words: "from the side" },
  { value: 135, words: "from ahead and the side" },
  { value: 180, words: "in your face" },
];
const NOT_SAID = -1;

/** The nearest of the sides that are named. */
const sideOf = (deg: number) => SIDES.reduce((a, b) => (Math.abs(b.value - deg) < Math.abs(a.value - deg) ? b : a));

/** board : answered, by the ways of wind and cast where the side is not said. */
export function WindFact({ board }: { board: DayBoard | undefined }) {
  const units = useUnits();
  const { facts, set } = useQuestion();
  const { mark } = useChosen();
  const side = sideOf(facts.wind_to_cast_deg ?? board?.wind_to_cast_deg ?? 90);
  const from = facts.wind_from_deg;
  const byWays = from !== null && mark?.cast_to_deg != null;
  const calm = facts.wind_m_s === 0;
  const words = calm ? "calm"
    : `${text(wind(facts.wind_m_s ?? ASSUMED.wind_m_s, units))}${from === null ? "" : ` out of the ${compass(from)}`}, ${side.words}`;
  const typed = facts.wind_m_s !== null || facts.wind_to_cast_deg !== null || from !== null;
  return (
    <Fact label="wind" words={words} source={typed ? "typed" : "assumed"}>
      {(close) => (
        <>
          <FactNumber field="wind_m_s" label="Wind" scale={windScale(units)} close={close}
                      assumed={ASSUMED.wind_m_s} low={0} high={32.6} digits={1}
                      remedy="enter the wind's speed, 0 when calm" />
          <p className="sheet-note">It blows on your cast</p>
          <Choice options={[...(byWays ? [{ value: NOT_SAID, words: `by the ways of wind and cast: ${side.words}`, note: `the cast goes to the ${compass(mark.cast_to_deg!)}` }] : []), ...SIDES]}
                  value={facts.wind_to_cast_deg ?? (byWays ? NOT_SAID : side.value)}
                  onPick={(deg) => { set({ wind_to_cast_deg: deg === NOT_SAID ? null : deg }); close(); }} />
          <p className="sheet-note">
            and comes, for a boat's drift and for wind against the stream, out of the
            {mark && mark.flood_to_deg == null && " (this mark does not say where its flood runs: describe it in Places)"}
          </p>
          <div className="compass">
            <Choice
              options={[{ value: NOT_SAID, words: "not said" }, ...COMPASS.map(({ deg, words }) => ({ value: deg, words }))]}
              value={from ?? NOT_SAID}
              onPick={(deg) => { set({ wind_from_deg: deg === NOT_SAID ? null : deg }); close(); }}
            />
          </div>
        </>
      )}
    </Fact>
  );
}

/** assumed: m, what the place usually has, by which a lure swum back is reckoned. */
export function SwellFact({ assumed }: { assumed?: number }) {
  const units = useUnits();
  const { facts, set } = useQuestion();
  const height = facts.swell_m ?? (assumed || null);
  const swell = height === null ? "no swell said" : `swell ${text(length(height, units))}`;
  return (
    <Fact label="swell and thunder" words={`${swell}${facts.thunder ? ", thunder about" : ""}`}
          source={facts.swell_m === null && !facts.thunder ? "assumed" : "typed"}>
      {(close) => (
        <>
          <FactNumber field="swell_m" label="Swell in the forecast" scale={lengthScale(units)} close={close}
                      assumed={assumed || null} low={0} high={20} remedy="its height, 0 when flat"
                      clearWords="not said" />
          <Choice
            options={[
              { value: "none", words: "no thunder", note: "none forecast and none heard" },
              { value: "about", words: "thunder about", note: "forecast or heard" },
            ]}
            value={facts.thunder ? "about" : "none"}
            onPick={(key) => { set({ thunder: key === "about" }); close(); }}
          />
        </>
      )}
    </Fact>
  );
}
