"""How far a rod throws a package. Section 5 of docs/model.md."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import ArrayLike

from ilha.core.errors import Array, DomainError, Flags, require
from ilha.core.move.fall import RHO_AIR
from ilha.core.rig.bodies import Body
from ilha.core.units import G

RHO_LINE = 750.0
"""Density of wet braid in the air with its gaps, kg/m³ (judgement)."""
CF_LINE_AIR = 0.012
LAUNCH = np.radians(40.0)
RELEASE_HEIGHT = 1.5
INERTIA = 1.3
GUESS_BEYOND = 0.5
"""A package more than this share from the reference cast's is a guess."""
_STEPS = 36
STIFF = 0.25
"""Share of its speed that the air may take in one step: beyond 2.8 the steps would run away."""


@dataclass(frozen=True)
class SeenCast:
    """A cast that was seen: package mass kg, distance m, line diameter m, drag area m²."""

    mass: float = 0.010
    distance: float = 35.0
    diameter: float = 0.19e-3
    drag_area: float = 2.5e-4

    def __post_init__(self) -> None:
        name, see = "rod.reference_cast", "enter one cast this rod was seen to make"
        require(f"{name}.mass_g", self.mass * 1e3, "g", see, above=0.0, high=500.0)
        require(f"{name}.distance_m", self.distance, "m", see, low=3.0, high=150.0)
        require(f"{name}.line_diameter_mm", self.diameter * 1e3, "mm", see, above=0.0)
        require(f"{name}.drag_area_cm2", self.drag_area * 1e4, "cm²", see, low=0.0)


USUAL_RATING = np.array([0.007, 0.020, 0.030, 0.085])
_LOG_RATING = np.log(USUAL_RATING)
USUAL_BETWEEN = (0.002, 0.4)
"""Ratings (kg) between which this is gone by."""
USUAL_LENGTH, USUAL_DISTANCE = (2.1, 2.4, 2.7, 3.3), (30.0, 40.0, 55.0, 80.0)
USUAL_LINE_MM, USUAL_AREA_CM2 = (0.11, 0.15, 0.19, 0.28), (2.0, 2.5, 3.0, 5.0)
"""A rod of such a rating (its most, kg) is so long (m) and throws two thirds of it so far (m), on
such a line: common practice, no source."""


def usual_cast(lure_max: float, length: float | None = None) -> SeenCast:
    """The cast that a rod nobody has measured is taken to make, by its rating (kg) and length (m).

    Between the usual ratings in their logarithm, beyond them as they go on; a longer rod throws
    further by the root of its length (judgement).

    Raises
    ------
    DomainError
        For a rating that is not above 0 g.
    """
    most = float(require("rod.lure_max_g", lure_max * 1e3, "g", "see the rod's rating", above=0.0,
                         high=500.0)) / 1e3
    at = float(np.log(np.clip(most, *USUAL_BETWEEN)))

    def usual(values: tuple[float, ...]) -> float:
        i = int(np.clip(np.searchsorted(_LOG_RATING, at), 1, _LOG_RATING.size - 1))
        share = (at - _LOG_RATING[i - 1]) / (_LOG_RATING[i] - _LOG_RATING[i - 1])
        return float(values[i - 1] * (values[i] / values[i - 1]) ** share)

    distance = usual(USUAL_DISTANCE)
    if length is not None:
        distance *= float(np.sqrt(length / usual(USUAL_LENGTH)))
    return SeenCast(2.0 / 3.0 * max(most, USUAL_BETWEEN[0]), min(distance, 120.0),
                    usual(USUAL_LINE_MM) * 1e-3, usual(USUAL_AREA_CM2) * 1e-4)


