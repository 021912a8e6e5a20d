"""Which axle runs out of grip first in each phase of a corner, and by how much."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, frozen
from anchor_beam.core.car.assembly import Corner, Pose, corner
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.car.reach import reach
from anchor_beam.core.grip.model import FOUR, PHASES, GripBatch, Phase
from anchor_beam.core.grip.wheels import capacity, contact, demand, wheels

FASTEST = 2.5 * GRAVITY


@dataclass(frozen=True, eq=False)
class Limits:
    """For phases along the axis before the last.

    acceleration: (..., p, 2) lateral acceleration at which each axle runs out [m/s^2]; NaN: no equilibrium at all. The
    higher of the two is what that axle could hold if the other did. margin: (..., p) B [%], > 0: the front gives up
    first (push). tips: (..., p, 2) the car has no equilibrium beyond this and the axle still holds. carried: (..., p)
    longitudinal acceleration that the wheels can make at the lower limit [m/s^2].
    """

    phases: tuple[Phase, ...]
    acceleration: FloatArray
    margin: FloatArray
    tips: np.ndarray
    carried: FloatArray


def limits(cars: CarBatch, bars: BarBatch, grips: GripBatch, phases: Sequence[Phase] = FOUR) -> Limits:
    """Limits of both axles in a left turn, for cars, bars and grips (...) that broadcast.

    Source: docs/theory/balance.md, "The limit of an axle".
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], grips.shape_of_batch)
    base = corner(cars.over(*shape), bars)
    n, p = base.mass.size, len(phases)
    member = np.tile(np.arange(n), 2 * p)  # axles slowest, then phases, then cars
    ready = base.chosen(member)
    loads = [PHASES[phase] for phase in phases]
    road = np.broadcast_to(grips.surface_grip, shape).reshape(n)
    along = np.concatenate([load.longitudinal * (road if load.scaled else np.ones(n)) for load in loads])
    engine = np.repeat([load.by_engine for load in loads], n)
    one_axle = contact(grips, base, np.zeros(n), np.zeros(n, dtype=bool), shape).chosen(np.tile(np.arange(n), p))
    front = np.where(engine, _flat(grips.drive_front, shape, p), _flat(grips.brake_front, shape, p))
    grip = replace(one_axle, longitudinal=along, share=np.stack([front, 1.0 - front])).chosen(
        np.tile(np.arange(n * p), 2)
    )
    on_rear = np.arange(2 * n * p) >= n * p

    def spare(part: Corner, pose: Pose, lateral: FloatArray, which: IntArray) -> FloatArray:
        mine = grip if which.size == on_rear.size else grip.chosen(which)
        at = wheels(part, pose, mine)
        left = capacity(at, mine) - demand(part, at, lateral)
        return np.asarray(np.where(on_rear[which], left[1], left[0]), dtype=float)

    guess = 0.85 * GRAVITY * np.where(on_rear, grip.tyre.mu0[1, 0], grip.tyre.mu0[0, 0])
    found = reach(ready, spare, np.minimum(guess, 1.5 * GRAVITY), grip.longitudinal, highest=FASTEST)
    at = wheels(ready, found.pose, grip)

    def shaped(value: np.ndarray) -> np.ndarray:
        return np.moveaxis(value.reshape(2, p, n), (0, 1, 2), (2, 1, 0)).reshape(*shape, p, 2)

    where = shaped(found.acceleration)
    lower = where[..., :1] <= where[..., 1:]
    carried = shaped(at.carried)
    return Limits(
        tuple(phases), frozen(where), frozen(balance_margin(where)), shaped(found.tips),
        frozen(np.where(lower[..., 0], carried[..., 0], carried[..., 1])),
    )  # fmt: skip


def _flat(value: FloatArray, shape: tuple[int, ...], times: int) -> FloatArray:
    return np.tile(np.broadcast_to(value, shape).reshape(-1), times)


def balance_margin(acceleration: FloatArray) -> FloatArray:
    """B (...) [%] from the limits (..., 2) of front and rear."""
    front, rear = acceleration[..., 0], acceleration[..., 1]
    with np.errstate(invalid="ignore", divide="ignore"):
        return np.asarray(200.0 * (rear - front) / (rear + front), dtype=float)
