"""A server for many: invited, signed in, nobody sees another's, guesses wait, nothing is left."""

from __future__ import annotations

import json
import os
import re
import shlex
import sqlite3
import subprocess
import sys
import threading
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from configparser import ConfigParser
from http.client import HTTPConnection
from pathlib import Path
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from werkzeug.security import check_password_hash

from ilha.cli import main, parser
from ilha.demo import marela
from ilha.store import accounts as store
from ilha.store import db
from ilha.web.app import create_host
from ilha.web.host import accounts as rules
from ilha.web.host.accounts import Accounts, Refused, Wrong
from ilha.web.host.door import COOKIE, checked_host
from ilha.web.host.routes import LAST
from tests.conftest import NOW_S

ADDRESS = "https://ilha.club.example"
GOOD = "seven wet herons"
OWN = {"Origin": ADDRESS, "Sec-Fetch-Site": "same-origin"}


class Clock:
    """That stands until it is moved."""

    def __init__(self) -> None:
        self.s = float(NOW_S)

    def __call__(self) -> float:
        return self.s


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def accounts(tmp_path: Path, clock: Clock) -> Accounts:
    return Accounts(tmp_path / "club", clock)


@pytest.fixture
def app(tmp_path: Path) -> Flask:
    return create_host(tmp_path / "club", ADDRESS, now_s=NOW_S)


def joined(accounts: Accounts, name: str, password: str = GOOD) -> str:
    return accounts.join(accounts.invite(), name, password)


class Browser(FlaskClient):
    """Behind the proxy, which passes the host on."""

    def open(self, *args: Any, **kwargs: Any) -> Any:
        kwargs.setdefault("base_url", ADDRESS)
        return super().open(*args, **kwargs)


def browser(app: Flask) -> FlaskClient:
    app.test_client_class = Browser
    return app.test_client()


def signed_in(app: Flask, name: str) -> FlaskClient:
    client = browser(app)
    word = app.extensions["accounts"].invite()
    came = client.post("/join", data={"word": word, "name": name, "password": GOOD}, headers=OWN)
    assert (came.status_code, came.headers["Location"]) == (303, "/"), came.text
    return client


def test_an_invitation_lets_one_in_once_and_is_over_in_time(
    accounts: Accounts, clock: Clock
) -> None:
    word = accounts.invite(days=2)
    assert accounts.invited(word) == (True, None)
    assert accounts.known(accounts.join(word, "  Rui   of the rocks ", GOOD)) is not None
    for again in (word, "guessed", ""):
        assert accounts.invited(again) == (False, None)
        with pytest.raises(Refused, match="used, or is over"):
            accounts.join(again, "Ana", GOOD)
    late = accounts.invite(days=2)
    clock.s += 2 * 86400 + 1
    with pytest.raises(Refused, match="used, or is over"):
        accounts.join(late, "Ana", GOOD)
    assert [name for name, _, _ in accounts.listed()] == ["Rui of the rocks"]


def test_of_two_that_take_up_one_invitation_at_once_one_comes_in(accounts: Accounts) -> None:
    word = accounts.invite()

    def take(name: str) -> bool:
        try:
            accounts.join(word, name, GOOD)
        except Refused:
            return False
        return True

    with ThreadPoolExecutor(6) as pool:
        assert sum(pool.map(take, "abcdef")) == 1
    assert len(accounts.listed()) == 1


@pytest.mark.parametrize(("name", "password", "field"), [
    ("Rui", GOOD, "name"), ("rUI", GOOD, "name"), ("", GOOD, "name"), ("x" * 41, GOOD, "name"),
    ("a\x00b", GOOD, "name"), ("Ana", "short", "password"), ("Ana", "x" * 201, "password")])
def test_what_cannot_be_an_account_is_refused_by_its_field(
    accounts: Accounts, name: str, password: str, field: str
) -> None:
    joined(accounts, "Rui")
    word = accounts.invite()
    with pytest.raises(Refused, match=f"`{field}`"):
        accounts.join(word, name, password)
    # What was typed wrong does not use it up.
    assert accounts.known(accounts.join(word, "Ana", GOOD)) is not None


