"""Shared fixtures: the demo database at a fixed instant, the application over it."""

from __future__ import annotations

import functools
import gc
import os
import shutil
from collections.abc import Callable
from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient
from hypothesis import settings
from werkzeug.routing import Rule

from ilha.demo import marela
from ilha.store import db
from ilha.web.app import create_app

# How long an example takes is no matter: on a busy machine any may take long.
settings.register_profile("ilha", deadline=None)
settings.load_profile("ilha")



def _routes_compiled_once() -> None:
    """Most of the time that an application takes to be made goes into code that builds addresses of
    its routes, which are the same for every test's: it is compiled once."""
    compiled = Rule._compile_builder
    kept: dict[tuple[object, ...], Callable[..., tuple[str, str]]] = {}

    def builder(rule: Rule, append_unknown: bool = True) -> Callable[..., tuple[str, str]]:
        key = (append_unknown, repr(rule.defaults), *rule._trace)
        if key not in kept:
            kept[key] = compiled(rule, append_unknown)
        return kept[key]

    Rule._compile_builder = builder  # type: ignore[method-assign]


_routes_compiled_once()


def pytest_sessionstart() -> None:
    """A mutant is tried in a fork of a process that has run all the tests: what that one keeps in
    its caches would hide the mutant, so it starts with none."""
    if os.environ.get("MUTANT_UNDER_TEST"):
        for kept in gc.get_objects():
            if isinstance(kept, functools._lru_cache_wrapper):
                kept.cache_clear()


NOW_S = 1_784_116_800  # 2026-07-15 12:00 UTC


def _marela(folder: Path, log: bool) -> Path:
    """A file with the demo data, made once a session and copied for each test."""
    path = folder / "ilha.sqlite3"
    conn = db.ready(path)
    marela.load(conn, NOW_S, log=log)
    conn.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    conn.close()
    return path


@pytest.fixture(scope="session")
def marela_without_trips(tmp_path_factory: pytest.TempPathFactory) -> Path:
    return _marela(tmp_path_factory.mktemp("marela"), log=False)


@pytest.fixture(scope="session")
def marela_with_trips(tmp_path_factory: pytest.TempPathFactory) -> Path:
    return _marela(tmp_path_factory.mktemp("marela-log"), log=True)


@pytest.fixture
def database(tmp_path: Path, marela_without_trips: Path) -> Path:
    """A file with the demo data."""
    path = tmp_path / "ilha.sqlite3"
    shutil.copyfile(marela_without_trips, path)
    return path


@pytest.fixture
def app(database: Path) -> Flask:
    return create_app(database, now_s=NOW_S)


@pytest.fixture
def client(app: Flask) -> FlaskClient:
    return app.test_client()
