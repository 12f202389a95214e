"""Heavy answers from processes of their own.

The process that listens stays free: it takes connections, keeps the log, says that it is well. What
computes goes over a local socket to one of a few workers, each one question at a time; what is
waiting waits there, a bounded queue, and is let go when whoever asked has gone. A keeper starts a
worker anew that died or took too long. All of them go when the process that listens goes, however
it goes.
"""

from __future__ import annotations

import os
import select
import shutil
import signal
import socket
import tempfile
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from multiprocessing.connection import Client, Connection
from pathlib import Path
from typing import Any

from flask import Flask, Response, request

from ilha.web.environ import DATABASE, PASSED_ON
from ilha.web.errors import problem
from ilha.web.kept import Answered, Answers, Asked, States, UnderWay

HEAVY = ("/api/day", "/api/compare", "/api/card", "/api/plan", "/api/lid", "/api/pack",
         "/api/restock", "/api/choice", "/api/fit", "/api/straight", "/api/template", "/api/data",
         "/api/log.csv", "/api/log.json", "/api/catches.gpx", "/api/log/again", "/api/log/worked",
         "/api/log/learned", "/api/copies/restore", "/api/tides", "/api/streams",
         "/api/sea-charts", "/api/trainer/waters", "/api/trips", "/api/along")
"""What computes, or reads or writes very much."""
KEPT = ("/api/day", "/api/compare", "/api/card", "/api/plan", "/api/lid", "/api/choice",
        "/api/fit", "/api/log/worked", "/api/log/again", "/api/log/learned", "/api/restock",
        "/api/trips", "/api/along")
"""Questions (GET) whose answers are kept."""
BUDGET_S = 120
"""No answer takes longer: its worker is ended. A file of ten seasons, every row looked at, takes
about half a minute on a slow machine."""
WAITING_MOST = 48
"""Heavy questions under way and waiting; one more is told to come again."""
_PASSED_ON = ("Accept", "Accept-Encoding", "Content-Type", "Origin", "Sec-Fetch-Site")
_LOOK_S = 0.25


class Away(Exception):
    """No worker answered: it took too long, or died twice."""


class Left(Exception):
    """Whoever asked has gone, and nobody else waits for it."""


def answer(app: Flask, asked: Asked) -> Answered:
    """A request put through the application in this process."""
    with app.test_request_context(
            asked.path, method=asked.method, base_url=f"http://{asked.host}",
            query_string=asked.query.decode("latin-1"), headers=list(asked.headers),
            data=asked.body, environ_overrides=dict(asked.environ)):
        response = app.full_dispatch_request()
        return Answered(response.status_code, tuple(response.headers.items()),
                        response.get_data())


class Farm:
    """Workers forked from this process, which must have no threads yet."""

    def __init__(self, app: Flask, workers: int, budget_s: int = BUDGET_S,
                 waiting: int = WAITING_MOST) -> None:
        self.budget_s = budget_s
        app.extensions["may-wait"] = threading.BoundedSemaphore(waiting)
        self._folder = tempfile.mkdtemp(prefix="ilha-")
        self._address = str(Path(self._folder) / "ask")
        listener = socket.socket(socket.AF_UNIX)
        listener.bind(self._address)
        listener.listen(2 * waiting)
        listener.setblocking(False)
        stays, self._held = os.pipe()
        self._keeper = os.fork()
        if self._keeper == 0:
            os.close(self._held)
            _forever(lambda: _keep(app, listener, workers, stays, budget_s), self._folder)
        os.close(stays)
        listener.close()

    def ask(self, asked: Asked, left: Callable[[], bool] = lambda: False) -> Answered:
        """What a worker makes of it.

        left : whether nobody waits for the answer any more; asked from time to time.

        Raises
        ------
        Away
            If none did in time.
        Left
            If nobody waits any more.
        """
        begun = time.monotonic()
        for _ in range(2):
            try:
                with Client(self._address, family="AF_UNIX") as line:
                    line.send(asked)
                    while not line.poll(_LOOK_S):
                        if left():
                            raise Left
                        if time.monotonic() > begun + 2.0 * self.budget_s:
                            raise Away
                    found = line.recv()
                    assert isinstance(found, Answered)
                    return found
            except (EOFError, OSError):
                # Its worker died under it. Once that may have been another's doing.
                if time.monotonic() - begun > 0.9 * self.budget_s:
                    break
                time.sleep(2.0 * _LOOK_S)
        raise Away

    def close(self) -> None:
        """End the workers."""
        os.close(self._held)
        os.waitpid(self._keeper, 0)


def _forever(work: Callable[[], None], folder: str | None = None) -> None:
    """Run a child's work; it never comes back into its parent's."""
    try:
        work()
    finally:
        if folder is not None:
            shutil.rmtree(folder, ignore_errors=True)
        os._exit(0)


