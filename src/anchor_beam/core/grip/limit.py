"""Which axle runs out of grip first in each phase of a corner, and by how much."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, frozen
from anchor_beam.core.car.assembly import Corner, Pose, corner
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.car.reach import Reached, reach
from anchor_beam.core.grip.model import FOUR, PHASES, GripBatch, Phase
from anchor_beam.core.grip.wheels import Contact, capacity, contact, demand, wheels

FASTEST = 2.5 * GRAVITY


@dataclass(frozen=True, eq=False)
class Limits:
    """For phases along the axis before the last.

    acceleration: (..., p, 2) lateral acceleration at which each axle runs out [m/s^2]; NaN: no equilibrium at all. The
    higher of the two is what that axle could hold if the other did. margin: (..., p) B [%], > 0: the front gives up
    first (push). tips: (..., p, 2) the car has no equilibrium beyond this and the axle still holds. carried: (..., p)
    longitudinal acceleration that the wheels can make at the lower limit [m/s^2]. lifted: (..., p, 2) a wheel is off the
    ground there, so that the figure has a kink nearby.
    """

    phases: tuple[Phase, ...]
    acceleration: FloatArray
    margin: FloatArray
    tips: np.ndarray
    carried: FloatArray
    lifted: np.ndarray


def limits(cars: CarBatch, bars: BarBatch, grips: GripBatch, phases: Sequence[Phase] = FOUR) -> Limits:
    """Limits of both axles in a left turn, for cars, bars and grips (...) that broadcast.

    Source: docs/theory/balance.md, "The limit of an axle".
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], grips.shape_of_batch)
    base = corner(cars, bars, shape)
    plan = plan_limits(base, grips, shape, phases)
    found = reach(base.chosen(plan.member), plan.spare, plan.guess, plan.grip.longitudinal, highest=FASTEST)
    return plan.report(base.chosen(plan.member), found)


@dataclass(frozen=True, eq=False)
class Plan:
    """The limits of a batch as members of one search: member (k,) says which car each is; axles slowest, then phases."""

    shape: tuple[int, ...]
    phases: tuple[Phase, ...]
    member: IntArray
    on_rear: np.ndarray
    grip: Contact
    guess: FloatArray

    def spare(self, part: Corner, pose: Pose, lateral: FloatArray, which: IntArray) -> FloatArray:
        """What the axle in question can hold beyond its demand [N]."""
        mine = self.grip if which.size == self.on_rear.size else self.grip.chosen(which)
        at = wheels(part, pose, mine)
        left = capacity(at, mine) - demand(part, at, lateral)
        return np.asarray(np.where(self.on_rear[which], left[1], left[0]), dtype=float)

    def report(self, ready: Corner, found: Reached) -> Limits:
        """The limits, in the shape in which they were asked."""
        at = wheels(ready, found.pose, self.grip)
        p = len(self.phases)

        def shaped(value: np.ndarray) -> np.ndarray:
            return value.reshape(2, p, -1).transpose(2, 1, 0).reshape(*self.shape, p, 2)

        where, carried = shaped(found.acceleration), shaped(at.carried)
        lower = where[..., 0] <= where[..., 1]
        return Limits(
            self.phases, frozen(where), frozen(balance_margin(where)), shaped(found.tips),
            frozen(np.where(lower, carried[..., 0], carried[..., 1])), shaped(np.asarray((at.load <= 0.0).any(axis=(0, 1)))),
        )  # fmt: skip


def plan_limits(base: Corner, grips: GripBatch, shape: tuple[int, ...], phases: Sequence[Phase]) -> Plan:
    """Lay out every phase and axle of a batch `base` of the shape `shape`."""
    n, p = base.mass.size, len(phases)
    loads = [PHASES[phase] for phase in phases]
    road = np.broadcast_to(grips.surface_grip, shape).reshape(n)
    along = np.concatenate([load.longitudinal * (road if load.scaled else np.ones(n)) for load in loads])
    engine = np.repeat([load.by_engine for load in loads], n)
    front = np.where(engine, _flat(grips.drive_front, shape, p), _flat(grips.brake_front, shape, p))
    still = contact(grips, base, np.zeros(n), np.zeros(n, dtype=bool), shape)
    member = np.tile(np.arange(n), 2 * p)
    grip = replace(
        still.chosen(member), longitudinal=np.tile(along, 2), share=np.tile(np.stack([front, 1.0 - front]), 2)
    )
    on_rear = np.arange(2 * n * p) >= n * p
    guess = 0.85 * GRAVITY * np.where(on_rear, grip.tyre.mu0[1, 0], grip.tyre.mu0[0, 0])
    return Plan(shape, tuple(phases), member, on_rear, grip, np.minimum(guess, 1.5 * GRAVITY))


def _flat(value: FloatArray, shape: tuple[int, ...], times: int) -> FloatArray:
    return np.tile(np.broadcast_to(value, shape).reshape(-1), times)


def balance_margin(acceleration: FloatArray) -> FloatArray:
    """B (...) [%] from the limits (..., 2) of front and rear."""
    front, rear = acceleration[..., 0], acceleration[..., 1]
    with np.errstate(invalid="ignore", divide="ignore"):
        return np.asarray(200.0 * (rear - front) / (rear + front), dtype=float)
