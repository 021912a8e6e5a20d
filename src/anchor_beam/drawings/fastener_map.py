"""Where the fasteners of a job sit, over the bar as it is fitted, seen from below: each group a number on both sides."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.sides import Side
from anchor_beam.drawings.bar_below import bar_from_below, from_below
from anchor_beam.drawings.bars import ShownBar, hole_points, plan_points
from anchor_beam.drawings.shapes import XY, Align, Circle, Drawing, Item, Line, Pen, Size, Text, Tone
from anchor_beam.immutable import immutable

RADIUS = 0.028  # m of a mark
TITLE = "as you lie under it; ring in ring: started; full: final"


class Look(StrEnum):
    """How a mark is drawn."""

    OPEN = "open"
    STARTED = "started"
    FINAL = "final"
    HIDDEN = "hidden"


class Place(StrEnum):
    """Where on a bar a group of fasteners sits."""

    CLAMP = "clamp"
    COLLAR = "collar"
    ARM_END = "arm end"
    FAR_END = "far end"
    LINK = "link"
    BETWEEN = "between the clamps"
    CORNER = "corner"
    WHEEL = "wheel"
    FRAME = "frame"


PLACES: dict[str, Place] = {
    "saddles": Place.CLAMP, "u-bolts": Place.CLAMP, "mounts": Place.CLAMP, "collars": Place.COLLAR,
    "links-bar": Place.ARM_END, "eyes": Place.ARM_END, "grommets": Place.ARM_END, "bonded": Place.ARM_END,
    "ends": Place.ARM_END, "links-far": Place.FAR_END, "shared": Place.FAR_END, "jams": Place.LINK,
    "brace": Place.BETWEEN, "rod": Place.BETWEEN, "pinch": Place.CORNER, "pivot": Place.CORNER, "wheels": Place.WHEEL,
    "brackets": Place.FRAME, "subframe": Place.FRAME,
}  # fmt: skip
"""Of each fastener that ships; two that share a place stand beside each other."""


@immutable
class Mark:
    """A group on the map: the fastener, its number, how it is drawn, whether it is the one in hand."""

    fastener: str
    number: int
    look: Look
    chosen: bool


def fastener_map(shown: ShownBar, marks: tuple[Mark, ...]) -> Drawing:
    """The bar with a mark for each group on both sides."""
    below = bar_from_below(shown)
    items: list[Item] = list(below.items)
    for fastener, points in marks_at(shown, tuple(mark.fastener for mark in marks)).items():
        mark = next(each for each in marks if each.fastener == fastener)
        for at in points:
            items += _drawn(at, mark)
    room = RADIUS * 1.5
    wide = 0.5 * shown.track + 0.09
    low = (min(below.low[0], -wide), below.low[1] - room)
    return Drawing(tuple(items), low, (max(below.high[0], wide), below.high[1] + room), TITLE)


def marks_at(shown: ShownBar, fasteners: tuple[str, ...]) -> dict[str, tuple[XY, ...]]:
    """Where each group is drawn, right side of the sheet first."""
    found: dict[str, tuple[XY, ...]] = {}
    taken: dict[Place, int] = {}
    for fastener in fasteners:
        place = PLACES[fastener]
        beside = 2.3 * RADIUS * taken.get(place, 0)
        taken[place] = taken.get(place, 0) + 1
        found[fastener] = tuple(_point(shown, place, side, beside) for side in Side)
    return found


def _point(shown: ShownBar, place: Place, side: Side, beside: float) -> XY:
    """beside: how far from the first of this place, away from the bar [m]."""
    bar, way = shown.bar, 1.0 if shown.forward else -1.0
    outward = 1.0 if side is Side.LEFT else -1.0  # from below the car's left is on the right
    clamp = from_below((-bar.bar.pivots[side.position], 0.0))
    holes = [from_below(point) for point in hole_points(bar, shown.forward, 0.0, side)]
    hole = holes[shown.holes[side.position]]
    straight = [abs(x) for x, y in plan_points(bar, shown.forward, 0.0) if abs(y) < 0.02]
    corner = (outward * max(straight, default=abs(clamp[0])), 0.0)
    back = -way * (0.055 + beside)  # behind the bar, away from its arms
    match place:
        case Place.CLAMP:
            return clamp[0], back
        case Place.COLLAR:
            return clamp[0] - outward * 0.06, back
        case Place.ARM_END:
            return hole[0] - outward * (0.09 + beside), hole[1]
        case Place.FAR_END:
            return hole[0] + outward * 0.08, hole[1] + way * beside
        case Place.LINK:
            return hole[0] + outward * 0.08, hole[1] - way * (0.06 + beside)
        case Place.BETWEEN:
            return outward * 0.09, back
        case Place.CORNER:
            return corner[0] + outward * (0.01 + beside), -way * 0.055
        case Place.WHEEL:
            return outward * (0.5 * shown.track + beside), hole[1]
        case Place.FRAME:
            return 0.5 * (clamp[0] + corner[0]), way * (0.06 + beside)


def _drawn(at: XY, mark: Mark) -> list[Item]:
    pen = Pen.HEAVY if mark.chosen else Pen.PART
    tone = Tone.GRAB if mark.chosen else Tone.INK
    full = mark.look is Look.FINAL
    fill = Tone.INK if full else Tone.PANEL if mark.look is Look.STARTED else Tone.SHEET
    items: list[Item] = [Circle(at, RADIUS, tone, Pen.GHOST if mark.look is Look.HIDDEN else pen, fill=fill)]
    if mark.look is Look.STARTED:  # a second ring, which paper and the dark look show too
        items.append(Circle(at, 0.78 * RADIUS, Tone.INK, Pen.HAIR))
    if mark.chosen:
        items.append(Circle(at, 1.35 * RADIUS, Tone.GRAB, Pen.HEAVY))
    if mark.look is Look.HIDDEN:
        reach = 0.6 * RADIUS
        items.append(Line(((at[0] - reach, at[1] - reach), (at[0] + reach, at[1] + reach)), Tone.SOFT, Pen.HAIR))
    ink = Tone.SHEET if full else Tone.INK
    items.append(Text(at, str(mark.number), Size.SMALL, ink, Align.CENTRE, bold=True))
    return items
