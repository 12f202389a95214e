// All rules by part of the trade: which hold today, switched off or weighed anew, and one's own.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { rulesQuery } from "../../api/choice";
import type { Choice, NewRule, Rule, Rules } from "../../api/types";
import { plainWords } from "../../ui/typed";
import { NewRuleForm } from "./new-rule";
import { RuleRow } from "./rule-row";
import { ownId, useRules } from "./use-rules";

const SHOWN = [["all", "all"], ["today", "that hold today"], ["changed", "changed or your own"]] as const;
type Shown = (typeof SHOWN)[number][0];

export function RulesPart({ choice }: { choice: Choice | undefined }) {
  const { data: rules, error } = useQuery(rulesQuery);
  const sent = useRules();
  const [shown, setShown] = useState<Shown>("all");
  const [adding, setAdding] = useState(false);
  const [gone, setGone] = useState<NewRule | null>(null);
  if (!rules) return <p className="waiting" role="status">{error ? plainWords(error) : "Reading the rules …"}</p>;
  const fired = new Set(choice?.fired ?? []);
  const seen = rules.rules.filter((r) => shows(r, shown, fired));
  const remove = (rule: Rule) => {
    setGone(rule.body as unknown as NewRule);
    sent.remove.mutate(ownId(rule.key));
  };
  return (
    <section className="know-body">
      <p className="know-lead">
        {rules.rules.length} rules, common practice, no source; their points are judgement and yours to change.{" "}
        {choice && <>For {choice.asked.fish_name} at {choice.asked.clock}, {fired.size} hold.</>}
      </p>
      <p className="know-tools">
        <span role="group" aria-label="which rules">
          {SHOWN.map(([key, words]) => <button key={key} type="button" className="plain" aria-pressed={shown === key} onClick={() => setShown(key)}>{words}</button>)}
        </span>
        <button type="button" className="do" onClick={() => setAdding(true)}>a rule of your own</button>
      </p>
      {gone && <p className="strip" role="status">Removed: {gone.says} <button type="button" className="plain" onClick={() => { sent.add.mutate(gone); setGone(null); }}>put it back</button></p>}
      {sent.error && <p role="alert" className="said">{plainWords(sent.error)}</p>}
      {choice && shown === "today" && <Conflicts choice={choice} rules={rules} />}
      {rules.parts.map((part) => {
        const own = seen.filter((r) => r.part === part.key);
        return own.length > 0 && (
          <div key={part.key} className="rule-part">
            <h2>{part.name}</h2>
            <ul>{own.map((rule) => (
              <RuleRow key={rule.key} rule={rule} fired={fired.has(rule.key)} onChange={(on, weight) => sent.change.mutate({ key: rule.key, on, weight })}
                       onRemove={rule.body ? () => remove(rule) : undefined} />
            ))}</ul>
          </div>
        );
      })}
      {seen.length === 0 && <p>None.</p>}
      {adding && <NewRuleForm rules={rules} add={(body) => sent.add.mutateAsync(body)} onHide={() => setAdding(false)} />}
    </section>
  );
}

function shows(rule: Rule, shown: Shown, fired: Set<string>): boolean {
  if (shown === "today") return fired.has(rule.key);
  if (shown === "changed") return !rule.on || rule.body != null || rule.weight !== rule.ships;
  return true;
}

function Conflicts({ choice, rules }: { choice: Choice; rules: Rules }) {
  const says = (key: string) => rules.rules.find((r) => r.key === key)?.says.replace("{fish}", choice.asked.fish_name) ?? key;
  const feature = (key: string) => rules.features.find((f) => f.key === key)?.name ?? key;
  if (choice.conflicts.length === 0) return null;
  return (
    <details className="conflicts">
      <summary>{choice.conflicts.length} pairs pull apart today</summary>
      <ul>{choice.conflicts.map((c) => (
        <li key={`${c.feature}-${c.first}-${c.second}`}>
          <b>{feature(c.feature)}</b>: “{says(c.first)}” against “{says(c.second)}” {c.outweighs ? `${c.outweighs === c.first ? "The first" : "The second"} counts more.` : "They count alike."}
        </li>
      ))}</ul>
    </details>
  );
}
