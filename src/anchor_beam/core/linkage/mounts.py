"""How the link's other end moves with the wheel: on an arm, on the strut, on a live axle, or with the bar on the axle.

Every mount gives, for wheel travels (n,), the pick-up (n, 3) and its movement per wheel travel (n, 3), in the frame
that carries the bar's pivots. Wheel travel is that of the tyre contact, straight up.
"""

from __future__ import annotations

from typing import Protocol

import numpy as np

from anchor_beam.core.arrays import FloatArray, cross
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

Point = tuple[float, float, float]


class Mount(Protocol):
    """Where the pick-up is at wheel travels z (n,) [m]: points (n, 3) [m] and slopes (n, 3) [m/m]."""

    def at(self, travel: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Points and slopes at wheel travels (n,) [m]."""


@immutable
class OnArm:
    """On a control arm that turns about its inner axis.

    inner: the two ends of that axis; outer: the ball joint that carries the wheel; pickup: the link's joint, all at ride
    height [m].
    """

    inner: tuple[Point, Point]
    outer: Point
    pickup: Point

    def at(self, travel: FloatArray) -> tuple[FloatArray, FloatArray]:
        """The arm turns until its outer end has risen by the travel, in closed form.

        Raises:
            NoSolution: at "travel" when the arm cannot rise that far.
        Source: docs/theory/linkage.md, "Mounts".
        """
        base, axis = np.array(self.inner[0]), np.array(self.inner[1]) - np.array(self.inner[0])
        size = float(np.linalg.norm(axis))
        if size < 1e-4:
            raise InputError("inner", "The inner axis needs two different points.", accepts="points apart")
        axis = axis / size
        arm = np.array(self.outer) - base
        along = (arm @ axis) * axis
        across, square = arm - along, cross(axis, arm)
        rise, swing = float(across[2]), float(square[2])
        reach = np.hypot(rise, swing)
        aim = (rise + np.asarray(travel, dtype=float)) / max(reach, 1e-12)
        if np.any(np.abs(aim) >= 1.0):
            raise NoSolution("travel", "The control arm cannot reach this travel.", got=float(np.abs(travel).max()),
                             accepts=f"less than {reach * 1e3:.0f} mm from level")  # fmt: skip
        start = np.arctan2(swing, rise)
        turn = start - np.sign(swing or 1.0) * np.arccos(aim)
        speed = 1.0 / (swing * np.cos(turn) - rise * np.sin(turn))  # turn per travel
        link = np.array(self.pickup) - base
        centre = (link @ axis) * axis
        first, second = link - centre, cross(axis, link)
        point = base + centre + np.cos(turn)[:, None] * first + np.sin(turn)[:, None] * second
        slope = (-np.sin(turn)[:, None] * first + np.cos(turn)[:, None] * second) * speed[:, None]
        return point, slope


@immutable
class OnStrut:
    """On the strut or upright: moves straight along `direction`, which rises by one per wheel travel times `ratio`."""

    pickup: Point
    direction: Point = (0.0, 0.0, 1.0)
    ratio: float = 1.0

    def at(self, travel: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Source: docs/theory/linkage.md, "Mounts"."""
        if not self.direction[2] > 0.0:
            raise InputError(
                "direction", "The strut must point upward.", got=self.direction[2], accepts="z above zero"
            )
        slope = self.ratio * np.array(self.direction) / self.direction[2]
        z = np.asarray(travel, dtype=float)
        return np.array(self.pickup) + z[:, None] * slope, np.broadcast_to(slope, (len(z), 3))


@immutable
class OnLiveAxle:
    """On a live axle whose two wheels travel z and `opposite` times z: +1 both together, -1 in roll.

    The axle turns about `centre` on the car's centre plane; `track` [m]. The pick-up is that of the wheel that moves by z.
    """

    pickup: Point
    centre: Point
    track: float
    opposite: float

    def at(self, travel: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Source: docs/theory/linkage.md, "Mounts"."""
        z = np.asarray(travel, dtype=float)
        heave, turn = 0.5 * (1.0 + self.opposite), self._side * (1.0 - self.opposite) / self.track
        angle = np.arctan(turn * z)
        first, second = self._turning
        slope = -np.sin(angle)[:, None] * first + np.cos(angle)[:, None] * second
        slope *= (turn / (1.0 + (turn * z) ** 2))[:, None]
        slope[:, 2] += heave
        return self.with_both(z, self.opposite * z), slope

    def with_both(self, own: FloatArray, other: FloatArray) -> FloatArray:
        """Points (n, 3) with the wheel on the pick-up's side at travels `own` and the other one at `other` (n,) [m]."""
        angle = np.arctan(self._side * (own - other) / self.track)
        first, second = self._turning
        point = np.cos(angle)[:, None] * first + np.sin(angle)[:, None] * second
        point += (self.pickup[0], self.centre[1], self.centre[2])
        point[:, 2] += 0.5 * (own + other)
        return point

    @property
    def _side(self) -> float:
        return float(np.sign(self.pickup[1] - self.centre[1])) or 1.0

    @property
    def _turning(self) -> tuple[FloatArray, FloatArray]:
        """The pick-up from the axis that the axle turns about, and what a quarter turn makes of it."""
        across, up = self.pickup[1] - self.centre[1], self.pickup[2] - self.centre[2]
        return np.array([0.0, across, up]), np.array([0.0, -up, across])


@immutable
class BarOnAxle:
    """The bar rides on the moving part and the link hangs on the body: seen from the bar, the body moves the other way."""

    mount: OnStrut | OnLiveAxle

    def at(self, travel: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Source: docs/theory/linkage.md, "Mounts" (relative motion)."""
        point, slope = self.mount.at(-np.asarray(travel, dtype=float))
        return point, -slope
