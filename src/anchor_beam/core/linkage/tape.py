"""The chain from what a tape measures beside the car."""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_finite, require_positive
from anchor_beam.core.bar.mesh import Mesh
from anchor_beam.core.linkage.arm import Chain
from anchor_beam.core.sides import Side
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable
class PickUp:
    """One side's link pick-up at ride height, from the bar's pivot axis [m].

    ahead: along the car, in the direction in which the arm points. height: above the pivot axis, negative below.
    from_centre: distance from the car's centre plane. ratio: pick-up travel per wheel travel, both vertical.
    arms_forward: whether the arms point towards the front of the car.
    """

    ahead: float
    height: float
    from_centre: float
    ratio: float
    arms_forward: bool

    def __post_init__(self) -> None:
        require_finite("pickup_ahead", self.ahead, "The distance of the pick-up ahead of the bar")
        require_finite("pickup_height", self.height, "The height of the pick-up above the bar")
        require_positive("pickup_spacing", self.from_centre, "The spacing of the pick-ups")
        require_positive("pickup_ratio", self.ratio, "The travel of the pick-up per wheel travel")


def drawn_forward(bar: Mesh) -> float:
    """1 where the path of the bar is drawn with its arms towards the front of the car, -1 where towards the rear.

    Raises:
        InputError: at "path", its arms do not point the same way.
    """
    ends = bar.nodes[bar.holes][..., 0]
    if float(ends.min()) < 0.0 < float(ends.max()):
        raise InputError(
            "path", "The arms of this bar point opposite ways.", accepts="holes all ahead of or all behind the pivots"
        )
    return -1.0 if float(ends.max()) <= 0.0 and float(ends.min()) < 0.0 else 1.0


def chains(bar: Mesh, left: PickUp, right: PickUp) -> Chain:
    """Chains of every hole of both arms of the bar, (2, n, 3) arrays; the arms point the same way.

    Limits: the pick-up moves straight up and down, so it holds near ride height; points give the arc.
    """
    holes = bar.nodes[bar.holes]
    forward = 1.0 if left.arms_forward else -1.0
    radius, at, travel = holes * (forward * drawn_forward(bar), 0.0, 1.0), np.empty_like(holes), np.zeros_like(holes)
    for side, pickup in zip(Side, (left, right), strict=True):
        sideways = pickup.from_centre - np.abs(holes[side.position, :, 1])
        mine = at[side.position]
        mine[:, 0], mine[:, 2] = forward * pickup.ahead, pickup.height
        mine[:, 1] = sideways if side is Side.LEFT else -sideways
        travel[side.position, :, 2] = pickup.ratio
    axis: FloatArray = np.array([0.0, -forward, 0.0])
    return Chain(radius, axis, at, travel)
