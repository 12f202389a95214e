"""The server keeps to its OpenAPI document, whatever is asked of it."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
import schemathesis
from flask import Flask, jsonify
from hypothesis import HealthCheck, given, settings

from ilha.web.app import create_app
from ilha.web.openapi import document
from ilha.web.operations import ROUTES
from tests.conftest import NOW_S
from tests.pictures import photograph

# The checker's client reads no Brotli.
PLAIN = {"Host": "127.0.0.1", "Accept-Encoding": "identity"}

# A schema cannot say that a row must exist or that one field bounds another.
NOT_IN_SCHEMA = [schemathesis.checks.positive_data_acceptance]


def keeps_to_it(case: schemathesis.Case, response: Any) -> None:
    """An answer against the document."""
    # Too much at a time is a refusal too, which the checker does not know as one.
    known = [schemathesis.checks.negative_data_rejection] if response.status_code == 413 else []
    case.validate_response(response, excluded_checks=NOT_IN_SCHEMA + known, headers=PLAIN)


@pytest.fixture
def documented(database: Path) -> Flask:
    app = create_app(database, now_s=NOW_S)
    app.add_url_rule("/openapi.json", "openapi", lambda: jsonify(document()))
    return app


def test_every_operation_keeps_its_contract(documented: Flask) -> None:
    schema = schemathesis.openapi.from_wsgi(
        "/openapi.json", documented, headers=PLAIN)
    tried = []
    for found in schema.get_all_operations():
        operation = found.ok()

        @settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck),
                  database=None)
        @given(case=operation.as_strategy())
        def keeps(case: schemathesis.Case) -> None:
            keeps_to_it(case, case.call(headers=PLAIN))

        keeps()
        tried.append(operation.label)
    assert len(tried) == len(ROUTES)


def test_every_operation_says_what_it_is_for_and_how_it_refuses() -> None:
    told = document()
    tags = {tag["name"] for tag in told["tags"]}
    used = set()
    for path, methods in told["paths"].items():
        for method, operation in methods.items():
            assert len(operation["description"]) > 8, path
            assert set(operation["tags"]) <= tags, path
            used |= set(operation["tags"])
            refusals = set(operation["responses"]) - {"200", "default"}
            assert ("404" in refusals) == ("{" in path), path
            assert ("415" in refusals) == ("requestBody" in operation), (method, path)
    assert used == tags
    names = [operation["operationId"] for methods in told["paths"].values()
             for operation in methods.values()]
    assert len(names) == len(set(names))


def test_what_the_document_gives_as_examples_is_answered_as_it_says(
    database: Path, marela_with_trips: Path
) -> None:
    """Each reading with its examples alone, on the sample island: 200, in the kind it says; what is
    binary is said to be."""
    client = create_app(marela_with_trips, now_s=NOW_S).test_client()
    seen = client.get("/api/log?trips=1").get_json()["trips"][0]["events"][0]["id"]
    assert client.post(f"/api/photographs?event_id={seen}", data=photograph(),
                       content_type="image/jpeg").get_json()["id"] == 1
    files = 0
    for path, methods in document()["paths"].items():
        operation = methods.get("get")
        if operation is None or any(
                one.get("required") and "example" not in one for one in
                operation.get("parameters", ())) or "/trips/" in path or "{key}" in path:
            continue
        asked = {one["name"]: one["example"] for one in operation.get("parameters", ())
                 if "example" in one}
        for name in [name for name in asked if f"{{{name}}}" in path]:
            path = path.replace(f"{{{name}}}", str(asked.pop(name)))
        answer = client.get(path, query_string=asked)
        kind, = operation["responses"]["200"]["content"]
        assert answer.status_code == 200, (path, answer.text[:300])
        assert answer.mimetype == kind, path
        schema = operation["responses"]["200"]["content"][kind].get("schema", {})
        assert (schema.get("format") == "binary") == (not kind.endswith("json")), path
        files += kind != "application/json"
    assert files >= 9