def _keep(app: Flask, listener: socket.socket, workers: int, stays: int, budget_s: int) -> None:
    """The keeper: as many workers as there should be, until the pipe's other end is gone."""
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    signal.signal(signal.SIGTERM, signal.SIG_IGN)
    living: set[int] = set()
    while not select.select([stays], [], [], _LOOK_S if len(living) == workers else 0.0)[0]:
        while len(living) < workers:
            pid = os.fork()
            if pid == 0:
                _forever(lambda: _work(app, listener, stays, budget_s))
            living.add(pid)
        gone = {pid for pid in living if os.waitpid(pid, os.WNOHANG)[0]}
        if gone:
            # Something that dies as soon as it is started must not keep a core busy.
            time.sleep(0.05)
        living -= gone
    for pid in living:
        os.kill(pid, signal.SIGKILL)
        os.waitpid(pid, 0)


def _work(app: Flask, listener: socket.socket, stays: int, budget_s: int) -> None:
    """A worker: one question after the other. The alarm ends it whatever it is in."""
    signal.signal(signal.SIGALRM, signal.SIG_DFL)
    signal.signal(signal.SIGTERM, signal.SIG_DFL)
    app.extensions["farm"] = None
    while True:
        ready = select.select([listener.fileno(), stays], [], [])[0]
        if stays in ready:
            return
        try:
            caller, _ = listener.accept()
        except BlockingIOError:
            continue  # Another worker was quicker.
        caller.setblocking(True)
        with Connection(caller.detach()) as line, suppress(EOFError, OSError):
            _answered(app, line, budget_s)


def _answered(app: Flask, line: Connection[Any, Any], budget_s: int) -> None:
    asked = line.recv()
    if line.poll():
        return  # Nothing more is ever said: it has hung up while this waited.
    signal.alarm(budget_s)
    try:
        line.send(answer(app, asked))
    finally:
        signal.alarm(0)


def register(app: Flask) -> None:
    """Hand heavy questions on to ``app.extensions["farm"]``, where there is one. What comes before
    it has been let in already."""
    states, kept, at_once = States(), Answers(), UnderWay()
    app.extensions["may-wait"] = threading.BoundedSemaphore(WAITING_MOST)
    app.extensions["farm"], app.extensions["under-way"] = None, at_once

    @app.before_request
    def elsewhere() -> Response | None:
        farm: Farm | None = app.extensions["farm"]
        if farm is None or not _begins(request.path, HEAVY):
            return None
        asked = Asked(request.method, request.host, request.path, request.query_string, tuple(
            (name, request.headers[name]) for name in _PASSED_ON if name in request.headers),
            _body(), tuple((name, request.environ[name]) for name in PASSED_ON
                           if name in request.environ))
        key = None
        path = request.environ.get(DATABASE, app.config["DATABASE"])
        if _is_question(asked) and _begins(asked.path, KEPT) and (
                now := states.now(path)) is not None:
            key = (now, _minute(app), asked)
            before = kept.get(key)
            if before is not None:
                return _response(before)
        may_wait: threading.BoundedSemaphore = app.extensions["may-wait"]
        if not may_wait.acquire(blocking=False):
            return _later("busy",
                          "Ilha is busy with other questions: it is asked again in a moment.")
        try:
            found = _asked(farm, asked, key, at_once)
        except Left:
            return _later("left", "Nobody waited for this any more.")
        except Away:
            return _later("too-long", "This took too long and was given up: ask for less.")
        finally:
            may_wait.release()
        if key is not None and found.status == 200:
            kept.put(key, found)
        return _response(found)


def _asked(farm: Farm, asked: Asked, key: object, at_once: UnderWay) -> Answered:
    """What the workers make of it; with a key, together with whoever asks the same meanwhile.

    Raises
    ------
    Away, Left
        As the farm does.
    """
    if key is None:
        return farm.ask(asked)
    left = request.environ.get("waitress.client_disconnected", lambda: False)
    while True:
        try:
            return at_once.once(
                key, lambda others: farm.ask(asked, lambda: left() and not others()))
        except Left:
            # It was given up in the moment in which this one joined.
            if left():
                raise


def _is_question(asked: Asked) -> bool:
    """Whether it changes nothing; the day's question may be sent as one body."""
    return asked.method == "GET" or asked.path == "/api/day"


def _response(found: Answered) -> Response:
    return Response(found.body, found.status, list(found.headers))


def _begins(path: str, parts: tuple[str, ...]) -> bool:
    return path.startswith(parts)


def _body() -> bytes:
    # The routes bound what they take; here only the greatest of all bounds counts.
    request.max_content_length = 64 << 20
    return request.get_data()


def _minute(app: Flask) -> int:
    return int((app.config.get("NOW") or time.time()) // 60.0)


def _later(code: str, message: str) -> Response:
    response = problem(503, code, message)
    response.headers["Retry-After"] = "2"
    return response
