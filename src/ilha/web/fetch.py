"""The one place that asks another server: a tide service on this machine."""

from __future__ import annotations

from http.client import HTTPException
from urllib.error import HTTPError
from urllib.parse import urlsplit
from urllib.request import ProxyHandler, Request, build_opener

from ilha.formats.fields import FieldError
from ilha.web.errors import ServiceAway
from ilha.web.security import HOSTS

PATIENCE_S = 5.0
MOST = 1 << 20


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
    """The text at an address, of at most ``MOST`` bytes.

    Raises
    ------
    ServiceAway
        Where there is no answer within ``PATIENCE_S``, or none that is good.
    """
    request = Request(address, headers={"Accept": "application/json"})
    try:
        # No proxy and no other scheme: this machine alone is asked.
        with build_opener(ProxyHandler({})).open(request, timeout=PATIENCE_S) as response:
            data = response.read(MOST + 1)
    except HTTPError as error:
        said = error.read(300).decode("utf-8", "replace").strip()
        raise ServiceAway(f"it answered {error.code}: {said}") from error
    except (OSError, HTTPException) as error:
        raise ServiceAway("it does not answer") from error
    if len(data) > MOST:
        raise ServiceAway("its answer is over 1 MB")
    try:
        return str(data.decode("utf-8"))
    except UnicodeDecodeError as error:
        raise ServiceAway("its answer is not UTF-8 text") from error
