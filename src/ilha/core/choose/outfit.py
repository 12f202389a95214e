"""What is proposed: whole outfits, each with the account of its points."""

from __future__ import annotations

from dataclasses import dataclass

from ilha.core.choose.box import BoxHead, BoxLine, BoxPlastic, BoxRod
from ilha.core.choose.combine import WEEDLESS
from ilha.core.choose.leaders import Beside
from ilha.core.choose.rules import Conflict, Rule
from ilha.core.choose.situation import Situation
from ilha.core.rig.bodies import Head

BOTTOM_RULE = "keeps-the-bottom"
"""The rule that asks for weights that keep the bottom."""


@dataclass(frozen=True)
class Reason:
    """What one rule gave an outfit, points. tackle : it speaks of rod and line, which are chosen
    after the rig and do not count in its score."""

    rule: Rule
    says: str
    gave: float
    tackle: bool = False


@dataclass(frozen=True)
class Overruled:
    """A rule that holds and speaks of an outfit, but got less than half of what it asks; by which
    rules about the same feature, which got more than half."""

    rule: Rule
    feature: str
    by: tuple[Rule, ...]


@dataclass(frozen=True)
class Outfit:
    """One whole proposal. score : the sum of its reasons that do not speak of rod and line.
    leader : N; leader_id : of a spool in the box, None for none that suits; leader_says : why
    practice ties it, "" where the school does; beside : the line and leader others fish there.
    verdict : a code of ``schools.VERDICTS``. fit : how its hook sits, 2 well to 0 badly;
    fit_word : why not well. needs_kg : what the line must hold. front : the head in front of two,
    ``head`` the rear one. placing : how it is put there, in words.
    weedless : whether its hook is covered."""

    score: float
    plastic: BoxPlastic
    head: BoxHead
    line: BoxLine
    rod: BoxRod
    rigging: str
    colour: str
    tip: str
    retrieve: str
    leader: float
    leader_id: str | None
    leader_says: str
    beside: Beside | None
    verdict: str
    reach: float
    clear: float
    fit: int
    fit_word: str
    wire: str
    needs_kg: float
    front: BoxHead | None
    placing: tuple[str, ...]
    reasons: tuple[Reason, ...]
    overruled: tuple[Overruled, ...]

    @property
    def parts(self) -> tuple[str, ...]:
        """What it is made of: two outfits of the same parts are one."""
        return (self.plastic.id, self.head.head.id, self.line.id, self.rod.id, self.rigging,
                "" if self.front is None else self.front.head.id)

    @property
    def ahead(self) -> Head:
        """The head in front of two; of one its own."""
        return (self.head if self.front is None else self.front).head

    @property
    def weedless(self) -> bool:
        return self.rigging in WEEDLESS


@dataclass(frozen=True)
class Choice:
    """What is proposed. pair : two outfits, the covered hook first, where cover argues for one and
    the open water beside it for the other. ruled_out : combinations by hard limit; of ``tried``."""

    situation: Situation
    outfits: tuple[Outfit, ...]
    pair: tuple[Outfit, Outfit] | None
    fired: tuple[Rule, ...]
    conflicts: tuple[Conflict, ...]
    ruled_out: dict[str, int]
    tried: int
    nearest: Outfit | None = None
    """Where nothing is worth a proposal: what comes nearest to one."""
    on_lead: bool = False
    """Whether no head does, so that a sinker carries what is proposed."""

    @property
    def keeps_bottom(self) -> bool:
        """Whether the weights proposed are those that keep the bottom there, by a rule in force."""
        return self.situation.keeps_bottom and any(rule.key == BOTTOM_RULE for rule in self.fired)
