"""A PDF that a reader can read aloud: its language, its fonts in it, what each mark on it is.

Tagged after ISO 32000-1:2008, 14.7 and 14.8 (from memory): headings, paragraphs, lists, figures
with their words, in the order in which they are drawn; what only adorns is an artifact. PDF/UA is
not claimed.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from importlib.resources import files
from io import BytesIO
from typing import Any

MM = 72.0 / 25.4
FONTS = ("figures", "figures-bold", "words", "words-italic")


def font_bytes(name: str) -> bytes:
    """A font of the sheets, TTF."""
    return files("ilha.formats").joinpath(f"fonts/{name}.ttf").read_bytes()


@dataclass
class _Part:
    """A part of the document. mark : number of its content on a page; -1 where it has parts."""

    kind: str
    alt: str = ""
    page: str = ""
    mark: int = -1
    parts: list[_Part] = field(default_factory=list)


class Paper:
    """Pages of one size, mm. canvas : to draw on, from the lower left in units of ``unit`` pt."""

    def __init__(self, title: str, width_mm: float, height_mm: float, unit: float = 1.0) -> None:
        from reportlab.pdfbase import pdfmetrics
        from reportlab.pdfbase.ttfonts import TTFont
        from reportlab.pdfgen.canvas import Canvas

        for name in FONTS:
            if name not in pdfmetrics.getRegisteredFontNames():
                pdfmetrics.registerFont(TTFont(name, BytesIO(font_bytes(name))))
        self._out = BytesIO()
        # Without a first font of ours the file would name one that is not in it.
        self.canvas: Any = Canvas(self._out, pagesize=(width_mm * MM, height_mm * MM), invariant=1,
                                  initialFontName="words", lang="en")
        self.canvas.setTitle(title)
        self.canvas.setViewerPreference("PrintScaling", "None")
        self.canvas.setViewerPreference("DisplayDocTitle", "true")
        self._unit = unit
        self._document = _Part("Document")
        self._open = [self._document]
        self._marks: list[list[_Part]] = [[]]
        self._begin()

    @contextmanager
    def group(self, kind: str) -> Iterator[None]:
        """What is drawn within are parts of a list, or of an item of it."""
        part = _Part(kind)
        self._open[-1].parts.append(part)
        self._open.append(part)
        yield
        self._open.pop()

    @contextmanager
    def tag(self, kind: str, alt: str = "") -> Iterator[None]:
        """What is drawn within is one heading, paragraph, body of an item, or figure."""
        marks = self._marks[-1]
        part = _Part(kind, alt, self.canvas._doc.thisPageName(), len(marks))
        self._open[-1].parts.append(part)
        marks.append(part)
        self.canvas._code.append(f"/{kind} <</MCID {part.mark}>> BDC")
        yield
        self.canvas._code.append("EMC")

    @contextmanager
    def artifact(self) -> Iterator[None]:
        """Rules, frames, numbers of pages: not read aloud."""
        self.canvas._code.append("/Artifact BMC")
        yield
        self.canvas._code.append("EMC")

    def turn(self) -> None:
        """The next page."""
        self._end()
        self._marks.append([])
        self._begin()

    def pdf(self) -> bytes:
        """The file."""
        self._end()
        self._tell_parts()
        self.canvas.save()
        return self._out.getvalue()

    def _begin(self) -> None:
        if self._unit != 1.0:
            self.canvas.scale(self._unit, self._unit)

    def _end(self) -> None:
        from reportlab.pdfbase.pdfdoc import PDFName

        self.canvas.showPage()
        page = self.canvas._doc.Pages.pages[-1]
        # The writer knows no tags: this page is let write two entries more.
        page.__NoDefault__ = [*page.__NoDefault__, "StructParents", "Tabs"]
        page.StructParents, page.Tabs = len(self._marks) - 1, PDFName("S")

    def _tell_parts(self) -> None:
        from reportlab.pdfbase.pdfdoc import (
            PDFArray,
            PDFDictionary,
            PDFName,
            PDFObjectReference,
            PDFString,
        )

        doc = self.canvas._doc
        root = PDFDictionary({"Type": PDFName("StructTreeRoot")})
        of_part: dict[int, Any] = {}

        def told(part: _Part, parent: Any) -> Any:
            one = PDFDictionary({"Type": PDFName("StructElem"), "S": PDFName(part.kind),
                                 "P": parent})
            of_part[id(part)] = found = doc.Reference(one)
            if part.mark >= 0:
                one["Pg"], one["K"] = PDFObjectReference(part.page), part.mark
            else:
                one["K"] = PDFArray([told(child, found) for child in part.parts])
            if part.alt:
                one["Alt"] = PDFString(part.alt)
            return found

        root["K"] = told(self._document, doc.Reference(root))
        numbers: list[Any] = []
        for page, marks in enumerate(self._marks):
            numbers += [page, PDFArray([of_part[id(part)] for part in marks])]
        root["ParentTree"] = doc.Reference(PDFDictionary({"Nums": PDFArray(numbers)}))
        root["ParentTreeNextKey"] = len(self._marks)
        doc.Catalog.StructTreeRoot = root
        doc.Catalog.MarkInfo = PDFDictionary({"Marked": "true"})
