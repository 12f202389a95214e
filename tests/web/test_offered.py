"""No error of its own is reachable by picking what is offered: every question, every combination of
what its document offers over the demo's rows, seeded; and what is sent wrong on purpose."""

from __future__ import annotations

import random
from typing import Any

import pytest
import schemathesis
from flask import Flask, jsonify
from flask.testing import FlaskClient
from hypothesis import HealthCheck, given, seed, settings
from schemathesis import GenerationMode

from ilha.core.advice.doctor import SYMPTOMS
from ilha.web.app import create_app
from ilha.web.openapi import document
from ilha.web.operations import ROUTES
from tests.conftest import NOW_S

DOCUMENT = document()
IDS = {"mark_id": 8, "plastic_id": 11, "line_id": 5, "rod_id": 4, "head_id": 23}
"""How many rows of each the demo has, and more."""
SAID: dict[str, tuple[Any, ...]] = {
    "plastic_ids": ("1", "1,2", "4,4"), "sector_deg": (30.0, 90.0, 180.0),
    "trouble": tuple(SYMPTOMS), "from_utc_s": (0.0, 1.0), "to_utc_s": (4e9,)}
"""Where a description alone does not say what is offered."""
DATES = ("2026-07-15", "2026-07-16", "2026-07-22", "2026-08-01", "2026-08-20")
EXAMPLES = 8


def offered(name: str, schema: dict[str, Any], rng: random.Random, fish: list[str]) -> Any:
    """One of the values that a field's own description offers; None: left out."""
    if name == "date":
        return rng.choice(DATES)
    if name == "fish":
        return rng.choice(fish)
    if name in SAID:
        return rng.choice(SAID[name])
    for one, most in IDS.items():
        if name.endswith(one):
            return rng.randint(1, most)
    if "$ref" in schema:
        schema = DOCUMENT["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]]
    if "anyOf" in schema:
        schema = rng.choice(schema["anyOf"])
    if "const" in schema:
        return schema["const"]
    if "enum" in schema:
        return rng.choice(schema["enum"])
    kind = schema.get("type")
    if kind == "boolean":
        return rng.choice(["true", "false"])
    if kind in ("number", "integer"):
        low = schema.get("minimum", schema.get("exclusiveMinimum", -3.0))
        high = schema.get("maximum", schema.get("exclusiveMaximum", 30.0))
        value = rng.choice([low, high, rng.uniform(low, high), low + 0.1 * (high - low)])
        return round(value) if kind == "integer" else round(value, 3)
    return None


QUESTIONS = [(path, methods["get"]["parameters"]) for path, methods in DOCUMENT["paths"].items()
             if "get" in methods and methods["get"].get("parameters") and "{" not in path]


@pytest.mark.parametrize(("path", "parameters"), QUESTIONS, ids=[p for p, _ in QUESTIONS])
def test_what_is_offered_is_answered(
    path: str, parameters: list[dict[str, Any]], client: FlaskClient
) -> None:
    rng = random.Random(path)
    fish = [f["key"] for f in client.get("/api/fish").get_json()["fish"]]
    answered = 0
    for k in range(EXAMPLES):
        # Some facts are said, the others left as they are; at first none but those asked for.
        share = rng.choice([0.0, 0.15, 0.4]) if k else 0.0
        # Where one of two must be said, one is.
        either = rng.choice(["sector_deg", "stretch_m"])
        query = {}
        for one in parameters:
            if one["name"] in ("sector_deg", "stretch_m"):
                if one["name"] == either:
                    query[one["name"]] = 60.0
            elif one.get("required") or rng.random() < share:
                value = offered(one["name"], one["schema"], rng, fish)
                if value is not None:
                    query[one["name"]] = value
        answer = client.get(path, query_string=query)
        assert answer.status_code in (200, 404, 422), (path, query, answer.text[:300])
        if answer.status_code != 200:
            # In words, naming the field.
            assert answer.get_json()["field"], (path, query, answer.text)
        answered += answer.status_code == 200
    # Of a log without trips nothing can be done again.
    assert answered >= 1 or path == "/api/log/again", path


@pytest.fixture
def documented(database: Any) -> Flask:
    app = create_app(database, now_s=NOW_S)
    app.add_url_rule("/openapi.json", "openapi", lambda: jsonify(document()))
    return app


def test_what_is_sent_wrong_is_refused_in_words(documented: Flask) -> None:
    """Negative data on every operation: a worded 4xx, or an answer where it did no harm."""
    plain = {"Host": "127.0.0.1", "Accept-Encoding": "identity"}
    schema = schemathesis.openapi.from_wsgi("/openapi.json", documented, headers=plain)
    tried = 0
    for found in schema.get_all_operations():
        operation = found.ok()

        @seed(20261129)
        @settings(max_examples=3, deadline=None, suppress_health_check=list(HealthCheck),
                  database=None)
        @given(case=operation.as_strategy(generation_mode=GenerationMode.NEGATIVE))
        def refused(case: schemathesis.Case) -> None:
            answer = case.call(headers=plain)
            assert answer.status_code < 500, (case.as_curl_command(), answer.text[:300])

        try:
            refused()
        except Exception as error:
            # An operation that takes nothing cannot be sent anything wrong.
            if "nsatisfiable" not in type(error).__name__ + str(error):
                raise
        tried += 1
    assert tried == len(ROUTES)
