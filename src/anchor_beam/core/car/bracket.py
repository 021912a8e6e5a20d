"""Where an event comes for cars that Newton on pose and acceleration does not bring there: those that tip, or nearly.

A fan of accelerations between the last one that is known to be before the event and the first one after it is settled at
once, all cars together, each from the pose of the last one before. The part of the fan in which the event lies is the next
fan. An acceleration at which the car does not settle counts as after the event, so that only settled states move the lower
end, and what closes on the edge of the last equilibrium is where the car tips over.
"""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray
from anchor_beam.core.car.assembly import Corner, Pose, at_rest
from anchor_beam.core.car.equilibrium import SETTLED, linearise, newton
from anchor_beam.core.car.events import Goal, Reached
from anchor_beam.immutable import immutable

SLOWEST = 0.02 * GRAVITY  # where every car that stands is taken to be before its event
EXACT = 1e-5 * GRAVITY  # the width at which a bracket is closed
LANES, LEAST_FAN, LARGEST_FAN = 768, 3, 24  # cars at once that cost hardly more than one; accelerations tried at once
FEW = 64  # members of a car after an edit; more than that are draws or settings, which differ by more
WIDER = 12.0  # the fan after one that lies wholly before the event
A_LITTLE_WIDER = 2.0  # the same where its upper end had been tried, and had not settled
AROUND_FEW, AROUND_MANY = 0.003, 0.12  # of an answer known from nearby, the width to either side that is tried first
NEWTON_STEPS = 6  # from the pose foreseen: a car that needs more counts as fallen
FROM_REST, TO_NEARBY = 15, 8  # to the lower end of the bracket


def bracket(
    ready: Corner, goal: Goal, longitudinal: FloatArray, highest: float, near: Reached | None = None
) -> Reached:
    """Find the event for every member (n,) between SLOWEST and `highest` [m/s^2].

    near: the answer for a batch little different from this one; what came there is looked for near it first.
    Returns: NaN where a car does not stand, or is past its event, at next to nothing.
    Source: docs/theory/car.md, "Events".
    """
    size = longitudinal.size
    low, high, start = np.zeros(size), np.zeros(size), None
    alive = np.zeros(size, dtype=bool)
    for begin, end, steps in _where_to_look(near, size, highest):
        if steps < FROM_REST and start is not None and not (~alive & (begin != low)).any():
            continue  # nothing new for who is left
        low, high = np.where(alive, low, begin), np.where(alive, high, end)
        tried = _state(ready, goal, at_rest(size), low, longitudinal, steps=steps)
        start = tried if start is None else start.or_else(alive, tried)
        alive = start.before
        if alive.all():
            break
    assert start is not None
    none = np.zeros(size, dtype=bool)
    lost = Reached(np.full(size, np.nan), start.pose, none, none)
    which = np.flatnonzero(alive)
    if not which.size:
        return lost
    found = _closed(
        ready.chosen(which), goal.chosen(which), longitudinal[which], highest, low[which], high[which],
        start.chosen(which),
    )  # fmt: skip
    return found if which.size == size else lost.with_members(found, which)


def _where_to_look(near: Reached | None, size: int, highest: float) -> Iterator[tuple[FloatArray, FloatArray, int]]:
    """Lower and upper ends (n,) to try one after another, and the steps of Newton to the lower one: about the answer known
    from nearby, further below it, and everywhere."""
    slowest, fastest = np.full(size, SLOWEST), np.full(size, highest)
    if near is not None:
        close = ~near.beyond & (near.acceleration > 2.0 * SLOWEST)
        ways = (AROUND_FEW, AROUND_MANY) if size <= FEW else (AROUND_MANY,)
        above = np.minimum((1.0 + ways[0]) * near.acceleration, highest)
        for around in ways:
            below = (1.0 - around) * near.acceleration
            yield np.where(close, below, slowest), np.where(close, above, fastest), TO_NEARBY
            above = below  # where it had not settled
    yield slowest, fastest, FROM_REST