def test_only_hashes_are_kept(accounts: Accounts, tmp_path: Path) -> None:
    key, word = joined(accounts, "Rui"), accounts.invite()
    kept = (tmp_path / "club/accounts.sqlite3").read_bytes() + b"".join(
        f.read_bytes() for f in (tmp_path / "club").glob("accounts.sqlite3-*"))
    for secret in (key, word, GOOD):
        assert secret.encode() not in kept
    with store.opened(tmp_path / "club/accounts.sqlite3") as conn:
        found = store.by_name(conn, "rui")
    assert found is not None
    assert found.password.startswith("scrypt:")
    assert check_password_hash(found.password, GOOD)
    for path in (tmp_path / "club").rglob("*"):
        assert path.stat().st_mode & 0o077 == 0, path


def test_wrong_passwords_wait_longer_and_longer_and_only_for_that_name(
    accounts: Accounts, clock: Clock
) -> None:
    joined(accounts, "Rui")
    joined(accounts, "Ana")
    for _ in range(rules.WRONG_FREE):
        with pytest.raises(Wrong):
            accounts.sign_in("Rui", "seven dry herons")
    waits = []
    for _ in range(7):
        # While it waits the right one is not looked at either.
        with pytest.raises(Refused, match=r"wait \d+ min"):
            accounts.sign_in("Rui", GOOD)
        with store.opened(accounts.folder / "accounts.sqlite3") as conn:
            found = store.by_name(conn, "Rui")
        assert found is not None
        waits.append(found.wait_until_s - clock.s)
        clock.s = found.wait_until_s + 1.0
        with pytest.raises(Wrong):
            accounts.sign_in("Rui", "seven dry herons")
    assert waits == [30.0, 60.0, 120.0, 240.0, 480.0, 900.0, 900.0]
    assert accounts.known(accounts.sign_in("Ana", GOOD)) is not None
    clock.s += rules.WAIT_MOST_S + 1.0
    assert accounts.known(accounts.sign_in("rui", GOOD)) is not None
    with pytest.raises(Wrong):
        accounts.sign_in("Nobody", GOOD)


def test_guesses_at_once_are_counted_each(accounts: Accounts) -> None:
    joined(accounts, "Rui")

    def guess(n: int) -> str:
        try:
            accounts.sign_in("Rui", f"herons in a row {n}")
        except Refused as error:
            return type(error).__name__
        return "in"

    with ThreadPoolExecutor(16) as pool:
        said = list(pool.map(guess, range(24)))
    # Those that were looked at together with the fifth, and no more.
    assert said.count("Wrong") < rules.WRONG_FREE + rules.AT_ONCE
    assert "in" not in said


def test_a_key_is_over_unseen_and_the_oldest_of_too_many_goes(
    accounts: Accounts, clock: Clock
) -> None:
    first = joined(accounts, "Rui")
    for _ in range(4):
        clock.s += 80 * 86400
        assert accounts.known(first) is not None
    keys = []
    for _ in range(rules.SIGNED_IN_MOST):
        clock.s += 1.0
        keys.append(accounts.sign_in("Rui", GOOD))
    assert accounts.known(first) is None
    assert all(accounts.known(key) for key in keys)
    clock.s += rules.SIGNED_IN_S + 2.0 * rules.SEEN_EVERY_S
    assert accounts.known(keys[-1]) is None
    for nobodys in (None, "", "guessed", "x" * 1000):
        assert accounts.known(nobodys) is None


def test_another_password_signs_all_else_out_and_a_forgotten_one_is_invited_anew(
    accounts: Accounts
) -> None:
    key = joined(accounts, "Rui")
    other = accounts.sign_in("Rui", GOOD)
    me = accounts.known(key)
    assert me is not None
    with pytest.raises(Wrong):
        accounts.change_password(me.id, "not that", "nine wet herons")
    now = accounts.change_password(me.id, GOOD, "nine wet herons")
    assert [accounts.known(k) is None for k in (key, other, now)] == [True, True, False]
    word = accounts.invite(name="RUI")
    assert accounts.invited(word) == (True, "Rui")
    again = accounts.join(word, "ignored", "ten wet herons")
    assert accounts.known(now) is None
    found = accounts.known(again)
    assert found is not None
    assert (found.id, found.name) == (me.id, "Rui")
    with pytest.raises(Refused, match="`name`"):
        accounts.invite(name="Nobody")


