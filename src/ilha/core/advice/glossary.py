"""The words of the trade, each with its meaning. The words are data."""

from __future__ import annotations

from dataclasses import dataclass

from ilha.core.tables import read_table


@dataclass(frozen=True)
class Term:
    """also : other words for it, and labels that it explains."""

    term: str
    says: str
    also: tuple[str, ...] = ()


def _terms() -> tuple[Term, ...]:
    return tuple(Term(row["term"], row["says"], tuple(row.get("also", ())))
                 for row in read_table("glossary.toml")["term"])


GLOSSARY = _terms()
"""In alphabetical order, as far as they stand so."""
