"""Which keeper holds which plastic, and what glue does. Common practice, no source."""

from __future__ import annotations

from ilha.core.errors import DomainError
from ilha.core.rig.outline import Outline

SLIM = 0.012
"""A body under this height (m) is slim, over ``THICK`` thick (judgement)."""
THICK = 0.014
KEEPERS = ("wire barb", "lead collar", "flat collar", "screw", "twist lock",
           "offset bend")
ELASTOMERS = ("elastomer", "sinking elastomer", "salted elastomer")
TIED_ON = ("hair", "feather")
NOSE_AT = 0.005
"""A nose is judged so far back, m."""
BLUNT, THIN = 0.58, 0.007
"""A nose of this share of the body's height is blunt; one under this height (m) is thin
(judgement)."""


def nose_of(body: Outline) -> float:
    """Height of a body's nose, m."""
    return 2.0 * float(body.half_height(NOSE_AT))


def keeper_for(
    keeper: str, material: str, height: float, nose: float | None = None
) -> tuple[bool, str]:
    """Whether a keeper goes with a plastic of a material, a height and the height of its nose (m;
    None: blunt), and why: a blunt nose takes a screw, a tapered one is pushed on a barb, a thin one
    on a fine wire; elastomer takes barbs and stops under the chin.

    Raises
    ------
    DomainError
        For a keeper that is not known.
    """
    if keeper not in KEEPERS:
        raise DomainError("keeper", "must be one of " + ", ".join(KEEPERS), keeper, "", "choose")
    if material in TIED_ON:
        return True, "it is bound to the head: the thread holds it, not the keeper"
    if keeper == "offset bend":
        return True, "the bend of the shank lies in the nose and holds it"
    tip = height if nose is None else nose
    if material in ELASTOMERS:
        if keeper in ("screw", "twist lock"):
            return False, ("elastomer will not take a screw unless its core is meant for one: a"
                           " wire keeper that it is squeezed over, or a stop under the chin")
        if keeper == "lead collar":
            return False, "elastomer slides off a collar: squeeze it over a wire, or glue it"
        return True, ("elastomer stretches over it and stays; where it is worn stretch a strand"
                      " over the eye, or a drop of gel")
    if keeper == "lead collar" and height < SLIM:
        return False, "a fat collar splits a slim body: a wire barb holds it"
    if keeper == "wire barb" and height > THICK and material == "biodegradable":
        return False, "a wire cuts through a soft, thick body: a collar or a screw holds it"
    if keeper in ("screw", "twist lock") and tip < BLUNT * height:
        return False, "a screw splits a tapered nose: it is pushed on a barb"
    if keeper in ("screw", "twist lock") and tip < THIN:
        return False, "a screw splits so thin a nose: a fine wire holds it"
    if keeper in ("screw", "twist lock"):
        return True, "a screw holds in this blunt nose under one short bite after another"
    if keeper == "lead collar":
        return True, "a fat collar holds a thick body"
    return True, "a wire barb holds a slim body; one drop of gel under repeated short bites"
