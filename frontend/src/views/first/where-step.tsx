// Where one fishes: a name, the kind of place, how one stands. All else is typical of the kind, and
// marked as assumed until it is described.
import { lazy, Suspense, useId, useState } from "react";
import { Form } from "react-bootstrap";
import { useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";
import { changed } from "../../api/rests";
import type { Mark, NewMark } from "../../api/types";
import { lengthScale, text, length } from "../../base/units";
import { useChosen } from "../../features/question/question";
import { useUnits } from "../../features/question/use-units";
import { Chips } from "../../ui/chips";
import { Line } from "../../ui/form-row";
import { plainWords, typedNumber } from "../../ui/typed";

/** The map library comes with it: only who asks for it waits for it. */
const PlaceOnChart = lazy(() => import("./place-on-chart"));

/** Degrees of longitude that an hour of the clock goes with. */
const DEG_PER_H = 15;
/** Where nothing is known of it but the clock: the sun then rises as it does half way up. */
const LATITUDE = 40;

const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC";

function roughly(): { latitude_deg: number; longitude_deg: number } {
  const january = new Date(new Date().getFullYear(), 0, 1).getTimezoneOffset();
  const july = new Date(new Date().getFullYear(), 6, 1).getTimezoneOffset();
  // Where summer time is kept in January it is summer there then.
  const south = january < july;
  return { latitude_deg: south ? -LATITUDE : LATITUDE, longitude_deg: (-Math.max(january, july) / 60) * DEG_PER_H };
}

export function WhereStep({ onDone }: { onDone: (mark: Mark) => void }) {
  const id = useId();
  const units = useUnits();
  const scale = lengthScale(units);
  const queries = useQueryClient();
  const { reference } = useChosen();
  const [name, setName] = useState("");
  const [kind, setKind] = useState<NewMark["kind"]>("harbour");
  const [stance, setStance] = useState<NewMark["stance"] | null>(null);
  const [place, setPlace] = useState<{ latitude_deg: number; longitude_deg: number } | null>(null);
  const [charted, setCharted] = useState(false);
  const [depth, setDepth] = useState("");
  const [said, setSaid] = useState("");
  const usual = reference.places.find((p) => p.kind === kind)!;
  const here = () => {
    setSaid("");
    if (!("geolocation" in navigator)) return setSaid("This device does not say where it is: leave it, or describe it later under Places.");
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => setPlace({ latitude_deg: Number(coords.latitude.toFixed(4)), longitude_deg: Number(coords.longitude.toFixed(4)) }),
      () => setSaid("The device did not say where it is. It is needed for sunrise and sunset only: leave it, or type it later under Places."));
  };
  const save = async () => {
    const deep = depth.trim() === "" ? usual.depth_m : scale.toSi(typedNumber(depth, scale.unit));
    if (!Number.isFinite(deep)) return setSaid(`The depth must be a number, in ${scale.unit}: correct it, or leave it empty.`);
    const body: NewMark = {
      name: name.trim() || "Home water", kind, ...(place ?? roughly()), time_zone: ownZone(), charted_depth_m: deep,
      bottom: usual.bottom, cover: "none", cover_height_m: 0, stance: stance ?? usual.stance, cast_m: usual.cast_m,
      tide_port_id: null, neap_rate_m_s: null, spring_rate_m_s: null, slack_lag_min: null, flood_to_deg: null, caution: "",
      tide_offset_min: 0, tide_height_offset_m: 0, stream_id: null, exposure: usual.exposure, tip_height_m: null,
      way_back_depth_m: null, ebb_to_deg: null, cast_to_deg: null, ground: null, shelter: "even",
      assumed: ["bottom", "cast_m", "exposure", ...(depth.trim() === "" ? ["charted_depth_m"] : []), ...(stance ? [] : ["stance"]), ...(place ? [] : ["latitude_deg", "longitude_deg"])],
    };
    try {
      const mark = await unwrap(client.POST("/api/marks", { body }));
      await changed(queries, "places");
      onDone(mark);
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <Form noValidate onSubmit={(e) => { e.preventDefault(); void save(); }}>
      <Line id={`${id}-name`} label="What you call it" value={name} onChange={setName} note="Home water" />
      <p className="first-ask">What kind of place is it?</p>
      <Chips label="kind of place" options={reference.places.map((p) => ({ value: p.kind, words: p.kind }))} chosen={[kind]} onTap={(k) => { setKind(k); setStance(null); }} />
      <p className="first-ask">How do you stand?</p>
      <Chips label="stance" options={reference.stances.map((s) => ({ value: s.key, words: s.words }))} chosen={[stance ?? usual.stance]} onTap={setStance} />
      <div className="form-row">
        <Form.Label htmlFor={`${id}-depth`}>Depth where the cast lands, at low water</Form.Label>
        <span className="number-row">
          <Form.Control id={`${id}-depth`} inputMode="decimal" autoComplete="off" placeholder={`about ${length(usual.depth_m, units).value}, as at most of its kind`} value={depth} onChange={(e) => setDepth(e.target.value)} />
          <span>{scale.unit}</span>
        </span>
      </div>
      <p>
        <button type="button" className="plain" onClick={here}>here, where this device is</button>{" "}
        <button type="button" className="plain" aria-expanded={charted} onClick={() => setCharted(!charted)}>on a chart</button>{" "}
        {place ? <span role="status">{place.latitude_deg.toFixed(2)}°, {place.longitude_deg.toFixed(2)}°</span> : <span className="sheet-note">or leave it: the sun is then taken by the clock, {ownZone().replaceAll("_", " ")}</span>}
      </p>
      {charted && <Suspense fallback={<p className="waiting">…</p>}><PlaceOnChart place={place} about={roughly()} name={name.trim() || "here"} onPlace={setPlace} /></Suspense>}
      <p className="sheet-note">Assumed of a {kind} until you describe it: {usual.bottom} bottom, a cast of {text(length(usual.cast_m, units, 0))}, {usual.exposure}.</p>
      <p role="alert" className="said">{said}</p>
      <button type="submit" className="do">That is the place</button>
    </Form>
  );
}
