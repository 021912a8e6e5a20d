"""The smallest gap while parts move over travel, roll and steering.

Each part says where its solids are at a place of the sweep. The gap is worked out on a grid over all places; then six
finer grids follow, each about the smallest gap of the one before and one step of it wide to either side.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from anchor_beam.core.arrays import FloatArray, segment_distance
from anchor_beam.core.clearance.solids import Box, Capsule, box_distance
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

Part = Callable[[FloatArray], Sequence[Capsule | Box]]
"""The solids of one part at one place (k,) of its sweep, such as travel and lock."""

REFINEMENTS = 6


@immutable
class Gap:
    """Smallest gap [m], negative where the parts cut each other, and the place of the sweep where it is."""

    distance: float
    place: tuple[float, ...]


def gap(one: Sequence[Capsule | Box], other: Sequence[Capsule | Box]) -> float:
    """Gap [m] between two parts made of solids, every pair of them at once.

    Raises:
        InputError: at "box" where both have one: a box is measured against rods only.
    """
    rods, boxes = zip(*(_apart(part) for part in (one, other)), strict=True)
    if boxes[0] and boxes[1]:
        raise InputError("box", "A box is measured against rods only.", accepts="one box at most in a pair")
    gaps = [np.inf]
    if rods[0].size and rods[1].size:
        (a0, a1, a), (b0, b1, b) = (_ends(part) for part in rods)
        gaps.append(float((segment_distance(a0[:, None], a1[:, None], b0, b1) - a[:, None] - b).min()))
    for part, solids in zip(rods, reversed(boxes), strict=True):
        if part.size:
            start, end, radius = _ends(part)
            gaps += [float((box_distance(start, end, box) - radius).min()) for box in solids]
    return min(gaps)


def _apart(part: Sequence[Capsule | Box]) -> tuple[FloatArray, list[Box]]:
    """Rods (n, 7), both ends and the radius, and boxes of a part."""
    rods = [(*solid.a, *solid.b, solid.radius) for solid in part if isinstance(solid, Capsule)]
    return np.array(rods, dtype=float).reshape(-1, 7), [solid for solid in part if isinstance(solid, Box)]


def _ends(rods: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray]:
    return rods[:, :3], rods[:, 3:6], rods[:, 6]


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
