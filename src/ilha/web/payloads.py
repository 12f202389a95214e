"""Typed payloads: they make the OpenAPI document, which makes the TypeScript types.

Every name carries its unit. Arrays run over the day's steps unless said.
"""

from __future__ import annotations

from pydantic import Field

from ilha.desk.asked import Asked

Payload = Asked
"""What goes out is as strict as what comes in."""


class Problem(Payload):
    """RFC 9457 problem details; ``field`` names the control at fault."""

    type: str
    title: str
    status: int
    code: str
    field: str | None
    message: str


class FileIn(Payload):
    """A file to be read. In CSV of the box a row with an id of the box changes that one, any other
    is added."""

    text: str = Field(max_length=20_000_000)
    try_: bool = Field(False, alias="try", description="say what would come of it, change nothing")


class Taken(Payload):
    """What came of it, or would."""

    added: int
    changed: int
    same: int
