"""Templates at full size that are not for holes: the end of a tube, a board to compare arms with, a cut list, a printer
check."""

from __future__ import annotations

import math

from anchor_beam.core.template.tube_end import TubeEnd
from anchor_beam.drawings.shapes import XY, Align, Circle, Dimension, Drawing, Item, Line, Pen, Size, Text, Tone
from anchor_beam.drawings.template import LINE, PROOF, ROOM, proof

SPAN, LONG, SHORT = math.radians(45.0), 0.012, 0.006  # each way of a board, and its strokes [m]
EVERY_FIVE = 1500.0  # px/m from which a board has a number every five degrees
GRIP = 0.03  # m of paper above the cut of a tube's end


def tube_end_drawing(end: TubeEnd, title: str) -> Drawing:
    """The paper around a tube: straight edge above, the cut below; its ends meet on the side of the acute angle."""
    top = GRIP + end.depth
    cut = tuple((float(x), float(y)) for x, y in zip(end.around, end.along, strict=True))
    outline: tuple[XY, ...] = ((0.0, top), *cut, (end.length, top))
    items: list[Item] = [Line(outline, Tone.INK, Pen.PART, closed=True)]
    for quarter, words in enumerate(("acute side", "beside", "obtuse side", "beside", "acute side")):
        x = 0.25 * quarter * end.length
        items.append(Line(((x, top), (x, top - GRIP)), Tone.SOFT, Pen.GHOST))
        items.append(Text((x, top), words, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=0.6))
    items += proof((0.0, -0.014))
    return Drawing(tuple(items), (-ROOM, -0.014 - ROOM), (max(end.length, PROOF) + ROOM, top + ROOM), title)


def angle_board(reach: float, bore: float, wanted: float, title: str, *, mirrored: bool) -> Drawing:
    """A sector with a hook over the bar and a stroke every degree; the one that is wanted goes all the way."""
    sign = -1.0 if mirrored else 1.0

    def at(radius: float, angle: float) -> XY:
        return sign * radius * math.cos(angle), radius * math.sin(angle)

    degrees = [math.radians(each) for each in range(-45, 46)]
    rim = tuple(at(reach, angle) for angle in degrees)
    items: list[Item] = [Line(((0.0, 0.0), *rim), Tone.INK, Pen.PART, closed=True)]
    items.append(Circle((0.0, 0.0), 0.5 * bore, Tone.INK, Pen.PART))
    for i, angle in enumerate(degrees):
        degree = i - 45
        items.append(Line((at(reach, angle), at(reach - (SHORT if degree % 5 else LONG), angle)), Tone.INK, Pen.HAIR))
        if degree % 5 == 0:
            align, room = (
                Align.RIGHT if sign > 0 else Align.LEFT,
                0.0 if degree in (-30, -15, 0, 15, 30) else EVERY_FIVE,
            )
            clear = {-45: 0.8, 0: 0.6, 45: -0.8}.get(degree, 0.0)  # of the edges of the card and of its middle line
            items.append(Text(at(reach - LONG - 0.002, angle), f"{degree}", Size.SMALL, Tone.INK, align,
                              raise_by=clear, scales=(room, math.inf)))  # fmt: skip
    items.append(Line(((0.0, 0.0), at(reach - LONG, 0.0)), Tone.SOFT, Pen.CENTRE))
    items.append(Line((at(0.5 * bore, wanted), at(reach, wanted)), Tone.INK, Pen.PART))
    low = -reach * math.sin(SPAN)
    start = 0.0 if sign > 0 else -PROOF
    items += proof((start, low - 0.014))
    left, right = (-bore, max(reach, PROOF)) if sign > 0 else (-max(reach, PROOF), bore)
    return Drawing(tuple(items), (left - ROOM, low - 0.014 - ROOM), (right + ROOM, -low + ROOM), title)


def list_drawing(lines: tuple[str, ...], title: str) -> Drawing:
    """Lines of text on a page, with the bar that proves it."""
    bottom = -LINE * len(lines)
    words = [Text((0.0, -LINE * i), line, Size.SMALL, Tone.INK, Align.LEFT) for i, line in enumerate(lines)]
    items = [*words, *proof((0.0, bottom - 0.004))]
    return Drawing(tuple(items), (-ROOM, bottom - ROOM - 0.004), (0.15 + ROOM, ROOM), title)


def printer_drawing(title: str) -> Drawing:
    """A bar of 100 mm each way."""
    items: list[Item] = [
        Dimension((0.0, 0.0), (PROOF, 0.0)), Dimension((0.0, 0.0), (0.0, PROOF)),
        Text((0.5 * PROOF, 0.0), "across", Size.SMALL, Tone.INK, Align.CENTRE, raise_by=-1.0),
        Text((0.004, 0.5 * PROOF), "up", Size.SMALL, Tone.INK, Align.LEFT),
    ]  # fmt: skip
    return Drawing(tuple(items), (-ROOM, -ROOM), (PROOF + ROOM, PROOF + ROOM), title)
