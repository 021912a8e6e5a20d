"""Skid pad and log: lateral acceleration from lap times, roll and understeer gradient by robust regression.

A lap gives a_y = (2 pi/T)^2 R. From a log the slope of roll or steer over a_y is fitted by a line with drift in time,
after a_y has been shifted by the lag that leaves the least scatter. Samples that follow each other are alike, so the
error is widened by their correlation r: sqrt((1 + r)/(1 - r)).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, require_positive
from anchor_beam.core.measure.aids import Measured
from anchor_beam.core.measure.regression import Fit, robust_fit
from anchor_beam.errors import InputError

MOST_LAG, LAGS = 5.0, 400  # s that a sensor may lag, and how many lags are tried at most
ENOUGH = 2000  # samples to find the lag with; the slope is that of all
SURE = 1.96  # standard errors of a 95 % interval


@dataclass(frozen=True)
class Skidpad:
    """Lateral acceleration [m/s^2] with its error, and how many laps make a difference of one per cent sure."""

    lateral: Measured
    laps_for_one_percent: int


def skidpad(radius: float, lap_times: FloatArray, *, radius_error: float = 0.0) -> Skidpad:
    """From laps (n,) [s] of a circle of `radius` to the car's centre [m].

    Source: v^2/R with v = 2 pi R/T, docs/theory/measurements.md, "Skid pad".
    """
    require_positive("radius", radius, "The radius")
    times = np.asarray(lap_times, dtype=float)
    if times.size < 2 or not bool(np.all(np.isfinite(times) & (times > 0.0))):
        raise InputError(
            "lap_times", "At least two lap times are needed.", got=times.size, accepts="two or more, in s"
        )
    each = radius * (2.0 * np.pi / times) ** 2
    mean, spread = float(each.mean()), float(each.std(ddof=1))
    error = float(np.hypot(spread / np.sqrt(times.size), mean * radius_error / radius))
    laps = int(np.ceil(2.0 * (SURE * spread / (0.01 * mean)) ** 2)) if spread else 2
    return Skidpad(Measured(mean, error), max(laps, 2))


@dataclass(frozen=True)
class Gradient:
    """Slope over lateral acceleration with its error and 95 % interval, lag of the second sensor [s], its drift per second,
    and how many samples were set aside as outliers."""

    slope: Measured
    interval: tuple[float, float]
    lag: float
    drift: float
    set_aside: int


def gradient(time: FloatArray, lateral: FloatArray, reading: FloatArray, *, longest_lag: float = 0.5) -> Gradient:
    """Slope of a reading (roll, or steer beyond L/R) over lateral acceleration, from a log (n,) with rising time [s].

    The reading may lag by up to `longest_lag` and drift steadily; samples of one manoeuvre are not independent, so the
    error is widened by their correlation.
    Source: docs/theory/measurements.md, "Log".
    """
    if not (len(time) == len(lateral) == len(reading)) or len(time) < 8:
        raise InputError(
            "log", "The log needs eight samples or more in every column.", got=len(time), accepts="8 or more"
        )
    if not bool(np.all(np.diff(time) > 0.0)):
        raise InputError("log.time", "Time must rise from row to row.", accepts="rising times in s")
    if not 0.0 <= longest_lag <= MOST_LAG:
        raise InputError("log.longest_lag", "A sensor lags by some tenths of a second.", got=longest_lag,
                         accepts=f"0 to {MOST_LAG:g} s")  # fmt: skip
    step = max(float(np.median(np.diff(time))), 2.0 * longest_lag / LAGS)
    lags = np.arange(-longest_lag, longest_lag + step / 2.0, step)
    some = np.arange(0, len(time), max(1, len(time) // ENOUGH))
    scatter = [_fit(time, lateral, reading, lag, some).scatter for lag in lags]
    lag = float(lags[int(np.argmin(scatter))])
    fit = _fit(time, lateral, reading, lag, np.arange(len(time)))
    shifted = np.interp(time - lag, time, lateral)
    off = reading - (fit.coefficients[0] * shifted + fit.coefficients[1] + fit.coefficients[2] * (time - time[0]))
    kept = off[fit.weights > 0.5]
    correlation = float(np.clip(np.corrcoef(kept[:-1], kept[1:])[0, 1], 0.0, 0.99)) if kept.std() > 0.0 else 0.0
    wide = float(np.sqrt((1.0 + correlation) / (1.0 - correlation)))
    slope = Measured(float(fit.coefficients[0]), float(fit.errors[0]) * wide)
    interval = (slope.value - SURE * slope.error, slope.value + SURE * slope.error)
    return Gradient(slope, interval, lag, float(fit.coefficients[2]), int((fit.weights < 0.5).sum()))


def _fit(time: FloatArray, lateral: FloatArray, reading: FloatArray, lag: float, which: IntArray) -> Fit:
    """The line through samples with these numbers."""
    at = time[which]
    shifted = np.interp(at - lag, time, lateral)
    return robust_fit(np.stack([shifted, np.ones_like(at), at - time[0]], axis=1), reading[which])
