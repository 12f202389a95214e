// True size on this screen: a bank or identity card is held to the glass once, and kept per device.
import { useId, useState } from "react";
import { Fact } from "../../ui/fact";
import { CARD_MM } from "../../base/units";

const KEY = "ilha.px_per_mm";
/** Screens have between these pixels (of the style sheet) to the millimetre. */
const [LEAST, MOST] = [2, 12];
/** What a style sheet takes for a millimetre where nothing was measured. */
const NOMINAL = 96 / 25.4;

export function storedScale(): number | null {
  const kept = Number(localStorage.getItem(KEY));
  return kept >= LEAST && kept <= MOST ? kept : null;
}

export function TrueSizeFact({ scale, onScale }: {
  scale: number | null; onScale: (scale: number | null) => void;
}) {
  return (
    <Fact label="true size" words={scale === null ? "not yet at true size" : "at true size"}
          source={scale === null ? "assumed" : "typed"}>
      {(close) => (
        <CardSheet scale={scale} onSet={(px) => {
          if (px === null) localStorage.removeItem(KEY);
          else localStorage.setItem(KEY, String(px));
          onScale(px);
          close();
        }} />
      )}
    </Fact>
  );
}

function CardSheet({ scale, onSet }: { scale: number | null; onSet: (scale: number | null) => void }) {
  const [px, setPx] = useState(scale ?? NOMINAL);
  const id = useId();
  const wide = CARD_MM * px;
  return (
    <div className="true-size">
      <p className="sheet-note">Hold a bank or identity card (85.60 mm wide) to the glass and make the frame as wide.</p>
      <svg width={wide} height={wide * 0.25} viewBox={`0 0 ${wide} ${wide * 0.25}`} role="img" aria-label="frame as wide as the card">
        <rect x={0.5} y={0.5} width={wide - 1} height={wide * 0.25 - 1} />
      </svg>
      <label htmlFor={id}>Width of the frame</label>
      <input id={id} data-first type="range" min={LEAST} max={MOST} step={0.01} value={px}
             aria-valuetext={`${wide.toFixed(0)} pixels`} onChange={(e) => setPx(Number(e.target.value))} />
      <p>
        <button type="button" className="do" onClick={() => onSet(px)}>It fits</button>{" "}
        {scale !== null && <button type="button" className="plain" onClick={() => onSet(null)}>forget it</button>}
      </p>
    </div>
  );
}
