"""Grip and balance: three invented cars, limits against a second method, the schools, handling.

Expected figures of the cars were worked out independently of this code; they are met to a tenth of the change they show.
"""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.car.assembly import at_rest, corner
from anchor_beam.core.car.bars import BarBatch, bars, rate_bar
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.equilibrium import settle_from
from anchor_beam.core.car.lift import lifts, roll_gradient
from anchor_beam.core.car.model import batch
from anchor_beam.core.grip.driving import Driving, Phase
from anchor_beam.core.grip.effects import effects
from anchor_beam.core.grip.handling import axle_force, handling, understeer_gradient
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import AxleGrip, CarGrip, Differential, grips
from anchor_beam.core.grip.survey import survey
from anchor_beam.core.grip.tyre import PER_DEG, PRESETS, Road, Tyre, TyreKind
from anchor_beam.core.grip.wheels import Contact, Wheels, capacity, contact, demand, wheels
from anchor_beam.errors import InputError
from support.cars import HATCH, HATCH_GRIP, STREET, car, grip


def rear_bars(*rates: float, front: float = 8.0) -> BarBatch:
    return bars([(rate_bar(front * 1e3), rate_bar(rate * 1e3)) for rate in rates])


# as hard as nobody brakes in a corner, and nothing left of the build-up
HARD_ON_THE_BRAKES = replace(HATCH_GRIP, driving=Driving(build_up=1e9, trail_braking=0.25 * GRAVITY))


def close(found: np.ndarray, printed: list[float]) -> None:
    """Within a tenth of the whole change of the expected figures."""
    assert list(found) == pytest.approx(printed, abs=0.1 * (max(printed) - min(printed)))


def test_a_stiffer_rear_bar_cures_push_and_costs_stability_on_entry() -> None:
    found = limits(batch([HATCH]), rear_bars(0, 4, 8, 12, 16, 22), grips([HARD_ON_THE_BRAKES]))
    _, entry, middle, _, out = found.margin.T
    close(middle, [10.4, 7.8, 5.7, 4.1, 2.8, 1.3])
    close(out, [26.8, 23.6, 21.2, 19.4, 18.0, 16.2])
    close(found.acceleration[[0, -1], 2, 0] / GRAVITY, [0.812, 0.864])
    close(entry[:3], [-3.1, -7.5, -11.5])
    assert np.argmin(entry) == 3  # it turns round once the inside rear is off the ground


def test_one_braked_rear_wheel_turns_both_axles() -> None:
    """Beyond the first lift, -13.6, -12.1, -9.1 follow from the same states if the yaw moment of the one braking rear
    wheel is not put on the front axle; see docs/theory/balance.md, "One braked wheel"."""
    cars, pair = batch([HATCH]), rear_bars(12, 16, 22)
    found = limits(cars, pair, grips([HARD_ON_THE_BRAKES]), (Phase.BRAKES,))
    assert found.margin[:, 0] == pytest.approx([-12.5, -10.6, -7.7], abs=0.1)
    ready = corner(cars, pair)
    along = np.full(3, -0.25 * GRAVITY)
    at_contact = contact(grips([HATCH_GRIP]), ready, along, np.zeros(3, dtype=bool), (3,), np.arange(3))
    front = np.full(3, 8.0)
    for _ in range(60):  # front limit with its own brakes only, by plain fixed point
        pose, _left = settle_from(ready, at_rest(3), front, along)
        at = wheels(ready, pose, at_contact)
        front = front + 0.5 * (
            capacity(at, at_contact)[0] / (ready.sprung[0] + 2 * ready.hanging[0] / GRAVITY) - front
        )
    rear = found.acceleration[:, 0, 1]
    assert 200 * (rear - front) / (rear + front) == pytest.approx([-13.6, -12.1, -9.1], abs=0.1)


