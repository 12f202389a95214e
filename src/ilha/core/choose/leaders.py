"""What practice ties between line and head for some fish in some places. Common practice, no
source; the table is data/leaders.toml, its conditions are those of rules."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from ilha.core.choose.rules import holds_in
from ilha.core.tables import read_table


@dataclass(frozen=True)
class Beside:
    """What others fish there: line and leader, kg, and why."""

    line_kg: float
    leader_kg: float
    says: str


@dataclass(frozen=True)
class LeaderAsked:
    """kg : what the leader holds, "heaviest", or None: as the school has it. says : why."""

    kg: float | str | None
    says: str
    beside: Beside | None


_ROWS: list[dict[str, Any]] = read_table("leaders.toml")["leader"]


def leader_asked(facts: Mapping[str, Any]) -> LeaderAsked:
    """What practice ties in a situation: the first row that says what, and what others fish."""
    held = [row for row in _ROWS if holds_in(row["when"], facts)]
    named = next((row for row in held if "kg" in row), None)
    beside = next((Beside(**row["beside"]) for row in held if "beside" in row), None)
    return LeaderAsked(None if named is None else named["kg"],
                       "" if named is None else named["says"], beside)
