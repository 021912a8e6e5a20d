"""A bar from a photo of it lying flat: four marks of known place lay the picture flat, points along it give its path.

Lengths in m on the plane that the marks lie in, pixels in the picture. The marks must lie as high as the bar's middle, on
blocks of half its diameter: 12 mm nearer to a camera 2 m away is 0.6 % too long.
"""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.core.bar.path import Vertex, lay
from anchor_beam.core.measure.aids import Measured
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

CLICK = 1.5  # px, one standard deviation of a click
MARKS = 4
DRAWN = 24  # points of each piece of a path
STRAIGHT = 0.02  # rad of half a bend's angle from none or from a fold, within which it has no arc
STEPS, SETTLED = 15, 2e-5  # of the search, and m below which it is done
IN_LINE = 0.02  # height of a triangle of marks over its longest side, below which they lie in a line
FEWEST = 10  # points along a bar with two bends


@immutable(eq=False)
class Laid:
    """A picture laid flat: marks in it (4, 2) [px] and on the plane (4, 2) [m], homography (3, 3) from pixels to metres."""

    marks: FloatArray
    plane: FloatArray
    to_plane: FloatArray

    def flat(self, pixels: FloatArray) -> FloatArray:
        """Points of the plane (n, 2) [m]."""
        lifted = np.column_stack([pixels, np.ones(len(pixels))]) @ self.to_plane.T
        return np.asarray(lifted[:, :2] / lifted[:, 2:])

    def seen(self, points: FloatArray) -> FloatArray:
        """Where points of the plane (n, 2) [m] are in the picture [px]."""
        lifted = np.column_stack([points, np.ones(len(points))]) @ np.linalg.inv(self.to_plane).T
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


@immutable(eq=False)
class FlatBar:
    """A bar in its plane. corners: ends and the two corners of its centreline (4, 2) [m]; radii: of both bends [m]. Figures
    with errors; off: how far each point lies beside the path (n,) [m]."""

    corners: FloatArray
    radii: tuple[Measured, Measured]
    centre_length: Measured
    arms: tuple[Measured, Measured]
    splays: tuple[Measured, Measured]
    off: FloatArray

    def along(self) -> FloatArray:
        """Points of its centreline (n, 2) [m], close enough to be drawn.

        Raises:
            InputError: as `lay` does, where bends do not fit between each other.
        """
        radii = (0.0, self.radii[0].value, self.radii[1].value, 0.0)
        ends = [(float(x), float(y), 0.0) for x, y in self.corners]
        line = lay(tuple(Vertex(at, radius) for at, radius in zip(ends, radii, strict=True)))
        return np.concatenate(
            [piece.along(np.linspace(piece.s0, piece.s1, DRAWN))[0][:, :2] for piece in line.pieces]
        )


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
        step = np.linalg.lstsq(_slopes(unknown, points), -_off(unknown, points), rcond=None)[0]
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
    free = max(len(points) - len(unknown), 1)
    spread = max(error, math.sqrt(float((off**2).sum()) / free))
    slope = _slopes(unknown, points)
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
    """Distance (…, n + 2) of points from the paths (…, 10): signed across each line, outwards from each bend, then along the
    arms at both ends, which stand where the first and the last point are."""
    ends = unknown[..., :8].reshape(*unknown.shape[:-1], 4, 2)
    lines = [_across(points, ends[..., k, :], ends[..., k + 1, :]) for k in range(3)]
    pieces = [_from_piece(points, ends[..., k, :], ends[..., k + 1, :]) for k in range(3)]
    off = np.choose(np.argmin(pieces, axis=0), lines)
    for k in (1, 2):
        bent, there = _in_bend(points, ends[..., k - 1 : k + 2, :], unknown[..., 7 + k])
        off = np.where(bent, there, off)
    first, last = points[0] - ends[..., 0, :], points[-1] - ends[..., 3, :]
    along = [
        _dot(_unit(ends[..., 1, :] - ends[..., 0, :]), first),
        _dot(_unit(ends[..., 3, :] - ends[..., 2, :]), last),
    ]
    return np.concatenate([off, np.stack(along, axis=-1)], axis=-1)


def _dot(one: FloatArray, other: FloatArray) -> FloatArray:
    """Of vectors of the plane (…, 2)."""
    return np.asarray(one[..., 0] * other[..., 0] + one[..., 1] * other[..., 1])


