"""The end of a tube that meets another tube, as a curve on paper wrapped around it.

A point of the tube's surface at angle t around it, r its outer radius, lies r sin t beside the plane of both axes. It lies on
the other tube, of radius R, where (r sin t)^2 + (s sin a + r cos t cos a)^2 = R^2, a the angle between the axes and s along
the tube from where they meet: s = (sqrt(R^2 - r^2 sin^2 t) - r cos t cos a) / sin a. The paper is as long around as its own
middle, 2 pi (r + t/2). Derived here: docs/theory/fitting.md, "The end of a tube"."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_positive
from anchor_beam.core.template.wrap import PAPER
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

SHARPEST = math.radians(15.0)  # between the axes: below it no saw cuts such an end


@immutable(eq=False)
class TubeEnd:
    """around: (n,) along the paper from the side of the acute angle [m]; along: (n,) where the cut lies there, from its end
    next to the other tube [m]. length: of the paper around the tube; deepest: from where the axes meet to that end [m]."""

    around: FloatArray
    along: FloatArray
    length: float
    deepest: float

    @property
    def depth(self) -> float:
        """Between the highest and the lowest of the cut [m]."""
        return float(self.along.max())


def tube_end(outer: float, other: float, angle: float, paper: float = PAPER, points: int = 181) -> TubeEnd:
    """outer, other: diameters of the tube that is cut and of the one that it meets [m]; angle: between their axes [rad].

    Raises:
        InputError: at "outer", "other", "angle" or "paper", one is not above zero, the tube is thicker than the one it meets,
            or the angle is too sharp or beyond a right one.
    """
    for place, value, name in (
        ("outer", outer, "The tube"),
        ("other", other, "The other tube"),
        ("paper", paper, "The paper"),
    ):
        require_positive(place, value, name)
    if outer > other:
        raise InputError(
            "outer", "The tube that is cut is thicker than the one that it meets.", got=outer,
            accepts=f"up to {1e3 * other:g} mm",
        )  # fmt: skip
    if not SHARPEST <= angle <= 0.5 * math.pi + 1e-12:
        raise InputError("angle", "No saw cuts an end like this.", got=angle, accepts="15 to 90 deg")
    r, R = 0.5 * outer, 0.5 * other
    t = np.linspace(0.0, 2.0 * math.pi, points)
    s = (np.sqrt(np.maximum(R * R - (r * np.sin(t)) ** 2, 0.0)) - r * np.cos(t) * math.cos(angle)) / math.sin(angle)
    length = 2.0 * math.pi * (r + 0.5 * paper)
    return TubeEnd(t / (2.0 * math.pi) * length, s - s.min(), length, float(s.min()))