@pytest.mark.parametrize(("camber", "kappa", "p", "q", "front", "margin"), [
    (-0.3, 0.9, 0.08, 0.0040, [0.786, 0.842], [13.4, 10.3]), (-0.3, 0.9, 0.14, 0.0025, [0.810, 0.827], [6.9, 11.6]),
    (-0.8, 0.3, 0.08, 0.0040, [0.881, 0.875], [2.0, 6.5]), (-0.8, 0.3, 0.14, 0.0025, [0.871, 0.845], [-0.3, 9.4]),
])  # fmt: skip
def test_a_front_bar_relieves_push_on_a_strut_car_that_falls_over_and_adds_it_elsewhere(
    camber: float, kappa: float, p: float, q: float, front: list[float], margin: list[float]
) -> None:
    one = car(
        mass=1180,
        wheelbase=2.6,
        front=0.6,
        height=0.56,
        tracks=(1530, 1525),
        centres=(30, 80),
        rates=(20, 20),
        tyre=200,
    )
    tyre = replace(STREET, load_sensitivity=p, camber_loss=q * PER_DEG**2)
    pair = bars([(rate_bar(rate * 1e3), rate_bar(6e3)) for rate in (0, 26)])
    held = grips([grip(tyre, (camber, -1.0), (kappa, 0.0))])
    found = limits(batch([one]), pair, held, (Phase.MIDDLE,))
    close(found.acceleration[:, 0, 0] / GRAVITY, front)
    close(found.margin[:, 0], margin)
    # and which effect it is
    split = effects(
        batch([one]), bars([(rate_bar(0.0), rate_bar(6e3))]), bars([(rate_bar(26e3), rate_bar(6e3))]), held
    )
    assert split.front.by_load < 0.0 < split.front.by_camber
    assert (split.front.by_camber > -split.front.by_load) == (front[1] > front[0])
    assert abs(split.front.together) < 0.15 * (abs(split.front.by_load) + abs(split.front.by_camber))
    assert split.margin == pytest.approx(found.margin[1, 0] - found.margin[0, 0], abs=1e-6)


def test_a_wet_road_at_the_dry_throttle_turns_push_into_oversteer() -> None:
    one = car(
        mass=1250,
        wheelbase=2.65,
        front=0.53,
        height=0.52,
        tracks=(1530, 1530),
        centres=(60, 90),
        rates=(26, 26),
        tyre=210,
    )
    roads = (Road.DRY, Road.DAMP, Road.WET)
    summer = TyreKind.SUMMER_SPORT
    held = [grip(PRESETS[summer].tyre, (-1.2, -1.5), (0.5, 0.4), drive=0.0, road=road, kind=summer) for road in roads]
    phases = (Phase.MIDDLE, Phase.EXIT, Phase.EXIT_DRY_THROTTLE)
    found = limits(batch([one]), rear_bars(3, front=10.0), grips(held), phases).margin
    close(found[:, 0], [4.3, 3.2, 2.6])
    close(found[:, 1], [6.0, 4.6, 3.2])
    close(found[:, 2], [6.0, 2.5, -3.3])


def common_slip_capacity(at: Wheels, held: Contact) -> FloatArray:
    """(2, n) largest side force of each axle when both its wheels share one slip angle [N]: the check of `capacity`."""
    slips = np.radians(np.linspace(0.5, 25.0, 491))
    return np.max([axle_force(np.full(at.load[:, 0].shape, slip), at, held) for slip in slips], axis=0)


def test_each_limit_is_where_grip_meets_demand_and_one_slip_angle_gives_nearly_the_same() -> None:
    pair = rear_bars(4)
    found = limits(batch([HATCH]), pair, grips([HATCH_GRIP]), (Phase.MIDDLE,))
    ready = corner(batch([HATCH]), pair)
    held = contact(grips([HATCH_GRIP]), ready, np.zeros(1), np.zeros(1, dtype=bool), (1,), np.arange(1))
    common = []
    for i in (0, 1):
        at = found.acceleration[:, 0, i]
        pose, _ = settle_from(ready, at_rest(1), at, np.zeros(1))
        now = wheels(ready, pose, held)
        assert capacity(now, held)[i] == pytest.approx(demand(ready, now, at)[i], rel=1e-6)
        common.append(float(common_slip_capacity(now, held)[i, 0] / capacity(now, held)[i, 0]))
    assert all(0.995 < part <= 1.0 for part in common)


