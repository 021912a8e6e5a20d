"""Settings side by side on paper: each value, and under it its difference with the band of the difference."""

from __future__ import annotations

from functools import partial
from typing import Any

from anchor_beam.drawings.shapes import Align, Tone
from anchor_beam.immutable import immutable
from anchor_beam.sheets.page import LEFT, MARGIN, RIGHT, PaperSize, fitted, pdf_of, rule
from anchor_beam.sheets.paper import Paper

NAME, COLUMN = 140.0, 84.0  # widths [points], before the table is fitted to the page
ROW, SECOND, HEAD = 26.0, 10.0, 20.0  # heights of a row, of its second line, of the heads [points]
TOP, LOW = 52.0, 30.0  # what stands above the table, and where it ends [points]


@immutable
class Entry:
    """One cell; clear: whether the difference is more than its band."""

    value: str
    difference: str
    clear: bool


@immutable
class ComparedRow:
    """A setting by name, what it is just now, and its cells."""

    name: str
    under: str
    cells: tuple[Entry, ...]


@immutable
class Comparison:
    """Everything on the pages, as text; heads: of the columns, with units."""

    title: str
    made: str
    against: str
    heads: tuple[str, ...]
    rows: tuple[ComparedRow, ...]
    paper: PaperSize = PaperSize.A4


def comparison_pdf(content: Comparison) -> bytes:
    """As a PDF of as many pages as it takes."""
    small = min(1.0, (RIGHT - LEFT) / (NAME + COLUMN * len(content.heads)))
    room = content.paper.value[1] - MARGIN - TOP - LOW
    each = max(1, int((room / small - HEAD - SECOND) // ROW) + 1)
    parts = [content.rows[i : i + each] for i in range(0, len(content.rows), each)] or [()]
    pages = [partial(_paint, content, part, small, f"{i} of {len(parts)}") for i, part in enumerate(parts, start=1)]
    return pdf_of(content.paper, content.title, *pages)


def _paint(content: Comparison, rows: tuple[ComparedRow, ...], small: float, number: str, canvas: Any) -> None:
    paper = Paper(canvas)
    y = content.paper.value[1] - MARGIN - 16.0
    fitted(paper, LEFT, y, content.title, 18.0, RIGHT - LEFT - 150.0)
    paper.write((RIGHT, y), content.made, 9.0, tone=Tone.SOFT, align=Align.RIGHT)
    paper.write((LEFT, y - 16.0), content.against, 9.0)
    paper.write((RIGHT, y - 16.0), number, 9.0, tone=Tone.SOFT, align=Align.RIGHT)
    canvas.translate(LEFT, content.paper.value[1] - MARGIN - TOP)
    canvas.scale(small, small)
    wide = NAME + COLUMN * len(content.heads)
    for i, head in enumerate(content.heads):
        paper.write((NAME + COLUMN * (i + 1), 0.0), head, 8.0, tone=Tone.SOFT, align=Align.RIGHT)
    at = -HEAD
    for row in rows:
        rule(canvas, at + 13.0, left=0.0, right=wide)
        fitted(paper, 0.0, at, row.name, 10.0, NAME - 6.0)
        paper.write((0.0, at - SECOND), row.under, 7.5, tone=Tone.SOFT)
        for i, cell in enumerate(row.cells):
            x = NAME + COLUMN * (i + 1)
            paper.write((x, at), cell.value, 9.0, align=Align.RIGHT)
            paper.write(
                (x, at - SECOND), cell.difference, 7.5, tone=Tone.INK if cell.clear else Tone.SOFT, align=Align.RIGHT
            )
        at -= ROW