def _closed(
    ready: Corner, goal: Goal, longitudinal: FloatArray, highest: float, low: FloatArray, high: FloatArray, at: _Tried
) -> Reached:  # fmt: skip
    """Fan after fan between `low` and `high` (n,), from settled poses at `low` whose goal is above zero there. A fan that
    lies wholly before the event is followed by one above it: a little above it, where its end did not settle from further
    away and so cannot be far from tipping."""
    size = longitudinal.size
    fan_size = int(np.clip(LANES // size, LEAST_FAN, LARGEST_FAN))
    most = 4 + math.ceil(math.log(highest / EXACT) / math.log(fan_size))  # more are for fans wholly before the event
    pose, at_low = at.pose, at.value
    at_high, known = np.zeros(size), np.zeros(size, dtype=bool)  # of the upper end, where it settles
    beyond = np.zeros(size, dtype=bool)
    fell = np.zeros(size, dtype=bool)  # the upper end was tried, and did not settle
    members = np.repeat(np.arange(size), fan_size)
    fan, fan_goal, fan_along = ready.chosen(members), goal.chosen(members), longitudinal[members]
    each, part = np.arange(size), np.arange(1, fan_size + 1) / fan_size
    for _ in range(most):
        width = high - low
        tried = low[:, None] + width[:, None] * part
        start = _foreseen(ready, pose, low, longitudinal, tried - low[:, None])
        state = _state(fan, fan_goal, start, tried.ravel(), fan_along)
        value, settled = state.value.reshape(size, fan_size), state.settled.reshape(size, fan_size)
        before = settled & (value > 0.0)
        good = np.where(
            before.all(axis=1), fan_size, before.argmin(axis=1)
        )  # how many of the fan come before the event
        last, after = np.maximum(good - 1, 0), np.minimum(good, fan_size - 1)
        moved, whole = good > 0, good == fan_size
        pose = Pose(np.where(moved, state.pose.unknowns.reshape(8, size, fan_size)[:, each, last], pose.unknowns))
        low, at_low = np.where(moved, tried[each, last], low), np.where(moved, value[each, last], at_low)
        beyond = whole & (low >= highest)
        wider = np.where(fell, A_LITTLE_WIDER, WIDER)
        high = np.where(whole, np.minimum(low + wider * width, highest), tried[each, after])
        known, fell = ~whole & settled[each, after], ~whole & ~settled[each, after]
        at_high = np.where(known, value[each, after], 0.0)
        if bool(np.all(beyond | (high - low < EXACT))):
            break
    with np.errstate(divide="ignore", invalid="ignore"):
        between = low + (high - low) * at_low / (at_low - at_high)  # so near, the goal is straight
    acceleration = np.where(known, between, low)
    onward = _state(ready, goal, pose, acceleration, longitudinal)
    pose = Pose(np.where(known & onward.settled, onward.pose.unknowns, pose.unknowns))
    return Reached(np.where(beyond, highest, acceleration), pose, ~known & ~beyond, beyond)


def _foreseen(ready: Corner, pose: Pose, lateral: FloatArray, longitudinal: FloatArray, further: FloatArray) -> Pose:
    """Poses (n * k,) at accelerations `further` (n, k) beyond settled ones, along the tangent."""
    with np.errstate(all="ignore"):
        slope = linearise(ready, pose, lateral, longitudinal).by_lateral().unknowns
    ahead = pose.unknowns[:, :, None] + slope[:, :, None] * further
    return Pose(ahead.reshape(8, -1))


@immutable(eq=False)
class _Tried:
    """What Newton made of accelerations (n,): pose, goal there, and whether it settled; the goal is -1 where it did not."""

    pose: Pose
    value: FloatArray
    settled: np.ndarray

    @property
    def before(self) -> np.ndarray:
        """(n,) settled, and the event has not come."""
        return np.asarray(self.settled & (self.value > 0.0))

    def chosen(self, which: IntArray) -> _Tried:
        return _Tried(self.pose.chosen(which), self.value[which], self.settled[which])

    def or_else(self, good: np.ndarray, other: _Tried) -> _Tried:
        """These where `good` (n,), else the other."""
        pose = Pose(np.where(good, self.pose.unknowns, other.pose.unknowns))
        return _Tried(pose, np.where(good, self.value, other.value), np.where(good, self.settled, other.settled))


def _state(
    ready: Corner, goal: Goal, start: Pose, lateral: FloatArray, longitudinal: FloatArray, steps: int = NEWTON_STEPS
) -> _Tried:
    """Newton from a pose at accelerations (n,)."""
    pose, left_over = newton(ready, start, lateral, longitudinal, steps=steps)
    settled = left_over < SETTLED
    with np.errstate(all="ignore"):
        return _Tried(pose, np.where(settled, goal(pose, lateral), -1.0), settled)
