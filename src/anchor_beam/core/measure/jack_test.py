"""The jack test on corner scales: what the loads with no bar, the old and the new bar say about roll stiffness.

A jack leans the body while all four wheels stand on scales, once in each state of the bar. The moment of an axle is
t/2 times its change of load across; both axles twist by nearly the same roll, so the ratio of moments is the ratio of
stiffnesses: that needs no angle. Unknown are the springs' and bars' roll stiffness, the friction of both axles, and a
roll for each reading; the car sheet is a prior with its spread. Least squares by Gauss and Newton; how much of a
result is still the prior is told.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from enum import StrEnum

import numpy as np

from anchor_beam.core.arrays import FloatArray, require_positive
from anchor_beam.core.measure.aids import Measured
from anchor_beam.core.measure.regression import student
from anchor_beam.core.sides import Axle
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.immutable import immutable

ROUNDS = 40
STATED = 1  # further readings that the stated errors of scales and level are worth


class BarState(StrEnum):
    """How the bar hung while an axle was jacked up."""

    NONE = "no bar"
    OLD = "old bar"
    NEW = "new bar"


@immutable
class Reading:
    """Corner loads at rest and jacked, fl, fr, rl, rr [N]; rising: the car was being lifted into this height.

    roll: of the body between rest and jacked [rad], None where it was not measured.
    """

    state: BarState
    rest: tuple[float, float, float, float]
    jacked: tuple[float, float, float, float]
    rising: bool = True
    roll: float | None = None


@immutable
class TestCar:
    """What the car sheet says: tracks [m] and tyre rates [N/m] of front and rear, prior roll stiffness of the springs of each
    axle [N m/rad] with one standard deviation, and the axle whose bar is tested."""

    __test__ = False  # not a test class

    tracks: tuple[float, float]
    tyre_rates: tuple[float, float]
    springs: tuple[Measured, Measured]
    tested: Axle


@immutable
class Share:
    """Ratio of the tested axle's roll stiffness to the other's in one state, tyres in series, from the loads alone."""

    state: BarState
    ratio: Measured


@immutable
class Stiffness:
    """A fitted roll stiffness [N m/rad] and the part of its variance that is still the prior's, 0 to 1."""

    value: Measured
    from_prior: float

    @property
    def is_measured(self) -> bool:
        """Less than half of it comes from the car sheet."""
        return self.from_prior < 0.5


@immutable(eq=False)
class JackTest:
    """shares from loads alone; springs front and rear, bars by state, and the half width of the friction loop of each axle
    [N m]."""

    shares: tuple[Share, ...]
    springs: tuple[Stiffness, Stiffness]
    bars: dict[BarState, Stiffness]
    friction: tuple[Measured, Measured]


def moments(reading: Reading, tracks: tuple[float, float]) -> tuple[float, float]:
    """Roll moment that each axle gives back [N m], from the change of its loads."""
    change = np.subtract(reading.jacked, reading.rest)
    return (
        float(0.5 * tracks[0] * (change[1] - change[0])),
        float(0.5 * tracks[1] * (change[3] - change[2])),
    )


def fit(readings: Sequence[Reading], car: TestCar, *, scale_error: float, angle_error: float) -> JackTest:
    """Roll stiffness from all states and readings by weighted least squares, with the car sheet as prior.

    scale_error: one standard deviation of one reading of one scale [N]; angle_error: of the roll angle [rad].
    Without a roll angle only ratios are in the loads; absolute figures then lean on the prior, and say so.

    Raises:
        InputError: at "readings[i]", or at "tracks[i]", "tyre_rates[i]", "springs[i]", "spring_errors[i]" of the car.
        NoSolution: at "readings" when the fit does not settle.
    Source: docs/theory/measurements.md, "Jack test".
    """
    require_positive("scale_error", scale_error, "The error of the scales")
    require_positive("angle_error", angle_error, "The error of the angle")
    for place, values, what in (
        ("tracks", car.tracks, "The track"), ("tyre_rates", car.tyre_rates, "The tyre rate"),
        ("springs", [spring.value for spring in car.springs], "The springs' roll stiffness"),
        ("spring_errors", [spring.error for spring in car.springs], "The spread of the springs"),
    ):  # fmt: skip
        for i, value in enumerate(values):
            require_positive(f"{place}[{i}]", value, what)
    if not readings:
        raise InputError("readings", "The test has no readings.", accepts="at least one state")
    for i, reading in enumerate(readings):
        lifted = [load for load in reading.jacked if load <= 0.0]
        if lifted:
            raise InputError(f"readings[{i}]", "A wheel was off its scale.", got=lifted[0], accepts="all wheels down")
    states = [state for state in (BarState.OLD, BarState.NEW) if any(r.state is state for r in readings)]
    problem = _Problem(tuple(readings), car, tuple(states), scale_error, angle_error)
    return problem.solve()


