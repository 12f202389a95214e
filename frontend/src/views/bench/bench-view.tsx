// Bench: the chosen plastic on the chosen head, which hooks fit, and how to thread it.
import { useQuery, keepPreviousData } from "@tanstack/react-query";
import { useState } from "react";
import { Away } from "../../api/client";
import { dayQuery, fitQuery } from "../../api/day";
import type { Fit, Head, HookFit, Plastic } from "../../api/types";
import { SmallRig } from "../../drawing/scenes/hook-scene";
import { RigScene } from "../../drawing/scenes/rig-scene";
import { EmptyBox, useMissing } from "../../ui/empty-box";
import { Choice, Fact } from "../../ui/fact";
import { useChosen, useQuestion } from "../../ui/question";
import { StateStrip } from "../../ui/state-strip";
import { useStep } from "../../ui/time";
import { grams, headName, inches, small, text, type Units } from "../../ui/units";
import { useUnits } from "../../ui/use-units";
import { shapeWords } from "../../ui/weight";
import { Steps } from "./steps";
import { fallWords, hookVerdict, percent } from "./words";

/** The head on the bench: chosen here, else the Day's pick of the moment, else the first. */
function useBenchHead(): [Head | undefined, (id: number) => void] {
  const { box } = useChosen();
  const { query } = useQuestion();
  const step = useStep();
  const day = useQuery(dayQuery(query));
  const [own, setOwn] = useState<number | null>(null);
  const pick = day.data?.picks[query.school ?? "lightest-practical"]?.[Math.round(step)];
  const id = own ?? pick ?? day.data?.heads[0]?.id;
  const found = box.heads.find((h) => h.id === id);
  return [found ?? (day.isPending ? undefined : box.heads[0]), setOwn];
}

export function BenchView() {
  const missing = useMissing();
  return missing.length > 0 ? <EmptyBox missing={missing} /> : <BenchOfPlastic />;
}

function BenchOfPlastic() {
  const { plastic } = useChosen();
  const [head, setHead] = useBenchHead();
  const units = useUnits();
  const [chosenHook, setHook] = useState<string | null>(null);
  const result = useQuery({
    ...fitQuery({ plastic_id: plastic?.id ?? 0, head_id: head?.id ?? 0 }),
    enabled: plastic !== undefined && head !== undefined,
    placeholderData: keepPreviousData,
  });
  const away = result.error instanceof Away;
  const fit = result.data;
  const hook = fit && (fit.hooks.find((h) => h.size === chosenHook) ?? fit.hooks.find((h) => h.of_head));
  return (
    <div className="bench">
      <h1 className="visually-hidden">Bench</h1>
      <BenchSentence head={head} setHead={(id) => { setHead(id); setHook(null); }} />
      <StateStrip state={{
        refused: result.error && !away ? result.error : null,
        staleSince: away ? result.dataUpdatedAt : null, pending: result.isFetching,
        retry: () => void result.refetch(),
      }} />
      {fit && hook && head && plastic ? (
        <Work plastic={plastic} head={head} fit={fit} hook={hook} units={units} onHook={setHook} />
      ) : (
        <p className="waiting" role="status">Laying it on the bench …</p>
      )}
    </div>
  );
}

function BenchSentence({ head, setHead }: { head: Head | undefined; setHead: (id: number) => void }) {
  const { box, plastic } = useChosen();
  const { choose } = useQuestion();
  const units = useUnits();
  const called = (h: Head) => `${text(headName(h, units))} ${shapeWords(h.shape)}, ${h.hook_size}`;
  return (
    <div className="sentence open">
      <p>
        {"A "}
        <Fact label="plastic" words={plastic?.name ?? "no plastic"} source="chosen">
          {(close) => (
            <Choice
              options={box.plastics.map((p) => ({ value: p.id, words: p.name, note: `${p.material}, ${p.colour}` }))}
              value={plastic?.id ?? 0}
              onPick={(id) => { choose({ plastic_id: id }); close(); }}
            />
          )}
        </Fact>
        {` in ${plastic?.material ?? ""} on a `}
        <Fact label="head" words={head ? called(head) : "no head"} source="chosen">
          {(close) => (
            <Choice
              options={box.heads.map((h) => ({ value: h.id, words: called(h), note: `${text(grams(h.mass_g))}${h.weighed ? " weighed" : " as printed"}, ${h.keeper}` }))}
              value={head?.id ?? 0}
              onPick={(id) => { setHead(id); close(); }}
            />
          )}
        </Fact>
        {", threaded straight through the centre. Drawn to scale, not yet at true size on this screen."}
      </p>
    </div>
  );
}

