"""Tackle as CSV, one kind a file: a header of columns, a row each, units in the columns' names.

The columns are those of what is typed (docs/columns.md), ``id`` first. Every fault is told by line,
field, rule and remedy; a file with one is not taken at all.
"""

from __future__ import annotations

import csv
import json
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from io import StringIO
from typing import Any, Generic, TypeVar

from pydantic import BaseModel, ValidationError

from ilha.formats.fields import FieldError, first_error
from ilha.formats.text_in import as_typed, parsed
from ilha.formats.tide_csv import rows_under

Model = TypeVar("Model", bound=BaseModel)
_FORMULA = ("=", "+", "-", "@", "'")


def columns(model: type[BaseModel]) -> tuple[str, ...]:
    """Of a kind that is typed as ``model``."""
    return ("id", *model.model_fields)


def plain(value: Any) -> str:
    """A cell. Words that a spreadsheet would take for a formula get an apostrophe before them."""
    if value is None:
        return ""
    if isinstance(value, str):
        return f"'{value}" if value.lstrip().startswith(_FORMULA) else value
    return json.dumps(value) if isinstance(value, list) else str(value)


def bare(cell: str) -> str:
    """A cell's words without the apostrophe of :func:`plain`."""
    return cell[1:] if cell[:1] == "'" and cell[1:].lstrip().startswith(_FORMULA) else cell


def write(names: Sequence[str], rows: Iterable[Mapping[str, Any]]) -> str:
    """Rows under their columns, lines ended as RFC 4180 has it."""
    out = StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(names)
    writer.writerows([plain(row[name]) for name in names] for row in rows)
    return out.getvalue()


@dataclass(frozen=True)
class Row(Generic[Model]):
    """One row as read; id : None where it names none."""

    line: int
    id: int | None
    new: Model


def read(text: str, model: type[Model]) -> tuple[list[Row[Model]], list[str]]:
    """Rows of a kind, and what is wrong by line.

    Raises
    ------
    FieldError
        For another header, or what is no CSV.
    """
    names = columns(model)
    found, faults = [], []
    for line, cells in rows_under(text, names):
        given = {name: _value(name, cell) for name, cell in zip(names, cells, strict=True) if cell}
        try:
            row_id = _id(given.pop("id", None))
            found.append(Row(line, row_id, as_typed(model, given)))
        except ValidationError as error:
            faults.append(on_line(line, first_error(error)))
        except FieldError as error:
            faults.append(on_line(line, error))
    return found, faults


def on_line(line: int, error: FieldError) -> str:
    """A fault with its line after the field."""
    head = f"`{error.field}`"
    return str(error).replace(head, f"{head} on line {line}", 1)


def _value(name: str, cell: str) -> Any:
    if name == "profile":
        try:
            return parsed(cell, name)
        except FieldError:
            return cell
    return bare(cell)


def _id(cell: Any) -> int | None:
    if cell is None:
        return None
    if not str(cell).isascii() or not str(cell).isdigit() or len(str(cell)) > 15:
        raise FieldError("id", f"`id` must be a whole number, got {cell}: leave it empty to add a"
                               " new one")
    return int(cell)
