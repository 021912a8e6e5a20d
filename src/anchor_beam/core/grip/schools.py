"""What the schools of tuning propose against push, tried on one car: each cure alone, in every phase and in roll.

Source: docs/theory/balance.md, "Grip school and platform school"; both turns, their mean.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.core.car.bars import BarBatch, WheelBar, bars
from anchor_beam.core.car.batches import joined, repeated
from anchor_beam.core.car.lift import roll_gradient
from anchor_beam.core.car.mirror import mirrored_bars, mirrored_cars
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.limit import Limits, limits
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.immutable import immutable

FIFTH = 0.2  # of a bar's stiffness, by which it is made softer or stiffer
LEAN = math.radians(0.5)  # of both front wheels, more of it negative


class School(StrEnum):
    """A cure for push."""

    GRIP = "front bar a fifth softer"
    UNHOOK = "front bar off"
    PLATFORM = "front bar a fifth stiffer"
    REAR = "rear bar a fifth stiffer"
    CAMBER = "front camber half a degree more"


# of both bars' stiffness, front and rear
FACTORS = {
    School.GRIP: (1.0 - FIFTH, 1.0), School.UNHOOK: (0.0, 1.0), School.PLATFORM: (1.0 + FIFTH, 1.0),
    School.REAR: (1.0, 1.0 + FIFTH),
}  # fmt: skip


@immutable(eq=False)
class Cure:
    """What a cure changes. margins (p,): balance margin in each phase [%], NaN where it has none before or after; limits
    (p, 2): lateral acceleration at which front and rear run out [m/s^2]; roll: roll gradient [rad/(m/s^2)]."""

    school: School
    margins: FloatArray
    limits: FloatArray
    roll: float


def cures(
    cars: CarBatch, pair: tuple[WheelBar, WheelBar], grip: GripBatch, phases: Sequence[Phase] = FIVE
) -> tuple[Cure, ...]:
    """Of one car (1,) with its bars: every cure that can be tried on it; a bar that is not there cannot be changed."""
    one = bars([pair])
    tried = _can_be_tried(one)
    both, settings = joined([cars, mirrored_cars(cars)]), joined([one, *(_scaled(one, school) for school in tried)])
    n = 1 + len(tried)
    every, pairs = repeated(both, n), joined([settings, mirrored_bars(settings)])
    found, rolls = limits(every, pairs, grip, phases), roll_gradient(every, pairs).reshape(2, n).mean(axis=0)
    margins, ends = _of_both(found, n)
    made = [
        Cure(school, margins[i] - margins[0], ends[i] - ends[0], float(rolls[i] - rolls[0]))
        for i, school in enumerate(tried, start=1)
    ]
    turned, limits_there = _of_both(limits(both, joined([one, mirrored_bars(one)]), _leaning(grip), phases), 1)
    made.append(Cure(School.CAMBER, turned[0] - margins[0], limits_there[0] - ends[0], 0.0))
    return tuple(made)


def changes(cars: CarBatch, pairs: BarBatch, grip: GripBatch) -> dict[School, FloatArray]:
    """Of many cars (m,) in a left turn: what each cure changes (m, p + 1), margins of the five phases [%], then roll gradient
    [rad/(m/s^2)]. NaN as in `Cure`."""
    before = _margins_and_roll(cars, pairs, grip)
    after = {school: _margins_and_roll(cars, _scaled(pairs, school), grip) for school in _can_be_tried(pairs)}
    after[School.CAMBER] = _margins_and_roll(cars, pairs, _leaning(grip))
    return {school: there - before for school, there in after.items()}


def _margins_and_roll(cars: CarBatch, pairs: BarBatch, grip: GripBatch) -> FloatArray:
    return np.concatenate([limits(cars, pairs, grip).margin, roll_gradient(cars, pairs)[:, None]], axis=1)


def _can_be_tried(pairs: BarBatch) -> list[School]:
    """Cures of bars that are there."""
    front, rear = (bool((pairs.K_theta[:, i] > 0.0).any()) for i in range(2))
    return [school for school, (f, r) in FACTORS.items() if (front or f == 1.0) and (rear or r == 1.0)]


def _scaled(pairs: BarBatch, school: School) -> BarBatch:
    return replace(pairs, K_theta=pairs.K_theta * FACTORS[school])


def _leaning(grip: GripBatch) -> GripBatch:
    return replace(grip, camber=grip.camber - np.array([[LEAN, LEAN], [0.0, 0.0]]))


def _of_both(found: Limits, n: int) -> tuple[FloatArray, FloatArray]:
    """Margins (n, p) and limits (n, p, 2), the mean of both turns."""
    margins = found.margin.reshape(2, n, -1).mean(axis=0)
    return margins, found.acceleration.reshape(2, n, -1, 2).mean(axis=0)
