"""Templates at full size for holes: paper that is wrapped around a frame, a flat plate, a bracket laid flat; with a bar of
100 mm to prove the print."""

from __future__ import annotations

import math
from dataclasses import replace

from anchor_beam.core.template.wrap import Face, Wrapped
from anchor_beam.drawings.shapes import XY, Align, Circle, Dimension, Drawing, Item, Line, Pen, Size, Text, Tone
from anchor_beam.immutable import immutable

PROOF = 0.1  # m
ROOM = 0.016  # m around a template
CROSS = 0.006  # m of a centre mark beyond its hole
LINE, BEYOND = 0.006, 0.008  # m between lines of text, and of a bend's mark beside the plate
THREAD_ARC = tuple(math.radians(15.0 + 270.0 * i / 36) for i in range(37))
ROOMY = 2200.0  # px/m from which lines of text have room
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


@immutable
class Hole:
    """A hole of a plate [m]. drill: of the thread that is cut in it, None for a plain hole; spot: a spot weld that is drilled
    out."""

    at: XY
    diameter: float
    words: str
    drill: float | None = None
    spot: bool = False


def wrap_drawing(
    sheet: Wrapped, marks: tuple[Mark, ...], title: str, *, mirrored: bool, notes: tuple[str, ...] = ()
) -> Drawing:
    """The sheet laid flat: along the frame to the right, down around it downwards. mirrored: for the other side of the
    car. notes: lines below it."""
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
        items += _hole(Hole(at, mark.diameter, mark.words))
    under = -sheet.length - 0.014
    items += proof((left, under))
    items += written((left, under - 0.012), notes)
    low = (left - ROOM, under - ROOM - LINE * len(notes))
    return Drawing(tuple(items), low, (max(right, left + PROOF) + ROOM, ROOM), title)


def plate_drawing(
    width: float, height: float, holes: tuple[Hole, ...], title: str, *, mirrored: bool, bend: tuple[float, ...] = ()
) -> Drawing:
    """A flat plate with its lower left corner at the origin, its holes by number, what each is below it. bend: heights of
    both edges of a bend, none for a plate that stays flat [m]."""
    sign, shift = (-1.0, width) if mirrored else (1.0, 0.0)
    outline = Line(((0.0, 0.0), (width, 0.0), (width, height), (0.0, height)), Tone.INK, Pen.PART, closed=True)
    items: list[Item] = [outline]
    for y in bend:
        items.append(Line(((0.0, y), (width, y)), Tone.SOFT, Pen.GHOST))
    if bend:
        middle = 0.5 * sum(bend)
        items.append(Line(((-BEYOND, middle), (0.0, middle)), Tone.INK, Pen.PART))
        items.append(Line(((width, middle), (width + BEYOND, middle)), Tone.INK, Pen.PART))
        items.append(Text((width + 1.3 * BEYOND, middle), "bend", Size.SMALL, Tone.INK, Align.LEFT))
    for hole in holes:
        number = hole.words.partition(":")[0]
        items += _hole(replace(hole, at=(shift + sign * hole.at[0], hole.at[1]), words=number))
    items += proof((0.0, -0.014))
    items += written((0.0, -0.026), tuple(hole.words for hole in holes))
    low = (-ROOM, -0.014 - ROOM - LINE * len(holes))
    return Drawing(tuple(items), low, (max(width, PROOF) + ROOM, height + ROOM), title)


def _hole(hole: Hole) -> list[Item]:
    (x, y), radius = hole.at, 0.5 * hole.diameter
    reach = radius + CROSS
    cut = radius if hole.drill is None else 0.5 * hole.drill
    items: list[Item] = [
        Circle(hole.at, cut, Tone.INK, Pen.PART),
        Line(((x - reach, y), (x + reach, y)), Tone.INK, Pen.HAIR),
        Line(((x, y - reach), (x, y + reach)), Tone.INK, Pen.HAIR),
        Text((x + reach + 0.002, y), hole.words, Size.SMALL, Tone.INK, Align.LEFT),
    ]  # fmt: skip
    if hole.drill is not None:  # the thread as three quarters of a circle around its drill, as drawings have it
        arc = tuple((x + radius * math.cos(a), y + radius * math.sin(a)) for a in THREAD_ARC)
        items.append(Line(arc, Tone.INK, Pen.HAIR))
    if hole.spot:
        side = 0.7 * radius
        items += [Line(((x - side, y + s * side), (x + side, y - s * side)), Tone.INK, Pen.HAIR) for s in (1.0, -1.0)]
    return items


def proof(at: XY) -> list[Item]:
    """A bar of 100 mm that is measured on the print."""
    words = Text(at, "proof bar, 100 mm: measure it on the print", Size.SMALL, Tone.INK, Align.LEFT, raise_by=-1.0)
    return [Dimension(at, (at[0] + PROOF, at[1])), words]


def written(at: XY, lines: tuple[str, ...]) -> list[Item]:
    """Lines of text, from the top down; on a screen only where they have room."""
    x, y = at
    return [
        Text((x, y - LINE * i), line, Size.SMALL, Tone.INK, Align.LEFT, scales=(ROOMY, math.inf))
        for i, line in enumerate(lines)
    ]  # fmt: skip


def notes_of(drawing: Drawing) -> tuple[str, ...]:
    """What is written on a template where there is room for it."""
    return tuple(item.text for item in drawing.items if isinstance(item, Text) and item.scales[0] == ROOMY)
