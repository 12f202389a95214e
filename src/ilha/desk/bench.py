"""The bench: hooks in one plastic, its riggings, its strength, how it falls; what is crooked."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass
from typing import Literal, NamedTuple, cast

import numpy as np
from pydantic import Field

from ilha.core.bench.fit import CENTRE, HIGH_DEPTH, HookFit, Thread, fit_hooks, judged
from ilha.core.bench.hung import across, hung_on
from ilha.core.bench.keeper import keeper_for, nose_of
from ilha.core.bench.rigging_numbers import Bench, Slit
from ilha.core.bench.riggings import NAMES, ON_THE_LINE, Rigging, riggings
from ilha.core.bench.seat import AS_IT_COMES, FROM_BELOW, HOOKED_ACROSS, seat
from ilha.core.bench.seat import Measures as Seated
from ilha.core.bench.stinger import Stinger, stinger_for
from ilha.core.bench.straight import Finding, Seen, diagnose
from ilha.core.bench.strength import (
    LEADERS,
    Chain,
    Link,
    Snag,
    bends,
    chain,
    dropper,
    hardware_link,
    leader_for,
    least_line_kg,
    opens_at,
    setting_pull,
    snagged,
    wire_for,
)
from ilha.core.choose.zones import Cover
from ilha.core.errors import Array, DomainError
from ilha.core.move.glide import Glide, free_fall
from ilha.core.move.rest import balance_point, lean, lifting_moment
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Body, Part, ball_diameter
from ilha.core.rig.outline import Outline
from ilha.core.tables import COMPRESS, HOOKS
from ilha.core.units import m_from_mm, newtons_of_kg
from ilha.core.water.seawater import density
from ilha.desk import convert
from ilha.desk.asked import Asked, Id
from ilha.desk.books import fish_named
from ilha.desk.errors import found
from ilha.formats.fields import FieldError
from ilha.store import heads, lines, plastics

COMMON_LINE = 0.19e-3
"""Diameter (m) of the line where none was chosen."""


class FitQuestion(Asked):
    """What lies on the bench; what is left out is the head's own or the usual."""

    plastic_id: Id
    head_id: Id
    hook_size: str | None = Field(None, max_length=20, description="the head's own")
    thread: Literal["centre", "high"] = "centre"
    thread_depth_mm: float | None = None
    shank: Literal["short", "middle", "long"] = "middle"
    fish: str | None = Field(None, max_length=80, description="its mouth bounds the hook")
    line_id: Id | None = None
    leader_kg: float | None = Field(None, gt=0.0, le=200.0, description="null: tied direct")
    end_knot: str = "loop knot"
    hardware: str | None = Field(None, max_length=40, description="a swivel or ring in the line")
    cover: Cover = "none"
    rigging: str | None = Field(None, max_length=40, description="how it lies; threaded straight")
    depth_m: float = Field(3.0, gt=0.0, le=200.0)
    surface_speed_m_s: float = Field(0.5, ge=0.0, le=6.0)
    reel_cm_per_turn: float = Field(75.0, ge=20.0, le=200.0)


class SeenQuestion(Asked):
    """What one sees of a rig: signs as in the model page."""

    exit_mm: float
    gap_mm: float = 0.0
    bunch_mm: float = 0.0
    bend_mm: float = Field(0.0, description="up is above 0")
    side_mm: float = Field(0.0, description="to the right is above 0")
    nose_mm: float = Field(0.0, description="entered above the middle is above 0")
    roll_deg: float = 0.0


class Hook(NamedTuple):
    """A hook that may go on a head, mm; ``measured`` where it is no typical one."""

    size: str
    straight_mm: float
    gape_mm: float
    wire_mm: float
    measured: bool
    of_head: bool


def candidates(head: heads.Head) -> list[Hook]:
    """Typical hooks by size, the head's own in place of its size; by length of shank."""
    own = Hook(head["hook_size"], head["hook_straight_mm"], head["hook_gape_mm"],
               head["hook_wire_mm"], bool(head["hook_measured"]), True)
    others = [Hook(hook.size, hook.straight_mm, hook.gape_mm, hook.wire_mm, False, False)
              for hook in HOOKS if hook.size != head["hook_size"]]
    return sorted([own, *others], key=lambda hook: hook.straight_mm)


class Measures(NamedTuple):
    """Of hooks, (N,) m."""

    straight: Array
    gape: Array
    wire: Array


def measures_of(hooks: list[Hook]) -> Measures:
    """Of hooks, m."""
    return Measures(*(m_from_mm(np.array(column)) for column in (
        [h.straight_mm for h in hooks], [h.gape_mm for h in hooks], [h.wire_mm for h in hooks])))


