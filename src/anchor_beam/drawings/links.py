"""Arm and link of one side at ride height, seen from the left with the front to the left, to scale."""

from __future__ import annotations

import math
from dataclasses import dataclass

from anchor_beam.core.sides import Axle, Side
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import (
    XY,
    Align,
    Circle,
    Dimension,
    Drawing,
    Item,
    Line,
    Pen,
    Ring,
    Size,
    Slot,
    Text,
    Tone,
)


@dataclass(frozen=True)
class ShownLink:
    """One side, all in m from the bar's pivot axis, x forward and z up as the core gives them.

    tip: the end of the arm. level_hole: where the hole would be with the arm level.
    """

    axle: Axle
    side: Side
    od: float
    hole: XY
    tip: XY
    pickup: XY
    level_hole: XY
    arm_words: str
    link_words: str


def _flip(point: XY) -> XY:
    """Forward is to the left on the board."""
    return (-point[0], point[1])


def link_elevation(shown: ShownLink, low: XY, high: XY) -> Drawing:
    """Elevation within the given board, so that left and right are drawn to one scale."""
    tone, axis = tone_of(shown.axle), (0.0, 0.0)
    hole, tip, pickup, level = (_flip(p) for p in (shown.hole, shown.tip, shown.pickup, shown.level_hole))
    items: list[Item] = [
        Line(((low[0], 0.0), (high[0], 0.0)), Tone.HAIRLINE, Pen.CENTRE),
        Line((axis, level, pickup), Tone.SOFT, Pen.GHOST),
        Line(_blade(axis, tip, shown.od), tone, Pen.PART, closed=True, fill=Tone.PANEL),
        Circle(axis, shown.od, Tone.INK, Pen.PART, fill=Tone.SHEET),
        Circle(axis, shown.od / 2, tone, Pen.PART, fill=tone),
        Line((hole, pickup), Tone.INK, Pen.HEAVY),
        Ring(hole, Tone.GRAB, chosen=True),
        Ring(pickup, Tone.INK),
    ]
    outward = 1.0 if pickup[0] > 0 else -1.0
    x = pickup[0] + outward * 0.075
    items.append(Dimension((x, 0.0), (x, pickup[1]), slot=f"car.{shown.axle}.pickup_height_{shown.side}"))
    items.append(Line(((pickup[0], pickup[1]), (x + outward * 0.015, pickup[1])), Tone.HAIRLINE, Pen.HAIR))
    middle = ((hole[0] + pickup[0]) / 2, (hole[1] + pickup[1]) / 2)
    align = Align.RIGHT if outward > 0 else Align.LEFT
    items.append(Slot(f"bench.{shown.axle}.link_{shown.side}", (middle[0] - outward * 0.018, middle[1]), align))
    below = -1.0 if pickup[1] > 0 else 1.0
    at = (0.5 * tip[0], 0.5 * tip[1] + below * (0.5 * shown.od + 0.012))
    items.append(Text(at, shown.arm_words, Size.SMALL, Tone.INK, Align.CENTRE, raise_by=0.7 * below))
    beyond = 1.0 if pickup[1] > 0 else -1.0
    items.append(Text(pickup, shown.link_words, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=1.3 * beyond))
    items.append(Text(axis, "bar", Size.SMALL, tone, Align.CENTRE, raise_by=2.0 * beyond))
    title = f"{shown.axle.capitalize()} {shown.side}, seen from the left, front to the left"
    return Drawing(tuple(items), low, high, title)


def board_for(links: tuple[ShownLink, ...]) -> tuple[XY, XY]:
    """One board that holds every side, so that they share a scale."""
    points = [(0.0, 0.0)]
    for shown in links:
        points += [_flip(p) for p in (shown.tip, shown.pickup, shown.level_hole)]
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return (min(xs) - 0.10, min(ys) - 0.055), (max(xs) + 0.10, max(ys) + 0.055)


def _blade(axis: XY, tip: XY, od: float) -> tuple[XY, ...]:
    """Outline of an arm: as wide as the bar, a little narrower at its end."""
    length = math.hypot(tip[0] - axis[0], tip[1] - axis[1])
    across = (-(tip[1] - axis[1]) / length, (tip[0] - axis[0]) / length)
    near, far = 0.5 * od, 0.42 * od
    return (
        (axis[0] + near * across[0], axis[1] + near * across[1]),
        (tip[0] + far * across[0], tip[1] + far * across[1]),
        (tip[0] - far * across[0], tip[1] - far * across[1]),
        (axis[0] - near * across[0], axis[1] - near * across[1]),
    )
