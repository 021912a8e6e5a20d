"""The linear car and the first balance: statics, laws, and what is refused."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.linear import respond
from anchor_beam.core.car.model import Car, batch, car_from_corner_weights
from anchor_beam.core.grip.balance import balance, load_transfer
from anchor_beam.core.grip.tyre import grip
from anchor_beam.core.uncertainty.propagate import first_order
from anchor_beam.errors import InputError
from support.references import CARS, bar_roll_stiffness, car

COUPE = car(CARS[0]["ask"]["car"])
BARS = np.array([bar_roll_stiffness(CARS[0]["ask"]["car"])])
MU, P = np.array(0.95), np.array(0.14)


@settings(max_examples=40, deadline=None)
@given(st.floats(0.0, 60e3), st.floats(0.0, 60e3))
def test_the_overturning_moment_is_carried_whole(front: float, rear: float) -> None:
    """Moments about the ground: both axles together carry every mass at its height, the body leaning out as well."""
    response = respond(batch([COUPE]), np.array([[front, rear]]))
    carried = float((response.transfer * response.track).sum())
    unsprung = sum(a.unsprung_mass * a.wheel_centre_height for a in (COUPE.front, COUPE.rear))
    share = COUPE.sprung_cg_behind_front / COUPE.wheelbase
    axis = (1 - share) * COUPE.front.roll_centre_height + share * COUPE.rear.roll_centre_height
    lean = GRAVITY * COUPE.sprung_mass * (COUPE.sprung_cg_height - axis) * float(response.roll[0])
    assert carried == pytest.approx(COUPE.sprung_mass * COUPE.sprung_cg_height + unsprung + lean, rel=1e-9)


def test_a_stiffer_rear_bar_moves_load_transfer_to_the_rear_and_margin_down() -> None:
    steps = np.linspace(0.0, 40e3, 9)
    response = respond(batch([COUPE]).spread_over(9), np.stack([np.full(9, float(BARS[0, 0])), steps], axis=-1)[None])
    found = balance(response, MU, P)
    assert (np.diff(response.front_share[0]) < 0.0).all()
    assert (np.diff(found.margin[0]) < 0.0).all()
    assert (np.diff(response.roll[0]) < 0.0).all()


def test_the_limit_is_where_grip_meets_demand() -> None:
    response = respond(batch([COUPE]), BARS)
    found = balance(response, MU, P)
    half = 0.5 * response.static_load
    moved = load_transfer(response, found.limits)
    reference = half.sum() / 2.0
    force = grip(half - moved, reference, MU, P) + grip(half + moved, reference, MU, P)
    assert force == pytest.approx(response.lateral_mass * found.limits, rel=1e-8)
    assert found.residual < 1e-8


def test_without_load_sensitivity_every_car_is_neutral_at_its_grip() -> None:
    found = balance(respond(batch([COUPE]), BARS), MU, np.array(0.0))
    assert found.margin[0] == pytest.approx(0.0, abs=1e-6)
    assert found.limits[0] == pytest.approx([0.95 * GRAVITY] * 2, rel=1e-6)


def test_beyond_the_first_lift_the_other_axle_takes_the_rest() -> None:
    response = respond(batch([COUPE]), BARS)
    first, second = np.argsort(response.lift_acceleration[0])
    at = float(response.lift_acceleration[0, first]) * 1.05
    moved = load_transfer(response, np.full((1, 2), at))[0]
    total = at * float((response.transfer * response.track).sum())
    assert moved[first] == pytest.approx(0.5 * float(response.static_load[0, first]))
    assert float((moved * response.track[0]).sum()) == pytest.approx(total, rel=1e-9)
    assert moved[second] > at * float(response.transfer[0, second])


def test_a_tall_car_on_grippy_tyres_tips_and_says_so() -> None:
    tall = replace(COUPE, sprung_cg_height=1.3)
    found = balance(respond(batch([tall]), BARS * 3), np.array(2.2), np.array(0.0))
    assert found.capped.all()
    assert (found.limits < 1.2 * GRAVITY).all()


def test_springs_that_do_not_hold_the_body_give_no_number() -> None:
    limp = replace(COUPE, front=replace(COUPE.front, spring_rate=20.0), rear=replace(COUPE.rear, spring_rate=20.0))
    assert np.isnan(respond(batch([limp]), np.zeros((1, 2))).roll[0])


def test_corner_weights_put_the_centre_of_gravity_where_the_scales_say() -> None:
    made = car_from_corner_weights(
        (200.0, 210.0, 260.0, 250.0), wheelbase=2.4, cg_height=0.45, front=COUPE.front, rear=COUPE.rear
    )
    total = made.sprung_mass + made.front.unsprung_mass + made.rear.unsprung_mass
    assert total == pytest.approx(920.0)
    static = batch([made]).static_load[0] / GRAVITY
    assert static == pytest.approx([410.0, 510.0])
    height = made.sprung_mass * made.sprung_cg_height + sum(
        axle.unsprung_mass * axle.wheel_centre_height for axle in (made.front, made.rear)
    )
    assert height / total == pytest.approx(0.45)


def refuse(corners: tuple[float, float, float, float], **changes: float) -> InputError:
    given_ = {"wheelbase": 2.4, "cg_height": 0.45} | changes
    with pytest.raises(InputError) as caught:
        car_from_corner_weights(corners, front=COUPE.front, rear=COUPE.rear, **given_)
    return caught.value


def test_weights_that_cannot_be_are_refused_at_their_corner() -> None:
    assert refuse((-5.0, 210.0, 260.0, 250.0)).place == "corner_fl"
    assert refuse((20.0, 20.0, 260.0, 250.0)).place == "corner_fl"
    assert refuse((200.0, 210.0, 260.0, 250.0), cg_height=0.02).place == "cg_height"
    assert refuse((200.0, 210.0, 260.0, 250.0), wheelbase=0.0).place == "wheelbase"


def test_a_batch_is_the_same_as_one_by_one() -> None:
    cars: list[Car] = [car(case["ask"]["car"]) for case in CARS]
    bars = np.array([bar_roll_stiffness(case["ask"]["car"]) for case in CARS])
    together = balance(respond(batch(cars), bars), MU, P)
    for i, one in enumerate(cars):
        alone = balance(respond(batch([one]), bars[i : i + 1]), MU, P)
        assert together.margin[i] == pytest.approx(float(alone.margin[0]), rel=1e-9)


def test_first_order_bands_agree_with_monte_carlo() -> None:
    """Two methods for one band: central differences against 4000 seeded draws through the same function."""
    centre, spread = np.array([0.95, 0.14, 0.46]), np.array([0.04, 0.03, 0.02])

    def figures(rows: np.ndarray) -> np.ndarray:
        cars = batch([replace(COUPE, sprung_cg_height=float(height)) for height in rows[:, 2]])
        response = respond(cars, np.broadcast_to(BARS, (len(rows), 2)))
        margin = balance(response, rows[:, :1], rows[:, 1:2]).margin
        return np.stack([margin, response.roll], axis=-1)

    band = first_order(figures, centre, spread)
    draws = np.random.default_rng(7).normal(centre, spread, size=(4000, 3))
    assert band.sigma == pytest.approx(figures(draws).std(axis=0), rel=0.05)
    assert band.shares.sum(axis=0) == pytest.approx([1.0, 1.0])
    assert band.shares[2, 1] == pytest.approx(1.0)  # roll knows only the height of these three
