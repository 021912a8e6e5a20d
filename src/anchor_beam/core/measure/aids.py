"""Measurements at the standing car and on the bench: bar deflection, tilt, motion ratio, drop-in of a link.

Each aid is a straight line or a parabola through what was read, where outliers count less (`robust`), or one balance
of moments. Every figure comes with one standard error: from the scatter where there is one, else from the error of
the instrument.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_positive
from anchor_beam.core.measure.regression import robust_fit
from anchor_beam.core.sides import Axle
from anchor_beam.errors import InputError


@dataclass(frozen=True)
class Measured:
    """A figure with one standard error, in its unit: half of the interval that holds the truth two times in three."""

    value: float
    error: float


@dataclass(frozen=True, eq=False)
class Deflection:
    """rate of the bar's end [N/m]; stick: half the width of the loop that friction in the bushings makes [N], None where
    the load was only raised."""

    rate: Measured
    stick: Measured | None


def deflection(load: FloatArray, drop: FloatArray, rising: np.ndarray) -> Deflection:
    """Rate from weights hung at a hole (n,) [N], the drop read (n,) [m] and whether the weight was being added (n,).

    Force = rate x drop + offset +- friction, the sign by the direction of loading.
    Source: docs/theory/measurements.md, "Deflection".
    """
    both = bool(rising.any() and not rising.all())
    columns = [drop, np.ones_like(drop)] + ([np.where(rising, 1.0, -1.0)] if both else [])
    fit = robust_fit(np.stack(columns, axis=1), load)
    stick = Measured(float(fit.coefficients[2]), float(fit.half_widths[2])) if both else None
    return Deflection(Measured(float(fit.coefficients[0]), float(fit.half_widths[0])), stick)


def tilt(
    front_level: float, front_tilted: float, *, total: float, wheelbase: float, wheel_radius: float, rise: float,
    scale_error: float,
) -> Measured:  # fmt: skip
    """Height of the centre of gravity [m] from the front axle's load level and with the rear lifted by `rise` [m].

    Loads in N, suspension locked. Source: docs/theory/measurements.md, "Tilt" (moments about the rear contact line).
    """
    for place, value in (("total", total), ("wheelbase", wheelbase), ("rise", rise)):
        require_positive(place, value, "The " + place)
    if not rise < wheelbase:
        raise InputError("rise", "The rear cannot be lifted by the wheelbase.", got=rise, accepts="less than that")
    slope = math.tan(math.asin(rise / wheelbase))
    per_load = wheelbase / (total * slope)
    height = wheel_radius + (front_tilted - front_level) * per_load
    return Measured(height, math.sqrt(2.0) * scale_error * per_load)


@dataclass(frozen=True, eq=False)
class MotionRatio:
    """At ride height: travel of the part per travel of the wheel [-] and its change per travel [1/m]; residuals (n,) [m]."""

    ratio: Measured
    progression: Measured
    residuals: FloatArray


def motion_ratio(wheel: FloatArray, part: FloatArray) -> MotionRatio:
    """From a jack-and-tape table: wheel travel and part travel (n,) [m], both zero at ride height.

    Source: docs/theory/measurements.md, "Motion ratio" (parabola, outliers count less).
    """
    columns = np.stack([wheel, 0.5 * wheel**2, np.ones_like(wheel)], axis=1)
    fit = robust_fit(columns, part)
    values = [Measured(float(fit.coefficients[i]), float(fit.half_widths[i])) for i in (0, 1)]
    return MotionRatio(values[0], values[1], part - columns @ fit.coefficients)


def drop_in(
    links_on: FloatArray, links_off: FloatArray, axle: Axle, track: float, *, yielding: float, scale_error: float
) -> Measured:
    """Torque about the car's axis that a bar puts on its axle at rest [N m], from corner loads (4,) with its links on and
    off [N], > 0 presses the right wheel.

    yielding: 1 + K_s (1/K_other + 1/K_t) of the axle with the bar: how much of the torque the rest of the car gives way
    to. Only the loads of that axle are used; the other one also feels the body lean.
    Source: docs/theory/measurements.md, "Drop-in".
    """
    left = 2 * axle.position
    change = np.asarray(links_on) - np.asarray(links_off)
    moment = 0.5 * track * float(change[left + 1] - change[left])
    return Measured(moment * yielding, yielding * track * scale_error)
