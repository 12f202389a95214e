"""Make the fonts that PDFs embed from those of the interface: ``python scripts/card_fonts.py``.

Run when the interface's fonts change; the results are kept in the repository, because a PDF is made
where no interface needs to be built.
"""

from __future__ import annotations

from pathlib import Path

from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

ROOT = Path(__file__).parent.parent
PACKAGES = ROOT / "frontend/node_modules"
BARLOW = PACKAGES / "@fontsource/barlow-condensed"
NEWSREADER = PACKAGES / "@fontsource-variable/newsreader"
OUT = ROOT / "src/ilha/formats/fonts"


def main() -> None:
    """Write the TTF files and the licences that go with them."""
    for name, weight in (("figures", 500), ("figures-bold", 600)):
        plain(TTFont(BARLOW / f"files/barlow-condensed-latin-{weight}-normal.woff2"), name)
    for name, style in (("words", "normal"), ("words-italic", "italic")):
        font = TTFont(NEWSREADER / f"files/newsreader-latin-wght-{style}.woff2")
        plain(instantiateVariableFont(font, {"wght": 440}), name)
    for package, name in ((BARLOW, "figures"), (NEWSREADER, "words")):
        (OUT / f"LICENSE-{name}.txt").write_text((package / "LICENSE").read_text("utf-8"), "utf-8")


def plain(font: TTFont, name: str) -> None:
    """Uncompressed, as PDF wants it."""
    font.flavor = None
    font.save(OUT / f"{name}.ttf")


if __name__ == "__main__":
    main()
