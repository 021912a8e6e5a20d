"""Measurements: synthetic readings with known truth, worked examples, stated errors against repeated draws."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import bars, rate_bar
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.jack import JackPoint, jack_until
from anchor_beam.core.car.linear import axle_stiffness
from anchor_beam.core.car.model import batch
from anchor_beam.core.measure.aids import Measured, deflection, drop_in, motion_ratio, tilt
from anchor_beam.core.measure.jack_test import BarState, Reading, TestCar, fit, moments
from anchor_beam.core.measure.regression import robust_fit
from anchor_beam.core.measure.road import Sensor, gradient, skidpad
from anchor_beam.core.sides import Axle
from anchor_beam.errors import InputError, NoSolution
from support.references import JACKED, car

RNG = np.random.default_rng(4)
COUPE = car(JACKED[0]["ask"]["car"])
POINT = JackPoint(1.3, 0.64)


def test_a_line_through_clean_readings_and_one_slip_of_the_hand() -> None:
    x = np.linspace(0.0, 1.0, 15)
    columns = np.stack([x, np.ones_like(x)], axis=1)
    y = 3.0 * x + 0.5
    assert robust_fit(columns, y).coefficients == pytest.approx([3.0, 0.5])
    y[4] += 4.0
    found = robust_fit(columns, y + RNG.normal(0.0, 0.01, 15))
    assert found.coefficients == pytest.approx([3.0, 0.5], abs=0.03)
    assert found.weights[4] < 0.05


def test_the_stated_error_of_a_line_is_what_repeated_readings_scatter() -> None:
    x = np.linspace(0.0, 1.0, 12)
    columns = np.stack([x, np.ones_like(x)], axis=1)
    fits = [robust_fit(columns, 2.0 * x + RNG.normal(0.0, 0.1, 12)) for _ in range(400)]
    scatter = np.std([f.coefficients[0] for f in fits])
    assert np.median([f.errors[0] for f in fits]) == pytest.approx(scatter, rel=0.15)


def test_lines_that_cannot_be_are_refused() -> None:
    with pytest.raises(InputError, match="too few"):
        robust_fit(np.ones((1, 1)), np.ones(1))
    with pytest.raises(NoSolution, match="do not vary"):
        robust_fit(np.stack([np.ones(5), np.ones(5)], axis=1), np.arange(5.0))
    with pytest.raises(InputError, match="not a number"):
        robust_fit(np.stack([np.arange(5.0), np.ones(5)], axis=1), np.array([1, 2, np.nan, 4, 5.0]))


def test_a_bar_deflected_up_and_down_shows_rate_and_stick() -> None:
    load = np.array([0, 100, 200, 300, 400, 300, 200, 100, 0.0])
    rising = np.array([True] * 5 + [False] * 4)
    drop = (load - np.where(rising, 12.0, -12.0)) / 48e3 + 0.001
    found = deflection(load, drop + RNG.normal(0.0, 2e-6, 9), rising)
    assert found.rate.value == pytest.approx(48e3, rel=0.01)
    assert found.stick.value == pytest.approx(12.0, abs=1.0)
    assert found.rate.error < 0.01 * found.rate.value
    assert deflection(load[:5], drop[:5], rising[:5]).stick is None


@pytest.mark.parametrize("levels", [3, 4, 6])
def test_the_interval_of_a_deflection_holds_the_truth_two_times_in_three_also_with_few_readings(levels: int) -> None:
    rng, held, times = np.random.default_rng(levels), 0, 600
    for _ in range(times):
        load = np.linspace(100.0, 500.0, levels)
        load, rising = np.concatenate([load, load[::-1]]), np.repeat([True, False], levels)
        drop = (load - np.where(rising, 10.0, -10.0)) / 48e3 + rng.normal(0.0, 1e-4, len(load))
        rate = deflection(load, drop, rising).rate
        held += abs(rate.value - 48e3) < rate.error
    assert held / times == pytest.approx(0.68, abs=0.05)


def test_tilting_finds_the_height_of_the_centre_of_gravity() -> None:
    """A rigid car tilted about its front axle: moments about the rear contact line, by hand."""
    mass, L, behind, h, r, rise = 900.0, 2.42, 1.3, 0.46, 0.29, 0.5
    W, theta = mass * GRAVITY, math.asin(rise / L)
    level = W * (L - behind) / L
    # hub to hub line turned by theta; the centre of gravity h - r above it moves forward by (h - r) sin(theta)
    tilted = W * ((L - behind) * math.cos(theta) + (h - r) * math.sin(theta)) / (L * math.cos(theta))
    found = tilt(level, tilted, total=W, wheelbase=L, wheel_radius=r, rise=rise, scale_error=5.0)
    assert found.value == pytest.approx(h, abs=1e-6)
    assert found.error == pytest.approx(math.sqrt(2) * 5.0 * L / (W * math.tan(theta)))
    with pytest.raises(InputError):
        tilt(level, tilted, total=W, wheelbase=L, wheel_radius=r, rise=3.0, scale_error=5.0)


def test_a_jack_and_tape_table_gives_the_ratio_and_its_progression() -> None:
    z = np.linspace(-0.06, 0.06, 9)
    part = 0.72 * z + 0.5 * 1.1 * z**2
    found = motion_ratio(z, part + RNG.normal(0.0, 1e-5, 9))
    assert found.ratio.value == pytest.approx(0.72, abs=0.001)
    assert found.progression.value == pytest.approx(1.1, abs=0.05)
    assert np.abs(found.residuals).max() < 1e-4


def test_drop_in_finds_the_torque_that_the_links_put_into_the_bar() -> None:
    rate, preload = 7e3, 0.010
    pair = (rate_bar(9e3), rate_bar(rate, preload))
    off = settle(batch([COUPE]), bars([(rate_bar(9e3), rate_bar(0.0))]), 0.0).loads[0]
    standing = settle(batch([COUPE]), bars([pair]), 0.0)
    on = standing.loads[0]
    axles = axle_stiffness(batch([COUPE]), bars([pair]).roll_stiffness(batch([COUPE]).track))
    lever = COUPE.sprung_cg_height - 0.0625  # roughly; the torque in question is on the axle, not in the bar
    K_f = float(axles[0, 0]) - COUPE.sprung_mass * GRAVITY * lever
    K_s = 0.5 * COUPE.rear.spring_rate * COUPE.rear.track**2 + rate * COUPE.rear.track**2
    yielding = 1.0 + K_s * (1.0 / K_f + 2.0 / (COUPE.rear.tyre_rate * COUPE.rear.track**2))
    found = drop_in(on, off, Axle.REAR, COUPE.rear.track, yielding=yielding, scale_error=2.0)
    assert found.value == pytest.approx(rate * preload * COUPE.rear.track, rel=0.02)
    assert found.error > 0.0
    assert standing.cross_weight[0] == pytest.approx((on[1] + on[2]) / on.sum())
    assert standing.cross_weight[0] < 0.5


def test_laps_of_a_circle() -> None:
    radius, times = 30.0, np.array([11.62, 11.55, 11.60, 11.58])
    found = skidpad(radius, times)
    assert found.lateral.value == pytest.approx(radius * (2 * math.pi / times.mean()) ** 2, rel=1e-4)
    assert found.laps_for_one_percent >= 2
    wide = skidpad(radius, times, radius_error=0.3)
    assert wide.lateral.error == pytest.approx(math.hypot(found.lateral.error, 0.01 * found.lateral.value), rel=1e-6)
    with pytest.raises(InputError):
        skidpad(radius, np.array([11.0, -2.0]))


TRUE_ROLL = math.radians(2.6)  # per g


def log(
    *, slope: float = TRUE_ROLL, lag: float = 0.0, drift: float = 0.0, noise: float = 0.05, accelerometer: float = 0.0,
    alike: float = 0.0,
) -> tuple[np.ndarray, np.ndarray, np.ndarray]:  # fmt: skip
    """alike: how much a sample of the reading's noise [deg] takes over from the one before."""
    time = np.arange(0.0, 40.0, 0.05)
    lateral = 0.7 * np.sin(0.5 * time) + 0.15 * np.sin(1.7 * time)
    off = RNG.normal(0.0, noise, time.size)
    for i in range(1, time.size):
        off[i] = alike * off[i - 1] + math.sqrt(1.0 - alike**2) * off[i]
    reading = slope * np.interp(time - lag, time, lateral) + math.radians(0.3) + drift * time + np.radians(off)
    return time, lateral + RNG.normal(0.0, accelerometer, time.size), reading


