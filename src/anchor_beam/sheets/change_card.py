"""The change card: from road to event and back on one page, to be ticked off beside the car."""

from __future__ import annotations

from typing import Any

from anchor_beam.drawings.shapes import Align, Tone
from anchor_beam.immutable import immutable
from anchor_beam.sheets.page import LEFT, MARGIN, RIGHT, PaperSize, fitted, pdf_of, rule, wrap
from anchor_beam.sheets.paper import Paper

SIDE, WHAT, TOOLS, MINUTES = LEFT + 44.0, LEFT + 138.0, RIGHT - 132.0, RIGHT - 46.0  # columns [points]
LINE, BETWEEN = 15.0, 5.0  # between lines of one step, and more between steps [points]
HEADS, SIGNED = 55.0, 22.0  # title and heads of a direction, and its place to sign [points]
LOW = 24.0  # where the page ends [points]


@immutable
class CardLine:
    """One thing to do: letter and tone of its axle, side, words."""

    letter: str
    tone: Tone
    side: str
    what: str


@immutable
class CardWay:
    """One direction."""

    title: str
    lines: tuple[CardLine, ...]


@immutable
class ChangeCard:
    """Everything on the card, as text."""

    car: str
    made: str
    ways: tuple[CardWay, CardWay]
    checks: tuple[str, ...]
    cautions: tuple[str, ...]
    paper: PaperSize = PaperSize.A4


def change_card_pdf(card: ChangeCard) -> bytes:
    """As a PDF."""
    return pdf_of(card.paper, f"{card.car}, change card", lambda canvas: _paint(card, canvas))


def _paint(card: ChangeCard, canvas: Any) -> None:
    paper = Paper(canvas)
    y = card.paper.value[1] - MARGIN - 16.0
    fitted(paper, LEFT, y, f"{card.car}: change card", 22.0, RIGHT - LEFT - 150.0)
    paper.write((RIGHT, y), card.made, 9.0, tone=Tone.SOFT, align=Align.RIGHT)
    y -= 16.0
    for caution in card.cautions:
        for text in wrap(caution, 9.0, RIGHT - LEFT):
            paper.write((LEFT, y), text, 9.0)
            y -= 12.0
    y -= 6.0
    tall = sum(_height(way, card.checks) for way in card.ways)
    small = min(1.0, (y - LOW) / tall)  # a long way is set smaller, so that both stay on the page
    canvas.translate(LEFT * (1.0 - small), y)
    canvas.scale(small, small)
    at = 0.0
    for way in card.ways:
        at = _way(paper, canvas, way, card.checks, at)


def _height(way: CardWay, checks: tuple[str, ...]) -> float:
    """What one direction takes [points]."""
    return HEADS + sum(LINE * len(_said(line)) + BETWEEN for line in way.lines) + LINE * len(checks) + SIGNED


def _said(line: CardLine) -> list[str]:
    return wrap(line.what, 11.0, TOOLS - WHAT - 8.0)


def _way(paper: Paper, canvas: Any, way: CardWay, checks: tuple[str, ...], y: float) -> float:
    """One direction with its checks and a place to sign; returns where the next begins."""
    rule(canvas, y)
    fitted(paper, LEFT, y - 22.0, way.title, 16.0, RIGHT - LEFT)
    y -= HEADS - 17.0
    for x, head in ((SIDE, "side"), (WHAT, "what"), (TOOLS, "tools"), (MINUTES, "min")):
        paper.write((x, y), head, 9.0, tone=Tone.SOFT)
    y -= 17.0
    for line in way.lines:
        _box(canvas, y)
        paper.write((LEFT + 20.0, y), line.letter, 13.0, tone=line.tone, bold=True)
        paper.write((SIDE, y), line.side, 10.0)
        for i, text in enumerate(_said(line)):
            paper.write((WHAT, y - LINE * i), text, 11.0)
        canvas.line(TOOLS, y - 2.0, MINUTES - 8.0, y - 2.0)
        canvas.line(MINUTES, y - 2.0, RIGHT, y - 2.0)
        y -= LINE * len(_said(line)) + BETWEEN
    for check in checks:
        _box(canvas, y)
        paper.write((LEFT + 20.0, y), check, 10.0)
        y -= LINE
    paper.write((LEFT, y - 8.0), "done, date and name", 9.0, tone=Tone.SOFT)
    canvas.line(LEFT + 100.0, y - 10.0, LEFT + 320.0, y - 10.0)
    return y - SIGNED


def _box(canvas: Any, y: float) -> None:
    canvas.setLineWidth(0.7)
    canvas.setStrokeColor("#55514B")
    canvas.rect(LEFT, y - 1.0, 10.0, 10.0, stroke=1, fill=0)
