"""What is tied to the line, as one: its weight, its fall, its drag in water and in air."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ilha.core.errors import Array
from ilha.core.move.cast import package_drag_area
from ilha.core.move.glide import Glide, free_fall
from ilha.core.rig.bodies import Body
from ilha.core.rig.tackle import (
    RHO_SINKER,
    SINGLE,
    Across,
    OnSinker,
    Rigging,
    Sinker,
    Tackle,
    Tandem,
    TwoHeads,
    UnderFloat,
    joined_fall,
    sinker_area,
)
from ilha.core.units import G


@dataclass(frozen=True)
class Ends:
    """What is tied to the line, as one: (H, T). weight N, speed m/s down, area m², package kg."""

    tackle: Tackle
    weight: Array
    speed: Array
    area: Array
    package: Array
    package_area: Array
    front: Glide | None = None


def ends_of(body: Body, glide: Glide, rigging: Rigging, front: Body | None, rho: Array) -> Ends:
    own = body.drag_area
    air = package_drag_area(body)
    if rigging is None or isinstance(rigging, Across):
        return Ends(SINGLE, glide.wet_weight, glide.vertical, own, body.package, air)
    if isinstance(rigging, UnderFloat):
        # It floats: under water it carries, and weighs on, nothing. In the air it is all one.
        return Ends(SINGLE, glide.wet_weight, glide.vertical, own, body.package + rigging.mass,
                    air + rigging.area)
    if isinstance(rigging, TwoHeads):
        assert front is not None
        other = free_fall(front, rho)
        tandem = Tandem(other.wet_weight, front.drag_area, rigging.spacing, rigging.leader)
        return Ends(
            tandem, glide.wet_weight + other.wet_weight,
            joined_fall([glide.wet_weight, other.wet_weight], [glide.vertical, other.vertical]),
            own + front.drag_area, body.package + front.package, air + package_drag_area(front),
            other,
        )
    return _on_sinker(body, glide, rigging, rho, air)


def _on_sinker(body: Body, glide: Glide, rigging: OnSinker, rho: Array, air: Array) -> Ends:
    mass = np.asarray(rigging.mass)
    weight = np.atleast_2d(G * mass * (1.0 - rho / RHO_SINKER))
    area = sinker_area(mass)
    alone = np.sqrt(2.0 * weight / (rho * area))
    tackle = Sinker(weight, area, rigging.dropper, rigging.length, rigging.leader, rigging.lift)
    return Ends(tackle, glide.wet_weight + weight,
                joined_fall([glide.wet_weight, weight], [glide.vertical, alone]),
                body.drag_area + area, body.package + mass, air + area)
