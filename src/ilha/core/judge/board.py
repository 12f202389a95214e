"""The board: every head of the box in one water, over the time steps. Reads like docs/model.md."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ilha.core.errors import Array, DomainError, Flags, Indices, require
from ilha.core.judge import limits
from ilha.core.judge.doubt import UNSURE, Doubt, Sure, doubt_of, right_share
from ilha.core.judge.falls import swung_in
from ilha.core.judge.figures import Figures, figures
from ilha.core.judge.least import least_of
from ilha.core.judge.schools import FITS_BADLY, SCHOOLS, School, by_depth_table, lightest
from ilha.core.judge.verdict import HANG_SHARE, Judgement, windows
from ilha.core.move.cast import Rod
from ilha.core.move.fall import Fall, Swing
from ilha.core.move.glide import Glide
from ilha.core.move.hold import Hold
from ilha.core.move.invert import greatest_current
from ilha.core.move.payout import off_spool
from ilha.core.move.rest import Rest, rest
from ilha.core.move.retrieve import Retrieve
from ilha.core.rig.assembly import assemble
from ilha.core.rig.bodies import Body, Head, Part, Plastic
from ilha.core.rig.tackle import Across, Rigging, TwoHeads
from ilha.core.water.conditions import Conditions


@dataclass(frozen=True)
class Board:
    """Everything computed, (H, T) unless said; NaN where there is no number.

    What no verdict of this question needs (``swing``, ``retrieve``, ``rest``, ``least_mass``, the
    windows) is computed when it is first asked for.
    """

    figures: Figures
    plastic: Plastic
    heads: tuple[Head, ...]
    rod: Rod | None
    school: School
    others: Flags
    """Whether all that the current does not decide is as it should be, by the chosen school."""
    judged: dict[str, Judgement]
    picks: dict[str, Indices]  # (T,) index of the head, -1 for none
    sure: Sure = UNSURE
    """What the log has narrowed."""

    @property
    def judgement(self) -> Judgement:
        """By the chosen school."""
        return self.judged[self.school.key]

    @property
    def shape(self) -> tuple[int, int]:
        return self.judgement.verdict.shape[0], self.judgement.verdict.shape[1]

    @property
    def rho(self) -> Array:
        """Density of the water, kg/m³, (T,)."""
        return self.figures.rho + np.zeros(self.shape[1])

    @property
    def nu(self) -> Array:
        """Kinematic viscosity of the water, m²/s, (T,)."""
        return self.figures.nu + np.zeros(self.shape[1])

    @property
    def body(self) -> Body:
        return self.figures.body

    @property
    def glide(self) -> Glide:
        return self.figures.glide

    @property
    def holds(self) -> Hold:
        """(3, H, T): at the low, middle and high estimate of the current."""
        return self.figures.holds

    @property
    def cast(self) -> Array:
        return self.figures.cast

    @property
    def fall(self) -> Fall:
        """The fall as the angler makes it."""
        return self.figures.fall

    @property
    def retrieve(self) -> Retrieve:
        return self.figures.retrieve

    @cached_property
    def _window(self) -> tuple[Array, Array, Array]:
        if self.figures.bare:
            none = np.full(self.shape, np.nan)
            return none, none, none
        return _window(self.figures, self.school, self.others, self.shape)

    @property
    def window_low(self) -> Array:
        """The least current (m/s) in which it is right."""
        return self._window[0]

    @property
    def window_high(self) -> Array:
        """The greatest current (m/s) in which it is right."""
        return self._window[1]

    @property
    def bears(self) -> Array:
        """The greatest current (m/s) in which it holds by the school, whatever else is wrong."""
        return self._window[2]

    @cached_property
    def least_mass(self) -> Array:
        """Of a head of each one's shape, hook and metal that holds by the school, kg."""
        return least_of(self.figures, self.plastic, self.heads, self.school, self.bears)

    @cached_property
    def swing(self) -> Swing:
        """On a line held from the splash."""
        f = self.figures
        if f.swing is not None and f.cond.fall == "held":
            return f.swing
        return swung_in(f.falling, f.held, f.cond, "held", f.line_needed)

    @cached_property
    def rest(self) -> Rest:
        """On the bottom: the current itself flows past it, whatever the boat does."""
        f = self.figures
        return rest(f.body, f.rho, np.asarray(f.cond.surface_speed), np.asarray(f.cond.depth),
                    f.cond.flow)

    @cached_property
    def fed_then_held(self) -> Fall:
        """Fed on slack line to the top of the zone, then held to swing through it."""
        f = self.figures
        return swung_in(f.falling, f.held, f.cond, "fed-then-held", f.line_needed).fall

    @cached_property
    def stop(self) -> Array:
        """Count (s) at which a line let down is stopped to hang the rig in the zone's middle."""
        return np.broadcast_to(self.figures.hangs_at, self.shape)

    @cached_property
    def doubt(self) -> Doubt:
        """Of the count to the fish."""
        return doubt_of(self.figures, self.count, self.sure)

    @cached_property
    def right_share(self) -> Array:
        """How sure "right" is of each head, 0 to 1."""
        f, cond = self.figures, self.figures.cond
        low, high = self.window_low, self.window_high
        if cond.steady:
            low, high = f.retrieve.speed_low, f.retrieve.speed_high
        patience = self.school.patience_for(np.asarray(cond.depth))
        share = right_share(f, low, high, patience, self.doubt.spread, self.sure)
        return np.broadcast_to(share, self.shape)

    @cached_property
    def off_spool(self) -> Array:
        """Line off the spool when it is down, m."""
        f, cond = self.figures, self.figures.cond
        return np.broadcast_to(off_spool(
            f.fall, f.falling.depth, cond.cast, np.asarray(cond.tip_height), cond.crosswind,
            cond.lowered, cond.fall != "fed"), self.shape)

    @cached_property
    def count(self) -> Array:
        """The angler's count, to the fish, s."""
        return np.broadcast_to(self.figures.aim.count, self.shape)

    @cached_property
    def lead(self) -> Array:
        """How far up-current of the fish to land it, m."""
        return np.broadcast_to(self.figures.aim.lead, self.shape)

    @cached_property
    def beyond(self) -> Array:
        """How far beyond the fish to land it, m: what it comes in on a held line."""
        return np.broadcast_to(self.figures.aim.beyond, self.shape)

    @property
    def lightest_zone(self) -> Array:
        """Time in the zone (s, (T,)) of the lightest rig that does the job by the chosen school,
        which a heavier one is held against; NaN where none is."""
        limit = next((x for x in self.judgement.limits if x.code == "hangs"), None)
        if limit is None:
            return np.full(self.shape[1], np.nan)
        return np.asarray(np.broadcast_to(limit.bound, self.shape)[0] / HANG_SHARE)


