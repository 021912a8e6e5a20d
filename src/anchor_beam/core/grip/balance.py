"""Which axle runs out of grip first, and by how much."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, frozen
from anchor_beam.core.car.linear import LinearResponse
from anchor_beam.core.grip.tyre import grip

SLOWEST, FASTEST = 0.02 * GRAVITY, 2.5 * GRAVITY


@dataclass(frozen=True, eq=False)
class Balance:
    """limits: (..., 2) lateral acceleration at which each axle runs out [m/s^2]; margin: (...) B [%].

    B > 0: the front gives up first, the car pushes. B < 0: the rear first, it is loose. NaN: no equilibrium.
    capped: (..., 2) the car tips over, or 2.5 g is reached, before the axle runs out; its limit is that acceleration.
    residual: largest |grip - demand| over the demand among the limits that are not capped.
    """

    limits: FloatArray
    margin: FloatArray
    capped: FloatArray
    residual: float


def load_transfer(response: LinearResponse, acceleration: FloatArray) -> FloatArray:
    """Load transfer (..., 2) [N] of each axle while the car corners at acceleration (..., 2), one per axle [m/s^2].

    Beyond its lift an axle keeps its whole load on the outer wheel and the other axle takes the rest of the
    overturning moment, which is taken as still growing in proportion.
    """
    half = 0.5 * response.static_load
    own = response.transfer * acceleration
    others = response.transfer[..., ::-1] * acceleration
    other_half = half[..., ::-1]
    passed_on = others - np.clip(others, -other_half, other_half)
    return np.asarray(np.clip(own + passed_on * response.track[..., ::-1] / response.track, -half, half), dtype=float)


def balance(response: LinearResponse, mu0: FloatArray, load_sensitivity: FloatArray) -> Balance:
    """First estimate of the balance margin in the middle of the corner.

    Args:
        response: linear response of cars and settings (...).
        mu0: grip at the reference load [-], broadcasts to (..., 2).
        load_sensitivity: loss of mu per relative load [-], broadcasts to (..., 2).
    Each wheel is taken at its own peak; camber and longitudinal force are left out.
    Source: equations paper 1.4 without camber, written out in docs/theory/balance.md.
    """
    half = 0.5 * response.static_load
    reference = (half.sum(axis=-1) / 2.0)[..., None]

    def spare(acceleration: FloatArray) -> FloatArray:
        moved = load_transfer(response, acceleration)
        force = grip(half - moved, reference, mu0, load_sensitivity)
        force = force + grip(half + moved, reference, mu0, load_sensitivity)
        return np.asarray(force - response.lateral_mass * acceleration, dtype=float)

    overturning = (response.transfer * response.track).sum(axis=-1)
    tip = (half * response.track).sum(axis=-1) / overturning
    highest = np.broadcast_to(np.minimum(tip, FASTEST)[..., None], response.transfer.shape)
    limits, left = _first_root(spare, np.full(highest.shape, SLOWEST), highest)
    capped = limits >= highest
    missed = np.where(capped, 0.0, np.abs(left) / (response.lateral_mass * limits))
    margin = 200.0 * (limits[..., 1] - limits[..., 0]) / (limits[..., 0] + limits[..., 1])
    return Balance(frozen(limits), frozen(margin), frozen(capped), float(np.nanmax(missed, initial=0.0)))


def _first_root(
    function: Callable[[FloatArray], FloatArray], low: FloatArray, high: FloatArray
) -> tuple[FloatArray, FloatArray]:
    """Roots of falling functions by Illinois false position, and the value there; `high` where it is still positive.

    NaN where the function is not positive at `low`. Source: Dowell and Jarratt, BIT 11 (1971).
    """
    top = high
    at_low, at_high = function(low), function(high)
    dead, beyond = ~(at_low > 0.0), at_high > 0.0
    rises = np.zeros(low.shape)  # > 0: the lower end moved last
    with np.errstate(invalid="ignore", divide="ignore"):
        for _ in range(60):
            guess = (low * at_high - high * at_low) / (at_high - at_low)
            value = function(guess)
            above = value > 0.0
            at_high = np.where(above, np.where(rises > 0.0, 0.5 * at_high, at_high), value)
            at_low = np.where(above, value, np.where(rises < 0.0, 0.5 * at_low, at_low))
            low, high = np.where(above, guess, low), np.where(above, high, guess)
            rises = np.where(above, 1.0, -1.0)
            if bool(np.all(dead | beyond | (np.abs(value) < 1e-8))):
                break
    return np.where(dead, np.nan, np.where(beyond, top, guess)), value
