"""Heavy work in processes of its own: the server stays free, no answer is stale, nobody is left
behind."""

from __future__ import annotations

import gzip
import json
import os
import signal
import socket
import subprocess
import sys
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest
from flask import Flask

from ilha.web import serve
from ilha.web.app import create_app
from ilha.web.farm import WAITING_MOST, Away, Farm
from ilha.web.kept import Answered, Answers, Asked, State, UnderWay
from tests.conftest import NOW_S
from tests.ui.conftest import SPRINGS_S, Server

Held = tuple[str, Path, UnderWay]
DAY = "api/day?mark_id={}&plastic_id=1&line_id=3&rod_id=2"


def until(done: Callable[[], bool]) -> None:
    """Wait for something that comes when it comes."""
    end = time.monotonic() + 60.0
    while not done():
        assert time.monotonic() < end
        time.sleep(0.02)


def get(url: str) -> bytes:
    with urllib.request.urlopen(url, timeout=120) as answer:
        return bytes(answer.read())


def told(url: str, body: Any) -> int:
    request = urllib.request.Request(
        url, json.dumps(body).encode(), {"Content-Type": "application/json"})
    with urllib.request.urlopen(request, timeout=60) as answer:
        return int(answer.status)


@pytest.fixture
def server(tmp_path: Path) -> Iterator[Server]:
    running = Server(tmp_path / "ilha.sqlite3", SPRINGS_S)
    running.start()
    yield running
    if running.pid is not None:
        assert running.stop() == 0


def children(pid: int) -> set[int]:
    """Of a process, and theirs."""
    found = subprocess.run(["ps", "-e", "-o", "pid=,ppid="], capture_output=True, text=True).stdout
    of: dict[int, list[int]] = {}
    for line in found.splitlines():
        one, parent = (int(part) for part in line.split())
        of.setdefault(parent, []).append(one)
    out: set[int] = set()
    waiting = [pid]
    while waiting:
        for child in of.get(waiting.pop(), []):
            out.add(child)
            waiting.append(child)
    return out


def test_health_and_taps_do_not_wait_for_heavy_questions(server: Server) -> None:
    heavy = [threading.Thread(target=get, args=(
        server.url + DAY.format(1 + n % 7) + f"&typed_depth_m={3 + n}",)) for n in range(24)]
    for thread in heavy:
        thread.start()
    for n in range(5):
        assert json.loads(get(server.url + "api/health"))["ok"] is True
        event = {"id": f"busy-{n:04d}", "kind": "bite", "at_utc_s": 5.0 + n, "mark_name": "x"}
        assert told(server.url + "api/log", {"events": [event]}) == 200
    # Answered in between, not after: some of the heavy ones are still under way.
    assert any(thread.is_alive() for thread in heavy)
    for thread in heavy:
        thread.join()


def test_half_open_and_slow_connections_cost_nothing(server: Server) -> None:
    held = []
    for n in range(500):
        one = socket.create_connection(("127.0.0.1", server.port))
        one.send((b"GET /api/hea", b"", b"POST /api/log HTTP/1.1\r\nContent-Length: 9999\r\n\r\n{")[
            n % 3])
        held.append(one)
    try:
        for _ in range(3):
            assert json.loads(get(server.url + "api/health"))["ok"] is True
            assert json.loads(get(server.url + DAY.format(1)))["mark_id"] == 1
            for one in held[::10]:
                one.send(b" ")
    finally:
        for one in held:
            one.close()


def test_an_answer_is_never_older_than_the_last_change(server: Server) -> None:
    url = server.url + DAY.format(1)
    first = get(url)
    assert get(url) == first
    marks = json.loads(get(server.url + "api/marks"))["marks"]
    mark = next(m for m in marks if m["id"] == 1)
    body = {k: v for k, v in mark.items() if k != "id"} | {"charted_depth_m": 4.6}
    request = urllib.request.Request(f"{server.url}api/marks/1", json.dumps(body).encode(),
                                     {"Content-Type": "application/json"}, method="PUT")
    urllib.request.urlopen(request, timeout=30).close()
    was, now = (json.loads(answer)["depth_m"] for answer in (first, get(url)))
    assert all(b == pytest.approx(a + 2.0, abs=0.002) for a, b in zip(was, now, strict=True) if a)


def test_each_is_answered_in_the_kind_it_accepts(server: Server) -> None:
    """What is kept of one is not given to the other."""
    question = f"{server.url}api/along?mark_id=1&plastic_id=1&line_id=3&from_step=36&to_step=37"

    def asked(kind: str) -> tuple[str, bytes]:
        wanted = urllib.request.Request(question, headers={"Accept": kind})
        with urllib.request.urlopen(wanted, timeout=120) as answer:
            return str(answer.headers["Content-Type"]), bytes(answer.read())

    for _ in range(2):
        kind, pressed = asked("application/gzip")
        assert kind == "application/gzip"
        assert asked("*/*") == ("application/json", gzip.decompress(pressed))


