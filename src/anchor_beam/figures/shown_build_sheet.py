"""A build sheet in the user's units: lines as text, its drawing, its page."""

from __future__ import annotations

from datetime import date

from anchor_beam import __version__
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.builds import BUILD, FIXED, GROMMETS, SPLINE
from anchor_beam.documents.records import CarFile
from anchor_beam.drawings.build_sheet import fixed_link, grommet_link, threaded_link
from anchor_beam.drawings.shapes import Drawing
from anchor_beam.figures.build_sheet import Line, Sheet
from anchor_beam.sheets.drawn_page import DrawnPage
from anchor_beam.sheets.page import paper_for
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show

EMPTY = Drawing((), (0.0, 0.0), (1.0, 0.2), "", to_scale=False)


def line_text(line: Line, units: System) -> str:
    """`58.0 mm`, or `left 58.0 mm · right 48.0 mm`."""
    sign = line.kind is Kind.COUNT
    left, right = (str(show(x, line.kind, units, decimals=line.decimals, sign=sign)) for x in (line.left, line.right))
    return left if line.alike or left == right else f"left {left} · right {right}"


def sheet_drawing(sheet: Sheet, units: System) -> Drawing:
    """The left link, cut open; nothing where there is nothing to make."""
    sizes = dict(sheet.sizes)
    if sheet.problem is not None or sheet.kind == SPLINE or not sizes:
        return EMPTY
    words = {name: str(show(size, Kind.FINE_LENGTH, units)) for name, size in sizes.items()}
    if sheet.kind == GROMMETS:
        return grommet_link(sizes, words | {"length": words["left"]})
    return fixed_link(sizes, words) if sheet.kind == FIXED else threaded_link(sizes, words)


def sheet_page(sheet: Sheet, file: CarFile, axle: Axle, units: System) -> DrawnPage:
    """For the workshop wall."""
    build, end = BUILD[sheet.kind], file.bench.end(axle)
    lines = tuple((line.label, line_text(line, units)) for line in sheet.lines)
    lengths = " · ".join(f"{side} {show(end.link(side).value, Kind.FINE_LENGTH, units)}" for side in Side)
    return DrawnPage(
        f"{file.car.name}: {axle} links, {build.title.lower()}", f"{date.today().isoformat()}, Anchor Beam {__version__}",
        f"setting “{file.bench.name}”, links {lengths}", lines, sheet_drawing(sheet, units),
        (build.how, *sheet.warnings, *sheet.notes), paper_for(units),
    )  # fmt: skip
