"""The measuring aids: readings of a known truth with one slip of the hand, and figures worked out by hand."""

from __future__ import annotations

import math

import numpy as np
import pytest

from anchor_beam.core.measure.aids import Measured, motion_ratio, tilts
from anchor_beam.core.measure.corners import settled
from anchor_beam.core.measure.differential import Plates, locking
from anchor_beam.core.measure.floor import cross_load, floor
from anchor_beam.core.measure.links import centre_distance, level_height
from anchor_beam.core.measure.rates import Ends, Wire, damping_ratio, pressed, spring_behind_wheel, spring_by_wire
from anchor_beam.core.measure.roll_centre import of_lateral_rod, of_strut, of_wishbones
from anchor_beam.core.measure.wheels import Brakes, brake_share, tyre_size
from anchor_beam.errors import InputError, NoSolution


def test_a_press_names_the_reading_that_does_not_fit() -> None:
    travel = np.array([0.0, 0.010, 0.020, 0.030, 0.040, 0.050])
    load = 43e3 * travel + 120.0 + np.array([4.0, -5.0, 3.0, -2.0, 5.0, -4.0])
    load[3] += 300.0  # misread by a division
    found = pressed(travel, load)
    assert found.rate.value == pytest.approx(43e3, rel=0.01)
    assert found.stands_out.tolist() == [False, False, False, True, False, False]
    assert found.off[3] == pytest.approx(300.0, abs=25.0)
    assert found.rate.error > 0.01 * 43e3  # what the gauge is off along its range cannot be seen in the line
    with pytest.raises(InputError, match="falls"):
        pressed(travel, -load)
    with pytest.raises(NoSolution, match="do not vary"):
        pressed(np.full(6, 0.02), load)


def test_a_spring_that_grows_stiffer_shows_both_ends() -> None:
    travel = np.linspace(0.0, 0.08, 9)
    load = 30e3 * travel + 0.5 * 250e3 * travel**2
    found = pressed(travel, load)
    assert found.from_to == pytest.approx((30e3, 50e3), rel=0.02)
    assert pressed(travel, 30e3 * travel).from_to is None


def test_a_spring_from_its_wire() -> None:
    """12 mm wire, coils 112 mm outside, 7.5 coils of which two lie closed: 78.5e9 12^4 / (8 100^3 5.5 (1 + 0.0072)) N/mm."""
    spring = Wire(0.012, 0.112, 7.5)
    by_hand = 78.5e9 * 0.012**4 / (8.0 * 0.1**3 * 5.5 * 1.0072)
    found = spring_by_wire(spring)
    assert found.value == pytest.approx(by_hand, rel=1e-9)
    moved = [
        spring_by_wire(Wire(0.01205, 0.112, 7.5)).value, spring_by_wire(Wire(0.012, 0.1125, 7.5)).value,
        spring_by_wire(Wire(0.012, 0.112, 7.5 + 0.15 * math.sqrt(2.0))).value, by_hand * (1.0 + 1.2 / 78.5),
    ]  # fmt: skip
    assert found.error == pytest.approx(math.hypot(*(value - by_hand for value in moved)), rel=0.06)
    assert spring_by_wire(Wire(0.012, 0.112, 5.5, Ends.OPEN)).value == pytest.approx(by_hand)
    with pytest.raises(InputError, match="would work"):
        spring_by_wire(Wire(0.012, 0.112, 2.2))


def test_the_spring_behind_a_wheel() -> None:
    wheel, ratio = Measured(21e3, 300.0), Measured(0.7, 0.01)
    found = spring_behind_wheel(wheel, ratio)
    assert found.value == pytest.approx(21e3 / 0.49)
    assert found.error / found.value == pytest.approx(math.hypot(300.0 / 21e3, 0.02 / 0.7))
    tyre = Measured(200e3, 10e3)
    through = spring_behind_wheel(Measured(1.0 / (1.0 / 21e3 + 1.0 / 200e3), 300.0), ratio, tyre, through_tyre=True)
    assert through.value == pytest.approx(found.value)
    with pytest.raises(NoSolution, match="tyre alone"):
        spring_behind_wheel(Measured(210e3, 1e3), ratio, tyre, through_tyre=True)


