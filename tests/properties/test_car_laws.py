"""Laws that hold for every car in a corner: scaling of forces and of lengths, mirror, order of stiffness, residuals."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import BarBatch, bars, rate_bar
from anchor_beam.core.car.bracket import EXACT
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.lift import lifts
from anchor_beam.core.car.model import AxleInput, Car, batch
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import AxleGrip, CarGrip, grips
from anchor_beam.core.grip.survey import course, survey
from anchor_beam.core.grip.tyre import PRESETS, Road, TyreKind, surface
from anchor_beam.core.sides import AxleKind

TYRE = PRESETS[TyreKind.STREET].tyre
GRIP = CarGrip(
    AxleGrip(TYRE, (-0.02, -0.02), roll_camber=0.8),
    AxleGrip(TYRE, (-0.03, -0.03), roll_camber=0.6),
    0.7,
    0.0,
    surface(Road.DRY, TyreKind.STREET),
)


def axle(kind: AxleKind, track: float, centre: float, rate: float, tyre: float) -> AxleInput:
    base = track if kind is AxleKind.INDEPENDENT else 0.7 * track
    return AxleInput(kind, track, 80.0, 0.3, centre, rate, base, tyre)


AXLES = st.builds(
    axle, st.sampled_from(list(AxleKind)), st.floats(1.35, 1.6), st.floats(-0.02, 0.2), st.floats(18e3, 60e3),
    st.floats(170e3, 320e3),
)  # fmt: skip
CARS = st.builds(
    lambda base, mass, height, share, front, rear: Car(base, mass, height, share * base, front, rear),
    st.floats(2.2, 3.2), st.floats(600.0, 1500.0), st.floats(0.40, 0.56), st.floats(0.38, 0.62), AXLES, AXLES,
)  # fmt: skip
RATES = st.tuples(st.floats(0.0, 45e3), st.floats(0.0, 45e3))
PRELOADS = st.tuples(st.floats(-0.006, 0.006), st.floats(-0.006, 0.006))
SIDEWAYS = st.floats(0.05, 0.9).map(lambda g: g * GRAVITY)
few = settings(max_examples=25, deadline=None)


def pair(rates: tuple[float, float], preloads: tuple[float, float] = (0.0, 0.0), *, force: float = 1.0,
         length: float = 1.0) -> BarBatch:  # fmt: skip
    """Both bars, rates at the wheel [N/m] and preloads [m]; a bar of no rate holds no preload."""
    return bars([tuple(
        rate_bar(rate * force / length, preload * length if rate else 0.0)
        for rate, preload in zip(rates, preloads, strict=True)
    )])  # fmt: skip


def heavier(car: Car, factor: float) -> Car:
    """Every mass and every rate times a factor."""
    ends = (
        replace(end, unsprung_mass=end.unsprung_mass * factor, spring_rate=end.spring_rate * factor,
                tyre_rate=end.tyre_rate * factor) for end in (car.front, car.rear)
    )  # fmt: skip
    front, rear = ends
    return replace(car, sprung_mass=car.sprung_mass * factor, front=front, rear=rear)


def larger(car: Car, factor: float) -> Car:
    """Every length times a factor, masses kept: rates fall by it, so that every angle stays."""
    front, rear = (
        replace(
            end, track=end.track * factor, wheel_centre_height=end.wheel_centre_height * factor,
            roll_centre_height=end.roll_centre_height * factor, spring_base=end.spring_base * factor,
            spring_rate=end.spring_rate / factor, tyre_rate=end.tyre_rate / factor,
        )
        for end in (car.front, car.rear)
    )  # fmt: skip
    return replace(
        car, wheelbase=car.wheelbase * factor, sprung_cg_height=car.sprung_cg_height * factor,
        sprung_cg_behind_front=car.sprung_cg_behind_front * factor, front=front, rear=rear,
    )  # fmt: skip


@few
@given(CARS, RATES, PRELOADS, SIDEWAYS, st.floats(0.5, 2.0))
def test_forces_scale_and_angles_stay_when_masses_and_rates_grow_together(
    car: Car, rates: tuple[float, float], preloads: tuple[float, float], lateral: float, factor: float
) -> None:
    one = settle(batch([car]), pair(rates, preloads), lateral)
    other = settle(batch([heavier(car, factor)]), pair(rates, preloads, force=factor), lateral)
    assert one.converged[0] == other.converged[0]
    if one.converged[0]:
        assert other.loads == pytest.approx(one.loads * factor, abs=1e-6 * one.loads.sum())
        assert other.roll == pytest.approx(one.roll, abs=1e-9)
        assert other.bar_torque == pytest.approx(one.bar_torque * factor, abs=1e-4)


@few
@given(CARS, RATES, PRELOADS, SIDEWAYS, st.floats(0.7, 1.4))
def test_a_car_drawn_larger_carries_the_same_loads_at_the_same_angles(
    car: Car, rates: tuple[float, float], preloads: tuple[float, float], lateral: float, factor: float
) -> None:
    one = settle(batch([car]), pair(rates, preloads), lateral)
    other = settle(batch([larger(car, factor)]), pair(rates, preloads, length=factor), lateral)
    assert one.converged[0] == other.converged[0]
    if one.converged[0]:
        assert other.loads == pytest.approx(one.loads, abs=1e-6 * one.loads.sum())
        assert other.roll == pytest.approx(one.roll, abs=1e-9)
        assert other.heave == pytest.approx(one.heave * factor, abs=1e-9)


@few
@given(CARS, RATES, st.floats(0.5, 2.0))
def test_balance_knows_no_size(car: Car, rates: tuple[float, float], factor: float) -> None:
    """Tyres are rated at the mean load, so margins and lifts of a heavier car on as much stiffer springs are the same."""
    held = grips([GRIP])
    one = survey(batch([car]), pair(rates), held, 0.5 * GRAVITY)
    other = survey(batch([heavier(car, factor)]), pair(rates, force=factor), held, 0.5 * GRAVITY)
    assert other.limits.acceleration == pytest.approx(one.limits.acceleration, rel=1e-6, nan_ok=True)
    assert other.lifts == pytest.approx(one.lifts, rel=1e-6, nan_ok=True)
    assert other.roll_gradient == pytest.approx(one.roll_gradient, rel=1e-9, nan_ok=True)


@few
@given(CARS, RATES, PRELOADS, st.tuples(st.floats(0.7, 1.4), st.floats(0.7, 1.4)))
def test_a_search_that_begins_near_by_ends_where_one_from_rest_does(
    car: Car, rates: tuple[float, float], preloads: tuple[float, float], factors: tuple[float, float]
) -> None:
    lay = course(batch([car]), grips([GRIP]), 0.5 * GRAVITY)
    before = lay.survey(pair(rates, preloads))
    after = pair((rates[0] * factors[0], rates[1] * factors[1]), preloads)
    rest, near = lay.survey(after), lay.survey(after, before.found)
    upright = (
        np.abs(rest.found.pose.roll).max(axis=0) < 0.2
    )  # far over, at the edge of tipping, a limit can have a twin
    edges = rest.found.tips | near.found.tips  # closed on by a bracket, not met by Newton
    for of, off in ((~edges, 1e-6), (edges, 2.0 * EXACT)):
        these = upright & of
        assert near.found.acceleration[these] == pytest.approx(rest.found.acceleration[these], rel=1e-6, abs=off)
    assert near.at.loads == pytest.approx(rest.at.loads, abs=1e-3)
    assert near.roll_gradient == pytest.approx(rest.roll_gradient, rel=1e-9, nan_ok=True)


@few
@given(CARS, RATES, st.floats(2e3, 20e3))
def test_a_stiffer_front_bar_moves_transfer_forward_and_takes_roll(
    car: Car, rates: tuple[float, float], more: float
) -> None:
    """While all four wheels are down."""
    lateral = 0.35 * GRAVITY
    both = [settle(batch([car]), pair((rates[0] + add, rates[1])), lateral) for add in (0.0, more)]
    if all(state.converged[0] and (state.loads > 1.0).all() for state in both):
        before, after = both
        assert after.load_transfer[0, 0] > before.load_transfer[0, 0]
        assert after.load_transfer[0, 1] < before.load_transfer[0, 1]
        assert abs(after.roll[0]) < abs(before.roll[0])


@few
@given(CARS, RATES)
def test_just_before_a_lift_a_wheel_still_touches_the_ground(car: Car, rates: tuple[float, float]) -> None:
    cars, both = batch([car]), pair(rates)
    found = lifts(cars, both).acceleration[0]
    if np.isfinite(found).any():
        first = float(np.nanmin(found))
        near, early = (settle(cars, both, first * part) for part in (0.9995, 0.98))
        assert early.converged[0]
        if near.converged[0]:  # the very edge of tipping over cannot always be told
            inside, before = near.loads[0, [0, 2]], early.loads[0, [0, 2]]
            assert 0.0 < inside.min() < 1e-3 * car.sprung_mass * GRAVITY
            assert (before > inside).all()


@few
@given(CARS, RATES, st.sampled_from(list(Phase)))
def test_grippier_tyres_all_round_raise_both_limits(car: Car, rates: tuple[float, float], phase: Phase) -> None:
    grippier = replace(TYRE, mu0=TYRE.mu0 * 1.05)
    better = replace(GRIP, front=replace(GRIP.front, tyre=grippier), rear=replace(GRIP.rear, tyre=grippier))
    one, other = (limits(batch([car]), pair(rates), grips([held]), [phase]) for held in (GRIP, better))
    known = ~(one.tips | other.tips)
    assert (other.acceleration[known] > one.acceleration[known]).all()


def test_a_balance_far_over_on_two_wheels_is_not_where_the_second_wheel_lifts() -> None:
    """This car falls over as soon as its inside front wheel lifts; it could also balance at 24 deg of roll, at less g."""
    car = Car(
        3.0, 1183.0, 0.5, 0.4375 * 3.0, axle(AxleKind.INDEPENDENT, 1.5, 0.0, 33270.0, 170e3),
        axle(AxleKind.LIVE, 1.5, 0.0, 18e3, 170e3),
    )  # fmt: skip
    cars, none = batch([car]), pair((0.0, 0.0))
    front, rear = lifts(cars, none).acceleration[0]
    assert settle(cars, none, 0.999 * front).converged[0]
    assert not settle(cars, none, 1.01 * front).converged[0]
    assert rear == pytest.approx(front, rel=1e-4)