def test_a_worker_that_dies_is_replaced_and_its_question_answered(server: Server) -> None:
    assert server.pid is not None
    # The keeper is there when the address is said; its workers come when they are started.
    late = time.monotonic() + 60.0
    while len(keeper_and_workers := children(server.pid)) < 2 and time.monotonic() < late:
        time.sleep(0.05)
    assert len(keeper_and_workers) >= 2
    keeper = next(pid for pid in keeper_and_workers if children(pid))
    workers = children(keeper)
    for pid in workers:
        os.kill(pid, signal.SIGKILL)
    assert json.loads(get(server.url + DAY.format(2)))["mark_id"] == 2
    until(lambda: len(children(keeper)) == len(workers))
    assert not children(keeper) & workers


def test_nobody_is_left_behind_however_it_ends(tmp_path: Path) -> None:
    for sign in (signal.SIGKILL, signal.SIGTERM):
        server = Server(tmp_path / f"{sign}.sqlite3", SPRINGS_S)
        server.start()
        assert server.pid is not None
        own = children(server.pid)
        os.kill(server.pid, sign)

        def gone(own: set[int] = own) -> bool:
            return not any(Path(f"/proc/{pid}").exists() for pid in own)

        until(gone)


def test_the_end_finishes_what_was_asked(server: Server) -> None:
    """A question that is computed when the end comes has its whole answer, and exit 0."""
    assert server.pid is not None
    whole = json.loads(get(server.url + DAY.format(1)))
    keeper = next(pid for pid in children(server.pid) if children(pid))
    answers: list[bytes] = []
    asks = threading.Thread(
        target=lambda: answers.append(get(server.url + DAY.format(2) + "&cast_m=31")))
    before = ran_s(keeper)
    asks.start()
    until(lambda: ran_s(keeper) > before)
    assert server.stop() == 0
    asks.join()
    assert len(json.loads(answers[0])["depth_m"]) == len(whole["depth_m"])


def ran_s(pid: int) -> float:
    """Seconds of computing of a process's children."""
    ticks = 0
    for child in children(pid):
        stat = Path(f"/proc/{child}/stat").read_text().rpartition(")")[2].split()
        ticks += int(stat[11]) + int(stat[12])
    return ticks / os.sysconf("SC_CLK_TCK")


LARGE = """
from flask import Flask
from ilha.web import serve
app = Flask("large")
app.add_url_rule("/", "all", lambda: b"x" * (24 << 20))
raise SystemExit(serve.run(app, "Ilha", 0))
"""