def test_a_log_with_drift_lag_and_spikes_gives_its_gradient_inside_the_interval() -> None:
    time, lateral, reading = log(lag=0.2, drift=math.radians(0.004))
    reading[::97] += math.radians(3.0)  # spikes
    found = gradient(time, lateral, reading)
    assert found.slope.value == pytest.approx(TRUE_ROLL, rel=0.01)
    assert found.interval[0] < TRUE_ROLL < found.interval[1]
    assert found.lag == pytest.approx(0.2, abs=0.051)
    assert found.drift == pytest.approx(math.radians(0.004), abs=math.radians(0.001))
    assert found.set_aside >= 8


@pytest.mark.parametrize(("accelerometer", "alike"), [(0.0, 0.0), (0.0, 0.8), (0.05, 0.0), (0.1, 0.0)])
def test_a_noisy_accelerometer_neither_flattens_a_log_nor_makes_it_too_sure(
    accelerometer: float, alike: float
) -> None:
    logs = [log(noise=0.1, accelerometer=accelerometer, alike=alike) for _ in range(60)]
    found = [gradient(*each, longest_lag=0.05) for each in logs]
    assert np.mean([each.slope.value for each in found]) == pytest.approx(TRUE_ROLL, rel=0.004)
    assert sum(each.interval[0] < TRUE_ROLL < each.interval[1] for each in found) >= 51
    plain = np.mean([np.polyfit(lateral, reading, 1)[0] for _, lateral, reading in logs])
    hidden = float(np.mean([each.hidden for each in found]))
    assert hidden == pytest.approx(1.0 - plain / TRUE_ROLL, abs=0.01)  # what a plain line would have missed


