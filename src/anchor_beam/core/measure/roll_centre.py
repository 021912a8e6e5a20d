"""Height of the roll centre from where the arms are held, seen from the front.

Points are (y, z) of the right-hand side: across from the centre line, up from the ground. The body of a car that leans a
little turns about the point on the centre line that lies in line with the tyre's contact and the wheel's instant centre.

Source: Milliken and Milliken, *Race Car Vehicle Dynamics*, ch. 17 (instant centres); errors to first order.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

import numpy as np

from anchor_beam.core.arrays import require_positive
from anchor_beam.core.measure.aids import Measured
from anchor_beam.errors import InputError, NoSolution

Point = tuple[float, float]
TAPE = 2e-3  # m, one standard deviation of a coordinate by tape and level
APART = 0.02  # m that two points of one arm must lie apart


def of_wishbones(
    upper: tuple[Point, Point], lower: tuple[Point, Point], track: float, *, tape: float = TAPE
) -> Measured:
    """Of two arms, inner and outer joint each [m].

    Raises:
        InputError: at "track", "upper" or "lower".
        NoSolution: at "upper", where both arms lie on one line.
    """

    def height(at: Sequence[float]) -> float:
        return _height(_line(at[0:2], at[2:4], "upper"), _line(at[4:6], at[6:8], "lower"), at[8], "upper")

    return _with_error(height, (*upper[0], *upper[1], *lower[0], *lower[1], track), tape)


def of_strut(top: Point, foot: Point, lower: tuple[Point, Point], track: float, *, tape: float = TAPE) -> Measured:
    """Of a strut, its top joint and a point at its foot on the damper's axis, over an arm [m].

    Raises:
        InputError: at "track", "top" or "lower".
        NoSolution: at "top", where the arm lies on the line across the strut's top.
    """

    def height(at: Sequence[float]) -> float:
        y, z = at[0] - at[2], at[1] - at[3]
        if math.hypot(y, z) < APART:
            raise InputError("top", "The two points of the strut are one.", accepts="points further apart")
        across = (np.array(at[0:2]), np.array([z, -y]) / math.hypot(y, z))
        return _height(across, _line(at[4:6], at[6:8], "lower"), at[8], "top")

    return _with_error(height, (*top, *foot, *lower[0], *lower[1], track), tape)


def of_lateral_rod(frame: Point, axle: Point, *, tape: float = TAPE) -> Measured:
    """Of an axle held by a rod between frame and axle, y > 0 on the right [m]: where the rod crosses the centre line.

    Raises:
        InputError: at "axle", where the rod does not reach across the centre line, to either side.
    """

    def height(at: Sequence[float]) -> float:
        if not at[0] * at[2] < 0.0:
            raise InputError(
                "axle", "Both ends of the rod lie on one side of the centre line.", accepts="one end on each side"
            )
        return at[1] + (at[3] - at[1]) * at[0] / (at[0] - at[2])

    return _with_error(height, (*frame, *axle), tape)


Line = tuple[np.ndarray, np.ndarray]  # a point of it, its direction


def _line(inner: Sequence[float], outer: Sequence[float], place: str) -> Line:
    """Through two joints.

    Raises:
        InputError: at `place`, for joints that are one.
    """
    along = np.subtract(outer, inner)
    length = float(np.hypot(*along))
    if length < APART:
        raise InputError(place, "The two joints of this arm are one.", accepts="joints further apart")
    return np.array(inner), along / length


def _height(one: Line, other: Line, track: float, place: str) -> float:
    """Where the line from the tyre's contact to the instant centre crosses the centre line."""
    require_positive("track", track, "The track")
    contact = np.array([0.5 * track, 0.0])
    between = other[0] - one[0]
    turn = one[1][0] * other[1][1] - one[1][1] * other[1][0]
    aside = between[0] * one[1][1] - between[1] * one[1][0]
    if abs(turn) < 1e-9 and abs(aside) < 1e-6:
        raise NoSolution(place, "Both lines are one, so there is no instant centre.", accepts="the other joints")
    # the instant centre as a homogeneous point: parallel arms have theirs far away in the arms' direction
    along = between[0] * other[1][1] - between[1] * other[1][0]
    centre = one[0] * turn + along * one[1]
    towards = centre - contact * turn
    if abs(towards[0]) < 1e-9 * max(abs(towards[1]), 1e-12):
        raise NoSolution(
            place, "The instant centre lies straight above the tyre's contact.", accepts="the other joints"
        )
    return float(-towards[1] / towards[0] * contact[0])


def _with_error(height: Callable[[Sequence[float]], float], at: Sequence[float], tape: float) -> Measured:
    """The height, and what independent errors of all its coordinates make of it."""
    value, step = height(at), 1e-5
    square = 0.0
    for i in range(len(at)):
        moved = list(at)
        moved[i] += step
        square += ((height(moved) - value) / step * tape) ** 2
    return Measured(value, math.sqrt(square))
