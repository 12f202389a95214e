// The box as it lies: heads to one scale in compartments by weight and shape, as many as there are;
// gaps show. Plastics as silhouettes in their colours beside a ruler. Tapped, each can be changed.
import { useRef, useState, type KeyboardEvent } from "react";
import { HOOK_SIZES, SHAPES, WIRES } from "../../api/vocabulary";
import type { GearRow } from "../../api/gear";
import type { Head, Plastic } from "../../api/types";
import { toneOf } from "../../drawing/geometry/colour";
import { outline } from "../../drawing/geometry/plastic";
import { ballMm, barbPath, headOutline, hookPath, paintOf } from "../../drawing/geometry/tackle";
import { MM_PER_SIXTEENTH, gramsOfOunces, headName, ouncesFromGrams, small, text } from "../../base/units";
import { useChosen, useQuestion } from "../../features/question/question";
import { Chips } from "../../ui/chips";
import { plainWords } from "../../ui/typed";
import { shapeWords } from "../../ui/weight";
import { GearForm } from "./gear-form";
import { headWords, leftOf, offPrinted, read, typedAgain } from "./kinds";
import { useGear } from "./use-gear";

const CELL = 84;
const SHOWN = 8;
const CARD = 5;
const printed = (h: Head): number => Number((h.printed_oz ?? ouncesFromGrams(h.mass_g)).toFixed(4));

const signed = (percent: number): string => `${percent > 0 ? "+" : "−"}${Math.abs(percent).toFixed(0)} %`;

interface Place {
  shape: string;
  oz: number;
}

export function LiesPart() {
  const { settings } = useQuestion();
  const { box: { heads, plastics } } = useChosen();
  const [place, setPlace] = useState<Place | null>(null);
  const [plastic, setPlastic] = useState<number | null>(null);
  const weights = [...new Set(heads.map(printed))].sort((a, b) => a - b);
  const shapes = Object.keys(SHAPES).filter((shape) => heads.some((h) => h.shape === shape));
  const left = heads.reduce((n, h) => n + leftOf(h), 0);
  const scale = CELL / Math.max(30, ...heads.map((h) => lengthMm(h) + 2));
  return (
    <section className="lies">
      <p className="lies-lead">{left} heads of {heads.length} kinds, as they lie; the hatched have run out. {heads.some((h) => Math.abs(offPrinted(h) ?? 0) >= 5) && "Red: weighs other than printed."}</p>
      <div className="lies-box">
        {heads.length === 0 ? <p className="waiting">No head yet: tap what you have under Your water, or add one under Heads.</p> : (
          <Compartments heads={heads} weights={weights} shapes={shapes} scale={scale} place={place} onPlace={setPlace} />
        )}
        {place && <AtPlace key={`${place.shape} ${place.oz}`} place={place} heads={heads.filter((h) => h.shape === place.shape && printed(h) === place.oz)} />}
      </div>
      <div className="lies-plastics">
        <h2>Plastics, to one scale</h2>
        <ul>
          {plastics.map((p) => (
            <li key={p.id}>
              <button type="button" aria-pressed={plastic === p.id} onClick={() => setPlastic(plastic === p.id ? null : p.id)}>
                <Silhouette plastic={p} />
                <span className="lies-name">{p.name}{p.colour && `, ${p.colour}`}{!p.measured && <small className="fact-assumed">typical measures</small>}</span>
                <span className={leftOf(p) === 0 ? "warned" : ""}>{leftOf(p) === 0 ? "none left" : `${leftOf(p)} left`}</span>
              </button>
              {plastic === p.id && <Of kind="plastics" row={p} says={`${text(small(p.length_mm, settings))} long, ${text(small(p.width_mm, settings))} wide, ${text(small(p.height_mm, settings))} high; ${p.material}, ${p.condition}`} />}
            </li>
          ))}
        </ul>
        <Ruler />
      </div>
    </section>
  );
}

const lengthMm = (h: Head): number => headOutline(h.shape, ballMm(h), 14, h.weight_x_mm ?? null).ahead + h.hook_straight_mm + h.hook_gape_mm / 2;

