"""Photographs of what is in the log: kept with their event, whatever happens to it."""

from __future__ import annotations

import io
import json
import shutil
import stat
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import pdfplumber
import pytest
from flask import Flask
from flask.testing import FlaskClient
from PIL import Image

from ilha.cli import main
from ilha.desk import data_file
from ilha.desk import photographs as desk
from ilha.formats.fields import FieldError
from ilha.store import db, photographs
from ilha.web.app import create_app
from tests.conftest import NOW_S
from tests.pictures import photograph
from tests.web.test_trip import TODAY, keep

DAY_S = 86400.0


def event(n: int = 1, kind: str = "fish", at: float = NOW_S - 3600.0) -> dict[str, Any]:
    return {"id": f"photo-{n:04}", "kind": kind, "at_utc_s": at, "mark_id": 1,
            "mark_name": "Cais Velho"}


@pytest.fixture
def fish(client: FlaskClient) -> str:
    """An event of the log, by its id."""
    client.post("/api/log", json={"events": [event()]})
    return event()["id"]


def send(client: FlaskClient, event_id: str, data: bytes | None = None, place: bool = False,
         kind: str = "image/jpeg") -> Any:
    return client.post(f"/api/photographs?event_id={event_id}&keep_place={str(place).lower()}",
                       data=photograph() if data is None else data, content_type=kind)


def shown(client: FlaskClient) -> list[dict[str, Any]]:
    return [one for trip in client.get("/api/log").get_json()["trips"]
            for one in trip["photographs"]]


def files(database: Path) -> list[str]:
    here = photographs.folder(database)
    return sorted(path.name for path in here.iterdir()) if here.exists() else []


def test_it_is_in_the_log_large_and_small(client: FlaskClient, fish: str) -> None:
    answer = send(client, fish)
    assert answer.status_code == 201
    made = answer.get_json()
    assert made == {"id": made["id"], "event_id": fish, "width": 400, "height": 300,
                    "latitude_deg": None, "longitude_deg": None}
    assert shown(client) == [made]
    for small, width in (("", 400), ("?small=true", 320)):
        picture = client.get(f"/api/photographs/{made['id']}.jpg{small}")
        assert picture.mimetype == "image/jpeg"
        assert picture.headers["Cache-Control"] == "no-store"
        assert Image.open(io.BytesIO(picture.get_data())).size[0] == width


def test_where_it_was_taken_is_kept_only_where_that_is_wanted(
    client: FlaskClient, fish: str, database: Path
) -> None:
    send(client, fish)
    assert shown(client)[0]["latitude_deg"] is None
    assert b"28.1" not in database.read_bytes()
    send(client, fish, place=True)
    assert len(shown(client)) == 1
    assert shown(client)[0]["latitude_deg"] == pytest.approx(28.10833, abs=1e-4)
    assert shown(client)[0]["longitude_deg"] == pytest.approx(-15.41, abs=1e-4)


def test_the_same_one_twice_is_there_once(client: FlaskClient, fish: str, database: Path) -> None:
    assert send(client, fish).get_json()["id"] == send(client, fish).get_json()["id"]
    assert len(shown(client)) == 1
    assert len(files(database)) == 2


def test_the_same_one_from_four_at_once_is_there_once(
    app: Flask, client: FlaskClient, fish: str, database: Path
) -> None:
    with ThreadPoolExecutor(4) as pool:
        answers = list(pool.map(lambda _: send(app.test_client(), fish), range(8)))
    assert {answer.status_code for answer in answers} == {201}
    assert len({answer.get_json()["id"] for answer in answers}) == 1
    assert len(shown(client)) == 1
    assert len(files(database)) == 2


def test_pictures_are_their_owners_alone(client: FlaskClient, fish: str, database: Path) -> None:
    send(client, fish)
    here = photographs.folder(database)
    assert stat.S_IMODE(here.stat().st_mode) == 0o700
    assert {stat.S_IMODE(path.stat().st_mode) for path in here.iterdir()} == {0o600}


