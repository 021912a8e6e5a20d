"""Arms and links in words."""

from __future__ import annotations

import math

from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show


def angle_from_level(slope: float, units: System) -> str:
    """`arm 2.4 deg below level`."""
    shown = show(abs(slope), Kind.ANGLE, units)
    if float(shown.number) == 0.0:
        return "arm level"
    return f"arm {shown} {'above' if slope > 0 else 'below'} level"


def square_words(off: float, units: System) -> str:
    """`link 2.1 deg off square`."""
    shown = show(abs(off), Kind.ANGLE, units)
    return "link square to the arm" if math.isclose(float(shown.number), 0.0) else f"link {shown} off square"
