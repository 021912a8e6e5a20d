"""Array types and the two things every room does with numbers: check them and freeze them."""

from __future__ import annotations

import math

import numpy as np
import numpy.typing as npt

from anchor_beam.errors import InputError

FloatArray = npt.NDArray[np.float64]
IntArray = npt.NDArray[np.intp]

GRAVITY = 9.81  # m/s^2, the value all our references use


def frozen(array: npt.ArrayLike) -> FloatArray:
    """A read-only float copy, so that a cached result cannot be changed by whoever holds it."""
    copy = np.array(array, dtype=float)
    copy.flags.writeable = False
    return copy


_NOT_SEARCHED = {float, int, bool, str, type(None)}  # kinds of what stands in a record that hold no array
_RECORDS: set[type] = set()  # kinds that are results


def freeze(record: object, *done: object) -> None:
    """Make every array inside a result read-only, through results and tuples, so that what is kept cannot be changed.

    Inputs, which are compared by value, hold no arrays and are passed over; so is what is already `done`.
    """
    _freeze(record, {id(part) for part in done})


def _freeze(record: object, seen: set[int]) -> None:
    if id(record) in seen:
        return
    seen.add(id(record))
    for item in record if isinstance(record, tuple | list) else vars(record).values():
        kind = type(item)
        if kind is np.ndarray:
            item.setflags(write=False)
        elif kind not in _NOT_SEARCHED and _is_searched(kind):
            _freeze(item, seen)


def _is_searched(kind: type) -> bool:
    """Whether things of a kind can hold arrays; remembered, as asking costs more than the walk."""
    if kind in _RECORDS or issubclass(kind, tuple | list):
        return True
    told = getattr(kind, "__dataclass_params__", None)
    searched = told is not None and not told.eq
    (_RECORDS if searched else _NOT_SEARCHED).add(kind)
    return searched


def require_positive(place: str, value: float, what: str) -> None:
    """Refuse zero, negative, NaN and infinite values, naming the thing in the sentence.

    Raises:
        InputError: at `place`.
    """
    if not (math.isfinite(value) and value > 0.0):
        raise InputError(place, f"{what} must be above zero.", got=value, accepts="a number above zero")


def require_not_negative(place: str, value: float, what: str) -> None:
    """Refuse negative, NaN and infinite values.

    Raises:
        InputError: at `place`.
    """
    if not (math.isfinite(value) and value >= 0.0):
        raise InputError(place, f"{what} must not be negative.", got=value, accepts="zero or more")


def require_finite(place: str, value: float, what: str) -> None:
    """Refuse NaN and infinity.

    Raises:
        InputError: at `place`.
    """
    if not math.isfinite(value):
        raise InputError(place, f"{what} must be a finite number.", got=value, accepts="a finite number")


def cross(a: FloatArray, b: FloatArray) -> FloatArray:
    """Cross product along the last axis (..., 3). NumPy's own costs more in checks than the products do."""
    ax, ay, az = a[..., 0], a[..., 1], a[..., 2]
    bx, by, bz = b[..., 0], b[..., 1], b[..., 2]
    out = np.empty(np.broadcast(a, b).shape)
    out[..., 0], out[..., 1], out[..., 2] = ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx
    return out


def dot(a: FloatArray, b: FloatArray) -> FloatArray:
    """Dot product (...) along the last axis."""
    return np.asarray(np.vecdot(a, b), dtype=float)


def lengths_of(vectors: FloatArray) -> FloatArray:
    """Lengths (...) of vectors (..., 3); NumPy's norm takes twice as long over a few."""
    return np.asarray(np.sqrt(np.vecdot(vectors, vectors)), dtype=float)


def length_of(vector: FloatArray) -> float:
    """Length of one vector (3,)."""
    return math.sqrt(float(vector @ vector))


def segment_distance(a0: FloatArray, a1: FloatArray, b0: FloatArray, b1: FloatArray) -> FloatArray:
    """Smallest distance (...) [m] between segments a0-a1 and b0-b1, points (..., 3) that broadcast.

    Source: Ericson, *Real-Time Collision Detection*, 5.1.9 (closest points of two segments).
    """
    u, v, w = a1 - a0, b1 - b0, a0 - b0
    a, b, c, d, e = dot(u, u), dot(u, v), dot(v, v), dot(u, w), dot(v, w)
    parallel = a * c - b * b
    with np.errstate(divide="ignore", invalid="ignore"):
        s = np.where(parallel > 1e-12 * np.maximum(a * c, 1e-300), (b * e - c * d) / parallel, 0.0)
        s = np.where(a > 0.0, np.clip(s, 0.0, 1.0), 0.0)
        t = np.where(c > 0.0, (b * s + e) / c, 0.0)
        t_in = np.clip(t, 0.0, 1.0)
        s = np.where(a > 0.0, np.clip((b * t_in - d) / a, 0.0, 1.0), 0.0)
    apart = lengths_of(w + s[..., None] * u - t_in[..., None] * v)
    ends = (
        _to_segment(a0, b0, v, c),
        _to_segment(a1, b0, v, c),
        _to_segment(b0, a0, u, a),
        _to_segment(b1, a0, u, a),
    )
    # where the two are all but parallel the closest pair is lost to rounding; an end is as close, and is not
    return np.minimum(apart, np.minimum.reduce(np.broadcast_arrays(*ends)))


def _to_segment(point: FloatArray, start: FloatArray, along: FloatArray, square: FloatArray) -> FloatArray:
    """Distance (...) of a point from a segment by its start and direction, with the square of its length."""
    with np.errstate(divide="ignore", invalid="ignore"):
        part = np.where(square > 0.0, np.clip(dot(point - start, along) / square, 0.0, 1.0), 0.0)
    return lengths_of(point - start - part[..., None] * along)


def batch_last(value: FloatArray, shape: tuple[int, ...], *tail: int) -> FloatArray:
    """An array (*batch, *tail), its batch broadcast to `shape`, as contiguous memory (*tail, n) with the batch last."""
    whole = value if value.shape == (*shape, *tail) else np.broadcast_to(value, (*shape, *tail))
    flat = whole.reshape(-1, *tail)
    return np.ascontiguousarray(flat.transpose(*range(1, flat.ndim), 0))
