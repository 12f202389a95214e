"""Tide from harmonic constants, through ``pyfes``. Section 6 of docs/model.md.

A constant is the amplitude (m) and the Greenwich phase lag (degrees) of one constituent; heights
are above the zero of the constants, of which the mean level ("Z0") is a part. A stream's are the
same in m/s, flood positive.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ilha.core.errors import Array, DomainError, require
from ilha.core.tide.turns import HighLow

MEAN_LEVEL = "Z0"
AMPLITUDE_MAX = {"m": 10.0, "m/s": 6.0}
"""The largest tides of the world have an M2 of about 6 m; the hardest streams run about 8 m/s."""
MEAN_MAX = {"m": 20.0, "m/s": 6.0}
SPAN_MAX_DAYS = 400.0


@lru_cache(maxsize=1)
def known() -> dict[str, str]:
    """Names of the constituents that can be predicted, by their capitals."""
    import pyfes

    # Not pyfes.known_constituents: those are names that it can read, not all that it predicts.
    table = pyfes.wave_table_factory(pyfes.EngineType.DOODSON)
    return {str(name).upper(): str(name) for name in table.constituents}


@dataclass(frozen=True)
class Constants:
    """Harmonic constants of one place: ``waves`` name to (amplitude, phase degrees), the amplitude
    in ``unit``, "m" of a tide or "m/s" of a stream."""

    waves: dict[str, tuple[float, float]]
    mean_level: float
    latitude_deg: float
    unit: str = "m"

    def __post_init__(self) -> None:
        require("latitude", self.latitude_deg, "°", "north is positive", low=-90.0, high=90.0)
        most = MEAN_MAX[self.unit]
        require("Z0", self.mean_level, self.unit, "the mean", low=-most, high=most)
        if not self.waves:
            raise DomainError("constituent", "must be given at least once", "none", "",
                              "add M2 at least")
        for name, (amplitude, phase) in self.waves.items():
            if name.upper() not in known():
                raise DomainError("constituent", "must be a name that is known", name, "",
                                  "for instance M2, S2, N2, K1, O1")
            require(f"{name} amplitude", amplitude, self.unit, "metres, not centimetres", low=0.0,
                    high=AMPLITUDE_MAX[self.unit])
            require(f"{name} phase_deg", phase, "°", "degrees behind Greenwich", low=-360.0,
                    high=360.0)

    def value_at(self, at: Array) -> Array:
        """Height of tide (m) or stream (m/s) at instants ``at`` (s since 1970 UTC), any shape.

        Nodal corrections by pyfes (Perth engine, without inferred waves and without the
        equilibrium long-period tide: only what the constants say).
        """
        import pyfes

        at = np.asarray(at, dtype=float)
        settings = pyfes.PerthSettings().with_inference_type(pyfes.ZERO)
        given = {known()[k.upper()]: (a, p % 360.0) for k, (a, p) in self.waves.items()}
        when = np.ravel(at * 1e6).round().astype("int64").astype("datetime64[us]")
        tide, long_period = pyfes.evaluate_tide_from_constituents(
            given, when, self.latitude_deg, settings=settings)
        return (np.asarray(tide) + np.asarray(long_period)).reshape(at.shape) + self.mean_level

    def high_and_low_waters(self, from_s: float, to_s: float) -> HighLow:
        """The turns between two instants, with those next outside.

        Sampled every ten minutes; the parabola through three heights gives each turn to a few
        seconds.

        Raises
        ------
        DomainError
            Over more than ``SPAN_MAX_DAYS``, or where the tide hardly turns at all.
        """
        step, margin = 600.0, 30 * 3600.0
        require("hours", (to_s - from_s) / 3600.0, "h", "ask for less at a time", low=0.0,
                high=SPAN_MAX_DAYS * 24.0)
        times = np.arange(from_s - margin, to_s + margin, step)
        return HighLow(*turns(times, self.value_at(times))).around(from_s, to_s)


def turns(times: Array, heights: Array) -> tuple[Array, Array]:
    """Times (s) and heights (m) of the extremes inside an even series, high and low in turn.

    Parameters
    ----------
    times : (N,) s, even steps. heights : (N,) m.
    """
    before, here, after = heights[:-2], heights[1:-1], heights[2:]
    turned = (here - before) * (after - here) < 0.0
    # A top that two samples share counts once, at the later of them.
    turned |= (here == before) & (here != after) & np.concatenate(
        [[False], (here - before)[:-1] * (after - here)[1:] < 0.0])
    i = np.flatnonzero(turned)
    low, mid, high = before[i], here[i], after[i]
    bend = low - 2.0 * mid + high
    shift = np.where(bend == 0.0, 0.0, 0.5 * (low - high) / np.where(bend == 0.0, 1.0, bend))
    step = float(times[1] - times[0])
    return times[i + 1] + shift * step, mid - 0.25 * (low - high) * shift


FIT_DAYS = 15.0
LEAST_AMPLITUDE = 0.002
"""Waves below this (m) are noise in a tide gauge's record, and are left out of a fit."""


def fit(times: Array, heights: Array, latitude_deg: float) -> tuple[Constants, float]:
    """Constants of a series by least squares, through ``utide``, and the root mean square of what
    they leave (m).

    Under 28 days N2 cannot be told from M2, under half a year K2 not from S2 nor P1 from K1: the
    stronger of each pair takes up what it can, the rest stands in what is left, and a prediction
    far from the series is out by as much.

    Parameters
    ----------
    times : (N,) s since 1970 UTC. heights : (N,) m. latitude_deg : degrees, north positive.

    Raises
    ------
    DomainError
        Below ``FIT_DAYS`` of heights, or where there is no tide in them.
    """
    days = float(times[-1] - times[0]) / 86400.0
    if days < FIT_DAYS:
        raise DomainError("text", f"must cover at least {FIT_DAYS:g} days to be fitted, it covers",
                          round(days, 1), "days", "bring a longer series")
    import utide

    # Nodal terms at the equator are not defined: a hair beside it they are.
    place = latitude_deg if abs(latitude_deg) > 1e-6 else 1e-6
    found = utide.solve(times / 86400.0, heights, lat=place, epoch="1970-01-01", method="ols",
                        conf_int="none", trend=False, verbose=False)
    waves = {
        known()[str(name).upper()]: (float(amplitude), float(phase))
        for name, amplitude, phase in zip(found.name, found.A, found.g, strict=True)
        if amplitude >= LEAST_AMPLITUDE and str(name).upper() in known()
    }
    fitted = Constants(waves, float(found.mean), latitude_deg)
    left = heights - fitted.value_at(times)
    return fitted, float(np.sqrt(np.mean(left**2)))
