"""The setting sheet: one page for the workshop wall, readable from two metres."""

from __future__ import annotations

from typing import Any

from anchor_beam.drawings.shapes import Align, Drawing, Tone
from anchor_beam.immutable import immutable
from anchor_beam.sheets.page import LEFT, MARGIN, RIGHT, PaperSize, fitted, pdf_of, rule, wrap
from anchor_beam.sheets.paper import Box, Paper

PLAN = 236.0  # height of the drawing [points]


@immutable
class SheetEnd:
    """One axle on the sheet: its letter and tone, the bar in words, holes and links by side, notes below."""

    letter: str
    tone: Tone
    bar: str
    holes: tuple[str, str]
    links: tuple[str, str]
    notes: tuple[str, ...]


@immutable
class SettingSheet:
    """Everything on the sheet, as text."""

    car: str
    kind: str
    setting: str
    compared: str
    made: str
    ends: tuple[SheetEnd, SheetEnd]
    drawing: Drawing
    balance: str
    figures: tuple[tuple[str, str, str], ...]  # label, value, difference
    cautions: tuple[str, ...]
    paper: PaperSize = PaperSize.A4


def setting_sheet_pdf(sheet: SettingSheet) -> bytes:
    """As a PDF."""
    return pdf_of(sheet.paper, f"{sheet.car}, {sheet.setting}", lambda canvas: _paint(sheet, canvas))


def _paint(sheet: SettingSheet, canvas: Any) -> None:
    paper, height = Paper(canvas), sheet.paper.value[1]
    plan = PLAN - (PaperSize.A4.value[1] - height)  # a shorter page has a smaller drawing
    y = height - MARGIN - 18.0
    fitted(paper, LEFT, y, sheet.car, 26.0, RIGHT - LEFT - 150.0)
    paper.write((RIGHT, y), sheet.made, 9.0, tone=Tone.SOFT, align=Align.RIGHT)
    y -= 20.0
    paper.write((LEFT, y), sheet.kind, 11.0, tone=Tone.SOFT)
    y -= 36.0
    fitted(paper, LEFT, y, sheet.setting, 30.0, RIGHT - LEFT)
    y -= 18.0
    paper.write((LEFT, y), sheet.compared, 10.0, tone=Tone.SOFT)
    y -= 14.0
    rule(canvas, y)
    for end in sheet.ends:
        y = _end(paper, end, y - 8.0)
    rule(canvas, y)
    paper.draw(sheet.drawing, Box(LEFT, y - plan - 8.0, RIGHT - LEFT, plan))
    paper.write((LEFT, y - plan - 25.0), sheet.drawing.title, 9.0, tone=Tone.SOFT)
    y -= plan + 33.0
    rule(canvas, y)
    y -= 22.0
    paper.write((LEFT, y), sheet.balance, 13.0, bold=True)
    y -= 8.0
    for i, (label, value, change) in enumerate(sheet.figures):
        x = LEFT + (i % 2) * 262.0
        line = y - 16.0 * (i // 2 + 1)
        paper.write((x, line), label, 9.0, tone=Tone.SOFT)
        paper.write((x + 208.0, line), value, 10.0, align=Align.RIGHT)
        paper.write((x + 214.0, line), change, 9.0, tone=Tone.SOFT)
    y -= 16.0 * ((len(sheet.figures) + 1) // 2) + 12.0
    rule(canvas, y)
    y -= 14.0
    for caution in sheet.cautions:
        for text in wrap(caution, 9.0, RIGHT - LEFT):
            paper.write((LEFT, y), text, 9.0)
            y -= 12.0


def _end(paper: Paper, end: SheetEnd, top: float) -> float:
    """One axle's block; returns where the next begins."""
    y = top - 26.0
    paper.write((LEFT, y - 4.0), end.letter, 34.0, tone=end.tone, bold=True)
    fitted(paper, LEFT + 40.0, y + 6.0, end.bar, 14.0, RIGHT - LEFT - 40.0)
    for side, x in ((0, LEFT + 40.0), (1, LEFT + 292.0)):
        paper.write((x, y - 18.0), ("left", "right")[side], 10.0, tone=Tone.SOFT)
        paper.write((x + 34.0, y - 18.0), end.holes[side], 17.0, bold=True)
        paper.write((x + 112.0, y - 18.0), end.links[side], 14.0)
    for i, note in enumerate(end.notes):
        paper.write((LEFT + 40.0, y - 34.0 - 12.0 * i), note, 9.0, tone=Tone.SOFT)
    return y - 42.0 - 12.0 * max(0, len(end.notes) - 1)
