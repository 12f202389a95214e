"""The open file of one question: ``ilha-scenario-1`` in, ``ilha-board-1`` out."""

from __future__ import annotations

from typing import Annotated, Any, Literal

import numpy as np
from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ilha.core.board import Board, board
from ilha.core.cast import Rod, is_guess
from ilha.core.conditions import Conditions
from ilha.core.errors import Array, DomainError
from ilha.core.rig import Head, Plastic
from ilha.core.schools import ALL_KEYS, SCHOOLS, VERDICTS
from ilha.formats.fields import first_error
from ilha.formats.numbers import nullable

Steps = float | Annotated[list[float], Field(min_length=1)]


class _Part(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class WaterPart(_Part):
    temperature_c: Steps = 18.0
    practical_salinity: Steps = 35.0


class AirPart(_Part):
    wind_m_s: Steps = 0.0


class MarkPart(_Part):
    depth_m: Steps
    bottom: str = "sand"
    cover_height_m: float = Field(default=0.0, ge=0.0)


class FlowPart(_Part):
    surface_speed_m_s: Steps
    profile: Literal["seventh-root", "uniform"] = "seventh-root"


class StancePart(_Part):
    kind: Literal["fixed", "drifting"] = "fixed"
    tip_height_m: Steps = 1.5
    drift_speed_m_s: float = 0.0


class LinePart(_Part):
    diameter_mm: float
    feed_tension_n: float = 0.01


class ZonePart(_Part):
    from_bottom_m: float = 0.0
    to_bottom_m: float = 1.0


class RetrievePart(_Part):
    speed_m_s: float = 0.6
    reel_cm_per_turn: float = Field(default=75.0, gt=0.0)
    steady: bool = False


class ReferenceCast(_Part):
    mass_g: float = 10.0
    distance_m: float = 35.0
    line_diameter_mm: float = 0.19
    drag_area_cm2: float = 2.5


class RodPart(_Part):
    lure_min_g: float = 0.0
    lure_max_g: float | None = None
    effective_mass_g: float = 8.0
    reference_cast: ReferenceCast = ReferenceCast()


class PlasticPart(_Part):
    length_mm: float
    width_mm: float
    height_mm: float
    mass_g: float
    density_g_cm3: float = 1.08
    tail: Literal["straight", "stick", "paddle", "curl", "creature"] = "straight"
    extra_drag_cm2: float = 0.0


class HeadPart(_Part):
    id: str
    mass_g: float
    density_g_cm3: float = 11.34
    shape: Literal[
        "ball", "keeled-arrow", "bullet", "darter", "stand-up", "mushroom", "football", "buried",
        "swinging", "belly-weighted", "resin", "bladed", "crab",
    ] = "ball"
    hook_mass_g: float = 1.2
    hook_gape_mm: float | None = None
    hook_wire_mm: float | None = None
    hook_x_mm: float | None = None
    weight_x_mm: float | None = None
    extra_drag_cm2: float = 0.0


class Scenario(_Part):
    """Input of ``ilha board``: all numbers SI or with the suffix said."""

    format: Literal["ilha-scenario-1"]
    water: WaterPart = WaterPart()
    air: AirPart = AirPart()
    mark: MarkPart
    flow: FlowPart
    stance: StancePart = StancePart()
    line: LinePart
    zone: ZonePart = ZonePart()
    school: Literal[
        "lightest-practical", "bottom-contact", "depth-table", "fed-fall", "down-then-work"
    ] = "lightest-practical"
    cast_m: float = 25.0
    retrieve: RetrievePart = RetrievePart()
    rod: RodPart | None = None
    plastic: PlasticPart
    heads: list[HeadPart]

    def conditions(self) -> Conditions:
        """The scenario's water, stance and line in SI, for the core."""
        if self.stance.kind == "fixed" and self.stance.drift_speed_m_s != 0.0:
            raise DomainError("stance.drift_speed_m_s", "must be 0 for a fixed stance",
                              self.stance.drift_speed_m_s, "m/s", "or set stance.kind to drifting")
        return Conditions(
            depth=np.asarray(self.mark.depth_m), profile=self.flow.profile,
            surface_speed=np.asarray(self.flow.surface_speed_m_s),
            line_diameter=self.line.diameter_mm * 1e-3, feed_tension=self.line.feed_tension_n,
            temperature_c=np.asarray(self.water.temperature_c),
            salinity=np.asarray(self.water.practical_salinity),
            wind=np.asarray(self.air.wind_m_s), tip_height=np.asarray(self.stance.tip_height_m),
            drift_speed=self.stance.drift_speed_m_s, zone_from=self.zone.from_bottom_m,
            zone_to=self.zone.to_bottom_m, cast=self.cast_m,
            retrieve_speed=self.retrieve.speed_m_s, steady=self.retrieve.steady,
        )

    def core_plastic(self) -> Plastic:
        p = self.plastic
        return Plastic(p.length_mm * 1e-3, p.width_mm * 1e-3, p.height_mm * 1e-3, p.mass_g * 1e-3,
                       p.density_g_cm3 * 1e3, p.tail, p.extra_drag_cm2 * 1e-4)

    def core_heads(self) -> list[Head]:
        def m(value_mm: float | None) -> float | None:
            return None if value_mm is None else value_mm * 1e-3

        return [
            Head(h.id, h.mass_g * 1e-3, h.density_g_cm3 * 1e3, h.shape, h.hook_mass_g * 1e-3,
                 m(h.hook_gape_mm), m(h.hook_wire_mm), m(h.hook_x_mm), m(h.weight_x_mm),
                 h.extra_drag_cm2 * 1e-4)
            for h in self.heads
        ]

    def core_rod(self) -> Rod | None:
        if self.rod is None:
            return None
        r, c = self.rod, self.rod.reference_cast
        most = float("inf") if r.lure_max_g is None else r.lure_max_g * 1e-3
        return Rod(r.lure_min_g * 1e-3, most, r.effective_mass_g * 1e-3, c.mass_g * 1e-3,
                   c.distance_m, c.line_diameter_mm * 1e-3, c.drag_area_cm2 * 1e-4)


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
    if scenario.school not in SCHOOLS:
        rule = f"must be one of {', '.join(SCHOOLS)} for now"
        raise DomainError("school", rule, scenario.school, "", "choose")
    result = board(scenario.conditions(), scenario.core_plastic(), scenario.core_heads(),
                   scenario.core_rod(), scenario.school)
    return as_json(result)


def as_json(b: Board) -> dict[str, Any]:
    """``ilha-board-1``: arrays over the time steps for every head."""
    shape = b.shape
    heads, steps = shape
    deg = np.degrees
    fields: dict[str, Array] = {
        "wet_weight_n": b.glide.wet_weight, "drag_area_m2": b.body.drag_area,
        "fall_speed_m_s": b.glide.vertical, "fall_pitch_deg": deg(b.glide.pitch),
        "count_s": b.fall.count, "zone_s": b.fall.zone, "lead_m": b.fall.drift,
        "minimum_mass_g": b.least_mass * 1e3, "rest_angle_deg": deg(b.rest.angle),
        "cast_m": b.cast,
    }
    groups: dict[str, dict[str, Array]] = {
        "hold": {"scope": b.holds.scope[1], "line_out_m": b.holds.line_out[1],
                 "span_m": b.holds.span[1], "tension_n": b.holds.tension[1],
                 "tip_angle_deg": deg(b.holds.tip_angle[1])},
        "window_m_s": {"low": b.window_low, "high": b.window_high},
        "swing": {"count_s": b.swing.count, "come_in_m": b.swing.come_in},
        "retrieve": {"lift_off_m": b.retrieve.lift_off, "contact_share": b.retrieve.contact_share,
                     "zone_share": b.retrieve.zone_share, "speed_low_m_s": b.retrieve.speed_low,
                     "speed_high_m_s": b.retrieve.speed_high},
    }
    flat = {name: nullable(np.broadcast_to(value, shape)) for name, value in fields.items()}
    nested = {
        group: {name: nullable(np.broadcast_to(value, shape)) for name, value in parts.items()}
        for group, parts in groups.items()
    }
    never = np.broadcast_to(b.holds.never[1], shape)
    words = np.broadcast_to(b.rest.words, shape).tolist()
    package = np.broadcast_to(b.body.package, (heads, 1))
    rows = []
    for i, head in enumerate(b.heads):
        row: dict[str, Any] = {"id": head.id}
        row.update({name: value[i] for name, value in flat.items()})
        for group, parts in nested.items():
            row[group] = {name: value[i] for name, value in parts.items()}
        row["hold"] = _null_where_never(row["hold"], never[i])
        row["rest"] = words[i]
        row["package_g"] = float(package[i, 0]) * 1e3
        row["verdict"] = [VERDICTS[v] for v in b.judgement.verdict[i]]
        row["reasons"] = [_reasons(b, i, t) for t in range(steps)]
        rows.append(row)
    ids = [head.id for head in b.heads]
    picks = {
        key: [ids[p] if p >= 0 else None for p in b.picks[key]] if key in b.picks
        else [None] * steps
        for key in ALL_KEYS
    }
    return {
        "format": "ilha-board-1",
        "water": {"density_kg_m3": b.rho.tolist(), "kinematic_viscosity_m2_s": b.nu.tolist()},
        "heads": rows,
        "pick": picks,
    }


def _null_where_never(hold: dict[str, list[Any]], never: Array) -> dict[str, list[Any]]:
    return {
        name: [None if gone else value for value, gone in zip(values, never, strict=True)]
        for name, values in hold.items()
    }


def _notes(b: Board, head: int, step: int) -> list[str]:
    """Where a figure reaches beyond what it was fitted to."""
    out = []
    fitted = np.broadcast_to(b.swing.fitted, b.shape)[head, step]
    if not fitted and np.isfinite(np.broadcast_to(b.swing.count, b.shape)[head, step]):
        out.append("swing-outside-fit: depth 1.5 to 8 m and cast 12 to 40 m")
    rod = b.rod or Rod()
    if np.broadcast_to(is_guess(rod, b.body), (b.shape[0], 1))[head, 0]:
        package = float(np.broadcast_to(b.body.package, (b.shape[0], 1))[head, 0])
        out.append(f"cast-guess {package * 1e3:.3g} against {rod.ref_mass * 1e3:.3g} g")
    return out


def _reasons(b: Board, head: int, step: int) -> list[str]:
    """The limit that decided, then every other that fails (code, figure, bound), then notes."""
    j = b.judgement
    decided = int(j.decided[head, step])
    order = [decided] + [i for i in range(len(j.limits)) if i != decided]
    out = []
    for i in order:
        item = j.limits[i]
        passed = np.broadcast_to(item.passed, b.shape)[head, step]
        if i != decided and passed:
            continue
        figure = float(np.broadcast_to(item.figure, b.shape)[head, step])
        bound = float(np.broadcast_to(item.bound, b.shape)[head, step])
        said = f"{figure:.3g}" if np.isfinite(figure) else "never"
        against = f" against {bound:.3g}" if np.isfinite(bound) else ""
        unit = f" {item.unit}" if item.unit else ""
        out.append(f"{item.code} {said}{against}{unit}")
    return out + _notes(b, head, step)