def test_who_leaves_takes_everything(accounts: Accounts) -> None:
    key, other = joined(accounts, "Rui"), joined(accounts, "Ana")
    me = accounts.known(key)
    assert me is not None
    assert me.database.exists()
    with pytest.raises(Wrong):
        accounts.leave(me.id, "seven dry herons")
    accounts.leave(me.id, GOOD)
    assert accounts.known(key) is None
    assert not me.database.parent.exists()
    assert accounts.known(other) is not None
    # The name is free again, and finds nothing of before.
    again = accounts.known(joined(accounts, "Rui"))
    assert again is not None
    assert again.id != me.id


@pytest.mark.parametrize("address", [
    "http://ilha.club.example", "ilha.club.example", "https://", "https://a.example/path",
    "https://a.example?x=1"])
def test_an_address_that_browsers_do_not_ask_for_is_refused(address: str) -> None:
    with pytest.raises(ValueError, match="`address`"):
        checked_host(address)


def test_without_being_signed_in_there_are_the_pages_that_let_in_alone(app: Flask) -> None:
    client = browser(app)
    for path in ("/", "/trip", "/account"):
        sent = client.get(path)
        assert (sent.status_code, sent.headers["Location"]) == (302, "/in"), path
    every = {re.sub(r"<[^>]+>", "1", rule.rule) for rule in app.url_map.iter_rules()}
    for path in sorted(every - {"/", "/in", "/join", "/account", "/account.css", "/account/out",
                                "/api/health", "/pair"}):
        said = client.get(path)
        assert said.status_code == 401, path
        assert said.get_json()["code"] == "not-signed-in"
    assert client.get("/api/health").status_code == 200
    assert client.get("/in").status_code == 200
    assert "min-height" in client.get("/account.css").text
    assert client.get("/join?word=guessed").status_code == 403
    assert client.get("/pair").status_code in (302, 404)
    client.set_cookie(COOKIE, "guessed", domain="ilha.club.example")
    assert client.get("/api/settings").status_code == 401


def test_foreign_hosts_origins_and_forms_are_refused(app: Flask) -> None:
    client = browser(app)
    assert client.get("/in", base_url="http://127.0.0.1").status_code == 421
    form: dict[str, Any] = {"data": {"name": "Rui", "password": GOOD}}
    for headers in ({"Origin": "https://evil.example"}, {"Origin": "null"},
                    {**OWN, "Sec-Fetch-Site": "cross-site"}):
        assert client.post("/in", headers=headers, **form).status_code == 403
    # A form without an origin is none of ours.
    assert client.post("/in", **form).status_code == 415
    me = signed_in(app, "Rui")
    assert me.post("/api/log", data="{}", content_type="text/plain", headers=OWN).status_code == 415
    assert me.post("/account/out", headers={"Origin": "https://evil.example"}).status_code == 403
    assert me.get("/api/settings").status_code == 200


def test_each_sees_and_changes_the_own_data_alone(app: Flask) -> None:
    rui, ana = signed_in(app, "Rui"), signed_in(app, "Ana")
    event = {"id": "only-rui-0001", "kind": "bite", "at_utc_s": float(NOW_S), "mark_name": "hole"}
    assert rui.post("/api/log", json={"events": [event]}, headers=OWN).status_code == 200
    settings = rui.get("/api/settings").get_json() | {"currency": "kr"}
    assert rui.put("/api/settings", json=settings, headers=OWN).status_code == 200
    assert "only-rui-0001" in rui.get("/api/log.json").text + rui.get("/api/data.json").text
    assert "only-rui-0001" not in ana.get("/api/log.json").text + ana.get("/api/data.json").text
    assert ana.get("/api/settings").get_json()["currency"] != "kr"
    exported = rui.get("/api/data.json").get_data()
    assert ana.post("/api/data", data=exported, headers=OWN,
                    content_type="application/json").status_code == 200
    assert len(ana.get("/api/copies").get_json()["copies"]) == 1
    assert rui.get("/api/copies").get_json()["copies"] == []
    assert (rui.get("/api/account").get_json(), ana.get("/api/account").get_json()) == (
        {"name": "Rui"}, {"name": "Ana"})
    for path in ("/api/devices", "/api/look-round"):
        assert rui.get(path).status_code == 403


