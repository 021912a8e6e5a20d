"""An axle with its links seen from behind, to scale and anywhere in its travel: wheels, what the links hang on, splay."""

from __future__ import annotations

import math

from anchor_beam.core.sides import Axle, Side
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.links import ShownJoint, sector
from anchor_beam.drawings.obstacles import steered_width
from anchor_beam.drawings.shapes import XY, Align, Circle, Drawing, Item, Line, Pen, Ring, Size, Text, Tone
from anchor_beam.immutable import immutable

TYRE = 0.2  # m: width of a tyre as drawn


@immutable
class ShownSide:
    """One side, (out to the right of the board, up) in m from the bar's pivot axis on the car's centre plane.

    on: points of what the link hangs on, as a line; empty where only its travel ratio is known. wheel: its centre.
    """

    side: Side
    hole: XY
    pickup: XY
    wheel: XY
    on: tuple[XY, ...]
    joint: ShownJoint
    words: str


@immutable
class ShownAxle:
    """Both sides; lengths [m]. pivot: of the bar from the car's centre plane. live: the wheels lean with the axle.
    turned: how far they are steered [rad]."""

    axle: Axle
    sides: tuple[ShownSide, ShownSide]
    wheel_radius: float
    bar_height: float
    pivot: float
    od: float
    live: bool
    on_words: str
    turned: float = 0.0


def axle_with_links(shown: ShownAxle, travel: float) -> Drawing:
    """The car's left is on the left. travel: how far the wheels go up and down from where they are at ride height [m]."""
    tone, ground = tone_of(shown.axle), -shown.bar_height
    reach = max(abs(side.wheel[0]) for side in shown.sides) + TYRE
    items: list[Item] = [
        Line(_ground(shown, reach + 0.05), Tone.INK, Pen.PART),
        Line(((0.0, ground - 0.03), (0.0, ground + 2.0 * shown.wheel_radius + 0.1)), Tone.HAIRLINE, Pen.CENTRE),
    ]  # fmt: skip
    left, right = shown.sides
    if shown.live:
        items.append(Line((left.wheel, right.wheel), Tone.SOFT, Pen.HEAVY))
    lean = math.atan2(right.wheel[1] - left.wheel[1], right.wheel[0] - left.wheel[0]) if shown.live else 0.0
    wide = steered_width(TYRE, shown.wheel_radius, shown.turned)
    for side in shown.sides:
        items += _wheel(side, shown.wheel_radius, lean, wide)
    ends = [(math.copysign(shown.pivot, side.wheel[0]), 0.0) for side in shown.sides]
    items.append(Line((*ends,), tone, Pen.HEAVY))
    for side, pivot in zip(shown.sides, ends, strict=True):
        items += [Line(side.on, Tone.SOFT, Pen.HEAVY)] if side.on else []
        items += [
            Line((pivot, side.hole), tone, Pen.HEAVY),
            Circle(pivot, 0.7 * shown.od, tone, Pen.PART, fill=Tone.SHEET),
        ]
        link = math.atan2(side.pickup[1] - side.hole[1], side.pickup[0] - side.hole[0])
        upright = math.copysign(math.pi / 2.0, side.pickup[1] - side.hole[1])
        turned = ShownJoint(link - upright, side.joint.limit, side.joint.words)
        items += sector(side.hole, upright, turned) + sector(side.pickup, -upright, turned)
        items += [
            Line((side.hole, side.pickup), Tone.INK, Pen.HEAVY), Ring(side.hole, Tone.GRAB, chosen=True),
            Ring(side.pickup, Tone.GRAB),
        ]  # fmt: skip
        out = -1.0 if side.side is Side.LEFT else 1.0
        align = Align.RIGHT if out < 0.0 else Align.LEFT
        at = (side.wheel[0] + out * (0.5 * wide + 0.03), side.wheel[1])
        items.append(Text(at, side.words, Size.SMALL, Tone.INK, align, raise_by=0.6))
        items.append(
            Text(
                at, side.joint.words, Size.SMALL, Tone.WARNING if side.joint.near else Tone.SOFT, align, raise_by=-0.6
            )
        )
    items.append(Text((0.0, 0.0), "bar", Size.SMALL, tone, Align.CENTRE, raise_by=1.0))
    items.append(Text((0.0, ground - travel), shown.on_words, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=-1.2))
    title = f"{shown.axle.capitalize()} axle seen from behind, the car's left on the left"
    high = 2.0 * shown.wheel_radius - shown.bar_height + travel + 0.05
    return Drawing(tuple(items), (-reach - 0.5, ground - travel - 0.09), (reach + 0.5, high), title)


def _ground(shown: ShownAxle, reach: float) -> tuple[XY, XY]:
    """Under both wheels: seen from the body, the road moves."""
    (x0, y0), (x1, y1) = ((side.wheel[0], side.wheel[1] - shown.wheel_radius) for side in shown.sides)
    slope = (y1 - y0) / (x1 - x0)
    return (-reach, y0 + slope * (-reach - x0)), (reach, y0 + slope * (reach - x0))


def _wheel(side: ShownSide, r: float, lean: float, wide: float) -> list[Item]:
    cos, sin = math.cos(lean), math.sin(lean)
    corners = ((-wide / 2, -r), (wide / 2, -r), (wide / 2, r), (-wide / 2, r))
    at = tuple((side.wheel[0] + x * cos - y * sin, side.wheel[1] + x * sin + y * cos) for x, y in corners)
    return [
        Line(at, Tone.INK, Pen.PART, closed=True, fill=Tone.PANEL),
        Circle(side.wheel, 0.02, Tone.GRAB, Pen.PART, Tone.GRAB),
    ]