def test_a_sensor_on_the_body_feels_gravity_as_it_rolls() -> None:
    time, lateral, roll = log(noise=0.0)
    steer = 0.5 * roll
    felt = lateral + roll - roll.mean()  # a + g phi, in g; less its offset
    assert gradient(time, felt, roll, sensor=Sensor.BODY).slope.value == pytest.approx(TRUE_ROLL, rel=1e-3)
    assert gradient(time, felt, roll).slope.value < 0.96 * TRUE_ROLL
    known = gradient(time, felt, steer, sensor=Sensor.BODY, roll_gradient=TRUE_ROLL).slope.value
    assert known == pytest.approx(0.5 * TRUE_ROLL, rel=1e-3)
    with pytest.raises(InputError, match="rolls that much"):
        gradient(time, felt, 20.0 * roll, sensor=Sensor.BODY)


def test_a_log_that_is_none_is_refused() -> None:
    with pytest.raises(InputError, match="eight samples"):
        gradient(np.arange(3.0), np.arange(3.0), np.arange(3.0))
    with pytest.raises(InputError, match="must rise"):
        gradient(np.zeros(9), np.arange(9.0), np.arange(9.0))


# the jack test

BARS = {BarState.NONE: 0.0, BarState.OLD: 6.0e3, BarState.NEW: 10.0e3}  # rear rates [N/m]
CAR = TestCar(
    (COUPE.front.track, COUPE.rear.track), (COUPE.front.tyre_rate, COUPE.rear.tyre_rate),
    tuple(Measured(0.5 * axle.spring_rate * axle.track**2 + extra, 0.05 * axle.spring_rate * axle.track**2)
          for axle, extra in ((COUPE.front, 9e3 * COUPE.front.track**2), (COUPE.rear, 0.0))),
    Axle.REAR,
)  # fmt: skip


