"""The real application in headless Chromium: a server process, a page that must stay clean."""

from __future__ import annotations

import os
import re
import shutil
import signal
import socket
import tempfile
import time
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Locator, Page, expect

from ilha.web.app import DIST
from tests.conftest import NOW_S
from tests.made_once import marela_file
from tests.ui.forks import Forks

# The one that is headless alone does the same in four fifths of the time.
CHROMIUM = next(filter(os.path.exists, ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium")),
                "/usr/bin/chromium")
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
    # The driver's ear hears of every error made, and for its place the script was parsed again.
    "--js-flags=--no-enable-lazy-source-positions",
    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1",
]
AXE = Path(__file__).parents[2] / "frontend/node_modules/axe-core/axe.min.js"
# What is waited for comes when it comes: with both cores busy it takes several times as long.
expect.set_options(timeout=60_000)
SPRINGS_S = NOW_S + 8 * 86400 - 9000
"""A day of springs on Marela, half past nine: the browser tests see this tide, always."""
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


@cache
def forks() -> Forks:
    """One for the session."""
    return Forks()


def free_port() -> int:
    with socket.socket() as one:
        one.bind(("127.0.0.1", 0))
        return int(one.getsockname()[1])


class Server:
    """``ilha serve --demo`` as its own process, that can go away and come back."""

    def __init__(self, database: Path, now_s: int | None = None, demo: bool = True,
                 tide_service: str | None = None, log: bool = False,
                 instruments: str | None = None, share: bool = False) -> None:
        self.log, self.instruments, self.share = log, instruments, share
        # One that can be taken again after a restart, which one of the system's choice cannot.
        self.share_port = free_port() if share else 0
        self.database, self.port, self.now_s, self.demo = database, 0, now_s, demo
        self.tide_service = tide_service
        # Not beside the database: its folder may be for the command to make.
        self.said = Path(tempfile.mkdtemp()) / "said"
        self.pid: int | None = None

    def start(self) -> None:
        assert (DIST / "index.html").exists(), "the interface is not built: make build"
        self.said.unlink(missing_ok=True)
        if self.demo and self.now_s is not None and not self.database.exists():
            # As the command makes it, which test_serve sees do so.
            shutil.copy2(marela_file(self.now_s, self.log), self.database)
        self.pid = forks().start(
            ["serve", "--database", str(self.database), "--port", str(self.port),
             *(["--demo"] if self.demo else []), *([] if self.log else ["--empty-log"]),
             *(["--tide-service", self.tide_service] if self.tide_service else []),
             *(["--instruments", self.instruments] if self.instruments else []),
             *(["--share", str(self.share_port)] if self.share else [])],
            {"ILHA_NOW_S": "" if self.now_s is None else str(self.now_s)}, self.said)
        self.port = self._port()

    def _port(self) -> int:
        for _ in range(1500):
            said = self.said.read_text() if self.said.exists() else ""
            found = re.search(r"http://127\.0\.0\.1:(\d+)/", said)
            if found:
                return int(found[1])
            time.sleep(0.01)
        raise AssertionError(said)

    def stop(self) -> int:
        assert self.pid is not None
        pid, self.pid = self.pid, None
        os.kill(pid, signal.SIGTERM)
        return forks().wait(pid)

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}/"


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    return {"executable_path": CHROMIUM, "args": FLAGS}


@pytest.fixture(scope="session")
def browser_context_args() -> dict[str, Any]:
    return {"viewport": DESK, "service_workers": "block", "timezone_id": "UTC"}


@pytest.fixture
def server(tmp_path: Path) -> Iterator[Server]:
    running = Server(tmp_path / "ilha.sqlite3", SPRINGS_S)
    running.start()
    yield running
    if running.pid is not None:
        assert running.stop() == 0


@pytest.fixture
def empty(tmp_path: Path) -> Iterator[Server]:
    """One without anything stored."""
    running = Server(tmp_path / "own.sqlite3", SPRINGS_S, demo=False)
    running.start()
    yield running
    assert running.stop() == 0


class Watch:
    """What a page said and asked for."""

    def __init__(self, page: Page) -> None:
        self.said: list[str] = []
        self.asked: list[str] = []
        page.on("console", self._console)
        page.on("pageerror", lambda error: self.said.append(str(error)))
        page.on("request", lambda request: self.asked.append(request.url))

    def _console(self, message: Any) -> None:
        if message.type == "error":
            self.said.append(message.text)

    def days(self) -> int:
        """How many boards were asked for."""
        return sum("/api/day?" in url for url in self.asked)

    def must_be_clean(self) -> None:
        assert self.said == []
        strangers = [u for u in self.asked if not u.startswith(("http://127.0.0.1:", "data:"))]
        assert strangers == []


@pytest.fixture
def watch(page: Page) -> Watch:
    return Watch(page)


def open_day(page: Page, server: Server) -> None:
    """Open the Day view and wait for its ladder, at a step that the clock does not decide."""
    page.goto(server.url)
    page.wait_for_selector(".rung.picked, .figure.wide, .column-frame.dry")


def board_of(page: Page, server: Server, query: str = "") -> dict[str, Any]:
    """The board that the page shows, asked for once more."""
    base = "mark_id=1&plastic_id=1&line_id=3&rod_id=2&school=lightest-practical"
    answer = page.request.get(f"{server.url}api/day?{base}{query}")
    assert answer.ok
    body: dict[str, Any] = answer.json()
    return body


def fact(page: Page, label: str) -> Locator:
    return page.locator(f'.fact[aria-label^="{label}:"]')


def set_number(page: Page, label: str, value: str) -> None:
    fact(page, label).click()
    page.locator(".popover input").first.fill(value)
    page.locator(".popover").get_by_role("button", name="Set", exact=True).first.click()


def must_settle(page: Page, faults: str, *what: object) -> None:
    """faults : a function in JavaScript that lists what is wrong on the page, which a drawing may
    be for the frames in which it takes its new size: asked until it finds nothing, for ten
    seconds."""
    until = time.monotonic() + 10.0
    while (found := page.evaluate(faults)) and time.monotonic() < until:
        page.wait_for_timeout(20)
    assert found == [], what


def no_wider(page: Page, *what: object) -> None:
    """The page is no wider than its screen."""
    must_settle(page, "() => document.documentElement.scrollWidth > innerWidth"
                      " ? [`${document.documentElement.scrollWidth} px wide`] : []", *what)


def axe_clean(page: Page) -> None:
    """What axe-core finds on the page as it stands: nothing. While it is thought again what stands
    there is dimmed, and is not read."""
    expect(page.locator(".thinking")).to_have_count(0)
    page.evaluate(AXE.read_text())
    assert page.evaluate("async () => (await axe.run()).violations.map("
                         "v => [v.id, v.nodes[0].html.slice(0, 120)])") == []


def pytest_terminal_summary(terminalreporter: pytest.TerminalReporter) -> None:
    """The stops of the jobs done by the keyboard (tests/ui/test_walks.py)."""
    for report in terminalreporter.stats.get("passed", ()):
        for name, said in getattr(report, "user_properties", ()):
            if name == "walk":
                terminalreporter.write_line(str(said))
