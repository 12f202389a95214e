// What to buy: the one purchase that closes most of what the lid chart leaves empty, at one's places.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { buyQuery } from "../../api/pack";
import type { Buy, LidQuery } from "../../api/types";
import { useQuestion } from "../../features/question/question";
import { plainWords } from "../../ui/typed";
import { gramsOfOunces, headName, text } from "../../base/units";
import { shapeWords } from "../../ui/weight";

export function BuyPart({ asked }: { asked: LidQuery }) {
  const [open, setOpen] = useState(false);
  const found = useQuery({ ...buyQuery(asked), enabled: open });
  const { settings } = useQuestion();
  const words = (b: Buy) => {
    if (b.kind === "line") return `${b.diameter_mm} mm line`;
    if (b.kind === "rod") return b.rod;
    const oz = b.oz ?? 0;
    return `${text(headName({ printed_oz: oz, mass_g: gramsOfOunces(oz) }, settings))} ${shapeWords(b.shape ?? "")} on ${b.hook_size}`;
  };
  const data = found.data;
  return (
    <div className="buy">
      <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>what would close most of it?</button>
      {open && !data && <p className="waiting" role="status">{found.error ? plainWords(found.error) : "Trying every common head, line and rod at your places …"}</p>}
      {open && data && (
        <>
          <p>Two weeks at {data.places.join(", ")} have {data.hours.toFixed(0)} hours of water on this chart; in {data.empty_hours.toFixed(0)} of them no head in the box is right.{data.left_out.length > 0 && ` Left out: ${data.left_out.join("; ")}.`}</p>
          {data.buys.length === 0 ? <p>{data.empty_share > 0 ? "Nothing of common size closes any of it." : "There is nothing to close."}</p> : (
            <ol>{data.buys.map((b) => (
              <li key={words(b)}><b>{words(b)}</b> closes {b.closes_hours.toFixed(0)} of these hours, and {Math.round(b.closes_share * 100)} % of the hatched chart.{b.have && " It is in the box: choose it above."}</li>
            ))}</ol>
          )}
        </>
      )}
    </div>
  );
}