def outline_of(plastic: plastics.Plastic) -> Outline:
    """The body as it is drawn."""
    return Outline(m_from_mm(plastic["body_length_mm"]), m_from_mm(plastic["height_mm"]),
                   convert.profile_of(plastic))


def thread_of(kind: str, depth_mm: float | None) -> Thread:
    """Where the shank lies, as asked."""
    if kind == "centre":
        return CENTRE
    return Thread("high", None if depth_mm is None else m_from_mm(depth_mm))


@dataclass(frozen=True)
class Whole:
    """The rig as one body in still water: where it balances (m), how it falls, its rest (rad)."""

    body: Body
    balance: Array
    glide: Glide
    rests: Array


@dataclass(frozen=True)
class Strength:
    """The chain with its drag, what a snag does, and whether the drag bends the hook."""

    chain: Chain
    snag: Snag
    bends_hook: bool


@dataclass(frozen=True)
class OnBench:
    """What lies on the bench. opens : (N,) N. setting : (N,) over 1 mm wire. wires : words for the
    line; None without one."""

    plastic: plastics.Plastic
    head: heads.Head
    line: lines.Line | None
    hooks: list[Hook]
    chosen: int
    fit: HookFit
    thread_depth: float
    opens: Array
    setting: Array
    wires: list[str] | None
    whole: Whole
    strength: Strength | None
    leaders: dict[str, float]
    keeper: tuple[bool, str]
    riggings: list[Rigging]
    shown: str
    """The rigging that hooks are judged in: as asked, else straight, else what this head takes."""


def on_bench(conn: sqlite3.Connection, asked: FitQuestion) -> OnBench:
    """All of it, of one hook.

    Raises
    ------
    NotFound, DomainError
        Naming the field.
    """
    plastic = found(conn, plastics.get, asked.plastic_id, "plastic_id", "plastic")
    head = found(conn, heads.get, asked.head_id, "head_id", "head")
    line = None if asked.line_id is None else found(conn, lines.get, asked.line_id, "line_id",
                                                    "line")
    hooks = candidates(head)
    chosen = next((i for i, hook in enumerate(hooks)
                   if (hook.size == asked.hook_size if asked.hook_size else hook.of_head)), None)
    if chosen is None:
        raise DomainError("hook_size", "must be one of " + ", ".join(h.size for h in hooks),
                          asked.hook_size, "", "choose")
    measures, height = measures_of(hooks), m_from_mm(plastic["height_mm"])
    thread = thread_of(asked.thread, asked.thread_depth_mm)
    mouth = "large" if asked.fish is None else fish_named(conn, asked.fish).mouth
    bench = _bench(asked, plastic, head, hooks, chosen, line, _needs(conn, asked))
    plans = riggings(bench)
    shown = asked.rigging or _usual(plans)
    fit = _fit(shown, asked.shank, plastic, head, measures, thread, mouth)
    opens = opens_at(measures.wire, measures.gape)
    holds = None if line is None else newtons_of_kg(line["strength_kg"])
    return OnBench(
        plastic, head, line, hooks, chosen, fit, thread.back(height), opens,
        setting_pull(measures.wire),
        None if holds is None else [wire_for(holds, float(each)) for each in opens],
        _whole(plastic, head, _hung(shown, bench), shown),
        None if holds is None else _strength(asked, holds, float(opens[chosen]),
                                             float(fit.opening_load[chosen]), shown, bench),
        {} if line is None else {key: leader_for(key, line["strength_kg"]) for key in LEADERS},
        keeper_for(head["keeper"], plastic["material"], height, nose_of(outline_of(plastic))),
        plans, shown)


OWN_WAY = (*FROM_BELOW, *AS_IT_COMES, *HOOKED_ACROSS, "hidden-point", "tube", "crab", "stinger")
"""Riggings whose hook lies otherwise than threaded straight: the table judges it as it lies."""


def _usual(plans: list[Rigging]) -> str:
    """Threaded straight, unless the head cannot be: then the first way on a hook that it can."""
    on_hook = [plan for plan in plans if plan.suits != "no" and plan.key not in ON_THE_LINE]
    keys = [plan.key for plan in on_hook or plans]
    return "straight" if "straight" in keys else keys[0]