@dataclass(frozen=True)
class Rod:
    """A rod's rating (kg), its effective mass (kg) and the casts it was seen to make.

    effective_mass : what is swung besides the package, None by the rating.
    """

    lure_min: float = 0.0
    lure_max: float = float("inf")
    effective_mass: float | None = None
    casts: tuple[SeenCast, ...] = (SeenCast(),)
    limits: bool = True
    """False for the rod that stands in when none is named: it rules nothing out."""
    assumed: bool = False
    """Its cast is the usual one of its rating: every figure of it is a guess."""
    length: float | None = None

    def __post_init__(self) -> None:
        g, see = "g", "see the rod's rating"
        require("rod.lure_min_g", self.lure_min * 1e3, g, see, low=0.0)
        if not self.lure_max >= self.lure_min:
            raise DomainError("rod.lure_max_g", "must not be below lure_min_g",
                              self.lure_max * 1e3, g, see)
        if self.effective_mass is not None:
            require("rod.effective_mass_g", self.effective_mass * 1e3, g,
                    "leave it out: the rating tells it", low=0.0)
        if len({cast.mass for cast in self.casts}) < max(1, len(self.casts)):
            raise DomainError("rod.reference_cast", "must be at least one, each of another mass",
                              len(self.casts), "casts", "enter one cast for each package")

    @property
    def inertia(self) -> float:
        """What is swung besides the package, kg: rod, arms and all, 1.3 times the greatest lure it
        is rated for (fitted to the page's rod; without a rating, to twice its heaviest cast)."""
        if self.effective_mass is not None:
            return self.effective_mass
        most = self.lure_max if np.isfinite(self.lure_max) else 2.0 * float(self.masses.max())
        return INERTIA * most

    @property
    def masses(self) -> Array:
        """Package masses (kg) of the casts seen."""
        return np.array([cast.mass for cast in self.casts])


@dataclass(frozen=True)
class Rods:
    """Ratings of several rods, one to a column: kg, (T,)."""

    lure_min: Array
    lure_max: Array
    limits: bool = True


def vacuum_distance(speed: Array) -> Array:
    """Distance (m) thrown without air at ``speed`` (m/s), 40° and 1.5 m up; closed form."""
    vx, vz = speed * np.cos(LAUNCH), speed * np.sin(LAUNCH)
    return np.asarray(vx * (vz + np.sqrt(vz**2 + 2.0 * G * RELEASE_HEIGHT)) / G)


def flight(
    speed: ArrayLike, mass: ArrayLike, drag_area: ArrayLike, diameter: ArrayLike, wind: ArrayLike
) -> Array:
    """Distance (m) of a thrown package with line in tow; arguments broadcast.

    Quadratic drag rho_air/2 CdA on the speed through the air (``wind`` m/s, positive from
    behind) and the line's pull (lam + rho_air/2 0.012 pi D s) V², lam = 750 pi D²/4, s the line
    out. Launch 40°, release 1.5 m up. Runge-Kutta in equal shares of the flight's longest time;
    shorter ones while the air stops a light bulky package within such a share.
    """
    speed, mass, drag_area, diameter, wind = np.broadcast_arrays(
        *(np.asarray(v, dtype=float) for v in (speed, mass, drag_area, diameter, wind))
    )
    lam = RHO_LINE * np.pi * diameter**2 / 4.0
    skin = 0.5 * RHO_AIR * CF_LINE_AIR * np.pi * diameter
    air = 0.5 * RHO_AIR * drag_area
    up = speed * np.sin(LAUNCH)
    # In a vacuum it would fly so many of these; what the air bears, longer.
    longest = (up + np.sqrt(up**2 + 2.0 * G * RELEASE_HEIGHT)) / G / _STEPS
    far, high = np.zeros_like(up), np.full_like(up, RELEASE_HEIGHT)
    vx, vz, out = speed * np.cos(LAUNCH), up, np.zeros_like(up)

    def drawn(vx: Array, vz: Array, out: Array) -> tuple[Array, Array, Array, Array]:
        """Its speed (m/s), that through the air ahead, and what air and line draw per m/s."""
        v, rel = np.sqrt(vx * vx + vz * vz), vx - wind
        return v, rel, air * np.sqrt(rel * rel + vz * vz), (lam + skin * out) * v

    def slowed(
        vx: Array, vz: Array, rel: Array, through: Array, line: Array
    ) -> tuple[Array, Array]:
        return -(through * rel + line * vx) / mass, -G - (through + line) * vz / mass

    landed = np.zeros(up.shape, dtype=bool)
    distance = np.zeros_like(up)
    for _ in range(16 * _STEPS):
        av, *pulled = drawn(vx, vz, out)
        dt = np.minimum(longest, STIFF / np.maximum((pulled[1] + pulled[2]) / mass, 1e-9))
        half, sixth = 0.5 * dt, dt / 6.0
        ax, az = slowed(vx, vz, *pulled)
        bx, bz = vx + half * ax, vz + half * az
        bv, *pulled = drawn(bx, bz, out + half * av)
        bax, baz = slowed(bx, bz, *pulled)
        cx, cz = vx + half * bax, vz + half * baz
        cv, *pulled = drawn(cx, cz, out + half * bv)
        cax, caz = slowed(cx, cz, *pulled)
        dx, dz = vx + dt * cax, vz + dt * caz
        dv, *pulled = drawn(dx, dz, out + dt * cv)
        dax, daz = slowed(dx, dz, *pulled)
        new_far = far + sixth * (vx + 2.0 * (bx + cx) + dx)
        new_high = high + sixth * (vz + 2.0 * (bz + cz) + dz)
        hit = ~landed & (new_high <= 0.0)
        if np.any(hit):
            share = high / np.where(hit, high - new_high, 1.0)
            distance = np.where(hit, far + share * (new_far - far), distance)
            landed |= hit
        far, high = new_far, new_high
        if np.all(landed):
            break
        vx = vx + sixth * (ax + 2.0 * (bax + cax) + dax)
        vz = vz + sixth * (az + 2.0 * (baz + caz) + daz)
        out = out + sixth * (av + 2.0 * (bv + cv) + dv)
    return np.asarray(np.where(landed, distance, far))


