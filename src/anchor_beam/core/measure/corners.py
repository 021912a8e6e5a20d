"""Corner weights from several settles of the car on its scales: means, errors, and readings that cannot be right."""

from __future__ import annotations

import math
from itertools import combinations

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.core.measure.aids import Measured
from anchor_beam.core.measure.regression import student
from anchor_beam.core.sides import CORNERS
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

SCALE = 0.004  # of the reading: what a pad may be off along its range
FAR = 4.0  # robust standard deviations beside the others, from which a settle stands out
LEAST = 1.0  # kg, below which no difference is worth a word


@immutable(eq=False)
class Settled:
    """corners: of the four wheels [kg]. off: each settle beside the mean (n, 4) [kg]. stands_out: (n,). swapped: for each
    settle the two corners (numbers in the order of `CORNERS`) whose readings look mixed up, None where none do."""

    corners: tuple[Measured, Measured, Measured, Measured]
    off: FloatArray
    stands_out: np.ndarray
    swapped: tuple[tuple[int, int] | None, ...]


def settled(readings: FloatArray, *, scale: float = SCALE) -> Settled:
    """From settles (n, 4) [kg], front left, front right, rear left, rear right; the car rolled off and on between them.

    A settle that stands out is left out of the means. Three are needed to tell which one it is.
    Raises:
        InputError: at "readings" and its number, for one that is not above zero.
    Source: docs/theory/measurements.md, "Corner weights".
    """
    if not len(readings):
        raise InputError("readings", "Nothing was read.", accepts="one settle or more")
    for i, row in enumerate(readings):
        for key, value in zip(CORNERS, row, strict=True):
            if not (math.isfinite(float(value)) and value > 0.0):
                raise InputError(f"readings[{i}].{key}", "A wheel on its pad weighs something.", got=float(value))
    middle = np.median(readings, axis=0)
    off = readings - middle
    usual = max(1.4826 * float(np.median(np.abs(off))), 0.25 * LEAST, 0.5 * scale * float(middle.mean()))
    far = np.abs(off).max(axis=1) > FAR * usual
    out = far if len(readings) >= 3 else np.zeros(len(readings), dtype=bool)
    kept = readings[~out] if (~out).any() else readings
    mean = kept.mean(axis=0)
    n = len(kept)
    scatter = kept.std(axis=0, ddof=1) / math.sqrt(n) * student(1.0, n - 1) if n > 1 else np.full(4, 0.5 * LEAST)
    found = [Measured(float(m), math.hypot(float(s), scale * float(m))) for m, s in zip(mean, scatter, strict=True)]
    return Settled(
        (found[0], found[1], found[2], found[3]), frozen(readings - mean), out,
        tuple(_swapped(row, middle, usual) if bad else None for row, bad in zip(readings, out, strict=True)),
    )  # fmt: skip


def _swapped(row: FloatArray, middle: FloatArray, usual: float) -> tuple[int, int] | None:
    """The pair of corners whose exchange makes a settle like the others."""
    for one, other in combinations(range(4), 2):
        tried = row.copy()
        tried[[one, other]] = row[[other, one]]
        if float(np.abs(tried - middle).max()) < FAR * usual:
            return one, other
    return None
