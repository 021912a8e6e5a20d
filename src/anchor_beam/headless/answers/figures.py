"""Numbers as answers give them: null where there is none."""

from __future__ import annotations

import math
from collections.abc import Iterable

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.sides import CORNERS, Axle


def number(value: float, scale: float = 1.0) -> float | None:
    """value / scale, or null where it is not finite."""
    return float(value) / scale if math.isfinite(value) else None


def degrees(value: float) -> float | None:
    """From radians."""
    return number(math.degrees(value))


def g(value: float) -> float | None:
    """From m/s^2."""
    return number(value, GRAVITY)


def by_corner(values: Iterable[float]) -> dict[str, float | None]:
    """Values (4,) under the names of the corners."""
    return {corner: number(value) for corner, value in zip(CORNERS, values, strict=True)}


def by_axle(values: Iterable[float], scale: float = 1.0) -> dict[str, float | None]:
    """Values (2,) under the names of the axles."""
    return {axle.value: number(value, scale) for axle, value in zip(Axle, values, strict=True)}
