"""A disk that loses power: what was written and not synced may be there, in part, or not at all.

A file layer of SQLite (apsw's VFS) beside each file keeps what is surely on the disk: that of which
a sync has come back. A cut leaves that, and of the writes since any part, in any order, torn.
"""

from __future__ import annotations

import random
from pathlib import Path
from typing import Any

import apsw

SECTOR = 512


class Disk(apsw.VFS):
    """Files by name: what is surely there, and the writes since the last sync."""

    def __init__(self) -> None:
        self.sure: dict[str, bytearray] = {}
        self.since: dict[str, list[tuple[int, bytes]]] = {}
        self.syncs = 0
        super().__init__("disk", "")

    def xOpen(self, name: Any, flags: list[int]) -> apsw.VFSFile:
        path = name.filename() if isinstance(name, apsw.URIFilename) else name
        return File(self, path, flags)

    def xDelete(self, name: str, sync_dir: bool) -> None:
        super().xDelete(name, sync_dir)
        self.sure.pop(name, None)
        self.since.pop(name, None)

    def cut(self, folder: Path, rng: random.Random) -> None:
        """What is on the disk after the power went, as files in a folder."""
        for path, sure in self.sure.items():
            image = bytearray(sure)
            waiting = [part for write in self.since[path] for part in sectors(*write)]
            rng.shuffle(waiting)
            for offset, data in waiting[:rng.randint(0, len(waiting))]:
                _put(image, offset, data)
            (folder / Path(path).name).write_bytes(image)


def sectors(offset: int, data: bytes) -> list[tuple[int, bytes]]:
    """A write as the sectors it is made of."""
    return [(offset + i, data[i:i + SECTOR]) for i in range(0, len(data), SECTOR)]


def _put(image: bytearray, offset: int, data: bytes) -> None:
    if len(image) < offset:
        image.extend(bytes(offset - len(image)))
    image[offset:offset + len(data)] = data


class File(apsw.VFSFile):
    """One file of the disk, on a real one that holds the latest."""

    def __init__(self, disk: Disk, path: str | None, flags: list[int]) -> None:
        super().__init__("", path, flags)
        self.disk, self.path = disk, path or ""
        if path:
            disk.sure.setdefault(path, bytearray(
                Path(path).read_bytes() if Path(path).exists() else b""))
            disk.since.setdefault(path, [])

    def xWrite(self, data: bytes, offset: int) -> None:
        super().xWrite(data, offset)
        if self.path:
            self.disk.since[self.path].append((offset, bytes(data)))

    def xTruncate(self, size: int) -> None:
        super().xTruncate(size)
        if self.path:
            self._settle()
            del self.disk.sure[self.path][size:]

    def xSync(self, flags: int) -> None:
        super().xSync(flags)
        self.disk.syncs += 1
        self._settle()

    def _settle(self) -> None:
        if self.path:
            for offset, data in self.disk.since[self.path]:
                _put(self.disk.sure[self.path], offset, data)
            self.disk.since[self.path].clear()


class Row(dict[str, Any]):
    """As sqlite3's: by name, or by number."""

    def __getitem__(self, key: Any) -> Any:
        return list(self.values())[key] if isinstance(key, int) else super().__getitem__(key)


class Connection:
    """Enough of sqlite3's connection for the store's own functions."""

    def __init__(self, path: Path, pragmas: list[str]) -> None:
        self.real = apsw.Connection(str(path), vfs="disk")
        # The index of the write-ahead log in memory: shared memory is no part of the disk.
        self.real.execute("PRAGMA locking_mode = EXCLUSIVE")
        for pragma in pragmas:
            self.real.execute(pragma)

    def execute(self, sql: str, given: Any = ()) -> Any:
        cursor = self.real.cursor()
        cursor.row_trace = lambda c, row: Row(
            zip((d[0] for d in c.description), row, strict=True))
        return cursor.execute(sql, given)

    @property
    def in_transaction(self) -> bool:
        return self.real.in_transaction

    def close(self) -> None:
        self.real.close()
