"""NMEA 0183 sentences: what a sounder, a compass, a receiver and a wind vane say. Read by
``pynmea2``; a line whose checksum is wrong or missing is none."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Literal

from ilha.core.units import M_S_PER_KN

Kind = Literal["depth", "water", "position", "over-ground", "through-water", "wind", "fish"]
LONGEST = 256
"""Bytes of a line; the standard says 82, some talkers go over. What is longer is no line."""
_SENTENCE = re.compile(r"[$!][A-Z0-9]+,[^*\r\n]*\*[0-9A-Fa-f]{2}")


class NotRead(ValueError):
    """A line that is no sentence, or whose checksum does not fit."""


@dataclass(frozen=True)
class Reading:
    """What one sentence tells. depth, fish : m below the surface. water : °C. position : degrees,
    north and east. over-ground, through-water : m/s and degrees true, the latter NaN where it is
    not said. wind : m/s and degrees it comes from: true, or off the bow where ``relative``."""

    kind: Kind
    value: tuple[float, ...]
    relative: bool = False


def read(line: str) -> list[Reading]:
    """What a line tells; nothing for a sentence that is not for us, or whose sender says that it
    does not hold.

    Raises
    ------
    NotRead
        For a line that is no sentence.
    """
    import pynmea2

    text = line.strip()
    if len(text) > LONGEST or _SENTENCE.fullmatch(text) is None:
        raise NotRead("no sentence with a checksum")
    try:
        said = pynmea2.parse(text, check=True)
    except pynmea2.ParseError as error:
        # A sentence of a kind that the library does not know is a sentence all the same.
        if isinstance(error, pynmea2.SentenceTypeError):
            return []
        raise NotRead(str(error.args[0][0] if error.args else error)) from error
    reader = _READERS.get(getattr(said, "sentence_type", ""))
    try:
        if reader is not None:
            return [one for one in reader(said) if _sane(one)]
        if getattr(said, "manufacturer", "") == "ILH" and said.data[1:2] == ["F"]:
            return [one for one in [Reading("fish", (float(said.data[2]),))] if _sane(one)]
    except (ValueError, TypeError, AttributeError, IndexError, ArithmeticError):
        return []
    return []


_MOST: dict[str, tuple[tuple[float, float], ...]] = {
    "depth": ((0.0, 12000.0),), "water": ((-3.0, 45.0),), "fish": ((0.0, 2000.0),),
    "position": ((-90.0, 90.0), (-180.0, 180.0)), "over-ground": ((0.0, 60.0), (0.0, 360.0)),
    "through-water": ((0.0, 60.0), (0.0, 360.0)), "wind": ((0.0, 80.0), (0.0, 360.0)),
}


def _sane(one: Reading) -> bool:
    return all(low <= value <= high or (math.isnan(value) and i == 1)
               for i, (value, (low, high)) in enumerate(
                   zip(one.value, _MOST[one.kind], strict=True)))


def _number(given: Any) -> float:
    if given in (None, ""):
        raise ValueError("nothing said")
    return float(given)


def _degrees(given: Any) -> float:
    return math.nan if given in (None, "") else float(given) % 360.0


def _dbt(said: Any) -> list[Reading]:
    return [Reading("depth", (_number(said.depth_meters),))]


def _dpt(said: Any) -> list[Reading]:
    # Above 0 from the transducer up to the surface, below 0 down to the keel.
    up = float(said.offset or 0.0)
    return [Reading("depth", (_number(said.depth) + max(up, 0.0),))]


def _mtw(said: Any) -> list[Reading]:
    return [Reading("water", (_number(said.temperature),))] if said.units == "C" else []


def _fix(said: Any) -> Reading:
    return Reading("position", (float(said.latitude), float(said.longitude)))


def _rmc(said: Any) -> list[Reading]:
    if said.status != "A" or not said.lat:
        return []
    return [_fix(said), Reading("over-ground", (
        _number(said.spd_over_grnd) * M_S_PER_KN, _degrees(said.true_course)))]


def _gga(said: Any) -> list[Reading]:
    return [_fix(said)] if int(said.gps_qual or 0) > 0 and said.lat else []


def _vtg(said: Any) -> list[Reading]:
    return [Reading("over-ground", (_number(said.spd_over_grnd_kts) * M_S_PER_KN,
                                    _degrees(said.true_track)))]


def _vhw(said: Any) -> list[Reading]:
    return [Reading("through-water", (_number(said.water_speed_knots) * M_S_PER_KN,
                                      _degrees(said.heading_true)))]


_WIND = {"K": 1000.0 / 3600.0, "M": 1.0, "N": M_S_PER_KN}


def _mwv(said: Any) -> list[Reading]:
    if said.status != "A" or said.wind_speed_units not in _WIND:
        return []
    return [Reading("wind", (_number(said.wind_speed) * _WIND[said.wind_speed_units],
                             _degrees(said.wind_angle)), said.reference == "R")]


_READERS = {"DBT": _dbt, "DPT": _dpt, "MTW": _mtw, "RMC": _rmc, "GGA": _gga, "VTG": _vtg,
            "VHW": _vhw, "MWV": _mwv}


class Lines:
    """Bytes as they come, cut into lines. What is no line at its length is let go, so that a
    talker that never ends one takes no room."""

    def __init__(self) -> None:
        self._rest = b""
        self._skips = False

    def fed(self, data: bytes) -> Iterator[str]:
        """The lines that these bytes complete."""
        self._rest += data
        *whole, self._rest = re.split(rb"[\r\n]+", self._rest)
        for line in whole:
            if self._skips:
                # The end of one that was too long.
                self._skips = False
            elif line:
                yield line.decode("ascii", errors="replace")
        if len(self._rest) > LONGEST:
            self._rest, self._skips = b"", True


def sentence(body: str) -> str:
    """A sentence with its checksum, as a talker sends it, of what stands between $ and *.

    >>> sentence("SDDBT,7.8,f,2.4,M,1.3,F")
    '$SDDBT,7.8,f,2.4,M,1.3,F*0D\\r\\n'
    """
    total = 0
    for letter in body:
        total ^= ord(letter)
    return f"${body}*{total:02X}\r\n"
