"""Which axle runs out of grip first in each phase of a corner, and by how much.

An axle is at its limit at the lateral acceleration a where the sum of sqrt((mu N)^2 - F_x^2) over its wheels equals
the side force that lateral and yaw balance ask of it; N comes from the settled car, mu from load and camber. `reach`
finds a for both axles and all phases. The balance margin is B = 200 (a_r - a_f)/(a_r + a_f) percent: above zero the
front gives up first. While the corner builds up each axle is taken at its worse moment: the front at the end of the
build-up, the rear just after it.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import cached_property

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, batch_last, frozen
from anchor_beam.core.car.assembly import Corner, Pose, corner
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.events import FASTEST, Reached
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.car.reach import reach
from anchor_beam.core.grip.building_up import damper_moments, turning_mass
from anchor_beam.core.grip.driving import BUILDING_UP, FIVE, Phase
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.core.grip.outcome import Outcome
from anchor_beam.core.grip.tyre import USABLE
from anchor_beam.core.grip.wheels import Contact, Wheels, capacity, carried, contact, demand, wheels
from anchor_beam.core.sides import Axle
from anchor_beam.immutable import immutable


@immutable(eq=False)
class Limits:
    """For phases along the axis before the last.

    acceleration: (..., p, 2) lateral acceleration at which each axle runs out [m/s^2], or at which the car tips while the
    axle still holds; NaN where it does neither up to the end of the search, or has no equilibrium at all. The higher of
    the two is what that axle could hold if the other did. margin: (..., p) B [%], > 0: the front gives up first (push);
    NaN unless both axles slide. tips, beyond: (..., p, 2). found: what was searched for them, to begin another search at.
    plan: what was asked.
    """

    phases: tuple[Phase, ...]
    acceleration: FloatArray
    margin: FloatArray
    tips: np.ndarray
    beyond: np.ndarray
    found: Reached
    plan: Plan

    def outcome(self, car: tuple[int, ...], phase: Phase, axle: Axle) -> Outcome:
        """How the limit of an axle of one car of the batch ends in a phase."""
        at = (*car, self.phases.index(phase), axle.position)
        if self.beyond[at]:
            return Outcome.BEYOND
        if not np.isfinite(self.acceleration[at]):
            return Outcome.LOST
        return Outcome.TIPS if self.tips[at] else Outcome.SLIDES

    @cached_property
    def carried(self) -> FloatArray:
        """(..., p) longitudinal acceleration that the wheels can make at the lower limit [m/s^2]."""
        along = self.plan.shaped(carried(self.plan.goal.ready, self.at_limits))
        front_first = self.acceleration[..., 0] <= self.acceleration[..., 1]
        return frozen(np.where(front_first, along[..., 0], along[..., 1]))

    @cached_property
    def kinked(self) -> np.ndarray:
        """(..., p, 2) a wheel is off the ground there, or spins or locks, so that the figure has a kink nearby."""
        at, tyre = self.at_limits, self.plan.goal.grip.tyre
        most = (1.0 - 1e-9) * USABLE * tyre.along * at.peak
        bound = (np.abs(at.along) >= most) & (self.plan.goal.grip.wanted != 0.0)[:, None]
        return self.plan.shaped(np.asarray(((at.load <= 0.0) | bound).any(axis=(0, 1))))

    @cached_property
    def at_limits(self) -> Wheels:
        """The wheels (2, 2, k) of every search at its limit; which is which: `Plan.shaped`."""
        return wheels(self.plan.goal.ready, self.found.pose, self.plan.goal.grip)


def limits(
    cars: CarBatch, bars: BarBatch, grips: GripBatch, phases: Sequence[Phase] = FIVE, near: Limits | None = None
) -> Limits:
    """Limits of both axles in a left turn, for cars, bars and grips (...) that broadcast.

    near: limits in the same phases of one car from which all of these differ little; the search then begins there.
    Source: docs/theory/balance.md, "The limit of an axle".
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], grips.shape_of_batch)
    plan = plan_limits(cars, corner(cars, bars, shape), grips, phases)
    start = None if near is None else near.found.repeated(plan.size)
    ready = plan.rolling_in(plan.base.chosen(plan.member), cars, bars)
    return plan.report(reach(ready, plan.goal, plan.guess, plan.longitudinal, highest=FASTEST, near=start))


@immutable(eq=False)
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


