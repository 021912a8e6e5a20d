"""Text on paper: the shipped family, another font of the machine for characters that it lacks, a box where none has them.

A character is never left out: a name in any script keeps its length on the sheet, and all of its text stands in the title of
the document. The scripts of a line are not joined or turned round, as a screen does it.
"""

from __future__ import annotations

import contextlib
import shutil
import subprocess
from functools import lru_cache
from importlib.resources import as_file, files
from typing import Any

from anchor_beam.immutable import immutable

REGULAR, BOLD = "B612", "B612-Bold"
BOX = 0.6  # width of a box, of the size of the text
LOOKING = 3.0  # s that the machine's list of fonts may take


@immutable
class Run:
    """Characters of one font after each other; boxes where the font is None."""

    font: str | None
    text: str

    def width(self, size: float) -> float:
        """[points]"""
        from reportlab.pdfbase import pdfmetrics

        return (
            BOX * size * len(self.text) if self.font is None else pdfmetrics.stringWidth(self.text, self.font, size)
        )


@lru_cache(maxsize=1)
def _register_fonts() -> None:
    """Make the shipped family known to the PDF library, before the first letter is measured or written."""
    from reportlab.pdfbase import pdfmetrics
    from reportlab.pdfbase.ttfonts import TTFont

    for name, file in ((REGULAR, "B612-Regular.ttf"), (BOLD, "B612-Bold.ttf")):
        with as_file(files("anchor_beam") / "assets" / "fonts" / file) as path:
            pdfmetrics.registerFont(TTFont(name, str(path)))


def runs(text: str, *, bold: bool = False) -> list[Run]:
    """The text in pieces of one font each."""
    _register_fonts()
    found: list[Run] = []
    for character in text:
        font = _font_of(character, bold)
        if found and found[-1].font == font:
            found[-1] = Run(font, found[-1].text + character)
        else:
            found.append(Run(font, character))
    return found


def text_width(text: str, size: float, *, bold: bool = False) -> float:
    """Width [points]."""
    return sum(run.width(size) for run in runs(text, bold=bold))


def write(canvas: Any, x: float, y: float, text: str, size: float, *, bold: bool = False) -> None:
    """Write from a point of the baseline on [points]."""
    for run in runs(text, bold=bold):
        if run.font is None:
            canvas.setLineWidth(0.05 * size)
            canvas.setStrokeColor("#55514B")
            for i in range(len(run.text)):
                canvas.rect(x + (i + 0.12) * BOX * size, y, 0.76 * BOX * size, 0.7 * size, stroke=1, fill=0)
        else:
            canvas.setFont(run.font, size)
            canvas.drawString(x, y, run.text)
        x += run.width(size)


def _font_of(character: str, bold: bool) -> str | None:
    own = BOLD if bold else REGULAR
    return own if character.isspace() or _has(own, character) else _other_font(character)


def _has(font: str, character: str) -> bool:
    from reportlab.pdfbase import pdfmetrics

    return ord(character) in pdfmetrics.getFont(font).face.charToGlyph


@lru_cache(maxsize=4096)
def _other_font(character: str) -> str | None:
    """A font of this machine that has a character, made known to the PDF library; None where there is none."""
    from reportlab.pdfbase import pdfmetrics
    from reportlab.pdfbase.ttfonts import TTFError, TTFont

    if shutil.which("fc-match") is None:
        return None
    with contextlib.suppress(OSError, subprocess.SubprocessError, TTFError):
        asked = ["fc-match", "--format=%{file}", f":charset={ord(character):x}:fontformat=TrueType"]
        path = subprocess.run(asked, capture_output=True, text=True, timeout=LOOKING, check=True).stdout
        if path not in pdfmetrics.getRegisteredFontNames():
            pdfmetrics.registerFont(TTFont(path, path))
        return path if _has(path, character) else None
    return None
