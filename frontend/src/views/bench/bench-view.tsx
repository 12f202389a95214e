// Bench: the chosen plastic on the chosen head, which hooks fit, and how to thread it.
import { useQuery, keepPreviousData } from "@tanstack/react-query";
import { useState } from "react";
import { Away } from "../../api/client";
import { dayQuery, fileOf, fitQuery } from "../../api/day";
import type { Fit, Head, HookFit, Plastic, RiggingPlan } from "../../api/types";
import { ON_LINE, laidOut } from "../../drawing/geometry/rigged";
import { SmallRig } from "../../drawing/scenes/hook-scene";
import { LeaderScene } from "../../drawing/scenes/leader-scene";
import { RigScene } from "../../drawing/scenes/rig-scene";
import { EmptyBox, useMissing } from "../../features/question/empty-box";
import { useChosen, useQuestion } from "../../features/question/question";
import { StateStrip } from "../../features/question/state-strip";
import { useStep } from "../../features/question/time";
import { grams, inches, mmFromM, planNumber, small, strength, text, type Units } from "../../base/units";
import { useUnits } from "../../features/question/use-units";
import { BenchSentence } from "./bench-sentence";
import { ChainStrip } from "./chain";
import { Crooked } from "./crooked";
import { MeasureHook } from "./measure-hook";
import { RiggingRow } from "./rigging-row";
import { SideBySide } from "./side-by-side";
import { Steps } from "./steps";
import { Trace } from "./trace";
import { sinkerWords } from "../../features/day/sinkers";
import { Trainer } from "./trainer";
import { storedScale } from "./true-size";
import { fallWords, hookVerdict, percent } from "./words";

/** The head on the bench: chosen here, else the Day's pick of the moment, else the first. */
function useBenchHead() {
  const { box } = useChosen();
  const { query } = useQuestion();
  const step = useStep();
  const day = useQuery(dayQuery(query));
  const [own, setOwn] = useState<number | null>(null);
  const pick = day.data?.picks[query.school ?? "lightest-practical"]?.[Math.round(step)];
  const id = own ?? pick ?? day.data?.heads[0]?.id;
  const found = box.heads.find((h) => h.id === id);
  const at = Math.round(step);
  // The water that the Day looks at, to the step that a leader or a sinker follows.
  const depth = day.data?.depth_m[at];
  const stream = day.data?.stream_m_s[at];
  return {
    head: found ?? (day.isPending ? undefined : box.heads[0]), setHead: setOwn,
    depth: depth === undefined ? undefined : Math.max(0.2, Number(depth.toFixed(1))),
    current: stream === undefined ? undefined : Number(Math.abs(stream).toFixed(1)),
  };
}

export function BenchView() {
  const missing = useMissing();
  return missing.length > 0 ? <EmptyBox missing={missing} /> : <BenchOfPlastic />;
}

function BenchOfPlastic() {
  const { plastic } = useChosen();
  const { facts, query } = useQuestion();
  const { head, setHead, depth, current } = useBenchHead();
  const units = useUnits();
  const [chosenHook, setHook] = useState<string | null>(null);
  const [scale, setScale] = useState(storedScale);
  const result = useQuery({
    ...fitQuery({
      plastic_id: plastic?.id ?? 0, head_id: head?.id ?? 0, hook_size: chosenHook ?? undefined,
      thread: facts.bench_rigging === "high" ? "high" : undefined, shank: facts.shank ?? undefined,
      fish: facts.fish ?? undefined,
      rigging: facts.bench_rigging ?? undefined,
      line_id: query.line_id || undefined, leader_kg: facts.leader_kg ?? undefined, hardware: facts.hardware ?? undefined,
      cover: facts.bench_cover ?? undefined, depth_m: depth, surface_speed_m_s: current,
      reel_cm_per_turn: facts.reel_cm_per_turn ?? undefined,
    }),
    enabled: plastic !== undefined && head !== undefined,
    placeholderData: keepPreviousData,
  });
  const away = result.error instanceof Away;
  const fit = result.data;
  // The hook that the answer is of: while another is asked for, picture and numbers stay together.
  const hook = fit?.hooks.find((h) => h.size === fit.hook_size);
  const plan = fit?.riggings.find((r) => r.key === (facts.bench_rigging ?? fit.rigging));
  return (
    <div className="bench">
      <h1 className="visually-hidden">Bench</h1>
      <BenchSentence head={head} setHead={(id) => { setHead(id); setHook(null); }} fit={fit}
                     scale={scale} onScale={setScale} />
      <StateStrip state={{
        refused: result.error && !away ? result.error : null,
        staleSince: away ? result.dataUpdatedAt : null, pending: result.isFetching,
        retry: () => void result.refetch(),
      }} />
      {fit && hook && plan && head && plastic ? (
        <Work plastic={plastic} head={head} fit={fit} hook={hook} plan={plan} units={units} scale={scale} onHook={setHook} depth={depth} pending={result.isPlaceholderData} />
      ) : (
        <p className="waiting" role="status">Laying it on the bench …</p>
      )}
    </div>
  );
}

