"""What to buy, on one page: a line for each part, with its number to order by, and what to do with it."""

from __future__ import annotations

from typing import Any

from anchor_beam.drawings.shapes import Align, Tone
from anchor_beam.immutable import immutable
from anchor_beam.sheets.page import LEFT, MARGIN, RIGHT, PaperSize, fitted, pdf_of, rule, wrap
from anchor_beam.sheets.paper import Paper

ROW, SECOND = 34.0, 11.0  # of a part, and to its second line [points]
PRICE, HOURS = RIGHT - 70.0, RIGHT  # right edges [points]


@immutable
class ShoppingLine:
    """A part: its axle and name, what stands below it, price and hours."""

    head: str
    under: str
    price: str
    hours: str


@immutable
class ShoppingList:
    """Everything on the page, as text."""

    title: str
    made: str
    against: str
    lines: tuple[ShoppingLine, ...]
    total: str
    notes: tuple[str, ...]
    paper: PaperSize = PaperSize.A4


def shopping_list_pdf(content: ShoppingList) -> bytes:
    """As a PDF."""
    return pdf_of(content.paper, content.title, lambda canvas: _paint(content, canvas))


def _paint(content: ShoppingList, canvas: Any) -> None:
    paper = Paper(canvas)
    y = content.paper.value[1] - MARGIN - 16.0
    fitted(paper, LEFT, y, content.title, 18.0, RIGHT - LEFT - 150.0)
    paper.write((RIGHT, y), content.made, 9.0, tone=Tone.SOFT, align=Align.RIGHT)
    paper.write((LEFT, y - 16.0), content.against, 9.0)
    y -= 44.0
    for line in content.lines:
        rule(canvas, y + 16.0)
        canvas.rect(LEFT, y - 2.0, 9.0, 9.0)  # to tick off
        fitted(paper, LEFT + 18.0, y, line.head, 11.0, PRICE - LEFT - 90.0)
        paper.write((LEFT + 18.0, y - SECOND), line.under, 8.0, tone=Tone.SOFT)
        paper.write((PRICE, y), line.price, 10.0, align=Align.RIGHT)
        paper.write((HOURS, y), line.hours, 10.0, align=Align.RIGHT)
        y -= ROW
    rule(canvas, y + 16.0)
    paper.write((LEFT, y), content.total, 11.0, bold=True)
    for note in content.notes:
        for text in wrap(note, 9.0, RIGHT - LEFT):
            y -= 14.0
            paper.write((LEFT, y - 6.0), text, 9.0)
