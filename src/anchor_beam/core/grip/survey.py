"""Everything that the bench shows of a car in a corner, from one search: limits, lifts, and the state at one acceleration."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray, frozen
from anchor_beam.core.car.assembly import Corner, Pose, corner
from anchor_beam.core.car.bars import BarBatch
from anchor_beam.core.car.corner import CornerState, report
from anchor_beam.core.car.equilibrium import linearise
from anchor_beam.core.car.lift import load_left
from anchor_beam.core.car.model import CarBatch
from anchor_beam.core.car.reach import Reached, reach
from anchor_beam.core.grip.limit import FASTEST, Limits, plan_limits
from anchor_beam.core.grip.model import FOUR, GripBatch, Phase


@dataclass(frozen=True, eq=False)
class Survey:
    """Of cars (n,) in a left turn. limits: of every phase. lifts: (n, 2) of the inside wheels [m/s^2], NaN where they stay
    down up to 2.5 g. roll_gradient: (n,) at rest [rad/(m/s^2)], NaN where the car does not stand. rest, at: settled states
    standing and at the acceleration that was asked for."""

    limits: Limits
    lifts: FloatArray
    roll_gradient: FloatArray
    rest: CornerState
    at: CornerState


def survey(cars: CarBatch, bars: BarBatch, grips: GripBatch, at: float, phases: Sequence[Phase] = FOUR) -> Survey:
    """Survey cars with bars and grips, all with one batch axis (n,), at a lateral acceleration [m/s^2].

    The same figures as `limits`, `lifts`, `roll_gradient` and `settle`, which a test compares; one search for all of them
    costs a fifth.
    """
    shape = np.broadcast_shapes(cars.shape, bars.K_theta.shape[:-1], grips.shape_of_batch)
    base = corner(cars, bars, shape)
    n = base.mass.size
    plan = plan_limits(base, grips, shape, phases)
    first_lift, first_at = plan.member.size, plan.member.size + 2 * n
    member = np.concatenate([plan.member, np.tile(np.arange(n), 4)])
    asked = np.repeat([at, 0.0], n)  # the acceleration in question, and standing
    everyone = np.arange(member.size)

    def goal(part: Corner, pose: Pose, lateral: FloatArray, which: IntArray) -> FloatArray:
        wanted = asked[np.maximum(which - first_at, 0)]
        loads = load_left(part, pose, (which - first_lift) // n)
        value = np.where(which < first_at, loads, (wanted - lateral) * part.mass)
        whole = which.size == member.size
        limited = everyone[:first_lift] if whole else np.flatnonzero(which < first_lift)
        if limited.size:
            mine = Pose(*(getattr(pose, name)[..., limited] for name in vars(pose)))
            value[limited] = plan.spare(
                at_limits if whole else part.chosen(limited), mine, lateral[limited], which[limited]
            )
        return value

    guess = np.concatenate([plan.guess, np.full(2 * n, 1.1 * GRAVITY), asked])
    along = np.concatenate([plan.grip.longitudinal, np.zeros(4 * n)])
    at_limits, ready = base.chosen(plan.member), base.chosen(member)
    found = reach(ready, goal, guess, along, highest=FASTEST)
    limits = plan.report(at_limits, _part(found, slice(0, first_lift)))
    lifts = np.where(found.beyond, np.nan, found.acceleration)[first_lift:first_at].reshape(2, n)
    settled = _part(found, slice(first_at, None))
    with np.errstate(all="ignore"):  # a car that does not stand there has no number, and is said to be lost
        system = linearise(ready.chosen(everyone[first_at:]), settled.pose, settled.acceleration, along[first_at:])
        roll = system.roll_slope(settled.pose)
    lost = np.where(np.abs(settled.acceleration - asked) < 1e-4, system.residual, np.inf)
    there, rest = slice(0, n), slice(n, 2 * n)
    return Survey(
        limits, frozen(lifts.T), frozen(np.where(np.isfinite(lost), roll, np.nan)[rest]),
        report(base, _part(settled, rest).pose, lost[rest]), report(base, _part(settled, there).pose, lost[there]),
    )  # fmt: skip


def _part(found: Reached, which: slice) -> Reached:
    pose = Pose(*(getattr(found.pose, name)[..., which] for name in vars(found.pose)))
    return Reached(found.acceleration[which], pose, found.tips[which], found.beyond[which])