def test_the_end_sends_on_what_a_slow_phone_has_not_read() -> None:
    with subprocess.Popen([sys.executable, "-c", LARGE], stdout=subprocess.PIPE, text=True) as run:
        assert run.stdout is not None
        port = int(run.stdout.readline().split("127.0.0.1:")[1].split("/")[0])
        with socket.create_connection(("127.0.0.1", port)) as slow:
            slow.settimeout(30.0)
            slow.sendall(b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n")
            got = len(slow.recv(4096))
            run.terminate()
            time.sleep(0.5)  # It ends while nobody reads.
            while part := slow.recv(65536):
                got += len(part)
        assert got > 24 << 20
        assert run.wait(60) == 0


@pytest.fixture
def slow(tmp_path: Path) -> Iterator[Flask]:
    """An application one of whose heavy answers takes for ever, and one kills its worker."""
    app = create_app(tmp_path / "ilha.sqlite3", now_s=NOW_S)

    @app.get("/api/day/for-ever")
    def for_ever() -> str:
        time.sleep(3600.0)
        return ""

    @app.get("/api/day/deadly")
    def deadly() -> str:
        os.kill(os.getpid(), signal.SIGKILL)
        return ""

    farm = Farm(app, 1, budget_s=1)
    app.extensions["farm"] = farm
    yield app
    farm.close()


def test_what_takes_too_long_is_given_up_and_the_next_is_answered(slow: Flask) -> None:
    client = slow.test_client()
    for path in ("/api/day/for-ever", "/api/day/deadly"):
        given_up = client.get(path)
        assert (given_up.status_code, given_up.get_json()["code"]) == (503, "too-long")
        assert given_up.headers["Retry-After"] == "2"
        assert given_up.headers["Cache-Control"] == "no-store"
        fine = client.get("/api/log/worked")
        assert fine.status_code == 200


@pytest.fixture
def one_by_one(tmp_path: Path) -> Iterator[Held]:
    """A server with one worker, which writes down what it begins and waits for a word to end."""
    app = create_app(tmp_path / "ilha.sqlite3", now_s=NOW_S)
    begun = tmp_path / "begun"
    begun.touch()

    @app.get("/api/day/held/<name>")
    def held(name: str) -> str:
        with begun.open("a") as f:
            f.write(name + " ")
        until((tmp_path / f"go-{name}").exists)
        return name

    farm = app.extensions["farm"] = Farm(app, 1)
    server = serve.listening(app, 0)
    thread = threading.Thread(target=server.run)
    thread.start()
    url = f"http://127.0.0.1:{server.effective_port}/api/day/held/"
    yield url, tmp_path, app.extensions["under-way"]
    server.close()
    farm.close()
    thread.join()


def hung_up(url: str) -> socket.socket:
    """A question whose asker can go at any time."""
    port, path = url.removeprefix("http://127.0.0.1:").split("/", 1)
    one = socket.create_connection(("127.0.0.1", int(port)))
    one.sendall((f"GET /{path} HTTP/1.1\r\nHost: 127.0.0.1:{port}\r\n"
                 "Accept-Encoding: identity\r\n\r\n").encode())
    return one


def test_what_nobody_waits_for_any_more_is_not_begun(one_by_one: Held) -> None:
    url, folder, at_once = one_by_one
    began = folder / "begun"
    first = hung_up(url + "first")
    until(lambda: began.read_text() == "first ")
    left = [hung_up(url + f"left{n}") for n in range(6)]
    got: list[bytes] = []
    last = threading.Thread(target=lambda: got.append(get(url + "last")))
    last.start()
    until(lambda: at_once.counts() == (8, 0))
    for one in left:
        one.close()
    # Given up by the one that listens, a look or two later; only then is the worker set free.
    until(lambda: at_once.counts() == (2, 0))
    (folder / "go-last").touch()
    (folder / "go-first").touch()
    last.join()
    first.close()
    assert got == [b"last"]
    assert began.read_text() == "first last "


def test_the_same_question_under_way_is_asked_once(one_by_one: Held) -> None:
    url, folder, at_once = one_by_one
    got: list[bytes] = []
    first = hung_up(url + "same")
    until(lambda: (folder / "begun").read_text() == "same ")
    others = [threading.Thread(target=lambda: got.append(get(url + "same"))) for _ in range(4)]
    for thread in others:
        thread.start()
    until(lambda: at_once.counts() == (1, 4))
    # Who asked first goes; those who wait with him get the answer. (With less time than a look
    # takes this would show less, and pass.)
    first.close()
    time.sleep(1.0)
    (folder / "go-same").touch()
    for thread in others:
        thread.join()
    assert got == [b"same"] * 4
    assert (folder / "begun").read_text() == "same "


def test_an_error_under_way_is_everybodys_and_is_over_then() -> None:
    at_once, asked, go = UnderWay(), threading.Event(), threading.Event()
    said: list[str] = []

    def fails(others: Callable[[], bool]) -> Answered:
        asked.set()
        go.wait(60.0)
        raise Away

    def ask() -> None:
        try:
            at_once.once("key", fails)
        except Away:
            said.append("away")

    first, second = threading.Thread(target=ask), threading.Thread(target=ask)
    first.start()
    asked.wait(60.0)
    second.start()
    go.set()
    first.join()
    second.join()
    assert said == ["away"] * 2
    assert at_once.once("key", lambda others: Answered(200, (), b"x")).body == b"x"


def test_more_than_may_wait_is_told_to_come_again(database: Path) -> None:
    app = create_app(database, now_s=NOW_S)
    free = threading.Event()

    class Waits:
        """Stands in for workers that are all busy."""

        waiting = 0

        def ask(self, asked: Asked, left: object = None) -> Answered:
            with counted:
                self.waiting += 1
            free.wait(60.0)
            raise Away

    counted = threading.Lock()
    busy = app.extensions["farm"] = Waits()
    threads = [threading.Thread(target=app.test_client().get, args=(f"/api/day?mark_id={n + 1}",))
               for n in range(WAITING_MOST)]
    for thread in threads:
        thread.start()
    until(lambda: busy.waiting == WAITING_MOST)
    client = app.test_client()
    assert client.get("/api/log/worked").get_json()["code"] == "busy"
    assert client.get("/api/health").status_code == 200
    free.set()
    for thread in threads:
        thread.join()


def test_the_state_changes_with_every_commit_and_with_the_file(
    database: Path, marela_with_trips: Path
) -> None:
    from ilha.store import db

    state = State(str(database))
    seen = [state.now()]
    assert state.now() == seen[0]
    conn = db.connect(database)
    for n in range(3):
        conn.execute("UPDATE settings SET currency = ?", (f"{n}",))
        seen.append(state.now())
    conn.execute("BEGIN")
    conn.execute("UPDATE settings SET currency = '?'")
    assert state.now() == seen[-1]
    conn.execute("ROLLBACK")
    conn.close()
    other = database.with_name("other.sqlite3")
    other.write_bytes(marela_with_trips.read_bytes())
    os.replace(other, database)
    seen.append(state.now())
    assert len(set(seen)) == len(seen)
    database.unlink()
    assert state.now() is None


def test_what_is_kept_is_bounded() -> None:
    kept = Answers(most_bytes=8000)
    for n in range(20):
        kept.put(n, Answered(200, (), bytes(900)))
        kept.get(0)
    assert kept.get(0) is not None
    assert kept.get(1) is None
    assert sum(kept.get(n) is not None for n in range(20)) == 8
    kept.put("large", Answered(200, (), bytes(2000)))
    assert kept.get("large") is None
    with pytest.raises(urllib.error.URLError):
        get("http://127.0.0.1:9/")
