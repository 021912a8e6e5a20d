"""Simple solids and the distance between their axes.

Axes are those of the car. Two capsules are as far apart as their axes, less both radii. Between two segments the
distance is least at a pair of places that is found in closed form. Between a segment and a block it is a convex
function of the place on the segment, so a golden section cannot miss the least.
"""

from __future__ import annotations

import itertools

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

Point = tuple[float, float, float]


@immutable
class Capsule:
    """A round rod with round ends from a to b [m]; a sphere where both are one point."""

    a: Point
    b: Point
    radius: float

    def __post_init__(self) -> None:
        if not self.radius >= 0.0 or not all(np.isfinite([*self.a, *self.b, self.radius])):
            raise InputError(
                "radius", "A solid needs finite points and a radius.", got=self.radius, accepts="0 or more"
            )


def sphere(centre: Point, radius: float) -> Capsule:
    """A ball."""
    return Capsule(centre, centre, radius)


@immutable
class Box:
    """A block along the car's axes: two opposite corners [m]."""

    low: Point
    high: Point

    def __post_init__(self) -> None:
        if not all(a <= b for a, b in zip(self.low, self.high, strict=True)):
            raise InputError("box", "The first corner must be the lower one on every axis.", accepts="low, then high")


@immutable
class Wheel:
    """A tyre as a ring: centre, axis of rotation, radius of the ring's middle line and radius of the tube around it [m]."""

    centre: Point
    axis: Point
    ring: float
    tube: float

    def capsules(self, pieces: int = 36) -> tuple[Capsule, ...]:
        """The ring as a chain of rods, inscribed; for `pieces` 36 the flat of each lies 0.4 % of the ring's radius inside."""
        axis = np.array(self.axis) / np.linalg.norm(self.axis)
        side = np.cross(axis, [0.0, 0.0, 1.0] if abs(axis[2]) < 0.9 else [1.0, 0.0, 0.0])
        side = side / np.linalg.norm(side)
        turn = np.linspace(0.0, 2.0 * np.pi, pieces + 1)[:, None]
        points = np.array(self.centre) + self.ring * (np.cos(turn) * side + np.sin(turn) * np.cross(axis, side))
        ends = [tuple(map(float, point)) for point in points]
        return tuple(Capsule(a, b, self.tube) for a, b in itertools.pairwise(ends))  # type: ignore[arg-type]


def box_distance(a0: FloatArray, a1: FloatArray, box: Box) -> FloatArray:
    """Smallest distance (...) [m] between segments and a box, 0 inside; by golden section along the segment.

    The distance from a point of a line to a convex body is a convex function of the place on the line, so the search
    cannot miss.
    """
    low, high = np.array(box.low), np.array(box.high)

    def at(place: FloatArray) -> FloatArray:
        point = a0 + place[..., None] * (a1 - a0)
        out = np.maximum(np.maximum(low - point, point - high), 0.0)
        return np.asarray(np.sqrt((out * out).sum(axis=-1)), dtype=float)

    shape = np.broadcast_shapes(a0.shape[:-1], a1.shape[:-1])
    left, right = np.zeros(shape), np.ones(shape)
    golden = 0.5 * (np.sqrt(5.0) - 1.0)
    for _ in range(48):
        one, two = right - golden * (right - left), left + golden * (right - left)
        nearer = at(one) < at(two)
        left, right = np.where(nearer, left, one), np.where(nearer, two, right)
    return at(0.5 * (left + right))
