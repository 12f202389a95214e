"""The application factory."""

from __future__ import annotations

import mimetypes
import os
import time
from collections.abc import Callable
from pathlib import Path

from flask import Flask, Response, request, send_from_directory
from flask_compress import Compress
from werkzeug.exceptions import NotFound
from werkzeug.routing import IntegerConverter, Map

from ilha.desk import photographs as desk_photographs
from ilha.desk import taught
from ilha.store import db
from ilha.web import database, errors, farm, security
from ilha.web.along import routes as along
from ilha.web.bench import routes as bench
from ilha.web.box import routes as box
from ilha.web.choice import routes as choice
from ilha.web.data import routes as data
from ilha.web.day import routes as day
from ilha.web.errors import problem
from ilha.web.host import door
from ilha.web.host import routes as host
from ilha.web.host.accounts import Accounts
from ilha.web.instruments import routes as instruments
from ilha.web.know import routes as know
from ilha.web.lid import routes as lid
from ilha.web.log import photographs
from ilha.web.log import routes as log
from ilha.web.pack import routes as pack
from ilha.web.places import routes as places
from ilha.web.plan import routes as plan
from ilha.web.reference import routes as reference
from ilha.web.share import gate
from ilha.web.share import routes as share
from ilha.web.trainer import routes as trainer
from ilha.web.trip import routes as trip

DIST = Path(__file__).parent / "dist"
_YEAR = 365 * 24 * 3600
_PACKED = {"br": ".br", "gzip": ".gz"}


def create_app(database_path: Path | str, dist: Path = DIST, now_s: float | None = None,
               tide_service: str | None = None) -> Flask:
    """The web application over one database, which is migrated first.

    Parameters
    ----------
    database_path : SQLite file. dist : folder of the built interface.
    now_s : a fixed "now" (s since 1970 UTC) for tests; None is the clock.
    tide_service : address of a tide service on this machine; None: none is asked.

    Raises
    ------
    ilha.store.db.Unusable
        For a file that cannot be worked with.
    """
    conn = db.ready(database_path)
    try:
        taught.keep_now(conn)
        desk_photographs.let_go(conn, Path(database_path), now_s or time.time())
    finally:
        conn.close()
    return _made(str(database_path), dist, now_s, tide_service)


def create_host(folder: Path, address: str, dist: Path = DIST, now_s: float | None = None,
                tide_service: str | None = None) -> Flask:
    """The web application for many: accounts by invitation, a database for each in ``folder``. Any
    WSGI server can run it, behind a proxy that speaks TLS.

    Parameters
    ----------
    address : as browsers ask for it, such as https://ilha.club.example; the rest as above.

    Raises
    ------
    ValueError
        For such an address as browsers do not ask for.
    ilha.store.db.Unusable
        For a folder that cannot be worked with.
    """
    name = door.checked_host(address)
    accounts = Accounts(folder, (lambda: now_s) if now_s else time.time)
    return _made("", dist, now_s, tide_service, lambda app: door.register(app, accounts, name))


def _made(database_path: str, dist: Path, now_s: float | None, tide_service: str | None,
          lets_in: Callable[[Flask], None] = gate.register) -> Flask:
    mimetypes.add_type("application/manifest+json", ".webmanifest")
    mimetypes.add_type("font/woff2", ".woff2")
    app = Flask("ilha", static_folder=None)
    app.config.update(
        DATABASE=database_path, NOW=now_s, TIDE_SERVICE=tide_service,
        MAX_CONTENT_LENGTH=1 << 20,
        COMPRESS_MIMETYPES=["text/html", "text/css", "text/javascript", "application/javascript",
                            "application/json", "image/svg+xml", "application/manifest+json"],
        COMPRESS_ALGORITHM=["br", "gzip"], COMPRESS_BR_LEVEL=1, COMPRESS_LEVEL=1,
        COMPRESS_STREAMS=True,
    )
    app.url_map.converters["int"] = RowId
    app.extensions["share"] = None
    security.register(app)
    lets_in(app)
    errors.register(app)
    database.register(app)
    farm.register(app)
    for room in (reference, day, choice, plan, places, bench, box, lid, pack, know, log,
                 photographs, data, trainer, trip, along, instruments, share, host):
        app.register_blueprint(room.bp)
    Compress(app)
    _serve_interface(app, dist)
    return app


class RowId(IntegerConverter):
    """A row's number in an address: what SQLite holds; beyond it there is no such row."""

    def __init__(self, url_map: Map) -> None:
        super().__init__(url_map, max=2**53 - 1)


def _serve_interface(app: Flask, dist: Path) -> None:
    def page(name: str, kept_s: int | None) -> Response:
        # Without an age Flask answers no-cache, with an ETag.
        response = send_from_directory(dist, name, max_age=kept_s)
        if kept_s is not None:
            response.cache_control.immutable = True
        return response

    @app.get("/assets/<path:name>")
    def assets(name: str) -> Response:
        # Vite puts a hash of the content in these names: they never change. Scripts and styles it
        # packs beside them, smaller than what is packed at each question could be.
        ending = _PACKED.get(request.accept_encodings.best_match(_PACKED) or "", "")
        # Of a name that is none it says no, where a Path's would fail.
        there = os.path.isfile(dist / "assets" / f"{name}{ending}")
        response = page(f"assets/{name}{ending if there else ''}", _YEAR)
        response.vary.add("Accept-Encoding")
        return response

    @app.get("/")
    def index() -> Response:
        return page("index.html", None)

    # The single page answers every view's address. A catch-all route would turn 405 into 404.
    @app.errorhandler(404)
    def view(error: NotFound) -> Response:
        path = request.path
        if path.startswith(("/api/", "/assets/")) or request.method not in ("GET", "HEAD"):
            return problem(404, "not-found", f"There is nothing at {path}.")
        if "." in path.rsplit("/", 1)[1]:
            try:
                return page(path.lstrip("/"), None)
            except NotFound:
                return problem(404, "not-found", f"There is nothing at {path}.")
        return page("index.html", None)
