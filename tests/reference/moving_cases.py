"""Settings in which whatever moves is held against the chain of moving.py: the page's own tables,
and a Latin hypercube. A dozen of it are tried in the suite, all of it by ``make model-report``.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np
from scipy.stats import qmc

from ilha.core.errors import Array
from ilha.core.move.fall import Falling, swing
from ilha.core.move.glide import free_fall
from ilha.core.move.hold import hold
from ilha.core.move.reeled import Water
from ilha.core.move.swim import swim
from ilha.core.move.way_in import WayIn
from ilha.core.rig.assembly import assemble
from ilha.core.units import kg_from_oz
from ilha.core.water import seawater as sea
from ilha.core.water.ground import Ground
from ilha.core.water.swell import Swell
from tests.reference import moving
from tests.rigs import head, plastic

RHO, NU = float(sea.density(18.0, 35.0)), float(sea.kinematic_viscosity(18.0, 35.0))
PLASTICS = {
    "p102": plastic(102, 17, 20, 12.0, "paddle"),
    "s127": plastic(127, 14, 16, 10.5, "straight"),
    "p76": plastic(76, 11, 15, 5.0, "paddle"),
}
HOOK_G = {0.125: 0.6, 0.25: 1.2, 0.375: 1.6, 0.5: 2.0, 0.75: 2.7}


@cache
def rig(oz: float, name: str) -> tuple[float, float]:
    """Wet weight (N) and free speed (m/s) of a ball head on one of the plastics."""
    one = head(kg_from_oz(oz) * 1e3, hook=(HOOK_G.get(oz, 3.5), 1.2, 15.0))
    fall = free_fall(assemble(PLASTICS[name], [one]), np.asarray(RHO))
    return float(fall.wet_weight[0, 0]), float(fall.vertical[0, 0])


@dataclass(frozen=True)
class Swum:
    """A retrieve: m, m/s, mm, degrees from the way the current goes to the way the cast goes."""

    depth: float
    line_mm: float
    oz: float
    plastic: str
    cast: float
    speed: float
    current: float = 0.0
    angle: float = 90.0
    swell: float = 0.0
    tip: float = 1.5
    slope: float = 0.0

    def __str__(self) -> str:
        return (
            f"{self.depth:.1f} m, {self.oz:g} oz {self.plastic}, {self.line_mm:.2f} mm, cast"
            f" {self.cast:.0f}, {self.speed:.2f} m/s, current {self.current:.2f} at"
            f" {self.angle:.0f}, swell {self.swell:g}"
        )


def by_chain(cases: tuple[Swum, ...]) -> tuple[Array, Array]:
    """Way to go and height of all of them at once."""
    rigs = [rig(c.oz, c.plastic) for c in cases]

    def each(name: str) -> list[float]:
        return [getattr(c, name) for c in cases]

    return moving.retrieve(
        moving.Setting(
            depth=each("depth"),
            weight=[w for w, _ in rigs],
            speed=[v for _, v in rigs],
            diameter=[c.line_mm / 1e3 for c in cases],
            cast=each("cast"),
            tip=each("tip"),
            current=each("current"),
            angle=each("angle"),
            reel=each("speed"),
            swell=each("swell"),
            slope=each("slope"),
        )
    )


def by_core(c: Swum) -> WayIn:
    weight, free = rig(c.oz, c.plastic)
    area = 2.0 * weight / free**2 / RHO
    path = swim(
        Water(
            np.asarray(weight),
            np.asarray(area),
            np.asarray(c.line_mm / 1e3),
            np.asarray(c.depth),
            np.asarray(c.tip),
            np.asarray(RHO),
            np.asarray(NU),
            c.current,
            float(np.radians(c.angle)),
            swell=Swell(c.swell),
            ground=Ground(((0.0, c.depth - c.slope * c.cast), (c.cast, c.depth))),
        ),
        c.speed,
        c.cast,
    )
    return WayIn(path.go[:, None], path.height[:, None])


def figures_of(go: Array, height: Array) -> Array:
    """Share of the cast in the lowest metre, height at 1/2 and 1/4 of it, share of its middle half
    on the bottom; (4, B)."""
    path = WayIn(go, height)
    return np.stack(
        [
            path.share(-np.inf, 1.0, 1.0, 0.0),
            path.height_at(0.5),
            path.height_at(0.25),
            path.share(-np.inf, 0.03, 0.75, 0.25),
        ]
    )


@cache
def hypercube(count: int = 72, seed: int = 15) -> tuple[Swum, ...]:
    """Retrieves over the ranges in which they are made, the cast well over the depth."""
    u = qmc.LatinHypercube(7, rng=seed).random(count)
    ozs, names = (0.125, 0.25, 0.375, 0.5, 0.75, 1.0), tuple(PLASTICS)
    return tuple(
        Swum(
            depth=float(1.5 + 8.0 * a),
            line_mm=float(0.12 + 0.18 * b),
            oz=ozs[int(6 * c)],
            plastic=names[int(17 * c) % 3],
            cast=float(max(10.0 + 50.0 * d, 1.3 * (1.5 + 8.0 * a))),
            speed=float(0.35 + 0.9 * e),
            current=0.0 if i % 3 == 0 else float(0.5 * f),
            angle=float((0, 45, 90, 135, 180)[int(5 * g)]),
        )
        for i, (a, b, c, d, e, f, g) in enumerate(u)
    )


@cache
def surf(count: int = 90, seed: int = 5) -> tuple[Swum, ...]:
    """Retrieves in a swell that runs along the cast: 1.5 to 5 m, 0.3 to 1.3 m of it."""
    u = qmc.LatinHypercube(6, rng=seed).random(count)
    ozs = (0.5, 0.75, 1.0, 1.5, 2.0, 3.0)
    return tuple(
        Swum(
            depth=float(1.5 + 3.5 * a),
            line_mm=float(0.20 + 0.10 * b),
            oz=ozs[int(6 * c)],
            plastic="p102",
            cast=float(25.0 + 35.0 * d),
            speed=float(0.5 + 0.9 * e),
            swell=float(0.3 + f),
            tip=3.0,
        )
        for a, b, c, d, e, f in u
    )


@dataclass(frozen=True)
class Held:
    """A fall on a line held from the splash, in current and wind."""

    depth: float
    current: float
    line_mm: float
    oz: float
    plastic: str
    cast: float
    angle: float = 90.0
    tip: float = 1.5
    wind: float = 0.0
    wind_angle: float = 90.0

    def __str__(self) -> str:
        return (
            f"{self.depth:g} m, {self.current:g} m/s at {self.angle:g}, {self.oz:g} oz"
            f" {self.plastic}, {self.line_mm:g} mm, cast {self.cast:g}, wind {self.wind:g}"
        )


def falls(cases: tuple[Held, ...], **how: float) -> tuple[Array, Array, Array]:
    """Count s, come-in m and drift m of all of them, by the chain."""
    rigs = [rig(c.oz, c.plastic) for c in cases]

    def each(name: str) -> list[float]:
        return [getattr(c, name) for c in cases]

    return moving.held_fall(
        moving.Setting(
            depth=each("depth"),
            weight=[w for w, _ in rigs],
            speed=[v for _, v in rigs],
            diameter=[c.line_mm / 1e3 for c in cases],
            cast=each("cast"),
            tip=each("tip"),
            current=each("current"),
            angle=each("angle"),
            wind=each("wind"),
            wind_angle=each("wind_angle"),
        ),
        segments=24,
        dt=0.05,
        **how,
    )


def by_table(c: Held) -> tuple[float, float, float]:
    """The core's count s, come-in m and drift m."""
    weight, free = rig(c.oz, c.plastic)
    a = np.asarray
    f = Falling(
        a(weight), a(free), a(c.depth), a(c.line_mm / 1e3), a(RHO), a(NU), a(0.01), a(c.current)
    )
    across = c.wind * abs(float(np.sin(np.radians(c.wind_angle))))
    fall = swing(f, a(c.cast), a(c.tip), 0.0, 1.0, 0.0, c.angle, across).fall
    return float(fall.count), float(fall.come_in), float(fall.shift)


