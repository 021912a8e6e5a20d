"""Straight lines through readings: ordinary, weighted against outliers, and with both kept apart from drift and lag."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

HUBER = 1.345  # residual over scale from which a reading counts less; 95 % efficient on clean readings
OUTLIER = 0.25  # weight below which a reading stands out
ROUNDS = 60


@immutable(eq=False)
class Fit:
    """coefficients: (k,), one standard error of each (k,), weights (n,) that the readings got, 0 to 1, the spread of the
    residuals, robust, and how many readings there are beyond the coefficients."""

    coefficients: FloatArray
    errors: FloatArray
    weights: FloatArray
    scatter: float
    free: int

    @property
    def half_widths(self) -> FloatArray:
        """(k,) half of the interval that holds the truth two times in three, also with few readings."""
        return self.errors * student(1.0, self.free)


def robust_fit(columns: FloatArray, readings: FloatArray) -> Fit:
    """Huber regression of readings (n,) on columns (n, k).

    Raises:
        InputError: at "readings" when there are too few or one is not finite.
        NoSolution: at "readings" when they do not vary enough to tell the coefficients apart.
    Source: Huber and Ronchetti, *Robust Statistics*, ch. 7 (iterated weights, scale by the median deviation; covariance with
    its correction for few readings).
    """
    n, k = columns.shape
    if n < k + 1:
        raise InputError("readings", "There are too few readings for a line.", got=n, accepts=f"{k + 1} or more")
    if not (np.isfinite(columns).all() and np.isfinite(readings).all()):
        raise InputError("readings", "A reading is not a number.", accepts="finite numbers")
    size = np.abs(columns).max(axis=0)
    if np.any(size == 0.0) or np.linalg.cond(columns / size) > 1e8:
        raise NoSolution("readings", "The readings do not vary enough to fit them.", accepts="readings further apart")
    weights = np.ones(n)
    scale = 0.0
    for _ in range(ROUNDS):
        root = np.sqrt(weights)
        found, *_rest = np.linalg.lstsq(root[:, None] * columns, root * readings, rcond=None)
        off = readings - columns @ found
        scale = max(_scale(off), 1e-12 * float(np.abs(readings).max(initial=1e-300)))
        new = _weights(off, scale)
        if float(np.abs(new - weights).max()) < 1e-6:
            break
        weights = new
    near = max(float((weights >= 1.0 - 1e-9).mean()), 0.5)  # part of the readings that count whole
    small = 1.0 + k / n * (1.0 - near) / near
    spread = small / near * math.sqrt(float(((weights * off) ** 2).sum()) / (n - k))
    if float(weights.min()) > OUTLIER:  # nothing stands out: few readings are no reason to trust the nearer ones more
        spread = max(spread, math.sqrt(float((off**2).sum()) / (n - k)))
    errors = np.sqrt(np.diag(np.linalg.inv(columns.T @ columns))) * spread
    return Fit(frozen(found), frozen(errors), frozen(weights), scale, n - k)


def huber_weights(off: FloatArray) -> FloatArray:
    """What readings with these residuals (n,) count, 0 to 1."""
    return _weights(off, max(_scale(off), 1e-300))


def _scale(off: FloatArray) -> float:
    return float(np.median(np.abs(off))) / 0.6745


def _weights(off: FloatArray, scale: float) -> FloatArray:
    return np.asarray(np.minimum(1.0, HUBER * scale / np.maximum(np.abs(off), 1e-300)))


def student(normal: float, free: int) -> float:
    """Half width of the interval of a Student distribution with `free` degrees of freedom that holds as much as +-`normal`
    standard deviations of a normal one, over one standard error [-].

    Source: Abramowitz and Stegun, *Handbook of Mathematical Functions*, 26.7.5, four terms; within 2 % from two degrees on.
    """
    z, v = normal, float(max(free, 1))
    terms = (
        (z**3 + z) / 4.0, (5 * z**5 + 16 * z**3 + 3 * z) / 96.0, (3 * z**7 + 19 * z**5 + 17 * z**3 - 15 * z) / 384.0,
        (79 * z**9 + 776 * z**7 + 1482 * z**5 - 1920 * z**3 - 945 * z) / 92160.0,
    )  # fmt: skip
    return z + sum(term / v ** (i + 1) for i, term in enumerate(terms))
