// Before anything is on the chart or in the box: what is missing, and the one way on.
import { useState } from "react";
import { Link } from "react-router";
import { client, unwrap } from "../../api/client";
import { plainWords } from "../../ui/typed";
import { useChosen } from "./question";

/** What a view needs and does not have; empty when all is there. */
export function useMissing(): string[] {
  const { marks, box } = useChosen();
  const needs: [string, number][] = [
    ["mark", marks.length], ["plastic", box.plastics.length], ["head", box.heads.length],
    ["line", box.lines.length],
  ];
  return needs.filter(([, count]) => count === 0).map(([name]) => name);
}

/** The sample island, in a server of its own: nothing of it comes into one's own water. */
export function LookRound() {
  const { reference } = useChosen();
  const [said, setSaid] = useState("");
  if (reference.home_url) return null;
  const go = async () => {
    setSaid("Marela is being drawn: a few seconds …");
    try {
      window.location.assign((await unwrap(client.POST("/api/look-round"))).url);
    } catch (error) {
      setSaid(plainWords(error));
    }
  };
  return (
    <p>
      <button type="button" className="plain" onClick={() => void go()}>look round Marela first</button>{" "}
      <span className="sheet-note">a made-up island with all of it; it stays apart from yours</span>{" "}
      <span role="status">{said}</span>
    </p>
  );
}

export function EmptyBox({ missing }: { missing: string[] }) {
  const nothing = missing.length === 4;
  return (
    <div className="no-water first-way">
      <h1>{nothing ? "No water yet." : `No ${missing.join(", no ")} yet.`}</h1>
      <p>
        {nothing
          ? "A place, a tide table and what lies in your box: with these Ilha says what to tie on."
          : "It takes one of each to read the water."}
      </p>
      <p><Link className="do" to="/first">{nothing ? "Begin with your own water" : "Go on where you left"}</Link></p>
      <LookRound />
    </div>
  );
}
