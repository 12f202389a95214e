"""Errors in what was typed or sent, told as one line naming field, rule and remedy."""

from __future__ import annotations

from pydantic import ValidationError


class FieldError(ValueError):
    """A field that is missing, unknown or of the wrong kind."""

    def __init__(self, field: str, message: str) -> None:
        self.field = field
        super().__init__(message)

    def __reduce__(self) -> tuple[type[FieldError], tuple[str, str]]:
        return type(self), (self.field, str(self))


_BRANCHES = ("float", "list[float]", "body", "tandem", "sliding-sinker", "three-way",
             "under-float", "ReferenceCast", "list[ReferenceCast]")
"""Names of a union's branches in a location: no part of the path."""


def dotted(location: tuple[int | str, ...]) -> str:
    """A field's path as the open format writes it, ``heads[0].mass_g``."""
    out = ""
    for part in location:
        if isinstance(part, int):
            out += f"[{part}]"
        elif part not in _BRANCHES and not part.startswith("constrained"):
            out += f".{part}" if out else part
    return out or "file"


def first_error(error: ValidationError) -> FieldError:
    """The first complaint of pydantic in this project's wording."""
    first = error.errors()[0]
    field = dotted(first["loc"])
    kind, given = first["type"], first.get("input")
    raised = first.get("ctx", {}).get("error")
    if isinstance(raised, FieldError):
        return raised
    if kind == "missing":
        return FieldError(field, f"`{field}` is needed: add it")
    if kind == "extra_forbidden":
        return FieldError(field, f"`{field}` is not known here: check its spelling or leave it out")
    if kind == "json_invalid":
        return FieldError("file", f"`file` must be JSON: {first['ctx']['error']}")
    if kind == "finite_number":
        return FieldError(field, f"`{field}` must be a finite number, got {given}: correct it")
    rule = first["msg"][0].lower() + first["msg"][1:]
    rule = rule.replace("input should be", "must be")
    shown = repr(given) if len(repr(given)) < 40 else type(given).__name__
    return FieldError(field, f"`{field}` {rule}, got {shown}: correct it")
