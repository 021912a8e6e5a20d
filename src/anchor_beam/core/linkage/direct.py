"""A bar without links: its ends fixed to trailing arms, hub brackets or a beam axle, the bracket being the lever.

Both arms turn about one axis; the bar between them twists by the difference. T = G J/L in series with both brackets.
A bar that lies off the arms' axis is bent as well: its ends shift against each other by offset times the difference,
which adds 12 E I/L^3 offset^2 where they are clamped, nothing where they are pinned.
"""

from __future__ import annotations

import math
from enum import StrEnum

from anchor_beam.core.arrays import require_not_negative, require_positive
from anchor_beam.core.section.material import SPRING_STEEL, Material
from anchor_beam.core.section.shapes import Round
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


class Fixity(StrEnum):
    """How an end is held against bending; twist is held in all three."""

    PINNED = "pinned"
    CLAMPED = "clamped"
    SPRING = "spring"


@immutable
class DirectBar:
    """A straight bar across the car between two trailing arms.

    length: free length between the brackets. offset: of the bar behind or ahead of the arms' own pivot axis; arm: from
    that axis to the wheel [m]. fixity of both ends; end_stiffness: against bending [N m/rad], used with a spring. bracket:
    torsional stiffness of each bracket [N m/rad], infinite where it does not give.
    """

    section: Round
    length: float
    offset: float
    arm: float
    fixity: Fixity
    end_stiffness: float = 0.0
    bracket: float = math.inf
    material: Material = SPRING_STEEL

    def __post_init__(self) -> None:
        require_positive("length", self.length, "The free length of the bar")
        require_positive("arm", self.arm, "The length of the trailing arm")
        require_not_negative("end_stiffness", self.end_stiffness, "The stiffness of the ends")
        if not self.bracket > 0.0:
            raise InputError(
                "bracket", "A bracket must have some stiffness.", got=self.bracket, accepts="more than zero"
            )
        if not math.isfinite(self.offset):
            raise InputError("offset", "The offset must be a finite number.", got=self.offset, accepts="metres")

    @property
    def K_theta(self) -> float:
        """Torque per difference of the arms' turn [N m/rad]: torsion of the bar, brackets in series, and its bending where
        the ends are held and the bar lies off the arms' axis.

        Source: docs/theory/linkage.md, "Direct mounting".
        """
        bending = 12.0 * self.material.E * self.section.I / self.length**3 * self.held * self.offset**2
        return self.torsion + bending

    @property
    def motion_ratio(self) -> float:
        """Turn of the arm per wheel travel at ride height, arm level [rad/m]."""
        return 1.0 / self.arm

    @property
    def wheel_rate(self) -> float:
        """Force at each wheel per difference of wheel travel [N/m]."""
        return self.K_theta * self.motion_ratio**2

    @property
    def cubic(self) -> tuple[float, float, float]:
        """Turn of an arm over wheel travel z from level: asin(z/arm) to the third power [rad/m, rad/m^2, rad/m^3]."""
        return 1.0 / self.arm, 0.0, 1.0 / (6.0 * self.arm**3)

    def stress(self, torque: float) -> float:
        """Largest nominal von Mises stress at the surface [Pa] at a torque between the arms [N m].

        The bar's own torsion carries what its bending does not; held ends bend it most, by 6 E I/L^2 for each metre that
        they shift against each other.
        Source: docs/theory/linkage.md, "Direct mounting".
        """
        turned = torque / self.K_theta
        shear = turned * self.torsion * self.section.od / (2.0 * self.section.J)
        moment = 6.0 * self.material.E * self.section.I / self.length**2 * self.held * self.offset * turned
        bending = moment * self.section.od / (2.0 * self.section.I)
        return math.sqrt(bending**2 + 3.0 * shear**2)

    @property
    def torsion(self) -> float:
        """Of the bar with both brackets in series [N m/rad]."""
        return 1.0 / (self.length / (self.material.G * self.section.J) + 2.0 / self.bracket)

    @property
    def held(self) -> float:
        """Part of the clamped bar's shear stiffness that the ends allow, 0 pinned to 1 clamped."""
        if self.fixity is Fixity.PINNED:
            return 0.0
        if self.fixity is Fixity.CLAMPED:
            return 1.0
        bending = 6.0 * self.material.E * self.section.I / self.length
        return self.end_stiffness / (self.end_stiffness + bending)
