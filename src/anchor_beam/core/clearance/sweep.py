"""The smallest gap while parts move over travel, roll and steering.

Each part says where its solids are at a place of the sweep. The gap is worked out on a grid over all places; then six
finer grids follow, each about the smallest gap of the one before and one step of it wide to either side.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, segment_distance
from anchor_beam.core.clearance.solids import Box, Capsule, box_distance
from anchor_beam.errors import InputError

Part = Callable[[FloatArray], Sequence[Capsule | Box]]
"""The solids of one part at one place (k,) of its sweep, such as travel and lock."""

REFINEMENTS = 6


@dataclass(frozen=True)
class Gap:
    """Smallest gap [m], negative where the parts cut each other, and the place of the sweep where it is."""

    distance: float
    place: tuple[float, ...]


def gap(one: Sequence[Capsule | Box], other: Sequence[Capsule | Box]) -> float:
    """Gap [m] between two parts made of solids; between two boxes is not offered, fix one of them to capsules."""
    smallest = np.inf
    for a in one:
        for b in other:
            smallest = min(smallest, _between(a, b))
    return float(smallest)


def _between(a: Capsule | Box, b: Capsule | Box) -> float:
    if isinstance(a, Box) and isinstance(b, Box):
        raise InputError("box", "A box is measured against rods only.", accepts="one box at most in a pair")
    if isinstance(a, Box):
        a, b = b, a
    assert isinstance(a, Capsule)
    a0, a1 = np.array(a.a), np.array(a.b)
    if isinstance(b, Box):
        return float(box_distance(a0, a1, b)) - a.radius
    return float(segment_distance(a0, a1, np.array(b.a), np.array(b.b))) - a.radius - b.radius


def smallest_gap(one: Part, other: Part, axes: Sequence[tuple[float, float, int]]) -> Gap:
    """Sweep two parts over a grid of (from, to, steps) for each axis, then refine about the smallest gap.

    Limits: a gap narrower than a step of the grid is found only if the grid comes near it.
    """
    grids = [np.linspace(low, high, steps) for low, high, steps in axes]
    if not all(steps >= 2 for *_ends, steps in axes):
        raise InputError("axes", "Each axis of a sweep needs two steps or more.", accepts="2 or more")
    best = _over(one, other, grids)
    for _ in range(REFINEMENTS):
        finer = []
        for grid, at, (low, high, _steps) in zip(grids, best.place, axes, strict=True):
            step = grid[1] - grid[0]
            finer.append(np.linspace(max(low, at - step), min(high, at + step), 7))
        grids = finer
        now = _over(one, other, grids)
        best = min(best, now, key=lambda found: found.distance)
    return best


def _over(one: Part, other: Part, grids: Sequence[FloatArray]) -> Gap:
    places = np.stack([axis.ravel() for axis in np.meshgrid(*grids, indexing="ij")], axis=-1)
    gaps = [gap(one(place), other(place)) for place in places]
    nearest = int(np.argmin(gaps))
    return Gap(gaps[nearest], tuple(map(float, places[nearest])))
