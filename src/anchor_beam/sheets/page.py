"""One page of paper: its size, its edges, text that fits, and the PDF that it becomes."""

from __future__ import annotations

import io
from collections.abc import Callable
from enum import Enum
from typing import Any

from anchor_beam.sheets.lettering import text_width
from anchor_beam.sheets.paper import Paper
from anchor_beam.units.kinds import System

LEFT, RIGHT = 42.0, 553.0  # points: on A4, and on Letter moved to its middle
MARGIN = 42.0  # above the text [points]


class PaperSize(Enum):
    """Width and height [points]."""

    A4 = (595.28, 841.89)
    LETTER = (612.0, 792.0)


def paper_for(units: System) -> PaperSize:
    """What is in the printer of whoever uses these units."""
    return PaperSize.LETTER if units.base == System.US else PaperSize.A4


def pdf_of(paper: PaperSize, title: str, *paints: Callable[[Any], None]) -> bytes:
    """A PDF with a page for each; paint: on a canvas whose left edge is that of A4."""
    from reportlab.pdfgen.canvas import Canvas

    made = io.BytesIO()
    canvas = Canvas(made, pagesize=paper.value, pageCompression=1)
    canvas.setTitle(title)
    canvas.setCreator("Anchor Beam")
    for paint in paints:
        canvas.translate(0.5 * (paper.value[0] - PaperSize.A4.value[0]), 0.0)
        paint(canvas)
        canvas.showPage()
    canvas.save()
    return made.getvalue()


def fitted(paper: Paper, x: float, y: float, text: str, size: float, room: float) -> None:
    """Bold text as large as asked, smaller when it is long, cut with an ellipsis only at the smallest size."""
    while size > 9.0 and text_width(text, size, bold=True) > room:
        size -= 0.5
    while text_width(text, size, bold=True) > room and len(text) > 1:
        text = text.rstrip("…")[:-1] + "…"
    paper.write((x, y), text, size, bold=True)


def rule(canvas: Any, y: float, *, left: float = LEFT, right: float = RIGHT) -> None:
    """A line across the page."""
    canvas.setLineWidth(0.5)
    canvas.setStrokeColor("#A8A296")
    canvas.line(left, y, right, y)


def wrap(text: str, size: float, room: float) -> list[str]:
    """Lines that fit."""
    lines = [""]
    for word in text.split():
        longer = f"{lines[-1]} {word}".strip()
        if text_width(longer, size) <= room:
            lines[-1] = longer
        else:
            lines.append(word)
    return lines
