"""Change of direction: two cars worked out elsewhere, the tyre against the tyre, steady turns, what bars and dampers do."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.car.bars import BarBatch, bars, rate_bar
from anchor_beam.core.car.linear import respond
from anchor_beam.core.car.model import Car, batch
from anchor_beam.core.grip import change as module
from anchor_beam.core.grip.change import Change, change_of_direction
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import CarGrip, grips
from anchor_beam.core.grip.transient import AxleTyres, Rolling, drive, rolling
from anchor_beam.core.grip.tyre import PRESETS, TyreBatch, TyreKind
from anchor_beam.errors import InputError
from support.cars import HATCH, HATCH_GRIP, SALOON, grip


def damped(one: Car, front: float, rear: float, index: float) -> Car:
    return replace(one, front=replace(one.front, damper=front), rear=replace(one.rear, damper=rear), yaw_index=index)


def pair(front: float, rear: float) -> BarBatch:
    return bars([(rate_bar(front * 1e3), rate_bar(rear * 1e3))])


A, B = damped(HATCH, 2200, 1600, 0.97), damped(SALOON, 2400, 2400, 0.95)
B_GRIP = grip(PRESETS[TyreKind.SUMMER_SPORT].tyre, (-1.2, -1.5), (0.5, 0.4), drive=0.0, brake=0.66)


def laid(one: Car, bar: BarBatch, held: CarGrip) -> Rolling:
    return rolling(batch([one]), bar, grips([held]))


def changed(one: Car, bar: BarBatch, held: CarGrip = HATCH_GRIP) -> Change:
    return change_of_direction(laid(one, bar, held))


@pytest.mark.parametrize(("one", "bar", "held", "speed", "used", "margin", "roll", "lags"), [
    (A, pair(8, 8), HATCH_GRIP, 15.94, 0.945, 3.61, 4.02, (137, 184)),
    (B, pair(10, 3), B_GRIP, 17.18, 0.963, 1.78, 4.35, (149, 206)),
])  # fmt: skip
def test_two_cars_through_gates(
    one: Car,
    bar: BarBatch,
    held: CarGrip,
    speed: float,
    used: float,
    margin: float,
    roll: float,
    lags: tuple[float, float],
) -> None:
    """Within what that method itself is off a whole car, 0.2 % of the speed, 0.3 of the margin, 8 ms."""
    found = changed(one, bar, held).gates
    assert found.speed[0] == pytest.approx(speed, rel=0.002)
    assert found.use[0] == pytest.approx([module.EDGE, used], abs=0.004)
    assert found.margin[0] == pytest.approx(margin, abs=0.4)
    assert np.degrees(found.roll[0]) == pytest.approx(roll, rel=0.01)
    assert (found.lag_lateral[0] * 1e3, found.lag_roll[0] * 1e3) == pytest.approx(lags, abs=8.0)


@pytest.mark.parametrize(("one", "bar", "held", "lateral", "yaw_rate", "roll", "overshoot"), [
    (A, pair(8, 8), HATCH_GRIP, 331, 168, 345, 3.1),
    (B, pair(10, 3), B_GRIP, 313, 167, 341, 3.5),
])  # fmt: skip
def test_two_cars_on_a_ramp_of_the_steer(
    one: Car, bar: BarBatch, held: CarGrip, lateral: float, yaw_rate: float, roll: float, overshoot: float
) -> None:
    """Their axles steer a little under load and roll, as typical ones do."""
    typical = replace(
        held,
        front=replace(held.front, compliance_steer=np.radians(0.10e-3), roll_steer=0.05),
        rear=replace(held.rear, compliance_steer=np.radians(0.02e-3), roll_steer=-0.03),
    )
    found = changed(one, bar, typical).step
    times = found.T90_lateral[0], found.T90_yaw_rate[0], found.T90_roll[0]
    assert np.multiply(times, 1e3) == pytest.approx([lateral, yaw_rate, roll], abs=8.0)
    assert found.overshoot[0] * 100.0 == pytest.approx(overshoot, abs=0.7)


def test_finer_steps_and_more_lanes_change_next_to_nothing(monkeypatch: pytest.MonkeyPatch) -> None:
    rough = changed(A, pair(8, 8)).gates
    monkeypatch.setattr(module, "PER_CYCLE", 288)
    monkeypatch.setattr(module, "TURN", 2.0 * np.pi * np.arange(2 * 288) / 288)
    monkeypatch.setattr(module, "STEP_EVERY", module.STEP_EVERY / 3.0)
    monkeypatch.setattr(module, "SPEEDS", np.linspace(0.98, 1.08, 16))
    monkeypatch.setattr(module, "STEERS", np.linspace(0.9, 2.3, 22))
    fine = changed(A, pair(8, 8)).gates
    assert rough.speed == pytest.approx(fine.speed, rel=1e-3)
    assert rough.margin == pytest.approx(fine.margin, abs=0.2)
    assert rough.roll == pytest.approx(fine.roll, rel=5e-3)
    assert rough.lag_lateral == pytest.approx(fine.lag_lateral, abs=4e-3)


def test_the_tyre_of_the_transient_is_the_tyre_of_the_limit_and_its_mirror_to_the_right() -> None:
    car = laid(A, pair(8, 8), HATCH_GRIP)
    slip, over, on_tyres = np.array([[0.05], [0.03]]), np.array([[0.03], [0.035]]), np.array([[0.006], [0.005]])
    force, most = AxleTyres(car).forces(slip, over, on_tyres)
    load = 0.5 * car.load[:, None] + np.array([[-1.0], [1.0]]) * (car.tyres * on_tyres / car.track)[:, None]
    camber = car.camber - (car.roll_camber * over + on_tyres)[:, None]
    held = grips([HATCH_GRIP])
    names = ("mu0", "load_sensitivity", "stiffness", "stiffness_peak", "shape", "camber_best", "camber_loss", "camber_slip",
             "along")  # fmt: skip
    tyre = TyreBatch(**{name: getattr(held, name).T[:, None] for name in names}, reference=car.reference)
    alone = tyre.side_force(np.broadcast_to(slip[:, None], load.shape), load, camber, np.zeros_like(load))
    assert force == pytest.approx(alone.sum(axis=1), rel=1e-12)
    assert most == pytest.approx((tyre.friction(load, camber) * load).sum(axis=1), rel=1e-12)
    level = replace(car, camber=0.0 * car.camber)
    left, right = (AxleTyres(level).forces(s * slip, s * over, s * on_tyres)[0] for s in (1.0, -1.0))
    assert right == pytest.approx(-left, rel=1e-12)


def test_a_steady_steer_ends_in_the_steady_turn() -> None:
    cars, bar = batch([A]), pair(8, 8)
    speed = 20.0
    went = drive(laid(A, bar, HATCH_GRIP), np.array([speed]), np.full((800, 1), 0.008), 0.01)
    lateral = float(went.lateral[-1, 0])
    assert went.yaw_rate[-1, 0] * speed == pytest.approx(lateral, rel=1e-6)
    linear = respond(cars, bar.roll_stiffness(cars.track))
    assert went.roll[-1, 0] / lateral == pytest.approx(float(linear.roll[0]), rel=1e-6)
    level = replace(laid(A, bar, HATCH_GRIP), camber=np.zeros((2, 2, 1)))
    back, there = (drive(level, np.array([speed]), np.full((50, 1), steer), 0.01) for steer in (-0.03, 0.03))
    assert back.lateral == pytest.approx(-there.lateral, rel=1e-12)


def test_what_bars_and_dampers_do_to_a_change_of_direction() -> None:
    """The trends of five cars with one of these changed at a time."""
    base = changed(A, pair(8, 4))
    middle = limits(batch([A]), pair(8, 4), grips([HATCH_GRIP]), (Phase.MIDDLE,)).margin[0, 0]
    assert 1.5 < middle - base.gates.margin[0] < 5.0
    rear = changed(A, pair(8, 8)).gates
    assert -3.2 < rear.margin[0] - base.gates.margin[0] < -1.2
    assert 0.0 < rear.speed[0] / base.gates.speed[0] - 1.0 < 0.015
    assert 0.006 < rear.lag_lateral[0] - base.gates.lag_lateral[0] < 0.026
    front = changed(A, pair(10.4, 4)).gates
    assert abs(front.speed[0] / base.gates.speed[0] - 1.0) < 0.002
    assert 0.2 < front.margin[0] - base.gates.margin[0] < 0.8
    assert -0.09 < front.roll[0] / base.gates.roll[0] - 1.0 < -0.03
    soft = changed(damped(HATCH, 1100, 800, 0.97), pair(8, 4))
    assert -0.1 < soft.gates.margin[0] - base.gates.margin[0] < 0.9
    sooner = base.gates.lag_roll[0] - base.gates.lag_lateral[0] - (soft.gates.lag_roll[0] - soft.gates.lag_lateral[0])
    assert 0.015 < sooner < 0.032
    assert soft.step.T90_roll[0] < base.step.T90_roll[0]


def test_a_car_has_settled_once_nothing_moves_any_more_and_never_where_it_moves_on() -> None:
    """Counted by hand from one car driven alone, at the steps of the ramp."""
    laid_out, found = laid(A, pair(8, 8), HATCH_GRIP), changed(A, pair(8, 8)).step
    went = drive(laid_out, np.array([module.STEP_SPEED]), module._ramp(laid_out), module.STEP_EVERY)
    courses = [went.lateral[:, 0], went.yaw_rate[:, 0], went.roll[:, 0]]
    late = max(np.flatnonzero(np.abs(values / values[-1] - 1.0) > 0.05)[-1] for values in courses)
    after = found.settled[0] + module.STEP_RAMP / 2.0
    assert late * module.STEP_EVERY <= after <= (late + 1) * module.STEP_EVERY
    assert found.settled[0] > max(found.T90_lateral[0], found.T90_yaw_rate[0], found.T90_roll[0])
    assert changed(A, pair(8, 40)).step.settled[0] > found.settled[0] + 0.02, "a looser car takes longer to settle"
    falls_over = replace(A, sprung_cg_height=2.2)
    assert np.isnan(changed(falls_over, pair(8, 8)).step.settled[0])


def test_many_settings_are_each_as_if_alone() -> None:
    cars, held = batch([A]), grips([HATCH_GRIP])
    both = bars([(rate_bar(8e3), rate_bar(4e3)), (rate_bar(8e3), rate_bar(12e3))])
    together = change_of_direction(rolling(cars, both, held))
    for k, rate in enumerate((4, 12)):
        alone = changed(A, pair(8, rate))
        assert together.gates.margin[k] == pytest.approx(alone.gates.margin[0], rel=1e-9)
        assert together.step.T90_roll[k] == pytest.approx(alone.step.T90_roll[0], rel=1e-9)


def test_a_car_that_falls_over_has_no_figures_and_odd_gates_are_refused() -> None:
    tall = replace(A, sprung_cg_height=2.2)
    assert np.isnan(changed(tall, pair(8, 8)).gates.speed[0])
    with pytest.raises(InputError, match="gate"):
        change_of_direction(laid(A, pair(8, 8), HATCH_GRIP), gate=0.0)
