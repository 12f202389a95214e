"""Listening to instruments: a thread that reads one source and begins again when it breaks off."""

from __future__ import annotations

import socket
import time
from collections.abc import Iterator
from pathlib import Path
from threading import Event, Thread
from typing import Protocol

from ilha.desk.instruments import Instruments
from ilha.formats.nmea import Lines

AGAIN_S = 3.0
QUIET_S = 1.0
CHUNK = 4096
BAUD = 4800
"""Of NMEA 0183."""


class Source(Protocol):
    """Bytes as they come; ends when the source breaks off, and at once when it is asked to."""

    def __call__(self, over: Event) -> Iterator[bytes]: ...


def source_of(words: str) -> Source:
    """A source by its words: ``tcp:HOST:PORT``, ``udp:PORT``, ``serial:DEVICE[:BAUD]`` or
    ``file:PATH``.

    Raises
    ------
    ValueError
        Saying what is wrong.
    """
    kind, _, rest = words.partition(":")
    try:
        if kind == "tcp":
            host, _, port = rest.rpartition(":")
            return _tcp(host.strip("[]") or "127.0.0.1", _port(port))
        if kind == "udp":
            return _udp(_port(rest))
        if kind == "serial" and rest:
            device, _, baud = rest.rpartition(":")
            return _serial(device, int(baud)) if device and baud.isdigit() else _serial(rest, BAUD)
        if kind == "file" and rest:
            return _file(Path(rest))
    except ValueError as error:
        raise ValueError(f"{words}: {error}") from error
    raise ValueError(f"{words or 'nothing'} is no source: give tcp:HOST:PORT, udp:PORT,"
                     " serial:DEVICE or file:PATH")


def _port(given: str) -> int:
    if not given.isdigit() or not 1 <= int(given) <= 65535:
        raise ValueError(f"a port is 1 to 65535, got {given or 'none'}")
    return int(given)


def _tcp(host: str, port: int) -> Source:
    def bytes_of(over: Event) -> Iterator[bytes]:
        with socket.create_connection((host, port), timeout=5.0) as talker:
            yield from _received(talker, over)

    return bytes_of


def _udp(port: int) -> Source:
    def bytes_of(over: Event) -> Iterator[bytes]:
        with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as ear:
            ear.bind(("", port))
            for data in _received(ear, over):
                # A packet is whole lines, whether or not the last has its end.
                yield data + b"\n"

    return bytes_of


def _received(talker: socket.socket, over: Event) -> Iterator[bytes]:
    talker.settimeout(QUIET_S)
    while not over.is_set():
        try:
            data = talker.recv(CHUNK)
        except TimeoutError:
            continue
        if not data:
            return
        yield data


def _serial(device: str, baud: int) -> Source:
    def bytes_of(over: Event) -> Iterator[bytes]:
        import serial

        with serial.Serial(device, baud, timeout=QUIET_S) as port:
            while not over.is_set():
                data = port.read(max(1, port.in_waiting))
                if data:
                    yield data

    return bytes_of


def _file(path: Path) -> Source:
    """A recording, as fast as it reads, again from the start every few seconds."""

    def bytes_of(over: Event) -> Iterator[bytes]:
        with path.open("rb") as recorded:
            while not over.is_set() and (data := recorded.read(CHUNK)):
                yield data
        yield b"\n"

    return bytes_of


class Feed:
    """A source listened to by a thread of its own. said : what went wrong last, "" while it
    speaks."""

    def __init__(self, words: str) -> None:
        self.words, self.said = words, ""
        self.instruments = Instruments()
        self._source, self._over = source_of(words), Event()
        self._thread = Thread(target=self._listen, name="instruments", daemon=True)
        self._thread.start()

    def _listen(self) -> None:
        while not self._over.is_set():
            lines = Lines()
            try:
                for data in self._source(self._over):
                    self.said = ""
                    for line in lines.fed(data):
                        self.instruments.heard(line, time.monotonic())
                self.said = "it has broken off"
            except (OSError, ValueError) as error:
                # pyserial's own error is an OSError too.
                self.said = str(error)
            self._over.wait(AGAIN_S)

    def close(self) -> None:
        """End it; what was heard stays."""
        self._over.set()
        self._thread.join(timeout=2.0 * QUIET_S)
