"""The server keeps to its OpenAPI document, whatever is asked of it."""

from __future__ import annotations

from pathlib import Path

import pytest
import schemathesis
from flask import Flask, jsonify
from hypothesis import HealthCheck, given, settings

from ilha.web.app import create_app
from ilha.web.openapi import ROUTES, document
from tests.conftest import NOW_S

# The checker's client reads no Brotli.
PLAIN = {"Host": "127.0.0.1", "Accept-Encoding": "identity"}

# A schema cannot say that a row must exist or that one field bounds another.
NOT_IN_SCHEMA = [schemathesis.checks.positive_data_acceptance]


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
            case.call_and_validate(headers=PLAIN, excluded_checks=NOT_IN_SCHEMA)

        keeps()
        tried.append(operation.label)
    assert len(tried) == len(ROUTES)
