"""Safety copies: the whole database beside itself, one before each time that everything of it is
replaced. The last ``KEPT`` stay."""

from __future__ import annotations

import os
import re
import sqlite3
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from ilha.store import db

KEPT = 5
_NAME = re.compile(r"\d{8}-\d{6}(-\d+)?\.sqlite3")


@dataclass(frozen=True)
class Copy:
    """A copy's file name, when it was made (s since 1970 UTC) and its size."""

    name: str
    at_utc_s: float
    size_bytes: int


def folder(database: Path) -> Path:
    return database.with_name(f"{database.stem}-copies")


def listed(database: Path) -> list[Copy]:
    """The copies that are there, the last first."""
    here = folder(database)
    if not here.is_dir():
        return []
    found = [path for path in here.iterdir() if _NAME.fullmatch(path.name)]
    return [Copy(path.name, _made(path.name), path.stat().st_size)
            for path in sorted(found, key=lambda path: _order(path.name), reverse=True)]


def _order(name: str) -> tuple[str, int]:
    stem = name.removesuffix(".sqlite3")
    return stem[:15], int(stem[16:] or 0)


def _made(name: str) -> float:
    return datetime.strptime(name[:15], "%Y%m%d-%H%M%S").replace(tzinfo=UTC).timestamp()


def path_of(database: Path, name: str) -> Path | None:
    """A copy by its name; None for what is none."""
    return next((folder(database) / copy.name for copy in listed(database) if copy.name == name),
                None)


def make(database: Path, now_s: float) -> Path:
    """Copy what is committed; the copy is on the disk, whole, when this returns.

    May be called while another connection of the caller's holds the write lock: what is copied is
    then what there will be again if that one gives up.
    """
    here = folder(database)
    here.mkdir(mode=db.PRIVATE_FOLDER, exist_ok=True)
    stem = datetime.fromtimestamp(now_s, UTC).strftime("%Y%m%d-%H%M%S")
    path, n = here / f"{stem}.sqlite3", 1
    while path.exists():
        path, n = here / f"{stem}-{n}.sqlite3", n + 1
    part = path.with_suffix(".part")
    part.unlink(missing_ok=True)
    os.close(os.open(part, os.O_CREAT | os.O_RDWR, db.PRIVATE))
    try:
        _copied(database, part)
        os.replace(part, path)
        db.settle(here)
    except BaseException:
        part.unlink(missing_ok=True)
        raise
    return path


def _copied(database: Path, to: Path) -> None:
    reader = db.connect(database, new=False)
    target = sqlite3.connect(to)
    try:
        target.execute("PRAGMA synchronous = FULL")
        reader.backup(target)
    finally:
        target.close()
        reader.close()


def prune(database: Path) -> None:
    """Let go of all but the last ``KEPT``."""
    for copy in listed(database)[KEPT:]:
        (folder(database) / copy.name).unlink(missing_ok=True)
