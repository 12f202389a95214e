"""Which keeper holds which plastic, and what glue does. Common practice, no source."""

from __future__ import annotations

from ilha.core.errors import DomainError

SLIM = 0.012
"""A body under this height (m) is slim, over ``THICK`` thick (judgement)."""
THICK = 0.014
KEEPERS = ("wire barb", "lead collar", "flat collar", "screw", "twist lock")
ELASTOMER = "elastomer"


def keeper_for(keeper: str, material: str, height: float) -> tuple[bool, str]:
    """Whether a keeper goes with a plastic of a material and a height (m), and why.

    Raises
    ------
    DomainError
        For a keeper that is not known.
    """
    if keeper not in KEEPERS:
        raise DomainError("keeper", "must be one of " + ", ".join(KEEPERS), keeper, "", "choose")
    if material == ELASTOMER:
        if keeper in ("screw", "twist lock"):
            return False, ("elastomer will not take a screw: a wire keeper that it is squeezed"
                           " over, or a stop under the chin")
        if keeper == "lead collar":
            return False, "elastomer slides off a collar: squeeze it over a wire, or glue it"
        return True, "elastomer stretches over it and stays; a drop of gel if it slides"
    if keeper == "lead collar" and height < SLIM:
        return False, "a fat collar splits a slim body: a wire barb holds it"
    if keeper == "wire barb" and height > THICK and material == "biodegradable":
        return False, "a wire cuts through a soft, thick body: a collar or a screw holds it"
    if keeper in ("screw", "twist lock"):
        return True, "a screw holds plastisol under one short bite after another"
    if keeper == "lead collar":
        return True, "a fat collar holds a thick body"
    return True, "a wire barb holds a slim body; one drop of gel under repeated short bites"