interface WorkProps {
  plastic: Plastic;
  head: Head;
  fit: Fit;
  hook: HookFit;
  units: Units;
  onHook: (size: string) => void;
}

function Work(props: WorkProps) {
  const { plastic, head, fit, hook, units } = props;
  const nick = small(hook.exit_mm, units);
  return (
    <div className="bench-work">
      <div className="bench-main">
        <RigScene plastic={plastic} head={head} fit={fit} hook={hook} units={units} />
        <div className="figures">
          <div className="figure first" title="where the inside of the bend crosses the back">
            <span>nick the back at</span>
            <b>{nick.value}<small>{nick.unit}{hook.exit_mm != null && (units.small_unit === "mm" ? ` · ${inches(hook.exit_mm)} in` : ` · ${Math.round(hook.exit_mm)} mm`)}</small></b>
          </div>
          <div className="figure" title="gape less half the body's height">
            <span>the point clears</span>
            <b>{small(hook.clearance_mm, units, 1).value}<small>{small(1, units).unit}</small></b>
          </div>
          <div className="figure" title="head, hook and plastic together, in air">
            <span>whole rig weighs</span>
            <b>{grams(fit.package_g).value}<small>g</small></b>
          </div>
          <div className="figure" title="steady fall on a slack line, good to about 20 %">
            <span>falls</span>
            <b className="small-words">{fallWords(fit, units)}</b>
          </div>
        </div>
        <Steps plastic={plastic} head={head} fit={fit} hook={hook} units={units} />
        <p className="caution">
          Hooks: cut or crush the barb while you practise; a deep or facial hook goes to a doctor.
          Lead: wash your hands, keep it from children and food.
        </p>
      </div>
      <Candidates {...props} />
    </div>
  );
}

function Candidates({ plastic, head, fit, hook, units, onHook }: WorkProps) {
  const shown = fit.hooks.filter((h, i, all) => near(h, i, all));
  const room = Math.max(...shown.map((h) => h.gape_mm));
  return (
    <div className="candidates">
      <ol aria-label="hooks in this plastic, small to large">
        {shown.map((h) => {
          const [words, reason] = hookVerdict(h, h.size === fit.pick, units);
          const good = h.verdict === "fits";
          return (
            <li key={h.size} className={`candidate${h.size === hook.size ? " compared" : ""}${good ? "" : " unfit"}${h.size === fit.pick ? " picked" : ""}`}>
              <button type="button" aria-pressed={h.size === hook.size} onClick={() => onHook(h.size)}>
                <span className="hook-size">{h.size}</span>
                <SmallRig plastic={plastic} head={head} head_diameter_mm={fit.head_diameter_mm} hook={h} room_mm={room} />
                <span className="rung-words">
                  <b>{words}{h.of_head && <em className="tag">on this head</em>}</b>
                  <span>{reason}</span>
                  <span className="rung-window">{good ? `${percent(h.working_share)} of the body works · wire ${h.wire_mm} mm` : `wire ${h.wire_mm} mm`}</span>
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <p className="left-out">
        There is no standard for hook sizes: these are typical dimensions from memory. Measure your
        own.
      </p>
    </div>
  );
}

/** Hooks that fit, with one neighbour on either side, and the head's own. */
function near(hook: HookFit, i: number, all: HookFit[]): boolean {
  const fits = (k: number) => all[k]?.verdict === "fits";
  return hook.of_head || fits(i) || fits(i - 1) || fits(i + 1);
}