interface WorkProps {
  plastic: Plastic;
  head: Head;
  fit: Fit;
  hook: HookFit;
  plan: RiggingPlan;
  units: Units;
  scale: number | null;
  onHook: (size: string) => void;
  /** of the water that the Day looks at, m */
  depth: number | undefined;
  /** another answer is on its way */
  pending: boolean;
}

function Work(props: WorkProps) {
  const { plastic, head, fit, plan, units, scale } = props;
  const { box } = useChosen();
  const [crooked, setCrooked] = useState(false);
  const [tracing, setTracing] = useState(false);
  const [training, setTraining] = useState(false);
  const sinker = sinkerWords(plan, box.weights);
  const laid = laidOut(plan, plastic, fit.head_diameter_mm, head.keeper_takes_mm);
  // Cut down, a hook some sizes smaller goes in.
  const hook = plan.key === "cut-down" ? smaller(fit, props.hook, plan) : props.hook;
  return (
    <div className="bench-work">
      <div className="bench-main">
        {ON_LINE.has(plan.key) ? <LeaderScene plan={plan} units={units} /> : (
          <RigScene plastic={plastic} head={head} fit={fit} hook={hook} units={units} laid={laid} trueScale={scale} />
        )}
        <BenchFigures {...props} />
        <RiggingRow {...props} />
        <p className="plan-says">
          {plan.says}{plan.suits !== "suits" && <b> {plan.suits === "no" ? "Not here" : "Possible"}: {plan.reason}.</b>}
          {sinker && ` ${sinker}`}
          {!fit.keeper.good && <b> The keeper ({head.keeper}): {fit.keeper.says}.</b>}
        </p>
        <Steps plastic={plastic} head={head} fit={fit} hook={hook} plan={plan} units={units} />
        <p className="bench-ways">
          {hook.exit_mm != null && <button type="button" className="plain" onClick={() => setCrooked(true)}>it is not straight</button>}
          {/* The hook is the last answer's: with another head asked for, a template would mix the two. */}
          {!props.pending && (
            <>
              {" · "}<a href={templateOf(props, "a4")} download>template at true size, A4</a>
              {" · "}<a href={templateOf(props, "letter")} download>letter</a>
              {" · "}<a href={templateOf(props, "a4", box.plastics.map((p) => p.id))} download>every plastic</a>
            </>
          )}
          {" · "}<button type="button" className="plain" onClick={() => setTracing(true)}>a new plastic</button>
          {" · "}<button type="button" className="plain" onClick={() => setTraining(true)}>train the eye</button>
        </p>
        <SideBySide plastic={plastic} head={head} fit={fit} hook={hook} plan={plan} units={units} depth={props.depth} />
        {fit.strength && <ChainStrip units={units} strength={fit.strength} hook={hook} />}
        <Care plastic={plastic} fit={fit} />
        <FishCare />
      </div>
      <Candidates {...props} />
      {training && (
        <Trainer plastic={plastic} head={head} head_mm={fit.head_diameter_mm} hook={hook} units={units}
                 onHide={() => setTraining(false)} />
      )}
      {tracing && <Trace near={plastic} units={units} onHide={() => setTracing(false)} />}
      {crooked && <Crooked exit={hook.exit_mm ?? 0} units={units} onHide={() => setCrooked(false)} />}
    </div>
  );
}

function smaller(fit: Fit, hook: HookFit, plan: RiggingPlan): HookFit {
  const down = plan.numbers.find((n) => n.key === "sizes")?.value ?? 1;
  return fit.hooks[Math.max(0, fit.hooks.findIndex((h) => h.size === hook.size) - down)] ?? hook;
}

function templateOf({ plastic, head, hook, plan }: WorkProps, paper: "a4" | "letter", all: number[] = []): string {
  const others = all.filter((id) => id !== plastic.id).slice(0, 39);
  return fileOf("template.pdf", {
    plastic_ids: [plastic.id, ...others].join(","), head_id: head.id, hook_size: hook.size, paper,
    thread: plan.key === "high" ? "high" : undefined,
  });
}

/** The number that comes first of a rigging, and what it is called there. */
const FIRST: Record<string, string> = {
  up: "push up at", cut_line: "cut a leader of", middle: "hook it at", hook_at: "hook it at", exit: "nick the back at", entry: "enter under the back by",
  past: "trails behind the bend", stands_at: "the hook stands at",
};