@pytest.mark.parametrize("kind", ["application/json", "text/plain", "image/gif", "image/heic", ""])
def test_it_is_sent_as_what_it_is(client: FlaskClient, fish: str, kind: str) -> None:
    answer = send(client, fish, kind=kind)
    assert answer.status_code == 415
    assert shown(client) == []


def test_what_cannot_be_kept_is_said_and_nothing_is_left(
    client: FlaskClient, fish: str, database: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    answer = send(client, fish, b"no picture")
    assert (answer.status_code, answer.get_json()["field"]) == (422, "photograph")
    answer = send(client, "photo-9999")
    assert (answer.status_code, answer.get_json()["field"]) == (404, "event_id")
    assert send(client, "short").status_code == 422

    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("os.fsync", full)
    answer = send(client, fish)
    assert answer.status_code == 422
    assert "make room" in answer.get_json()["message"]
    monkeypatch.undo()
    assert files(database) == []
    assert shown(client) == []


def test_no_more_than_a_dozen_of_one_event(client: FlaskClient, fish: str) -> None:
    for n in range(desk.MOST):
        assert send(client, fish, photograph(shade=10 + n)).status_code == 201
    answer = send(client, fish, photograph(shade=200))
    assert answer.status_code == 422
    assert "at most 12" in answer.get_json()["message"]
    # One that is there already is no further one.
    assert send(client, fish, photograph(shade=10)).status_code == 201


def test_taken_out_it_can_be_put_back_for_a_day(
    app: Flask, client: FlaskClient, fish: str, database: Path
) -> None:
    row = send(client, fish).get_json()["id"]
    assert client.delete(f"/api/photographs/{row}").status_code == 200
    assert shown(client) == []
    assert client.post(f"/api/photographs/{row}/back").status_code == 200
    assert len(shown(client)) == 1
    client.delete(f"/api/photographs/{row}")
    create_app(database, now_s=NOW_S + 0.9 * DAY_S)
    assert len(files(database)) == 2
    create_app(database, now_s=NOW_S + 1.1 * DAY_S)
    assert files(database) == []
    for answer in (client.get(f"/api/photographs/{row}.jpg"),
                   client.post(f"/api/photographs/{row}/back"),
                   client.delete(f"/api/photographs/{row}")):
        assert answer.status_code == 404


def test_of_an_event_put_right_or_put_back_they_are_still_there(
    client: FlaskClient, fish: str
) -> None:
    send(client, fish)
    # Put right: another word in its place, under an id of its own.
    client.post("/api/log", json={"events": [event(2)], "gone": [fish],
                                  "instead": {"photo-0002": fish}})
    assert [one["event_id"] for one in shown(client)] == ["photo-0002"]
    # Removed, then put back: under another id again, and told twice.
    client.post("/api/log", json={"events": [], "gone": ["photo-0002"]})
    assert shown(client) == []
    for _ in range(2):
        client.post("/api/log", json={"events": [event(3)],
                                      "instead": {"photo-0003": "photo-0002"}})
    assert [one["event_id"] for one in shown(client)] == ["photo-0003"]


def test_of_an_event_that_stays_removed_they_go_after_a_day(
    client: FlaskClient, fish: str, database: Path
) -> None:
    client.post("/api/log", json={"events": [event(2)]})
    send(client, fish)
    send(client, "photo-0002")
    client.post("/api/log", json={"events": [], "gone": [fish]})
    create_app(database, now_s=NOW_S + 10.0)
    create_app(database, now_s=NOW_S + 0.9 * DAY_S)
    conn = db.connect(database)
    assert len(photographs.listed(conn)) == 2
    create_app(database, now_s=NOW_S + 1.1 * DAY_S)
    # The picture is another one's too.
    assert [one["event_id"] for one in photographs.listed(conn)] == ["photo-0002"]
    assert len(files(database)) == 2


def test_an_event_that_came_back_in_time_keeps_them(
    client: FlaskClient, fish: str, database: Path
) -> None:
    send(client, fish)
    client.post("/api/log", json={"events": [], "gone": [fish]})
    create_app(database, now_s=NOW_S + 10.0)
    client.post("/api/log", json={"events": [event(3)], "instead": {"photo-0003": fish}})
    create_app(database, now_s=NOW_S + 2.0 * DAY_S)
    assert len(shown(client)) == 1


def test_a_copy_and_a_backup_have_them(
    client: FlaskClient, fish: str, database: Path, tmp_path: Path,
    capsys: pytest.CaptureFixture[str],
) -> None:
    send(client, fish)
    to = tmp_path / "elsewhere" / "kept.sqlite3"
    to.parent.mkdir()
    assert main(["backup", str(to), "--database", str(database)]) == 0
    assert "1 of its pictures" in capsys.readouterr().out
    again = create_app(to, now_s=NOW_S).test_client()
    row = shown(again)[0]["id"]
    assert again.get(f"/api/photographs/{row}.jpg").get_data() == client.get(
        f"/api/photographs/{row}.jpg").get_data()
    assert main(["export", "--database", str(database)]) == 0
    told = capsys.readouterr()
    assert str(photographs.folder(database)) in told.err
    assert len(json.loads(told.out)["tables"]["photographs"]) == 1


def test_everything_out_and_in_again_keeps_them(client: FlaskClient, fish: str) -> None:
    send(client, fish, place=True)
    before = shown(client)
    body = client.get("/api/data.json").get_json()
    assert client.post("/api/data", json=body).status_code == 200
    assert shown(client) == before
    assert client.get(f"/api/photographs/{before[0]['id']}.jpg").status_code == 200


@pytest.mark.parametrize("wrong", [
    {"file": "../../etc/passwd"}, {"file": "F" * 32}, {"latitude_deg": 12.0}, {"width": 0},
    {"event_id": "no id, a sentence"}, {"gone_utc_s": 1e30}])
def test_a_poisoned_row_is_refused_whole(
    client: FlaskClient, fish: str, wrong: dict[str, Any]
) -> None:
    send(client, fish)
    body = client.get("/api/data.json").get_json()
    body["tables"]["photographs"][0].update(wrong)
    answer = client.post("/api/data", json=body)
    assert answer.status_code == 422
    assert "photographs" in answer.get_json()["message"]
    with pytest.raises(FieldError):
        data_file.looked_at(json.dumps(body).encode())
    assert len(shown(client)) == 1


def test_a_picture_that_is_not_on_this_computer_is_said_to_be_so(
    client: FlaskClient, fish: str, database: Path
) -> None:
    row = send(client, fish).get_json()["id"]
    shutil.rmtree(photographs.folder(database))
    answer = client.get(f"/api/photographs/{row}.jpg")
    assert answer.status_code == 404
    assert "picture on this computer" in answer.get_json()["message"]
    assert len(shown(client)) == 1


def test_the_trip_told_shows_them_and_its_page_too(client: FlaskClient) -> None:
    trip = keep(client, 1, 3, date=TODAY)["id"]
    start = client.get(f"/api/trips/{trip}/plan").get_json()["start_utc_s"]
    client.post("/api/log", json={"events": [
        {**event(n, at=start + 600.0 * n), "fish": "european-seabass"} for n in range(1, 7)]})
    plain = client.get(f"/api/trips/{trip}/told.pdf").get_data()
    for n in range(1, 7):
        send(client, f"photo-{n:04}", photograph(shade=20 * n))
    told = client.get(f"/api/trips/{trip}/lived").get_json()
    assert [one["event_id"] for one in told["photographs"]] == [e["id"] for e in told["events"]]
    with pdfplumber.open(io.BytesIO(plain)) as pdf:
        assert sum(len(page.images) for page in pdf.pages) == 0
    with pdfplumber.open(io.BytesIO(
            client.get(f"/api/trips/{trip}/told.pdf").get_data())) as pdf:
        images = [image for page in pdf.pages for image in page.images]
        assert len(images) == 6
        for image in images:
            assert image["x0"] >= 0
            assert image["x1"] <= pdf.pages[0].width
            assert (image["x1"] - image["x0"]) / (image["bottom"] - image["top"]) == pytest.approx(
                4.0 / 3.0, rel=0.01)
        words = pdf.pages[0].extract_text()
        assert "european seabass" in words
