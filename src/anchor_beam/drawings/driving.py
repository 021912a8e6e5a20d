"""The tyre as a curve of grip over load and over camber, and the corner as it is driven, with the figures of both."""

from __future__ import annotations

import math

from anchor_beam.drawings.shapes import XY, Align, Circle, Drawing, Item, Line, Pen, Ring, Size, Slot, Text, Tone
from anchor_beam.immutable import immutable

LOADS = (0.4, 2.0)  # of the load that a tyre is made for
LEANS = (-4.0, 6.0)  # deg
LOAD, LEAN = "load on the tyre", "lean into the turn"
TICKS = {
    LOAD: ((0.5, "half"), (1.0, "its own"), (2.0, "twice")), LEAN: ((-3.0, "−3 deg"), (0.0, "0"), (3.0, "3"), (6.0, "6")),
}  # fmt: skip
WIDE, HIGH = 1.5, 0.9  # m of one curve on the board


@immutable
class TyreShape:
    """grip and load sensitivity [-], best camber [deg], loss beside it [1/deg^2]."""

    grip: float
    load_sensitivity: float
    camber_best: float
    camber_loss: float


def _said(text: str, at: XY, align: Align = Align.CENTRE) -> Text:
    return Text(at, text, Size.SMALL, Tone.SOFT, align, raise_by=1.15)


def _field(place: str, text: str, at: XY, align: Align = Align.CENTRE) -> list[Item]:
    return [Slot(place, at, align), _said(text, at, align)]


def tyre_curves(tyre: TyreShape) -> Drawing:
    """Grip over load on the left, over camber on the right, to one scale of grip."""
    top = 1.15 * tyre.grip * max(1.0, 1.0 + 0.6 * tyre.load_sensitivity)
    scale = HIGH / top

    def over_load(x: float) -> float:
        return max(tyre.grip * (1.0 - tyre.load_sensitivity * (x - 1.0)), 0.0)

    def over_camber(lean: float) -> float:
        return max(tyre.grip * (1.0 - tyre.camber_loss * (lean - tyre.camber_best) ** 2), 0.0)

    items: list[Item] = []
    for left, (low, high), curve, what in (
        (0.0, LOADS, over_load, LOAD), (WIDE + 0.55, LEANS, over_camber, LEAN),
    ):  # fmt: skip
        per = WIDE / (high - low)
        points = [
            (left + per * (x - low), scale * curve(x)) for x in (low + (high - low) * i / 40 for i in range(41))
        ]
        items += [
            Line(((left, HIGH), (left, 0.0), (left + WIDE, 0.0)), Tone.INK, Pen.HAIR),
            Line(tuple(points), Tone.INK, Pen.HEAVY),
            Text((left + WIDE, -0.03), what, Size.SMALL, Tone.SOFT, Align.RIGHT, raise_by=-2.0),
            Text((left - 0.03, HIGH), "grip", Size.SMALL, Tone.SOFT, Align.RIGHT),
        ]  # fmt: skip
        for x, text in TICKS[what]:
            at = left + per * (x - low)
            items += [
                Line(((at, 0.0), (at, -0.025)), Tone.INK, Pen.HAIR),
                Text((at, -0.03), text, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=-0.8),
            ]
    made = WIDE / (LOADS[1] - LOADS[0]) * (1.0 - LOADS[0])
    best = WIDE + 0.55 + WIDE / (LEANS[1] - LEANS[0]) * (min(max(tyre.camber_best, LEANS[0]), LEANS[1]) - LEANS[0])
    at_best = scale * tyre.grip
    items += [
        Line(((made, 0.0), (made, scale * tyre.grip)), Tone.SOFT, Pen.GHOST), Ring((made, scale * tyre.grip), Tone.GRAB),
        Line(((best, 0.0), (best, at_best)), Tone.SOFT, Pen.GHOST), Ring((best, at_best), Tone.GRAB),
        *_field("car.grip", "grip at its own load", (made + 0.04, at_best - 0.22), Align.LEFT),
        *_field("car.load_sensitivity", "lost when the load doubles", (made + 0.3, at_best - 0.5), Align.LEFT),
        *_field("car.camber_best", "best camber", (best + 0.04, 0.16), Align.LEFT),
        *_field("car.camber_loss", "lost beside it", (WIDE + 0.6, 0.34), Align.LEFT),
        *_field("car.tyre", "tyres of the car", (0.3, HIGH + 0.32)),
        *_field("car.tyre_match", "front against rear", (1.2, HIGH + 0.32)),
    ]  # fmt: skip
    return Drawing(
        tuple(items),
        (-0.3, -0.12),
        (2.0 * WIDE + 0.75, HIGH + 0.5),
        "Grip of the tyre on a dry road, from these figures",
        to_scale=False,
    )


PHASES = (("turn-in", 0.16), ("on the brakes", 0.3), ("middle", 0.5), ("lift-off", 0.64), ("exit", 0.88))


def corner_as_driven() -> Drawing:
    """A right-angled left-hander from above, with where each figure counts."""
    radius, straight = 1.0, 0.9
    path: list[XY] = [(radius, -straight)]
    path += [
        (radius * math.cos(math.radians(a)), radius * math.sin(math.radians(a))) for a in range(0, 91, 5)
    ]  # fmt: skip
    path.append((-straight, radius))

    def edge(by: float) -> tuple[XY, ...]:
        r = radius + by
        bend = tuple((r * math.cos(math.radians(a)), r * math.sin(math.radians(a))) for a in range(0, 91, 5))
        return ((r, -straight), *bend, (-straight, r))

    items: list[Item] = [
        Line(edge(0.12), Tone.HAIRLINE, Pen.PART), Line(edge(-0.12), Tone.HAIRLINE, Pen.PART),
        Line(tuple(path), Tone.INK, Pen.GHOST),
    ]  # fmt: skip
    for text, part in PHASES:
        angle = math.radians(90.0 * (part * 1.5 - 0.25))
        angle = min(max(angle, 0.0), math.pi / 2)
        beyond = -straight * max(0.0, 0.25 - part * 1.5) if part < 0.2 else 0.0
        at = (radius * math.cos(angle), radius * math.sin(angle) + beyond)
        out = (1.2 * at[0] + (0.04 if part < 0.5 else 0.0), 1.2 * at[1])
        items += [Circle(at, 0.03, Tone.GRAB, Pen.PART, Tone.SHEET), Text(out, text, Size.SMALL, Tone.INK)]
    items += [
        *_field("car.speed", "speed in the corner", (0.1, 0.28)),
        *_field("car.build_up", "corner builds up in", (0.1, -0.02)),
        *_field("car.trail_braking", "trail braking", (1.75, 0.52)),
        *_field("car.lift_off", "engine braking", (1.1, 1.22)),
        *_field("car.exit_drive", "drive at the exit", (-0.4, 1.32)),
        Text((radius, -straight), "in", Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=-1.0),
        Text((-straight, radius), "out", Size.SMALL, Tone.SOFT, Align.RIGHT),
    ]  # fmt: skip
    return Drawing(
        tuple(items), (-1.1, -1.05), (2.0, 1.6), "The corner as it is driven, on a dry road", to_scale=False
    )
