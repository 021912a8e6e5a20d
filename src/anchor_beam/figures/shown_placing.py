"""The zone of a mount for its drawing and its table."""

from __future__ import annotations

import math

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.builds import PLACING
from anchor_beam.documents.records import ArmDirection, CarFile
from anchor_beam.drawings.placing import ShownZone, runs
from anchor_beam.drawings.shapes import XY
from anchor_beam.figures.placing import Best, Point, Zone
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words import placing as words

LETTERS = "ABC"


def datums(file: CarFile, axle: Axle, side: Side) -> tuple[XY, ...]:
    """Holes that a mount is measured from, on one side: ahead and up [m]. Where the right one was not measured it mirrors the
    left one."""
    found = []
    for left_ahead, left_up, right_ahead, right_up in file.read_at(PLACING.key, axle).rows:
        ahead, up = (left_ahead, left_up) if side is Side.LEFT else (right_ahead or left_ahead, right_up or left_up)
        if ahead is not None and up is not None:
            found.append((ahead.value, up.value))
    return tuple(found)


def shown_zone(zone: Zone, file: CarFile, axle: Axle, side: Side) -> ShownZone:
    """For the drawing of one side."""
    forward = 1.0 if file.car.axle(axle).arms is ArmDirection.FORWARD else -1.0
    xs = [forward * float(x) for x in zone.ahead]
    low, high = (xs[0], float(zone.up[0])), (xs[-1], float(zone.up[-1]))
    best = tuple((letter, (forward * p.ahead, p.up)) for letter, (_, p) in zip(LETTERS, zone.best, strict=False))
    marks = tuple((str(i), (forward * x, z)) for i, (x, z) in enumerate(datums(file, axle, side), start=1))
    return ShownZone(low, high, runs(xs, zone.up.tolist(), zone.allowed.tolist()), best, marks)


def point_cells(why: Best, point: Point, holes: tuple[XY, ...], units: System) -> tuple[str, ...]:
    """Why it is told, where it is, its link, how square, what its joints do, the rate, the room, and from the datum holes."""

    def length(x: float) -> str:
        return str(show(x, Kind.FINE_LENGTH, units))

    apart = (math.dist((point.ahead, point.up), hole) for hole in holes)
    rate = str(show(100.0 * (point.wheel_rate - 1.0), Kind.PERCENT, units, sign=True))
    room = length(point.gap) if math.isfinite(point.gap) else words.NOTHING
    return (
        str(why), f"{length(point.ahead)} · {length(point.up)}", length(point.length),
        str(show(point.off_square, Kind.ANGLE, units)), str(show(point.joint, Kind.ANGLE, units)), rate, room,
        words.from_datums(tuple(map(length, apart))),
    )  # fmt: skip
