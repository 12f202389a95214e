// Two rigs on the same water: their falls side by side, and the hours in which each is the better.
import { useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { compareQuery } from "../../api/day";
import type { Compared, DayBoard } from "../../api/types";
import { PairScene } from "../../drawing/scenes/pair-scene";
import type { Frame } from "../../drawing/geometry/frame";
import { useChosen, useQuestion } from "../../features/question/question";
import { until } from "../../base/clock";
import { fallSpeed, headName, length, text, type Units } from "../../base/units";
import { plainWords } from "../../ui/typed";
import { shapeWords } from "../../ui/weight";

interface Props {
  board: DayBoard;
  frame: Frame;
  units: Units;
  head_id: number | null;
  other_id: number | null;
  onHide: () => void;
}

interface Side { plastic_id: number; head_id: number }

export function CompareSheet({ board, frame, units, head_id, other_id, onHide }: Props) {
  const { query } = useQuestion();
  const first = head_id ?? board.heads[0]?.id ?? 0;
  const second = other_id !== null && other_id !== first ? other_id : (board.heads.find((h) => h.id !== first)?.id ?? first);
  const [a, setA] = useState<Side>({ plastic_id: query.plastic_id, head_id: first });
  const [b, setB] = useState<Side>({ plastic_id: query.plastic_id, head_id: second });
  const result = useQuery({
    ...compareQuery({ ...query, a_plastic_id: a.plastic_id, a_head_id: a.head_id, b_plastic_id: b.plastic_id, b_head_id: b.head_id }),
    placeholderData: keepPreviousData,
  });
  const found = result.data;
  return (
    <Modal show onHide={onHide} aria-labelledby="compare-title" centered scrollable size="lg">
      <Modal.Header closeButton><Modal.Title as="h2" id="compare-title">This or that, when?</Modal.Title></Modal.Header>
      <Modal.Body>
        <div className="compare-sides">
          <SidePick label="This" side={a} onPick={setA} units={units} />
          <SidePick label="That" side={b} onPick={setB} units={units} />
        </div>
        {result.error && <p role="alert" className="said">{plainWords(result.error)}</p>}
        {found ? (
          <div className={result.isPlaceholderData ? "dim" : undefined}>
            <PairScene found={found} near={frame.near} units={units} words={`Both as they fall at ${frame.clock}`} />
            <Figures found={found} near={frame.near} units={units} />
            <Hours found={found} />
          </div>
        ) : !result.error && <p className="waiting" role="status">Dropping both through the day …</p>}
      </Modal.Body>
    </Modal>
  );
}

function SidePick({ label, side, onPick, units }: { label: string; side: Side; onPick: (side: Side) => void; units: Units }) {
  const { box } = useChosen();
  return (
    <fieldset>
      <legend>{label}</legend>
      <Form.Select aria-label={`${label}: plastic`} value={side.plastic_id} onChange={(e) => onPick({ ...side, plastic_id: Number(e.target.value) })}>
        {box.plastics.map((p) => <option key={p.id} value={p.id}>{p.name}</option>)}
      </Form.Select>
      <Form.Select aria-label={`${label}: head`} value={side.head_id} onChange={(e) => onPick({ ...side, head_id: Number(e.target.value) })}>
        {box.heads.map((h) => <option key={h.id} value={h.id}>{text(headName(h, units))} {shapeWords(h.shape)} {h.hook_size}</option>)}
      </Form.Select>
    </fieldset>
  );
}

const VERDICTS: Record<string, string> = { right: "right", marginal: "only just", "too-light": "too light", "falls-short": "falls short", "too-heavy": "too heavy", "unsafe-for-outfit": "over your rod" };

function Figures({ found, near, units }: { found: Compared; near: number; units: Units }) {
  const rows: [string, (s: Compared["a"]) => string][] = [
    ["rigged", (s) => s.rigging_name],
    ["now", (s) => VERDICTS[s.verdict[near] ?? ""] ?? "dry"],
    ["falls at", (s) => text(fallSpeed(s.fall_speed_m_s, units))],
    ["count", (s) => (s.count_s[near] == null ? "–" : `${Math.round(s.count_s[near])} s`)],
    ["in their zone", (s) => (s.zone_s[near] == null ? "–" : `${s.zone_s[near].toFixed(1)} s`)],
    ["lands up-tide", (s) => text(length(s.lead_m[near], units))],
    ["lands beyond", (s) => text(length(s.beyond_m[near], units))],
  ];
  return (
    <table className="compare-figures">
      <thead><tr><th /><th>this</th><th>that</th></tr></thead>
      <tbody>{rows.map(([words, of]) => <tr key={words}><th scope="row">{words}</th><td>{of(found.a)}</td><td>{of(found.b)}</td></tr>)}</tbody>
    </table>
  );
}

/** The better verdict is the better; of one verdict that which hangs longer among them. */
function Hours({ found }: { found: Compared }) {
  if (found.spans.length === 0) return <p>The mark is dry all day.</p>;
  return (
    <>
      <h3>The better of the two</h3>
      <ul className="compare-hours">
        {found.spans.map((s) => (
          <li key={s.from_step}>{s.from_clock} to {until(s.to_clock)}: <b>{s.better === "a" ? "this" : s.better === "b" ? "that" : "even"}</b></li>
        ))}
      </ul>
      <p className="sheet-note">The better verdict is the better; where both say the same, the one that hangs longer in their zone, by a tenth or more.</p>
    </>
  );
}
