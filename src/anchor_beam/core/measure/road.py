"""Skid pad and log: lateral acceleration from lap times, roll and understeer gradient by robust regression.

A lap gives a_y = (2 pi/T)^2 R. From a log the slope of roll or steer over a_y is fitted by a line with drift in time,
after a_y has been shifted by the lag that leaves the least scatter. The accelerometer's noise is in the abscissa: what
it showed a moment before and after stands in for it. Samples that follow each other are alike, which the error counts.
"""

from __future__ import annotations

import math
from enum import StrEnum

import numpy as np

from anchor_beam.core.arrays import FloatArray, IntArray, require_positive
from anchor_beam.core.measure.aids import Measured
from anchor_beam.core.measure.regression import Fit, huber_weights, robust_fit, student
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MOST_LAG, LAGS = 5.0, 400  # s that a sensor may lag, and how many lags are tried at most
ENOUGH = 2000  # samples to find the lag with; the slope is that of all
SURE = 1.96  # standard errors of a 95 % interval
ROUNDS = 4
APART = 0.15  # s, after which the noise of an accelerometer is another one
LEAST_FADING = 0.99  # of the likeness of samples from one to the next


@immutable
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


class Sensor(StrEnum):
    """How the accelerometer sits: level whatever the car does, or fixed to the body and rolling with it."""

    LEVEL = "level"
    BODY = "body"


@immutable
class Gradient:
    """Slope over lateral acceleration with its error and 95 % interval, lag of the second sensor [s], its drift per second,
    and how many samples were set aside as outliers. hidden: part of the slope that the accelerometer's own noise would have
    hidden from a plain line [-]."""

    slope: Measured
    interval: tuple[float, float]
    lag: float
    drift: float
    set_aside: int
    hidden: float


def gradient(
    time: FloatArray, lateral: FloatArray, reading: FloatArray, *, longest_lag: float = 0.5, sensor: Sensor = Sensor.LEVEL,
    roll_gradient: float | None = None,
) -> Gradient:  # fmt: skip
    """Slope of a reading [rad] over lateral acceleration [g], from a log (n,) with rising time [s].

    sensor: of the lateral acceleration. One on the body also feels gravity as it rolls; roll_gradient: of the car [rad/g],
    None where the reading is the roll itself.

    The reading may lag by up to `longest_lag` and drift steadily. Noise of the accelerometer is in the abscissa and would
    make a plain line too flat: the acceleration a moment before and after stands in for it as an instrument. Samples of
    one manoeuvre are not independent, so the error counts their correlation.
    Raises:
        InputError: at "log" and its parts.
        NoSolution: at "readings", they do not vary enough.
    Source: docs/theory/measurements.md, "Log" (instrumental variables: Durbin 1954).
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
    found, errors = _instrumented(time, lateral, reading, lag, fit.weights)
    slope, error = float(found[0]), float(errors[0])
    hidden = 1.0 - float(fit.coefficients[0]) / slope if slope else 0.0
    level = _level(slope, roll_gradient) if sensor is Sensor.BODY else 1.0
    half = student(SURE, int(fit.free)) * error
    return Gradient(
        Measured(slope * level, error * level), ((slope - half) * level, (slope + half) * level), lag,
        float(found[2]), int((fit.weights < 0.5).sum()), hidden,
    )  # fmt: skip


def _level(slope: float, roll_gradient: float | None) -> float:
    """What a slope [rad/g] over the acceleration that a sensor on the body feels, a + phi in g, is to be multiplied with.

    Raises:
        InputError: at "log", the body cannot roll that much.
    """
    rolled = slope / (1.0 - slope) if roll_gradient is None and slope < 1.0 else roll_gradient
    if rolled is None or not -0.5 < rolled < 0.5:
        raise InputError("log", "No car rolls that much.", got=slope, accepts="a roll of less than 28 deg/g")
    return 1.0 + rolled


def _fit(time: FloatArray, lateral: FloatArray, reading: FloatArray, lag: float, which: IntArray) -> Fit:
    """The line through samples with these numbers."""
    at = time[which]
    shifted = np.interp(at - lag, time, lateral)
    return robust_fit(np.stack([shifted, np.ones_like(at), at - time[0]], axis=1), reading[which])


def _instrumented(
    time: FloatArray, lateral: FloatArray, reading: FloatArray, lag: float, weights: FloatArray
) -> tuple[FloatArray, FloatArray]:
    """Slope, offset and drift (3,) with their errors, by the acceleration a moment before and after as the instrument."""
    step = float(np.median(np.diff(time)))
    apart = max(APART, 2.0 * step)
    at = time - lag
    beside = 0.5 * (np.interp(at - apart, time, lateral) + np.interp(at + apart, time, lateral))
    rest = np.stack([np.ones_like(time), time - time[0]])
    columns = np.stack([np.interp(at, time, lateral), *rest], axis=1)
    for _ in range(ROUNDS):  # the weights are to be those of this line, not of the flatter one
        instruments = weights[:, None] * np.stack([beside, *rest], axis=1)
        inverse = np.linalg.inv(instruments.T @ columns)
        found = inverse @ (instruments.T @ reading)
        off = reading - columns @ found
        weights = huber_weights(off)
    pulls = instruments * off[:, None]
    spread = _alike(off[weights > 0.5]) * pulls.T @ pulls
    whole = max(float((weights >= 1.0 - 1e-9).mean()), 0.5)  # as in `robust_fit`
    wider = float(weights.mean()) / whole * math.sqrt(len(time) / max(len(time) - 3.0, 1.0))
    return found, wider * np.sqrt(np.maximum(np.diag(inverse @ spread @ inverse.T), 0.0))


def _alike(off: FloatArray) -> float:
    """By how much the variance of a mean grows because neighbours are alike: 1 + 2 (r_1 + r_2 + ...), of residuals that fade
    from the first neighbour on by r_2/r_1 each, with noise of their own on top."""
    size = float(off @ off)
    if len(off) < 8 or size <= 0.0:
        return 1.0
    first, second = (float(off[k:] @ off[:-k]) / size for k in (1, 2))
    chance = 1.0 / math.sqrt(len(off))
    if first < 2.0 * chance:
        return 1.0
    fading = second / first if first > 5.0 * chance else first  # too little likeness to tell how it fades
    return 1.0 + 2.0 * first / (1.0 - min(max(fading, 0.0), LEAST_FADING))
