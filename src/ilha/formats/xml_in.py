"""XML that comes in: parsed without document types and entities, and found by local names."""

from __future__ import annotations

from collections.abc import Iterator
from xml.etree.ElementTree import Element, ParseError

from ilha.formats.fields import FieldError
from ilha.formats.text_in import undeclared

DEEPEST = 64


def rooted(text: str, root: str) -> Element:
    """The document's root element, whose local name must be ``root``.

    Raises
    ------
    FieldError
        If it is no XML, begins with another element, is too deep, or declares a document type.
    """
    from defusedxml import DefusedXmlException
    from defusedxml.ElementTree import fromstring

    what = root.upper()
    try:
        found: Element = fromstring(undeclared(text).encode(), forbid_dtd=True)
    except DefusedXmlException as error:
        raise FieldError("text", "`text` must not declare a document type or entities: save it"
                                 f" again as plain {what}") from error
    except ParseError as error:
        raise FieldError("text", f"`text` must be {what}, {error}: save it as {what}") from error
    if local(found) != root:
        raise FieldError("text", f"`text` must be {what}, it begins with {local(found)[:40]}:"
                                 f" save it as {what}")
    _shallow(found)
    return found


def _shallow(root: Element) -> None:
    level = [root]
    for _ in range(DEEPEST):
        level = [child for one in level for child in one]
        if not level:
            return
    raise FieldError("text", f"`text` must be at most {DEEPEST} elements deep: choose a file of the"
                             " kind that is asked for")


def local(element: Element) -> str:
    """An element's name without its namespace."""
    return str(element.tag).rsplit("}", 1)[-1]


def named(element: Element, name: str) -> Iterator[Element]:
    """Children of one local name."""
    return (child for child in element if local(child) == name)


def text_of(element: Element, name: str) -> str:
    """The text of the first child of one name; empty where there is none."""
    return next(((child.text or "").strip() for child in named(element, name)), "")