def jacked(state: BarState, to: float, *, with_roll: bool, noise: float = 0.0) -> Reading:
    """Readings made by the settled car on its jack, so that the fit is tested against another method."""
    pair = (rate_bar(9e3), rate_bar(BARS[state]))
    rest = settle(batch([COUPE]), bars([pair]), 0.0)
    up = jack_until(COUPE, pair, POINT, left_sum=to).state
    loads = [tuple(map(float, s.loads[0] + RNG.normal(0.0, noise, 4))) for s in (rest, up)]
    roll = float(up.roll[0] - rest.roll[0]) if with_roll else None
    return Reading(state, loads[0], loads[1], roll=roll)


def all_states(*, with_roll: bool, noise: float = 0.0) -> list[Reading]:
    return [
        jacked(state, to, with_roll=with_roll, noise=noise) for state in BarState for to in (2800.0, 2200.0, 1700.0)
    ]


def test_the_jack_test_finds_both_bars_when_the_roll_is_measured() -> None:
    found = fit(all_states(with_roll=True), CAR, scale_error=2.0, angle_error=math.radians(0.02))
    for state in (BarState.OLD, BarState.NEW):
        truth = BARS[state] * COUPE.rear.track**2
        assert found.bars[state].value.value == pytest.approx(truth, rel=0.03)
        assert found.bars[state].is_measured
    for i, spring in enumerate(CAR.springs):
        assert found.springs[i].value.value == pytest.approx(spring.value, rel=0.02)
    assert abs(found.friction[0].value) < 3 * found.friction[0].error + 1.0


def test_without_the_roll_only_the_ratio_is_in_the_loads() -> None:
    found = fit(all_states(with_roll=False), CAR, scale_error=2.0, angle_error=1.0)
    assert not found.springs[0].is_measured  # leans on the car sheet, and says so
    pairs = bars([(rate_bar(9e3), rate_bar(rate)) for rate in BARS.values()])
    truth = axle_stiffness(batch([COUPE]), pairs.roll_stiffness(batch([COUPE]).track))
    for share, K in zip(found.shares, truth, strict=True):
        assert share.ratio.value == pytest.approx(float(K[1] / K[0]), rel=0.01)
        assert share.ratio.error < 0.01 * share.ratio.value


def test_stated_errors_of_the_jack_test_are_what_repeated_tests_scatter() -> None:
    fits = [
        fit(all_states(with_roll=True, noise=5.0), CAR, scale_error=5.0, angle_error=math.radians(0.02))
        for _ in range(25)
    ]
    values = np.array([f.bars[BarState.NEW].value.value for f in fits])
    stated = np.median([f.bars[BarState.NEW].value.error for f in fits])
    assert values.std(ddof=1) == pytest.approx(stated, rel=0.5)


def test_a_jack_test_whose_readings_scatter_more_than_was_said_is_less_sure() -> None:
    clean = all_states(with_roll=True)
    rng = np.random.default_rng(7)
    loud = [
        replace(reading, jacked=tuple(load + rng.normal(0.0, 30.0) for load in reading.jacked)) for reading in clean
    ]
    sure, unsure = (
        fit(readings, CAR, scale_error=5.0, angle_error=math.radians(0.02)).bars[BarState.NEW].value.error
        for readings in (clean, loud)
    )
    assert unsure > 1.5 * sure


def test_moments_cancel_what_was_there_at_rest_and_a_wheel_in_the_air_is_refused() -> None:
    reading = jacked(BarState.OLD, 2000.0, with_roll=False)
    front, rear = moments(reading, CAR.tracks)
    assert front > 0.0
    assert rear > 0.0
    lifted = Reading(BarState.OLD, reading.rest, (0.0, 1.0, 1.0, 1.0))
    with pytest.raises(InputError) as caught:
        fit([reading, lifted], CAR, scale_error=2.0, angle_error=0.01)
    assert caught.value.place == "readings[1]"
    with pytest.raises(InputError):
        fit([], CAR, scale_error=2.0, angle_error=0.01)