def test_wishbones_by_hand() -> None:
    """Upper arm level at 420 mm, lower arm falling outwards from 220 to 180 mm between 350 and 650 mm: the lines meet at
    y = -1150, z = 420; from the contact at 720 the line rises 420 in 1870, so 161.7 mm at the centre."""
    found = of_wishbones(((0.40, 0.42), (0.62, 0.42)), ((0.35, 0.22), (0.65, 0.18)), 1.44)
    assert found.value == pytest.approx(0.42 * 0.72 / 1.87, rel=1e-9)
    parallel = of_wishbones(((0.40, 0.42), (0.62, 0.40)), ((0.35, 0.22), (0.57, 0.20)), 1.44)
    assert parallel.value == pytest.approx(0.72 * 0.02 / 0.22)
    rng = np.random.default_rng(2)
    at = np.array([0.40, 0.42, 0.62, 0.42, 0.35, 0.22, 0.65, 0.18])
    draws = [
        of_wishbones(((p[0], p[1]), (p[2], p[3])), ((p[4], p[5]), (p[6], p[7])), 1.44).value
        for p in at + rng.normal(0.0, 2e-3, (3000, 8))
    ]
    assert found.error == pytest.approx(np.std(draws), rel=0.06)
    with pytest.raises(NoSolution, match="one"):
        of_wishbones(((0.40, 0.42), (0.62, 0.42)), ((0.35, 0.42), (0.57, 0.42)), 1.44)
    with pytest.raises(InputError, match="joints of this arm"):
        of_wishbones(((0.40, 0.42), (0.40, 0.42)), ((0.35, 0.22), (0.65, 0.18)), 1.44)


def test_a_strut_and_a_rod_by_hand() -> None:
    """An upright strut at y = 0.60 has a level line through its top at 0.80; the arm rises inwards by 0.1 a metre from
    (0.65, 0.20): they meet at y = -5.35, z = 0.80."""
    found = of_strut((0.60, 0.80), (0.60, 0.30), ((0.35, 0.23), (0.65, 0.20)), 1.48)
    assert found.value == pytest.approx(0.80 * 0.74 / (0.74 + 5.35), rel=1e-9)
    assert of_lateral_rod((-0.45, 0.40), (0.55, 0.34)).value == pytest.approx(0.373)
    with pytest.raises(InputError, match="one side"):
        of_lateral_rod((0.45, 0.40), (0.55, 0.34))


def test_the_brakes_of_two_axles() -> None:
    front, rear = Brakes(1, 0.054, 0.105, 0.40, 0.30), Brakes(1, 0.034, 0.100, 0.38, 0.30)
    by_hand = 0.054**2 * 0.105 * 0.40 / (0.054**2 * 0.105 * 0.40 + 0.034**2 * 0.100 * 0.38)
    found = brake_share(front, rear)
    assert found.value == pytest.approx(by_hand)
    assert 0.01 < found.error < 0.025
    with pytest.raises(InputError) as caught:
        brake_share(front, Brakes(1, 0.0, 0.1, 0.4, 0.3))
    assert caught.value.place == "rear.piston"


def test_a_damper_by_its_forces() -> None:
    """Mean 85 N at 0.05 m/s through 0.8 is 1088 N s/m at the wheel; 25 N/mm under 220 kg are critical at 4690."""
    found = damping_ratio(60.0, 110.0, 0.05, ratio=Measured(0.8, 0.01), wheel_rate=25e3, sprung=220.0)
    assert found.value == pytest.approx(1088.0 / (2.0 * math.sqrt(25e3 * 220.0)))
    assert found.error / found.value == pytest.approx(math.hypot(0.05, 0.025))
    with pytest.raises(InputError) as caught:
        damping_ratio(60.0, 0.0, 0.05, ratio=Measured(0.8, 0.01), wheel_rate=25e3, sprung=220.0)
    assert caught.value.place == "rebound"


def test_ramps_lock_by_their_angle() -> None:
    """By work: a turn of the pinion shaft on the ramp by s parts the rings by s tan(90 - a); what the plates then hold."""
    plates = Plates(4, 0.040, 0.035)
    torque, ramp = 100.0, math.radians(45.0)
    parting = (torque / 2.0) / plates.ramp_radius / math.tan(ramp)
    rubbing = plates.friction * plates.faces * plates.radius * parting
    found = locking(ramp, plates)
    assert found.share.value == pytest.approx(2.0 * rubbing / torque)
    fast, slow = torque / 2.0 - rubbing, torque / 2.0 + rubbing
    assert found.bias.value == pytest.approx(slow / fast)
    assert locking(math.radians(90.0), plates).bias.value == pytest.approx(1.0)
    with pytest.raises(NoSolution, match="locks"):
        locking(math.radians(15.0), plates)


def test_a_link_and_the_pick_up_that_it_reaches() -> None:
    link = centre_distance(0.140, 0.096)
    assert link.value == pytest.approx(0.118)
    found = level_height(link, lever=0.228, ahead=0.235, aside=0.010, below=True)
    assert math.dist((0.228, 0.0, 0.0), (0.235, 0.010, found.value)) == pytest.approx(0.118)
    assert found.value < 0.0
    with pytest.raises(InputError, match="shorter"):
        centre_distance(0.1, 0.2)
    with pytest.raises(NoSolution, match="too flat"):
        level_height(link, lever=0.1, ahead=0.21, aside=0.0, below=False)


