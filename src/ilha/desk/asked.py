"""What may be asked or told: the base of every question and record that comes in."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, ValidationInfo, model_validator

from ilha.formats.text_in import TYPED, checked, one_line

Id = Annotated[int, Field(ge=1, le=2**53 - 1)]
"""A row's id: what both SQLite and JavaScript hold exactly."""
LONG = frozenset({"text", "note", "caution", "says", "message"})
"""Fields that may run over several lines; all others are names, and stand on one."""


class Asked(BaseModel):
    """Nothing that is not known, no number that is none, no character that is no text."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    @model_validator(mode="before")
    @classmethod
    def _text(cls, given: Any, info: ValidationInfo) -> Any:
        """What a file of it could not give back as it was is not taken in: control characters,
        ends of lines other than \\n, blanks about a word. What goes out is as it is stored."""
        if not isinstance(given, dict) or (info.mode != "json" and info.context != TYPED):
            return given
        return {name: _clean(value, str(name)) for name, value in given.items()}


def _clean(value: Any, name: str) -> Any:
    if isinstance(value, str):
        if name == "text":
            return checked(value, name)
        value = value.strip()
        if name in LONG:
            return checked(value.replace("\r\n", "\n").replace("\r", "\n"), name)
        return one_line(value, name)
    if isinstance(value, list):
        return [_clean(one, name) for one in value]
    if isinstance(value, dict):
        return {one_line(str(key), name): _clean(one, str(key)) for key, one in value.items()}
    return value
