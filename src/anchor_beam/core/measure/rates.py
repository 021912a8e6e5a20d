"""Stiffness from a press, from the wire of a spring, and from a wheel or a tyre pressed on a scale.

A press gives a line of load over travel; one reading that does not fit counts less and is named. What the line cannot
show, the error of the gauge itself, is added.
"""

from __future__ import annotations

import math
from enum import StrEnum

import numpy as np

from anchor_beam.core.arrays import FloatArray, frozen, require_not_negative, require_positive
from anchor_beam.core.measure.aids import Measured
from anchor_beam.core.measure.regression import OUTLIER, robust_fit
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

GAUGE = 0.01  # of the load: what a workshop's gauge or scale may be off along its whole range
MANY = 6  # readings from which a spring can be seen to be progressive
SURE = 2.0  # standard errors


@immutable(eq=False)
class Pressed:
    """rate [N/m], the load that each reading lies beside the line (n,) [N], whether a reading stands out (n,), and of a
    spring that grows stiffer its rate at the first and the last travel [N/m], None where that cannot be told."""

    rate: Measured
    off: FloatArray
    stands_out: np.ndarray
    from_to: tuple[float, float] | None


def pressed(travel: FloatArray, load: FloatArray, *, gauge: float = GAUGE) -> Pressed:
    """Rate from readings (n,) of travel [m] and load [N]; gauge: error of the gauge over the load.

    Raises:
        InputError: at "readings" when there are too few, or at "load" when the load falls as the travel grows.
        NoSolution: at "readings" when they lie at one travel.
    Source: docs/theory/measurements.md, "Press".
    """
    fit = robust_fit(np.stack([travel, np.ones_like(travel)], axis=1), load)
    rate = float(fit.coefficients[0])
    if not rate > 0.0:
        raise InputError(
            "load", "The load falls while the travel grows.", got=rate, accepts="loads that rise with the travel"
        )
    off = load - fit.coefficients[0] * travel - fit.coefficients[1]
    error = math.hypot(float(fit.half_widths[0]), gauge * rate)
    read = 0.5 * gauge * float(np.ptp(load))  # what nobody reads better
    out = (fit.weights < OUTLIER) & (np.abs(off) > read)
    return Pressed(Measured(rate, error), frozen(off), out, _from_to(travel, load))


def _from_to(travel: FloatArray, load: FloatArray) -> tuple[float, float] | None:
    """Rates at both ends of a curve that is surely bent."""
    if len(travel) < MANY:
        return None
    middle = float(travel.mean())
    x = travel - middle
    fit = robust_fit(np.stack([x, 0.5 * x * x, np.ones_like(x)], axis=1), load)
    rate, growth = float(fit.coefficients[0]), float(fit.coefficients[1])
    if abs(growth) < SURE * float(fit.half_widths[1]) or abs(growth) * float(np.ptp(x)) < 0.05 * rate:
        return None
    return rate + growth * float(x.min()), rate + growth * float(x.max())


def spring_behind_wheel(
    wheel: Measured, ratio: Measured, tyre: Measured | None = None, *, through_tyre: bool = False
) -> Measured:
    """Rate of a spring [N/m] from the wheel rate read with the bar unhooked; ratio: spring travel over wheel travel.

    through_tyre: the travel was read from the floor, so that the tyre gave way as well; its rate is taken out.
    Raises:
        InputError: at "ratio" or "tyre".
        NoSolution: at "wheel", where the tyre alone gives way as much.
    Source: k_w = k_s i^2; springs in series; errors to first order.
    """
    require_positive("ratio", ratio.value, "The motion ratio")
    rate, error = wheel.value, wheel.error
    if through_tyre:
        if tyre is None:
            raise InputError("tyre", "The tyre gave way as well.", accepts="the rate of the tyre")
        if not wheel.value < tyre.value:
            raise NoSolution(
                "wheel", "The tyre alone gives way as much as was read.", accepts="travel read between hub and body"
            )
        rate = 1.0 / (1.0 / wheel.value - 1.0 / tyre.value)
        error = math.hypot(wheel.error * (rate / wheel.value) ** 2, tyre.error * (rate / tyre.value) ** 2)
    spring = rate / ratio.value**2
    return Measured(spring, spring * math.hypot(error / rate, 2.0 * ratio.error / ratio.value))


