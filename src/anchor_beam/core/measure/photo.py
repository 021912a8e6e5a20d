"""A bar from a photo of it lying flat: four marks of known place lay the picture flat, points along it give its path.

Lengths in m on the plane that the marks lie in, pixels in the picture. The marks must lie as high as the bar's middle, on
blocks of half its diameter: 12 mm nearer to a camera 2 m away is 0.6 % too long.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.core.measure.aids import Measured
from anchor_beam.errors import InputError, NoSolution

CLICK = 1.5  # px, one standard deviation of a click
MARKS = 4
STEPS, SETTLED = 40, 2e-5  # of the search, and m below which it is done
IN_LINE = 0.02  # height of a triangle of marks over its longest side, below which they lie in a line
FEWEST = 10  # points along a bar with two bends


@dataclass(frozen=True, eq=False)
class Laid:
    """A picture laid flat: marks in it (4, 2) [px] and on the plane (4, 2) [m], homography (3, 3) from pixels to metres."""

    marks: FloatArray
    plane: FloatArray
    to_plane: FloatArray

    def flat(self, pixels: FloatArray) -> FloatArray:
        """Points of the plane (n, 2) [m]."""
        lifted = np.column_stack([pixels, np.ones(len(pixels))]) @ self.to_plane.T
        return np.asarray(lifted[:, :2] / lifted[:, 2:])

    def scale(self, pixels: FloatArray) -> FloatArray:
        """Metres per pixel (n,) at these places, the larger of both directions."""
        here = self.flat(pixels)
        sideways, down = (np.linalg.norm(self.flat(pixels + step) - here, axis=1) for step in np.eye(2))
        return np.asarray(np.maximum(sideways, down), dtype=float)


def lay_flat(pixels: FloatArray, plane: FloatArray) -> Laid:
    """From four marks: where they are in the picture (4, 2) [px] and on the plane (4, 2) [m].

    Raises:
        InputError: at "marks", where there are not four, or three of them lie in a line.
    Source: Hartley and Zisserman, *Multiple View Geometry*, ch. 4 (direct linear transformation).
    """
    if pixels.shape != (MARKS, 2) or plane.shape != (MARKS, 2):
        raise InputError("marks", "The picture is laid flat by four marks.", got=len(pixels), accepts="four of them")
    for points in (pixels, plane):
        _require_spread(points)
    mean, size = pixels.mean(axis=0), np.abs(pixels - pixels.mean(axis=0)).max()
    rows = []
    for (x, y), (u, v) in zip((pixels - mean) / size, plane, strict=True):
        rows.append([x, y, 1.0, 0.0, 0.0, 0.0, -u * x, -u * y])
        rows.append([0.0, 0.0, 0.0, x, y, 1.0, -v * x, -v * y])
    found = np.append(np.linalg.solve(np.array(rows), plane.ravel()), 1.0).reshape(3, 3)
    centred = np.array([[1.0 / size, 0.0, -mean[0] / size], [0.0, 1.0 / size, -mean[1] / size], [0.0, 0.0, 1.0]])
    return Laid(frozen(pixels), frozen(plane), frozen(found @ centred))


def _require_spread(points: FloatArray) -> None:
    """Refuse marks of which three lie in a line."""
    for left_out in range(MARKS):
        a, b, c = np.delete(points, left_out, axis=0)
        longest = max(math.dist(a, b), math.dist(b, c), math.dist(a, c))
        area = abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]))
        if not longest > 0.0 or area / longest**2 < IN_LINE:
            raise InputError("marks", "Three of the marks lie in a line.", accepts="marks at the corners of a field")


def bar_in_picture(laid: Laid, points: FloatArray, click: float = CLICK) -> FlatBar:
    """Path of a bar through points in a picture (n, 2) [px] that was laid flat; click: standard deviation of each [px], also
    of the marks.

    Raises:
        InputError, NoSolution: as `flat_bar`.
    """
    _require_points(points)
    beside = [
        lay_flat(laid.marks + click * off.reshape(MARKS, 2), laid.plane).flat(points) for off in np.eye(2 * MARKS)
    ]
    return flat_bar(laid.flat(points), click * float(laid.scale(points).mean()), np.array(beside))


def _require_points(points: FloatArray) -> None:
    if len(points) < FEWEST:
        raise InputError(
            "points", "These are too few points for a bar with two bends.", got=len(points),
            accepts=f"{FEWEST} or more, some of them in the bends",
        )  # fmt: skip


@dataclass(frozen=True, eq=False)
class FlatBar:
    """A bar in its plane. corners: ends and the two corners of its centreline (4, 2) [m]; radii: of both bends [m]. Figures
    with errors; off: how far each point lies beside the path (n,) [m]."""

    corners: FloatArray
    radii: tuple[Measured, Measured]
    centre_length: Measured
    arms: tuple[Measured, Measured]
    splays: tuple[Measured, Measured]
    off: FloatArray


def flat_bar(points: FloatArray, error: float, beside: FloatArray | None = None) -> FlatBar:
    """Path of a bar with two bends through points along its centreline (n, 2) [m], from one end to the other; error: of each
    point [m]; beside: where all the points would lie (k, n, 2) [m] for each of k errors that they share.

    Raises:
        InputError: at "points", where there are too few, or they are not a bar with two bends.
        NoSolution: at "points", where the path does not settle.
    Source: least squares of the distance from three lines joined by true arcs (Gauss-Newton); errors from its normal matrix.
    """
    _require_points(points)
    unknown = _begin(points)
    for _ in range(STEPS):
        off = _off(unknown, points)
        slope = _slopes(unknown, points)
        step = np.linalg.lstsq(slope, -off, rcond=None)[0]
        limit = 0.2 * math.dist(points[0], points[-1])
        unknown = unknown + step * min(1.0, limit / max(float(np.abs(step).max()), 1e-12))
        unknown[8:] = np.clip(unknown[8:], 1e-3, limit)
        if float(np.abs(step).max()) < SETTLED:
            break
    off = _off(unknown, points)
    if not np.isfinite(unknown).all() or float(np.sqrt(np.mean(off**2))) > max(10.0 * error, 0.02):
        raise NoSolution(
            "points", "No bar with two bends goes through these points.", accepts="points along its middle, in order"
        )  # fmt: skip
    slope = _slopes(unknown, points)
    free = max(len(points) - len(unknown), 1)
    spread = max(error, math.sqrt(float((off**2).sum()) / free))
    covariance = np.asarray(np.linalg.pinv(slope.T @ slope) * spread**2, dtype=float)
    for moved in () if beside is None else beside:
        step = np.linalg.lstsq(slope, off - _off(unknown, moved), rcond=None)[0]
        covariance = covariance + np.outer(step, step) * (spread / error) ** 2  # the same hand clicked both
    return _figures(unknown, covariance, points, off)


def _begin(points: FloatArray) -> FloatArray:
    """Ends, corners and radii to begin from: the two places that leave least beside three lines."""
    n, first = len(points), 2
    beside = _beside(points)
    best, where = math.inf, (n // 4, 3 * n // 4)
    for i in range(first, n - 2 * first):
        for j in range(i + first, n - first):
            cost = beside[0, i] + beside[i, j] + beside[j, n - 1]
            if cost < best:
                best, where = cost, (i, j)
    i, j = where
    size = 0.05 * math.dist(points[i], points[j])
    return np.concatenate([points[0], points[i], points[j], points[-1], [size, size]])


def _beside(points: FloatArray) -> FloatArray:
    """(n, n) sum of squares of the distances of points i to j from their best line."""
    powers = np.column_stack([np.ones(len(points)), points, points**2, points[:, 0] * points[:, 1]])
    upto = np.vstack([np.zeros(6), np.cumsum(powers, axis=0)])
    count, x, y, xx, yy, xy = np.moveaxis(upto[None, 1:] - upto[:-1, None], -1, 0)
    with np.errstate(all="ignore"):  # of pairs in the wrong order, which nobody asks for
        a, b, c = xx - x * x / count, yy - y * y / count, xy - x * y / count
        return np.asarray(0.5 * (a + b - np.sqrt((a - b) ** 2 + 4.0 * c * c)), dtype=float)


def _off(unknown: FloatArray, points: FloatArray) -> FloatArray:
    """Distance (n,) of points from the path, signed across each line, outwards from each bend."""
    ends = unknown[:8].reshape(4, 2)
    lines = [_across(points, ends[k], ends[k + 1]) for k in range(3)]
    pieces = [_piece_of(points, ends, k) for k in range(3)]
    off = np.choose(np.argmin(pieces, axis=0), lines)
    for k, radius in ((1, unknown[8]), (2, unknown[9])):
        bent, there = _in_bend(points, ends[k - 1], ends[k], ends[k + 1], radius)
        off = np.where(bent, there, off)
    first, last = points[0] - ends[0], points[-1] - ends[3]  # the ends stand where the first and the last point are
    along = [_unit(ends[1] - ends[0]) @ first, _unit(ends[3] - ends[2]) @ last]
    return np.concatenate([off, along])


def _unit(vector: FloatArray) -> FloatArray:
    return np.asarray(vector / max(float(np.linalg.norm(vector)), 1e-12))


def _across(points: FloatArray, start: FloatArray, end: FloatArray) -> FloatArray:
    along = _unit(end - start)
    return np.asarray((points - start) @ np.array([-along[1], along[0]]))


def _piece_of(points: FloatArray, ends: FloatArray, k: int) -> FloatArray:
    """Distance (n,) from one of the three pieces, to tell which one a point belongs to."""
    start, end = ends[k], ends[k + 1]
    part = np.clip((points - start) @ (end - start) / max(float((end - start) @ (end - start)), 1e-12), 0.0, 1.0)
    return np.asarray(np.linalg.norm(points - start - part[:, None] * (end - start), axis=1))


def _in_bend(
    points: FloatArray, before: FloatArray, corner: FloatArray, after: FloatArray, radius: float
) -> tuple[np.ndarray, FloatArray]:
    """Which points lie beside the arc at a corner, and how far outwards from it."""
    one, other = _unit(before - corner), _unit(after - corner)
    half = 0.5 * math.acos(float(np.clip(one @ other, -1.0, 1.0)))
    if not 0.02 < half < 0.5 * math.pi - 0.02:
        return np.zeros(len(points), dtype=bool), np.zeros(len(points))
    touch = radius / math.tan(half)
    middle = corner + _unit(one + other) * radius / math.sin(half)
    from_corner = points - corner
    bent = (
        (from_corner @ one < touch)
        & (from_corner @ other < touch)
        & (np.linalg.norm(from_corner, axis=1) < 2.0 * touch)
    )
    turn = _across(middle[None], before, corner)[0]
    return bent, np.asarray((radius - np.linalg.norm(points - middle, axis=1)) * math.copysign(1.0, turn))


def _slopes(unknown: FloatArray, points: FloatArray) -> FloatArray:
    """(n + 2, 10) of the distances over what is sought."""
    step, here, columns = 1e-7, _off(unknown, points), []
    for i in range(len(unknown)):
        moved = unknown.copy()
        moved[i] += step
        columns.append((_off(moved, points) - here) / step)
    return np.stack(columns, axis=1)


def _figures(unknown: FloatArray, covariance: FloatArray, points: FloatArray, off: FloatArray) -> FlatBar:
    """Lengths and angles with errors."""

    def measured(of: int) -> Measured:
        step, slope = 1e-6, np.zeros(len(unknown))
        for i in range(len(unknown)):
            moved = unknown.copy()
            moved[i] += step
            slope[i] = (_lengths(moved)[of] - _lengths(unknown)[of]) / step
        return Measured(float(_lengths(unknown)[of]), math.sqrt(max(float(slope @ covariance @ slope), 0.0)))

    radii = [Measured(float(unknown[k]), math.sqrt(max(float(covariance[k, k]), 0.0))) for k in (8, 9)]
    return FlatBar(
        frozen(unknown[:8].reshape(4, 2)), (radii[0], radii[1]), measured(0), (measured(1), measured(2)),
        (measured(3), measured(4)), frozen(np.abs(off[: len(points)])),
    )  # fmt: skip


def _lengths(unknown: FloatArray) -> FloatArray:
    """Centre, both arms, and how far both arms lean outward [rad]."""
    ends = unknown[:8].reshape(4, 2)
    centre = _unit(ends[2] - ends[1])
    one, other = ends[0] - ends[1], ends[3] - ends[2]
    leans = [math.asin(float(np.clip(_unit(arm) @ out, -1.0, 1.0))) for arm, out in ((one, -centre), (other, centre))]
    return np.array([math.dist(ends[1], ends[2]), float(np.linalg.norm(one)), float(np.linalg.norm(other)), *leans])
