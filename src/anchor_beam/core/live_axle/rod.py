"""The lateral locating rod (Panhard rod): axle shift, roll centre, re-centring, forces.

Axes are those of the car, rear view: y left, z up, ground 0. The axle's end keeps its distance from the frame's end,
so it moves on a circle and takes the axle sideways with travel. The roll centre is where the rod meets the centre
plane. Along the rod acts the side force over the cosine of its slope; the rest of it lifts the body or presses it
down.
"""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

OFF_LEVEL = math.radians(3.0)  # a rod more than this off level at ride height is worth a caution
STEEP_LINK = math.radians(4.0)  # ... and so is a lower link


@immutable
class Rod:
    """Rod at ride height: x forward, y left of the centre line, z above ground [m]; `frame` moves with the body."""

    frame: tuple[float, float, float]
    axle: tuple[float, float, float]

    def __post_init__(self) -> None:
        if not all(math.isfinite(value) for value in (*self.frame, *self.axle)):
            raise InputError("rod", "The ends of the rod need finite coordinates.", accepts="x, y and z of both ends")
        if abs(self.axle[1] - self.frame[1]) < 0.05:
            raise InputError(
                "rod.axle", "A lateral rod must lie across the car.", got=self.axle[1] - self.frame[1],
                accepts="ends at least 50 mm apart across the car",
            )  # fmt: skip

    @property
    def length(self) -> float:
        """[m]"""
        return math.dist(self.frame, self.axle)

    @property
    def side(self) -> float:
        """+1 where the axle end lies left of the frame end."""
        return math.copysign(1.0, self.axle[1] - self.frame[1])

    @property
    def rise(self) -> float:
        """Height of the axle end over the frame end [m]."""
        return self.axle[2] - self.frame[2]

    @property
    def off_level(self) -> float:
        """Angle of the rod against the ground in rear view [rad], > 0 with the axle end high."""
        return math.atan2(self.rise, abs(self.axle[1] - self.frame[1]))

    @property
    def across(self) -> float:
        """Length of the rod as seen from behind [m]."""
        return math.sqrt(self.length**2 - (self.axle[0] - self.frame[0]) ** 2)


def axle_shift(rod: Rod, travel: FloatArray | float, roll: FloatArray | float = 0.0) -> FloatArray:
    """Shift of the axle to the left [m] for bump travel [m] and suspension roll [rad], NaN where the rod cannot reach.

    The frame end turns about the roll centre and the body sinks by the travel; the axle end stays on its circle.
    Source: docs/theory/live-axle.md, "The rod".
    """
    z, phi = np.asarray(travel, dtype=float), np.asarray(roll, dtype=float)
    centre = roll_centre_height(rod)
    y_f, up = rod.frame[1], rod.frame[2] - centre
    y = y_f * np.cos(phi) - up * np.sin(phi)
    height = centre + y_f * np.sin(phi) + up * np.cos(phi) - z
    left = rod.across**2 - (rod.axle[2] - height) ** 2
    reach = np.sqrt(np.where(left >= 0.0, left, np.nan))
    return np.asarray(y + rod.side * reach - rod.axle[1], dtype=float)


def shift_slope(rod: Rod, travel: FloatArray | float) -> FloatArray:
    """Axle shift per bump travel [m/m]; zero where the rod is level. Source: docs/theory/live-axle.md, "The rod"."""
    height = rod.rise + np.asarray(travel, dtype=float)
    return np.asarray(-rod.side * height / np.sqrt(rod.across**2 - height**2), dtype=float)


def centred_length(rod: Rod, lowered: float) -> float:
    """Length [m] that brings the axle back to where it is now after lowering the body by `lowered` [m]."""
    x, y = rod.axle[0] - rod.frame[0], rod.axle[1] - rod.frame[1]
    return math.sqrt(x**2 + y**2 + (rod.rise + lowered) ** 2)


def adjuster_turns(change: float, pitches: float) -> float:
    """Turns of an adjuster for a change of length [m]; `pitches`: sum of the pitches of both threads [m]."""
    if not pitches > 0.0:
        raise InputError("pitch", "A thread has a pitch.", got=pitches, accepts="more than zero")
    return change / pitches


def roll_centre_height(rod: Rod, roll: float = 0.0) -> float:
    """Height of the roll centre on the centre plane [m]; left and right turns differ once the body rolls [rad].

    Source: docs/theory/live-axle.md, "Roll centre".
    """
    part = -rod.frame[1] / (rod.axle[1] - rod.frame[1])
    return rod.frame[2] + part * rod.rise + (1.0 - part) * rod.frame[1] * roll


@immutable
class RodForces:
    """At a lateral acceleration: side force of the axle on the body, along the rod, and up on the body [N]."""

    side: float
    along: float
    lift: float


def rod_forces(rod: Rod, sprung_on_axle: float, lateral: float) -> RodForces:
    """Forces while the rod carries the axle's share of the body [kg] at a lateral acceleration [m/s^2], left turn > 0.

    Source: docs/theory/live-axle.md, "Forces in the rod".
    """
    side = sprung_on_axle * lateral
    lift = side * (rod.frame[2] - rod.axle[2]) / (rod.frame[1] - rod.axle[1])
    return RodForces(side, side * rod.length / abs(rod.axle[1] - rod.frame[1]), lift)


def roll_steer(link_slope: float, roll: float) -> float:
    """Steer of the axle into the turn [rad] from lower links that fall towards their rear end by `link_slope` [rad].

    Source: docs/theory/live-axle.md, "Roll steer".
    """
    return roll * math.tan(link_slope)


def require_reach(rod: Rod, travel: float) -> None:
    """Refuse a travel that the rod cannot make.

    Raises:
        NoSolution: at "travel".
    """
    if not math.isfinite(float(axle_shift(rod, travel))):
        raise NoSolution("travel", "The rod is too short for this travel.", got=travel, accepts="less travel")
