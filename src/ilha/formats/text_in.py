"""Every text that comes in: its bytes to words, and what no word may hold."""

from __future__ import annotations

import codecs
import re
from collections.abc import Mapping
from typing import Any, TypeVar

from pydantic import BaseModel

from ilha.formats.fields import FieldError

MOST_BYTES = 64 << 20
DEEPEST = 64
"""How deep lists and objects may stand in one another: no file of ours is half as deep."""
_MARKS = ((codecs.BOM_UTF8, "utf-8"), (codecs.BOM_UTF16_LE, "utf-16-le"),
          (codecs.BOM_UTF16_BE, "utf-16-be"))
_DECLARED = re.compile(r"""^\s*<\?xml[^>]*?\sencoding\s*=\s*["']([A-Za-z0-9._-]{1,40})["']""")
# Of the control characters line ends and tabs alone are text; half of a surrogate pair is none.
_NO_TEXT = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x84\x86-\x9f\ud800-\udfff\ufffe\uffff]")
_NO_LINE = re.compile("[\t\n\r\x85\u2028\u2029]")


def decoded(data: bytes, field: str = "file") -> str:
    """A file's text: by its byte order mark, by what its XML declares, else UTF-8.

    Raises
    ------
    FieldError
        If it is too large, in an encoding that is not known, or not what it says.
    """
    if len(data) > MOST_BYTES:
        raise FieldError(field, f"`{field}` must be at most {MOST_BYTES >> 20} MB, got"
                                f" {len(data) >> 20} MB: divide it")
    mark, name = next(((m, n) for m, n in _MARKS if data.startswith(m)), (b"", ""))
    if not name:
        said = _DECLARED.match(data[:200].decode("latin-1"))
        name = said[1] if said else "utf-8"
    try:
        text = codecs.decode(data[len(mark):], name)
    except (UnicodeError, LookupError, ValueError) as error:
        raise FieldError(field, f"`{field}` must be text in the encoding it declares, {name}, or"
                                " UTF-8 where it declares none: save it as UTF-8") from error
    if not isinstance(text, str):  # A codec that makes no text, such as base64.
        raise FieldError(field, f"`{field}` must be text, {name} is no encoding of it: save it as"
                                " UTF-8")
    return checked(text, field)


def checked(text: str, field: str) -> str:
    """The text itself.

    Raises
    ------
    FieldError
        If it holds a control character, or half of one that takes two.
    """
    found = _NO_TEXT.search(text)
    if found is None:
        return text
    what = "a NUL" if found[0] == "\0" else f"a control character (U+{ord(found[0]):04X})"
    line = text.count("\n", 0, found.start()) + 1
    where = f" on line {line}" if "\n" in text else ""
    raise FieldError(field, f"`{field}` must not hold {what}{where}: type it again")


def one_line(text: str, field: str) -> str:
    """As :func:`checked`, of a name: no tab and no second line either."""
    found = _NO_LINE.search(checked(text, field))
    if found is None:
        return text
    raise FieldError(field, f"`{field}` must be on one line, without tabs: type it again")


def undeclared(xml: str) -> str:
    """XML that has been read to words, without the encoding it was written in."""
    said = _DECLARED.match(xml)
    if said is None:
        return xml
    declaration, rest = xml[:xml.index("?>") + 2], xml[xml.index("?>") + 2:]
    return re.sub(r"""\sencoding\s*=\s*["'][^"']*["']""", "", declaration) + rest


def parsed(data: str | bytes, field: str = "file") -> Any:
    """What a JSON text holds.

    Raises
    ------
    FieldError
        If it is none, too deep, or holds what is no number or no text.
    """
    import orjson

    text = decoded(data, field) if isinstance(data, bytes) else checked(data, field)
    try:
        # It has a bound of its own for lists in lists.
        return orjson.loads(text)
    except orjson.JSONDecodeError as error:
        raise FieldError(field, f"`{field}` must be JSON: {error}") from error


def shallow(text: str, field: str = "file") -> None:
    """Refuse lists in lists beyond all use before anything is built of them."""
    depth = 0
    quoted = False
    for token in re.finditer(r'\\.|["\[\]{}]', text, re.DOTALL):
        sign = token[0]
        if sign == '"':
            quoted = not quoted
        elif quoted or len(sign) > 1:
            continue
        elif sign in "[{":
            depth += 1
            if depth > DEEPEST:
                raise FieldError(field, f"`{field}` must be at most {DEEPEST} lists deep: choose a"
                                        " file of the kind that is asked for")
        else:
            depth -= 1


TYPED = {"typed": True}
"""The context in which a record is looked at as strictly as if it had been typed."""
Model = TypeVar("Model", bound=BaseModel)


def as_typed(model: type[Model], given: Mapping[str, Any]) -> Model:
    """What a file tells of a record."""
    return model.model_validate(dict(given), context=TYPED)
