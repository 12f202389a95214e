"""The open file of one question, ``ilha-scenario-1``, and its answer."""

from __future__ import annotations

import signal
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from dataclasses import replace
from functools import partial
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import Field, ValidationError

from ilha.core.errors import DomainError
from ilha.core.judge.board import Board, board
from ilha.core.units import m_from_mm
from ilha.core.water.conditions import ACROSS, Conditions
from ilha.core.water.ground import Ground
from ilha.core.water.line import density_of
from ilha.formats.board_json import Told, as_json, part, written
from ilha.formats.fields import first_error
from ilha.formats.scenario_parts import (
    AT_LEAST_ONE,
    AcrossPart,
    AddedPart,
    AirPart,
    FloatPart,
    FlowPart,
    HeadPart,
    LeaderPart,
    LinePart,
    MarkPart,
    Part,
    PlasticPart,
    RetrievePart,
    RodPart,
    SinkerPart,
    StancePart,
    SwellPart,
    TandemPart,
    Turn,
    WaterPart,
    ZonePart,
    told,
)
from ilha.formats.words import School


class Scenario(Part):
    """Input of ``ilha board``: all numbers SI or with the suffix said."""

    format: Literal["ilha-scenario-1"]
    water: WaterPart = WaterPart()
    air: AirPart = AirPart()
    mark: MarkPart
    flow: FlowPart
    swell: SwellPart = SwellPart()
    stance: StancePart = StancePart()
    line: LinePart
    leader: LeaderPart | None = None
    zone: ZonePart = ZonePart()
    school: School = "lightest-practical"
    cast_m: Annotated[float, told(exclusiveMinimum=0, maximum=150)] = 25.0
    cast_to_current_deg: Turn = ACROSS
    lowered: bool = False
    retrieve: RetrievePart = RetrievePart()
    rod: RodPart | None = None
    plastic: PlasticPart
    added: list[AddedPart] = Field(default=[])
    rigging: Annotated[
        TandemPart | SinkerPart | FloatPart | AcrossPart, Field(discriminator="kind")] | None = None
    heads: Annotated[list[HeadPart], AT_LEAST_ONE]

    def conditions(self) -> Conditions:
        """The scenario's water, stance and line in SI, for the core."""
        if self.stance.kind == "fixed" and (
                self.stance.drift_speed_m_s != 0.0 or self.stance.drift_follows):
            raise DomainError("stance.drift_speed_m_s", "must be 0 for a fixed stance",
                              self.stance.drift_speed_m_s, "m/s", "or set stance.kind to drifting")
        ground = Ground.of(self.mark.ground)
        depth = np.asarray(self.mark.depth_m)
        if ground is not None and depth.ndim == 0:
            depth = ground.depth(self.cast_m)
        return Conditions(
            depth=depth, ground=None if self.lowered else ground, shelter=self.flow.shelter,
            line_density=density_of(self.line.kind),
            leader=None if self.leader is None else self.leader.core(), profile=self.flow.profile,
            canopy=self.mark.cover_height_m,
            surface_speed=np.asarray(self.flow.surface_speed_m_s),
            line_diameter=m_from_mm(self.line.diameter_mm), feed_tension=self.line.feed_tension_n,
            fall=self.line.fall, temperature_c=np.asarray(self.water.temperature_c),
            salinity=np.asarray(self.water.practical_salinity),
            wind=np.asarray(self.air.wind_m_s), wind_angle_deg=self.air.wind_to_cast_deg,
            tip_height=np.asarray(self.stance.tip_height_m),
            drift_speed=self.stance.drift_speed_m_s, drift_follows=self.stance.drift_follows,
            drift_plane=self.stance.drift_plane, zone_from=self.zone.from_bottom_m,
            zone_to=self.zone.to_bottom_m, cast=self.cast_m,
            cast_angle_deg=self.cast_to_current_deg, lowered=self.lowered,
            retrieve_speed=self.retrieve.speed_m_s, steady=self.retrieve.steady,
            swell_m=np.asarray(self.swell.height_m), swell_period_s=self.swell.period_s,
        )


def read(text: str) -> Scenario:
    """Parse a scenario.

    Raises
    ------
    FieldError
        For text that is not JSON, numbers that are not finite, and fields that are missing,
        unknown or of the wrong kind; one line naming the field, the rule and the remedy.
    """
    try:
        return Scenario.model_validate_json(text, strict=True)
    except ValidationError as error:
        raise first_error(error) from error


