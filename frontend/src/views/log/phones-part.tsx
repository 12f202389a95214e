// Phones: paired by a code that this computer shows, named, let out again.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { Refused } from "../../api/client";
import { devicesQuery, nameDevice, pairingCode, revokeDevice } from "../../api/devices";
import { useNow } from "../../base/use-now";
import { plainWords } from "../../ui/typed";

type Code = Awaited<ReturnType<typeof pairingCode>>;

const when = (seconds: number): string =>
  new Date(seconds * 1000).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

export function PhonesPart() {
  const queries = useQueryClient();
  const { data, error } = useQuery({ ...devicesQuery, refetchInterval: 5000 });
  const [code, setCode] = useState<Code | null>(null);
  const [had, setHad] = useState(0);
  const [said, setSaid] = useState("");
  const tried = async (work: () => Promise<unknown>) => {
    try {
      setSaid("");
      await work();
      await queries.invalidateQueries(devicesQuery);
    } catch (problem) {
      setSaid(plainWords(problem));
    }
  };
  // On a phone there is nothing to see to: it was paired on the computer.
  if (error instanceof Refused && error.code === "computer-only") return null;
  const paired = code !== null && (data?.devices.length ?? 0) > had;
  return (
    <>
      <h2>Phones</h2>
      {data && !data.on && <p>No phone is let in: the home network is not listened to. Started with <code>ilha serve --share</code>, phones that you pair come in over it, encrypted, and nothing else does.</p>}
      {data?.on && (
        <>
          <p>At home a phone that is paired opens <b>{data.addresses[0]}</b>{data.addresses.length > 1 && `, or ${data.addresses.slice(1).join(", ")}`}, takes a trip along, and brings its log home by itself.</p>
          {paired ? <p role="status">Paired. <button type="button" className="plain" onClick={() => setCode(null)}>good</button></p>
            : code ? <CodePart code={code} fingerprint={data.fingerprint} onDone={() => setCode(null)} /> : (
              <p><button type="button" className="do" onClick={() => void tried(async () => { setHad(data.devices.length); setCode(await pairingCode()); })}>Pair a phone</button></p>
            )}
          <ul className="data-files">{data.devices.map((one) => (
            <li key={one.id}>
              <Form.Control className="phone-name" aria-label={`name of ${one.name}`} defaultValue={one.name} maxLength={40} onBlur={(e) => { const name = e.target.value.trim(); if (name && name !== one.name) void tried(() => nameDevice(one.id, name)); }} />
              {" "}paired {when(one.made_utc_s)}, last seen {when(one.seen_utc_s)}{" "}
              <button type="button" className="plain" onClick={() => void tried(() => revokeDevice(one.id))}>let it out<span className="visually-hidden">: {one.name}</span></button>
            </li>
          ))}</ul>
        </>
      )}
      {said && <p role="alert" className="said">{said}</p>}
    </>
  );
}

function CodePart({ code, fingerprint, onDone }: { code: Code; fingerprint: string; onDone: () => void }) {
  const left = Math.max(0, Math.ceil((code.until_utc_s - useNow(10)) / 60));
  return (
    <div className="pairing">
      <img src={`data:image/svg+xml;utf8,${encodeURIComponent(code.qr_svg)}`} alt={`the address with the code in it: ${code.address}`} width={260} height={260} />
      <div>
        <p>Point the phone&apos;s camera at it, or open the address and type <b className="pairing-code">{code.code}</b>.</p>
        <p>{left > 0 ? `It pairs one phone, once, in the next ${left} min.` : "It is over: make another."} The phone asks whether to trust this computer; what it shows must be:</p>
        <p className="fingerprint">{fingerprint}</p>
        <p><button type="button" className="plain" onClick={onDone}>put it away</button></p>
      </div>
    </div>
  );
}
