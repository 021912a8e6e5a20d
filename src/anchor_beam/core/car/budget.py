"""A roll budget: where the body's roll comes from, part by part.

Springs and bar stand beside each other and in series with the tyres, and the chassis twists between the axles, so an
angle cannot be cut into parts; the work that the cornering force puts into each of them can. The part of a spring in
the roll is its part in that work.
"""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, frozen
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.model import CarBatch
from anchor_beam.immutable import immutable

SMALL = 0.01 * GRAVITY  # m/s^2; near enough to rest that all of it is linear


@immutable(eq=False)
class RollBudget:
    """Parts of the work, and so of the roll: tyres, springs, bars (..., 2) of both axles, chassis (...); sum 1. NaN where the
    car does not stand."""

    tyres: FloatArray
    springs: FloatArray
    bars: FloatArray
    chassis: FloatArray


def roll_budget(cars: CarBatch, pairs: BarBatch) -> RollBudget:
    """From the settled car at rest and a hundredth of g beside it, so that preload and offset weight drop out.

    Source: docs/theory/car.md, "A roll budget".
    """
    rest, beside = settle(cars, pairs, 0.0), settle(cars, pairs, SMALL)
    travel = _by_axle(beside.travel - rest.travel)
    suspension = (travel[..., 0] - travel[..., 1]) / cars.track
    pressed = _by_axle(beside.loads - rest.loads)
    tyres = (pressed**2).sum(axis=-1) / (2.0 * cars.tyre_rate)
    springs = 0.5 * cars.spring_roll_stiffness * suspension**2
    both = 0.5 * pairs.roll_stiffness(cars.track) * suspension**2
    twist = np.diff(beside.axle_roll - rest.axle_roll, axis=-1)[..., 0]
    stiff = np.isinf(cars.chassis_torsion)
    chassis = np.where(stiff, 0.0, 0.5 * np.where(stiff, 0.0, cars.chassis_torsion) * twist**2)
    whole = (tyres + springs + both).sum(axis=-1) + chassis
    whole = np.where(rest.converged & beside.converged, whole, np.nan)
    per_axle = whole[..., None]
    return RollBudget(
        frozen(tyres / per_axle), frozen(springs / per_axle), frozen(both / per_axle), frozen(chassis / whole)
    )


def _by_axle(corners: FloatArray) -> FloatArray:
    """(..., 4) as (..., 2, 2) axles, sides."""
    return np.asarray(corners.reshape(*corners.shape[:-1], 2, 2), dtype=float)
