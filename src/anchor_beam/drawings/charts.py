"""Charts as data: curves over one axis, with marks, in the units in which they are read."""

from __future__ import annotations

import math
from collections.abc import Iterable

from anchor_beam.drawings.shapes import Tone
from anchor_beam.immutable import immutable

Points = tuple[tuple[float, float], ...]


@immutable
class Curve:
    """One curve; points with NaN break it. ghost: of the reference. dotted: the second of a pair, such as the right side."""

    points: Points
    tone: Tone
    name: str = ""
    ghost: bool = False
    dotted: bool = False


@immutable
class Mark:
    """An upright hairline at x with a word on it."""

    x: float
    name: str
    tone: Tone = Tone.SOFT
    within: bool = False  # the axis is made long enough for it


@immutable
class Chart:
    """Title and both axes with their units in words; empty says why there is nothing to see."""

    title: str
    across: str
    up: str
    curves: tuple[Curve, ...]
    marks: tuple[Mark, ...] = ()
    empty: str = ""

    def ranges(self) -> tuple[tuple[float, float], tuple[float, float]]:
        """Low and high of both axes, with room around the curves and zero in sight where it is near."""
        xs = [x for curve in self.curves for x, y in curve.points if math.isfinite(y)] + [
            mark.x for mark in self.marks if mark.within
        ]
        ys = [y for curve in self.curves for _, y in curve.points if math.isfinite(y)]
        return _padded(xs, 0.0), _padded(ys, 0.12)


def _padded(values: list[float], pad: float) -> tuple[float, float]:
    if not values:
        return 0.0, 1.0
    low, high = min(values), max(values)
    if low > 0.0 and low < 0.4 * high:
        low = 0.0
    size = max(high - low, 0.02 * max(abs(low), abs(high)), 1e-9)
    return low - (pad * size if low else 0.0), high + pad * size


def steps(low: float, high: float, most: int) -> list[float]:
    """Round values between low and high, at most `most` of them."""
    raw = (high - low) / max(most, 1)
    size = 10.0 ** math.floor(math.log10(raw))
    step = next(size * k for k in (1.0, 2.0, 2.5, 5.0, 10.0) if size * k >= raw)
    first = math.ceil(low / step - 1e-9)
    return [step * k for k in range(first, math.floor(high / step + 1e-9) + 1)]


def curve(
    xs: Iterable[float], ys: Iterable[float], tone: Tone, name: str = "", *, ghost: bool = False, dotted: bool = False
) -> Curve:
    """A curve from its columns."""
    return Curve(tuple((float(x), float(y)) for x, y in zip(xs, ys, strict=True)), tone, name, ghost, dotted)
