"""How a corner is driven: how fast its curvature builds up, and how hard the car is braked, slowed and driven in it.

The curvature rises from nothing in the time T at the speed V. For the yaw of the car only V T counts: the length of road on
which the corner builds up.
"""

from __future__ import annotations

from enum import StrEnum

from anchor_beam.core.arrays import GRAVITY, require_not_negative, require_positive
from anchor_beam.immutable import immutable


class Phase(StrEnum):
    """Parts of a corner, each with its own balance."""

    TURN_IN = "turn-in"
    BRAKES = "brakes"
    MIDDLE = "middle"
    LIFT_OFF = "lift-off"
    EXIT = "exit"
    EXIT_DRY_THROTTLE = "exit, throttle as in the dry"


FIVE = (Phase.TURN_IN, Phase.BRAKES, Phase.MIDDLE, Phase.LIFT_OFF, Phase.EXIT)
BUILDING_UP = (Phase.TURN_IN, Phase.BRAKES)  # the car still yaws and rolls into these


class Use(StrEnum):
    """What the car is driven for."""

    STREET = "street"
    CONES = "cones"
    HILL = "hill"
    CIRCUIT = "circuit"


@immutable
class Driving:
    """On a dry road. speed: of the corner [m/s]; build_up: of its curvature, the whole of it [s].

    trail_braking, lift_off, exit_drive: sizes of the acceleration along the car on the brakes, with the throttle lifted and
    under power [m/s^2].
    """

    speed: float = 18.0
    build_up: float = 1.0
    trail_braking: float = 0.15 * GRAVITY
    lift_off: float = 0.08 * GRAVITY
    exit_drive: float = 0.15 * GRAVITY

    def __post_init__(self) -> None:
        require_positive("speed", self.speed, "The speed in the corner")
        require_positive("build_up", self.build_up, "The time in which the corner builds up")
        require_not_negative("trail_braking", self.trail_braking, "The braking in the corner")
        require_not_negative("lift_off", self.lift_off, "The engine braking")
        require_not_negative("exit_drive", self.exit_drive, "The drive at the exit")


USES = {
    Use.STREET: Driving(15.0, 1.5),
    Use.CONES: Driving(12.0, 0.8),
    Use.HILL: Driving(18.0, 1.0),
    Use.CIRCUIT: Driving(28.0, 1.2),
}
"""Typical figures; see docs/theory/phases.md, "How the corner builds up"."""