@immutable(eq=False)
class Plan:
    """The limits of a batch as members of one search: member (k,) says which car each is, in blocks of the whole batch.

    blocks: (2, p) block in which the limit of an axle in a phase is found; off the brakes the rear's is that of the middle.
    building: (k,) whether the corner still builds up at the limit of this member.
    """

    phases: tuple[Phase, ...]
    base: Corner
    grips: GripBatch
    blocks: IntArray
    member: IntArray
    building: np.ndarray
    longitudinal: FloatArray
    goal: Spare
    guess: FloatArray

    @property
    def size(self) -> int:
        """How many cars there are."""
        return self.base.mass.size

    def rolling_in(self, ready: Corner, cars: CarBatch, bars: BarBatch) -> Corner:
        """Members `ready` (k,) of these cars and bars, or more after them, with what dampers do to those that still roll."""
        moments = damper_moments(cars, bars, self.grips)
        if moments is None or not self.building.any():
            return ready
        damped = np.zeros((2, ready.mass.size))
        damped[:, : self.member.size] = batch_last(moments, self.base.shape, 2)[:, self.member] * self.building
        return ready.rolling_in(damped)

    def report(self, found: Reached) -> Limits:
        """The limits, in the shape in which they were asked."""
        where, tips, beyond = map(self.shaped, (found.acceleration, found.tips, found.beyond))
        where = np.where(beyond, np.nan, where)
        margin = balance_margin(np.where(tips, np.nan, where))
        return Limits(self.phases, frozen(where), frozen(margin), tips, beyond, found, self)

    def shaped(self, value: np.ndarray) -> np.ndarray:
        """(..., p, 2) from what the search has for each member (k,)."""
        found = value.reshape(-1, self.size)[self.blocks]
        return found.transpose(2, 1, 0).reshape(*self.base.shape, len(self.phases), 2)


def plan_limits(cars: CarBatch, base: Corner, grips: GripBatch, phases: Sequence[Phase]) -> Plan:
    """Lay out every phase and axle of a batch `base` of cars.

    Source: docs/theory/phases.md.
    """
    asked: dict[tuple[bool, Phase], int] = {}  # rear or not, phase
    for rear in (False, True):
        for phase in phases:
            asked.setdefault(_searched(rear, phase, phases), len(asked))
    n, p = base.mass.size, len(phases)
    blocks = np.array([[asked[_searched(rear, phase, phases)] for phase in phases] for rear in (False, True)])

    def flat(value: FloatArray) -> FloatArray:
        return np.broadcast_to(value, base.shape).reshape(n)

    def each(of: Callable[[bool, Phase], bool]) -> np.ndarray:
        return np.repeat([of(rear, phase) for rear, phase in asked], n)

    member = np.tile(np.arange(n), len(asked))
    along = {phase: flat(grips.acceleration_in(phase)) for phase in phases}
    longitudinal = np.concatenate([along[phase] for _, phase in asked])
    engine, on_rear = each(lambda _, phase: phase is not Phase.BRAKES), each(lambda rear, _: rear)
    building = each(lambda rear, phase: not rear and phase in BUILDING_UP)
    ready = base.chosen(member)
    if building.any():
        ready = ready.turning_in(flat(turning_mass(cars, grips))[member] * building)
    grip = contact(grips, ready, longitudinal, engine, base.shape, member)
    guess = 0.85 * GRAVITY * np.where(on_rear, grip.tyre.mu0[1, 0], grip.tyre.mu0[0, 0])
    return Plan(
        tuple(phases), base, grips, blocks.reshape(2, p), member, building, longitudinal, Spare(ready, grip, on_rear),
        np.minimum(guess, 1.5 * GRAVITY),
    )  # fmt: skip


def _searched(rear: bool, phase: Phase, phases: Sequence[Phase]) -> tuple[bool, Phase]:
    """Under which axle and phase a limit is sought: where it is the same as another one, under that."""
    same = rear and phase is Phase.TURN_IN and Phase.MIDDLE in phases
    return rear, Phase.MIDDLE if same else phase


def balance_margin(acceleration: FloatArray) -> FloatArray:
    """B (...) [%] from the limits (..., 2) of front and rear."""
    front, rear = acceleration[..., 0], acceleration[..., 1]
    with np.errstate(invalid="ignore", divide="ignore"):
        return np.asarray(200.0 * (rear - front) / (rear + front), dtype=float)
