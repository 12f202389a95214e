"""A simulated boat off Marela: a sounder, a receiver, a log and a wind vane that speak NMEA 0183
over TCP, off unless started. All of it is made up, its ground too; it is not to steer by.

It drifts, jumps, falls silent, garbles a line now and then, and shows fish: so do real ones.
"""

from __future__ import annotations

import math
import random
import socket
import time
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime

from ilha.core.units import knots
from ilha.formats.nmea import sentence

START = (36.3905, -21.7180)
"""Degrees; off the harbour mouth."""
SILENT, GARBLED, ARCH = 0.04, 0.02, 0.15
"""Shares of seconds without a sounding, of lines with a wrong letter, of seconds with a fish."""
M_PER_DEGREE = 111_200.0


@dataclass
class Boat:
    """Where it is (degrees), how it goes over the ground and through the water (m/s, degrees)."""

    lat: float
    lon: float
    over: tuple[float, float]
    through: tuple[float, float]


def ground(lat: float, lon: float) -> float:
    """Depth (m): shelves off to the south-west, with a bank; made up."""
    off = ((START[0] - lat) - (lon - START[1])) * M_PER_DEGREE
    bank = 6.0 * math.exp(-((off - 400.0) / 120.0) ** 2)
    return max(2.0, 9.0 + 0.018 * off - bank)


def second(boat: Boat, at_s: float, chance: random.Random) -> list[str]:
    """What all of it says in a second; the boat goes on by it."""
    stream = 0.45 * math.sin(2.0 * math.pi * at_s / 44_712.0) + 0.05, 235.0
    east = stream[0] * math.sin(math.radians(stream[1])) + 0.1
    north = stream[0] * math.cos(math.radians(stream[1])) - 0.05
    boat.lat += north / M_PER_DEGREE
    boat.lon += east / (M_PER_DEGREE * math.cos(math.radians(boat.lat)))
    boat.over = (math.hypot(east, north), math.degrees(math.atan2(east, north)) % 360.0)
    boat.through = (math.hypot(0.1, 0.05), math.degrees(math.atan2(0.1, -0.05)) % 360.0)
    when = datetime.fromtimestamp(at_s, UTC)
    fix = f"{_angle(boat.lat, 'N', 'S')},{_angle(boat.lon, 'E', 'W')}"
    bodies = [f"GPRMC,{when:%H%M%S},A,{fix},{knots(boat.over[0]):.2f},{boat.over[1]:.1f},"
              f"{when:%d%m%y},,,A",
              f"VWVHW,{boat.through[1]:.1f},T,,M,{knots(boat.through[0]):.2f},N,,K",
              f"WIMWV,315.0,T,{4.0 + chance.gauss(0.0, 0.4):.1f},M,A",
              f"YXMTW,{17.4 + 0.1 * math.sin(at_s / 600.0):.1f},C",
              "GPXYZ,a kind of sentence that nobody knows"]
    if chance.random() > SILENT:
        depth = ground(boat.lat, boat.lon) + chance.gauss(0.0, 0.05)
        if chance.random() < 0.02:
            depth *= 2.0  # A second echo.
        bodies.append(f"SDDPT,{depth - 0.3:.2f},0.30")
    if chance.random() < ARCH:
        high = chance.uniform(0.2, 0.6) * ground(boat.lat, boat.lon)
        bodies.append(f"PILH,F,{ground(boat.lat, boat.lon) - high:.1f},M")
    lines = [sentence(body) for body in bodies]
    return [line if chance.random() > GARBLED else line.replace(",", ";", 1) for line in lines]


def _angle(degrees: float, plus: str, minus: str) -> str:
    whole, minutes = divmod(abs(degrees) * 60.0, 60.0)
    wide = 2 if plus == "N" else 3
    return f"{int(whole):0{wide}d}{minutes:07.4f},{plus if degrees >= 0.0 else minus}"


def voyage(seed: int, from_s: float) -> Iterator[list[str]]:
    """Second after second, the same of the same seed."""
    boat, chance = Boat(*START, (0.0, 0.0), (0.0, 0.0)), random.Random(seed)
    at_s = from_s
    while True:
        yield second(boat, at_s, chance)
        at_s += 1.0


def run(port: int, every_s: float = 1.0, seed: int = 1) -> int:
    """Speak to who connects, one at a time, until interrupted; returns the exit code."""
    try:
        server = socket.create_server(("127.0.0.1", port))
    except OSError as error:
        print(f"Port {port} cannot be used ({error}): choose another with --port.")
        return 1
    with server:
        print(f"A simulated sounder is at tcp:127.0.0.1:{server.getsockname()[1]}"
              "  (Ctrl+C ends it)", flush=True)
        said = voyage(seed, time.time())
        try:
            while True:
                caller, _ = server.accept()
                with caller:
                    _speak(caller, said, every_s)
        except KeyboardInterrupt:
            return 0


def _speak(caller: socket.socket, said: Iterator[list[str]], every_s: float) -> None:
    for lines in said:
        try:
            caller.sendall("".join(lines).encode("ascii"))
        except OSError:
            return
        time.sleep(every_s)
