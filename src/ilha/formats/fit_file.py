"""The open file ``ilha-fit-1``, which hook for a plastic, and its answer."""

from __future__ import annotations

from typing import Annotated, Any, Literal

import numpy as np
from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ilha.core.bench.fit import CENTRE, HookFit, Thread, fit_hooks
from ilha.core.units import m_from_mm, mm_from_m
from ilha.formats.fields import FieldError, first_error
from ilha.formats.numbers import nullable
from ilha.formats.scenario_parts import told

Measured = Annotated[float, told(exclusiveMinimum=0)]


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class FitPlastic(_Part):
    length_mm: float = Field(gt=0.0, le=500.0)
    body_length_mm: float = Field(gt=0.0, le=500.0)
    width_mm: float = Field(gt=0.0, le=200.0)
    height_mm: float = Field(gt=0.0, le=200.0)
    family: str = "straight"
    material: str = "plastisol"


class FitThread(_Part):
    kind: Literal["centre", "high"] = "centre"
    depth_mm: float | None = None


class FitHook(_Part):
    id: str = Field(min_length=1, max_length=40)
    straight_mm: Measured
    gape_mm: Measured
    wire_mm: Measured
    yield_mpa: Annotated[float, told(exclusiveMinimum=0, maximum=4000)] = 1500.0


class FitFile(_Part):
    """The question."""

    format: Literal["ilha-fit-1"]
    plastic: FitPlastic
    thread: FitThread = FitThread()
    keeper_takes_mm: float = Field(0.0, ge=0.0, le=100.0)
    hooks: list[FitHook] = Field(min_length=1)


class FitHookOut(_Part):
    id: str
    exit_mm: float | None
    clearance_mm: float
    reach_ratio: float | None
    opening_load_n: float
    verdict: Literal["fits", "too-small", "too-long", "gape-under-body"]
    reasons: list[str]


class FitOut(_Part):
    """The answer."""

    format: Literal["ilha-fit-result-1"]
    hooks: list[FitHookOut]
    pick: str | None


def read(text: str) -> FitFile:
    """A question from JSON.

    Raises
    ------
    FieldError
        Naming the field at fault.
    """
    try:
        found = FitFile.model_validate_json(text, strict=True)
    except ValidationError as error:
        raise first_error(error) from error
    names = [hook.id for hook in found.hooks]
    double = next((name for i, name in enumerate(names) if name in names[:i]), None)
    if double is not None:
        raise FieldError("hooks", f"`hooks` must each have an id of their own, {double} is there"
                                  " twice: rename one")
    return found


def answer(asked: FitFile) -> dict[str, Any]:
    """The answer, ``ilha-fit-result-1``."""
    plastic, hooks = asked.plastic, asked.hooks
    depth = asked.thread.depth_mm
    thread = CENTRE if asked.thread.kind == "centre" else Thread(
        "high", None if depth is None else m_from_mm(depth))
    fit = fit_hooks(
        np.array([m_from_mm(h.straight_mm) for h in hooks]),
        np.array([m_from_mm(h.gape_mm) for h in hooks]),
        np.array([m_from_mm(h.wire_mm) for h in hooks]), m_from_mm(plastic.length_mm),
        m_from_mm(plastic.body_length_mm), m_from_mm(plastic.height_mm),
        m_from_mm(asked.keeper_takes_mm),
        thread, yield_stress=np.array([h.yield_mpa for h in hooks]) * 1e6)
    columns = {
        "exit_mm": nullable(mm_from_m(fit.exit), 3),
        "clearance_mm": nullable(mm_from_m(fit.clearance), 3),
        "reach_ratio": nullable(fit.reach, 4), "opening_load_n": nullable(fit.opening_load, 3),
    }
    return {
        "format": "ilha-fit-result-1",
        "hooks": [
            {"id": hook.id, **{name: values[i] for name, values in columns.items()},
             "verdict": fit.verdict[i], "reasons": reasons_of(fit, i)}
            for i, hook in enumerate(hooks)
        ],
        "pick": hooks[fit.pick].id if fit.pick >= 0 else None,
    }


def reasons_of(fit: HookFit, i: int) -> list[str]:
    """Short codes with figures: ``reach 0.44``, ``clears 7.0 mm``, ``yields 17.0 N``."""
    shown = {"reach": ("", 1.0, 2), "clears": (" mm", 1e3, 1), "under": (" mm", 1e3, 1),
             "yields": (" N", 1.0, 1)}
    return [f"{code} {value * shown[code][1]:.{shown[code][2]}f}{shown[code][0]}"
            for code, value in fit.reasons[i]]