def test_what_a_browser_kept_of_one_goes_when_another_comes_in(app: Flask) -> None:
    client = signed_in(app, "Rui")
    signed_in(app, "Ana")
    again = client.post("/in", data={"name": "Rui", "password": GOOD}, headers=OWN)
    assert "Clear-Site-Data" not in again.headers
    other = client.post("/in", data={"name": "Ana", "password": GOOD}, headers=OWN)
    assert other.headers["Clear-Site-Data"] == '"cache", "storage"'
    gone = client.post("/account/out", headers=OWN)
    assert gone.headers["Clear-Site-Data"] == '"cache", "storage"'
    assert client.get("/api/settings").status_code == 401
    assert client.get_cookie(LAST, domain="ilha.club.example") is None
    for cookie in other.headers.getlist("Set-Cookie"):
        assert {"Secure", "HttpOnly", "Path=/", "SameSite=Lax"} <= set(cookie.split("; "))


def test_the_account_page_changes_and_takes_out(app: Flask) -> None:
    me = signed_in(app, "Rui")
    assert "Rui" in me.get("/account").text
    wrong = me.post("/account", data={"do": "leave", "before": "no"}, headers=OWN)
    assert (wrong.status_code, "wrong" in wrong.text) == (403, True)
    changed = me.post("/account", headers=OWN, data={
        "do": "change", "before": GOOD, "password": "nine wet herons"})
    assert changed.status_code == 303
    assert me.get("/api/settings").status_code == 200
    assert me.post("/account", headers=OWN, data={
        "do": "leave", "before": "nine wet herons"}).status_code == 303
    assert me.get("/api/settings").status_code == 401
    assert "wrong" in browser(app).post(
        "/in", data={"name": "Rui", "password": "nine wet herons"}, headers=OWN).text


def test_heavy_answers_of_several_are_never_mixed(tmp_path: Path) -> None:
    """Through the workers, whose answers are kept: the same question, two databases."""
    from ilha.web.farm import Farm

    app = create_host(tmp_path / "club", ADDRESS, now_s=NOW_S)
    rui, ana = signed_in(app, "Rui"), signed_in(app, "Ana")
    accounts: Accounts = app.extensions["accounts"]
    for client, depth in ((rui, 2.0), (ana, 9.0)):
        cookie = client.get_cookie(COOKIE, domain="ilha.club.example")
        assert cookie is not None
        me = accounts.known(cookie.value)
        assert me is not None
        conn = db.connect(me.database)
        marela.load(conn, NOW_S, log=False)
        conn.execute("UPDATE marks SET charted_depth_m = ?", (depth,))
        conn.close()
    farm = app.extensions["farm"] = Farm(app, 2)
    try:
        ask = "/api/day?mark_id=1&plastic_id=1&line_id=3&rod_id=2"
        with ThreadPoolExecutor(8) as pool:
            got = list(pool.map(lambda n: (n % 2, (rui, ana)[n % 2].get(ask).get_json()),
                                range(16)))
        depth = {who: body["depth_m"][0] for who, body in got}
        assert depth[1] - depth[0] == pytest.approx(7.0, abs=0.01)
        assert all(body["depth_m"][0] == depth[who] for who, body in got)
    finally:
        farm.close()


def test_what_is_served_twice_a_second_is_known_without_waiting_for_who_writes(
    accounts: Accounts
) -> None:
    """Being known is a read: somebody's open write holds nobody up."""
    key = joined(accounts, "Rui")
    writing = sqlite3.connect(accounts.folder / "accounts.sqlite3", isolation_level=None)
    writing.execute("BEGIN IMMEDIATE")
    found: list[object] = []
    thread = threading.Thread(target=lambda: found.append(accounts.known(key)))
    thread.start()
    thread.join(4.0)
    writing.execute("ROLLBACK")
    writing.close()
    thread.join()
    assert found[0] is not None


def run(capsys: pytest.CaptureFixture[str], *args: str) -> tuple[int, str, str]:
    code = main(list(args))
    said = capsys.readouterr()
    return code, said.out, said.err


