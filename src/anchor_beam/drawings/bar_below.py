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

TITLE = "as you lie under it; holes count from the tip"
ROOM, BESIDE = 0.12, 0.17  # m above and below, and on both sides of what is drawn
RINGED = 0.045  # m around a hole that the step is about
OFF_BAR, BETWEEN_ARMS = 0.05, 0.18  # m from the bar: what belongs to it, and where nothing else is drawn


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
    AWAY = "away"
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
    turned = Turned() if turned is None else turned
    points = [from_below(point) for point in plan_points(bar, shown.forward, 0.0)]
    middle = (1.0 if shown.forward else -1.0) * 0.5 * float(bar.mesh.nodes[:, 0].max())
    clamps = [] if shown.fixed else [from_below((-y, 0.0)) for y in bar.bar.pivots]
    steel = Tone.GRAB if marked is Marked.BAR else tone
    items: list[Item] = [Tube(tuple(points), bar.bar.section.od, steel, double=shown.axle is Axle.REAR)]
    items += _wheels(shown.track, middle, marked)
    items += _clamps(clamps, max(0.045, 1.9 * bar.bar.section.od), marked)
    for side in Side:
        items += _holes(shown, side, marked, turned)
        x = points[0][0] if side is Side.LEFT else points[-1][0]
        beside, align = (0.05, Align.LEFT) if x > 0.0 else (-0.05, Align.RIGHT)
        items.append(Text((x + beside, 0.0), side.upper(), Size.NORMAL, Tone.SOFT, align, bold=True))
    items += _turned(shown, turned, clamps)
    xs, ys = [x for x, _ in points], [y for _, y in points]
    wide = 0.5 * (shown.track + TYRE_WIDTH) + 0.02
    low = (min(min(xs) - BESIDE, -wide), min(*ys, middle - 0.5 * TYRE_SHOWN) - ROOM)
    high = (max(max(xs) + BESIDE, wide), max(*ys, middle + 0.5 * TYRE_SHOWN) + ROOM)
    items.append(Text((low[0], high[1]), "front of the car ↑", Size.SMALL, Tone.SOFT, Align.LEFT, raise_by=-0.6))
    return Drawing(tuple(items), low, high, TITLE)


def _wheels(track: float, middle: float, marked: Marked) -> list[Item]:
    """So that it is the car that one lies under."""
    tone = Tone.GRAB if marked is Marked.WHEELS else Tone.HAIRLINE
    return [
        Line(rectangle((x, middle), TYRE_WIDTH, TYRE_SHOWN), tone, Pen.HAIR, closed=True)
        for x in (-0.5 * track, 0.5 * track)
    ]


def _clamps(clamps: list[XY], size: float, marked: Marked) -> list[Item]:
    """Where they hold the bar, and the collars beside them where a step is about those."""
    items: list[Item] = [
        Line(rectangle(at, 0.045, size), Tone.INK, Pen.PART, closed=True, fill=Tone.SHEET) for at in clamps
    ]
    for at in clamps:
        if marked is Marked.CLAMPS:
            items.append(Circle(at, 0.06, Tone.GRAB, Pen.HEAVY))
        elif marked is Marked.COLLARS:
            items.append(Circle((at[0] + (0.045 if at[0] < 0.0 else -0.045), at[1]), 0.03, Tone.GRAB, Pen.HEAVY))
    return items


def _holes(shown: ShownBar, side: Side, marked: Marked, turned: Turned) -> list[Item]:
    """Of one arm, that in use with its number, on the side where no stud is."""
    holes = [from_below(point) for point in hole_points(shown.bar, shown.forward, 0.0, side)]
    used, tone = shown.holes[side.position], tone_of(shown.axle)
    ringed = marked in (Marked.LINKS, Marked.ENDS)
    items: list[Item] = [
        Ring(at, Tone.GRAB if i == used else tone, chosen=i == used and shown.connected) for i, at in enumerate(holes)
    ]
    x, y = holes[used]
    if len(holes) > 1:
        beside = RINGED + 0.02 if ringed else 0.034
        outward = beside if x > 0.0 else -beside
        at = (x + outward if turned.stud is Points.IN else x - outward, y)
        items.append(Text(at, str(used + 1), Size.SMALL, Tone.INK, Align.CENTRE, bold=True))
    if ringed:
        items.append(Circle((x, y), RINGED, Tone.GRAB, Pen.HEAVY))
    return items


