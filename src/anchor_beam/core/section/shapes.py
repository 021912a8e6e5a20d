"""Round bars, tubes and plates: the section constants of a Timoshenko beam.

Axis 1 of a section lies along the load, axis 2 square to it. A ring has I = pi/64 (D^4 - d^4) and J = 2 I; a plate
has b h^3/12 and the torsion constant of Saint-Venant's series. Shear factors are Cowper's.
"""

from __future__ import annotations

import math

from anchor_beam.core.arrays import require_positive
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable
class SectionConstants:
    """What a beam element needs. Axis 1 lies in the section along the load, axis 2 square to it.

    area [m^2]; I_1, I_2 second moments for bending that displaces along axis 1 or 2 [m^4]; J torsion
    constant [m^4]; k_1, k_2 shear factors [-].
    """

    area: float
    I_1: float
    I_2: float
    J: float
    k_1: float
    k_2: float


@immutable
class Round:
    """Solid bar (wall None) or tube, outer diameter and wall in m."""

    od: float
    wall: float | None = None

    def __post_init__(self) -> None:
        require_positive("od", self.od, "The outer diameter")
        if self.wall is None:
            return
        require_positive("wall", self.wall, "The wall")
        if self.wall >= self.od / 2.0:
            raise InputError(
                "wall",
                "The wall is as thick as the radius or thicker: that leaves no bore.",
                got=self.wall,
                accepts="less than half the outer diameter, or solid",
            )

    @property
    def bore(self) -> float:
        """Inner diameter [m], 0 when solid."""
        return 0.0 if self.wall is None else self.od - 2.0 * self.wall

    @property
    def I(self) -> float:  # noqa: E743 - the symbol every textbook uses
        """Second moment of area pi/64 (D^4 - d^4) [m^4]."""
        return math.pi / 64.0 * (self.od**4 - self.bore**4)

    @property
    def J(self) -> float:
        """Polar second moment 2 I [m^4]."""
        return 2.0 * self.I

    def constants(self, poisson: float) -> SectionConstants:
        """Constants for a beam of this section.

        Source: Cowper, *The shear coefficient in Timoshenko's beam theory*, J. Appl. Mech. 33 (1966), hollow circle.
        """
        ratio = self.bore / self.od
        plus = (1.0 + ratio**2) ** 2
        k = 6.0 * (1.0 + poisson) * plus / ((7.0 + 6.0 * poisson) * plus + (20.0 + 12.0 * poisson) * ratio**2)
        area = math.pi / 4.0 * (self.od**2 - self.bore**2)
        return SectionConstants(area, self.I, self.I, self.J, k, k)


@immutable
class Plate:
    """Rectangular arm: width along the load, thickness square to it, in m."""

    width: float
    thickness: float

    def __post_init__(self) -> None:
        require_positive("width", self.width, "The arm's width")
        require_positive("thickness", self.thickness, "The arm's thickness")

    def constants(self, poisson: float) -> SectionConstants:
        """Constants for a beam of this section.

        Source: Timoshenko and Goodier, *Theory of Elasticity*, art. 109 (torsion series); Cowper 1966 (shear).
        """
        w, t = self.width, self.thickness
        k = 10.0 * (1.0 + poisson) / (12.0 + 11.0 * poisson)
        return SectionConstants(w * t, t * w**3 / 12.0, w * t**3 / 12.0, _torsion_of_rectangle(w, t), k, k)


def _torsion_of_rectangle(a: float, b: float) -> float:
    """St Venant torsion constant of a rectangle [m^4]; five odd terms of the series are exact to 1e-7."""
    long, short = max(a, b), min(a, b)
    series = sum(math.tanh(n * math.pi * long / (2.0 * short)) / n**5 for n in (1, 3, 5, 7, 9))
    return long * short**3 / 3.0 * (1.0 - 192.0 / math.pi**5 * short / long * series)
