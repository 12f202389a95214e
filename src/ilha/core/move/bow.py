"""The wind's bow in the line between tip and water. Section 10 of docs/model.md."""

from __future__ import annotations

import numpy as np

from ilha.core.errors import Array
from ilha.core.move.fall import RHO_AIR

CD_IN_AIR = 1.2
"""Of a round line across the wind."""


def wind_slack(
    diameter: Array | float, crosswind: Array, tip_height: Array, cast: Array | float, weight: Array
) -> Array:
    """Line (m) that the wind's bow holds and that a lift must take up before the rig is felt.

    A wire under the even load q = rho_air/2 1.2 D w², pulled with the rig's wet weight (N) at its
    foot, sags q x²/8W over a span x (m) and is 8 sag²/3x longer than straight. Once the sag reaches
    as far as the tip is high (m) the rest of the line lies on the water, which holds it: so much of
    the cast (m) is spanned at most. crosswind : m/s across the line.
    """
    load = 0.5 * RHO_AIR * CD_IN_AIR * np.asarray(diameter) * np.asarray(crosswind) ** 2
    with np.errstate(divide="ignore", invalid="ignore", over="ignore"):
        span = np.minimum(cast, np.sqrt(8.0 * weight * tip_height / load))
        slack = load**2 * span**3 / (24.0 * weight**2)
    return np.where(load > 0.0, slack, 0.0 * weight)
