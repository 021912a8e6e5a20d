"""The lateral acceleration at which something happens to a settled car: a wheel lifts, an axle runs out of grip."""

from __future__ import annotations

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.car.assembly import Corner, Pose, at_rest
from anchor_beam.core.car.bracket import EXACT, bracket
from anchor_beam.core.car.equilibrium import SETTLED, STEEPEST, linearise, newton
from anchor_beam.core.car.events import Goal, Reached
from anchor_beam.immutable import immutable

LAST_STEP = 3e-5 * GRAVITY  # that the last step of Newton may be long
TO_COME = 2e-7 * GRAVITY  # that the steps after it may still bring, if they shrink as the last one did
ALMOST = 1e-6  # of the weight, left over before the last step; after it, of the order of its square as well
CLOSE = 1e-3  # of the weight: who has so little left over goes on from there
LONGEST, SHORT = 0.3 * GRAVITY, 0.01 * GRAVITY  # that one step may go, and after which the slope of the goal is kept
NUDGE = 1e-4  # m/s^2, for the slope of the goal along the equilibria
LEANING = 0.2  # of the tangent of roll; a leaning car is looked at twice
NEARLY = 0.999  # of the acceleration, where the car of that balance still stands if it stands at all
QUICK, STEPS = 4, 8  # steps of all members, then of those that need more


def reach(
    ready: Corner, goal: Goal, guess: FloatArray, longitudinal: FloatArray, *, highest: float, near: Reached | None = None
) -> Reached:  # fmt: skip
    """Find the event for every member (n,), up to `highest` [m/s^2].

    near: the answer for a batch little different from this one, to begin at; else the search begins at rest.

    Newton on pose and acceleration together; whoever does not get there is bracketed between slow and fast, with only
    settled states moving the bracket.
    Source: docs/theory/car.md, "Events".
    """
    none = np.zeros(guess.size, dtype=bool)
    pose, begin = at_rest(guess.size), guess
    if near is not None:
        known = np.isfinite(near.acceleration) & ~near.tips & ~near.beyond
        pose, begin = Pose(np.where(known, near.pose.unknowns, 0.0)), np.where(known, near.acceleration, guess)
    first = _together(ready, goal, pose, begin, longitudinal, QUICK)
    found, done = Reached(first.lateral, first.pose, none, none), _sound(first, highest)
    tipped = none if near is None else near.tips
    rest = np.flatnonzero(~done & ~tipped & ~(first.there & (near is None)))
    if rest.size:  # few need more steps, fewer still the bracket: only those go on
        onward = (
            np.isfinite(first.lateral[rest]) & ~first.there[rest] & ((near is None) | (first.left_over[rest] < CLOSE))
        )
        start = Pose(np.where(onward, first.pose.unknowns[:, rest], 0.0))
        part, at = ready.chosen(rest), np.where(onward, first.lateral[rest], guess[rest])
        again = _together(part, goal.chosen(rest), start, at, longitudinal[rest], STEPS)
        found = found.with_members(Reached(again.lateral, again.pose, none[rest], none[rest]), rest)
        done[rest] = _sound(again, highest)
    lost = np.flatnonzero(~done)
    if lost.size:
        begun = None if near is None else near.chosen(lost)
        bracketed = bracket(ready.chosen(lost), goal.chosen(lost), longitudinal[lost], highest, begun)
        found = found.with_members(bracketed, lost)
    return found


def _sound(tried: _Try, highest: float) -> np.ndarray:
    """Done, forward, not faster than asked, and not lying on its side."""
    upright = np.abs(tried.pose.roll).max(axis=0) < np.tan(STEEPEST)
    return np.asarray(tried.done & (tried.lateral > -EXACT) & (tried.lateral <= highest) & upright)


@immutable(eq=False)
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
            to_come = size * np.where(np.isfinite(before), np.minimum(size / before, 1.0), 1.0)
            there = (system.residual < ALMOST) & (size < LAST_STEP) & ((to_come < TO_COME) | (size < TO_COME))
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
