// From nothing to the first answer: where, the tide, the box, rod and line, and go. Each step is
// done when what it is about is stored, so that it can be left and taken up again anywhere.
import { useState } from "react";
import { useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { Form } from "react-bootstrap";
import { useNavigate } from "react-router";
import { client, unwrap } from "../../api/client";
import { tidesQuery } from "../../api/resources";
import { changed } from "../../api/rests";
import type { Mark, Port } from "../../api/types";
import { nowS } from "../../features/day/now";
import { LookRound } from "../../features/question/empty-box";
import { useChosen, useQuestion } from "../../features/question/question";
import { PrintedTide, dayWords } from "../../features/tides/printed-tide";
import { Secondary } from "../../features/tides/secondary";
import { wallOf } from "../../base/zone";
import { HeadsStep, PlasticsStep } from "./box-step";
import { RodStep } from "./rod-step";
import { WhereStep } from "./where-step";

const KEY = "ilha.first";
type Step = "where" | "tide" | "box" | "rod" | "go";
const TITLES: Record<Step, string> = { where: "Where", tide: "The tide", box: "The box", rod: "Rod and line", go: "Go" };

export default function FirstView() {
  const { marks, box, mark } = useChosen();
  const { choose } = useQuestion();
  const { data: { ports } } = useSuspenseQuery(tidesQuery);
  const [left, setLeft] = useState<Step[]>(() => JSON.parse(localStorage.getItem(KEY) ?? "[]") as Step[]);
  const [again, setAgain] = useState<Step | null>(null);
  const home = mark ?? marks[0];
  const port = ports.find((p) => p.id === home?.tide_port_id);
  const done: Record<Step, string> = {
    where: home ? `${home.name}, ${home.kind}` : "",
    tide: port ? port.name : left.includes("tide") ? "none: you type what you see" : "",
    box: box.heads.length > 0 && box.plastics.length > 0 ? `${box.heads.length} kinds of head, ${box.plastics.length} of plastic` : left.includes("box") ? "later" : "",
    rod: box.lines.length > 0 && box.rods.length > 0 ? `${box.rods[0]!.name}, ${box.lines[0]!.name}` : left.includes("rod") ? "later" : "",
    go: "",
  };
  const steps: Step[] = ["where", "tide", "box", "rod", "go"];
  // The box is done when one says so: there is always one more head.
  const [boxed, setBoxed] = useState(done.box !== "");
  const [rodded, setRodded] = useState(done.rod !== "");
  const open = again ?? steps.find((s) => done[s] === "" || (s === "box" && !boxed) || (s === "rod" && !rodded)) ?? "go";
  const leave = (step: Step) => {
    const next = [...new Set([...left, step])];
    localStorage.setItem(KEY, JSON.stringify(next));
    setLeft(next);
    setAgain(null);
    if (step === "box") setBoxed(true);
    if (step === "rod") setRodded(true);
  };
  return (
    <div className="first-view">
      <h1>Your water</h1>
      <p className="first-lead">Five steps to the first answer. What you do not know is assumed, and marked so, until you say it.</p>
      {marks.length === 0 && <LookRound />}
      <ol>
        {steps.map((step) => (
          <li key={step} aria-current={open === step ? "step" : undefined} className={open === step ? "open" : done[step] ? "done" : ""}>
            <h2>
              {TITLES[step]}
              {open !== step && done[step] && <span>{done[step]}</span>}
              {open !== step && done[step] && <button type="button" className="plain" onClick={() => setAgain(step)}>{step === "where" ? "another" : "change"}</button>}
            </h2>
            {open === step && step === "where" && <WhereStep onDone={(made) => { choose({ mark_id: made.id }); setAgain(null); }} />}
            {open === step && step === "tide" && home && <TideStep home={home} ports={ports} onDone={() => setAgain(null)} onLeave={() => leave("tide")} />}
            {open === step && step === "box" && (
              <>
                <HeadsStep />
                <PlasticsStep />
                <p>{box.heads.length > 0 && box.plastics.length > 0
                  ? <button type="button" className="do" onClick={() => { setBoxed(true); setAgain(null); }}>That is in the box</button>
                  : <button type="button" className="plain" onClick={() => leave("box")}>later</button>}</p>
              </>
            )}
            {open === step && step === "rod" && (
              <>
                <RodStep />
                <p>{box.rods.length > 0 && box.lines.length > 0
                  ? <button type="button" className="do" onClick={() => { setRodded(true); setAgain(null); }}>With these</button>
                  : <button type="button" className="plain" onClick={() => leave("rod")}>later</button>}</p>
              </>
            )}
            {open === step && step === "go" && <GoStep home={home} port={port} />}
          </li>
        ))}
      </ol>
    </div>
  );
}

function TideStep({ home, ports, onDone, onLeave }: { home: Mark; ports: Port[]; onDone: () => void; onLeave: () => void }) {
  const queries = useQueryClient();
  // The table is of another port, from which this water differs by what the tables print.
  const [differs, setDiffers] = useState(false);
  const [standard, setStandard] = useState<Port>();
  const use = async (port: Port) => {
    const { id, ...body } = home;
    await unwrap(client.PUT("/api/marks/{row_id}", { params: { path: { row_id: id } }, body: { ...body, tide_port_id: port.id } }));
    await changed(queries, "places");
    onDone();
  };
  return (
    <>
      {standard ? (
        <>
          <p className="first-ask">Kept. By how much the tide at {home.name} differs from {standard.name}:</p>
          <Secondary ports={ports} zone={home.time_zone} standard={standard} name={`tide at ${home.name}`} onMade={(port) => void use(port)} />
        </>
      ) : (
        <>
          {ports.length > 0 && <p>{ports.map((p) => <button key={p.id} type="button" className="plain" onClick={() => void use(p)}>use {p.name}</button>)}</p>}
          <PrintedTide zone={home.time_zone} latitude_deg={home.assumed?.includes("latitude_deg") ? null : home.latitude_deg} port={null}
                       name={differs ? "standard port" : `tide at ${home.name}`} onKept={(port) => (differs ? setStandard(port) : void use(port))} />
          <Form.Check id="first-differs" label="It is the table of another port, from which this water differs" checked={differs} onChange={(e) => setDiffers(e.target.checked)} />
          {ports.length > 0 && <Secondary ports={ports} zone={home.time_zone} name={`tide at ${home.name}`} onMade={(port) => void use(port)} />}
        </>
      )}
      <p><button type="button" className="plain" onClick={onLeave}>none: I type what I see</button></p>
    </>
  );
}

function GoStep({ home, port }: { home: Mark | undefined; port: Port | undefined }) {
  const go = useNavigate();
  const { box } = useChosen();
  const { choose, set } = useQuestion();
  const missing = [!home && "a mark", box.heads.length === 0 && "a head", box.plastics.length === 0 && "a plastic", box.lines.length === 0 && "a line"].filter(Boolean);
  if (missing.length > 0) return <p>It takes {missing.join(", ")} yet to read the water. Log what happens meanwhile: the taps are on the Day.</p>;
  const start = (date: string | null) => {
    choose({ mark_id: home!.id, plastic_id: box.plastics[0]!.id, line_id: box.lines[0]!.id, rod_id: box.rods[0]?.id ?? null });
    set({ date });
    void go("/");
  };
  const day = (seconds: number) => wallOf(seconds, home!.time_zone).slice(0, 10);
  const tomorrow = day(nowS() + 86400);
  // Where the table speaks of other days only: its first.
  const reaches = port?.first_utc_s == null || (day(port.first_utc_s) <= tomorrow && tomorrow <= day(port.last_utc_s!));
  const first = reaches ? tomorrow : day(Math.max(port.first_utc_s!, nowS()));
  return (
    <p>
      <button type="button" className="do" onClick={() => start(first)}>{first === tomorrow ? "Tomorrow" : dayWords(first)} at {home!.name}</button>{" "}
      <button type="button" className="plain" onClick={() => start(null)}>today</button>
      <span className="sheet-note"> What was assumed stands dotted in the sentence: tap it there to say it.</span>
    </p>
  );
}
