"""Points of an axle that a tape can be held to, so that what lies around the bar need not be measured from its middle."""

from __future__ import annotations

from enum import StrEnum

import numpy as np

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.ends import end_result

Place = tuple[float, float, float]


class From(StrEnum):
    """What the tape is held to."""

    BAR = "bar's middle"
    BUSHING = "bushing"
    ARM_END = "arm's end"
    PICKUP = "pick-up"
    GROUND = "ground below it"


Datum = tuple[From, Side | None]


def datums(file: CarFile, axle: Axle) -> dict[Datum, Place]:
    """Where each is at ride height: x forward, y left, z up from the bar's pivot axis at the middle of the car [m]. Arms and
    pick-ups only where the links reach.

    Raises:
        InputError: as `end_result`.
    """
    record, end = file.car.axle(axle), file.bench.end(axle)
    result = end_result(record, end, axle)
    found: dict[Datum, Place] = {(From.BAR, None): (0.0, 0.0, 0.0)}
    bushing = 0.5 * end.bar.pivot_spacing.value
    for side in Side:
        out = 1.0 if side is Side.LEFT else -1.0
        found[From.BUSHING, side] = (0.0, out * bushing, 0.0)
        if result.sides is not None:
            where = result.sides[side.position].where
            nodes, holes = result.bar.mesh.nodes, result.bar.mesh.holes
            tip, drilled = nodes[0 if side is Side.LEFT else -1], nodes[holes[side.position, end.hole(side)]]
            longer = float(np.hypot(tip[0], tip[2]) / np.hypot(drilled[0], drilled[2]))
            hole, pickup = where.hole[0], where.pickup[0]
            found[From.ARM_END, side] = (float(hole[0]) * longer, float(tip[1]), float(hole[2]) * longer)
            found[From.PICKUP, side] = (float(pickup[0]), float(drilled[1] + pickup[1]), float(pickup[2]))
    found[From.GROUND, None] = (0.0, 0.0, -record.bar_height.value)
    return found
