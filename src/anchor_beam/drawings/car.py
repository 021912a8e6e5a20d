"""The car in plan with its weights and tracks, and from the left with its heights."""

from __future__ import annotations

from anchor_beam.core.sides import CORNERS, Axle
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import (
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
    rectangle,
)
from anchor_beam.immutable import immutable
from anchor_beam.words.names import LETTER


@immutable
class CarShape:
    """Dimensions [m] that the drawings are made from; tracks, wheel radii and roll centres front then rear."""

    wheelbase: float
    tracks: tuple[float, float]
    wheel_radii: tuple[float, float]
    roll_centres: tuple[float, float]
    cg_height: float
    cg_behind_front: float
    live: tuple[bool, bool]


OVERHANG = (0.72, 0.62)  # m of body ahead of and behind the axles: an outline to orient by, not data
TYRE = 0.2


def car_in_plan(shape: CarShape) -> Drawing:
    """Plan lying on its side: front to the left, the car's left below. Corner weights stand at their wheels."""
    L, widest = shape.wheelbase, max(shape.tracks)
    nose, tail = -OVERHANG[0], L + OVERHANG[1]
    half = widest / 2 + 0.06
    body = [(nose, -0.6 * half), (nose + 0.12, -half), (tail - 0.1, -half), (tail, -0.8 * half)]
    body += [(x, -y) for x, y in reversed(body)]
    items: list[Item] = [Line(tuple(body), Tone.HAIRLINE, Pen.HAIR, closed=True)]
    items.append(Line(((nose, 0.0), (tail, 0.0)), Tone.HAIRLINE, Pen.CENTRE))
    for axle, x, track, radius, live in zip(Axle, (0.0, L), shape.tracks, shape.wheel_radii, shape.live, strict=True):
        items += _axle_in_plan(axle, x, track, radius, live)
    items.append(Dimension((0.0, -half - 0.34), (L, -half - 0.34), slot="car.wheelbase"))
    items += _cg(shape.cg_behind_front, 0.0)
    for place, text, at in (
        ("car.drive", "drive", (0.23 * L, 0.44)), ("car.chassis_torsion", "chassis torsion", (0.79 * L, 0.44)),
        ("car.brake_front", "front brake share", (0.23 * L, -0.46)), ("car.rear_brakes", "rear brakes", (0.79 * L, -0.46)),
    ):  # fmt: skip
        items += [Slot(place, at), Text(at, text, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=1.2)]
    roomy = -1.0 if shape.cg_behind_front > L / 2 else 1.0  # towards the farther axle
    at, align = (shape.cg_behind_front + roomy * 0.1, 0.0), Align.RIGHT if roomy < 0.0 else Align.LEFT
    items += [Slot("car.yaw_index", at, align), Text(at, "yaw index", Size.SMALL, Tone.SOFT, align, raise_by=1.2)]
    items.append(Text((nose - 0.05, 0.3), "front", Size.SMALL, Tone.SOFT, Align.RIGHT))
    for key in CORNERS:
        x = 0.0 if key[0] == "f" else L
        side = -1.0 if key[1] == "l" else 1.0
        y = side * (shape.tracks[0 if key[0] == "f" else 1] / 2 + 0.21)
        items.append(Slot(f"car.corner_{key}", (x, y)))
    items.append(Text((L / 2, half + 0.2), "right-hand side", Size.SMALL, Tone.SOFT, Align.CENTRE))
    items.append(Text((L / 2, -half - 0.16), "left-hand side", Size.SMALL, Tone.SOFT, Align.CENTRE))
    return Drawing(
        tuple(items), (nose - 0.3, -half - 0.44), (tail + 0.3, half + 0.34), "Car from above, its front to the left"
    )


def _axle_in_plan(axle: Axle, x: float, track: float, radius: float, live: bool) -> list[Item]:
    tone = tone_of(axle)
    pen = Pen.HEAVY if live else Pen.PART
    items: list[Item] = [Line(((x, -track / 2), (x, track / 2)), tone, pen)]
    if axle is Axle.REAR:
        items.append(Line(((x + 0.035, -track / 2), (x + 0.035, track / 2)), tone, pen))
    for y in (-track / 2, track / 2):
        items.append(Line(rectangle((x, y), 2 * radius, TYRE), Tone.INK, Pen.PART, closed=True, fill=Tone.PANEL))
    off = -0.5 if axle is Axle.FRONT else 0.48
    items.append(Dimension((x + off, -track / 2), (x + off, track / 2), slot=f"car.{axle}.track"))
    items.append(Text((x + (0.06 if axle is Axle.FRONT else -0.12), 0.3), LETTER[axle], Size.LARGE, tone, bold=True))
    return items


def _cg(x: float, y: float) -> list[Item]:
    """The mark of a centre of gravity: a circle with a cross."""
    r = 0.05
    return [
        Circle((x, y), r, Tone.INK, Pen.PART, fill=Tone.SHEET),
        Line(((x - r, y), (x + r, y)), Tone.INK, Pen.HAIR),
        Line(((x, y - r), (x, y + r)), Tone.INK, Pen.HAIR),
    ]


def car_from_left(shape: CarShape) -> Drawing:
    """Heights above the ground: centre of gravity, roll centres and wheel centres, each on its dimension line."""
    L = shape.wheelbase
    items: list[Item] = [Line(((-1.1, 0.0), (L + 1.1, 0.0)), Tone.INK, Pen.PART)]
    for axle, x, radius, centre in zip(Axle, (0.0, L), shape.wheel_radii, shape.roll_centres, strict=True):
        tone, out = tone_of(axle), -1.0 if axle is Axle.FRONT else 1.0
        items.append(Circle((x, radius), radius, Tone.HAIRLINE, Pen.PART))
        items.append(Circle((x, radius), 0.02, tone, Pen.PART))
        items.append(Circle((x, centre), 0.03, tone, Pen.PART, fill=tone))
        items.append(Line(((x, radius), (x + out * 0.95, radius)), Tone.HAIRLINE, Pen.HAIR))
        items.append(
            Dimension((x + out * 0.78, 0.0), (x + out * 0.78, radius), slot=f"car.{axle}.wheel_centre_height")
        )
        items.append(
            Text((x + out * 0.78, radius), "wheel centre", Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=0.7)
        )
        beside, level = x - out * 0.66, 0.18 if centre < 0.15 else 0.07  # clear of the roll axis
        items.append(Line(((x, centre), (beside, level - 0.03)), Tone.SOFT, Pen.HAIR))
        items.append(Slot(f"car.{axle}.roll_centre_height", (beside, level)))
        items.append(
            Text((beside, level), f"{LETTER[axle]} roll centre", Size.SMALL, tone, Align.CENTRE, raise_by=1.25)
        )
    f, r = shape.roll_centres
    items.append(Line(((0.0, f), (L, r)), Tone.SOFT, Pen.GHOST))
    x = shape.cg_behind_front
    items.append(Dimension((x, 0.0), (x, shape.cg_height)))
    items.append(Slot("car.cg_height", (x + 0.07, shape.cg_height), Align.LEFT))
    items += _cg(x, shape.cg_height)
    items.append(Text((x + 0.1, shape.cg_height), "centre of gravity", Size.SMALL, Tone.SOFT, raise_by=1.3))
    top = max(2 * max(shape.wheel_radii), shape.cg_height) + 0.14
    return Drawing(tuple(items), (-1.15, -0.05), (L + 1.15, top), "Heights, seen from the left, front to the left")
