"""The chart of ride height against link length, for screen and paper."""

from __future__ import annotations

import math

from anchor_beam.core.sides import Axle
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.charts import Points, steps
from anchor_beam.drawings.shapes import XY, Align, Drawing, Item, Label, LabelStack, Line, Pen, Ring, Size, Text, Tone
from anchor_beam.immutable import immutable

WIDE, HIGH = 1.5, 0.92  # m of the frame as drawn
ROOM = 0.05  # part of the heights above and below what is drawn


@immutable
class ShownHole:
    """A curve in the user's units, its name at its end; right: of the right side, where it differs."""

    name: str
    points: Points
    right: bool = False


@immutable
class ShownChart:
    """In the user's units. fitted: lengths of the left and the right link as fitted. at_hand: links that could be used, with
    what is said of each. used: the name of the hole that is used."""

    axle: Axle
    title: str
    across: str
    up: str
    holes: tuple[ShownHole, ...]
    fitted: tuple[float, float]
    at_hand: tuple[tuple[float, str], ...]
    used: str


def chart_drawing(shown: ShownChart) -> Drawing:
    """Axes with round steps, a curve for each hole, links at hand as level lines."""
    tone = tone_of(shown.axle)
    points = [p for hole in shown.holes for p in hole.points if math.isfinite(p[1])]
    xs = [x for x, _ in points]
    ys = [y for _, y in points] + [y for y, _ in shown.at_hand] + list(shown.fitted)
    pad = ROOM * max(max(ys) - min(ys), 1e-6)
    low, high = (min(xs), min(ys) - pad), (max(xs), max(ys) + pad)

    def at(x: float, y: float) -> XY:
        return WIDE * (x - low[0]) / (high[0] - low[0]), HIGH * (y - low[1]) / (high[1] - low[1])

    items: list[Item] = []
    for y in steps(low[1], high[1], 8):
        items.append(Line((at(low[0], y), at(high[0], y)), Tone.HAIRLINE, Pen.HAIR))
        items.append(Text((-0.015, at(low[0], y)[1]), _number(y), Size.SMALL, Tone.INK, Align.RIGHT))
    for x in steps(low[0], high[0], 10):
        items.append(Line((at(x, low[1]), at(x, high[1])), Tone.HAIRLINE, Pen.HAIR))
        items.append(Text(at(x, low[1]), _number(x), Size.SMALL, Tone.INK, Align.CENTRE, raise_by=-1.2))
    items.append(Line(((0.0, 0.0), (WIDE, 0.0)), Tone.INK, Pen.PART))
    for y, words in shown.at_hand:
        items.append(Line((at(low[0], y), at(high[0], y)), Tone.SOFT, Pen.GHOST))
        items.append(Text((0.01, at(low[0], y)[1]), words, Size.SMALL, Tone.SOFT, Align.LEFT, raise_by=0.75))
    if low[0] < 0.0 < high[0]:
        items.append(Line((at(0.0, low[1]), at(0.0, high[1])), Tone.SOFT, Pen.CENTRE))
        items.append(Text((at(0.0, 0.0)[0], HIGH), "as measured", Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=0.4))
        for y, letter in zip(shown.fitted, "LR", strict=True):
            items.append(Ring(at(0.0, y), Tone.GRAB, chosen=True))
            left = Align.RIGHT if letter == "L" else Align.LEFT
            items.append(Text(at(0.0, y), f"  {letter}  ", Size.SMALL, Tone.GRAB, left, bold=True, raise_by=0.5))
    ends: list[tuple[XY, ShownHole]] = []
    for hole in shown.holes:
        known = tuple(at(x, y) for x, y in hole.points if math.isfinite(y))
        if known:
            pen = Pen.GHOST if hole.right else Pen.HEAVY if hole.name == shown.used else Pen.PART
            items.append(Line(known, tone, pen))
            ends.append((known[-1], hole))
    ends.sort(key=lambda end: -end[0][1])
    labels = tuple(Label(hole.name, "", chosen=hole.name == shown.used) for _, hole in ends)
    items.append(LabelStack(tuple(end for end, _ in ends), labels, Align.LEFT))
    items.append(Text((0.0, HIGH), shown.up, Size.SMALL, Tone.SOFT, Align.LEFT, raise_by=0.4))
    items.append(Text((WIDE, 0.0), shown.across, Size.SMALL, Tone.SOFT, Align.RIGHT, raise_by=-2.4))
    return Drawing(tuple(items), (-0.12, -0.11), (WIDE + 0.3, HIGH + 0.05), shown.title, to_scale=False)


def _number(value: float) -> str:
    return f"{value:g}".replace("-", "−")
