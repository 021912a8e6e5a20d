"""Templates at full size: paper that is wrapped around a frame, and a flat plate with holes; with a bar of 100 mm to prove
the print."""

from __future__ import annotations

from anchor_beam.core.template.wrap import Face, Wrapped
from anchor_beam.drawings.shapes import XY, Align, Circle, Dimension, Drawing, Item, Line, Pen, Size, Text, Tone
from anchor_beam.immutable import immutable

PROOF = 0.1  # m
ROOM = 0.016  # m around a template
CROSS = 0.006  # m of a centre mark beyond its hole
BESIDE = 0.062  # m of paper beyond the outermost mark, along the frame


@immutable
class Mark:
    """A hole on a wrapped sheet: which face, how far along the frame from the datum, how far down or across, its diameter
    [m]."""

    face: Face
    along: float
    from_edge: float
    diameter: float
    words: str


def wrap_drawing(sheet: Wrapped, marks: tuple[Mark, ...], title: str, *, mirrored: bool) -> Drawing:
    """The sheet laid flat: along the frame to the right, down around it downwards. mirrored: for the other side of the
    car."""
    sign = -1.0 if mirrored else 1.0
    alongs = [0.0, *(sign * mark.along for mark in marks)]
    left, right = min(alongs) - BESIDE, max(alongs) + BESIDE
    items: list[Item] = [
        Line(
            ((left, 0.0), (right, 0.0), (right, -sheet.length), (left, -sheet.length)),
            Tone.INK,
            Pen.PART,
            closed=True,
        ),
        Line(((0.0, 0.0), (0.0, -sheet.length)), Tone.INK, Pen.CENTRE),
        Text((0.0, 0.0), "datum, along the top edge", Size.SMALL, Tone.INK, Align.CENTRE, raise_by=0.6),
    ]
    edges = [0.0, *(line for bend in sheet.bends for line in bend), sheet.length]
    for line in edges[1:-1]:
        items.append(Line(((left, -line), (right, -line)), Tone.SOFT, Pen.GHOST))
    for face, top in zip(Face, edges[::2], strict=True):
        items.append(Text((left + 0.003, -top - 0.006), str(face), Size.SMALL, Tone.SOFT))
    for mark in marks:
        at = (sign * mark.along, -sheet.place(mark.face, mark.from_edge))
        items += _hole(at, mark.diameter, mark.words)
    items += _proof((left, -sheet.length - 0.014))
    low = (left - ROOM, -sheet.length - 0.014 - ROOM)
    return Drawing(tuple(items), low, (max(right, left + PROOF) + ROOM, ROOM), title)


def plate_drawing(
    width: float, height: float, holes: tuple[tuple[float, float, float], ...], title: str, *, mirrored: bool
) -> Drawing:
    """A flat plate with its lower left corner at the origin; holes: across, up, diameter [m]."""
    sign, shift = (-1.0, width) if mirrored else (1.0, 0.0)
    outline = Line(((0.0, 0.0), (width, 0.0), (width, height), (0.0, height)), Tone.INK, Pen.PART, closed=True)
    items: list[Item] = [outline]
    for i, (x, y, diameter) in enumerate(holes, start=1):
        items += _hole((shift + sign * x, y), diameter, str(i))
    items += _proof((0.0, -0.014))
    return Drawing(tuple(items), (-ROOM, -0.014 - ROOM), (max(width, PROOF) + ROOM, height + ROOM), title)


def _hole(at: XY, diameter: float, words: str) -> list[Item]:
    reach = 0.5 * diameter + CROSS
    (x, y) = at
    return [
        Circle(at, 0.5 * diameter, Tone.INK, Pen.PART),
        Line(((x - reach, y), (x + reach, y)), Tone.INK, Pen.HAIR),
        Line(((x, y - reach), (x, y + reach)), Tone.INK, Pen.HAIR),
        Text((x + reach + 0.002, y), words, Size.SMALL, Tone.INK, Align.LEFT),
    ]  # fmt: skip


def _proof(at: XY) -> list[Item]:
    words = Text(at, "proof bar, 100 mm: measure it on the print", Size.SMALL, Tone.INK, Align.LEFT, raise_by=-1.0)
    return [Dimension(at, (at[0] + PROOF, at[1])), words]