function BenchFigures({ fit, plan, units }: WorkProps) {
  const found = Object.keys(FIRST).map((key) => plan.numbers.find((n) => n.key === key)).find((n) => n !== undefined);
  const first = found ?? plan.numbers[0];
  const drag = fit.strength;
  return (
    <div className="figures">
      <div className="figure first" title="of this way to rig it, on this hook">
        <span>{first ? (FIRST[first.key] ?? first.key.replace("_", " ")) : ""}</span>
        <b>
          {first ? planNumber(first, units) : "–"}
          {first?.kind === "small" && first.value != null && (
            <small>{units.small_unit === "mm" ? `${inches(mmFromM(first.value))} in` : `${Math.round(mmFromM(first.value))} mm`}</small>
          )}
        </b>
      </div>
      <div className="figure" title="head, hook and plastic together, in air; balance on a finger">
        <span>{ON_LINE.has(plan.key) ? "head and plastic weigh" : "whole rig weighs"}</span>
        <b>{grams(fit.package_g).value}<small>g</small></b>
        <em>balances at {text(small(fit.balance_mm, units))}</em>
      </div>
      <div className="figure" title="steady fall on a slack line, good to about 20 %">
        <span>falls</span>
        <b className="small-words">{fallWords(fit, units)}</b>
        <em>at rest it {fit.stands_deg >= 85 ? "stands" : fit.stands_deg > 0 ? `leans to ${Math.round(fit.stands_deg)}°` : "lies"}</em>
      </div>
      <div className="figure" title="a quarter to a third of the weakest link">
        <span>set the drag at</span>
        <b>{drag ? `${strength(drag.drag_low_n, units).value}–${strength(drag.drag_high_n, units).value}` : "–"}<small>{strength(0, units).unit}</small></b>
      </div>
    </div>
  );
}

/** What to mind when the fish is in the hand. */
function FishCare() {
  const { reference } = useChosen();
  const { facts } = useQuestion();
  const fish = reference.fish.find((f) => f.key === facts.fish);
  if (!fish || fish.cautions.length === 0) return null;
  return <p className="caution">{fish.name}: {fish.cautions.join(" ")} {reference.local_first}</p>;
}

function Care({ plastic, fit }: { plastic: Plastic; fit: Fit }) {
  return (
    <p className="caution">
      Hooks: glasses on, cut or crush the barb while you practise, push away from your fingers; a deep or
      facial hook goes to a doctor. Gel glue, one drop on the {fit.keeper.good ? "keeper" : "shank"} if it
      slides: it bonds skin at once, keep it from your eyes. Lead: wash your hands, keep it from children and
      food. {fit.scent} {plastic.material.includes("elastomer") ? "Store it apart: it and other plastics melt together. Torn, it is stretched over again." : "Torn at the nose: cut it back, or turn it round."}
    </p>
  );
}

function Candidates({ plastic, head, fit, hook, plan, units, onHook }: WorkProps) {
  // Each as it would lie, rigged the way that is shown.
  const laid = laidOut(plan, plastic, fit.head_diameter_mm, head.keeper_takes_mm);
  const shown = fit.hooks.filter((h, i, all) => near(h, i, all));
  const room = Math.max(...shown.map((h) => h.gape_mm));
  return (
    <div className="candidates">
      <ol aria-label="hooks in this plastic, small to large">
        {shown.map((h) => {
          const [words, reason] = hookVerdict(h, h.size === fit.pick, units, laid);
          const good = h.verdict === "fits";
          return (
            <li key={h.size} className={`candidate${h.size === hook.size ? " compared" : ""}${good || h.pinch ? "" : " unfit"}${h.size === fit.pick ? " picked" : ""}`}>
              <button type="button" aria-pressed={h.size === hook.size} onClick={() => onHook(h.size)}>
                <span className="hook-size">{h.size}</span>
                <SmallRig plastic={plastic} head={head} head_diameter_mm={fit.head_diameter_mm} hook={h} room_mm={room} {...(laid.weedless || laid.across !== null ? { laid } : {})} />
                <span className="rung-words">
                  <b>{words}{h.of_head && <em className="tag">on this head</em>}</b>
                  <span>{reason}</span>
                  <span className="rung-window">{good ? `${laid.across === null ? `${percent(h.working_share)} of the body works · ` : ""}gape ${h.bulk.toFixed(1)} of its height · wire ${text(small(h.wire_mm, units, 1))}` : `wire ${text(small(h.wire_mm, units, 1))}`}</span>
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <MeasureHook head={head} units={units} />
    </div>
  );
}

/** Hooks that fit, with one neighbour on either side, and the head's own. */
function near(hook: HookFit, i: number, all: HookFit[]): boolean {
  const fits = (k: number) => all[k]?.verdict === "fits";
  return hook.of_head || fits(i) || fits(i - 1) || fits(i + 1);
}
