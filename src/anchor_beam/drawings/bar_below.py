"""A bar as it is fitted, seen by somebody who lies under the car: the car's left is on the right, its front is up."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.sides import Axle, Side
from anchor_beam.drawings.bars import TYRE_SHOWN, TYRE_WIDTH, ShownBar, hole_points, plan_points, tone_of
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
from anchor_beam.immutable import immutable

TITLE = "as you lie under it: the car's left is on your right; holes count from the tip"
ROOM, BESIDE = 0.09, 0.17  # m above and below, and on both sides of what is drawn
RINGED = 0.045  # m around a hole that the step is about


class Marked(StrEnum):
    """What the step in hand is about."""

    NOTHING = ""
    LINKS = "links"
    CLAMPS = "clamps"
    COLLARS = "collars"
    BAR = "bar"
    ENDS = "ends"
    WHEELS = "wheels"


class Points(StrEnum):
    """Where something on the bar points, as far as a view from below tells it."""

    NOWHERE = ""
    AT_YOU = "at you"
    AWAY = "away from you"
    AHEAD = "ahead"
    BACK = "back"
    OUT = "outward"
    IN = "inward"


@immutable
class Turned:
    """How a bar and its links are turned. stud: of the link, at the bar's arm; hump, fittings: of the bar; marked: which end
    its maker marked."""

    stud: Points = Points.NOWHERE
    hump: Points = Points.NOWHERE
    fittings: Points = Points.NOWHERE
    marked: str = ""


def bar_from_below(shown: ShownBar, marked: Marked = Marked.NOTHING, turned: Turned | None = None) -> Drawing:
    """The bar with its clamps, where it has any, and holes, that in use with its number; which way studs, hump and grease
    fittings point; what the step is about is ringed."""
    tone, bar = tone_of(shown.axle), shown.bar
    points = [from_below(point) for point in plan_points(bar, shown.forward, 0.0)]
    size = max(0.045, 1.9 * bar.bar.section.od)
    items: list[Item] = [
        Tube(
            tuple(points),
            bar.bar.section.od,
            Tone.GRAB if marked is Marked.BAR else tone,
            double=shown.axle is Axle.REAR,
        )
    ]
    middle = (1.0 if shown.forward else -1.0) * 0.5 * float(bar.mesh.nodes[:, 0].max())
    for x in (-0.5 * shown.track, 0.5 * shown.track):  # the wheels, so that it is the car that one lies under
        tyre = Tone.GRAB if marked is Marked.WHEELS else Tone.HAIRLINE
        items.append(Line(rectangle((x, middle), TYRE_WIDTH, TYRE_SHOWN), tyre, Pen.HAIR, closed=True))
    clamps = [] if shown.fixed else [from_below((-y, 0.0)) for y in bar.bar.pivots]
    for at in clamps:
        items.append(Line(rectangle(at, 0.045, size), Tone.INK, Pen.PART, closed=True, fill=Tone.SHEET))
    for side in Side:
        holes = [from_below(point) for point in hole_points(bar, shown.forward, 0.0, side)]
        used = shown.holes[side.position]
        for i, at in enumerate(holes):
            items.append(Ring(at, Tone.GRAB if i == used else tone, chosen=i == used and shown.connected))
        ringed = marked in (Marked.LINKS, Marked.ENDS)
        if len(holes) > 1:
            at, beside = holes[used], RINGED + 0.02 if ringed else 0.034
            inward = at[0] + (-beside if at[0] > 0.0 else beside)  # clear of studs
            items.append(Text((inward, at[1]), str(used + 1), Size.SMALL, Tone.INK, Align.CENTRE, bold=True))
        if ringed:
            items.append(Circle(holes[used], RINGED, Tone.GRAB, Pen.HEAVY))
        x = points[0][0] if side is Side.LEFT else points[-1][0]
        outside = x + 0.05 if x > 0.0 else x - 0.05
        items.append(
            Text(
                (outside, 0.0),
                side.upper(),
                Size.NORMAL,
                Tone.SOFT,
                Align.LEFT if x > 0.0 else Align.RIGHT,
                bold=True,
            )
        )
    if marked in (Marked.CLAMPS, Marked.COLLARS):
        for at in clamps:
            inward = 0.045 if at[0] < 0.0 else -0.045
            spot = at if marked is Marked.CLAMPS else (at[0] + inward, at[1])
            items.append(Circle(spot, 0.06 if marked is Marked.CLAMPS else 0.03, Tone.GRAB, Pen.HEAVY))
    xs, ys = [x for x, _ in points], [y for _, y in points]
    wide = 0.5 * (shown.track + TYRE_WIDTH) + 0.02
    low = (min(min(xs) - BESIDE, -wide), min(*ys, 0.0) - ROOM)
    high = (max(max(xs) + BESIDE, wide), max(*ys, 0.0) + ROOM)
    if turned is not None:
        items += _turned(shown, turned, clamps)
    items.append(Text((0.0, high[1]), "front of the car ↑", Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=-0.6))
    return Drawing(tuple(items), low, high, TITLE)


def _turned(shown: ShownBar, turned: Turned, clamps: list[XY]) -> list[Item]:
    """An arrow with a word for each that is said."""
    way = 1.0 if shown.forward else -1.0
    items: list[Item] = []
    if turned.stud is not Points.NOWHERE and shown.connected and not shown.fixed:
        for side in Side:
            at = from_below(hole_points(shown.bar, shown.forward, 0.0, side)[shown.holes[side.position]])
            items += _arrow(at, turned.stud, 1.0 if side is Side.LEFT else -1.0, "stud")
    if turned.fittings is not Points.NOWHERE:
        for at in clamps:
            items += _arrow((at[0], -way * 0.04), turned.fittings, 1.0 if at[0] > 0.0 else -1.0, "grease")
    if turned.hump is not Points.NOWHERE:
        items += _arrow((0.0, 0.0), turned.hump, 1.0, "hump")
    if turned.marked:
        words = f"maker's mark: {turned.marked}"
        items.append(Text((0.0, -way * 0.05), words, Size.SMALL, Tone.INK, Align.CENTRE, raise_by=-0.35))
    return items


def _arrow(at: XY, points: Points, outward: float, what: str) -> list[Item]:
    """In the plane an arrow; out of it a dot for what comes at you, a cross for what goes away."""
    (x, y), long, head, r = at, 0.07, 0.016, 0.012
    way = {Points.AHEAD: (0.0, 1.0), Points.BACK: (0.0, -1.0), Points.OUT: (outward, 0.0), Points.IN: (-outward, 0.0)}
    if points in way:
        dx, dy = way[points]
        tip = x + long * dx, y + long * dy
        barbs = tuple((tip[0] - head * (dx + s * dy), tip[1] - head * (dy + s * dx)) for s in (0.6, -0.6))
        end = Text((tip[0] + 0.012 * (dx or 1.0), tip[1]), what, Size.SMALL, Tone.INK,
                   Align.RIGHT if dx < 0.0 else Align.LEFT)  # fmt: skip
        return [Line((at, tip), Tone.INK, Pen.PART), Line((barbs[0], tip, barbs[1]), Tone.INK, Pen.PART), end]
    off = (x + 0.034, y)
    cross = [Line(((off[0] - r, y - r), (off[0] + r, y + r))), Line(((off[0] - r, y + r), (off[0] + r, y - r)))]
    inside: list[Item] = [Circle(off, 0.3 * r, Tone.INK, fill=Tone.INK)] if points is Points.AT_YOU else [*cross]
    words = f"{what} {points}"
    return [
        Circle(off, 1.4 * r, Tone.INK, Pen.PART), *inside,
        Text((off[0] + 0.024, y), words, Size.SMALL, Tone.INK, Align.LEFT),
    ]  # fmt: skip


def from_below(point: XY) -> XY:
    """A point of the plan as somebody sees it who lies under the car: left and right change places."""
    return -point[0], point[1]
