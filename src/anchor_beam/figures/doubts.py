"""Where the doubt in a margin comes from: what can be measured on the car, and what only driving tells."""

from __future__ import annotations

import math

from anchor_beam.core.grip.driving import Phase
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.inputs import Provenance
from anchor_beam.documents.methods import METHODS
from anchor_beam.documents.places import read
from anchor_beam.documents.records import CarFile, Figure
from anchor_beam.figures.bands import GRIP_APART, Bands
from anchor_beam.immutable import immutable
from anchor_beam.words.car import input_name

DRIVEN = ("speed", "build_up", "trail_braking", "lift_off", "exit_drive")  # what the driver does, not what the car is
WORTH = 0.01  # of the variance, below which measuring is no help


@immutable
class Doubt:
    """An input in words and its place, its share of the margin's variance [-], the band that is left once it is measured [%],
    how it is measured, and in about how many minutes. gained: part of the variance that measuring it takes away [-]."""

    place: str
    name: str
    share: float
    leaves: float
    how: str
    minutes: int
    gained: float

    @property
    def per_hour(self) -> float:
        """Part of the variance that an hour of such work takes away [-]."""
        return self.gained * 60.0 / max(self.minutes, 1)


@immutable
class Doubts:
    """measurable: what a tuner can measure, what helps most first. grip_apart: the common grip spread of an axle, None
    where it plays no part."""

    measurable: tuple[Doubt, ...]
    grip_apart: Doubt | None


def doubts(bands: Bands, phase: Phase, file: CarFile, *, per_hour: bool = False) -> Doubts:
    """Of the margin in a phase, what leaves least first, or what takes away most in an hour of work.

    Source: docs/theory/uncertainty.md, "Measure next".
    """
    sigma, shares = bands.margins[phase], dict(bands.shares[phase])
    apart = shares.pop(GRIP_APART, None)
    found = []
    for place, share in shares.items():
        name = place.rpartition(".")[2]
        gained = share * (1.0 - _left(file, place) ** 2)
        if name not in DRIVEN and name in METHODS and not place.startswith("reference") and gained > WORTH:
            left = sigma * math.sqrt(max(1.0 - gained, 0.0))
            method = METHODS[name]
            found.append(Doubt(place, input_name(place), share, left, method.how, method.minutes, gained))
    found.sort(key=lambda doubt: -doubt.per_hour if per_hour else doubt.leaves)
    whole = (
        None
        if apart is None
        else Doubt("", GRIP_APART, apart, sigma * math.sqrt(max(1.0 - apart, 0.0)), "", 0, apart)
    )
    return Doubts(tuple(found), whole)


def _left(file: CarFile, place: str) -> float:
    """Part of an input's spread that measuring it would leave, 0 to 1."""
    field, figure = field_at(place), read(file, place)
    assert isinstance(figure, Figure)
    now = field.spread(figure)
    measured = field.spread(Figure(figure.value, Provenance.MEASURED))
    return min(measured / now, 1.0) if now > 0.0 else 1.0
