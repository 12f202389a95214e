"""The one place that asks another server: a tide service on this machine."""

from __future__ import annotations

import socket
import threading
from contextlib import suppress
from http.client import HTTPConnection, HTTPException
from urllib.parse import urlsplit

from ilha.formats.fields import FieldError
from ilha.web.errors import ServiceAway
from ilha.web.security import HOSTS

PATIENCE_S = 5.0
MOST = 1 << 20
_LATE = f"it takes longer than {PATIENCE_S:g} s"


def checked_address(given: str) -> str:
    """An address that may be asked: plain HTTP on this machine.

    Raises
    ------
    FieldError
        For any other.
    """
    parts = urlsplit(given)
    if parts.scheme != "http" or parts.hostname not in HOSTS or parts.query or parts.username:
        raise FieldError("tide-service", "`--tide-service` must be an http address on this machine,"
                                         f" got {given}: for instance http://127.0.0.1:8418")
    return given


def fetched(address: str) -> str:
    """The text at an address, of at most ``MOST`` bytes. This machine alone is asked: no proxy is,
    and nothing that the answer points to.

    Raises
    ------
    ServiceAway
        Where the whole answer is not there within ``PATIENCE_S``, or is none that is good.
    """
    parts = urlsplit(address)
    line = HTTPConnection(parts.hostname or "", parts.port, timeout=PATIENCE_S)
    late = threading.Event()

    def give_up() -> None:
        late.set()
        if line.sock is not None:
            with suppress(OSError):
                # What is being read ends here; a patience of each read would never end.
                line.sock.shutdown(socket.SHUT_RDWR)

    timer = threading.Timer(PATIENCE_S, give_up)
    timer.start()
    try:
        line.request("GET", f"{parts.path}?{parts.query}", headers={"Accept": "application/json"})
        response = line.getresponse()
        good = response.status == 200
        data = response.read(MOST + 1 if good else 300)
    except (OSError, HTTPException) as error:
        raise ServiceAway(_LATE if late.is_set() else "it does not answer") from error
    finally:
        timer.cancel()
        line.close()
    if late.is_set():
        raise ServiceAway(_LATE)
    if not good:
        raise ServiceAway(f"it answered {response.status}:"
                          f" {data.decode('utf-8', 'replace').strip()}")
    if len(data) > MOST:
        raise ServiceAway("its answer is over 1 MB")
    try:
        return data.decode("utf-8")
    except UnicodeDecodeError as error:
        raise ServiceAway("its answer is not UTF-8 text") from error