def _fit(
    key: str, shank: str, plastic: plastics.Plastic, head: heads.Head, hooks: Measures,
    thread: Thread, mouth: str,
) -> HookFit:
    length, body, height, keeper = (m_from_mm(value) for value in (
        plastic["length_mm"], plastic["body_length_mm"], plastic["height_mm"],
        head["keeper_takes_mm"]))
    if key not in NAMES:
        raise FieldError("rigging", f"`rigging` must be one of {', '.join(NAMES)}, got {key}:"
                                    " choose")
    if key not in OWN_WAY:
        return fit_hooks(*hooks, length, body, height, keeper, thread, shank, mouth)
    around = convert.core_head(head)
    reach, clear = seat(Seated(
        np.asarray(body), np.asarray(height), hooks.straight, hooks.gape, np.asarray(keeper),
        ball_diameter(around.mass, around.density),
        np.asarray(1.0 - COMPRESS[plastic["material"]])), key)
    return judged(reach, np.broadcast_to(clear, reach.shape), hooks.gape, hooks.wire, length, body,
                  height, shank, mouth)


def _hung(shown: str, b: Bench) -> tuple[Part, ...]:
    """What a rigging adds to head and plastic in the water."""
    out = b.exit(min(HIGH_DEPTH, b.half))
    if shown == "stinger" and not np.isfinite(out):
        return ()
    return hung_on(shown, [b.plastic], out, b.needs_kg)


def _hanging(b: Bench) -> Stinger | None:
    """The stinger; None where the main hook's point never clears, so that nothing hangs off it."""
    out = b.exit(min(HIGH_DEPTH, b.half))
    if not np.isfinite(out):
        return None
    return stinger_for(b.plastic.height, b.plastic.length, out, b.pull)


def _whole(
    plastic: plastics.Plastic, head: heads.Head, parts: tuple[Part, ...], shown: str
) -> Whole:
    rho = np.atleast_1d(density(18.0, 35.0))
    body = assemble(convert.core_plastic(plastic), [convert.core_head(head)], parts=parts,
                    across=across(shown) is not None)
    return Whole(body, balance_point(body), free_fall(body, rho),
                 lean(lifting_moment(body, rho), np.zeros(1), body, rho))


def _strength(
    asked: FitQuestion, holds: float, opens: float, yields: float, shown: str, b: Bench
) -> Strength:
    leader = None if asked.leader_kg is None else newtons_of_kg(asked.leader_kg)
    parts = [] if asked.hardware is None else [hardware_link(asked.hardware)]
    side: tuple[Link, ...] = ()
    if shown in ("three-way", "drop-shot"):
        side = dropper(holds if leader is None else leader)
    elif shown == "stinger" and (hung := _hanging(b)) is not None:
        side = hung.links
    made = chain(holds, leader, opens, end=asked.end_knot, hardware=parts, side=side,
                 loops=("dropper loop",) if shown == "tandem" else ())
    return Strength(made, snagged(made), bends(made.drag[1], yields))


def _needs(conn: sqlite3.Connection, asked: FitQuestion) -> float:
    """What the fish that is expected asks of a line, kg; 0 where none is named."""
    if asked.fish is None:
        return 0.0
    fish = fish_named(conn, asked.fish)
    return least_line_kg(fish.strength, fish.usual_kg, asked.cover, fish.runs)


def _bench(
    asked: FitQuestion, plastic: plastics.Plastic, head: heads.Head, hooks: list[Hook], chosen: int,
    line: lines.Line | None, needs_kg: float,
) -> Bench:
    def hook(i: int) -> tuple[float, float]:
        return m_from_mm(hooks[i].straight_mm), m_from_mm(hooks[i].gape_mm)

    straight, gape = hook(chosen)
    diameter = COMMON_LINE if line is None else m_from_mm(line["diameter_mm"])
    return Bench(
        convert.core_plastic(plastic), outline_of(plastic), plastic["look"],
        convert.core_head(head), straight, gape, m_from_mm(head["keeper_takes_mm"]),
        tuple(hook(i) for i in reversed(range(chosen))), asked.depth_m, asked.cover,
        asked.surface_speed_m_s, diameter, asked.reel_cm_per_turn / 100.0,
        COMPRESS[plastic["material"]], cast(Slit, plastic["slit"]), m_from_mm(plastic["slit_mm"]),
        needs_kg or (0.0 if line is None else line["strength_kg"]))


def crooked(asked: SeenQuestion) -> list[Finding]:
    """What is seen of a rig, and what mends it."""
    seen = Seen(m_from_mm(asked.gap_mm), m_from_mm(asked.bunch_mm), m_from_mm(asked.bend_mm),
                m_from_mm(asked.side_mm), m_from_mm(asked.nose_mm),
                float(np.radians(asked.roll_deg)))
    return list(diagnose(seen, m_from_mm(asked.exit_mm)))
