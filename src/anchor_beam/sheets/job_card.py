"""A job card on paper, in print that is read from a distance, and as a plain page for a phone."""

from __future__ import annotations

import html
from collections.abc import Callable
from functools import partial
from typing import Any

from anchor_beam.drawings.shapes import Align, Tone
from anchor_beam.immutable import immutable
from anchor_beam.sheets.page import LEFT, MARGIN, RIGHT, PaperSize, fitted, pdf_of, rule, wrap
from anchor_beam.sheets.paper import Paper

TEXT, LINE, SMALL, SMALL_LINE = (
    13.0,
    16.5,
    9.5,
    12.5,
)  # type and lines of a step, and of what stands under it [points]
BETWEEN, BOX, LOW = 9.0, 11.0, 46.0  # between steps, the box to tick, where a page ends [points]
INDENT = 46.0  # of the text [points]


@immutable
class PrintedStep:
    """A step as text. phase: the head that it begins, empty in the middle of one. under: tools, cautions, checks, note.
    tick: what stands in the box, empty for an open one."""

    number: str
    phase: str
    text: str
    under: tuple[tuple[str, Tone], ...]
    tick: str


@immutable
class JobSheet:
    """Everything on the card, as text. ledger: fastener and torque."""

    title: str
    made: str
    head: str
    tools: str
    steps: tuple[PrintedStep, ...]
    ledger: tuple[tuple[str, str], ...]
    paper: PaperSize = PaperSize.A4


def job_card_pdf(sheet: JobSheet) -> bytes:
    """The card as a PDF of as many pages as it takes."""
    return pdf_of(sheet.paper, sheet.title, *_pages(sheet))


def _pages(sheet: JobSheet) -> list[Callable[[Any], None]]:
    """A painter for each page."""
    room = sheet.paper.value[1] - MARGIN - LOW
    first = room - 74.0 - SMALL_LINE * len(wrap(sheet.tools, SMALL, RIGHT - LEFT))
    pages: list[list[PrintedStep]] = [[]]
    left = first
    for step in sheet.steps:
        if _height(step) > left and pages[-1]:
            pages.append([])
            left = room - 20.0
        pages[-1].append(step)
        left -= _height(step)
    painters = [partial(_paint, sheet, steps, i, len(pages) + 1) for i, steps in enumerate(pages)]
    return [*painters, partial(_paint_ledger, sheet, len(pages) + 1)]


def _lines(step: PrintedStep) -> list[str]:
    return wrap(step.text, TEXT, RIGHT - LEFT - INDENT)


def _height(step: PrintedStep) -> float:
    under = sum(len(wrap(text, SMALL, RIGHT - LEFT - INDENT)) for text, _ in step.under)
    return (24.0 if step.phase else 0.0) + LINE * len(_lines(step)) + SMALL_LINE * under + BETWEEN


def _paint(sheet: JobSheet, steps: list[PrintedStep], page: int, pages: int, canvas: Any) -> None:
    paper = Paper(canvas)
    y = sheet.paper.value[1] - MARGIN - 14.0
    if page == 0:
        fitted(paper, LEFT, y, sheet.title, 20.0, RIGHT - LEFT - 130.0)
        paper.write((RIGHT, y), sheet.made, 9.0, tone=Tone.SOFT, align=Align.RIGHT)
        y -= 18.0
        paper.write((LEFT, y), sheet.head, 11.0)
        for line in wrap(sheet.tools, SMALL, RIGHT - LEFT):
            y -= SMALL_LINE
            paper.write((LEFT, y), line, SMALL, tone=Tone.SOFT)
        y -= 20.0
    else:
        paper.write((LEFT, y), sheet.title, 9.0, tone=Tone.SOFT)
        y -= 20.0
    paper.write((RIGHT, 24.0), f"{page + 1} / {pages}", 9.0, tone=Tone.SOFT, align=Align.RIGHT)
    for step in steps:
        y = _step(paper, canvas, step, y)