def test_a_tyre_by_its_letters() -> None:
    """205/50 R15: 190.5 + 102.5 mm; 3600 N on 200 N/mm press it 18 mm."""
    found = tyre_size(0.205, 50.0, 15 * 0.0254, load=3600.0, rate=200e3)
    assert found.free.value == pytest.approx(0.293)
    assert found.standing.value == pytest.approx(0.275)
    assert found.rolling.value == pytest.approx(0.287)
    with pytest.raises(InputError, match="half flat"):
        tyre_size(0.205, 50.0, 15 * 0.0254, load=36000.0, rate=200e3)


def test_several_settles_on_the_scales() -> None:
    rng = np.random.default_rng(5)
    truth = np.array([212.0, 205.0, 260.0, 251.0])
    read = truth + rng.normal(0.0, 0.5, (4, 4))
    read[2, [1, 2]] = read[2, [2, 1]]  # two pads mixed up on the sheet
    found = settled(read)
    assert [corner.value for corner in found.corners] == pytest.approx(truth, abs=1.0)
    assert found.stands_out.tolist() == [False, False, True, False]
    assert found.swapped == (None, None, (1, 2), None)
    assert settled(read[:1]).corners[0].error > 0.9  # one settle alone is no better than the scales
    with pytest.raises(InputError) as caught:
        settled(np.array([[212.0, 0.0, 260.0, 251.0]]))
    assert caught.value.place == "readings[0].fr"


def test_a_tilt_at_several_heights() -> None:
    rise, wheelbase, total, radius, height = np.array([0.0, 0.2, 0.4, 0.6, 0.8]), 2.42, 914.0 * 9.81, 0.29, 0.455
    slope = np.tan(np.arcsin(rise / wheelbase))
    front = 4040.0 + total / wheelbase * (height - radius) * slope + np.array([1.0, -2.0, 2.0, -1.0, 0.5])
    front[2] += 90.0
    found = tilts(rise, front, total=total, wheelbase=wheelbase, wheel_radius=radius, scale_error=5.0)
    assert found.height.value == pytest.approx(height, abs=0.005)
    assert found.stands_out.tolist() == [False, False, True, False, False]
    two = tilts(rise[[0, 4]], front[[0, 4]], total=total, wheelbase=wheelbase, wheel_radius=radius, scale_error=5.0)
    assert abs(two.height.value - height) < two.height.error
    with pytest.raises(NoSolution, match="hardly lifted"):
        tilts(np.zeros(3), front[:3], total=total, wheelbase=wheelbase, wheel_radius=radius, scale_error=5.0)


def test_a_motion_table_that_turns_round_is_refused_where_it_turns() -> None:
    wheel = np.array([-0.06, -0.04, -0.02, 0.0, 0.02, 0.04, 0.06])
    slip = 0.7 * wheel
    slip[4] += 0.004
    assert motion_ratio(wheel, slip).stands_out.tolist() == [False] * 4 + [True, False, False]
    rounded = np.array([-0.04, -0.028, -0.014, 0.0, 0.010, 0.014, 0.012])
    with pytest.raises(InputError) as caught:
        motion_ratio(wheel, rounded)
    assert caught.value.place == "readings[6]"


def test_a_floor_that_twists_shows_on_the_scales_as_much_as_it_says() -> None:
    """The floor pressed into a settled car at its four wheels, tyre and spring by spring."""
    heights = np.array([0.004, 0.010, 0.002, -0.003])
    tracks, K, chassis = (1.48, 1.50), (25e3, 21e3), 5e5
    found = floor(heights, tracks, 2.42)
    assert found.shims == pytest.approx([0.006, 0.0, 0.008, 0.013])
    assert found.roll == pytest.approx(0.5 * (-0.006 / 1.48 + 0.005 / 1.50), rel=1e-3)
    assert found.pitch == pytest.approx(0.0075 / 2.42, rel=1e-3)
    # unknown: roll of the front and of the rear end of the body; each axle resists against its floor, the body against twist
    front_floor, rear_floor = (heights[0] - heights[1]) / tracks[0], (heights[2] - heights[3]) / tracks[1]
    stiff = np.array([[K[0] + chassis, -chassis], [-chassis, K[1] + chassis]])
    ends = np.linalg.solve(stiff, [K[0] * front_floor, K[1] * rear_floor])
    on_front, on_rear = K[0] * (front_floor - ends[0]), K[1] * (rear_floor - ends[1])  # presses the left wheel up
    by_hand = -on_front / tracks[0] + on_rear / tracks[1]
    lean = found.twist / tracks[0] + found.twist / tracks[1]
    assert lean == pytest.approx(rear_floor - front_floor, rel=0.02)  # two tracks that differ a little
    assert cross_load(found, tracks, K, chassis) == pytest.approx(by_hand, rel=0.02)
    with pytest.raises(InputError, match="No floor"):
        floor(np.array([0.0, 0.5, 0.0, 0.0]), tracks, 2.42)
