"""The production server: waitress on this machine's own address."""

from __future__ import annotations

import os
import signal
import sqlite3
import sys
import time
from collections.abc import Callable
from pathlib import Path
from types import FrameType

from flask import Flask
from waitress.server import BaseWSGIServer, create_server

from ilha.store import db
from ilha.web.app import DIST, create_app, create_host
from ilha.web.farm import WAITING_MOST, Farm
from ilha.web.instruments.feed import Feed, source_of
from ilha.web.look_round import LookRound

HOST = "127.0.0.1"


def _stop(signum: int, frame: FrameType | None) -> None:
    raise KeyboardInterrupt


def serve(
    database: Path, *, port: int, demo: bool, tide_service: str | None = None,
    empty_log: bool = False, workers: int = 0, instruments: str | None = None,
    share_port: int | None = None,
) -> int:
    """Serve until interrupted; returns the exit code.

    With ``demo`` the Marela sample data is loaded into an empty database (``empty_log``: without
    its trips) and its tide table is brought up to today. workers : processes that compute; 0: one a
    core, four at most. instruments : the source that is
    listened to, as ``ilha.web.instruments.feed`` has it. share_port : of the home network, which
    is then listened to, for paired devices alone; None: it is not. The environment's ILHA_NOW_S (s
    since 1970 UTC) stands in for the clock, so that tests see the same tide whenever they run.
    """
    if not _built():
        return 1
    now_s = _fixed_s()
    try:
        if instruments is not None:
            source_of(instruments)
        app = create_app(database, now_s=now_s, tide_service=tide_service)
    except (db.Unusable, ValueError) as error:
        print(error, file=sys.stderr)
        return 2
    if demo:
        from ilha.demo import marela

        conn = db.connect(database)
        try:
            marela.load(conn, int(now_s or time.time()), log=not empty_log)
        finally:
            conn.close()
    if not hasattr(os, "fork"):  # Without it all of it is done in this process.
        return _shared(app, database, share_port, now_s, lambda: run(app, "Ilha", port))
    # Asked for by a page, and by none before: a sample in an application of its own.
    app.extensions["look-round"] = sample = LookRound()
    farm = _with_workers(app, workers)
    # After the workers are forked: a thread does not come along into them.
    feed = app.extensions["instruments"] = None if instruments is None else Feed(instruments)
    try:
        return _shared(app, database, share_port, now_s, lambda: run(app, "Ilha", port))
    finally:
        if feed is not None:
            feed.close()
        farm.close()
        sample.close()


def _built() -> bool:
    if (DIST / "index.html").exists():
        return True
    print("The interface is not built: run `make build` first.", file=sys.stderr)
    return False


def _fixed_s() -> float | None:
    fixed = os.environ.get("ILHA_NOW_S")
    return float(fixed) if fixed else None


def _with_workers(app: Flask, workers: int, waiting: int = WAITING_MOST) -> Farm:
    _warm()
    farm = Farm(app, workers or min(MOST_WORKERS, os.cpu_count() or 1), waiting=waiting)
    app.extensions["farm"] = farm
    return farm


MANY_WAITING = 200
"""Heavy questions of a club's anglers that may wait together."""


def serve_many(
    folder: Path, address: str, *, port: int, listen: str, workers: int = 0,
    tide_service: str | None = None,
) -> int:
    """Serve the anglers of a folder behind a proxy until interrupted; returns the exit code.

    address : as browsers ask for it; listen : the address of this machine that the proxy asks.
    """
    if not _built():
        return 1
    try:
        app = create_host(folder, address, now_s=_fixed_s(), tide_service=tide_service)
    except (db.Unusable, ValueError, OSError, sqlite3.Error) as error:
        print(error, file=sys.stderr)
        return 2
    farm = _with_workers(app, workers, MANY_WAITING) if hasattr(os, "fork") else None
    try:
        return run(app, f"Ilha for {address}", port, listen, MANY_WAITING + 16)
    finally:
        if farm is not None:
            farm.close()


def _shared(
    app: Flask, database: Path, port: int | None, now_s: float | None, work: Callable[[], int]
) -> int:
    """Listen to the home network too, where it is asked for, while ``work`` runs."""
    if port is None:
        return work()
    from ilha.web.share.listener import Share, Taken

    folder = database.with_name(f"{database.stem}-share")
    try:
        share = Share(app, folder, port, now_s)
    except Taken as error:
        print(error, file=sys.stderr)
        return 1
    except (OSError, ValueError, TypeError) as error:
        print(f"The keys of the home network in {folder} cannot be used ({error}): move that folder"
              " away, and pair phones anew.", file=sys.stderr)
        return 2
    app.extensions["share"] = share
    print(f"Phones of this network, once paired: {share.urls[0]}", flush=True)
    try:
        return work()
    finally:
        share.close()


MOST_WORKERS = 4
THREADS = WAITING_MOST + 16
"""So many that heavy questions, even if all that may wait do, leave some for the others."""
CONNECTIONS = 3000
SILENT_S = 30
"""A connection that says nothing for so long is closed; until then it costs a handle, no thread."""


def _warm() -> None:
    """Load what computes before the workers are forked: they share it."""
    import ilha.core.judge.board
    import ilha.core.move.held

    assert ilha.core.judge.board
    assert ilha.core.move.held


def _handles() -> None:
    """As many connections as are let in need as many handles."""
    try:
        import resource
    except ImportError:
        return
    soft, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
    wanted = CONNECTIONS + 200
    if soft < wanted:
        most = wanted if hard == resource.RLIM_INFINITY else min(wanted, hard)
        resource.setrlimit(resource.RLIMIT_NOFILE, (most, hard))


def listening(
    app: Flask, port: int, listen: str = HOST, threads: int = THREADS
) -> BaseWSGIServer:
    """A server of an application on this machine, not yet running."""
    made: BaseWSGIServer = create_server(
        app, host=listen, port=port, threads=threads, ident=None,
        clear_untrusted_proxy_headers=True, connection_limit=CONNECTIONS, backlog=1024,
        # Without it nobody can tell that who asked has gone (``waitress.client_disconnected``).
        channel_request_lookahead=1, channel_timeout=SILENT_S, cleanup_interval=5,
        asyncore_use_poll=True, max_request_body_size=80 << 20, outbuf_high_watermark=128 << 20)
    return made


def run(
    app: Flask, name: str, port: int, listen: str = HOST, threads: int = THREADS
) -> int:
    """Serve an application on this machine until interrupted; returns the exit code."""
    _handles()
    try:
        server = listening(app, port, listen, threads)
    except (OSError, OverflowError) as error:
        print(f"Port {port} cannot be used ({error}): choose another with --port.",
              file=sys.stderr)
        return 1
    # Started with & from a shell a process ignores SIGINT; TERM and INT both end it cleanly.
    signal.signal(signal.SIGTERM, _stop)
    signal.signal(signal.SIGINT, _stop)
    print(f"{name} is at http://{listen}:{server.effective_port}/  (Ctrl+C ends it)", flush=True)
    try:
        server.run()
        _sent(server)
    except KeyboardInterrupt:
        pass
    finally:
        server.close()
    return 0


PATIENCE_S = 5.0
"""How long the end waits for those who are slow to read what they were answered."""


def _sent(server: BaseWSGIServer) -> None:
    """Send on what was answered before the end came: its threads are done, its loop has ended."""
    end = time.monotonic() + PATIENCE_S
    while time.monotonic() < end and any(
            getattr(channel, "total_outbufs_len", 0) for channel in
            list(server.active_channels.values())):
        server.asyncore.loop(timeout=0.1, map=server._map, use_poll=True, count=1)
