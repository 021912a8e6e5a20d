"""Where the doubt in a margin comes from: what can be measured on the car, and what only driving tells."""

from __future__ import annotations

import math
from dataclasses import dataclass

from anchor_beam.core.grip.driving import Phase
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.inputs import Provenance
from anchor_beam.documents.methods import METHODS
from anchor_beam.documents.places import read
from anchor_beam.documents.records import CarFile, Figure
from anchor_beam.figures.bands import GRIP_APART, Bands
from anchor_beam.words.car import input_name

DRIVEN = ("speed", "build_up", "trail_braking", "lift_off", "exit_drive")  # what the driver does, not what the car is
WORTH = 0.01  # of the variance, below which measuring is no help


@dataclass(frozen=True)
class Doubt:
    """An input in words and its place, its share of the margin's variance [-], the band that is left once it is measured [%],
    and how it is measured."""

    place: str
    name: str
    share: float
    leaves: float
    how: str


@dataclass(frozen=True)
class Doubts:
    """measurable: what a tuner can measure, what helps most first. grip_apart: the common grip spread of an axle, None
    where it plays no part."""

    measurable: tuple[Doubt, ...]
    grip_apart: Doubt | None


def doubts(bands: Bands, phase: Phase, file: CarFile) -> Doubts:
    """Of the margin in a phase.

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
            found.append(Doubt(place, input_name(place), share, left, METHODS[name].how))
    found.sort(key=lambda doubt: doubt.leaves)
    whole = None if apart is None else Doubt("", GRIP_APART, apart, sigma * math.sqrt(max(1.0 - apart, 0.0)), "")
    return Doubts(tuple(found), whole)


def _left(file: CarFile, place: str) -> float:
    """Part of an input's spread that measuring it would leave, 0 to 1."""
    field, figure = field_at(place), read(file, place)
    assert isinstance(figure, Figure)
    now = field.spread(figure)
    measured = field.spread(Figure(figure.value, Provenance.MEASURED))
    return min(measured / now, 1.0) if now > 0.0 else 1.0
