"""All kinds of tackle: added, changed, weighed, taken out and put back; counted; CSV out and in."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass
from typing import Any
from uuid import uuid4

from ilha.desk import typed_tackle as rows
from ilha.desk.changes import whole
from ilha.desk.errors import NotFound
from ilha.desk.kinds import KINDS, Kind
from ilha.formats import rows_csv
from ilha.formats.fields import FieldError
from ilha.formats.tide_csv import told
from ilha.store import heads, plastics, removed


def kind_of(key: str) -> Kind:
    if key not in KINDS:
        raise FieldError("kind", f"`kind` must be one of {', '.join(KINDS)}, got {key}: choose")
    return KINDS[key]


def one(conn: sqlite3.Connection, key: str, row_id: int) -> Any:
    """A stored row of a kind.

    Raises
    ------
    NotFound
        Where there is none.
    """
    kind = kind_of(key)
    row = next((row for row in kind.listed(conn) if row["id"] == row_id), None)
    if row is None:
        raise NotFound("id", kind.what, row_id)
    return row


def add(conn: sqlite3.Connection, key: str, text: bytes, now_s: float) -> int:
    """Store what was typed of one; returns its id."""
    kind = kind_of(key)
    row = kind.row(kind.new.model_validate_json(text), None, now_s)
    with whole(conn, kind.what):
        return kind.add(conn, row)


def change(conn: sqlite3.Connection, key: str, row_id: int, text: bytes, now_s: float) -> None:
    """Store what was typed of one that is there."""
    kind = kind_of(key)
    before = one(conn, key, row_id)
    row = kind.row(kind.new.model_validate_json(text), before, now_s)
    with whole(conn, kind.what):
        kind.update(conn, row_id, row)


def take_out(conn: sqlite3.Connection, key: str, row_id: int) -> None:
    """Take one out; it is kept to be put back."""
    kind = kind_of(key)
    one(conn, key, row_id)
    if len(kind.listed(conn)) <= kind.least:
        raise FieldError("id", f"`id`: this is the only {kind.what} in the box: add another first")
    with whole(conn, kind.what):
        removed.remove(conn, key, row_id)


def weigh_head(
    conn: sqlite3.Connection, row_id: int, mass_g: float | None, with_hook: bool
) -> None:
    """What a gram scale says of a head; None puts the printed weight back."""
    row = one(conn, "heads", row_id)
    mass = mass_g
    if mass is None:
        if row["printed_oz"] is None:
            raise FieldError("mass_g", "`mass_g` is needed, nothing is printed on this head: weigh"
                                       " it")
        mass = rows.printed_g(row["printed_oz"])
    elif with_hook:
        mass = round(mass - row["hook_mass_g"], 2)
        if mass <= 0.0:
            own = row["hook_mass_g"]
            raise FieldError("mass_g", f"`mass_g` must be above the hook's own {own:g} g, got"
                                       f" {mass_g:g} g: read the scale again")
    with whole(conn, "head"):
        heads.weigh(conn, row_id, mass, int(mass_g is not None))


def weigh_plastic(
    conn: sqlite3.Connection, row_id: int, mass_g: float | None, with_hook: bool
) -> None:
    """What a gram scale says of a plastic; None: what its shape and material say."""
    row = one(conn, "plastics", row_id)
    if with_hook:
        raise FieldError("with_hook", "`with_hook`: a plastic is weighed by itself: take the hook"
                                      " out")
    mass = rows.shape_g(row) if mass_g is None else mass_g
    with whole(conn, "plastic"):
        plastics.weigh(conn, row_id, mass, int(mass_g is not None))


def measure_hook(
    conn: sqlite3.Connection, row_id: int, straight_mm: float, gape_mm: float, wire_mm: float
) -> None:
    """A head's hook as measured: it replaces what is typical of its size."""
    one(conn, "heads", row_id)
    with whole(conn, "head"):
        heads.measure_hook(conn, row_id, straight_mm, gape_mm, wire_mm)


def put_back(conn: sqlite3.Connection, kind: str, row_id: int) -> int:
    """Put back what was removed, with all that pointed at it; returns its id."""
    if kind not in removed.KINDS:
        raise FieldError("kind", f"`kind` must be one of {', '.join(removed.KINDS)}, got {kind}:"
                                 " choose")
    try:
        with whole(conn, KINDS[kind].what if kind in KINDS else "mark"):
            new_id = removed.put_back(conn, kind, row_id)
    except sqlite3.IntegrityError as error:
        raise FieldError("id", "`id`: what it needs is no longer there (a tide or a stream): bring"
                               " that back first") from error
    if new_id is None:
        raise NotFound("id", "removed row", row_id)
    return new_id


def count(conn: sqlite3.Connection, kind: str, row_id: int, at_utc_s: float) -> None:
    """There are as many again as are carried; or the count of before holds again."""
    of = kind_of(kind)
    if of.count is None:
        raise FieldError("kind", f"`kind`: the log takes nothing off {kind}: change their number")
    with whole(conn, of.what):
        if not of.count(conn, row_id, at_utc_s):
            raise NotFound("id", of.what, row_id)


def as_csv(conn: sqlite3.Connection, kind: str) -> str:
    """All rows of a kind."""
    of = kind_of(kind)
    names = rows_csv.columns(of.new)
    return rows_csv.write(names, (of.again(row) for row in of.listed(conn)))


@dataclass(frozen=True)
class Taken:
    """What came of a file, or would."""

    added: int
    changed: int
    same: int


def from_csv(
    conn: sqlite3.Connection, kind: str, text: str, only_try: bool, now_s: float
) -> Taken:
    """Rows of a file: all of them or none."""
    of = kind_of(kind)
    found, faults = rows_csv.read(text, of.new)
    if not found and not faults:
        raise FieldError("text", f"`text` must hold {kind}, it has none: put a row under the"
                                 " header")
    here = {row["id"]: row for row in of.listed(conn)}
    faults += _doubled(found, here)
    new, changed, same = [], [], 0
    for each in found:
        before = here.get(each.id or 0)
        try:
            row = of.row(each.new, before, now_s)
        except FieldError as error:
            faults.append(rows_csv.on_line(each.line, error))
            continue
        if before is None:
            new.append(row)
        elif {**before, **row} == before:
            same += 1
        else:
            changed.append((before["id"], row))
    if faults:
        raise told(faults, "text")
    with whole(conn, of.what, keep=not only_try):
        for row_id, row in changed:
            if "name" in row:
                # Names may be swapped between rows: those that change give theirs up first.
                of.update(conn, row_id, {**row, "name": f"{uuid4()}"})
        for row_id, row in changed:
            of.update(conn, row_id, row)
        for row in new:
            of.add(conn, row)
    return Taken(len(new), len(changed), same)


def _doubled(found: list[rows_csv.Row[Any]], here: dict[int, Any]) -> list[str]:
    """What is wrong where an id or a name would stand twice."""
    out, met = [], set()
    named = {one.id for one in found}
    taken = {row["name"] for row_id, row in here.items() if "name" in row and row_id not in named}
    for one in found:
        if one.id is not None and one.id in met:
            out.append(f"`id` on line {one.line} must stand once, {one.id} is there twice: leave"
                       " one out")
        met.add(one.id)
        name = getattr(one.new, "name", None)
        if name is not None and name in taken:
            out.append(f"`name` on line {one.line} must be new, {name} is there already: choose"
                       " another, or give the id of that one")
        taken.add(name)
    return out
