"""First-order propagation of spreads.

Each figure f of independent inputs x_i with spreads s_i has the variance sum (df/dx_i s_i)^2. The slope of each is
taken over one standard deviation to either side, all rows in one call. Where slopes mislead, inputs are drawn at
random instead, and the distance from the figure that is shown within which 68 % of them lie is taken for the spread.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen
from anchor_beam.immutable import immutable


@immutable(eq=False)
class Band:
    """value: (k,) figures; sigma: (k,) one standard deviation; shares: (n, k) of each input in the variance."""

    value: FloatArray
    sigma: FloatArray
    shares: FloatArray


def first_order(evaluate: Callable[[FloatArray], FloatArray], centre: FloatArray, spread: FloatArray) -> Band:
    """Propagate independent spreads through a function by central differences of one standard deviation.

    Args:
        evaluate: takes (m, n) inputs, gives (m, k) figures, all rows in one call.
        centre: (n,) inputs.
        spread: (n,) one standard deviation of each; 0 for exact ones.
    Source: JCGM 100 (Guide to the Expression of Uncertainty in Measurement), 5.1, with its note on finite steps.
    Limits: no kink between centre - spread and centre + spread.
    """
    moving = np.flatnonzero(spread > 0.0)
    rows = np.tile(centre, (1 + 2 * len(moving), 1))
    up, down = 1 + np.arange(len(moving)), 1 + len(moving) + np.arange(len(moving))
    rows[up, moving] += spread[moving]
    rows[down, moving] -= spread[moving]
    figures = evaluate(rows)
    effects = np.zeros((len(centre), figures.shape[1]))
    effects[moving] = 0.5 * (figures[up] - figures[down])
    variance = (effects**2).sum(axis=0)
    with np.errstate(invalid="ignore", divide="ignore"):
        shares = np.where(variance > 0.0, effects**2 / variance, 0.0)
    return Band(frozen(figures[0]), frozen(np.sqrt(variance)), frozen(shares))


@immutable(eq=False)
class Sampled:
    """Monte Carlo of k figures: median (k,), sigma (k,) distance from what is shown within which 68.3 % of the draws lie, low
    and high (k,) of 95 %; lost: draws without an answer."""

    median: FloatArray
    sigma: FloatArray
    low: FloatArray
    high: FloatArray
    lost: int


def drawn(centre: FloatArray, spread: FloatArray, samples: int, seed: int) -> FloatArray:
    """(samples, n) sets of independent normal inputs with centre and spread (n,)."""
    return np.random.default_rng(seed).normal(centre, spread, size=(samples, len(centre)))


def spread_of(figures: FloatArray, shown: FloatArray) -> Sampled:
    """Median, spread about the figures that are shown (k,) and range of drawn figures (m, k), each from the draws in which it
    has an answer; NaN where less than half of them have one. A draw without an answer in any of the figures is counted as
    lost."""
    known = np.isfinite(figures)
    found = np.full((4, figures.shape[1]), np.nan)
    for i in np.flatnonzero(known.mean(axis=0) >= 0.5):
        drawn_here = figures[known[:, i], i]
        found[:3, i] = np.percentile(drawn_here, (2.5, 50.0, 97.5))
        found[3, i] = np.percentile(np.abs(drawn_here - shown[i]), 68.27)
    low, middle, high, sigma = found
    return Sampled(frozen(middle), frozen(sigma), frozen(low), frozen(high), int((~known.all(axis=1)).sum()))
