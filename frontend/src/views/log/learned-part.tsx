// What the water taught: each factor with what it rests on; held fast, begun afresh, followed again.
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";
import { learnedQuery } from "../../api/log";
import { changed } from "../../api/rests";
import type { LearnedFactor } from "../../api/types";
import { length, text } from "../../base/units";
import { AskDrop } from "../../features/log/ask-drop";
import { useUnits } from "../../features/question/use-units";
import { SeenScene } from "../../drawing/scenes/seen-scene";
import { plainWords } from "../../ui/typed";

export function LearnedPart() {
  const { data, error } = useQuery(learnedQuery);
  const queries = useQueryClient();
  const act = useMutation({
    mutationFn: ({ factor, action }: { factor: LearnedFactor; action: "freeze" | "forget" | "follow" }) =>
      unwrap(client.PUT("/api/log/learned", { body: { kind: factor.kind, key: factor.key, action } })),
    onSuccess: (all) => {
      queries.setQueryData(learnedQuery.queryKey, all);
      void changed(queries, "log");
    },
  });
  const forget = useMutation({
    mutationFn: (mark_id: number) => unwrap(client.PUT("/api/log/learned/depth", { body: { mark_id } })),
    onSuccess: (all) => {
      queries.setQueryData(learnedQuery.queryKey, all);
      void changed(queries, "log");
    },
  });
  const units = useUnits();
  if (!data) return <p className="waiting" role="status">{error ? plainWords(error) : "Reading what was learned …"}</p>;
  const kinds = [["sink", "Counts, by head and plastic"], ["current", "Currents, by place"]] as const;
  return (
    <section className="know-body">
      <p className="know-lead">Every timed drop and every head that held or was swept corrects the model a little. One odd count does not rule.</p>
      {act.error && <p role="alert" className="said">{plainWords(act.error)}</p>}
      {data.factors.length === 0 && <p>Nothing learned yet: time a drop on the Day, from splash to slack, or say that a head held or was swept.</p>}
      {data.asked.length > 0 && (
        <>
          <h2>Drops to be answered</h2>
          {data.asked.map((one) => <AskDrop key={one.drop.id} asked={one} units={units} />)}
        </>
      )}
      {data.depths.length > 0 && (
        <>
          <h2>Depths, by place</h2>
          <ul className="factors">{data.depths.map((d) => (
            <li key={d.mark_id}><div>
              <b>{d.name}</b>
              <p>{text(length(Math.abs(d.deeper_m), units))} {d.deeper_m >= 0 ? "deeper" : "shallower"} than charted, from your {d.used} drop{d.used === 1 ? "" : "s"}.</p>
              <p><button type="button" className="plain" onClick={() => forget.mutate(d.mark_id)}>as charted again</button></p>
            </div></li>
          ))}</ul>
        </>
      )}
      {kinds.map(([kind, title]) => {
        const own = data.factors.filter((f) => f.kind === kind);
        return own.length > 0 && (
          <div key={kind}>
            <h2>{title}</h2>
            <ul className="factors">{own.map((f) => <FactorRow key={f.key} factor={f} onAct={(action) => act.mutate({ factor: f, action })} />)}</ul>
          </div>
        );
      })}
    </section>
  );
}

function FactorRow({ factor: f, onAct }: { factor: LearnedFactor; onAct: (action: "freeze" | "forget" | "follow") => void }) {
  const what = f.kind === "sink" ? "drops" : "heads tried";
  const value = f.frozen ?? f.factor;
  const words = f.kind === "sink"
    ? `takes ${Math.abs((value - 1) * 100).toFixed(0)} % ${value >= 1 ? "longer" : "less"} than the model says`
    : `runs ${Math.abs((value - 1) * 100).toFixed(0)} % ${value >= 1 ? "harder" : "less hard"} than predicted`;
  return (
    <li>
      <SeenScene seen={f.seen} kind={f.kind} factor={value} words={`${f.name}: seen against computed`} />
      <div>
        <b>{f.name}</b>
        <p>{Math.abs(value - 1) < 0.005 ? "as the model says" : words}: ×{value.toFixed(2)}, between {f.low.toFixed(2)} and {f.high.toFixed(2)} in 9 of 10; {f.settled}, {f.used} {what}{f.left_out > 0 && `, ${f.left_out} too far off to be believed`}.</p>
        <p>
          {f.frozen !== null ? <b>held at ×{f.frozen.toFixed(2)} </b> : <button type="button" className="plain" onClick={() => onAct("freeze")}>hold it here</button>}
          {" · "}<button type="button" className="plain" onClick={() => onAct("forget")}>begin afresh</button>
          {(f.frozen !== null || f.since_utc_s !== null) && <>{" · "}<button type="button" className="plain" onClick={() => onAct("follow")}>follow all that was seen</button></>}
        </p>
      </div>
    </li>
  );
}
