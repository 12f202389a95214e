// Box: what is carried and what it really weighs; what it covers, what to pack, what to buy.
import { useState } from "react";
import { useSearchParams } from "react-router";
import { useChosen, useQuestion } from "../../features/question/question";
import { GearPart } from "./gear-part";
import { KINDS, leftOf } from "./kinds";
import { LiesPart } from "./lies-part";
import { LidPart } from "./lid-part";
import { PackPart } from "./pack-part";
import { RestockPart } from "./restock-part";
import { WeighIn, weighedHead, weighedPlastic } from "./weigh-in";

const PAGES = [["lies", "As it lies"], ["heads", "Heads"], ["plastics", "Plastics"], ["rest", "All else"], ["lid", "Lid chart"], ["pack", "Pack"], ["restock", "Losses"]] as const;
const REST = ["lines", "rods", "reels", "leaders", "hooks", "weights", "sundries"] as const;

export default function BoxView() {
  const [search] = useSearchParams();
  const [page, setPage] = useState<(typeof PAGES)[number][0]>(() => PAGES.find(([key]) => key === search.get("page"))?.[0] ?? "lies");
  return (
    <div className="know">
      <h1 className="visually-hidden">Box</h1>
      <div className="know-pages" role="group" aria-label="what of the box">
        {PAGES.map(([key, words]) => (
          <button key={key} type="button" aria-pressed={page === key} onClick={() => setPage(key)}>{words}</button>
        ))}
      </div>
      {SHOWN[page]()}
    </div>
  );
}

const SHOWN: Record<(typeof PAGES)[number][0], () => React.ReactNode> = {
  lies: () => <LiesPart />, heads: () => <Heads />, plastics: () => <Plastics />, rest: () => <Rest />, lid: () => <LidPart />, pack: () => <PackPart />, restock: () => <RestockPart />,
};

function Heads() {
  const { settings } = useQuestion();
  const { box: { heads } } = useChosen();
  const [weighing, setWeighing] = useState(false);
  if (weighing) return <WeighIn kind="heads" things={heads.map((h) => weighedHead(h, settings))} says="printed" onDone={() => setWeighing(false)} />;
  return (
    <section className="know-body">
      <GearPart kind="heads" count={`${heads.length} kinds of head, ${heads.reduce((n, h) => n + leftOf(h), 0)} carried.`}
                tools={<button type="button" className="do" onClick={() => setWeighing(true)}>weigh them in</button>} />
    </section>
  );
}

function Plastics() {
  const { box: { plastics } } = useChosen();
  const [weighing, setWeighing] = useState(false);
  if (weighing) return <WeighIn kind="plastics" things={plastics.map(weighedPlastic)} says="its shape says" onDone={() => setWeighing(false)} />;
  return (
    <section className="know-body">
      <GearPart kind="plastics" count={`${plastics.length} kinds of plastic, ${plastics.reduce((n, p) => n + leftOf(p), 0)} carried.`}
                tools={<button type="button" className="do" onClick={() => setWeighing(true)}>weigh them in</button>} />
    </section>
  );
}

function Rest() {
  return (
    <section className="know-body">
      {REST.map((kind) => <div key={kind}><h2>{KINDS[kind].title}</h2><GearPart kind={kind} /></div>)}
    </section>
  );
}
