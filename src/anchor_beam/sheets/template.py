"""Templates at full size as files: PDF in as many pages as it takes, SVG in millimetres, DXF in millimetres."""

from __future__ import annotations

import html
import io
import math
from collections.abc import Callable
from functools import partial
from typing import Any

from anchor_beam.drawings.shapes import XY, Align, Circle, Dimension, Drawing, Line, Pen, Text
from anchor_beam.errors import InputError
from anchor_beam.sheets.page import PaperSize, pdf_of
from anchor_beam.sheets.paper import Box, Paper

PER_METRE = 72.0 / 0.0254  # points
EDGE, OVERLAP = 34.0, 0.010 * PER_METRE  # of the page, and of two pages with each other [points]
MOST_PAGES = 30
MM = 1e3


def pages_of(drawing: Drawing, paper: PaperSize) -> tuple[int, int]:
    """How many pages across and down a drawing takes at full size.

    Raises:
        InputError: at "template", it is larger than a wall.
    """
    room = paper.value[0] - 2 * EDGE, paper.value[1] - 2 * EDGE - 20.0
    count = [
        max(1, math.ceil((size * PER_METRE - OVERLAP) / (space - OVERLAP)))
        for size, space in zip((drawing.width, drawing.height), room, strict=True)
    ]
    if count[0] * count[1] > MOST_PAGES:
        raise InputError(
            "template", "This template takes more pages than anybody glues together.", got=count[0] * count[1],
            accepts=f"up to {MOST_PAGES}",
        )  # fmt: skip
    return count[0], count[1]


def template_pdf(
    drawings: tuple[Drawing, ...], paper: PaperSize, title: str, scale: tuple[float, float] = (1.0, 1.0)
) -> bytes:
    """Every drawing at 1:1; what is larger than a page goes over several, with marks where they meet. scale: across and up,
    for a printer that does not keep it.

    Raises:
        InputError: as `pages_of`.
    """
    painters: list[Callable[[Any], None]] = []
    for drawing in drawings:
        across, down = pages_of(drawing, paper)
        painters += [
            partial(_tile, drawing, paper, column, row, (across, down), scale)
            for row in range(down)
            for column in range(across)
        ]
    return pdf_of(paper, title, *painters)


def _tile(
    drawing: Drawing,
    paper: PaperSize,
    column: int,
    row: int,
    count: tuple[int, int],
    scale: tuple[float, float],
    canvas: Any,
) -> None:
    canvas.translate(
        -0.5 * (paper.value[0] - PaperSize.A4.value[0]), 0.0
    )  # pages are laid out from the left edge of A4
    room = paper.value[0] - 2 * EDGE, paper.value[1] - 2 * EDGE - 20.0
    width, height = drawing.width * PER_METRE, drawing.height * PER_METRE
    x0, y0 = EDGE - column * (room[0] - OVERLAP), EDGE + room[1] - height + row * (room[1] - OVERLAP)
    canvas.saveState()
    if scale != (1.0, 1.0):
        canvas.translate(EDGE, EDGE)
        canvas.scale(*scale)
        canvas.translate(-EDGE, -EDGE)
    clip = canvas.beginPath()
    clip.rect(EDGE, EDGE, *room)
    canvas.clipPath(clip, stroke=0, fill=0)
    Paper(canvas).draw(drawing, Box(x0, y0, width, height))
    canvas.restoreState()
    label = (
        drawing.title
        if count == (1, 1)
        else f"{drawing.title}, page {column + 1} · {row + 1} of {count[0]} · {count[1]}"
    )
    own = (
        ""
        if scale == (1.0, 1.0)
        else f" Drawn {100 * scale[0]:.1f} % across, {100 * scale[1]:.1f} % up for your printer."
    )
    Paper(canvas).write((EDGE, paper.value[1] - EDGE), f"{label}. Print at 100 %: 100 mm on the proof bar.{own}", 9.0)
    if count != (1, 1):
        canvas.setLineWidth(0.4)
        for x in (EDGE, EDGE + room[0]):
            for y in (EDGE, EDGE + room[1]):
                canvas.line(x - 6, y, x + 6, y)
                canvas.line(x, y - 6, x, y + 6)


def template_svg(drawing: Drawing) -> bytes:
    """One drawing in millimetres."""
    width, height = drawing.width * MM, drawing.height * MM

    def at(point: XY) -> str:
        return f"{(point[0] - drawing.low[0]) * MM:.4f},{(drawing.high[1] - point[1]) * MM:.4f}"

    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.4f}mm" height="{height:.4f}mm" '
        f'viewBox="0 0 {width:.4f} {height:.4f}" fill="none" stroke="#000" stroke-width="0.25">',
        f"<title>{html.escape(drawing.title)}</title>",
    ]
    for item in drawing.items:
        match item:
            case Line():
                dashes = ' stroke-dasharray="2 1.4"' if item.pen in (Pen.GHOST, Pen.CENTRE) else ""
                name = "polygon" if item.closed else "polyline"
                parts.append(f'<{name} points="{" ".join(map(at, item.points))}"{dashes}/>')
            case Circle():
                x, y = at(item.centre).split(",")
                parts.append(f'<circle cx="{x}" cy="{y}" r="{item.radius * MM:.4f}"/>')
            case Dimension():
                parts.append(f'<polyline points="{at(item.start)} {at(item.end)}" id="proof"/>')
            case Text():
                parts.append(_words(at(item.at), item.text, item.align, -3.5 * item.raise_by))
            case _:
                pass
    return ("\n".join([*parts, "</svg>"]) + "\n").encode()


def _words(at: str, text: str, align: Align, below: float) -> str:
    x, y = at.split(",")
    anchor = {Align.LEFT: "start", Align.CENTRE: "middle", Align.RIGHT: "end"}[align]
    return (
        f'<text x="{x}" y="{float(y) + below:.4f}" font-size="3" font-family="sans-serif" fill="#000" stroke="none" '
        f'text-anchor="{anchor}">{html.escape(text)}</text>'
    )


def template_dxf(drawing: Drawing) -> bytes:
    """One drawing in millimetres; outline and holes on a layer to cut, bend lines and words on layers of their own."""
    from ezdxf import units
    from ezdxf.filemanagement import new

    document = new("R2010", units=units.MM)
    for layer, colour in (("CUT", 7), ("BEND", 5), ("MARK", 3), ("TEXT", 8)):
        document.layers.add(layer, color=colour)
    space = document.modelspace()

    def at(point: XY) -> XY:
        return point[0] * MM, point[1] * MM

    for item in drawing.items:
        match item:
            case Line():
                layer = "CUT" if item.pen is Pen.PART else "BEND" if item.pen is Pen.GHOST else "MARK"
                space.add_lwpolyline(
                    [at(point) for point in item.points], close=item.closed, dxfattribs={"layer": layer}
                )
            case Circle():
                space.add_circle(at(item.centre), item.radius * MM, dxfattribs={"layer": "CUT"})
            case Dimension():
                space.add_line(at(item.start), at(item.end), dxfattribs={"layer": "MARK"})
            case Text():
                x, y = at(item.at)
                text = space.add_text(item.text, height=3.0, dxfattribs={"layer": "TEXT"})
                text.set_placement((x, y + 3.5 * item.raise_by))
            case _:
                pass
    made = io.StringIO()
    document.write(made)
    return made.getvalue().encode("utf-8")  # as R2007 and later are read
