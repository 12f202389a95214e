"""Who comes in to a server for many: nobody who is not signed in, but to the pages that let in."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Any
from urllib.parse import urlsplit

from flask import Flask, redirect, request
from werkzeug.wrappers import Response

from ilha.web.environ import ANGLER, DATABASE, HOSTS
from ilha.web.errors import problem
from ilha.web.host.accounts import Accounts

COOKIE = "__Host-ilha-angler"
"""The prefix keeps it to this host, over TLS (RFC 6265bis)."""
OPEN = ("/in", "/join", "/account.css", "/api/health")
COMPUTER_ONLY = ("/api/devices", "/api/look-round")
"""What makes sense on one's own computer only."""


def checked_host(address: str) -> str:
    """The host of the address that the proxy answers under.

    Raises
    ------
    ValueError
        For another thing than https://name, with a port or without.
    """
    parts = urlsplit(address)
    if parts.scheme != "https" or not parts.hostname or parts.path.strip("/") or parts.query:
        raise ValueError(f"`address` must be as browsers ask for it, such as"
                         f" https://ilha.club.example, got {address}")
    return parts.hostname.lower()


def register(app: Flask, accounts: Accounts, host: str) -> None:
    """Hook the door into ``app``, which answers under ``host`` alone from then on. A worker has no
    say in it: what it is asked has been let in already, and says whose database it is about."""
    app.extensions["accounts"] = accounts
    asked: Callable[..., Iterable[bytes]] = app.wsgi_app

    def named(environ: dict[str, Any], start: Any) -> Iterable[bytes]:
        environ[HOSTS] = (host,)
        return asked(environ, start)

    app.wsgi_app = named  # type: ignore[method-assign, assignment]

    @app.before_request
    def door() -> Response | None:
        path = request.path
        if DATABASE in request.environ or path in OPEN:
            return None
        angler = accounts.known(request.cookies.get(COOKIE))
        if angler is None:
            if request.method == "GET" and not path.startswith(("/api/", "/assets/")) and (
                    "." not in path):
                return redirect("/in")
            return problem(401, "not-signed-in", "You are not signed in here: sign in at /in.")
        if path.startswith(COMPUTER_ONLY):
            return problem(403, "computer-only", "This is for Ilha on a computer of one's own.")
        request.environ[DATABASE] = str(angler.database)
        request.environ[ANGLER] = (angler.id, angler.name)
        return None
