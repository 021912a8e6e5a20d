"""The five phases: two cars worked out by an independent transient, brakes, differential, dampers."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import bars, rate_bar
from anchor_beam.core.car.model import Car, batch
from anchor_beam.core.grip.building_up import damper_moments, suspension_roll, turning_mass
from anchor_beam.core.grip.driving import FIVE, USES, Driving, Phase, Use
from anchor_beam.core.grip.limit import Limits, limits
from anchor_beam.core.grip.model import Differential, RearBrakes, grips
from anchor_beam.core.grip.outcome import Outcome
from anchor_beam.core.grip.tyre import PRESETS, Road, TyreKind, surface
from anchor_beam.core.sides import Axle
from support.cars import HATCH, HATCH_GRIP, SALOON, grip


def damped(one: Car, front: float, rear: float, index: float) -> Car:
    return replace(one, front=replace(one.front, damper=front), rear=replace(one.rear, damper=rear), yaw_index=index)


A, A_BARS = damped(HATCH, 2200, 1600, 0.97), bars([(rate_bar(8e3), rate_bar(8e3))])
B, B_BARS = damped(SALOON, 2400, 2400, 0.95), bars([(rate_bar(10e3), rate_bar(3e3))])
A_GRIP = HATCH_GRIP
B_GRIP = grip(PRESETS[TyreKind.SUMMER_SPORT].tyre, (-1.2, -1.5), (0.5, 0.4), drive=0.0, brake=0.66)
LIFT_OFF = 0.10 * GRAVITY  # of the worked examples


def found(which: str, *, use: Use = Use.HILL, phases: tuple[Phase, ...] = FIVE, **changed: object) -> Limits:
    one, pair, held = (A, A_BARS, A_GRIP) if which == "A" else (B, B_BARS, B_GRIP)
    driven = replace(held, driving=replace(USES[use], lift_off=LIFT_OFF), **changed)
    return limits(batch([one]), pair, grips([driven]), phases)


@pytest.mark.parametrize(("which", "use", "expected"), [
    ("A", Use.HILL, [(0.8033, 0.8895, 10.19), (0.8150, 0.8178, 0.35), (0.8398, 0.8895, 5.74), (0.8433, 0.8525, 1.08),
                     (0.7621, 0.9433, 21.24)]),
    ("A", Use.CONES, [(0.7726, 0.8895, 14.07), (0.7845, 0.8178, 4.17)]),
    ("B", Use.HILL, [(0.9241, 1.0150, 9.37), (0.9392, 0.9570, 1.87), (0.9721, 1.0150, 4.31), (0.9979, 0.9473, -5.20),
                     (0.9325, 0.9910, 6.08)]),
    ("B", Use.CONES, [(0.8839, 1.0150, 13.81), (0.8999, 0.9570, 6.15)]),
])  # fmt: skip
def test_two_cars_in_every_phase(which: str, use: Use, expected: list[tuple[float, float, float]]) -> None:
    at = found(which, use=use, phases=FIVE[: len(expected)])
    figures = np.column_stack([at.acceleration[0] / GRAVITY, at.margin[0]])
    assert figures[:, :2] == pytest.approx(np.array(expected)[:, :2], abs=2e-4)
    assert figures[:, 2] == pytest.approx(np.array(expected)[:, 2], abs=0.05)


def test_what_the_turn_in_of_a_car_is_made_of() -> None:
    cars = batch([A])
    assert cars.roll_damping[0] == pytest.approx([2575, 1860], abs=1)
    assert cars.yaw_inertia[0] == pytest.approx(2068, abs=1)
    assert np.degrees(suspension_roll(cars, A_BARS))[0] * GRAVITY == pytest.approx([3.949, 4.011], abs=1e-3)
    a_y = 0.8033 * GRAVITY
    assert turning_mass(cars, grips([A_GRIP]))[0] * a_y == pytest.approx(348.2, abs=0.1)
    assert damper_moments(cars, A_BARS, grips([A_GRIP]))[0] * a_y == pytest.approx([142.6, 104.6], abs=0.1)
    at = found("A", phases=(Phase.TURN_IN,)).at_limits
    assert at.load[..., 0].ravel() == pytest.approx([1872.0, 5895.5, 714.5, 4427.9], abs=0.5)
    assert at.load[..., 0].sum() == pytest.approx(cars.static_load.sum(), rel=1e-9)
    undamped = replace(A, front=replace(A.front, damper=None), rear=replace(A.rear, damper=None))
    front = limits(batch([undamped]), A_BARS, grips([A_GRIP]), (Phase.TURN_IN,)).acceleration[0, 0, 0]
    assert front / GRAVITY == pytest.approx(0.8015, abs=1e-4)


def test_only_the_length_of_road_on_which_the_corner_builds_up_counts_without_dampers() -> None:
    bare, alone = batch([SALOON]), (Phase.TURN_IN,)
    fast, slow = (
        limits(bare, B_BARS, grips([replace(B_GRIP, driving=Driving(speed, length / speed))]), alone).margin[0, 0]
        for speed, length in ((30.0, 18.0), (12.0, 18.0))
    )
    assert fast == pytest.approx(slow, abs=1e-9)
    longer = limits(bare, B_BARS, grips([replace(B_GRIP, driving=Driving(18.0, 500.0))]), alone).margin[0, 0]
    assert longer == pytest.approx(limits(bare, B_BARS, grips([B_GRIP]), (Phase.MIDDLE,)).margin[0, 0], abs=0.1)


@pytest.mark.parametrize(("which", "expected"), [("A", (0.8040, 0.8322, 3.45)), ("B", (0.9279, 0.9637, 3.78))])
def test_electronic_brakes_hold_the_rear_back(which: str, expected: tuple[float, float, float]) -> None:
    at = found(which, phases=(Phase.BRAKES,), rear_brakes=RearBrakes.ELECTRONIC)
    assert (*at.acceleration[0, 0] / GRAVITY, at.margin[0, 0]) == pytest.approx(expected, abs=5e-3)
    use = np.abs(at.at_limits.along / at.at_limits.peak)[..., 0]
    assert use[1, 0] < use[0].max()
    assert at.carried[0, 0] == pytest.approx(-0.15 * GRAVITY)  # the front takes what the rear may not


def test_a_valve_lets_the_rear_brake_less_from_its_knee_on() -> None:
    def rear_share(braking: float, brakes: RearBrakes) -> float:
        driven = replace(B_GRIP, rear_brakes=brakes, driving=Driving(trail_braking=braking * GRAVITY, build_up=1e9))
        wanted = limits(batch([SALOON]), B_BARS, grips([driven]), (Phase.BRAKES,)).plan.goal.grip.wanted[:, 0]
        return float(wanted[1] / wanted.sum())

    assert (
        rear_share(0.3, RearBrakes.VALVE) == pytest.approx(rear_share(0.3, RearBrakes.FIXED)) == pytest.approx(0.34)
    )
    assert rear_share(0.4, RearBrakes.VALVE) == pytest.approx(0.34 * (0.35 + 0.3 * 0.05) / 0.4)


def test_the_engine_drags_through_the_differential() -> None:
    """An open one passes on no more than the light inside wheel holds, twice; a locked one lets the outside hold the car
    back, which turns it out of the corner."""
    stiff, margins = bars([(rate_bar(10e3), rate_bar(30e3))]), {}
    for kind in Differential:
        rear = replace(B_GRIP.rear, differential=kind)
        driven = replace(B_GRIP, rear=rear, driving=Driving(lift_off=LIFT_OFF))
        at = limits(batch([B]), stiff, grips([driven]), (Phase.LIFT_OFF,))
        margins[kind] = at.margin[0, 0]
        left, right = np.abs(at.at_limits.along[1, :, 1])
        assert (left == pytest.approx(right)) == (kind is Differential.OPEN)
    assert margins[Differential.OPEN] < margins[Differential.LIMITED_SLIP] < margins[Differential.LOCKED] - 5.0
    braked = replace(B_GRIP, brake_front=0.0, driving=Driving(build_up=1e9, trail_braking=LIFT_OFF))
    by_brakes = limits(batch([B]), stiff, grips([braked]), (Phase.BRAKES,)).margin[0, 0]
    assert margins[Differential.OPEN] < by_brakes < margins[Differential.LOCKED]


def test_a_slippery_road_is_driven_along_the_same_line() -> None:
    wet = replace(B_GRIP, surface=surface(Road.WET, TyreKind.SUMMER_SPORT))
    dry, slippery = grips([B_GRIP]), grips([wet])
    for phase, scale in (
        (Phase.BRAKES, 0.58),
        (Phase.EXIT, 0.58),
        (Phase.LIFT_OFF, 1.0),
        (Phase.EXIT_DRY_THROTTLE, 1.0),
    ):
        assert slippery.acceleration_in(phase) == pytest.approx(scale * dry.acceleration_in(phase))
    cars = batch([B])
    assert turning_mass(cars, slippery) == pytest.approx(turning_mass(cars, dry))
    moments = [damper_moments(cars, B_BARS, road) for road in (dry, slippery)]
    assert moments[1] == pytest.approx(moments[0] * 0.58**0.5)


def test_a_car_that_tips_has_no_margin_and_one_that_holds_beyond_the_search_no_limit() -> None:
    tall = replace(HATCH, sprung_cg_height=1.3)
    at = limits(batch([tall]), A_BARS, grips([A_GRIP]))
    assert at.outcome((0,), Phase.MIDDLE, Axle.FRONT) is Outcome.TIPS
    assert np.isnan(at.margin).all()
    assert np.isfinite(at.acceleration[0, FIVE.index(Phase.MIDDLE)]).all()
    sticky = replace(A_GRIP, front=replace(A_GRIP.front, grip=8.0), rear=replace(A_GRIP.rear, grip=8.0))
    low = replace(HATCH, sprung_cg_height=0.05, front=replace(HATCH.front, roll_centre_height=0.0, wheel_centre_height=0.05),
                  rear=replace(HATCH.rear, roll_centre_height=0.0, wheel_centre_height=0.05))  # fmt: skip
    at = limits(batch([low]), A_BARS, grips([sticky]), (Phase.MIDDLE,))
    assert at.outcome((0,), Phase.MIDDLE, Axle.REAR) is Outcome.BEYOND
    assert np.isnan(at.acceleration).all()
    assert np.isnan(at.margin).all()