def test_the_command_invites_lists_and_takes_out(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    club = str(tmp_path / "club")
    code, out, _ = run(capsys, "host", club, "invite", "--address", ADDRESS)
    assert code == 0
    word = re.fullmatch(rf"{ADDRESS}/join\?word=(\S+)\n", out)
    assert word is not None
    Accounts(tmp_path / "club").join(word[1], "Rui", GOOD)
    assert run(capsys, "host", club, "list")[1].startswith("Rui  2")
    again = run(capsys, "host", club, "invite", "--address", ADDRESS, "--for", "rui")[1]
    assert Accounts(tmp_path / "club").invited(again.split("=")[1].strip()) == (True, "Rui")
    for args in (("remove", "Ana", "--yes"), ("invite", "--address", ADDRESS, "--for", "Ana"),
                 ("invite", "--address", "club")):
        code, out, err = run(capsys, "host", club, *args)
        assert (code, out, err.count("\n")) == (2, "", 1), args

    def typed(words: str) -> Callable[[], str]:
        return lambda: words

    monkeypatch.setattr("sys.stdin.readline", typed("Rui, no\n"), raising=False)
    assert run(capsys, "host", club, "remove", "Rui")[0] == 2
    monkeypatch.setattr("sys.stdin.readline", typed("Rui\n"), raising=False)
    assert run(capsys, "host", club, "remove", "Rui")[:2] == (0, "Rui is out\n")
    assert run(capsys, "host", club, "list")[1] == "nobody has an account yet\n"


@pytest.mark.parametrize("args", [
    ["--host", "club"], ["--address", ADDRESS], ["--listen", "0.0.0.0"],
    ["--host", "club", "--address", "club.example"],
    ["--host", "club", "--address", ADDRESS, "--demo"],
    ["--host", "club", "--address", ADDRESS, "--share"]])
def test_serve_refuses_what_does_not_go_together_in_one_line(
    args: list[str], tmp_path: Path, capsys: pytest.CaptureFixture[str],
    monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.chdir(tmp_path)
    code, out, err = run(capsys, "serve", *args)
    assert (code, out, err.count("\n")) == (2, "", 1)
    assert "`" in err


def test_a_folder_of_a_newer_version_is_told_and_left(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    Accounts(tmp_path)
    conn = sqlite3.connect(tmp_path / "accounts.sqlite3")
    conn.execute("PRAGMA user_version = 99")
    conn.close()
    code, out, err = run(capsys, "host", str(tmp_path), "list")
    assert (code, out, err.count("\n")) == (2, "", 1)
    assert "newer" in err
    assert json.loads(json.dumps(sqlite3.connect(tmp_path / "accounts.sqlite3").execute(
        "PRAGMA user_version").fetchone()[0])) == 99


def test_the_unit_file_starts_what_there_is() -> None:
    """What stands in the unit, the command line understands; it writes where the unit lets it."""
    unit = ConfigParser(strict=False, interpolation=None)
    unit.optionxform = str  # type: ignore[assignment,method-assign]
    unit.read(Path(__file__).parents[2] / "deploy/ilha-host.service")
    program, *args = shlex.split(unit["Service"]["ExecStart"])
    asked = parser().parse_args(args)
    assert Path(program).name == "ilha"
    assert checked_host(asked.address)
    assert asked.listen == "127.0.0.1"
    assert asked.host == f"/var/lib/{unit['Service']['StateDirectory']}"


def test_the_server_for_many_runs_and_ends_when_told(tmp_path: Path) -> None:
    server = subprocess.Popen(
        [sys.executable, "-m", "ilha.cli", "serve", "--host", str(tmp_path / "club"), "--address",
         ADDRESS, "--port", "0", "--workers", "1"], stdout=subprocess.PIPE, text=True,
        env={**os.environ, "PYTHONUNBUFFERED": "1"})
    try:
        assert server.stdout is not None
        found = re.search(r"127\.0\.0\.1:(\d+)/", server.stdout.readline())
        assert found is not None
        line = HTTPConnection("127.0.0.1", int(found[1]), timeout=60)
        line.request("GET", "/api/settings", headers={"Host": "ilha.club.example"})
        assert line.getresponse().status == 401
        line.close()
    finally:
        server.terminate()
        assert server.wait(60) == 0
