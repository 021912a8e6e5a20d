"""How the weights of a car add up."""

from __future__ import annotations

from anchor_beam.core.sides import CORNERS
from anchor_beam.core.working import Term, Working
from anchor_beam.documents.places import read
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.shown_car import car_weights
from anchor_beam.units.kinds import Kind

CORNER_NAMES = ("front left", "front right", "rear left", "rear right")


def _scales(shown: Picture) -> tuple[Term, ...]:
    """What each scale shows."""
    return tuple(
        Term(f"m_{key}", f"{words}, on its scale", read(shown.file.car, f"corner_{key}").value, Kind.MASS)
        for key, words in zip(CORNERS, CORNER_NAMES, strict=True)
    )


def total_weight(shown: Picture) -> Working:
    """The whole car."""
    total = car_weights(shown.file.car).total
    result = Term("m", "weight, driver seated", total, Kind.MASS)
    return Working(
        "Weight", r"m = m_fl + m_fr + m_rl + m_rr", _scales(shown), result, "docs/theory/car.md, Corner weights"
    )


def front_weight(shown: Picture) -> Working:
    """What of it stands on the front axle."""
    share = car_weights(shown.file.car).front_percent
    return Working(
        "Weight on the front axle", r"f = 100 \frac{m_fl + m_fr}{m_fl + m_fr + m_rl + m_rr}", _scales(shown),
        Term("f", "on the front axle", share, Kind.PERCENT), "docs/theory/car.md, Corner weights",
    )  # fmt: skip


def scale_cross_weight(shown: Picture) -> Working:
    """Right front and left rear on the scales."""
    cross = car_weights(shown.file.car).cross_percent
    return Working(
        "Cross weight on the scales", r"c = 100 \frac{m_fr + m_rl}{m_fl + m_fr + m_rl + m_rr}", _scales(shown),
        Term("c", "right front and left rear", cross, Kind.PERCENT), "docs/theory/car.md, Corner weights",
        "As the scales show it; what the links do to it stands under Links.",
    )  # fmt: skip