def test_without_load_or_camber_sensitivity_every_car_is_neutral_at_its_grip() -> None:
    tyre = replace(STREET, load_sensitivity=0.0, camber_loss=0.0)
    found = limits(batch([HATCH]), rear_bars(0, 12), grips([grip(tyre, (0, 0), (0.8, 0.6))]), (Phase.MIDDLE,))
    assert found.margin[:, 0] == pytest.approx([0.0, 0.0], abs=1e-5)
    assert found.acceleration[0, 0] == pytest.approx([0.95 * GRAVITY] * 2, rel=1e-6)


def test_a_tall_car_on_grippy_tyres_tips_and_says_so() -> None:
    tall = replace(HATCH, sprung_cg_height=1.3)
    sticky = replace(STREET, mu0=2.2, load_sensitivity=0.0, camber_loss=0.0)
    found = limits(batch([tall]), rear_bars(20, front=20.0), grips([grip(sticky, (0, 0), (0, 0))]), (Phase.MIDDLE,))
    assert found.tips.all()
    assert (found.acceleration < 0.75 * GRAVITY).all()


def test_what_the_wheels_cannot_carry_is_reported() -> None:
    weak = grip(replace(STREET, mu0=0.25), (0, 0), (0, 0))
    found = limits(batch([HATCH]), rear_bars(4), grips([weak]), (Phase.EXIT,))
    assert 0.0 < found.carried[0, 0] < 0.15 * GRAVITY


def test_a_locking_differential_holds_the_car_straight_and_an_open_one_saves_side_grip() -> None:
    margins = {}
    for kind in Differential:
        held = grip(STREET, (-0.6, -1.2), (0.85, 0.6), drive=0.0, differential=kind)
        margins[kind] = float(limits(batch([HATCH]), rear_bars(14), grips([held]), (Phase.EXIT,)).margin[0, 0])
    assert len({round(value, 2) for value in margins.values()}) == 3


def test_a_batch_is_the_same_as_one_by_one() -> None:
    many = rear_bars(0, 5, 30)
    together = limits(batch([HATCH]), many, grips([HATCH_GRIP]))
    for i, rate in enumerate((0, 5, 30)):
        alone = limits(batch([HATCH]), rear_bars(rate), grips([HATCH_GRIP]))
        assert together.margin[i] == pytest.approx(alone.margin[0], abs=1e-5)


def test_the_handling_curve_ends_where_the_axle_does_and_starts_with_its_slope() -> None:
    cars, pair, held = batch([HATCH]), rear_bars(4), grips([HATCH_GRIP])
    at = np.linspace(0.05, 1.0, 39) * GRAVITY
    curve = handling(cars, pair, held, at)
    end = limits(cars, pair, held, (Phase.MIDDLE,)).acceleration[0, 0].min()
    known = np.isfinite(curve.steer[0])
    assert at[known].max() == pytest.approx(end, abs=0.035 * GRAVITY)
    assert (np.diff(curve.slip[0, known], axis=0) > 0.0).all()
    slope = (curve.steer[0, 1] - curve.steer[0, 0]) / (at[1] - at[0])
    assert understeer_gradient(cars, pair, held, float(at[:2].mean()))[0] == pytest.approx(slope, rel=0.01)
    roll = float(roll_gradient(cars, pair)[0])
    assert curve.roll[0, 0] == pytest.approx(roll * at[0], rel=1e-3)


