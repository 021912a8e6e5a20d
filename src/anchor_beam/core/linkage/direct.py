"""A bar without links: its ends fixed to trailing arms, hub brackets or a beam axle, the bracket being the lever.

Both arms turn about one axis; the bar between them twists by the difference. T = G J/L in series with both brackets.
A bar that lies off the arms' axis is bent as well: its ends shift against each other by offset times the difference,
which adds 12 E I/L^3 offset^2 where they are clamped, nothing where they are pinned.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum

from anchor_beam.core.arrays import require_not_negative, require_positive
from anchor_beam.core.section.material import SPRING_STEEL, Material
from anchor_beam.core.section.shapes import Round
from anchor_beam.errors import InputError


class Fixity(StrEnum):
    """How an end is held against bending; twist is held in all three."""

    PINNED = "pinned"
    CLAMPED = "clamped"
    SPRING = "spring"


@dataclass(frozen=True)
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
        torsion = self.material.G * self.section.J / self.length
        torsion = 1.0 / (1.0 / torsion + 2.0 / self.bracket)
        bending = 12.0 * self.material.E * self.section.I / self.length**3 * self._held() * self.offset**2
        return torsion + bending

    @property
    def motion_ratio(self) -> float:
        """Turn of the arm per wheel travel at ride height, arm level [rad/m]."""
        return 1.0 / self.arm

    @property
    def wheel_rate(self) -> float:
        """Force at each wheel per difference of wheel travel [N/m]."""
        return self.K_theta * self.motion_ratio**2

    def _held(self) -> float:
        """Part of the clamped bar's shear stiffness that the ends allow, 0 pinned to 1 clamped."""
        if self.fixity is Fixity.PINNED:
            return 0.0
        if self.fixity is Fixity.CLAMPED:
            return 1.0
        bending = 6.0 * self.material.E * self.section.I / self.length
        return self.end_stiffness / (self.end_stiffness + bending)