def _turned(shown: ShownBar, turned: Turned, clamps: list[XY]) -> list[Item]:
    """An arrow with a word for each that is said."""
    way = 1.0 if shown.forward else -1.0
    items: list[Item] = []
    free = BETWEEN_ARMS  # from the bar, where a word has the room between the arms for itself
    if turned.stud is not Points.NOWHERE and shown.connected and not shown.fixed:
        for side in Side:
            at = from_below(hole_points(shown.bar, shown.forward, 0.0, side)[shown.holes[side.position]])
            items += _arrow(at, turned.stud, 1.0 if side is Side.LEFT else -1.0, "stud")
            if turned.stud is Points.IN:
                free = max(free, way * at[1] + OFF_BAR)
    if turned.fittings is not Points.NOWHERE:
        for at in clamps:
            off = {Points.AHEAD: OFF_BAR, Points.BACK: -OFF_BAR}.get(
                turned.fittings, -way * OFF_BAR
            )  # not across the bar
            outward, word = (1.0, "grease") if at[0] > 0.0 else (-1.0, "")  # said once: both point alike
            items += _arrow((at[0], off), turned.fittings, outward, word)
    if turned.hump is not Points.NOWHERE:
        flat = turned.hump in (Points.AT_YOU, Points.AWAY)
        items += _arrow((0.0, way * OFF_BAR if flat else 0.0), turned.hump, 1.0, "hump")
    if turned.marked:
        words = f"maker's mark: {turned.marked}"
        items.append(Text((0.0, way * free), words, Size.SMALL, Tone.INK, Align.CENTRE, raise_by=-0.35))
    return items


def _arrow(at: XY, points: Points, outward: float, what: str) -> list[Item]:
    """In the plane an arrow; out of it a dot for what comes at you, a cross for what goes away. Its word, if any, stands
    at the tip of what points to a side, else towards the middle of the car, where there is room. outward: 1 is right."""
    (x, y), long, head, r = at, 0.07, 0.016, 0.012
    inner = Align.LEFT if outward < 0.0 else Align.RIGHT
    way = {Points.AHEAD: (0.0, 1.0), Points.BACK: (0.0, -1.0), Points.OUT: (outward, 0.0), Points.IN: (-outward, 0.0)}
    if points in way:
        dx, dy = way[points]
        tip = x + long * dx, y + long * dy
        barbs = tuple((tip[0] - head * (dx + s * dy), tip[1] - head * (dy + s * dx)) for s in (0.6, -0.6))
        beside = 0.012 * dx or -0.03 * outward
        align = inner if not dx else Align.RIGHT if dx < 0.0 else Align.LEFT
        arrow: list[Item] = [Line((at, tip), Tone.INK, Pen.PART), Line((barbs[0], tip, barbs[1]), Tone.INK, Pen.PART)]
        return [*arrow, Text((tip[0] + beside, tip[1]), what, Size.SMALL, Tone.INK, align)] if what else arrow
    off = (x - 0.034 * outward, y)
    cross = [Line(((off[0] - r, y - r), (off[0] + r, y + r))), Line(((off[0] - r, y + r), (off[0] + r, y - r)))]
    inside: list[Item] = [Circle(off, 0.3 * r, Tone.INK, fill=Tone.INK)] if points is Points.AT_YOU else [*cross]
    sign: list[Item] = [Circle(off, 1.4 * r, Tone.INK, Pen.PART), *inside]
    word = Text((off[0] - 0.024 * outward, y), f"{what} {points}", Size.SMALL, Tone.INK, inner)
    return [*sign, word] if what else sign


def from_below(point: XY) -> XY:
    """A point of the plan as somebody sees it who lies under the car: left and right change places."""
    return -point[0], point[1]
