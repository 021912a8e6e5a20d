"""Where the doubt in a margin comes from: what can be measured on the car, and what only driving tells."""

from __future__ import annotations

import math
from dataclasses import dataclass

from anchor_beam.core.grip.driving import Phase
from anchor_beam.figures.bands import GRIP_APART, Bands
from anchor_beam.words.car import input_name

DRIVEN = ("speed", "build_up", "trail_braking", "lift_off", "exit_drive")  # what the driver does, not what the car is


@dataclass(frozen=True)
class Doubt:
    """An input in words, its share of the margin's variance [-], and the band that is left once it is known [%]."""

    name: str
    share: float
    leaves: float


@dataclass(frozen=True)
class Doubts:
    """measurable: what a tuner can measure or look up, most worth first. grip_apart: the common grip spread of an axle, None
    where it plays no part."""

    measurable: tuple[Doubt, ...]
    grip_apart: Doubt | None


def doubts(bands: Bands, phase: Phase) -> Doubts:
    """Of the margin in a phase.

    Source: docs/theory/uncertainty.md, "Measure next".
    """
    sigma = bands.margins[phase]

    def doubt(place: str, share: float) -> Doubt:
        return Doubt(input_name(place), share, sigma * math.sqrt(max(1.0 - share, 0.0)))

    shares = dict(bands.shares[phase])
    apart = shares.pop(GRIP_APART, None)
    measurable = tuple(
        doubt(place, share) for place, share in shares.items() if place.rpartition(".")[2] not in DRIVEN
    )
    return Doubts(measurable, None if apart is None else doubt(GRIP_APART, apart))
