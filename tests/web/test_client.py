"""A client that a generator makes of the OpenAPI document, used on every file there is."""

from __future__ import annotations

import importlib
import json
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path
from types import ModuleType
from typing import Any

import httpx
import pytest
import yaml
from flask import Flask

from ilha.web.files_in import plain_at
from ilha.web.openapi import document
from ilha.web.operations import ROUTES
from tests.web.test_trip import asked

FILES = ("application/pdf", "application/gpx+xml", "application/geo+json", "application/xml",
         "text/csv", "text/calendar", "text/plain", "text/html")
"""Media types that the generator is told to give as bytes: it knows JSON and little else."""
DAY = {"mark_id": 1, "plastic_id": 1, "line_id": 3, "rod_id": 2}


@pytest.fixture(scope="module")
def made(tmp_path_factory: pytest.TempPathFactory) -> Iterator[ModuleType]:
    folder = tmp_path_factory.mktemp("made")
    (folder / "openapi.json").write_text(json.dumps(document()))
    (folder / "how.yml").write_text(yaml.safe_dump({
        "post_hooks": [], "content_type_overrides": {
            **dict.fromkeys(FILES, "application/octet-stream"),
            "application/problem+json": "application/json"}}))
    done = subprocess.run(
        [Path(sys.executable).with_name("openapi-python-client"), "generate", "--meta", "none",
         "--path", "openapi.json", "--config", "how.yml", "--output-path", "ilha_made"],
        cwd=folder, check=True, capture_output=True, text=True, timeout=300)
    # What it cannot make it warns of, and leaves out.
    assert "WARNING" not in done.stdout, done.stdout
    sys.path.insert(0, str(folder))
    yield importlib.import_module("ilha_made")
    sys.path.remove(str(folder))


@pytest.fixture
def caller(made: ModuleType, app: Flask) -> Any:
    client = made.Client(base_url="http://127.0.0.1", raise_on_unexpected_status=True)
    return client.set_httpx_client(httpx.Client(
        base_url="http://127.0.0.1", transport=httpx.WSGITransport(app=app)))


def call(name: str, caller: Any, *given: Any, **facts: Any) -> Any:
    tag, operation = name.split(".")
    module = importlib.import_module(f"ilha_made.api.{tag}.{operation}")
    return module.sync_detailed(*given, client=caller, **facts)


LOOK = {
    "application/pdf": b"%PDF-", "application/gpx+xml": b"<?xml", "application/xml": b"<?xml",
    "text/csv": b"", "text/calendar": b"BEGIN:VCALENDAR", "text/plain": b"", "text/html": b"<!doc"}


@pytest.mark.parametrize("route", [r for r in ROUTES if r.answer in LOOK], ids=lambda r: r.path)
def test_every_file_arrives(caller: Any, app: Flask, route: Any) -> None:
    operation = document()["paths"][route.path][route.method]
    facts: dict[str, Any] = {}
    if route.query is not None and "plastic_id" in route.query.model_fields:
        facts = dict(DAY)
    elif route.path == "/api/template.pdf":
        facts = {"plastic_ids": "1", "head_id": 5}
    given: list[Any] = []
    if "{row_id}" in route.path:
        kept = app.test_client().post("/api/trips", json=asked(1))
        assert kept.status_code == 201, kept.text
        given = [kept.get_json()["id"]]
    if "{kind}" in route.path:
        given = [importlib.import_module("ilha_made.models").GetBoxCsvKind("heads")]
    answer = call(f"{operation['tags'][0]}.{operation['operationId']}", caller, *given, **facts)
    assert answer.status_code == 200, answer.content
    data = answer.parsed.payload.read()
    assert data.startswith(LOOK[route.answer])
    assert len(data) > 40


def test_the_days_question_is_one_body(made: ModuleType, caller: Any, app: Flask) -> None:
    question = importlib.import_module("ilha_made.models").DayQuestion.from_dict(DAY)
    answer = call("day.post_day", caller, body=question)
    assert answer.status_code == 200
    same = app.test_client().get("/api/day", query_string=DAY)
    assert json.loads(answer.content) == same.get_json()


def test_a_refusal_is_a_problem_with_its_field(made: ModuleType, caller: Any) -> None:
    answer = call("day.get_day", caller, **{**DAY, "mark_id": 999})
    assert answer.status_code in (404, 422)
    assert answer.parsed.field == "mark_id"


def test_the_document_names_the_media_types_that_are_let_in() -> None:
    for route in ROUTES:
        if route.method == "post":
            assert plain_at(route.path.replace("{kind}", "heads")) == route.plain, route.path


def test_a_file_goes_in_as_it_is(caller: Any, app: Flask) -> None:
    """Under its own media type, and tried first: nothing is changed by that."""
    client = app.test_client()
    data = client.get("/api/box/heads.csv").data
    tried = client.post("/api/box/heads.csv?try=true", data=data, content_type="text/csv")
    assert tried.status_code == 200, tried.text
    assert tried.get_json()["added"] == 0
    for kind in ("text/plain", "multipart/form-data", "application/gpx+xml"):
        assert client.post("/api/box/heads.csv", data=data, content_type=kind).status_code == 415
    assert client.put("/api/settings", data=data, content_type="text/csv").status_code == 415
    latin = data.decode().replace("ball", "b\u00e4ll").encode("latin-1")
    refused = client.post("/api/box/heads.csv", data=latin, content_type="text/csv")
    assert refused.status_code == 422
    assert refused.get_json()["field"] == "text"
