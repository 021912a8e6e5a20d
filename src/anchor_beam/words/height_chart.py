"""The chart of ride height against link length in words."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.words import names

ACROSS = "change of ride height, lowered is to the left"
UP = "link, centre to centre"
HOW = (
    "Lengths hold for this car and this bar, with the car standing on its wheels. A link within a millimetre is right: the "
    "adjuster, or the next hole, does the rest."
)


def hole(index: int, makers: str) -> str:
    """`hole 2, soft`."""
    return f"{names.hole(index)}, {makers}" if makers else names.hole(index)


def title(axle: Axle, bar: str, *, square: bool) -> str:
    """`Rear links that put the arms of Tidewright 25 level`."""
    if square:
        return f"{axle.capitalize()} links that stand square to the arms of {bar}"
    return f"{axle.capitalize()} links that put the arms of {bar} level"


def fits(link: str, height: str, hole: str) -> str:
    """`85.0 mm: right at −12.0 mm, hole 2`."""
    return f"{link}: right at {height}, {hole}"


def never(link: str) -> str:
    """`60.0 mm: at none of these heights`."""
    return f"{link}: at none of these heights"


FITTED = "as fitted now"
CAUTION = "Set links with the weight on the wheels. Never go under a car on a jack alone."