@lru_cache(maxsize=64)
def launch_energy(cast: SeenCast, effective_mass: float) -> float:
    """Energy (J) that a cast gave to its package and the rod's own effective mass (kg).

    The launch speed is read off a fan of flights, three times, each time in the interval found.
    """
    low, high = 1.0, 150.0
    for _ in range(3):
        speeds = np.geomspace(low, high, 24)
        # Speeds that no rod reaches may run the steps over; such flights are not looked at.
        with np.errstate(over="ignore", invalid="ignore"):
            thrown = flight(speeds, cast.mass, cast.drag_area, cast.diameter, 0.0)
        thrown = np.maximum.accumulate(np.nan_to_num(thrown))
        if not thrown[0] < cast.distance <= thrown[-1]:
            raise DomainError("rod.reference_cast.distance_m", "must be one a rod can throw",
                              cast.distance, "m", "check mass and drag area of that cast")
        i = int(np.searchsorted(thrown, cast.distance))
        low, high = float(speeds[i - 1]), float(speeds[i])
    speed = float(np.interp(cast.distance, thrown[i - 1 : i + 1], [low, high]))
    return 0.5 * (cast.mass + effective_mass) * speed**2


def energy_for(rod: Rod, mass: Array) -> Array:
    """Energy (J) the rod gives with a package of ``mass`` kg: between the casts seen in proportion
    to the mass, beyond the lightest and the heaviest as theirs."""
    seen = sorted((cast.mass, launch_energy(cast, rod.inertia)) for cast in rod.casts)
    masses, energies = zip(*seen, strict=True)
    return np.asarray(np.interp(mass, masses, energies))


def package_drag_area(body: Body) -> Array:
    """Drag area (m²) of a package in the air: 0.5 of its section nose-on, 0.05 of its side (of one
    that is hooked across and turns over 0.3), tail, hair, legs and blades.

    Judgement: how a soft plastic tumbles is not computed.
    """
    nose = np.maximum(body.section_head, body.section_body)
    side = body.family.c_a * body.height * body.length + 0.8 * body.d_head**2
    seen = 0.3 if body.across else 0.05
    return np.asarray(0.5 * nose + seen * side + body.plate_drag + body.fuzz)


def cast_distance(
    rod: Rod, mass: Array, drag_area: Array, diameter: Array | float, wind: Array
) -> Array:
    """Distance (m) the rod throws packages of ``mass`` kg and ``drag_area`` m², on a line of
    ``diameter`` m. ``wind`` (m/s) helps from behind. Arguments broadcast."""
    speed = np.sqrt(2.0 * energy_for(rod, mass) / (mass + rod.inertia))
    given = np.broadcast_arrays(speed, mass, drag_area, diameter, wind)
    return _flown(given[0].shape, *(np.ascontiguousarray(v, dtype=float).tobytes() for v in given))


@lru_cache(maxsize=32)
def _flown(shape: tuple[int, ...], *given: bytes) -> Array:
    """A flight, kept: the heads of a box fly the same on another day."""
    distance = flight(*(np.frombuffer(v).reshape(shape) for v in given))
    distance.flags.writeable = False
    return distance


def is_guess(rod: Rod, mass: Array) -> Flags:
    """Whether a package (kg) lies too far from every cast seen for the energy to carry over."""
    if rod.assumed:
        return np.ones(np.shape(mass), dtype=bool)
    far = np.abs(np.asarray(mass)[..., None] / rod.masses - 1.0) > GUESS_BEYOND
    return np.asarray(np.all(far, axis=-1))
