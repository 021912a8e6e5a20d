"""The lateral acceleration at which something happens to a settled car: a wheel lifts, an axle runs out of grip."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray
from anchor_beam.core.car.assembly import Corner, Pose, at_rest
from anchor_beam.core.car.equilibrium import SETTLED, STEEPEST, linearise, newton


class Goal(Protocol):
    """What tells a batch whether its event has come: positive before it, negative after it."""

    def __call__(self, pose: Pose, lateral: FloatArray) -> FloatArray:
        """(n,) at a pose and lateral acceleration (n,) [m/s^2]."""

    def chosen(self, which: IntArray) -> Goal:
        """Of the members with these numbers, rising."""


SLOWEST = 0.02 * GRAVITY
EXACT = 1e-5 * GRAVITY  # of a bracket
LAST, LEFT = 3e-5 * GRAVITY, 2e-7 * GRAVITY  # that the last step may be long, and leave if it gains as the one before
ALMOST = 1e-6  # of the weight, left over before the last step; after it, of the order of its square as well
CLOSE = 1e-3  # of the weight: who has so little left over goes on from there
LONGEST, SHORT = 0.3 * GRAVITY, 0.01 * GRAVITY  # that one step may go, and after which the slope of the goal is kept
NUDGE = 1e-4  # m/s^2, for the slope of the goal along the equilibria
LEANING = 0.2  # of the tangent of roll; a leaning car is looked at twice
NEARLY = 0.999  # of the acceleration, where the car of that balance still stands if it stands at all
QUICK, STEPS, HALVINGS = 4, 8, 60  # of the search: all members, then those that need more; of the bracket
BRACKET_STEPS = 15  # of Newton from the last settled state: whoever needs more counts as fallen


@dataclass(frozen=True, eq=False)
class Reached:
    """acceleration: (n,) [m/s^2], NaN where the car never settles. pose: there.

    tips: (n,) no equilibrium beyond it, and the event had not come. beyond: (n,) still not come at the highest.
    """

    acceleration: FloatArray
    pose: Pose
    tips: np.ndarray
    beyond: np.ndarray

    def repeated(self, times: int) -> Reached:
        """Every member `times` times, the first one first."""
        pose = Pose(np.repeat(self.pose.unknowns, times, axis=1))
        return Reached(
            np.repeat(self.acceleration, times), pose, np.repeat(self.tips, times), np.repeat(self.beyond, times)
        )


def reach(
    ready: Corner, goal: Goal, guess: FloatArray, longitudinal: FloatArray, *, highest: float, near: Reached | None = None
) -> Reached:  # fmt: skip
    """Find the event for every member (n,), up to `highest` [m/s^2].

    near: the answer for a batch little different from this one, to begin at; else the search begins at rest.

    Newton on pose and acceleration together; whoever does not get there is bracketed between slow and fast, with only
    settled states moving the bracket.
    Source: docs/theory/car.md, "Events"; Dowell and Jarratt, BIT 11 (1971), for the bracket.
    """
    none = np.zeros(guess.size, dtype=bool)
    pose, begin = at_rest(guess.size), guess
    if near is not None:
        known = np.isfinite(near.acceleration) & ~near.tips & ~near.beyond
        pose, begin = Pose(np.where(known, near.pose.unknowns, 0.0)), np.where(known, near.acceleration, guess)
    first = _together(ready, goal, pose, begin, longitudinal, QUICK)
    found, done = Reached(first.lateral, first.pose, none, none), _sound(first, highest)
    rest = np.flatnonzero(~done & ~(first.there & (near is None)))
    if rest.size:  # few need more steps, fewer still the bracket: only those go on
        onward = (
            np.isfinite(first.lateral[rest]) & ~first.there[rest] & ((near is None) | (first.left_over[rest] < CLOSE))
        )
        start = Pose(np.where(onward, first.pose.unknowns[:, rest], 0.0))
        part, at = ready.chosen(rest), np.where(onward, first.lateral[rest], guess[rest])
        again = _together(part, goal.chosen(rest), start, at, longitudinal[rest], STEPS)
        found = _merged(found, Reached(again.lateral, again.pose, none[rest], none[rest]), rest)
        done[rest] = _sound(again, highest)
    lost = np.flatnonzero(~done)
    if lost.size:
        bracketed = _bracket(ready.chosen(lost), goal.chosen(lost), longitudinal[lost], highest)
        found = _merged(found, bracketed, lost)
    return found


def _sound(tried: _Try, highest: float) -> np.ndarray:
    """Done, forward, not faster than asked, and not lying on its side."""
    upright = np.abs(tried.pose.roll).max(axis=0) < np.tan(STEEPEST)
    return np.asarray(tried.done & (tried.lateral > -EXACT) & (tried.lateral <= highest) & upright)


def _merged(old: Reached, new: Reached, at: IntArray) -> Reached:
    """The members `at` replaced."""

    def put(one: np.ndarray, other: np.ndarray) -> np.ndarray:
        out = one.copy()
        out[..., at] = other
        return out

    return Reached(
        put(old.acceleration, new.acceleration), Pose(put(old.pose.unknowns, new.pose.unknowns)), put(old.tips, new.tips),
        put(old.beyond, new.beyond),
    )  # fmt: skip


@dataclass(frozen=True, eq=False)
class _Try:
    """left_over: (n,) before the last step, over the weight. there: (n,) the event was found in some balance; done: ... in
    one that a car comes to from rest, and keeps."""

    pose: Pose
    lateral: FloatArray
    left_over: FloatArray
    there: np.ndarray
    done: np.ndarray


def _together(ready: Corner, goal: Goal, pose: Pose, guess: FloatArray, longitudinal: FloatArray, steps: int) -> _Try:
    """Newton on pose and acceleration."""
    lateral = guess.astype(float)
    there = stands = np.zeros(guess.size, dtype=bool)
    slope = lateral
    change = np.full(guess.size, np.inf)
    with np.errstate(all="ignore"):  # whoever runs away here is bracketed afterwards
        for _ in range(steps):
            system = linearise(ready, pose, lateral, longitudinal)
            move, along = system.both()
            settled = move.limited().from_(pose)
            here = goal(settled, lateral)
            afresh = steps > QUICK or not np.abs(change).max() < SHORT
            if afresh:  # else the goal is as steep as it was; who stands at a kink goes on with the few
                slope = (goal(along.times(NUDGE).from_(settled), lateral + NUDGE) - here) / NUDGE
            change, before = np.clip(-here / slope, -LONGEST, LONGEST), np.abs(change)
            size = np.abs(change)
            leaves = size * np.where(np.isfinite(before), np.minimum(size / before, 1.0), 1.0)
            there = (system.residual < ALMOST) & (size < LAST) & ((leaves < LEFT) | (size < LEFT))
            stands = move.stable
            lateral, pose = lateral + change, along.times(change).from_(settled)
            if bool(np.all(there | ~np.isfinite(lateral))):
                break
    sound = there & stands
    sound &= _standing(ready, pose, lateral, longitudinal, sound)
    return _Try(pose, lateral, system.residual, there, sound)


def _standing(
    ready: Corner, pose: Pose, lateral: FloatArray, longitudinal: FloatArray, done: np.ndarray
) -> np.ndarray:
    """False for those found in a balance far over on two wheels, which a car that speeds up from rest never comes to."""
    lean = np.abs(pose.roll).max(axis=0)
    sound = np.ones(lean.shape, dtype=bool)
    over = np.flatnonzero(done & (lean > LEANING))
    if over.size:
        reached, left_over = newton(
            ready.chosen(over), at_rest(over.size), NEARLY * lateral[over], longitudinal[over]
        )
        same = np.abs(np.abs(reached.roll).max(axis=0) - lean[over]) < 0.1 * lean[over]
        sound[over] = (left_over < SETTLED) & same
    return sound


def _bracket(ready: Corner, goal: Goal, longitudinal: FloatArray, highest: float) -> Reached:
    """False position between slow and fast; an unsettled state counts as after the event and is met by halving."""
    size = longitudinal.size
    low, high = np.full(size, SLOWEST), np.full(size, highest)
    pose, at_low, settled = _state(ready, goal, at_rest(size), low, longitudinal)
    alive = np.flatnonzero(settled & (at_low > 0.0))
    if alive.size < size:  # the others do not stand, or are past the event, at next to nothing
        no = np.zeros(size, dtype=bool)
        lost = Reached(np.full(size, np.nan), pose, no, no)
        if not alive.size:
            return lost
        rest = _bracket(ready.chosen(alive), goal.chosen(alive), longitudinal[alive], highest)
        return _merged(lost, rest, alive)
    _, at_high, known = _state(ready, goal, pose, high, longitudinal)
    beyond = known & (at_high > 0.0)
    rises = np.zeros(size)
    for _ in range(HALVINGS):
        with np.errstate(all="ignore"):
            guess = np.where(known, (low * at_high - high * at_low) / (at_high - at_low), 0.5 * (low + high))
        guess = np.where((guess > low) & (guess < high), guess, 0.5 * (low + high))
        tried, value, settled = _state(ready, goal, pose, guess, longitudinal)
        above = settled & (value > 0.0)
        at_high = np.where(above, np.where(rises > 0.0, 0.5 * at_high, at_high), value)
        at_low = np.where(above, value, np.where(rises < 0.0, 0.5 * at_low, at_low))
        known = np.where(above, known, settled)
        pose = Pose(np.where(above, tried.unknowns, pose.unknowns))
        low, high = np.where(above, guess, low), np.where(above, high, guess)
        rises = np.where(above, 1.0, -1.0)
        if bool(np.all(beyond | (high - low < EXACT) | (settled & (np.abs(value) < 1e-7 * ready.weight)))):
            break
    return Reached(np.where(beyond, highest, low), pose, ~known & ~beyond, beyond)


def _state(
    ready: Corner, goal: Goal, start: Pose, lateral: FloatArray, longitudinal: FloatArray
) -> tuple[Pose, FloatArray, np.ndarray]:
    pose, left_over = newton(ready, start, lateral, longitudinal, steps=BRACKET_STEPS)
    settled = left_over < SETTLED
    with np.errstate(all="ignore"):
        return pose, np.where(settled, goal(pose, lateral), -1.0), settled