def _long(vector: FloatArray) -> FloatArray:
    return np.asarray(np.hypot(vector[..., 0], vector[..., 1]))


def _unit(vector: FloatArray) -> FloatArray:
    return np.asarray(vector / np.maximum(_long(vector), 1e-12)[..., None])


def _left_of(along: FloatArray) -> FloatArray:
    return np.stack([-along[..., 1], along[..., 0]], axis=-1)


def _across(points: FloatArray, start: FloatArray, end: FloatArray) -> FloatArray:
    """Distance (…, n) to the left of the line from start to end (…, 2)."""
    return _dot(points - start[..., None, :], _left_of(_unit(end - start))[..., None, :])


def _from_piece(points: FloatArray, start: FloatArray, end: FloatArray) -> FloatArray:
    """Distance (…, n) from a straight piece, to tell which one a point belongs to."""
    piece, at = (end - start)[..., None, :], points - start[..., None, :]
    part = np.clip(_dot(at, piece) / np.maximum(_dot(piece, piece), 1e-12), 0.0, 1.0)
    return _long(at - part[..., None] * piece)


def _in_bend(points: FloatArray, path: FloatArray, radius: FloatArray) -> tuple[np.ndarray, FloatArray]:
    """Which points (…, n) lie beside the arc at the middle corner of a path (…, 3, 2), and how far outwards from it."""
    before, corner, after = np.moveaxis(path, -2, 0)
    one, other = _unit(before - corner), _unit(after - corner)
    half = 0.5 * np.arccos(np.clip(_dot(one, other), -1.0, 1.0))
    is_bend = (half > STRAIGHT) & (half < 0.5 * math.pi - STRAIGHT)
    half = np.where(is_bend, half, 1.0)
    touch = (radius / np.tan(half))[..., None]
    middle = corner + _unit(one + other) * (radius / np.sin(half))[..., None]
    from_corner = points - corner[..., None, :]
    bent = (
        is_bend[..., None]
        & (_dot(from_corner, one[..., None, :]) < touch)
        & (_dot(from_corner, other[..., None, :]) < touch)
        & (_long(from_corner) < 2.0 * touch)
    )
    turn = np.copysign(1.0, _dot(middle - before, _left_of(corner - before)))
    outwards = radius[..., None] - _long(points - middle[..., None, :])
    return bent, np.asarray(outwards * turn[..., None])


def _slopes(unknown: FloatArray, points: FloatArray) -> FloatArray:
    """(n + 2, 10) of the distances over what is sought."""
    step = 1e-7
    moved = _off(np.vstack([unknown, unknown + step * np.eye(len(unknown))]), points)
    return np.asarray((moved[1:] - moved[0]).T / step)


def _figures(unknown: FloatArray, covariance: FloatArray, points: FloatArray, off: FloatArray) -> FlatBar:
    """Lengths and angles with errors."""
    step, here = 1e-6, _lengths(unknown)
    slopes = (_lengths(unknown + step * np.eye(len(unknown))) - here).T / step
    errors = np.sqrt(np.maximum(np.diag(slopes @ covariance @ slopes.T), 0.0))
    centre, left, right, lean_left, lean_right = map(Measured, here.tolist(), errors.tolist())
    radii = [Measured(float(unknown[k]), math.sqrt(max(float(covariance[k, k]), 0.0))) for k in (8, 9)]
    return FlatBar(
        frozen(unknown[:8].reshape(4, 2)), (radii[0], radii[1]), centre, (left, right), (lean_left, lean_right),
        frozen(np.abs(off[: len(points)])),
    )  # fmt: skip


def _lengths(unknown: FloatArray) -> FloatArray:
    """Centre, both arms, and how far both arms lean outward [rad]: (…, 5)."""
    first, left, right, last = np.moveaxis(unknown[..., :8].reshape(*unknown.shape[:-1], 4, 2), -2, 0)
    centre, one, other = right - left, first - left, last - right
    leans = [_dot(_unit(one), -_unit(centre)), _dot(_unit(other), _unit(centre))]
    angles = [np.arcsin(np.clip(lean, -1.0, 1.0)) for lean in leans]
    return np.stack([_long(centre), _long(one), _long(other), *angles], axis=-1)