def gets_there(c: Held) -> bool:
    """Whether the line that is out is as long as the hold needs."""
    weight, free = rig(c.oz, c.plastic)
    held = hold(
        weight,
        2.0 * weight / free**2 / RHO,
        c.line_mm / 1e3,
        c.depth,
        c.tip,
        c.current,
        rho=RHO,
        nu=NU,
    )
    return bool(held.line_out <= np.hypot(c.cast, c.tip))


@cache
def held_hypercube(count: int = 72, seed: int = 3) -> tuple[Held, ...]:
    """Held falls: 1 to 30 m, 0 to 0.8 m/s, 0.12 to 0.30 mm, 1/8 to 2 oz, casts of 8 to 60 m and at
    least 1.15 times the depth."""
    ozs, names = (0.125, 0.25, 0.375, 0.5, 0.75, 1.0, 2.0), tuple(PLASTICS)
    out = []
    for a in qmc.LatinHypercube(7, rng=seed).random(count):
        depth = float(1.0 + 29.0 * a[0] ** 1.5)
        out.append(
            Held(
                depth,
                0.0 if a[6] < 0.25 else float(0.8 * a[1]),
                float(0.12 + 0.18 * a[2]),
                ozs[int(7 * a[3])],
                names[int(17 * a[3]) % 3],
                float(max(8.0 + 52.0 * a[4], 1.15 * depth)),
                float((0, 45, 90, 135, 180)[int(5 * a[5])]),
            )
        )
    return tuple(out)


