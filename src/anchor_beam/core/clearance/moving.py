"""Rods that move and turn through many states at once, and the gap between them and what lies around them.

A bar that is twisted turns about its pivots by the angle of its left arm at its left end and by that of its right arm at its
right end, evenly in between. Axes are those of the car, origin on the bar's pivot axis at the middle of the car: x forward,
y left, z up.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, segment_distance
from anchor_beam.core.clearance.solids import Box, Capsule, box_distance
from anchor_beam.immutable import immutable

WITHIN = 6e-4  # m of a bend that its rods cut off


@immutable(eq=False)
class Rods:
    """start, end: (states, rods, 3) or (1, rods, 3) where nothing moves [m]. radius: (rods,) [m]."""

    start: FloatArray
    end: FloatArray
    radius: FloatArray

    def at(self, states: IntArray) -> Rods:
        """Some of the states."""
        if len(self.start) == 1:
            return self
        return Rods(self.start[states], self.end[states], self.radius)

    def moved(self, by: FloatArray) -> Rods:
        """Moved by (states, 3) [m]."""
        return Rods(self.start + by[:, None], self.end + by[:, None], self.radius)

    def steered(self, about: FloatArray, angle: FloatArray) -> Rods:
        """Turned by angles (states,) [rad] about the upright through a point (3,), > 0 to the left."""
        cos, sin = np.cos(angle)[:, None], np.sin(angle)[:, None]

        def turned(points: FloatArray) -> FloatArray:
            x, y = points[..., 0] - about[0], points[..., 1] - about[1]
            z = np.broadcast_to(points[..., 2], (len(angle), points.shape[1]))
            return np.stack([about[0] + cos * x - sin * y, about[1] + sin * x + cos * y, z], axis=-1)

        return Rods(turned(self.start), turned(self.end), self.radius)


def rods_of(capsules: Sequence[Capsule]) -> Rods:
    """Rods that do not move."""
    start, end = (np.array([getattr(each, name) for each in capsules], dtype=float)[None] for name in ("a", "b"))
    return Rods(start, end, np.array([each.radius for each in capsules], dtype=float))


def coarse(nodes: FloatArray) -> IntArray:
    """Which nodes (n, 3) of a path are kept so that none of the others lies further than `WITHIN` from its rods.

    Source: Douglas and Peucker, *Algorithms for the reduction of the number of points*, Cartographica 10 (1973).
    """
    first, last = nodes[0], nodes[-1]
    if len(nodes) < 3:
        return np.arange(len(nodes))
    inner = nodes[1:-1]
    off = segment_distance(inner, inner, first, last)
    worst = int(np.argmax(off)) + 1
    if float(off[worst - 1]) <= WITHIN:
        return np.array([0, len(nodes) - 1])
    return np.concatenate([coarse(nodes[: worst + 1])[:-1], worst + coarse(nodes[worst:])])


def twisted(
    nodes: FloatArray, radius: FloatArray, axis: FloatArray, theta: FloatArray, ends: tuple[float, float]
) -> Rods:
    """A bar in its turns: nodes (n, 3) in its own frame, radius (n - 1,) of its rods [m], axis (3,) of its pivots, theta
    (2, states) of the left and right arm [rad], ends: where along y the arms begin, left and right [m]."""
    left, right = ends
    share = np.clip((nodes[:, 1] - right) / (left - right), 0.0, 1.0)
    angle = theta[1][:, None] * (1.0 - share) + theta[0][:, None] * share
    along = (nodes @ axis)[:, None] * axis
    out = nodes - along
    across = np.cross(axis, out)
    points = along + np.cos(angle)[..., None] * out + np.sin(angle)[..., None] * across
    return Rods(points[:, :-1], points[:, 1:], radius)


def gaps(rods: Rods, solid: Rods | Box) -> tuple[FloatArray, IntArray]:
    """Gap (states,) [m] between the nearest of the rods and a solid, below zero where they cut each other, and which rod."""
    if isinstance(solid, Box):
        every = box_distance(rods.start, rods.end, solid) - rods.radius
    else:
        apart = segment_distance(
            rods.start[:, :, None], rods.end[:, :, None], solid.start[:, None], solid.end[:, None]
        )  # (states, rods, solids)
        every = (apart - solid.radius).min(axis=-1) - rods.radius
    which = np.argmin(every, axis=1)
    return np.take_along_axis(every, which[:, None], axis=1)[:, 0], which


def least(rods: Rods, solid: Rods | Box, order: Sequence[IntArray], step: int = 12) -> tuple[float, int, int]:
    """The smallest gap [m] over states that follow each other in runs, the state it is at, and which rod.

    order: the states of each run. Every `step`-th state of a run is looked at, then all those around the smallest of it.
    Limits: a gap that closes and opens again within one step is found only if it is the smallest nearby.
    """
    best = (np.inf, 0, 0)
    for run in order:
        first = np.unique(np.append(run[::step], run[-1]))
        rough, _ = gaps(rods.at(first), solid_at(solid, first))
        near = int(np.searchsorted(run, first[int(np.argmin(rough))]))
        around = run[max(near - step, 0) : near + step + 1]
        fine, which = gaps(rods.at(around), solid_at(solid, around))
        i = int(np.argmin(fine))
        if fine[i] < best[0]:
            best = float(fine[i]), int(around[i]), int(which[i])
    return best


def solid_at(solid: Rods | Box, states: IntArray) -> Rods | Box:
    """A solid in some of the states."""
    return solid if isinstance(solid, Box) else solid.at(states)


def nearest_on(rod: tuple[FloatArray, FloatArray], solid: Rods | Box) -> FloatArray:
    """The point (3,) of a rod that lies nearest to a solid in one state, among 65 evenly spaced."""
    start, end = rod
    places = np.linspace(0.0, 1.0, 65)[:, None]
    points = start + places * (end - start)
    ball = Rods(points[None], points[None], np.zeros(len(points)))
    if isinstance(solid, Box):
        apart = box_distance(ball.start, ball.end, solid)[0]
    else:
        apart = (
            segment_distance(ball.start[0][:, None], ball.end[0][:, None], solid.start[0], solid.end[0])
            - solid.radius
        ).min(axis=-1)
    return np.asarray(points[int(np.argmin(apart))], dtype=float)
