"""One axle seen from behind, to scale, with each figure on the part that it belongs to."""

from __future__ import annotations

import math

from anchor_beam.core.sides import Axle
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
    Size,
    Slot,
    Text,
    Tone,
)
from anchor_beam.immutable import immutable

TYRE, BODY = 0.2, 0.95  # m: width of a tyre as drawn, and how high the springs end
LEFT, RIGHT = -1.48, 1.02  # m of the two columns of fields
FIELD = 0.5  # m that a field takes on the board
ABOVE, BELOW = 1.24, -0.34  # m of the two rows of fields
APART = 0.52  # m between the fields of a row


@immutable
class AxleShape:
    """Lengths [m] and the lean of the wheels [rad]; idle: names of figures that play no part here."""

    axle: Axle
    track: float
    wheel_radius: float
    roll_centre: float
    live: bool
    spring_base: float
    camber: float
    idle: frozenset[str]


def axle_from_behind(shape: AxleShape) -> Drawing:
    """The car's left is on the left."""
    tone, half, r = tone_of(shape.axle), shape.track / 2.0, shape.wheel_radius
    seat = shape.spring_base / 2.0 if shape.live else half - 0.26
    items: list[Item] = [
        Line(((-1.2, 0.0), (1.2, 0.0)), Tone.INK, Pen.PART), Line(((0.0, -0.05), (0.0, BODY)), Tone.HAIRLINE, Pen.CENTRE),
        Line(((-seat - 0.12, BODY), (seat + 0.12, BODY)), Tone.INK, Pen.PART),
        Line(((-half, r), (half, r)), tone, Pen.HEAVY if shape.live else Pen.GHOST),
    ]  # fmt: skip
    for side in (-1.0, 1.0):
        items += _wheel(side, half, r, shape.camber, tone)
        items.append(_coils((side * seat, r + 0.02), (side * seat, BODY), tone))
        items.append(Line(((side * (seat + 0.085), r + 0.02), (side * (seat + 0.085), BODY)), Tone.SOFT, Pen.HEAVY))
    items.append(Dimension((-half, -0.11), (half, -0.11), slot=_place(shape, "track")))
    items += _columns(shape, half, r)
    items += _middle(shape, seat)
    items += _row(shape, ABOVE, ("travel_ends", "bump_gap", "bump_rate", "droop"))
    items += _row(shape, BELOW, ("kind", "differential", "bias", "bias_coast", "preload"))
    title = f"{shape.axle.capitalize()} axle seen from behind, the car's left on the left"
    return Drawing(tuple(items), (-1.5, BELOW - 0.08), (1.5, ABOVE + 0.12), title)


def _place(shape: AxleShape, name: str) -> str:
    return f"car.{shape.axle}.{name}"


def _wheel(side: float, half: float, r: float, camber: float, tone: Tone) -> list[Item]:
    """Leaning by its camber: with the top towards the car where that is negative."""
    lean = side * camber
    cos, sin = math.cos(lean), math.sin(lean)
    corners = ((-TYRE / 2, -r), (TYRE / 2, -r), (TYRE / 2, r), (-TYRE / 2, r))
    at = tuple((side * half + x * cos + y * sin, r - x * sin + y * cos) for x, y in corners)
    return [
        Line(at, Tone.INK, Pen.PART, closed=True, fill=Tone.PANEL), Circle((side * half, r), 0.03, tone, Pen.PART, tone),
    ]  # fmt: skip


def _coils(bottom: XY, top: XY, tone: Tone) -> Line:
    points, turns = [bottom], 7
    for i in range(2 * turns):
        part, aside = (i + 0.5) / (2 * turns), 0.05 if i % 2 == 0 else -0.05
        points.append((bottom[0] + aside, bottom[1] + part * (top[1] - bottom[1])))
    return Line((*points, top), tone, Pen.PART)


def _field(
    shape: AxleShape, name: str, text: str, at: XY, align: Align = Align.LEFT, to: XY | None = None
) -> list[Item]:
    """A field under its name, with a line to what it is about."""
    if name in shape.idle:
        return []
    beside = at[0] + (FIELD if at[0] < 0.0 else -0.02)  # the line begins at the field's inner end
    found: list[Item] = [] if to is None else [Line(((beside, at[1]), to), Tone.HAIRLINE, Pen.HAIR)]
    return [*found, Slot(_place(shape, name), at, align), Text(at, text, Size.SMALL, Tone.SOFT, align, raise_by=1.15)]


def _columns(shape: AxleShape, half: float, r: float) -> list[Item]:
    """What belongs to wheels and tyres: on the left the wheel, on the right the tyre."""
    hub, foot = (-half, r), (-half, 0.02)
    items: list[Item] = []
    for name, text, y, to in (
        ("camber", "static camber", 1.04, (-half, 1.8 * r)), ("roll_camber", "camber from roll", 0.8, (-half, 1.5 * r)),
        ("unsprung_mass", "unsprung mass", 0.56, hub), ("wheel_centre_height", "wheel centre height", 0.32, hub),
        ("tyre_rate", "tyre rate", 0.08, foot),
    ):  # fmt: skip
        items += _field(shape, name, text, (LEFT, y), to=to)
    tyre, steer = (half, 1.6 * r), (half, r)
    for name, text, y, end in (
        ("tyre", "tyres", 1.04, tyre), ("tyre_load", "tyre size, over the mean", 0.8, tyre),
        ("compliance_steer", "steer from side force", 0.56, steer), ("roll_steer", "steer from roll", 0.32, steer),
        ("own_grip", "grip of its own", 0.08, (half, 0.02)),
    ):  # fmt: skip
        items += _field(shape, name, text, (RIGHT, y), to=end)
    return items


def _middle(shape: AxleShape, seat: float) -> list[Item]:
    """Springs, dampers and the roll centre."""
    h = shape.roll_centre
    items: list[Item] = [
        *_field(shape, "damping", "damping", (seat - 0.08, 0.83), Align.RIGHT),
        *_field(shape, "spring_rate", "spring rate", (0.08 - seat, 0.67)),
        *_field(shape, "spring_ratio", "its motion ratio", (0.08 - seat, 0.48)),
        Circle((0.0, h), 0.025, tone_of(shape.axle), Pen.PART, tone_of(shape.axle)),
        *_field(shape, "roll_centre_height", "roll centre", (0.08, max(h, 0.06))),
    ]  # fmt: skip
    if "spring_base" not in shape.idle:
        items.append(Dimension((-seat, BODY + 0.07), (seat, BODY + 0.07), slot=_place(shape, "spring_base")))
    return items


ROW_NAMES = {
    "travel_ends": "ends of travel", "bump_gap": "free bump travel", "bump_rate": "bump stop rate",
    "droop": "free droop travel", "kind": "kind of axle", "differential": "differential", "bias": "bias, driven",
    "bias_coast": "bias, overrun", "preload": "its preload",
}  # fmt: skip


def _row(shape: AxleShape, y: float, names: tuple[str, ...]) -> list[Item]:
    """Fields beside each other; those that play no part leave their place to the others."""
    there = [name for name in names if name not in shape.idle]
    items: list[Item] = []
    for i, name in enumerate(there):
        x = APART * (i - 0.5 * (len(there) - 1))
        items += _field(shape, name, ROW_NAMES[name], (x, y), Align.CENTRE)
    return items
