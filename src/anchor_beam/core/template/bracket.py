"""A bracket that is bent from plate, laid flat: where the bend lies and how long the blank is.

The steel bends about its own neutral line, at k times its thickness from the inside: a bend of 90 degrees with inner radius r
takes pi/2 (r + k t) of the blank. Each leg has its outer length less r + t straight. k: 0.33 for a tight bend, 0.5 for a wide
one; usual practice, see docs/theory/fitting.md, "A bent bracket"."""

from __future__ import annotations

import math

from anchor_beam.core.arrays import require_positive
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable


@immutable
class Blank:
    """Along the blank from the end of the first leg [m]: both edges of the bend, and its whole length. legs: from the end of
    each to the outer face of the other; thick: of the plate."""

    legs: tuple[float, float]
    thick: float
    bend: tuple[float, float]
    length: float

    @property
    def bend_line(self) -> float:
        """The middle of the bend [m], where the brake bears."""
        return 0.5 * sum(self.bend)

    def place(self, leg: int, from_corner: float) -> float:
        """Where a hole lies along the blank. leg: 0 or 1; from_corner: from the outer face of the other leg [m].

        Raises:
            InputError: at "from_corner", it lies in the bend or beside the leg.
        """
        outside = self.legs[leg]
        straight = self.bend[0] if leg == 0 else self.length - self.bend[1]
        if not outside - straight - 1e-9 <= from_corner <= outside + 1e-9:
            raise InputError(
                "from_corner", "This hole is not on the flat of its leg.", got=from_corner,
                accepts=f"{1e3 * (outside - straight):.4g} to {1e3 * outside:.4g} mm from the corner",
            )  # fmt: skip
        to_end = outside - from_corner
        return to_end if leg == 0 else self.length - to_end


def blank(first: float, second: float, thick: float, radius: float, k: float) -> Blank:
    """first, second: outer lengths of the legs; thick: of the plate; radius: inside the bend [m].

    Raises:
        InputError: at "first", "second", "thick", "radius" or "k", a leg is shorter than its bend, or a figure cannot be.
    """
    require_positive("thick", thick, "The plate")
    if radius < 0.0:
        raise InputError("radius", "A bend has a radius of zero or more.", got=radius, accepts="0 or more")
    if not 0.2 <= k <= 0.5:
        raise InputError("k", "The neutral line lies within the plate.", got=k, accepts="0.2 to 0.5")
    less = radius + thick
    for place, leg in (("first", first), ("second", second)):
        if leg <= less:
            raise InputError(
                place, "This leg is shorter than its bend.", got=leg, accepts=f"more than {1e3 * less:.4g} mm"
            )
    start = first - less
    bend = 0.5 * math.pi * (radius + k * thick)
    return Blank((first, second), thick, (start, start + bend), start + bend + second - less)