SWUM_TABLE: tuple[tuple[Swum, float, float, float], ...] = (
    (Swum(3, 0.19, 0.25, "p102", 25, 0.6), 0.84, 0, 0.50),
    (Swum(4, 0.19, 0.375, "p102", 25, 0.7), 0.75, 0.11, 0.99),
    (Swum(4, 0.19, 0.75, "s127", 40, 0.9), 0.89, 0, 0.12),
    (Swum(6, 0.19, 0.5, "p102", 35, 0.8), 0.62, 0.46, 1.84),
    (Swum(2, 0.24, 0.25, "s127", 25, 0.8), 0.87, 0.02, 0.51),
    (Swum(3.4, 0.28, 1.0, "s127", 45, 0.7), 1.00, 0, 0),
    (Swum(4, 0.19, 0.375, "p102", 25, 0.7, 0.3, 90), 0.69, 0.28, 1.35),
    (Swum(4, 0.19, 0.375, "p102", 25, 0.7, 0.3, 0), 0.47, 1.13, 2.35),
    (Swum(4, 0.19, 0.375, "p102", 25, 0.7, 0.3, 180), 0.90, 0, 0.12),
)
"""Share of the cast in the lowest metre, height (m) with 1/2 and 1/4 of it to go: an independent
chain's, whose authors gave it to us with its equations."""
SURF_OZ = (0.5, 0.75, 1.0, 1.5, 2.0)
SURF_TABLE: tuple[tuple[float, float, tuple[float, ...]], ...] = (
    (0.9, 0.0, (0.24, 0.57, 0.81, 1.0, 1.0)),
    (0.9, 0.8, (0.08, 0.26, 0.43, 0.70, 0.86)),
    (1.1, 0.0, (0.0, 0.25, 0.48, 0.81, 0.98)),
    (1.1, 0.8, (0.06, 0.15, 0.26, 0.48, 0.68)),
)
"""Speed m/s, swell m, and the shares of the middle half on the bottom by weight, of that chain."""
HELD_TABLE: tuple[tuple[Held, float, float, float], ...] = (
    (Held(4, 0.3, 0.19, 0.375, "p102", 25, 0), 11.1, 1.4, 0),
    (Held(4, 0.3, 0.19, 0.375, "p102", 25), 7.9, 1.7, 2.05),
    (Held(4, 0.3, 0.19, 0.375, "p102", 25, 180), 6.2, 1.9, 0),
    (Held(6, 0.5, 0.19, 0.75, "p102", 30, 0), 16.7, 2.2, 0),
    (Held(6, 0.5, 0.19, 0.75, "p102", 30), 9.6, 2.9, 4.14),
    (Held(6, 0.5, 0.19, 0.75, "p102", 30, 180), 6.7, 3.2, 0),
    (Held(3, 0.35, 0.19, 0.25, "p76", 22, 0), 9.1, 1.1, 0),
    (Held(3, 0.35, 0.19, 0.25, "p76", 22), 5.8, 1.4, 1.74),
    (Held(3, 0.35, 0.19, 0.25, "p76", 22, 180), 4.3, 1.5, 0),
    (Held(12, 0, 0.19, 0.5, "p102", 30), 27.3, 5.8, 0),
    (Held(20, 0, 0.19, 1.0, "s127", 40), 35.4, 10.4, 0),
    (Held(15, 0, 0.19, 0.75, "p102", 17), 48.3, 12.9, 0),
    (Held(30, 0, 0.15, 1.0, "s127", 50), 59.3, 16.1, 0),
    (Held(3, 0, 0.19, 0.25, "p102", 8), 7.3, 1.5, 0),
    (Held(5, 0, 0.19, 0.5, "p102", 60), 8.8, 2.0, 0),
)
"""Count s, come-in m, drift m, of the same chain."""
WIND_TABLE: tuple[tuple[Held, float, float], ...] = (
    (Held(5, 0.2, 0.19, 0.25, "p102", 25, wind=0), 12.3, 2.0),
    (Held(5, 0.2, 0.19, 0.25, "p102", 25, wind=5), 14.4, 4.0),
    (Held(5, 0.2, 0.19, 0.25, "p102", 25, wind=10), 21.7, 9.9),
    (Held(5, 0.2, 0.19, 0.5, "p102", 25, wind=0), 8.9, np.nan),
    (Held(5, 0.2, 0.19, 0.5, "p102", 25, wind=5), 9.4, np.nan),
    (Held(5, 0.2, 0.19, 0.5, "p102", 25, wind=10), 12.7, np.nan),
)
"""Count s and come-in m with the wind across, of the same chain."""
