"""Which axle runs out of grip first in each phase of a corner, and by how much.

An axle is at its limit at the lateral acceleration a where the sum of sqrt((mu N)^2 - F_x^2) over its wheels equals
the side force that lateral and yaw balance ask of it; N comes from the settled car, mu from load and camber. `reach`
finds a for both axles and all phases. The balance margin is B = 200 (a_r - a_f)/(a_r + a_f) percent: above zero the
front gives up first.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, frozen
from anchor_beam.core.car.assembly import Corner, Pose, corner
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.events import FASTEST, Reached
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.car.reach import reach
from anchor_beam.core.grip.model import FOUR, PHASES, GripBatch, Phase
from anchor_beam.core.grip.wheels import Contact, Wheels, capacity, carried, contact, demand, wheels


@dataclass(frozen=True, eq=False)
class Limits:
    """For phases along the axis before the last.

    acceleration: (..., p, 2) lateral acceleration at which each axle runs out [m/s^2]; NaN: no equilibrium at all. The
    higher of the two is what that axle could hold if the other did. margin: (..., p) B [%], > 0: the front gives up
    first (push). tips: (..., p, 2) the car has no equilibrium beyond this and the axle still holds. found: what was searched
    for them, to begin another search at. plan: what was asked.
    """

    phases: tuple[Phase, ...]
    acceleration: FloatArray
    margin: FloatArray
    tips: np.ndarray
    found: Reached
    plan: Plan

    @cached_property
    def carried(self) -> FloatArray:
        """(..., p) longitudinal acceleration that the wheels can make at the lower limit [m/s^2]."""
        along = self.plan.shaped(carried(self.plan.goal.ready, self._wheels))
        front_first = self.acceleration[..., 0] <= self.acceleration[..., 1]
        return frozen(np.where(front_first, along[..., 0], along[..., 1]))

    @cached_property
    def lifted(self) -> np.ndarray:
        """(..., p, 2) a wheel is off the ground there, so that the figure has a kink nearby."""
        return self.plan.shaped(np.asarray((self._wheels.load <= 0.0).any(axis=(0, 1))))

    @cached_property
    def _wheels(self) -> Wheels:
        return wheels(self.plan.goal.ready, self.found.pose, self.plan.goal.grip)


def limits(
    cars: CarBatch, bars: BarBatch, grips: GripBatch, phases: Sequence[Phase] = FOUR, near: Limits | None = None
) -> Limits:
    """Limits of both axles in a left turn, for cars, bars and grips (...) that broadcast.

    near: limits in the same phases of one car from which all of these differ little; the search then begins there.
    Source: docs/theory/balance.md, "The limit of an axle".
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], grips.shape_of_batch)
    base = corner(cars, bars, shape)
    plan = plan_limits(base, grips, phases)
    start = None if near is None else near.found.repeated(base.mass.size)
    found = reach(base.chosen(plan.member), plan.goal, plan.guess, plan.longitudinal, highest=FASTEST, near=start)
    return plan.report(found)


@dataclass(frozen=True, eq=False)
class Spare:
    """Of members (k,): what the axle in question can hold beyond its demand. Bars do not enter but through the pose."""

    ready: Corner
    grip: Contact
    on_rear: np.ndarray

    def __call__(self, pose: Pose, lateral: FloatArray) -> FloatArray:
        """(k,) [N]."""
        at = wheels(self.ready, pose, self.grip)
        left = capacity(at, self.grip) - demand(self.ready, at, lateral)
        return np.asarray(np.where(self.on_rear, left[1], left[0]))

    def chosen(self, which: IntArray) -> Spare:
        """Of the members with these numbers, rising."""
        return Spare(self.ready.chosen(which), self.grip.chosen(which), self.on_rear[which])


@dataclass(frozen=True, eq=False)
class Plan:
    """The limits of a batch as members of one search: member (k,) says which car each is; axles slowest, then phases."""

    phases: tuple[Phase, ...]
    shape: tuple[int, ...]
    member: IntArray
    longitudinal: FloatArray
    goal: Spare
    guess: FloatArray

    def report(self, found: Reached) -> Limits:
        """The limits, in the shape in which they were asked."""
        where = self.shaped(found.acceleration)
        return Limits(self.phases, frozen(where), frozen(balance_margin(where)), self.shaped(found.tips), found, self)

    def shaped(self, value: np.ndarray) -> np.ndarray:
        """(..., p, 2) from what the search has for each member (k,)."""
        return value.reshape(2, len(self.phases), -1).transpose(2, 1, 0).reshape(*self.shape, len(self.phases), 2)


def plan_limits(base: Corner, grips: GripBatch, phases: Sequence[Phase]) -> Plan:
    """Lay out every phase and axle of a batch `base`."""
    n, p = base.mass.size, len(phases)
    loads = [PHASES[phase] for phase in phases]
    road = np.broadcast_to(grips.surface_grip, base.shape).reshape(n)
    along = np.concatenate([load.longitudinal * (road if load.scaled else np.ones(n)) for load in loads])
    engine = np.repeat([load.by_engine for load in loads], n)
    member, longitudinal = np.tile(np.arange(n), 2 * p), np.tile(along, 2)
    ready = base.chosen(member)
    grip = contact(grips, ready, longitudinal, np.tile(engine, 2), base.shape, member)
    on_rear = np.arange(2 * n * p) >= n * p
    guess = 0.85 * GRAVITY * np.where(on_rear, grip.tyre.mu0[1, 0], grip.tyre.mu0[0, 0])
    return Plan(
        tuple(phases), base.shape, member, longitudinal, Spare(ready, grip, on_rear), np.minimum(guess, 1.5 * GRAVITY)
    )  # fmt: skip


def balance_margin(acceleration: FloatArray) -> FloatArray:
    """B (...) [%] from the limits (..., 2) of front and rear."""
    front, rear = acceleration[..., 0], acceleration[..., 1]
    with np.errstate(invalid="ignore", divide="ignore"):
        return np.asarray(200.0 * (rear - front) / (rear + front), dtype=float)
