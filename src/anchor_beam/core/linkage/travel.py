"""Arm and link through the whole travel of a wheel: angles, motion ratio, margins, and what of it the car needs."""

from __future__ import annotations

from functools import cached_property

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.linkage.arm import ArmPosition
from anchor_beam.immutable import immutable


@immutable(eq=False)
class Travel:
    """One side over wheel travels z (n,) [m], the middle one of them ride height.

    where: positions with n as leading axis.
    """

    z: FloatArray
    where: ArmPosition

    @property
    def motion_ratio(self) -> FloatArray:
        """(n,) turn of the arm per wheel travel [rad/m], in the sense that is positive in bump at ride height."""
        return np.asarray(self.where.motion_ratio * self._sense, dtype=float)

    @property
    def turn(self) -> FloatArray:
        """(n,) turn of the arm from ride height [rad], positive in bump."""
        theta = self.where.theta
        turned = np.remainder(theta - theta[len(theta) // 2] + np.pi, 2.0 * np.pi) - np.pi
        return np.asarray(turned * self._sense, dtype=float)

    @property
    def _sense(self) -> float:
        return float(np.sign(self.where.motion_ratio[len(self.z) // 2]))

    @cached_property
    def cubic(self) -> tuple[float, float, float]:
        """Slope, curve and third coefficient of the turn over z, exact in value and slope at ride height.

        Fitted over the whole travel; see docs/theory/linkage.md, "What the car sees".
        """
        slope = float(self.motion_ratio[len(self.z) // 2])
        rest = self.turn - slope * self.z
        two, three = self.z**2, self.z**3
        a, b, c = float(two @ two), float(two @ three), float(three @ three)
        p, q = float(two @ rest), float(three @ rest)
        det = a * c - b * b
        return slope, (c * p - b * q) / det, (a * q - b * p) / det