class Ends(StrEnum):
    """How a coil spring ends: a closed coil lies on its neighbour and does not work."""

    BOTH = "both closed"
    ONE = "one closed"
    OPEN = "open"


DEAD = {Ends.BOTH: 2.0, Ends.ONE: 1.0, Ends.OPEN: 0.0}
PER_END = 0.15  # coils by which the working part of a closed end is uncertain
STEEL = Measured(78.5e9, 1.2e9)  # shear modulus of spring steel, all sorts [Pa]


@immutable
class Wire:
    """A coil spring by caliper: diameter of the wire and outer diameter of the coils [m], all its coils, its ends."""

    wire: float
    outer: float
    coils: float
    ends: Ends = Ends.BOTH
    wire_error: float = 0.05e-3
    outer_error: float = 0.5e-3
    modulus: Measured = STEEL

    @property
    def mean(self) -> float:
        """Mean diameter of the coils [m]."""
        return self.outer - self.wire

    @property
    def working(self) -> float:
        """Coils that work."""
        return self.coils - DEAD[self.ends]


def spring_by_wire(spring: Wire) -> Measured:
    """Rate of a coil spring [N/m]; one that changes its pitch or diameter has no single rate.

    Raises:
        InputError: at "wire", "outer" or "coils".
    Source: Shigley, *Mechanical Engineering Design*, ch. 10: G d^4/(8 D^3 n (1 + d^2/(2 D^2))); errors to first order.
    """
    require_positive("wire", spring.wire, "The diameter of the wire")
    require_not_negative("coils", spring.coils, "The number of coils")
    if not spring.outer > 3.0 * spring.wire:
        raise InputError(
            "outer", "The coils must be wider than three wires.", got=spring.outer, accepts="the outer diameter"
        )
    if not spring.working > 0.5:
        raise InputError(
            "coils", f"Of these coils {spring.working:.1f} would work.", got=spring.coils,
            accepts=f"all coils, {DEAD[spring.ends] + 1.0:.0f} or more",
        )  # fmt: skip
    d, D, n = spring.wire, spring.mean, spring.working
    rate = spring.modulus.value * d**4 / (8.0 * D**3 * n * (1.0 + 0.5 * (d / D) ** 2))
    parts = (
        (4.0 / d + 3.0 / D) * spring.wire_error, 3.0 / D * spring.outer_error,
        PER_END * math.sqrt(DEAD[spring.ends]) / n if DEAD[spring.ends] else 0.05 / n,
        spring.modulus.error / spring.modulus.value,
    )  # fmt: skip
    return Measured(rate, rate * math.sqrt(sum(part * part for part in parts)))


FORCE = 0.05  # of a damper's force at one speed, from one damper of a pair to the other and cold to warm


def damping_ratio(
    bump: float, rebound: float, speed: float, *, ratio: Measured, wheel_rate: float, sprung: float
) -> Measured:
    """Damping of the body over what is critical [-], from the forces of one damper [N] at a speed of its shaft [m/s].

    ratio: shaft travel over wheel travel [-]; wheel_rate [N/m] and sprung mass [kg] of one wheel. Bump and rebound enter by
    their mean, as both dampers of an axle work against each other in roll.

    Raises:
        InputError: at the name of a figure.
    Source: c = F i^2/v, over 2 sqrt(k m); Milliken and Milliken, ch. 22; docs/theory/phases.md, "Dampers".
    """
    for place, value, what in (
        ("bump", bump, "The force in bump"), ("rebound", rebound, "The force in rebound"), ("speed", speed, "The speed"),
        ("ratio", ratio.value, "The damper's motion ratio"), ("wheel_rate", wheel_rate, "The wheel rate"),
        ("sprung", sprung, "The sprung mass"),
    ):  # fmt: skip
        require_positive(place, value, what)
    at_wheel = 0.5 * (bump + rebound) / speed * ratio.value**2
    found = at_wheel / (2.0 * math.sqrt(wheel_rate * sprung))
    return Measured(found, found * math.hypot(FORCE, 2.0 * ratio.error / ratio.value))