def test_compliance_and_roll_steer_add_their_share_to_the_understeer_gradient() -> None:
    c, rho = math.radians(0.1) / 1e3, 0.05
    bent = replace(HATCH_GRIP, front=replace(HATCH_GRIP.front, compliance_steer=c, roll_steer=rho))
    plain, more = (
        float(understeer_gradient(batch([HATCH]), rear_bars(4), grips([g]), 0.05 * GRAVITY)[0])
        for g in (HATCH_GRIP, bent)
    )
    force = 0.61 * 1180 + 72
    suspension_roll = float(roll_gradient(batch([HATCH]), rear_bars(4))[0]) * 0.85  # tyres take the rest
    assert more - plain == pytest.approx(c * force + rho * suspension_roll, rel=0.05)


@pytest.mark.parametrize(("make", "place"), [
    (lambda: Tyre(0.0, 0.1), "mu0"), (lambda: Tyre(1.0, -0.1), "load_sensitivity"),
    (lambda: AxleGrip(STREET, grip=0.0), "grip"), (lambda: AxleGrip(STREET, bias=0.5), "bias"),
    (lambda: CarGrip(AxleGrip(STREET), AxleGrip(STREET), brake_front=1.2), "brake_front"),
    (lambda: AxleGrip(STREET, camber=(float("nan"), 0.0)), "camber"),
])  # fmt: skip
def test_grip_that_cannot_be_is_refused_at_its_figure(make: object, place: str) -> None:
    with pytest.raises(InputError) as caught:
        make()
    assert caught.value.place == place


def test_a_survey_is_what_its_parts_are_one_by_one() -> None:
    """Two ways to the same figures: one joint search, and each figure by itself."""
    cars, pair, held = batch([HATCH]), rear_bars(0, 8, 22), grips([HATCH_GRIP])
    found = survey(cars, pair, held, 0.6 * GRAVITY)
    alone = limits(cars, pair, held)
    assert found.limits.margin == pytest.approx(alone.margin, abs=1e-5)
    assert (found.limits.kinked == alone.kinked).all()
    assert found.lifts == pytest.approx(lifts(cars, pair).acceleration, rel=1e-6)
    assert found.roll_gradient == pytest.approx(roll_gradient(cars, pair), rel=1e-9)
    assert found.at.loads == pytest.approx(settle(cars, pair, 0.6 * GRAVITY).loads, abs=1e-3)
    assert found.rest.loads == pytest.approx(settle(cars, pair, 0.0).loads, abs=1e-6)
    assert (found.at.residual < 1e-9).all()
    assert found.at.converged.all()


def test_a_survey_beyond_what_the_car_can_hold_says_so() -> None:
    found = survey(batch([HATCH]), rear_bars(4), grips([HATCH_GRIP]), 2.2 * GRAVITY)
    assert not found.at.converged[0]
    assert found.limits.margin[0, 2] == pytest.approx(7.77, abs=0.01)


def test_a_larger_tyre_on_one_axle_grips_more_there_by_size_or_by_reference_load() -> None:
    usual, pair = grips([HATCH_GRIP]), bars([(rate_bar(8e3), rate_bar(8e3))])
    by_size = replace(usual, tyre_load=np.array([[1.0, 1.2]]))
    hatch = batch([HATCH])
    corner_load = float(hatch.sprung_mass[0] + hatch.unsprung_mass[0].sum()) * GRAVITY / 4.0
    rear = replace(HATCH_GRIP.rear, reference_load=1.2 * corner_load)
    by_load = grips([replace(HATCH_GRIP, rear=rear)])
    before, one, other = (
        limits(hatch, pair, held, (Phase.MIDDLE,)).acceleration[0, 0] for held in (usual, by_size, by_load)
    )
    assert one == pytest.approx(other, rel=1e-9)
    assert one[0] == pytest.approx(before[0], rel=1e-9)
    assert one[1] > 1.01 * before[1]
