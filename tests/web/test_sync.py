"""Two devices and the server, however messages part, cross, double and crash: all end alike."""

from __future__ import annotations

import shutil
import tempfile
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from ilha.store import db, events
from ilha.web.app import create_app
from tests.conftest import NOW_S


def event(device: int, n: int) -> dict[str, Any]:
    return {"id": f"device-{device}-{n:04d}", "kind": "bite", "at_utc_s": float(NOW_S + n),
            "mark_id": 1, "mark_name": "Cais Velho", "head_name": "", "plastic_name": ""}


@dataclass
class Device:
    """A phone as the interface keeps it: the last word of each event until it is answered for
    (frontend/src/features/log/queue.ts), and messages of it that are still somewhere on the way."""

    number: int
    told: dict[str, dict[str, Any] | None] = field(default_factory=dict)
    waits: dict[str, dict[str, Any] | None] = field(default_factory=dict)
    on_the_way: list[dict[str, Any]] = field(default_factory=list)

    def tell(self, n: int) -> None:
        one = event(self.number, n)
        if one["id"] not in self.told:
            self.told[one["id"]] = self.waits[one["id"]] = one

    def undo(self, n: int) -> None:
        name = event(self.number, n)["id"]
        if name in self.told:
            self.told[name] = self.waits[name] = None

    def message(self) -> dict[str, Any]:
        return {"events": [one for one in self.waits.values() if one],
                "gone": [name for name, one in self.waits.items() if one is None]}

    def answered(self, sent: dict[str, Any]) -> None:
        """Only what is still the last word goes."""
        words = {one["id"]: one for one in sent["events"]} | dict.fromkeys(sent["gone"])
        for name, word in words.items():
            if name in self.waits and self.waits[name] == word:
                del self.waits[name]


STEPS = st.lists(st.tuples(
    st.sampled_from(["tell", "undo", "send", "lose", "deliver", "double", "crash", "restart"]),
    st.integers(0, 1), st.integers(0, 2)), min_size=12, max_size=40)


@pytest.fixture(scope="module")
def empty_log(marela_without_trips: Path, tmp_path_factory: pytest.TempPathFactory) -> Path:
    path = tmp_path_factory.mktemp("sync") / "empty.sqlite3"
    shutil.copyfile(marela_without_trips, path)
    return path


def arrives(client: FlaskClient, message: dict[str, Any]) -> None:
    assert client.post("/api/log", json=message).status_code == 200


@settings(max_examples=80, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(STEPS)
def test_everyone_ends_equal_each_event_once_none_lost(
    empty_log: Path, steps: list[tuple[str, int, int]]
) -> None:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "ilha.sqlite3"
        shutil.copyfile(empty_log, path)
        client = create_app(path, now_s=NOW_S).test_client()
        devices = [Device(0), Device(1)]
        for what, which, n in steps:
            device = devices[which]
            if what == "tell":
                device.tell(n)
            elif what == "undo":
                device.undo(n)
            elif what == "send":
                # It arrives, and is answered.
                sent = device.message()
                arrives(client, sent)
                device.answered(sent)
            elif what == "lose":
                # It arrives, and the answer is lost; a copy of it is still on the way.
                arrives(client, device.message())
                device.on_the_way.append(device.message())
            elif what == "crash":
                # It does not arrive now: it is late.
                device.on_the_way.append(device.message())
            elif what == "restart":
                client = create_app(path, now_s=NOW_S).test_client()
            elif device.on_the_way:
                late = device.on_the_way[n % len(device.on_the_way)]
                arrives(client, late)
                if what == "deliver":
                    device.on_the_way.remove(late)
        # At last they meet the server, and what was still on the way comes after that.
        for device in devices:
            arrives(client, device.message())
            for late in device.on_the_way:
                arrives(client, late)
        conn = db.connect(path)
        here = [row["id"] for row in events.listed(conn)]
        conn.close()
    meant = {name for device in devices for name, one in device.told.items() if one}
    assert sorted(here) == sorted(meant)


def test_an_undo_that_comes_first_holds(client: FlaskClient) -> None:
    one = event(0, 1)
    arrives(client, {"events": [], "gone": [one["id"]]})
    arrives(client, {"events": [one], "gone": []})
    assert client.get("/api/log").get_json()["trips"] == []
    # Put back by hand it is another event.
    arrives(client, {"events": [one | {"id": "another-id"}], "gone": []})
    assert len(client.get("/api/log").get_json()["trips"]) == 1
