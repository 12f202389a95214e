// Streams of a mark's own: from constants, by the clock, or by the hours of the tide.
import { useState } from "react";
import type { NewStream, Stream } from "../../api/types";
import { plainWords } from "../../ui/typed";
import { BringForm, type Kind } from "./bring-form";

const FORMS: Kind<NewStream["form"]>[] = [
  { key: "hours", words: "rates by the hours of the tide", header: "hour,neap_m_s,spring_m_s",
    note: "Hours from high water at the mark, -6 to 6; floods are positive. The day's rate follows the range of its tide." },
  { key: "clock", words: "speeds by the clock", header: "time_utc,speed_m_s",
    note: "Slacks and peaks, or even steps; floods are positive. Times without a zone are UTC." },
  { key: "constants", words: "harmonic constants", header: "constituent,speed_m_s,phase_deg", latitude: true,
    note: "Along the flood, which is positive; a row Z0 is the mean." },
];

export function Streams({ streams, onAdd, onRemove }: {
  streams: Stream[];
  onAdd: (body: NewStream) => Promise<Stream>;
  onRemove: (stream: Stream) => Promise<void>;
}) {
  const [said, setSaid] = useState("");
  return (
    <section className="tides" aria-labelledby="streams-title">
      <h2 id="streams-title">Streams</h2>
      <ul>
        {streams.map((stream) => (
          <li key={stream.id}>
            <b>{stream.name}</b> · {FORMS.find((f) => f.key === stream.form)?.words}{" "}
            <button type="button" className="plain" onClick={() => {
              onRemove(stream).then(() => setSaid(""), (error: Error) => setSaid(plainWords(error)));
            }}>remove</button>
          </li>
        ))}
      </ul>
      {streams.length === 0 && <p className="sheet-note">None yet: each mark's stream is derived from its tide.</p>}
      <p role="alert" className="said">{said}</p>
      <BringForm title="Bring a stream in" kinds={FORMS} onBring={onAdd} />
    </section>
  );
}
