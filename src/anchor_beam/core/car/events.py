"""What a search in lateral acceleration asks for, and what it answers: the event, and how it ended."""

from __future__ import annotations

from typing import Protocol

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray
from anchor_beam.core.car.assembly import Pose
from anchor_beam.immutable import immutable

FASTEST = 3.0 * GRAVITY  # to which every search for an event goes, limits and lifts alike


class Goal(Protocol):
    """What tells a batch whether its event has come: positive before it, negative after it."""

    def __call__(self, pose: Pose, lateral: FloatArray) -> FloatArray:
        """(n,) at a pose and lateral acceleration (n,) [m/s^2]."""

    def chosen(self, which: IntArray) -> Goal:
        """Of the members with these numbers, rising."""


@immutable(eq=False)
class Reached:
    """acceleration: (n,) [m/s^2], NaN where the car never settles. pose: there.

    tips: (n,) no equilibrium beyond it, and the event had not come. beyond: (n,) still not come at the highest.
    """

    acceleration: FloatArray
    pose: Pose
    tips: np.ndarray
    beyond: np.ndarray

    def repeated(self, times: int) -> Reached:
        """Every member `times` times, the first one first."""
        pose = Pose(np.repeat(self.pose.unknowns, times, axis=1))
        return Reached(
            np.repeat(self.acceleration, times), pose, np.repeat(self.tips, times), np.repeat(self.beyond, times)
        )

    def chosen(self, which: IntArray) -> Reached:
        """Members of the batch."""
        return Reached(self.acceleration[which], self.pose.chosen(which), self.tips[which], self.beyond[which])

    def with_members(self, new: Reached, at: IntArray) -> Reached:
        """The members `at` replaced by `new`."""

        def put(one: np.ndarray, other: np.ndarray) -> np.ndarray:
            out = one.copy()
            out[..., at] = other
            return out

        return Reached(
            put(self.acceleration, new.acceleration), Pose(put(self.pose.unknowns, new.pose.unknowns)),
            put(self.tips, new.tips), put(self.beyond, new.beyond),
        )  # fmt: skip
