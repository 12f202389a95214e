"""Shared fixtures: the demo database at a fixed instant, the application over it."""

from __future__ import annotations

import functools
import gc
import os
import shutil
from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient
from hypothesis import settings

from ilha.web.app import create_app
from tests.made_once import compile_routes_once, marela_file

# How long an example takes is no matter: on a busy machine any may take long.
settings.register_profile("ilha", deadline=None)
settings.load_profile("ilha")

compile_routes_once()


def pytest_sessionstart() -> None:
    """A mutant is tried in a fork of a process that has run all the tests: what that one keeps in
    its caches would hide the mutant, so it starts with none."""
    if os.environ.get("MUTANT_UNDER_TEST"):
        for kept in gc.get_objects():
            if isinstance(kept, functools._lru_cache_wrapper):
                kept.cache_clear()


NOW_S = 1_784_116_800  # 2026-07-15 12:00 UTC


@pytest.fixture(scope="session")
def marela_without_trips() -> Path:
    return marela_file(NOW_S, log=False)


@pytest.fixture(scope="session")
def marela_with_trips() -> Path:
    return marela_file(NOW_S, log=True)


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
