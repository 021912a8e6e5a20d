"""The chain from what a tape measures beside the car."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_finite, require_positive
from anchor_beam.core.bar.mesh import Mesh
from anchor_beam.core.linkage.arm import Chain
from anchor_beam.core.sides import Side


@dataclass(frozen=True)
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


def chain(bar: Mesh, side: Side, pickup: PickUp) -> Chain:
    """Chain of every hole of one arm of the bar, (n, 3) arrays.

    Limits: the pick-up moves straight up and down, so it holds near ride height; points give the arc.
    """
    holes = bar.nodes[bar.holes[side.position]]
    forward = 1.0 if pickup.arms_forward else -1.0
    n = len(holes)
    radius = np.stack([forward * holes[:, 0], np.zeros(n), holes[:, 2]], axis=1)
    sideways = pickup.from_centre - np.abs(holes[:, 1])
    outboard = sideways if side is Side.LEFT else -sideways
    at = np.stack([np.full(n, forward * pickup.ahead), outboard, np.full(n, pickup.height)], axis=1)
    axis: FloatArray = np.array([0.0, -forward, 0.0])
    return Chain(radius, axis, at, np.array([0.0, 0.0, pickup.ratio]))


def one_hole(all_holes: Chain, index: int) -> Chain:
    """The chain of a single hole, still with a leading axis of length 1."""
    pick = slice(index, index + 1)
    return Chain(all_holes.radius[pick], all_holes.axis, all_holes.pickup[pick], all_holes.pickup_travel)
