"""What balance is proposed for a use of the car, phase by phase, as margins to begin from."""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.grip.driving import FIVE, Phase, Use
from anchor_beam.core.grip.model import Drive
from anchor_beam.core.sides import AxleKind

Window = tuple[float, float]


class Confidence(StrEnum):
    """How the driver takes a car that moves."""

    CAREFUL = "likes it safe"
    USUAL = "as most"
    KEEN = "wants it to turn"


PROPOSED: dict[Use, dict[Phase, Window]] = {
    Use.STREET: dict(zip(FIVE, ((4, 14), (1, 9), (2, 8), (-4, 4), (4, 16)), strict=True)),
    Use.CONES: dict(zip(FIVE, ((4, 14), (-1, 6), (-0.5, 4), (-7, 1), (1, 12)), strict=True)),
    Use.HILL: dict(zip(FIVE, ((3, 10), (0, 6), (0.5, 4), (-5, 2), (2, 12)), strict=True)),
    Use.CIRCUIT: dict(zip(FIVE, ((1, 7), (-1, 4), (0, 3.5), (-6, 1), (1, 10)), strict=True)),
}  # fmt: skip
"""[%], + push. Turn-in lies above the middle by what it takes to turn the car at all; see docs/theory/phases.md."""

DRIVEN_WHEELS_STEER = 6.0  # % more push at the exit of a front-drive car
AXLE_FOLLOWS = 2.0  # % more push at turn-in with a live axle


SAFER = {
    Confidence.CAREFUL: 1.5,
    Confidence.USUAL: 0.0,
    Confidence.KEEN: -1.5,
}  # % more push for a driver who wants it
ROLL: dict[Use, Window] = {
    Use.STREET: (2.5, 5.0),
    Use.CONES: (1.5, 3.5),
    Use.HILL: (1.5, 3.5),
    Use.CIRCUIT: (1.0, 2.8),
}
"""[deg/g] from a flat car that skips over bumps to one that falls onto the edges of its tyres."""
LEANS = 1.5  # deg/g more of a car on a live axle, which stands high


def wish(phase: Phase, use: Use, drive: Drive, rear: AxleKind, confidence: Confidence = Confidence.USUAL) -> Window:
    """Lowest and highest margin [%] to begin from."""
    low, high = PROPOSED[use][phase]
    more = SAFER[confidence]
    if phase is Phase.EXIT and drive is Drive.FRONT:
        more += DRIVEN_WHEELS_STEER
    if phase is Phase.TURN_IN and rear is AxleKind.LIVE:
        more += AXLE_FOLLOWS
    return low + more, high + more


def roll_wish(use: Use, rear: AxleKind) -> Window:
    """Least and largest roll gradient [deg/g] to begin from."""
    low, high = ROLL[use]
    more = LEANS if rear is AxleKind.LIVE else 0.0
    return low + more, high + more
