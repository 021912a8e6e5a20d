"""What lies around a bar, seen from behind or from the left."""

from __future__ import annotations

import math

from anchor_beam.drawings.shapes import XY, Align, Circle, Item, Line, Pen, Size, Text, Tone, rectangle
from anchor_beam.immutable import immutable

Place = tuple[float, float, float]


@immutable
class ShownObstacle:
    """A solid in the bar's frame, x forward, y left, z up [m], where it is in the pose that is drawn. ends: one point of a
    ball or a wheel, two of a rod, opposite corners of a block. wheel: its width, 0 for all else; turned: how far it is
    steered [rad]. tight: needs more room."""

    name: str
    ends: tuple[Place, ...]
    radius: float
    block: bool
    wheel: float
    turned: float
    tight: bool
    in_hand: bool


def from_behind(shown: ShownObstacle) -> list[Item]:
    """The car's left is on the left."""
    return _drawn(shown, tuple((-y, z) for _, y, z in shown.ends), side_on=False)


def from_the_left(shown: ShownObstacle) -> list[Item]:
    """The front is to the left."""
    return _drawn(shown, tuple((-x, z) for x, _, z in shown.ends), side_on=True)


def _drawn(shown: ShownObstacle, at: tuple[XY, ...], *, side_on: bool) -> list[Item]:
    tone = Tone.WARNING if shown.tight else Tone.GRAB if shown.in_hand else Tone.SOFT
    (x, y) = at[0]
    items: list[Item] = []
    top = max(point[1] for point in at) + (0.0 if shown.block else shown.radius)
    if shown.block:
        (x1, y1) = at[1]
        middle = 0.5 * (x + x1), 0.5 * (y + y1)
        items.append(Line(rectangle(middle, abs(x1 - x), abs(y1 - y)), tone, Pen.PART, closed=True))
        x = middle[0]
    elif shown.wheel:
        if side_on:
            items.append(Line(_turned_wheel((x, y), shown), tone, Pen.GHOST, closed=True))
        else:
            wide = steered_width(shown.wheel, shown.radius, shown.turned)
            items.append(Line(rectangle((x, y), wide, 2.0 * shown.radius), tone, Pen.GHOST, closed=True))
            top = y + shown.radius
    elif len(at) == 2 and at[0] != at[1]:
        items.append(Line(_rod(at[0], at[1], shown.radius), tone, Pen.PART, closed=True))
        x = 0.5 * (at[0][0] + at[1][0])
    else:
        items.append(Circle((x, y), shown.radius, tone, Pen.PART))
    if shown.tight or shown.in_hand:  # the others are named in the table: their words would lie on each other
        below = top < 0.0  # under the bar, whose own words stand above it
        low = min(point[1] for point in at) - (0.0 if shown.block else shown.radius)
        spot, lift = (x, low if below else top), -1.0 if below else 0.7
        items.append(Text(spot, shown.name, Size.SMALL, tone, Align.CENTRE, bold=shown.in_hand, raise_by=lift))
    return items


def steered_width(width: float, radius: float, turned: float) -> float:
    """How wide a wheel is seen from behind when it is steered [m]."""
    return width * math.cos(turned) + 2.0 * radius * abs(math.sin(turned))


def _turned_wheel(at: XY, shown: ShownObstacle) -> tuple[XY, ...]:
    """Outline of a wheel from the side: a circle, narrower and with its width seen as well where it is steered."""
    half, edge = shown.radius * math.cos(shown.turned), 0.5 * shown.wheel * abs(math.sin(shown.turned))
    turns = [2.0 * math.pi * i / 48 for i in range(48)]
    return tuple(
        (at[0] + half * math.cos(t) + math.copysign(edge, math.cos(t)), at[1] + shown.radius * math.sin(t))
        for t in turns
    )


def _rod(a: XY, b: XY, radius: float) -> tuple[XY, ...]:
    """Outline of a rod with round ends."""
    along = math.atan2(b[1] - a[1], b[0] - a[0])
    turns = [along + math.pi * (0.5 + i / 8) for i in range(9)]
    one = [(a[0] + radius * math.cos(t), a[1] + radius * math.sin(t)) for t in turns]
    return (*one, *((b[0] - radius * math.cos(t), b[1] - radius * math.sin(t)) for t in turns))
