"""What the ramps and plates of a limited slip differential make of the torque that goes through it.

The torque T drives the pinion shaft against the ramps of both pressure rings, which part and clamp the plates. With half
of T on each ring, F = T/(2 R tan a) presses either pack, and its z faces rub with T_f = mu z r F. One side gives the other
2 T_f, so the locking share is S = mu z r/(R tan a) and the bias (1 + S)/(1 - S).
"""

from __future__ import annotations

import math

from anchor_beam.core.arrays import require_positive
from anchor_beam.core.measure.aids import Measured
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

FRICTION = 0.2  # of the friction of wet plates: oil, wear and pattern
RAMP = math.radians(1.0)  # of an angle that is read from the ring


@immutable
class Plates:
    """faces: rubbing pairs of one pack. radius: their mean radius [m]. ramp_radius: of the pinion shaft on its ramps [m].
    friction: of wet plates [-]."""

    faces: int
    radius: float
    ramp_radius: float
    friction: float = 0.1

    def __post_init__(self) -> None:
        for name, value in vars(self).items():
            require_positive(name, float(value), f"The {name.replace('_', ' ')}")


@immutable
class Locking:
    """share: difference of the wheels' torques over their sum [-]; bias: the larger over the smaller [-]."""

    share: Measured
    bias: Measured


def locking(ramp: float, plates: Plates) -> Locking:
    """Of a ramp whose face stands at an angle [rad] to the axle: 90 degrees spreads nothing.

    Raises:
        InputError: at "ramp".
        NoSolution: at "ramp", the plates would hold whatever comes: it locks.
    Source: docs/theory/measurements.md, "Differential"; Milliken and Milliken, ch. 20 (torque bias).
    """
    if not 0.0 < ramp <= math.radians(90.0):
        raise InputError(
            "ramp", "A ramp stands between the axle and square to it.", got=ramp, accepts="5 to 90 degrees"
        )
    share = plates.friction * plates.faces * plates.radius / (plates.ramp_radius * math.tan(ramp))
    if not share < 0.9:
        raise NoSolution(
            "ramp", "With these plates and this ramp it locks.", got=ramp, accepts="a steeper ramp, fewer faces"
        )
    share = max(share, 0.0)
    error = math.hypot(FRICTION * share, share * RAMP / max(math.sin(ramp) * math.cos(ramp), 1e-3))
    per_share = 2.0 / (1.0 - share) ** 2
    return Locking(Measured(share, error), Measured((1.0 + share) / (1.0 - share), per_share * error + 0.02))