@immutable(eq=False)
class _Problem:
    """Unknowns: ln K_s front, ln K_s rear, K_bar by state (scaled), friction front, rear, then one roll angle a reading."""

    readings: tuple[Reading, ...]
    car: TestCar
    states: tuple[BarState, ...]
    scale_error: float
    angle_error: float

    @property
    def _fixed(self) -> int:
        return 4 + len(self.states)

    @np.errstate(all="ignore")  # figures that no car has run into infinity, and are refused
    def solve(self) -> JackTest:
        x = self._start()
        for _ in range(ROUNDS):
            off, slope = self._residuals(x), self._slopes(x)
            if not (np.isfinite(off).all() and np.isfinite(slope).all()):
                raise NoSolution(
                    "readings", "The readings do not fit together.", accepts="readings of one car, settled"
                )
            step, *_rest = np.linalg.lstsq(slope, -off, rcond=None)
            step[: self._fixed] = np.clip(step[: self._fixed], -0.5, 0.5)
            x = x + step
            if float(np.abs(step).max()) < 1e-9:
                break
        else:
            raise NoSolution("readings", "The readings do not fit together.", accepts="readings of one car, settled")
        information = self._slopes(x)
        covariance: FloatArray = np.linalg.inv(information.T @ information).astype(float)
        return self._report(x, covariance, self._widening(x))

    def _widening(self, x: FloatArray) -> float:
        """By how much the half widths grow where readings scatter more than the scales should, and where they are few.

        What was said of the scales counts as much as STATED further readings.
        Source: docs/theory/measurements.md, "Jack test".
        """
        off = self._residuals(x)[: -self._fixed]  # of the readings, without what was known before
        free = max(len(off) - len(self.readings) - len(self.states), 0)
        scatter = (STATED + float(off @ off)) / (STATED + free)
        return math.sqrt(max(scatter, 1.0)) * student(1.0, STATED + free)

    def _start(self) -> FloatArray:
        size = self.car.springs[self.car.tested.position].value
        angles = []
        for reading in self.readings:
            total = sum(moments(reading, self.car.tracks))
            angles.append(total / (sum(spring.value for spring in self.car.springs) + size))
        return np.array([0.0, 0.0, *([0.5] * len(self.states)), 0.0, 0.0, *(np.array(angles) / self._angle_unit())])

    def _angle_unit(self) -> float:
        return math.radians(1.0)

    def _stiffness(self, x: FloatArray, state: BarState) -> list[float]:
        found = []
        for i, spring in enumerate(self.car.springs):
            K = spring.value * math.exp(x[i])
            if i == self.car.tested.position and state in self.states:
                K += x[2 + self.states.index(state)] * self.car.springs[i].value
            tyre = 0.5 * self.car.tyre_rates[i] * self.car.tracks[i] ** 2
            found.append(K * tyre / (K + tyre))
        return found

    def _residuals(self, x: FloatArray) -> FloatArray:
        rows: list[float] = []
        k = self._fixed
        for j, reading in enumerate(self.readings):
            angle = x[k + j] * self._angle_unit()
            measured = moments(reading, self.car.tracks)
            for i, K in enumerate(self._stiffness(x, reading.state)):
                loop = x[k - 2 + i] * 100.0 * (1.0 if reading.rising else -1.0)
                rows.append((measured[i] - K * angle - loop) / (self.car.tracks[i] * self.scale_error))
            if reading.roll is not None:
                rows.append((reading.roll - angle) / self.angle_error)
        for i, spring in enumerate(self.car.springs):
            rows.append(x[i] * spring.value / spring.error)
        # friction: none expected, some tens of newtons a wheel are usual; the bar: anything up to a few times the springs
        rows += [x[k - 2], x[k - 1], *(x[2 : k - 2] / 20.0)]
        return np.array(rows)

    def _slopes(self, x: FloatArray) -> FloatArray:
        columns = []
        for i in range(len(x)):
            nudge = np.zeros(len(x))
            nudge[i] = 1e-6
            columns.append((self._residuals(x + nudge) - self._residuals(x - nudge)) / 2e-6)
        return np.stack(columns, axis=1)

    def _report(self, x: FloatArray, covariance: FloatArray, widening: float) -> JackTest:
        sigma = widening * np.sqrt(np.diag(covariance))
        k, tested = self._fixed, self.car.tested.position
        springs = []
        for i, spring in enumerate(self.car.springs):
            value = spring.value * math.exp(x[i])
            prior = covariance[i, i] * (spring.value / spring.error) ** 2
            springs.append(Stiffness(Measured(value, float(value * sigma[i])), float(min(prior, 1.0))))
        unit = self.car.springs[tested].value
        bars = {}
        for j, state in enumerate(self.states):
            value, error = x[2 + j] * unit, sigma[2 + j] * unit
            from_prior = self._prior_part(x, covariance, 2 + j)
            bars[state] = Stiffness(Measured(float(value), float(error)), from_prior)
        friction = tuple(Measured(float(x[k - 2 + i] * 100.0), float(sigma[k - 2 + i] * 100.0)) for i in (0, 1))
        return JackTest(self._shares(), (springs[0], springs[1]), bars, (friction[0], friction[1]))

    def _prior_part(self, x: FloatArray, covariance: FloatArray, which: int) -> float:
        """Part of a variance that comes through the priors on the springs: what it would lose if they were exact."""
        slope = self._slopes(x)
        exact = slope.T @ slope + np.diag([1e12, 1e12, *([0.0] * (len(x) - 2))])
        return float(1.0 - np.linalg.inv(exact)[which, which] / covariance[which, which])

    def _shares(self) -> tuple[Share, ...]:
        found = []
        tested, other = self.car.tested.position, self.car.tested.other.position
        for state in BarState:
            pairs = np.array([moments(r, self.car.tracks) for r in self.readings if r.state is state])
            if not len(pairs):
                continue
            mean = pairs.mean(axis=0)
            ratio = mean[tested] / mean[other]
            errors = [self.car.tracks[i] * self.scale_error / math.sqrt(len(pairs)) / mean[i] for i in (0, 1)]
            found.append(Share(state, Measured(float(ratio), float(abs(ratio) * math.hypot(*errors)))))
        return tuple(found)