def _window(
    f: Figures, school: School, others: Flags, shape: tuple[int, int]
) -> tuple[Array, Array, Array]:
    """Edges (m/s) of the band of current in which each head is right, and what it bears at most;
    NaN for none."""
    cond, reach = f.cond, np.full(shape, np.nan)
    if cond.steady:
        low, high = f.window_of_retrieve()
        low, high = np.where(others, low, np.nan), np.where(others, high, np.nan)
    else:
        reach = np.broadcast_to(
            f.greatest_drift_current() if school.scope_limit is None else greatest_current(
                f.held, school.scope_limit), shape)
        low, high = windows(
            f.mass, reach, np.broadcast_to(f.fall.zone, shape),
            others, np.asarray(cond.surface_speed), school)
    fits = np.broadcast_to(f.package <= f.rod.lure_max, shape)
    return np.where(fits, low, np.nan), np.where(fits, high, np.nan), reach


def board(
    cond: Conditions,
    plastic: Plastic,
    heads: Sequence[Head],
    rod: Rod | None = None,
    school: str = "lightest-practical",
    rigging: Rigging = None,
    parts: Sequence[Part] = (),
    trace: bool = False,
    slow: Sequence[float] | None = None,
    fit: Indices | None = None,
    lightest_zone: Array | float | None = None,
    sure: Sure = UNSURE,
    verdicts: bool = False,
) -> Board:
    """Judge every head on one plastic, at every time step.

    Parameters
    ----------
    cond : the water, the stance and the line. plastic : what is rigged.
    heads : H heads, in any order. rod : its rating and casts; None rules nothing out.
    school : a key of ``schools.SCHOOLS``; decides verdicts, windows and least masses. The picks
        of all schools are given.
    rigging : a second head, a sinker, a float, or hooked across; None for one head on the line.
        parts : what is added to the plastic on every head. trace : the held lines with their
        shapes, to be drawn.
    slow : for each head how many times longer it takes to fall than computed; None for as computed.
    fit : (H,) how each head's hook goes with the plastic, as ``schools.lightest`` has it; None:
        all well. One that fits badly is no pick, and nothing is held against it.
    lightest_zone : s in the zone of the lightest rig that does the job, where it is known apart
        from these heads. sure : how far the log has narrowed what is not known.
    verdicts : they and the picks alone are wanted, which is quicker: windows are NaN, and nothing
        tells which of those too light would do in less current.

    Raises
    ------
    DomainError
        For an empty box, an unknown school, or a condition outside its range.
    """
    cond, box = cond.checked(), tuple(heads)
    if not box:
        raise DomainError("heads", "must hold at least one head", "none", "", "add a head")
    if len({h.id for h in box}) < len(box):
        raise DomainError("heads", "must each have an id of their own", "a double", "", "rename")
    if school not in SCHOOLS:
        raise DomainError("school", "must be one of " + ", ".join(SCHOOLS), school, "", "choose")
    chosen, shape = SCHOOLS[school], (len(box), cond.steps)
    body = assemble(plastic, box, parts=parts, across=isinstance(rigging, Across))
    front = (assemble(plastic, [rigging.front], parts=parts)
             if isinstance(rigging, TwoHeads) else None)
    learned = np.ones((len(box), 1)) if slow is None else require(
        "slow", np.asarray(slow, dtype=float).reshape(-1, 1), "", "a factor near 1", above=0.0)
    f = figures(cond, body, rod or Rod(limits=False), rigging, front, trace, learned, verdicts)
    if fit is not None:
        f = replace(f, counts=fit > FITS_BADLY)
    judged = {}
    others = np.ones(shape, dtype=bool)
    for key, each in SCHOOLS.items():
        judged[key], passed = limits.judge_school(f, each, shape, lightest_zone)
        others = passed if key == school else others
    mass, steps = f.mass, np.zeros(cond.steps)
    # Swum back nothing is felt on each hop: no line is held.
    scope = None if cond.steady else np.broadcast_to(f.holds.scope[1], shape)
    picks = {key: lightest(mass, j.verdict, fit, scope, j.only_wind)
             for key, j in judged.items()}
    usable = f.package <= f.rod.lure_max
    if fit is not None:
        usable = usable & (fit > FITS_BADLY)[:, None]
    picks["depth-table"] = by_depth_table(
        mass, usable, cond.depth + steps, cond.surface_speed + steps)
    return Board(f, plastic, box, rod, chosen, others, judged, picks, sure)
