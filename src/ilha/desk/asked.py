"""What may be asked or told: the base of every question and record that comes in."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, model_validator

from ilha.formats.fields import FieldError

Id = Annotated[int, Field(ge=1, le=2**53 - 1)]
"""A row's id: what both SQLite and JavaScript hold exactly."""


class Asked(BaseModel):
    """Nothing that is not known, no number that is none."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    @model_validator(mode="before")
    @classmethod
    def _without_nul(cls, given: Any) -> Any:
        """SQLite takes a NUL for the end of a word: what follows would be lost."""
        if isinstance(given, dict):
            for name, value in given.items():
                if isinstance(value, str) and "\0" in value:
                    raise FieldError(str(name), f"`{name}` must not hold a NUL character: type it"
                                                " again")
        return given
