"""Lateral rod and launch against examples worked by hand, and laws."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.live_axle.launch import NONE, REVERSED, USUAL, LaunchCar, launch, preload_setting, traction
from anchor_beam.core.live_axle.rod import (
    Rod,
    adjuster_turns,
    axle_shift,
    centred_length,
    require_reach,
    rod_forces,
    roll_centre_height,
    roll_steer,
    shift_slope,
)
from anchor_beam.errors import InputError, NoSolution

LEVEL = Rod((0.0, 0.45, 0.3), (0.0, -0.45, 0.3))
HIGH = Rod((0.0, 0.45, 0.3), (0.0, 0.45 - math.sqrt(0.9**2 - 0.03**2), 0.33))  # the same rod, its axle end 30 mm up
PER_DEG = 180.0 / math.pi


def test_a_level_rod_moves_the_axle_towards_its_frame_end() -> None:
    assert axle_shift(LEVEL, np.array([-0.06, 0.06])) == pytest.approx([2.00e-3, 2.00e-3], abs=5e-6)
    assert shift_slope(LEVEL, 0.0) == pytest.approx(0.0)
    mirrored = Rod((0.0, -0.45, 0.3), (0.0, 0.45, 0.3))
    assert float(axle_shift(mirrored, 0.06)) == pytest.approx(-2.00e-3, abs=5e-6)


def test_lowering_and_centring_again() -> None:
    assert float(axle_shift(LEVEL, 0.04)) == pytest.approx(0.89e-3, abs=5e-6)
    assert float(shift_slope(LEVEL, 0.04)) == pytest.approx(0.0445, abs=5e-5)
    assert centred_length(LEVEL, 0.04) == pytest.approx(0.90089, abs=5e-6)
    assert HIGH.length == pytest.approx(0.9)
    assert float(axle_shift(HIGH, 0.04)) == pytest.approx(2.23e-3, abs=1e-5)
    assert centred_length(HIGH, 0.04) == pytest.approx(0.90222, abs=1e-5)
    assert adjuster_turns(centred_length(LEVEL, 0.04) - LEVEL.length, 2.5e-3) == pytest.approx(0.356, abs=1e-3)


def test_the_roll_centre_differs_between_left_and_right_turns() -> None:
    phi = math.radians(3.0)
    assert roll_centre_height(LEVEL) == pytest.approx(0.3)
    assert roll_centre_height(LEVEL, phi) == pytest.approx(0.3118, abs=5e-5)
    assert roll_centre_height(LEVEL, -phi) == pytest.approx(0.2882, abs=5e-5)
    assert roll_centre_height(HIGH) == pytest.approx(0.3 + 0.03 * 0.45 / (0.45 - HIGH.axle[1]))


@settings(max_examples=60, deadline=None)
@given(st.floats(-0.08, 0.08), st.floats(-0.06, 0.06))
def test_the_rod_keeps_its_length_through_travel_and_roll(z: float, phi: float) -> None:
    shift = float(axle_shift(HIGH, z, phi))
    centre, up = roll_centre_height(HIGH), HIGH.frame[2] - roll_centre_height(HIGH)
    y = 0.45 * math.cos(phi) - up * math.sin(phi)
    height = centre + 0.45 * math.sin(phi) + up * math.cos(phi) - z
    assert math.dist((y, height), (HIGH.axle[1] + shift, HIGH.axle[2])) == pytest.approx(HIGH.length, rel=1e-12)


def test_the_slope_is_the_derivative_and_forces_follow_the_rod() -> None:
    z = np.array([-0.05, 0.0, 0.03])
    step = 1e-6
    numeric = (axle_shift(HIGH, z + step) - axle_shift(HIGH, z - step)) / (2 * step)
    assert shift_slope(HIGH, z) == pytest.approx(numeric, rel=1e-6)
    force = rod_forces(HIGH, 500.0, 0.5 * GRAVITY)
    assert force.side == pytest.approx(500.0 * 0.5 * GRAVITY)
    assert force.lift == pytest.approx(force.side * 0.03 / (HIGH.axle[1] - 0.45))
    assert math.hypot(force.side, force.lift) == pytest.approx(force.along)
    assert roll_steer(math.radians(5.0), math.radians(2.0)) == pytest.approx(
        math.radians(2.0) * math.tan(math.radians(5.0))
    )


def test_rods_that_cannot_be_are_refused() -> None:
    with pytest.raises(InputError) as caught:
        Rod((0.0, 0.1, 0.3), (0.4, 0.1, 0.3))
    assert caught.value.place == "rod.axle"
    with pytest.raises(NoSolution):
        require_reach(LEVEL, 0.95)
    with pytest.raises(InputError):
        adjuster_turns(0.01, 0.0)


CAR = LaunchCar(
    mass=1500.0, wheelbase=2.7, track_front=1.5, track_rear=1.5, front_load=7800.0, rear_load=6915.0, weight_moment=800.0,
    wheel_radius=0.33, final_drive=3.9, rotation=USUAL, front_stiffness=600.0 * PER_DEG, rear_stiffness=500.0 * PER_DEG,
    rear_tyres=1e12,
)  # fmt: skip


def test_the_launch_example() -> None:
    found = launch(CAR, 0.8 * GRAVITY)
    assert abs(found.shaft_torque) == pytest.approx(996.0, abs=0.5)
    assert found.rear_difference == pytest.approx(-724.0, abs=1.0)  # left rear heavier
    assert math.degrees(found.roll) == pytest.approx(0.91, abs=0.005)
    assert sum(found.loads) == pytest.approx(CAR.front_load + CAR.rear_load)
    setting = preload_setting(CAR, found.cancelling, K_theta=1567.0, motion_ratio=2.8, lever=0.25, pitches=2.5e-3)
    assert math.degrees(setting.twist) == pytest.approx(8.7, abs=0.05)
    assert setting.length == pytest.approx(0.038, abs=5e-4)
    assert setting.turns == pytest.approx(15.0, abs=0.2)


def test_the_cancelling_preload_levels_the_body_and_both_axles() -> None:
    found = launch(CAR, 0.8 * GRAVITY, launch(CAR, 0.8 * GRAVITY).cancelling)
    assert found.roll == pytest.approx(0.0, abs=1e-12)
    assert found.loads[0] == pytest.approx(found.loads[1])
    assert found.rear_difference == pytest.approx(0.0, abs=1e-9)


def test_stiffer_rear_softer_front_evens_the_rear_and_the_shaft_decides_the_side() -> None:
    plain = launch(CAR, 0.6 * GRAVITY).rear_difference
    stiffer = launch(replace(CAR, rear_stiffness=2 * CAR.rear_stiffness), 0.6 * GRAVITY).rear_difference
    softer = launch(replace(CAR, front_stiffness=0.5 * CAR.front_stiffness), 0.6 * GRAVITY).rear_difference
    assert plain < stiffer < 0.0
    assert plain < softer < 0.0
    assert launch(replace(CAR, rotation=REVERSED), 0.6 * GRAVITY).rear_difference == pytest.approx(-plain)
    assert launch(replace(CAR, rotation=NONE), 0.6 * GRAVITY).rear_difference == 0.0


def test_soft_tyres_share_the_torque_as_the_axles_balance_says() -> None:
    """Against the two balances of body and axle, solved as a linear system."""
    car = replace(CAR, rear_tyres=9000.0 * PER_DEG)
    torque = launch(car, 0.5 * GRAVITY).shaft_torque
    K_s, K_f, K_t = car.rear_stiffness, car.front_stiffness, car.rear_tyres
    # body: T + K_s (phi - phi_a) + K_f phi = 0; axle: T + K_s (phi - phi_a) = K_t phi_a
    phi, phi_a = np.linalg.solve([[K_s + K_f, -K_s], [K_s, -K_s - K_t]], [-torque, -torque])
    found = launch(car, 0.5 * GRAVITY)
    assert found.rear_difference == pytest.approx(2 * K_t * phi_a / car.track_rear)
    assert found.roll == pytest.approx(phi)


def test_traction_by_differential() -> None:
    loads = (3000.0, 4000.0)
    assert traction(loads, 1.0, locked=False) == pytest.approx(6000.0)  # open: twice the light wheel
    assert traction(loads, 1.0, locked=False, bias=1.2) == pytest.approx(6600.0)
    assert traction(loads, 1.0, locked=False, bias=3.0) == pytest.approx(7000.0)
    assert traction(loads, 1.0, locked=True) == pytest.approx(7000.0)


def test_a_wheelie_has_no_answer_and_says_where_it_begins() -> None:
    with pytest.raises(NoSolution) as caught:
        launch(CAR, 3.0 * GRAVITY)
    assert caught.value.place == "acceleration"
    assert "2.68 g" in str(caught.value)
    with pytest.raises(NoSolution, match="One wheel"):
        launch(CAR, 0.1 * GRAVITY, preload=15e3)


@pytest.mark.parametrize(
    ("field", "value"), [("mass", 0.0), ("front_stiffness", -1.0), ("rotation", 2), ("wheelbase", float("nan"))]
)
def test_launch_inputs_are_checked(field: str, value: float) -> None:
    with pytest.raises(InputError) as caught:
        replace(CAR, **{field: value})
    assert caught.value.place == field
