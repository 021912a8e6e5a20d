"""Everything that the bench shows of a car in a corner, from one search: limits, lifts, and the state at one acceleration.

Limits of both axles in every phase, lifts of both inside wheels, the car standing and the car at one acceleration are
members of one batch with different goals, so that one Newton and one bracket serve them all. Each goal falls through
zero at its event; its sign and unit are told in `events`.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, frozen
from anchor_beam.core.car.assembly import Corner, Pose, corner, laid_out
from anchor_beam.core.car.bars import DISCONNECTED, BarBatch, bars
from anchor_beam.core.car.batches import part_of
from anchor_beam.core.car.corner import CornerState, report
from anchor_beam.core.car.equilibrium import linearise
from anchor_beam.core.car.events import FASTEST, Reached
from anchor_beam.core.car.lift import InsideLoad
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.car.reach import reach
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.limit import Limits, Plan, Spare, plan_limits
from anchor_beam.core.grip.model import GripBatch
from anchor_beam.immutable import immutable


@immutable(eq=False)
class Survey:
    """Of cars (n,) in a left turn. limits: of every phase. lifts: (n, 2) of the inside wheels [m/s^2], NaN where they stay
    down up to FASTEST. roll_gradient: (n,) at rest [rad/(m/s^2)], NaN where the car does not stand. rest, at: settled states
    standing and at the acceleration that was asked for. found: where the search ended, for the next one to begin at."""

    limits: Limits
    lifts: FloatArray
    roll_gradient: FloatArray
    rest: CornerState
    at: CornerState
    found: Reached


@immutable(eq=False)
class _Asked:
    """Goal of members (k,) that are wanted at a given acceleration: what is missing of it, as a force [N]."""

    wanted: FloatArray
    mass: FloatArray

    def __call__(self, pose: Pose, lateral: FloatArray) -> FloatArray:
        del pose
        return (self.wanted - lateral) * self.mass

    def chosen(self, which: IntArray) -> _Asked:
        return _Asked(self.wanted[which], self.mass[which])


@immutable(eq=False)
class _Goals:
    """Limits, lifts and states after each other, as one goal; at: where the second and the third begin."""

    limits: Spare
    lifts: InsideLoad
    asked: _Asked
    at: tuple[int, int]

    def __call__(self, pose: Pose, lateral: FloatArray) -> FloatArray:
        first, last = self.at
        value = np.empty_like(lateral)
        for goal, part in (
            (self.limits, slice(0, first)), (self.lifts, slice(first, last)), (self.asked, slice(last, None)),
        ):  # fmt: skip
            value[part] = goal(pose.chosen(part), lateral[part])
        return value

    def chosen(self, which: IntArray) -> _Goals:
        first, last = np.searchsorted(which, self.at)
        return _Goals(
            self.limits.chosen(which[:first]), self.lifts.chosen(which[first:last] - self.at[0]),
            self.asked.chosen(which[last:] - self.at[1]), (int(first), int(last)),
        )  # fmt: skip


@immutable(eq=False)
class Course:
    """Cars with their grip, laid out for every question of a survey, whatever bars they get; made by `course`.

    cars, base: (n,). both: (2n,) the same at the acceleration asked for, then standing. member: (k,) car of each question.
    """

    cars: CarBatch
    base: Corner
    both: Corner
    ready: Corner
    member: IntArray
    plan: Plan
    goals: _Goals
    guess: FloatArray
    longitudinal: FloatArray

    def survey(self, bars: BarBatch, near: Reached | None = None) -> Survey:
        """Of every car with these bars (n,) or (1,); near: found with bars little different."""
        n = self.base.mass.size
        laid = laid_out(bars, self.base.shape)
        ready = self.plan.rolling_in(self.ready.with_bars(laid.chosen(self.member)), self.cars, bars)
        found = reach(ready, self.goals, self.guess, self.longitudinal, highest=FASTEST, near=near)
        first, last = self.goals.at
        lifts = np.where(found.beyond, np.nan, found.acceleration)[first:last].reshape(2, n)
        settled = _part(found, slice(last, None))
        both = self.both.with_bars(laid.chosen(self.member[last:]))
        with np.errstate(all="ignore"):  # a car that does not stand there has no number, and is said to be lost
            system = linearise(both, settled.pose, settled.acceleration, self.longitudinal[last:])
            roll = system.roll_slope(settled.pose)
        missed = np.abs(settled.acceleration - self.goals.asked.wanted)
        lost = np.where(missed < 1e-4, system.residual, np.inf)
        states, rest = report(both, settled.pose, lost), slice(n, None)
        return Survey(
            self.plan.report(_part(found, slice(0, first))), frozen(lifts.T),
            frozen(np.where(np.isfinite(lost), roll, np.nan)[rest]), part_of(states, rest), part_of(states, slice(0, n)),
            found,
        )  # fmt: skip


def course(
    cars: CarBatch, grips: GripBatch, at: float, phases: Sequence[Phase] = FIVE, *, size: int | None = None
) -> Course:
    """Lay out cars and grips (n,), or (1,) for `size` different bars, to be surveyed at a lateral acceleration [m/s^2]."""
    base = corner(cars, bars([(DISCONNECTED, DISCONNECTED)]), cars.shape if size is None else (size,))
    n = base.mass.size
    plan = plan_limits(cars, base, grips, phases)
    twice = np.tile(np.arange(n), 2)
    both, asked = base.chosen(twice), np.repeat([at, 0.0], n)
    member = np.concatenate([plan.member, twice, twice])
    goals = _Goals(
        plan.goal, InsideLoad(both, np.repeat([False, True], n)), _Asked(asked, both.mass),
        (plan.member.size, plan.member.size + 2 * n),
    )  # fmt: skip
    return Course(
        cars, base, both, base.chosen(member), member, plan, goals,
        guess=np.concatenate([plan.guess, np.full(2 * n, 1.1 * GRAVITY), asked]),
        longitudinal=np.concatenate([plan.longitudinal, np.zeros(4 * n)]),
    )  # fmt: skip


def survey(cars: CarBatch, bars: BarBatch, grips: GripBatch, at: float, phases: Sequence[Phase] = FIVE) -> Survey:
    """Survey cars with bars and grips, all with one batch axis (n,), at a lateral acceleration [m/s^2].

    The same figures as `limits`, `lifts`, `roll_gradient` and `settle`, which a test compares; one search for all of them
    costs a fifth.
    """
    return course(cars, grips, at, phases, size=max(cars.shape[0], bars.K_theta.shape[0])).survey(bars)


def _part(found: Reached, which: slice) -> Reached:
    return Reached(found.acceleration[which], found.pose.chosen(which), found.tips[which], found.beyond[which])
