"""Answers kept by their exact question, and a question that is under way asked once.

The key is all that an answer depends on: path, query, encoding, minute, and the state of the
database that it was computed from, so that none is ever older than the last change.
"""

from __future__ import annotations

import os
import sqlite3
import threading
from collections import OrderedDict
from collections.abc import Callable, Hashable
from dataclasses import dataclass
from typing import Any
from urllib.parse import quote

CACHE_BYTES = 48 << 20


@dataclass(frozen=True)
class Asked:
    """A request, as far as an answer depends on it."""

    method: str
    host: str
    path: str
    query: bytes
    headers: tuple[tuple[str, str], ...]
    body: bytes
    environ: tuple[tuple[str, Hashable], ...] = ()
    """What let it in said of it (``ilha.web.environ``)."""


@dataclass(frozen=True)
class Answered:
    status: int
    headers: tuple[tuple[str, str], ...]
    body: bytes


class State:
    """What state a database is in: another value after each change, by whomever."""

    def __init__(self, path: str) -> None:
        self._path, self._lock = path, threading.Lock()
        self._conn: sqlite3.Connection | None = None
        self._file: tuple[int, int] | None = None

    def now(self) -> tuple[int, int, int] | None:
        """None where it cannot be told."""
        with self._lock:
            try:
                found = os.stat(self._path)
                file = (found.st_dev, found.st_ino)
                if self._conn is None or file != self._file:
                    if self._conn is not None:
                        self._conn.close()
                    self._conn = sqlite3.connect(
                        f"file:{quote(self._path)}?mode=ro", uri=True, check_same_thread=False)
                    self._file = file
                version = self._conn.execute("PRAGMA data_version").fetchone()[0]
                return (*file, int(version))
            except (OSError, sqlite3.Error):
                return None

    def close(self) -> None:
        with self._lock:
            if self._conn is not None:
                self._conn.close()
                self._conn = None


class States:
    """The states of several databases, of which so many are kept open."""

    def __init__(self, most: int = 200) -> None:
        self._most, self._lock = most, threading.Lock()
        self._open: OrderedDict[str, State] = OrderedDict()

    def now(self, path: str) -> tuple[int, int, int] | None:
        """None where it cannot be told."""
        with self._lock:
            found = self._open.pop(path, None) or State(path)
            self._open[path] = found
            old = self._open.popitem(last=False)[1] if len(self._open) > self._most else None
        if old is not None:
            old.close()
        return found.now()


class Answers:
    """Answers by their question, the least lately asked for let go first."""

    def __init__(self, most_bytes: int = CACHE_BYTES) -> None:
        self._most, self._size, self._lock = most_bytes, 0, threading.Lock()
        self._kept: OrderedDict[Any, Answered] = OrderedDict()

    def get(self, key: Any) -> Answered | None:
        with self._lock:
            found = self._kept.get(key)
            if found is not None:
                self._kept.move_to_end(key)
            return found

    def put(self, key: Any, found: Answered) -> None:
        with self._lock:
            if key in self._kept or len(found.body) > self._most // 8:
                return
            self._kept[key] = found
            self._size += len(found.body)
            while self._size > self._most:
                _, old = self._kept.popitem(last=False)
                self._size -= len(old.body)


class UnderWay:
    """Questions that are being answered: who asks the same meanwhile gets the same answer."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._open: dict[Any, _Open] = {}

    def once(self, key: Any, work: Callable[[Callable[[], bool]], Answered]) -> Answered:
        """What ``work`` returns or raises, of the first that asked; the others wait for it.

        ``work`` is given a question of its own: whether somebody else waits for the answer, who
        is then still there when the first is not.
        """
        with self._lock:
            found = self._open.get(key)
            if found is not None:
                found.others += 1
            else:
                mine = self._open[key] = _Open()
        if found is not None:
            found.done.wait()
            if found.error is not None:
                raise found.error
            assert found.answer is not None
            return found.answer
        try:
            mine.answer = work(lambda: mine.others > 0)
            return mine.answer
        except Exception as error:
            mine.error = error
            raise
        finally:
            with self._lock:
                del self._open[key]
            mine.done.set()

    def counts(self) -> tuple[int, int]:
        """Questions under way, and how many wait beside those that asked first."""
        with self._lock:
            return len(self._open), sum(one.others for one in self._open.values())


class _Open:
    def __init__(self) -> None:
        self.done, self.others = threading.Event(), 0
        self.answer: Answered | None = None
        self.error: Exception | None = None
