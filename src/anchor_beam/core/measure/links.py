"""Links by caliper, and how high a pick-up lies above a bar whose arm hangs level."""

from __future__ import annotations

import math

from anchor_beam.core.arrays import require_not_negative, require_positive
from anchor_beam.core.measure.aids import Measured
from anchor_beam.errors import InputError, NoSolution

CALIPER = 0.2e-3  # m, of one reading over or between worn eyes
TAPE = 2e-3  # m, of a place beside the car
LEVEL = 4e-3  # m, of a height: an arm called level by eye and bubble is so within a degree over 250 mm
STEEPEST = math.cos(math.radians(60.0))  # of a link: one that leans further says nothing about a height


def centre_distance(over: float, between: float) -> Measured:
    """Centre to centre of two eyes of one size [m]: the mean of what lies over both and what lies between them.

    Raises:
        InputError: at "over" or "between".
    Source: docs/theory/measurements.md, "Links".
    """
    require_positive("over", over, "The distance over both eyes")
    require_not_negative("between", between, "The distance between the eyes")
    if not between < over:
        raise InputError("between", "Between the eyes it is shorter than over them.", got=between, accepts="less")
    return Measured(0.5 * (over + between), CALIPER / math.sqrt(2.0))


def level_height(link: Measured, *, lever: float, ahead: float, aside: float, below: bool) -> Measured:
    """Height of a pick-up above the pivot axis of a bar whose arm is level [m].

    link: its length; lever: of the hole about the pivot axis; ahead, aside: from pivot axis and hole to the pick-up [m];
    below: the link hangs down from the arm.

    Raises:
        InputError: at "link", it is no length.
        NoSolution: at "link", it is shorter than the way to its pick-up or lies too flat to tell a height.
    Source: docs/theory/measurements.md, "Links" (Pythagoras).
    """
    require_positive("link", link.value, "The length of the link")
    along = ahead - lever
    up2 = link.value**2 - along**2 - aside**2
    if not up2 > (STEEPEST * link.value) ** 2:
        raise NoSolution(
            "link", "With the arm level this link would lie too flat to tell a height.", got=link.value,
            accepts="a longer link, or other distances of the pick-up",
        )  # fmt: skip
    height = math.sqrt(up2)
    error = math.hypot(link.value * link.error, along * TAPE, aside * TAPE) / height
    return Measured(-height if below else height, math.hypot(error, LEVEL))
