"""Measurements at the standing car and on the bench: bar deflection, tilt, motion ratio, drop-in of a link.

Each aid is a straight line or a parabola through what was read, where outliers count less (`robust`), or one balance
of moments. Every figure comes with one standard error: from the scatter where there is one, else from the error of
the instrument.
"""

from __future__ import annotations

import math
from itertools import pairwise

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen, require_positive
from anchor_beam.core.measure.regression import OUTLIER, robust_fit
from anchor_beam.core.sides import Axle
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

READ = 0.5e-3  # m, what nobody reads better by tape


@immutable
class Measured:
    """A figure with one standard error, in its unit: half of the interval that holds the truth two times in three."""

    value: float
    error: float


@immutable(eq=False)
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


@immutable(eq=False)
class Tilted:
    """height of the centre of gravity [m]; of each reading how far it lies beside the line (n,) [N], and whether it stands
    out (n,)."""

    height: Measured
    off: FloatArray
    stands_out: np.ndarray


def tilts(
    rise: FloatArray, front: FloatArray, *, total: float, wheelbase: float, wheel_radius: float, scale_error: float
) -> Tilted:
    """The same from several heights of the rear axle (n,) [m], the level one included, and the front loads there (n,) [N].

    Raises:
        InputError: at "total", "wheelbase" or "rise", or at "readings" where there are too few.
        NoSolution: at "readings", where the rear was never lifted.
    Source: docs/theory/measurements.md, "Tilt".
    """
    for place, value in (("total", total), ("wheelbase", wheelbase)):
        require_positive(place, value, "The " + place)
    if not bool((np.abs(rise) < wheelbase).all()):
        raise InputError(
            "rise",
            "The rear cannot be lifted by the wheelbase.",
            got=float(np.abs(rise).max()),
            accepts="less than that",
        )
    if not np.ptp(rise) > 0.02 * wheelbase:
        raise NoSolution(
            "readings", "The rear was hardly lifted, so the scales cannot tell the height.",
            accepts="the rear lifted by a fifth of the wheelbase",
        )  # fmt: skip
    slope, per_load = np.tan(np.arcsin(rise / wheelbase)), wheelbase / total
    if len(rise) == 2:
        by = np.diff(front) / np.diff(slope)
        beside, out, error = np.zeros(2), np.zeros(2, dtype=bool), 0.0
    else:
        fit = robust_fit(np.stack([slope, np.ones_like(slope)], axis=1), front)
        by, error = fit.coefficients[:1], float(fit.half_widths[0])
        beside = front - fit.coefficients[0] * slope - fit.coefficients[1]
        out = (fit.weights < OUTLIER) & (np.abs(beside) > scale_error)
    by_scale = math.sqrt(2.0) * scale_error / float(np.ptp(slope))
    height = Measured(wheel_radius + float(by[0]) * per_load, math.hypot(error, by_scale) * per_load)
    return Tilted(height, frozen(beside), out)


@immutable(eq=False)
class MotionRatio:
    """At ride height: travel of the part per travel of the wheel [-] and its change per travel [1/m]; of each reading how far
    it lies beside the curve (n,) [m], and whether it stands out (n,)."""

    ratio: Measured
    progression: Measured
    residuals: FloatArray
    stands_out: np.ndarray


def motion_ratio(wheel: FloatArray, part: FloatArray) -> MotionRatio:
    """From a jack-and-tape table: wheel travel and part travel (n,) [m], both zero at ride height.

    Raises:
        InputError: at "readings" and its number, for a part that comes back while the wheel goes on.
    Source: docs/theory/measurements.md, "Motion ratio" (parabola, outliers count less).
    """
    columns = np.stack([wheel, 0.5 * wheel**2, np.ones_like(wheel)], axis=1)
    fit = robust_fit(columns, part)
    values = [Measured(float(fit.coefficients[i]), float(fit.half_widths[i])) for i in (0, 1)]
    off = part - columns @ fit.coefficients
    out = (fit.weights < OUTLIER) & (np.abs(off) > READ)
    order = [i for i in np.argsort(wheel) if not out[i]]
    direction = 1.0 if fit.coefficients[0] > 0.0 else -1.0
    for before, after in pairwise(order):
        if wheel[after] > wheel[before] and not direction * (part[after] - part[before]) > 0.0:
            raise InputError(
                f"readings[{after}]", "The part comes back here while the wheel goes on.", got=float(part[after]),
                accepts="a part that moves one way all along",
            )  # fmt: skip
    return MotionRatio(values[0], values[1], frozen(off), out)


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
