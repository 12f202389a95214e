"""The core's vocabularies as types that pydantic checks: each word stands once, in the core.

They go from here into the open files' schemas, the OpenAPI document and the TypeScript types.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Any

from pydantic import GetCoreSchemaHandler
from pydantic_core import core_schema

from ilha.core.bench.keeper import KEEPERS
from ilha.core.choose.retrieves import RETRIEVES
from ilha.core.choose.situation import PLACES
from ilha.core.judge.schools import SCHOOLS, VERDICTS
from ilha.core.tables import (
    FAMILIES,
    HEAD_MATERIALS,
    HOOKS,
    LOOKS,
    PLASTIC_MATERIALS,
    SHAPES,
    STANCES,
)


class OneOf:
    """Marks a text as one of some words."""

    def __init__(self, words: Iterable[str]) -> None:
        self.words = tuple(words)

    def __get_pydantic_core_schema__(
        self, source: Any, handler: GetCoreSchemaHandler
    ) -> core_schema.CoreSchema:
        return core_schema.literal_schema(list(self.words))


School = Annotated[str, OneOf(SCHOOLS)]
Verdict = Annotated[str, OneOf(VERDICTS)]
StanceKey = Annotated[str, OneOf(STANCES)]
Shape = Annotated[str, OneOf(SHAPES)]
Family = Annotated[str, OneOf(FAMILIES)]
Look = Annotated[str, OneOf(LOOKS)]
HeadMaterial = Annotated[str, OneOf(HEAD_MATERIALS)]
PlasticMaterial = Annotated[str, OneOf(PLASTIC_MATERIALS)]
HookSize = Annotated[str, OneOf(hook.size for hook in HOOKS)]
Keeper = Annotated[str, OneOf(KEEPERS)]
Retrieve = Annotated[str, OneOf(RETRIEVES)]
PlaceKind = Annotated[str, OneOf(PLACES)]
MarkKind = Annotated[str, OneOf(key.replace("-", " ") for key in PLACES)]
"""A place as a mark is called: in words."""