def _step(paper: Paper, canvas: Any, step: PrintedStep, y: float) -> float:
    if step.phase:
        paper.write((LEFT, y), step.phase.upper(), 10.0, bold=True, tone=Tone.SOFT)
        rule(canvas, y - 4.0)
        y -= 24.0
    canvas.setLineWidth(1.2)
    canvas.rect(LEFT, y - 1.5, BOX, BOX)
    if step.tick:
        paper.write((LEFT + 0.5 * BOX, y), step.tick, 9.0, align=Align.CENTRE)
    paper.write((LEFT + 38.0, y), step.number, TEXT, bold=True, align=Align.RIGHT)
    for line in _lines(step):
        paper.write((LEFT + INDENT, y), line, TEXT)
        y -= LINE
    for text, tone in step.under:
        for line in wrap(text, SMALL, RIGHT - LEFT - INDENT):
            paper.write((LEFT + INDENT, y), line, SMALL, tone=tone)
            y -= SMALL_LINE
    return y - BETWEEN


def _paint_ledger(sheet: JobSheet, pages: int, canvas: Any) -> None:
    paper = Paper(canvas)
    y = sheet.paper.value[1] - MARGIN - 14.0
    paper.write((LEFT, y), "Torques", 16.0, bold=True)
    for name, torque in sheet.ledger:
        y -= 20.0
        paper.write((LEFT, y), name, 11.0)
        lines = wrap(torque, 11.0, 290.0)
        for line in lines:
            paper.write((LEFT + 220.0, y), line, 11.0)
            y -= 14.0 if line is not lines[-1] else 0.0
    paper.write((RIGHT, 24.0), f"{pages} / {pages}", 9.0, tone=Tone.SOFT, align=Align.RIGHT)


PAGE = """<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>{title}</title><style>
body {{ font: 1.15rem/1.4 sans-serif; margin: 1rem; max-width: 42rem; color: #1c2026; background: #f8f6f1; }}
h1 {{ font-size: 1.5rem; }} h2 {{ font-size: 1rem; text-transform: uppercase; color: #625e56; margin-top: 2rem; }}
li {{ margin: 0 0 1.2rem; }} p {{ margin: .2rem 0; }} .under {{ color: #625e56; font-size: .95rem; }}
.warn {{ color: #8a1c3b; font-size: .95rem; }} input {{ width: 1.5rem; height: 1.5rem; vertical-align: middle; }}
table {{ border-collapse: collapse; }} td {{ padding: .3rem .8rem .3rem 0; vertical-align: top; }}
</style></head><body><h1>{title}</h1><p>{head}</p><p class="under">{tools}</p>
{body}
<h2>Torques</h2><table>{ledger}</table>
</body></html>
"""


def job_card_page(sheet: JobSheet) -> bytes:
    """The card as a page that needs nothing but itself; boxes to tick, which the page does not keep."""
    parts: list[str] = []
    for step in sheet.steps:
        if step.phase:
            parts.append(
                f"{'</ol>' if parts else ''}<h2>{_safe(step.phase)}</h2><ol style='list-style: none; padding: 0'>"
            )
        under = "".join(
            f"<p class='{'warn' if tone is Tone.WARNING else 'under'}'>{_safe(text)}</p>" for text, tone in step.under
        )
        ticked = " checked" if step.tick else ""
        parts.append(
            f"<li><label><input type='checkbox'{ticked}> <b>{_safe(step.number)}</b> {_safe(step.text)}</label>{under}</li>"
        )
    ledger = "".join(f"<tr><td>{_safe(name)}</td><td>{_safe(torque)}</td></tr>" for name, torque in sheet.ledger)
    body = "\n".join([*parts, "</ol>"])
    page = PAGE.format(
        title=_safe(sheet.title),
        head=_safe(f"{sheet.head} {sheet.made}"),
        tools=_safe(sheet.tools),
        body=body,
        ledger=ledger,
    )
    return page.encode()


def _safe(text: str) -> str:
    return html.escape(text)
