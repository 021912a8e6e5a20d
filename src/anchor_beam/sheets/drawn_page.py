"""A page with a drawing on it: title, figures beside each other, the drawing, and what must be known."""

from __future__ import annotations

from typing import Any

from anchor_beam.drawings.shapes import Align, Drawing, Tone
from anchor_beam.immutable import immutable
from anchor_beam.sheets.page import LEFT, MARGIN, RIGHT, PaperSize, fitted, pdf_of, rule, wrap
from anchor_beam.sheets.paper import Box, Paper

LINE = 15.0  # between two lines of text [points]
HIGHEST = 420.0  # of a drawing [points]


@immutable
class DrawnPage:
    """Everything on the page, in the user's units. lines: what stands on the left and what on the right of its column."""

    title: str
    made: str
    about: str
    lines: tuple[tuple[str, str], ...]
    drawing: Drawing
    notes: tuple[str, ...]
    paper: PaperSize = PaperSize.A4


def drawn_page_pdf(content: DrawnPage) -> bytes:
    """As a PDF."""
    return pdf_of(content.paper, content.title, lambda canvas: _paint(content, canvas))


def _paint(content: DrawnPage, canvas: Any) -> None:
    paper = Paper(canvas)
    y = content.paper.value[1] - MARGIN - 16.0
    fitted(paper, LEFT, y, content.title, 18.0, RIGHT - LEFT - 150.0)
    paper.write((RIGHT, y), content.made, 9.0, tone=Tone.SOFT, align=Align.RIGHT)
    paper.write((LEFT, y - 16.0), content.about, 9.0)
    y -= 34.0
    rule(canvas, y)
    for label, value in content.lines:
        y -= LINE
        paper.write((LEFT, y), label, 10.0, tone=Tone.SOFT)
        paper.write((LEFT + 200.0, y), value, 10.0, bold=True)
    foot = [text for note in content.notes for text in wrap(note, 9.0, RIGHT - LEFT)]
    low = MARGIN + 12.0 * len(foot) + 10.0
    height = min(HIGHEST, y - 14.0 - low)
    paper.draw(content.drawing, Box(LEFT, y - 14.0 - height, RIGHT - LEFT, height))
    y = y - 14.0 - height - 14.0
    for text in foot:
        paper.write((LEFT, y), text, 9.0)
        y -= 12.0
