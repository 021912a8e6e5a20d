"""A bar as it is fitted, seen by somebody who lies under the car: the car's left is on the right, its front is up."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.sides import Axle, Side
from anchor_beam.drawings.bars import ShownBar, hole_points, plan_points, tone_of
from anchor_beam.drawings.shapes import (
    XY,
    Align,
    Circle,
    Drawing,
    Item,
    Line,
    Pen,
    Ring,
    Size,
    Text,
    Tone,
    Tube,
    rectangle,
)

TITLE = "as you lie under it: the car's left is on your right"
ROOM, BESIDE = 0.09, 0.17  # m above and below, and on both sides of what is drawn


class Marked(StrEnum):
    """What the step in hand is about."""

    NOTHING = ""
    LINKS = "links"
    CLAMPS = "clamps"
    COLLARS = "collars"
    BAR = "bar"
    ENDS = "ends"


def bar_from_below(shown: ShownBar, marked: Marked) -> Drawing:
    """The bar with its clamps, where it has any, and holes, counted from the tip; what the step is about is ringed."""
    tone, bar = tone_of(shown.axle), shown.bar
    points = [_mirrored(point) for point in plan_points(bar, shown.forward, 0.0)]
    size = max(0.045, 1.9 * bar.bar.section.od)
    items: list[Item] = [
        Tube(
            tuple(points),
            bar.bar.section.od,
            Tone.GRAB if marked is Marked.BAR else tone,
            double=shown.axle is Axle.REAR,
        )
    ]
    clamps = [] if shown.fixed else [_mirrored((-y, 0.0)) for y in bar.bar.pivots]
    for at in clamps:
        items.append(Line(rectangle(at, 0.045, size), Tone.INK, Pen.PART, closed=True, fill=Tone.SHEET))
    for side in Side:
        holes = [_mirrored(point) for point in hole_points(bar, shown.forward, 0.0, side)]
        used = shown.holes[side.position]
        for i, at in enumerate(holes):
            items.append(Ring(at, Tone.GRAB if i == used else tone, chosen=i == used and shown.connected))
            if len(holes) > 1:
                out = 0.03 if at[0] > 0.0 else -0.03
                items.append(
                    Text((at[0] + out, at[1]), str(i + 1), Size.SMALL, Tone.INK, Align.CENTRE, raise_by=-0.35)
                )
        if marked in (Marked.LINKS, Marked.ENDS):
            items.append(Circle(holes[used], 0.045, Tone.GRAB, Pen.HEAVY))
        x = points[0][0] if side is Side.LEFT else points[-1][0]
        beside = x + 0.05 if x > 0.0 else x - 0.05
        items.append(
            Text(
                (beside, 0.0), side.upper(), Size.NORMAL, Tone.SOFT, Align.LEFT if x > 0.0 else Align.RIGHT, bold=True
            )
        )
    if marked in (Marked.CLAMPS, Marked.COLLARS):
        for at in clamps:
            inward = 0.045 if at[0] < 0.0 else -0.045
            spot = at if marked is Marked.CLAMPS else (at[0] + inward, at[1])
            items.append(Circle(spot, 0.06 if marked is Marked.CLAMPS else 0.03, Tone.GRAB, Pen.HEAVY))
    xs, ys = [x for x, _ in points], [y for _, y in points]
    low, high = (min(xs) - BESIDE, min(*ys, 0.0) - ROOM), (max(xs) + BESIDE, max(*ys, 0.0) + ROOM)
    items.append(Text((0.0, high[1]), "front of the car ↑", Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=-0.6))
    return Drawing(tuple(items), low, high, TITLE)


def _mirrored(point: XY) -> XY:
    """From below left and right change places."""
    return -point[0], point[1]
