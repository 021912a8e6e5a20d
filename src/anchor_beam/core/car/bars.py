"""What a bar does at the wheels: the closed chain of bar, holes and links as the car sees it.

The arm turns by theta(z) over wheel travel z, bump counted up. The bar carries T = K_theta (theta_left - theta_right
- free), and presses the left tyre with T times the slope of theta there, the right one with the opposite.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_finite, require_not_negative
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

TwoSides = tuple[float, float]
STRAIGHT: TwoSides = (0.0, 0.0)


@immutable
class WheelBar:
    """One axle's bar, sides left and right.

    K_theta: twist stiffness of bar and links [N m/rad], 0 when disconnected. slope, curve, third: turn of the arm over
    wheel travel z (bump > 0) as theta = slope z + curve z^2 + third z^3 [rad/m, rad/m^2, rad/m^3], counted from rest.
    twist_free: difference of turn (left - right) from rest at which the bar is unloaded [rad]; > 0 relieves the left
    tyre at rest.
    """

    K_theta: float
    slope: TwoSides = (1.0, 1.0)
    curve: TwoSides = STRAIGHT
    third: TwoSides = STRAIGHT
    twist_free: float = 0.0

    def __post_init__(self) -> None:
        require_not_negative("K_theta", self.K_theta, "The stiffness of the bar")
        for value in (*self.slope, *self.curve, *self.third):
            require_finite("slope", value, "The motion ratio")
        require_finite("twist_free", self.twist_free, "The preload")


DISCONNECTED = WheelBar(0.0)


def rate_bar(rate: float, preload: float = 0.0) -> WheelBar:
    """A bar by its rate [N/m]: force at each wheel per difference of wheel travel, and preload as travel [m].

    The left tyre is pressed by rate (z_left - z_right - preload), the right one relieved by the same.
    """
    return WheelBar(rate, twist_free=preload)


def require_stiff_chassis(torsion: float, tracks: TwoSides, pair: tuple[WheelBar, WheelBar]) -> None:
    """Refuse a chassis [N m/rad] that twists more easily than one of its bars: no bar could then balance the car.

    Raises:
        InputError: at "chassis_torsion".
    """
    stiffest = max(bar.K_theta * (0.5 * track * sum(bar.slope)) ** 2 for bar, track in zip(pair, tracks, strict=True))
    if torsion <= stiffest:
        raise InputError(
            "chassis_torsion", "The chassis twists more easily than a bar, so no bar can balance this car.",
            got=torsion, accepts=f"more than {math.radians(stiffest):.0f} N·m/deg",
        )  # fmt: skip


@immutable(eq=False)
class BarBatch:
    """Bars of many settings: K_theta, twist_free (..., 2) axles; slope, curve, third (..., 2, 2) axles, sides."""

    K_theta: FloatArray
    twist_free: FloatArray
    slope: FloatArray
    curve: FloatArray
    third: FloatArray

    def roll_stiffness(self, track: FloatArray) -> FloatArray:
        """(..., 2) roll stiffness at the wheels [N m/rad] for tracks (..., 2) [m], at rest."""
        return np.asarray(self.K_theta * (0.5 * track * self.slope.sum(axis=-1)) ** 2, dtype=float)


def bars(settings: Sequence[tuple[WheelBar, WheelBar]]) -> BarBatch:
    """Put pairs of front and rear bar side by side along one batch axis."""

    def take(name: str) -> FloatArray:
        return np.array([[getattr(bar, name) for bar in pair] for pair in settings], dtype=float)

    return BarBatch(take("K_theta"), take("twist_free"), take("slope"), take("curve"), take("third"))