function Compartments({ heads, weights, shapes, scale, place, onPlace }: {
  heads: Head[]; weights: number[]; shapes: string[]; scale: number; place: Place | null; onPlace: (place: Place) => void;
}) {
  const { settings } = useQuestion();
  const grid = useRef<HTMLTableElement>(null);
  const at = place ?? { shape: shapes[0]!, oz: weights[0]! };
  const move = (e: KeyboardEvent) => {
    const step = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[e.key];
    if (!step) return;
    e.preventDefault();
    const clamp = (i: number, n: number) => Math.min(n - 1, Math.max(0, i));
    const oz = weights[clamp(weights.indexOf(at.oz) + step[0]!, weights.length)]!;
    const shape = shapes[clamp(shapes.indexOf(at.shape) + step[1]!, shapes.length)]!;
    onPlace({ shape, oz });
    grid.current?.querySelector<HTMLElement>(`[data-place="${shape} ${oz}"]`)?.focus();
  };
  return (
    <div className="lies-scroll">
      <table role="grid" aria-label="the box by weight and shape" ref={grid} onKeyDown={move}>
        <thead><tr><td />{weights.map((oz) => <th key={oz} scope="col">{text(headName({ printed_oz: oz, mass_g: gramsOfOunces(oz) }, settings))}</th>)}</tr></thead>
        <tbody>
          {shapes.map((shape) => (
            <tr key={shape}>
              <th scope="row">{shapeWords(shape)}</th>
              {weights.map((oz) => {
                const here = heads.filter((h) => h.shape === shape && printed(h) === oz);
                const count = here.reduce((n, h) => n + leftOf(h), 0);
                const off = here.map(offPrinted).find((o) => o !== null && Math.abs(o) >= 5) ?? null;
                const chosen = place?.shape === shape && place.oz === oz;
                const name = `${text(headName({ printed_oz: oz, mass_g: gramsOfOunces(oz) }, settings))} ${shapeWords(shape)}`;
                return (
                  <td key={oz} role="gridcell" aria-selected={chosen}>
                    <button type="button" data-place={`${shape} ${oz}`} tabIndex={at.shape === shape && at.oz === oz ? 0 : -1}
                            className={here.length === 0 ? "none" : count === 0 ? "run-out" : ""}
                            onClick={() => onPlace({ shape, oz })}>
                      <span className="visually-hidden">{here.length === 0 ? `${name}: none; put some in` : `${name}: ${count === 0 ? "none" : count} left${off === null ? "" : `, ${signed(off)} on the scale`}`}</span>
                      {here.length > 0 && count > 0 && <Lying heads={here} scale={scale} />}
                      {here.length > 0 && <span className="lies-count" aria-hidden="true">{count === 0 ? "none left" : count}</span>}
                      {off !== null && <span className="lies-off" aria-hidden="true">{signed(off)}</span>}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** As many as there are, one on the other, the way they lie in a compartment. */
function Lying({ heads, scale }: { heads: Head[]; scale: number }) {
  const each = heads.flatMap((h) => Array.from({ length: leftOf(h) }, () => h)).slice(0, SHOWN);
  return (
    <svg viewBox={`0 0 ${CELL} ${CELL}`} aria-hidden="true">
      {each.map((h, i) => (
        <g key={i} transform={`translate(${4 + headOutline(h.shape, ballMm(h), 14, h.weight_x_mm ?? null).ahead * scale + (i % 2) * 9} ${14 + Math.floor(i / 2) * 15 + (i % 2) * 4}) scale(${scale} ${-scale})`}>
          <Metal head={h} />
        </g>
      ))}
    </svg>
  );
}

function Metal({ head: h }: { head: Head }) {
  const shape = headOutline(h.shape, ballMm(h), 14, h.weight_x_mm ?? null);
  const hook = { straight_mm: h.hook_straight_mm, gape_mm: h.hook_gape_mm, wire_mm: h.hook_wire_mm };
  return (
    <>
      <g className="hook"><path d={hookPath(hook, h.shape === "buried" || h.shape === "belly-weighted" ? -4 : 0)} strokeWidth={h.hook_wire_mm} /><path d={barbPath(hook)} strokeWidth={h.hook_wire_mm * 0.7} /></g>
      <g className="metal">
        {shape.blade.map((d) => <path key={d} d={d} className="blade" />)}
        {shape.metal.map((d) => <path key={d} d={d} style={paintOf(h)} />)}
        <circle cx={shape.eye[0]} cy={shape.eye[1] + 1.6} r={1.7} className="eye" strokeWidth={h.hook_wire_mm * 0.8} />
      </g>
    </>
  );
}

/** The chosen compartment: what lies in it, or what could. */
function AtPlace({ place, heads }: { place: Place; heads: Head[] }) {
  const { settings } = useQuestion();
  const { save } = useGear("heads");
  const [hook, setHook] = useState(heads[0]?.hook_size ?? "2/0");
  const name = `${text(headName({ printed_oz: place.oz, mass_g: gramsOfOunces(place.oz) }, settings))} ${shapeWords(place.shape)}`;
  const [wire, setWire] = useState<string>("medium");
  const free = HOOK_SIZES.filter((size) => !heads.some((h) => h.hook_size === size && h.hook_wire === wire));
  const chosen = free.includes(hook as (typeof free)[number]) ? hook : free[Math.min(free.length - 1, 4)]!;
  return (
    <div className="lies-place">
      {heads.map((h) => (
        <div key={h.id} className="lies-head">
          <svg viewBox={`${-(lengthMm(h) - h.hook_straight_mm)} -16 ${lengthMm(h) * 1.5} 30`} aria-hidden="true"><g transform="scale(1 -1)"><Metal head={h} /></g></svg>
          <div>
            <h2>{headWords(h, settings)}, {h.hook_size}{h.hook_wire !== "medium" && `, ${h.hook_wire} wire`}</h2>
            <Of kind="heads" row={h} says={`${h.material}, gape ${text(small(h.hook_gape_mm, settings))}, wire ${text(small(h.hook_wire_mm, settings, 1))}, ${h.keeper}; ${leftOf(h)} left`} />
          </div>
        </div>
      ))}
      <p className="first-ask">{heads.length === 0 ? `No ${name} yet.` : "With another hook:"}</p>
      <Chips label="hook" options={free.map((size) => ({ value: size as string, words: size }))} chosen={[chosen]} onTap={setHook} />
      <Chips label="wire of the hook" options={WIRES.map((w) => ({ value: w as string, words: `${w} wire` }))} chosen={[wire]} onTap={setWire} />
      <button type="button" className="do" disabled={save.isPending} onClick={() => save.mutate({ id: null, typed: {
        printed_oz: place.oz, mass_g: null, shape: place.shape, material: heads[0]?.material ?? "lead", hook_size: chosen, hook_wire: wire, keeper: heads[0]?.keeper ?? "wire barb",
        keeper_takes_mm: heads[0]?.keeper_takes_mm ?? 0, weight_x_mm: heads[0]?.weight_x_mm ?? null, carried: CARD,
      } })}>Put a card of {CARD} in: {name}, {chosen}{wire !== "medium" && `, ${wire} wire`}</button>
      <p role="alert" className="said">{save.error && plainWords(save.error)}</p>
    </div>
  );
}

/** One more, one less, change, remove: of one kind of thing. */
function Of({ kind, row, says }: { kind: "heads" | "plastics"; row: Head | Plastic; says: string }) {
  const { settings } = useQuestion();
  const { save, remove, back } = useGear(kind);
  const [open, setOpen] = useState(false);
  const more = (n: number) => {
    const body = read(kind, { ...typedAgain(kind, row as GearRow, settings), carried: String(leftOf(row) + n) }, row as GearRow, settings);
    save.mutate({ id: row.id, typed: body as Record<string, unknown> });
  };
  const error = save.error ?? remove.error ?? back.error;
  return (
    <div className="lies-of">
      <p>{says}</p>
      <p>
        <button type="button" className="plain" onClick={() => more(1)}>one more</button>{" · "}
        <button type="button" className="plain" disabled={leftOf(row) === 0} onClick={() => more(-1)}>one less</button>{" · "}
        <button type="button" className="plain" onClick={() => setOpen(true)}>change</button>{" · "}
        <button type="button" className="plain" onClick={() => remove.mutate(row.id)}>remove</button>
      </p>
      <p role="alert" className="said">{error && plainWords(error)}</p>
      {open && <GearForm kind={kind} row={row as GearRow} onHide={() => setOpen(false)} onSave={(typed) => save.mutateAsync({ id: row.id, typed })} />}
    </div>
  );
}

const LONGEST = 190;

export function Silhouette({ plastic }: { plastic: Plastic }) {
  const shape = outline(plastic);
  const tone = toneOf(plastic.colour);
  const half = Math.max(8, plastic.height_mm * 0.75);
  return (
    <svg className="silhouette" viewBox={`-2 ${-half} ${LONGEST} ${2 * half}`} aria-hidden="true">
      <g transform="scale(1 -1)" style={{ fill: tone.body }}>
        {shape.filled.map((d) => <path key={d} d={d} />)}
        <path d={shape.body} />
        {tone.back && <clipPath id={`back-${plastic.id}`}><rect x={-5} y={plastic.height_mm * 0.12} width={LONGEST} height={half} /></clipPath>}
        {tone.back && <path d={shape.body} clipPath={`url(#back-${plastic.id})`} style={{ fill: tone.back }} />}
        {shape.strokes.map((d) => <path key={d} d={d} className="detail" />)}
      </g>
    </svg>
  );
}

function Ruler() {
  const { settings } = useQuestion();
  const step = settings.small_unit === "in" ? 16 * MM_PER_SIXTEENTH : 20;
  const marks = Array.from({ length: Math.floor((LONGEST - 10) / step) + 1 }, (_, i) => i);
  return (
    <svg className="silhouette lies-ruler" viewBox={`-2 0 ${LONGEST} 13`} aria-hidden="true">
      <rect x={0} y={0} width={LONGEST - 6} height={12} />
      {marks.map((i) => <g key={i}><path d={`M${i * step} 0V4`} />{i * step < LONGEST - 18 && <text x={i * step + 0.8} y={10.5}>{settings.small_unit === "in" ? i : i * step}{i === 0 && ` ${settings.small_unit}`}</text>}</g>)}
    </svg>
  );
}
