// What stands in the water's place while there is none to draw: what is missing, and the one step.
import { useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { Form } from "react-bootstrap";
import { Refused, client, unwrap } from "../../api/client";
import { changed } from "../../api/rests";
import { Chips } from "../../ui/chips";
import { NumberSheet } from "../../ui/number-sheet";
import { plainWords, typedNumber } from "../../ui/typed";
import { lengthScale, speed, speedScale, text } from "../../base/units";
import { useChosen, useQuestion } from "./question";
import { currentStep } from "./time";
import { useUnits } from "./use-units";

/** What anglers mean by a slow, a medium and a strong stream, m/s: common practice, no source. */
export const RUNS = [{ words: "hardly", m_s: 0.1 }, { words: "slow", m_s: 0.25 }, { words: "medium", m_s: 0.5 }, { words: "strong", m_s: 1 }];
const FLOAT_S = 10;
/** Fields whose remedy stands here; any other's is with the mark. */
const SAID = new Set(["step", "date", "typed_speed_m_s", "rigging", "heads"]);

/** refused : by the server; null where it does not answer and nothing of this day is here. */
export function NoWater({ refused }: { refused: Error | null }) {
  const { mark } = useChosen();
  const { set, facts } = useQuestion();
  const field = refused instanceof Refused ? refused.field : null;
  const away = refused instanceof Refused && refused.code === "not-along";
  const name = mark?.name ?? "this mark";
  return (
    <div className="no-water">
      {!refused && <p>The water of {name} on this day is not on this device, and the server does not answer. What you log is kept, and its water is filled in at home.</p>}
      {refused && !away && (
        <p>{field === "typed_speed_m_s" ? (mark?.tide_port_id == null ? `${name} has no tide: what do you see?` : `How hard does it run at ${name}?`)
          : field === "date" ? "The tide table does not reach this day." : field === "heads" ? "No head of the box goes on this plastic."
          : field === "rigging" ? `${refused.message.replaceAll("`", "")}.` : "No water to draw yet."}</p>
      )}
      {!away && field === "typed_speed_m_s" && mark?.tide_port_id != null && <AtItsHardest />}
      {!away && (field === "typed_speed_m_s" || field === "date") && <Seen hasTide={mark?.tide_port_id != null && field !== "date"} />}
      {field === "date" && (
        <p>
          {facts.date && <button type="button" className="do" onClick={() => set({ date: null })}>Back to today</button>}{" "}
          <Link to="/places">bring the table&apos;s next days</Link>
        </p>
      )}
      {away && <p>{refused?.message} <Link to="/trip">Open the Day from the trip</Link>, or set it back; what you log is kept.</p>}
      {field === "step" && <p>{refused?.message.replaceAll("`", "")}</p>}
      {field === "rigging" && <p><button type="button" className="do" onClick={() => set({ rigging: null })}>Back to one head</button></p>}
      {field === "heads" && <p><Link to="/box">See to the heads in the box</Link>, or choose another plastic in the sentence.</p>}
      {refused && !away && !SAID.has(field ?? "") && <p><Link to="/places">See to {name} under Places</Link></p>}
      {mark?.caution && <p className="caution">{mark.caution}</p>}
    </div>
  );
}

/** Kept with the mark, for every day: the tide then gives the hours. */
function AtItsHardest() {
  const units = useUnits();
  const queries = useQueryClient();
  const { mark } = useChosen();
  const [said, setSaid] = useState("");
  const keep = async (m_s: number) => {
    const { id, ...body } = mark!;
    try {
      await unwrap(client.PUT("/api/marks/{row_id}", { params: { path: { row_id: id } }, body: {
        ...body, neap_rate_m_s: m_s / 2, spring_rate_m_s: m_s, slack_lag_min: 0,
        assumed: [...new Set([...(body.assumed ?? []), "neap_rate_m_s", "spring_rate_m_s", "slack_lag_min"])],
      } }));
      await changed(queries, "places");
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <>
      <p>At its hardest, at springs:</p>
      <Chips label="stream at springs" options={RUNS.map((r) => ({ value: r.m_s, words: `${r.words}, ${text(speed(r.m_s, units))}` }))} chosen={[]} onTap={(m_s) => void keep(m_s)} />
      <p className="sheet-note">It is kept with the mark as assumed, half of it at neaps; the tide gives the hours. Heads that hold or are swept put it right.</p>
      <p role="alert" className="said">{said}</p>
    </>
  );
}

/** What is seen on this day at this hour: a word, a number, or how far a float drifts. */
function Seen({ hasTide }: { hasTide: boolean }) {
  const units = useUnits();
  const { setTyped } = useQuestion();
  const long = lengthScale(units);
  const [drift, setDrift] = useState("");
  const see = (value: number) => setTyped({ speed: { value, step: Math.round(currentStep()) || 72 } });
  const metres = long.toSi(typedNumber(drift, long.unit));
  return (
    <>
      <p>{hasTide ? "Or what you see now:" : "What you see:"}</p>
      <Chips label="current seen" options={RUNS.map((r) => ({ value: r.m_s, words: r.words, note: text(speed(r.m_s, units)) }))} chosen={[]} onTap={see} />
      <NumberSheet
        label="Current you see at the surface" scale={speedScale(units)} value={null} low={0}
        high={6} remedy="watch weed or foam drift past the boat; 0 in slack water"
        onSet={see}
      />
      <Form className="float-form" noValidate onSubmit={(e) => { e.preventDefault(); if (metres >= 0 && metres <= 60) see(metres / FLOAT_S); }}>
        <label htmlFor="float-drift">a float drifts in ten seconds, {long.unit}</label>{" "}
        <Form.Control id="float-drift" inputMode="decimal" autoComplete="off" value={drift} onChange={(e) => setDrift(e.target.value)} />{" "}
        <button type="submit" className="plain">that makes {Number.isFinite(metres) ? text(speed(metres / FLOAT_S, units)) : "…"}</button>
      </Form>
      <p className="sheet-note">It is kept with this mark for this day, and every view asks it.</p>
    </>
  );
}
