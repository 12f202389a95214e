// The whole account of one outfit: what every rule gave, and which rules lost to which.
import { Modal } from "react-bootstrap";
import { Link } from "react-router";
import { useQuery } from "@tanstack/react-query";
import { rulesQuery } from "../../api/choice";
import type { Outfit } from "../../api/types";
import { said } from "../../base/units";
import { useUnits } from "../../features/question/use-units";

export function Account({ outfit, onHide }: { outfit: Outfit; onHide: () => void }) {
  const units = useUnits();
  const { data } = useQuery(rulesQuery);
  const part = (key: string) => data?.parts.find((p) => p.key === key)?.name ?? key;
  const says = (key: string) => data?.rules.find((r) => r.key === key)?.says.replace("The {fish}", "This fish") ?? key;
  return (
    <Modal show onHide={onHide} aria-labelledby="account-title" centered scrollable>
      <Modal.Header closeButton><Modal.Title as="h2" id="account-title">Why this outfit</Modal.Title></Modal.Header>
      <Modal.Body>
        <table className="account">
          <thead><tr><th>rule</th><th>of</th><th>gave</th></tr></thead>
          <tbody>
            {outfit.reasons.filter((r) => !r.tackle).map((r) => (
              <tr key={r.rule} className={r.gave < 0 ? "took" : undefined}>
                <td>{said(r.says, units)}</td><td>{part(r.part)}</td><td>{r.gave > 0 ? "+" : "−"}{Math.abs(r.gave).toFixed(1)}</td>
              </tr>
            ))}
            <tr className="total"><td>together</td><td /><td>{outfit.score.toFixed(1)}</td></tr>
          </tbody>
        </table>
        {outfit.reasons.some((r) => r.tackle) && (
          <>
            <h3>Rod and line, chosen after the rig</h3>
            <ul>{outfit.reasons.filter((r) => r.tackle).map((r) => <li key={r.rule}>{said(r.says, units)} {r.gave > 0 ? "+" : "−"}{Math.abs(r.gave).toFixed(1)}</li>)}</ul>
          </>
        )}
        {outfit.overruled.length > 0 && (
          <>
            <h3>Against it</h3>
            <ul className="overruled">
              {outfit.overruled.map((o) => (
                <li key={`${o.rule}-${o.feature}`}>{said(o.says, units)} <span>Outweighed by: {o.by.map(says).join(" ")}</span></li>
              ))}
            </ul>
          </>
        )}
        <p className="sheet-note">Points are judgement, and yours to change: <Link to="/know">Know</Link>. What cannot be rigged, never gets to the fish or would break was left out before any point was given; what is long, short, marginal or a guess stays, lower.</p>
      </Modal.Body>
    </Modal>
  );
}
