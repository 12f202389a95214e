"""Nothing that is refused does harm, and everything refused is said: text of every kind, bad
databases, other sites, whole files that are poisoned."""

from __future__ import annotations

import json
import os
import shutil
import sqlite3
import stat
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from ilha import __version__
from ilha.cli import main
from ilha.desk import data_file
from ilha.formats import gpx, rows_csv, text_in
from ilha.formats.fields import FieldError
from ilha.store import copies, db, events
from ilha.web.app import create_app
from tests.conftest import NOW_S

JSON = "application/json"


def event(**more: Any) -> dict[str, Any]:
    return {"id": "door-0001", "kind": "bite", "at_utc_s": 5.0, "mark_name": "Cais Velho", **more}


def refusal(call: Callable[[], object], taken: str = "") -> str:
    """What a call is refused with; ``taken`` where it is not."""
    try:
        call()
    except FieldError as error:
        return str(error)
    return taken


# What comes in as text.


@pytest.mark.parametrize("encoding", ["utf-8", "iso-8859-1", "utf-16", "windows-1252"])
def test_a_file_is_read_in_the_encoding_it_declares(encoding: str) -> None:
    xml = f"<?xml version='1.0' encoding='{encoding}'?><gpx>São Miguel</gpx>"
    text = text_in.decoded(xml.encode(encoding))
    assert "São Miguel" in text
    assert "encoding" not in text_in.undeclared(text)


@pytest.mark.parametrize("data", [
    b"\xff\xfe\x00", b"caf\xe9", b"<?xml version='1.0' encoding='klingon'?><gpx/>",
    b"<?xml version='1.0' encoding='base64'?><gpx/>", b"a\x00b", b"a\x1bb", b"\xed\xa0\x80"])
def test_what_is_no_text_is_refused_in_words(data: bytes) -> None:
    with pytest.raises(FieldError, match=r"`file` must"):
        text_in.decoded(data)


def test_marks_declared_in_another_encoding_keep_their_names(client: FlaskClient) -> None:
    """The text is words by the time it is here: what it once was written in is no matter."""
    marks = client.get("/api/marks.gpx").text.replace("UTF-8", "ISO-8859-1")
    assert "ISO-8859-1" in marks
    text = marks.replace("Cais Velho", "São Brás")
    for mark in client.get("/api/marks").get_json()["marks"]:
        client.delete(f"/api/marks/{mark['id']}")
    answer = client.post("/api/marks/import", json={"text": text})
    assert answer.status_code == 200, answer.text
    assert "São Brás" in {m["name"] for m in answer.get_json()["marks"]}
    for name in ("utf-16", "UCS-4", "klingon"):
        again = text.replace("ISO-8859-1", name).replace("<name>", f"<name>{name}")
        assert client.post("/api/marks/import", json={"text": again}).status_code == 200


@pytest.mark.parametrize("name", ["a\x01b", "a\x7fb", "a\x85b", "a\tb", "a\nb", "a\rb", "a\ufffeb"])
def test_a_name_of_control_characters_is_refused_by_field(name: str, client: FlaskClient) -> None:
    answer = client.post("/api/log", json={"events": [event(fish=name)]})
    assert (answer.status_code, answer.get_json()["field"]) == (422, "fish")
    fish = client.get("/api/fish").get_json()["fish"][0]
    told = {k: v for k, v in fish.items() if k not in ("key", "cautions", "shipped", "changed")}
    assert client.post("/api/fish", json={**told, "name": name}).status_code == 422


@pytest.mark.parametrize("body", [
    '{"events": [{"mark_name": "\\ud800"}]}', "[" * 100_000, '["' * 100_000, '{"events":' * 50_000,
    '{"events": [{"at_utc_s": 1e999}]}', "nul", "", "{"])
def test_bodies_that_are_none_are_refused(body: str, client: FlaskClient) -> None:
    for path in ("/api/log", "/api/data", "/api/settings"):
        for call in (client.post, client.put):
            assert call(path, data=body, content_type=JSON).status_code in (405, 422), path


