"""The production server: waitress on this machine's own address."""

from __future__ import annotations

import os
import signal
import sys
import time
from pathlib import Path
from types import FrameType

from flask import Flask
from waitress.server import create_server

from ilha.store import db
from ilha.web.app import DIST, create_app

HOST = "127.0.0.1"


def _stop(signum: int, frame: FrameType | None) -> None:
    raise KeyboardInterrupt


def serve(
    database: Path, *, port: int, demo: bool, tide_service: str | None = None,
    empty_log: bool = False,
) -> int:
    """Serve until interrupted; returns the exit code.

    With ``demo`` the Marela sample data is loaded into an empty database (``empty_log``: without
    its trips) and its tide table is brought up to today. The environment's ILHA_NOW_S (s since
    1970 UTC) stands in for the clock, so that tests see the same tide whenever they run.
    """
    if not (DIST / "index.html").exists():
        print("The interface is not built: run `make build` first.", file=sys.stderr)
        return 1
    database.parent.mkdir(parents=True, exist_ok=True)
    fixed = os.environ.get("ILHA_NOW_S")
    now_s = float(fixed) if fixed else None
    app = create_app(database, now_s=now_s, tide_service=tide_service)
    if demo:
        from ilha.demo import marela

        conn = db.connect(database)
        try:
            marela.load(conn, int(now_s or time.time()), log=not empty_log)
        finally:
            conn.close()
    return run(app, "Ilha", port)


def run(app: Flask, name: str, port: int) -> int:
    """Serve an application on this machine until interrupted; returns the exit code."""
    try:
        server = create_server(app, host=HOST, port=port, threads=4, ident=None,
                               clear_untrusted_proxy_headers=True)
    except OSError as error:
        print(f"Port {port} cannot be used ({error.strerror}): choose another with --port.",
              file=sys.stderr)
        return 1
    # Started with & from a shell a process ignores SIGINT; TERM and INT both end it cleanly.
    signal.signal(signal.SIGTERM, _stop)
    signal.signal(signal.SIGINT, _stop)
    print(f"{name} is at http://{HOST}:{server.effective_port}/  (Ctrl+C ends it)", flush=True)
    try:
        server.run()
    except KeyboardInterrupt:
        pass
    finally:
        server.close()
    return 0
