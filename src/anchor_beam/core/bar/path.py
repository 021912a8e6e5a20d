"""Centreline of a bar: straight pieces joined by true arcs.

Axes are those of the car: x forward, y left, z up, origin midway between the pivots. An arc of radius R that turns by
phi touches both of its segments R tan(phi/2) from their corner. What is left of a segment between two arcs is a
straight piece. Arc length s runs from the left tip to the right one.
"""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import FloatArray, dot, length_of, lengths_of, segment_distance
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

Point = tuple[float, float, float]

SAME_PLACE = 1e-9  # m; closer than this, two stations are one


@immutable
class Vertex:
    """Corner of the path [m] with the radius of the arc that rounds it, 0 for a sharp corner."""

    at: Point
    radius: float = 0.0


@immutable(eq=False)
class Straight:
    """Straight piece. start (3,) [m], direction (3,) unit vector, s0 arc length at its start [m]."""

    start: FloatArray
    direction: FloatArray
    length: float
    s0: float
    segment: int

    @property
    def s1(self) -> float:
        """Arc length at its end [m]."""
        return self.s0 + self.length

    @property
    def end(self) -> FloatArray:
        """Point at its end (3,) [m]."""
        return self.start + self.length * self.direction

    @property
    def middle(self) -> FloatArray:
        """Point halfway (3,) [m]."""
        return self.start + 0.5 * self.length * self.direction

    def along(self, s: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Points (n, 3) [m] and unit tangents (n, 3) at the arc lengths s (n,)."""
        tangents = np.empty((len(s), 3))
        tangents[:] = self.direction
        return self.start + (s - self.s0)[:, None] * self.direction, tangents


@immutable(eq=False)
class Arc:
    """Circular arc. centre (3,) [m]; outward (3,) unit vector from centre to start; direction (3,) start tangent."""

    centre: FloatArray
    outward: FloatArray
    direction: FloatArray
    radius: float
    angle: float
    s0: float
    vertex: int

    @property
    def length(self) -> float:
        """Along the arc [m]."""
        return self.radius * self.angle

    @property
    def s1(self) -> float:
        """Arc length at its end [m]."""
        return self.s0 + self.length

    def along(self, s: FloatArray) -> tuple[FloatArray, FloatArray]:
        """Points (n, 3) [m] and unit tangents (n, 3) at the arc lengths s (n,)."""
        turn = ((s - self.s0) / self.radius)[:, None]
        cos, sin = np.cos(turn), np.sin(turn)
        points = self.centre + self.radius * (cos * self.outward + sin * self.direction)
        return points, cos * self.direction - sin * self.outward


Piece = Straight | Arc


@immutable(eq=False)
class Centreline:
    """The pieces from the left tip to the right tip. Segments are numbered as in the path, also when rounded."""

    pieces: tuple[Piece, ...]

    @property
    def length(self) -> float:
        """Arc length from tip to tip [m]."""
        return self.pieces[-1].s1

    def piece_at(self, s: float) -> Piece:
        """The piece that holds arc length s; the earlier one at a joint."""
        for piece in self.pieces:
            if s <= piece.s1 + SAME_PLACE:
                return piece
        return self.pieces[-1]

    def straights(self) -> tuple[Straight, ...]:
        """Its straight pieces in their order."""
        return tuple(piece for piece in self.pieces if isinstance(piece, Straight))

    def station_of(self, target: FloatArray, *, within: float = 1e-6) -> float | None:
        """Arc length [m] at which a straight piece passes through the point `target` (3,) [m], or None."""
        for piece in self.straights():
            along = float(np.dot(target - piece.start, piece.direction))
            off = length_of(target - piece.start - along * piece.direction)
            if off <= within and -within <= along <= piece.length + within:
                return piece.s0 + min(max(along, 0.0), piece.length)
        return None


@lru_cache(maxsize=64)  # mesh, tube walls and peak stress ask for the same path
def lay(vertices: tuple[Vertex, ...]) -> Centreline:
    """Lay straights and arcs along the vertices, each arc tangent to both of its segments.

    Raises:
        InputError: at "path[i]" when a vertex repeats, a bend does not fit or the path turns back on itself.
    Source: plane geometry; the tangent length of an arc turning by phi is R tan(phi/2).
    """
    if len(vertices) < 4:
        raise InputError(
            "path", "A bar needs two arms and a centre.", got=len(vertices), accepts="at least four vertices"
        )
    for i, vertex in enumerate(vertices):
        if not all(math.isfinite(x) for x in (*vertex.at, vertex.radius)) or vertex.radius < 0.0:
            raise InputError(
                f"path[{i}]",
                "The vertex needs finite coordinates and a bend radius of zero or more.",
                got=(*vertex.at, vertex.radius),
                accepts="x, y, z and the bend radius",
            )
    points = np.array([vertex.at for vertex in vertices], dtype=float)
    directions, lengths = _segments(points)
    turns, inwards = _turns(directions)
    setbacks = [vertex.radius * math.tan(turn / 2.0) for vertex, turn in zip(vertices, turns, strict=True)]
    pieces: list[Piece] = []
    s = 0.0
    for i, (direction, length) in enumerate(zip(directions, lengths, strict=True)):
        straight = length - setbacks[i] - setbacks[i + 1]
        if straight < -SAME_PLACE:
            at = i if setbacks[i] > setbacks[i + 1] else i + 1
            raise InputError(
                f"path[{at}]",
                "The bend does not fit: its radius uses up more than the straight beside it.",
                got=vertices[at].radius,
                accepts="a smaller bend radius or a longer straight",
            )
        if straight > SAME_PLACE:
            pieces.append(Straight(points[i] + setbacks[i] * direction, direction, straight, s, i))
            s += straight
        if i + 1 < len(directions) and setbacks[i + 1] > SAME_PLACE:
            corner, radius, inward = points[i + 1], vertices[i + 1].radius, inwards[i]
            centre = corner - setbacks[i + 1] * direction + radius * inward
            pieces.append(Arc(centre, -inward, direction, radius, turns[i + 1], s, i + 1))
            s = pieces[-1].s1
    return Centreline(tuple(pieces))


def require_clear(line: Centreline, diameter: float) -> None:
    """Refuse a bar that cuts itself: two places that are far apart along it, but closer than its diameter in space.

    Raises:
        InputError: at "path[i]", the vertex between the two pieces that meet.
    """
    straights = line.straights()
    for i, one in enumerate(straights):
        for other in straights[i + 2 :]:  # neighbours touch at their corner
            far = length_of(one.middle - other.middle) - 0.5 * (one.length + other.length)
            if far > diameter:
                continue
            apart = float(segment_distance(one.start, one.end, other.start, other.end))
            if apart < diameter < other.s0 - one.s1:
                raise InputError(
                    f"path[{other.segment}]", "The bar cuts itself: two of its straights are closer than its diameter.",
                    got=apart, accepts=f"more than {diameter * 1e3:.1f} mm between their centrelines",
                )  # fmt: skip


def _segments(points: FloatArray) -> tuple[FloatArray, list[float]]:
    """Unit direction (n, 3) and length of each segment between the points (n + 1, 3)."""
    steps = points[1:] - points[:-1]
    lengths = lengths_of(steps)
    if lengths.min() < 1e-6:
        raise InputError(
            f"path[{int(lengths.argmin()) + 1}]", "This vertex is the same point as the one before.",
            accepts="distinct points",
        )  # fmt: skip
    return steps / lengths[:, None], lengths.tolist()


def _turns(directions: FloatArray) -> tuple[list[float], FloatArray]:
    """How far the path turns at each vertex [rad], none at its ends, and between two segments the unit direction (n - 1, 3)
    in which it turns, square to the first of them; NaN where it goes straight on."""
    before, after = directions[:-1], directions[1:]
    ahead = dot(before, after)
    inward = after - ahead[:, None] * before
    aside = lengths_of(inward)
    angles = np.arctan2(aside, ahead)
    if angles.max() > math.radians(175.0):
        raise InputError(
            f"path[{int(angles.argmax()) + 1}]", "The bar turns back on itself here.", accepts="a turn below 175 deg"
        )
    with np.errstate(invalid="ignore"):
        return [0.0, *angles.tolist(), 0.0], inward / aside[:, None]
