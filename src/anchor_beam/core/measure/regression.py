"""Straight lines through readings: ordinary, weighted against outliers, and with both kept apart from drift and lag."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.errors import InputError, NoSolution

HUBER = 1.345  # residual over scale from which a reading counts less; 95 % efficient on clean readings
ROUNDS = 60


@dataclass(frozen=True, eq=False)
class Fit:
    """coefficients: (k,), one standard error of each (k,), weights (n,) that the readings got, 0 to 1, and the spread of
    the residuals, robust."""

    coefficients: FloatArray
    errors: FloatArray
    weights: FloatArray
    scatter: float


def robust_fit(columns: FloatArray, readings: FloatArray) -> Fit:
    """Huber regression of readings (n,) on columns (n, k).

    Raises:
        InputError: at "readings" when there are too few or one is not finite.
        NoSolution: at "readings" when they do not vary enough to tell the coefficients apart.
    Source: Huber and Ronchetti, *Robust Statistics*, ch. 7 (iterated weights, scale by the median deviation).
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
        scale = max(float(np.median(np.abs(off))) / 0.6745, 1e-12 * float(np.abs(readings).max(initial=1e-300)))
        new = np.minimum(1.0, HUBER * scale / np.maximum(np.abs(off), 1e-300))
        if float(np.abs(new - weights).max()) < 1e-6:
            break
        weights = new
    inverse = np.linalg.inv((weights[:, None] * columns).T @ columns)
    spread = np.sqrt(float((weights * off**2).sum()) / max(float(weights.sum()) - k, 1.0))
    return Fit(frozen(found), frozen(np.sqrt(np.diag(inverse)) * spread), frozen(weights), scale)