@pytest.mark.parametrize("date", ["9999-12-31", "0001-01-01", "1900-12-31", "2026-02-31"])
def test_days_that_cannot_be_computed_are_refused(date: str, client: FlaskClient) -> None:
    base = "mark_id=1&plastic_id=1&line_id=3&rod_id=2"
    for path in (f"/api/day?{base}", "/api/choice?mark_id=1&step=60", f"/api/lid/buy?{base}&days=2",
                 f"/api/card?{base}", f"/api/plan.ics?{base}"):
        answer = client.get(f"{path}&date={date}")
        assert answer.status_code == 422, (path, answer.text[:200])


# Words that could not be read back, each through every file that carries it.

WORDS = st.text(
    st.characters(codec="utf-8", exclude_characters="\x00"), min_size=1, max_size=30)


@settings(max_examples=25, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(name=WORDS, note=st.text(max_size=40))
def test_what_is_taken_comes_back_in_every_file(
    name: str, note: str, client: FlaskClient
) -> None:
    """Whatever the log takes, its CSV and GPX and the whole file give back, and take again."""
    told = event(kind="fish", fish=name, note=note, colour=name[:40])
    for _ in range(2):
        if client.post("/api/log", json={"events": [told]}).status_code != 200:
            return
        kept = client.get("/api/log").get_json()["trips"][0]["events"][0]
        for path in ("/api/log.csv", "/api/catches.gpx"):
            text = client.get(path).text
            again = client.post(path, json={"text": text, "try": True})
            assert again.status_code == 200, again.text
            assert again.get_json() == {"added": 0, "changed": 0, "same": 1}, (path, kept)
        whole = client.get("/api/data.json").data
        assert client.post("/api/data", data=whole, content_type=JSON).status_code == 200
        told = kept


@given(st.text(max_size=30))
def test_a_cell_is_never_a_formula(word: str) -> None:
    cell = rows_csv.plain(word)
    assert not cell.lstrip().startswith(("=", "+", "-", "@"))
    assert rows_csv.bare(cell) == word


def test_a_tab_does_not_hide_a_formula() -> None:
    assert rows_csv.plain("\t=1+1") == "'\t=1+1"


@given(st.binary(max_size=200))
def test_a_file_of_anything_is_text_or_refused(data: bytes) -> None:
    for read in (text_in.decoded, text_in.parsed):
        assert "`file`" in refusal(lambda read=read: read(data), "`file`")


@given(st.text(max_size=200))
def test_gpx_of_anything_is_read_or_refused(text: str) -> None:
    for given_ in (text, f"<?xml version='1.0' encoding='{text}'?><gpx/>", f"<gpx>{text}</gpx>"):
        assert "`text`" in refusal(lambda given_=given_: gpx.read(given_), "`text`")


# Other sites, other kinds.


@pytest.mark.parametrize("site", ["cross-site", "same-site"])
def test_another_site_reads_nothing(site: str, client: FlaskClient) -> None:
    for path in ("/api/data.json", "/api/log", "/api/marks", "/api/health"):
        assert client.get(path, headers={"Sec-Fetch-Site": site}).status_code == 403
        assert client.get(path, headers={"Sec-Fetch-Site": "none"}).status_code == 200
    assert client.get("/api/marks", headers={"Origin": "http://elsewhere"}).status_code == 403


@pytest.mark.parametrize("kind", ["text/plain", "application/x-www-form-urlencoded",
                                  "multipart/form-data", "application/xml", ""])
def test_json_comes_as_json(kind: str, client: FlaskClient) -> None:
    body = json.dumps({"events": [event()]})
    answer = client.post("/api/log", data=body, content_type=kind)
    assert answer.status_code == 415, answer.text
    assert client.get("/api/log").get_json()["trips"] == []


@pytest.mark.parametrize("path", ["/api/log", "/api/log.csv", "/api/data.json", "/api/marks.gpx",
                                  "/api/catches.gpx", "/api/box/heads.csv", "/api/nothing"])
def test_no_cache_keeps_what_is_private(path: str, client: FlaskClient) -> None:
    assert client.get(path).headers["Cache-Control"] == "no-store"


# Databases.


def test_a_database_is_its_owners_alone(tmp_path: Path) -> None:
    path = tmp_path / "deep" / "ilha.sqlite3"
    conn = db.ready(path)
    conn.execute("UPDATE settings SET currency = '£'")
    for made in path.parent.iterdir():
        assert stat.S_IMODE(made.stat().st_mode) == 0o600, made.name
    assert stat.S_IMODE(path.parent.stat().st_mode) == 0o700
    conn.close()


def _text(path: Path) -> None:
    path.write_text("not a database at all, only words" * 40, "utf-8")


def _corrupt(path: Path) -> None:
    data = bytearray(path.read_bytes())
    data[4096:12288] = os.urandom(8192)
    path.write_bytes(data)


def _newer(path: Path) -> None:
    with sqlite3.connect(path) as conn:
        conn.execute("PRAGMA user_version = 999")
    conn.close()


def _other(path: Path) -> None:
    path.unlink()
    with sqlite3.connect(path) as conn:
        conn.execute("CREATE TABLE boats (id)")
    conn.close()


@pytest.mark.parametrize("spoil", [_text, _corrupt, _newer, _other])
@pytest.mark.parametrize("command", ["export", "serve", "copies"])
def test_one_line_for_every_bad_database(
    command: str, spoil: Any, database: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    spoil(database)
    before = database.read_bytes()
    assert main([command, "--database", str(database)]) == 2
    told = capsys.readouterr().err
    assert told.startswith(f"`database` {database} ")
    assert told.count("\n") == 1
    assert database.read_bytes() == before


def test_a_database_that_may_not_be_written(
    database: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    # Root may write anything: the rights are asked for as the application asks for them.
    monkeypatch.setattr(os, "access", lambda path, mode: False)
    assert main(["export", "--database", str(database)]) == 2
    assert "may not be written" in capsys.readouterr().err


def test_a_database_that_is_taken_away_is_said_and_not_made_anew(
    database: Path, client: FlaskClient
) -> None:
    for name in ("", "-wal", "-shm"):
        Path(f"{database}{name}").unlink(missing_ok=True)
    answer = client.post("/api/log", json={"events": [event()]})
    assert (answer.status_code, answer.get_json()["code"]) == (503, "no-database")
    assert "is not kept" in answer.get_json()["message"]
    assert answer.headers["Retry-After"] == "5"
    assert not database.exists()


def test_what_cannot_be_written_whole_is_no_success(database: Path) -> None:
    """/dev/full stands in for a disk that is full."""
    with open("/dev/full", "w") as full:
        done = subprocess.run(
            [sys.executable, "-m", "ilha.cli", "export", "--database", str(database)],
            stdout=full, stderr=subprocess.PIPE, text=True)
    assert done.returncode == 1
    assert done.stderr.startswith("It could not be written whole")
    assert "Traceback" not in done.stderr


@pytest.mark.parametrize("port", ["99999", "-1", "65536", "eighty"])
def test_a_port_that_is_none_is_refused(port: str, capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(SystemExit) as ended:
        main(["serve", "--port", port])
    assert ended.value.code == 2
    assert "whole number from 0 to 65535" in capsys.readouterr().err


@pytest.mark.parametrize("args", [
    [], ["fly"], ["serve", "--port", "70000"], ["serve", "--workers", "-1"], ["board"],
    ["tide", "x.csv"], ["backup"], ["export", "--demo", "--database", "x"],
    ["host", "f", "invite", "--address", "https://a.example", "--days", "0"]])
def test_what_cannot_be_understood_is_one_line(
    args: list[str], capsys: pytest.CaptureFixture[str]
) -> None:
    with pytest.raises(SystemExit) as ended:
        main(args)
    said = capsys.readouterr()
    assert (ended.value.code, said.out, said.err.count("\n")) == (2, "", 1)
    assert "--help" in said.err


@pytest.mark.parametrize("args", [
    ["board", "/nowhere/at/all.json"], ["board", "/"], ["fit", "/dev/null"],
    ["openapi", "--output", "/nowhere/at/all.json"],
    ["backup", "/nowhere/at/all", "--database", "{db}"],
    ["export", "--database", "/proc/version"], ["export", "--database", "/"],
    ["import", "/nowhere", "--database", "{db}"], ["restore", "none", "--database", "{db}"],
    ["host", "/proc/nowhere", "list"], ["serve", "--database", "/proc/nowhere/x.sqlite3"],
    ["serve", "--instruments", "smoke:signals", "--database", "{db}"]])
def test_what_cannot_be_done_is_one_line_in_any_locale(args: list[str], database: Path) -> None:
    done = subprocess.run(
        [sys.executable, "-m", "ilha.cli", *(a.replace("{db}", str(database)) for a in args)],
        capture_output=True, timeout=120, env={**os.environ, "LC_ALL": "C", "PYTHONUTF8": "0"})
    said = done.stderr.decode("utf-8")
    assert (done.returncode, done.stdout, said.count("\n")) == (2, b"", 1), said
    assert "Traceback" not in said


def test_output_is_utf8_in_any_locale_and_ends_quietly_when_nobody_reads(database: Path) -> None:
    env = {**os.environ, "LC_ALL": "C", "PYTHONUTF8": "0", "PYTHONIOENCODING": "ascii"}
    conn = db.connect(database)
    conn.execute("UPDATE marks SET name = 'Ilhéu de São João' WHERE id = 1")
    conn.close()
    command = [sys.executable, "-m", "ilha.cli", "export", "--database", str(database)]
    assert json.loads(subprocess.run(command, capture_output=True, env=env, check=True
                                     ).stdout.decode("utf-8"))["format"] == "ilha-data-1"
    reads = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.PIPE, env=env)
    assert reads.stdout is not None
    assert reads.stderr is not None
    reads.stdout.read(10)
    reads.stdout.close()
    assert reads.stderr.read() == b""
    assert reads.wait(60) == 0
    reads.stderr.close()


def test_a_backup_replaces_nothing_unasked(
    database: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    copy = tmp_path / "copy.sqlite3"
    copy.write_text("a letter")
    assert main(["backup", str(copy), "--database", str(database)]) == 2
    assert "--force" in capsys.readouterr().err
    assert copy.read_text() == "a letter"
    copy.unlink()
    for force in ([], ["--force"]):
        assert main(["backup", str(copy), "--database", str(database), *force]) == 0
        assert db.connect(copy).execute("SELECT count(*) FROM marks").fetchone()[0] > 3


def test_the_demos_own_database_is_named_alike_everywhere(
    tmp_path: Path, database: Path, capsys: pytest.CaptureFixture[str],
    monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path))
    assert main(["export", "--demo"]) == 2
    path = tmp_path / "ilha" / "demo.sqlite3"
    assert str(path) in capsys.readouterr().err
    path.parent.mkdir()
    shutil.copyfile(database, path)
    assert main(["export", "--demo"]) == 0
    assert json.loads(capsys.readouterr().out)["format"] == "ilha-data-1"


def test_the_version_and_the_users_own_folder(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    with pytest.raises(SystemExit):
        main(["--version"])
    assert capsys.readouterr().out == f"ilha {__version__}\n"
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path))
    assert main(["export"]) == 2
    assert str(tmp_path / "ilha" / "ilha.sqlite3") in capsys.readouterr().err


def test_the_shell_completes_commands() -> None:
    done = subprocess.run(
        [sys.executable, "-m", "ilha.cli"], capture_output=True, text=True, env={
            **os.environ, "_ARGCOMPLETE": "1", "COMP_LINE": "ilha se", "COMP_POINT": "7",
            "_ARGCOMPLETE_STDOUT_FILENAME": "/dev/stdout", "_ARGCOMPLETE_SUPPRESS_SPACE": "1"})
    assert "serve" in done.stdout


# Whole files.


@pytest.fixture(scope="module")
def exported(marela_with_trips: Path, tmp_path_factory: pytest.TempPathFactory) -> dict[str, Any]:
    path = tmp_path_factory.mktemp("exported") / "full.sqlite3"
    shutil.copyfile(marela_with_trips, path)
    conn = db.connect(path)
    conn.execute("INSERT INTO own_rules (body) VALUES (?)", (
        json.dumps({"says": "x", "wants": {"look": ["stick"]}}),))
    conn.execute("INSERT INTO rule_changes VALUES ('no-plunge', 0, NULL)")
    conn.execute("INSERT INTO learned VALUES ('sink', '3:1', 1.1, NULL)")
    conn.execute("INSERT INTO trainer VALUES ('bent-up', 1, 5.0, 2, 1)")
    conn.execute(
        "INSERT INTO fish SELECT 'own-fish', 'Own fish', '', 'low', 'large', 'soft', 'none',"
        " 'inhale', 'strong', 'open', 'rock', 8, 20, 40, 200, '[\"fish\"]', '[]', 2.0")
    conn.commit()
    client = create_app(path, now_s=NOW_S).test_client()
    for kind, row_id in (("heads", 5), ("plastics", 4), ("marks", 2)):
        assert client.delete(f"/api/{kind}/{row_id}").status_code == 200
    text = data_file.write(conn)
    conn.close()
    found: dict[str, Any] = json.loads(text)
    # Small enough to be tried some hundred times.
    for table in ("events", "tide_events"):
        found["tables"][table] = found["tables"][table][:40]
    return found


POISON: list[Any] = [
    "", "x", "nonsense", "=1+1", "\x01", "a\nb", -1, 0, 1e9, 2**62, 1e308, None, [], {}, "[]", "{}",
    "[[0, 1]]", "null", True, "9" * 400, 0.5, -1e12]


def test_poisoned_files_are_refused_or_harmless(
    exported: dict[str, Any], database: Path
) -> None:
    """One cell of each column of each table after the other: what is taken leaves every view
    standing, what is refused names its table and leaves everything as it was."""
    client = create_app(database, now_s=NOW_S).test_client()
    base = json.dumps(exported)
    refused = taken = 0
    spoiled = [(table, column, value)
               for table, rows in exported["tables"].items() if rows
               for i, column in enumerate(rows[0])
               for value in (POISON[(i * 7 + k * 5) % len(POISON)] for k in range(3))]
    for table, column, value in spoiled:
        found = json.loads(base)
        found["tables"][table][0][column] = value
        conn = db.connect(database)
        before = conn.execute("SELECT count(*) FROM events").fetchone()[0]
        said = refusal(lambda found=found, conn=conn: data_file.read(conn, json.dumps(found)))
        after = conn.execute("SELECT count(*) FROM events").fetchone()[0]
        conn.close()
        if said:
            refused += 1
            assert "`tables" in said
            assert after == before
            continue
        taken += 1
        for path in ("/api/marks", "/api/box", "/api/fish", "/api/rules", "/api/log",
                     "/api/log/learned", "/api/settings", "/api/tides", "/api/streams",
                     "/api/trainer", "/api/log.csv", "/api/marks.gpx", "/api/catches.gpx"):
            answer = client.get(path)
            assert answer.status_code < 500, (table, column, value, path, answer.text[:300])
    assert refused > taken > 0, (refused, taken)
    # What was removed can still be put back, whatever was taken in.
    for one in exported["tables"]["removed"]:
        answer = client.post(f"/api/box/{one['kind']}/{one['row_id']}/back")
        assert answer.status_code < 500, answer.text


@pytest.mark.parametrize("column", ["hook_wire_mm", "hook_mass_g", "hook_measured", "hook_size",
                                    "hook_gape_mm", "hook_straight_mm"])
def test_a_poisoned_hook_is_refused_or_usual(
    exported: dict[str, Any], database: Path, column: str
) -> None:
    """Every poison in every measure of a hook: what nobody measured is held to bounds as well."""
    base = json.dumps(exported)
    for value in [*POISON, "x"]:
        found = json.loads(base)
        found["tables"]["heads"][0][column] = value
        conn = db.connect(database)
        said = refusal(lambda found=found, conn=conn: data_file.read(conn, json.dumps(found)))
        low, high = conn.execute(f"SELECT min({column}), max({column}) FROM heads").fetchone()
        conn.close()
        assert said or (column != "hook_size" and low >= 0.0 and high <= 200.0), (value, low, high)


def test_a_refused_file_leaves_the_copies_alone(database: Path, client: FlaskClient) -> None:
    whole = client.get("/api/data.json").data
    assert client.post("/api/data", data=whole, content_type=JSON).status_code == 200
    first = client.get("/api/copies").get_json()["copies"]
    assert len(first) == 1
    bad = whole.replace(b'"charted_depth_m": 2.6', b'"charted_depth_m": 1e9')
    assert bad != whole
    assert client.post("/api/data", data=bad, content_type=JSON).status_code == 422
    assert client.get("/api/copies").get_json()["copies"] == first
    # Refused only as it is put in place: its copy does not stay.
    conn = db.connect(database)
    with pytest.raises(Exception, match=r"no such column|not known"):
        data_file.put_in(conn, database, {"lines": [{"colour": 1}]}, NOW_S + 9.0)
    conn.close()
    assert client.get("/api/copies").get_json()["copies"] == first


def test_five_copies_stay_and_each_can_be_put_back(database: Path) -> None:
    """What was told between two imports is in the copy of the later one."""
    clock = [float(NOW_S)]
    app = create_app(database, now_s=NOW_S)
    client = app.test_client()
    whole = client.get("/api/data.json").data
    names = []
    for n in range(7):
        app.config["NOW"] = clock[0] = clock[0] + 100.0
        told = event(id=f"copy-{n:04d}", mark_name=f"mark {n}")
        assert client.post("/api/log", json={"events": [told]}).status_code == 200
        names.append(client.post("/api/data", data=whole, content_type=JSON).get_json()["kept_as"])
    listed = client.get("/api/copies").get_json()["copies"]
    assert [copy["name"] for copy in listed] == names[:-6:-1]
    assert listed[0]["at_utc_s"] == pytest.approx(clock[0])
    assert listed[0]["size_bytes"] > 10_000
    for n in (6, 3):
        answer = client.post("/api/copies/restore", json={"name": names[n]})
        assert answer.status_code == 200, answer.text
        conn = db.connect(database)
        assert [e["mark_name"] for e in events.listed(conn)] == [f"mark {n}"]
        conn.close()
    for path in copies.folder(database).iterdir():
        assert stat.S_IMODE(path.stat().st_mode) == 0o600
    for name in ("../ilha.sqlite3", "20260101-000000.sqlite3", names[0]):
        refused = client.post("/api/copies/restore", json={"name": name})
        assert (refused.status_code, refused.get_json()["field"]) == (422, "name")


def test_copies_by_the_command_line(
    database: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    at = ["--database", str(database)]
    assert main(["copies", *at]) == 0
    assert "no copy" in capsys.readouterr().out
    assert main(["export", *at]) == 0
    (tmp_path / "all.json").write_text(capsys.readouterr().out, "utf-8")
    assert main(["import", str(tmp_path / "all.json"), *at]) == 0
    name = copies.listed(database)[0].name
    assert name in capsys.readouterr().out
    assert main(["copies", *at]) == 0
    assert name in capsys.readouterr().out
    assert main(["restore", name, *at]) == 0
    assert "rows of" in capsys.readouterr().out
    assert main(["restore", "none", *at]) == 2