def answer(scenario: Scenario) -> dict[str, Any]:
    """The board of a scenario as the JSON object of ``ilha-board-1``.

    Raises
    ------
    DomainError, FieldError
        Naming the field that is out of range.
    """
    return as_json(*_judged(scenario))


AT_ONCE = 10_000
"""Heads times steps that are judged together: each takes some 5 kB while it is."""
_BY_STEP = ("depth", "surface_speed", "tip_height", "wind", "temperature_c", "salinity", "swell_m",
            "drift_speed", "zone_from", "zone_to")


def answered(
    scenario: Scenario, progress: Callable[[int, int], None] = lambda done, of: None,
    workers: int = 1,
) -> Iterator[str]:
    """The same as text, part by part; raises the same, before the first of them. A long board is
    judged some steps at a time, by as many ``workers``; ``progress`` is told how far it is."""
    cond = scenario.conditions().checked()
    most = max(1, AT_ONCE // max(1, len(scenario.heads)))
    spans = [(start, min(start + most, cond.steps)) for start in range(0, cond.steps, most)]
    parts = []
    for (_, end), one in zip(spans, _parts(scenario, cond, spans, workers), strict=True):
        parts.append(one)
        progress(end, cond.steps)
    return written(parts)


def _parts(
    scenario: Scenario, cond: Conditions, spans: list[tuple[int, int]], workers: int
) -> Iterator[Told]:
    """Of each span of steps, in order."""
    made = partial(_part, scenario, cond)
    many = min(workers, len(spans))
    if many < 2:
        yield from map(made, spans)
        return
    # A short board is not kept waiting for what only a long one needs.
    from concurrent.futures import ProcessPoolExecutor
    from concurrent.futures.process import BrokenProcessPool

    with ProcessPoolExecutor(many, initializer=_undisturbed) as pool:
        try:
            with _unheard():
                told = pool.map(made, spans)
            yield from told
        except BrokenProcessPool as error:
            raise MemoryError from error
        finally:
            # Refused, or interrupted: nobody waits for the rest.
            pool.shutdown(wait=False, cancel_futures=True)


@contextmanager
def _unheard() -> Iterator[None]:
    """Workers that are forked meanwhile never hear an interrupt; who asked hears it after."""
    if not hasattr(signal, "pthread_sigmask"):
        yield
        return
    usual = signal.pthread_sigmask(signal.SIG_BLOCK, {signal.SIGINT})
    try:
        yield
    finally:
        signal.pthread_sigmask(signal.SIG_SETMASK, usual)


def _undisturbed() -> None:
    """The same of workers that are not forked but begin anew. What the arrays of one part took is
    kept for the next, where the C library can: giving it back each time took a twentieth of all."""
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    import ctypes

    trim, mapped = -1, -3  # M_TRIM_THRESHOLD and M_MMAP_THRESHOLD of glibc's malloc.h.
    with suppress(AttributeError, OSError, TypeError):
        ctypes.CDLL(None).mallopt(trim, 1 << 26)
        ctypes.CDLL(None).mallopt(mapped, 1 << 25)


def _part(scenario: Scenario, cond: Conditions, span: tuple[int, int]) -> Told:
    return part(*_judged(scenario, _steps(cond, *span)))


def _steps(cond: Conditions, start: int, end: int) -> Conditions:
    """Some of the steps."""
    values = {name: np.asarray(getattr(cond, name)) for name in _BY_STEP}
    some: dict[str, Any] = {name: value[start:end] for name, value in values.items()
                            if value.ndim == 1 and value.size == cond.steps > 1}
    return replace(cond, **some)


def _judged(scenario: Scenario, cond: Conditions | None = None) -> tuple[Board, float]:
    result = board(
        scenario.conditions() if cond is None else cond, scenario.plastic.core(),
        [h.core() for h in scenario.heads],
        None if scenario.rod is None else scenario.rod.core(), scenario.school,
        None if scenario.rigging is None else scenario.rigging.core(),
        [part.core() for part in scenario.added],
        slow=[head.slow_factor for head in scenario.heads],
        lightest_zone=scenario.zone.lightest_s,
    )
    return result, scenario.retrieve.reel_cm_per_turn * 1e-2
