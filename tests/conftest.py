"""Shared fixtures: the demo database at a fixed instant, the application over it."""

from __future__ import annotations

from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient
from hypothesis import settings

from ilha.demo import marela
from ilha.store import db
from ilha.web.app import create_app

# How long an example takes is no matter: on a busy machine any may take long.
settings.register_profile("ilha", deadline=None)
settings.load_profile("ilha")

NOW_S = 1_784_116_800  # 2026-07-15 12:00 UTC


@pytest.fixture
def database(tmp_path: Path) -> Path:
    """A file with the demo data."""
    path = tmp_path / "ilha.sqlite3"
    conn = db.connect(path)
    db.migrate(conn)
    marela.load(conn, NOW_S, log=False)
    conn.close()
    return path


@pytest.fixture
def app(database: Path) -> Flask:
    return create_app(database, now_s=NOW_S)


@pytest.fixture
def client(app: Flask) -> FlaskClient:
    return app.test_client()
