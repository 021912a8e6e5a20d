"""The nonlinear car: laws of statics, mirror symmetry, options, a second method, and what is refused."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import DISCONNECTED, WheelBar, bars, rate_bar
from anchor_beam.core.car.batches import joined
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.jack import JackPoint, jack_until
from anchor_beam.core.car.lift import lifts, roll_gradient
from anchor_beam.core.car.linear import respond
from anchor_beam.core.car.measured import MeasuredCar, sound_car
from anchor_beam.core.car.mirror import mirrored_bars, mirrored_cars
from anchor_beam.core.car.model import Stops, batch
from anchor_beam.errors import InputError, NoSolution
from support.references import CARS, bar_pair, car

COUPE, PICK_UP = car(CARS[0]["ask"]["car"]), car(CARS[1]["ask"]["car"])
PAIR = (WheelBar(1500.0, (2.5, 2.7), (0.8, 0.9), (3.0, 4.0), 0.02), WheelBar(700.0, (2.2, 2.0), twist_free=-0.01))
ONE = bars([PAIR])
WEIGHT = GRAVITY * (780 + 62 + 72)

accelerations = st.tuples(st.floats(-14.0, 14.0), st.floats(-7.0, 7.0))


@settings(max_examples=60, deadline=None)
@given(accelerations, st.floats(-0.1, 0.1), st.sampled_from([None, 8e4, 5e5]))
def test_loads_add_up_and_balance_the_masses(at: tuple[float, float], left: float, torsion: float | None) -> None:
    """Total load is the weight; moments about the ground's centre line carry every mass at its height, leaning included."""
    lateral, along = at
    one = replace(COUPE, sprung_cg_left=left, chassis_torsion=torsion)
    state = settle(batch([one]), ONE, lateral, along)
    if not state.converged[0]:
        return
    loads = state.loads[0]
    assert loads.sum() == pytest.approx(WEIGHT, rel=1e-8)
    assert (loads >= 0.0).all()
    tracks = np.array([one.front.track, one.rear.track])
    carried = float((0.5 * tracks * (loads[1::2] - loads[0::2])).sum())
    share = np.array([1 - one.sprung_cg_behind_front / one.wheelbase, one.sprung_cg_behind_front / one.wheelbase])
    axis = float(share @ [one.front.roll_centre_height, one.rear.roll_centre_height])
    phi, u, d = state.axle_roll[0], state.heave[0], one.sprung_cg_height - axis
    height = axis + d * np.cos(phi) + left * np.sin(phi) + u * np.cos(phi) ** 2
    aside = left * np.cos(phi) - d * np.sin(phi) - u * np.sin(phi) * np.cos(phi)
    unsprung = sum(a.unsprung_mass * a.wheel_centre_height for a in (one.front, one.rear))
    overturning = one.sprung_mass * float(share @ (lateral * height - GRAVITY * aside)) + unsprung * lateral
    assert carried == pytest.approx(overturning, abs=1e-5 * WEIGHT)


@settings(max_examples=30, deadline=None)
@given(accelerations)
def test_left_and_right_turns_mirror_exactly(at: tuple[float, float]) -> None:
    lateral, along = at
    for one in (replace(COUPE, sprung_cg_left=0.04, wedge=120.0), PICK_UP):
        here = settle(batch([one]), ONE, lateral, along)
        there = settle(mirrored_cars(batch([one])), mirrored_bars(ONE), -lateral, along)
        assert here.loads[0, [1, 0, 3, 2]] == pytest.approx(there.loads[0], abs=1e-6 * WEIGHT)
        assert here.roll[0] == pytest.approx(-there.roll[0], abs=1e-9)


def test_the_linear_car_is_the_slope_of_the_nonlinear_one() -> None:
    """Two methods: the closed form, and the settled car at a hundredth of a g."""
    for one in (COUPE, PICK_UP):
        cars, small = batch([one]), 0.01 * GRAVITY
        front, rear = np.array([20e3, 9e3]) / cars.track[0] ** 2
        pair = bars([(rate_bar(front), rate_bar(rear))])
        closed, state = respond(cars, pair.roll_stiffness(cars.track)), settle(cars, pair, small)
        assert state.roll[0] / small == pytest.approx(closed.roll[0], rel=1e-5)
        assert state.load_transfer[0] / small == pytest.approx(closed.transfer[0], rel=1e-5)
        assert roll_gradient(cars, pair)[0] == pytest.approx(closed.roll[0], rel=1e-8)


def test_a_batch_is_the_same_as_one_by_one() -> None:
    cars = [car(case["ask"]["car"]) for case in CARS]
    pairs = [bar_pair(case["ask"]["car"]) for case in CARS]
    together = settle(batch(cars), bars(pairs), np.array([3.0, 6.0, 9.0]), -2.0)
    for i, at in enumerate((3.0, 6.0, 9.0)):
        alone = settle(batch([cars[i]]), bars([pairs[i]]), at, -2.0)
        assert together.loads[i] == pytest.approx(alone.loads[0], abs=1e-6)


def test_no_bar_is_a_bar_of_no_stiffness_and_preload_needs_one() -> None:
    none = settle(batch([COUPE]), bars([(DISCONNECTED, DISCONNECTED)]), 6.0)
    soft = settle(batch([COUPE]), bars([(rate_bar(0.0, 0.05), rate_bar(1e-9))]), 6.0)
    assert soft.loads[0] == pytest.approx(none.loads[0], abs=1e-6)


def test_a_soft_chassis_gives_each_end_its_own_roll_and_a_stiff_one_none() -> None:
    pair = bars([(rate_bar(30e3), rate_bar(0.0))])
    rigid = settle(batch([COUPE]), pair, 6.0)
    found = {K: settle(batch([replace(COUPE, chassis_torsion=K)]), pair, 6.0) for K in (1e9, 5e4, 1e4)}
    assert found[1e9].loads[0] == pytest.approx(rigid.loads[0], abs=0.01)
    twist = [float(state.axle_roll[0, 1] - state.axle_roll[0, 0]) for state in found.values()]
    assert 0.0 < twist[0] < twist[1] < twist[2]
    shares = [float(state.front_share[0]) for state in found.values()]
    assert shares[0] > shares[1] > shares[2]  # the stiffer end loses its lead as the chassis gives way


def test_staggered_holes_lift_the_body_and_a_stop_holds_it() -> None:
    stagger = bars([(DISCONNECTED, WheelBar(9e3, (1.3, 0.7)))])
    even = bars([(DISCONNECTED, rate_bar(9e3))])
    assert abs(settle(batch([COUPE]), stagger, 8.0).heave[0]) > 1e3 * abs(settle(batch([COUPE]), even, 8.0).heave[0])
    stops = Stops(gap=0.01, rate=2e5, droop=0.015)
    stopped = replace(COUPE, rear=replace(COUPE.rear, stops=stops), front=replace(COUPE.front, stops=stops))
    free, held = (settle(batch([one]), even, 10.0) for one in (COUPE, stopped))
    assert held.converged[0]
    assert free.travel[0].max() > 0.02 > 0.015 > held.travel[0].max()
    assert held.travel[0].min() > -0.0165  # the strap ends the droop
    assert held.roll[0] < free.roll[0]
    assert held.loads[0].sum() == pytest.approx(WEIGHT, rel=1e-8)


def test_jacking_forces_raise_the_body_by_what_the_links_push() -> None:
    """Against the closed form for one axle: the net push over both wheel rates in series with nothing."""
    plain, jacked = (settle(batch([replace(COUPE, jacking=j)]), ONE, 8.0) for j in (0.0, 1.0))
    assert jacked.converged[0]
    assert jacked.heave[0] > plain.heave[0] + 1e-3
    assert jacked.loads[0].sum() == pytest.approx(WEIGHT, rel=1e-8)
    up = []
    for i, axle in enumerate((COUPE.front, COUPE.rear)):
        loads = jacked.loads[0, 2 * i : 2 * i + 2]
        share = (COUPE.wheelbase - COUPE.sprung_cg_behind_front, COUPE.sprung_cg_behind_front)[i] / COUPE.wheelbase
        couple = share * COUPE.sprung_mass * 8.0 * axle.roll_centre_height / axle.track
        up.append(2.0 * couple * (loads[1] - loads[0]) / loads.sum())
    lifted = jacked.heave[0] - plain.heave[0]
    rates = 2.0 * (COUPE.front.spring_rate + COUPE.rear.spring_rate)
    assert lifted == pytest.approx(sum(up) / rates, rel=0.05)


def test_more_rear_bar_more_rear_transfer_and_less_roll() -> None:
    steps = np.linspace(0.0, 20e3, 9)
    many = bars([(rate_bar(9e3), rate_bar(float(step))) for step in steps])
    state = settle(batch([COUPE]), many, 6.0)
    assert (np.diff(state.front_share) < 0.0).all()
    assert (np.diff(state.roll) < 0.0).all()
    assert (state.residual < 1e-9).all()


def test_preload_moves_lift_to_one_side() -> None:
    preload = bars([(rate_bar(9e3), rate_bar(7e3, 0.01))])
    both = joined([preload, mirrored_bars(preload)])
    left, right = lifts(batch([COUPE]), both).acceleration
    assert left.min() != pytest.approx(right.min(), rel=1e-3)


def test_a_car_without_springs_to_speak_of_falls_over_and_says_so() -> None:
    limp = replace(COUPE, front=replace(COUPE.front, spring_rate=20.0), rear=replace(COUPE.rear, spring_rate=20.0))
    assert not settle(batch([limp]), bars([(DISCONNECTED, DISCONNECTED)]), 3.0).converged[0]
    assert np.isnan(respond(batch([limp]), np.zeros((1, 2))).roll[0])


def test_a_jack_that_cannot_do_it_says_why() -> None:
    pair = (rate_bar(9e3), rate_bar(7e3))
    with pytest.raises(InputError) as caught:
        jack_until(COUPE, pair, JackPoint(1.3, 0.6), left_sum=9000.0)
    assert caught.value.place == "until_left_sum"
    with pytest.raises(NoSolution):
        jack_until(COUPE, pair, JackPoint(1.3, -0.7), left_sum=1000.0)  # on the right it takes nothing off the left


def measured(corners: tuple[float, float, float, float], **changes: float) -> MeasuredCar:
    """A kit coupe on its scales."""
    one = {"wheelbase": 2.4, "cg_height": 0.45, "chassis_torsion": np.inf, "yaw_index": 0.9} | changes
    one |= dict(zip(("corner_fl", "corner_fr", "corner_rl", "corner_rr"), corners, strict=True))
    axles = {
        "track": (1.47, 1.49), "wheel_centre_height": (0.29, 0.3), "roll_centre_height": (0.045, 0.08),
        "unsprung_mass": (31.0, 36.0), "spring_rate": (36e3, 43e3), "spring_ratio": (0.8, 0.85), "spring_base": (1.0, 1.0),
        "tyre_rate": (175e3, 195e3), "damping": (0.5, 0.6), "bump_gap": (0.05, 0.06), "bump_rate": (6e4, 6e4),
        "droop": (0.08, 0.08),
    }  # fmt: skip
    arrays = {name: np.array([value]) for name, value in (one | axles).items()}
    return MeasuredCar(live=np.array([False, False]), stopped=np.array([False, False]), **arrays)


def test_corner_weights_put_the_centre_of_gravity_where_the_scales_say() -> None:
    scales = (215.0, 195.0, 262.0, 248.0)
    made = measured(scales).cars()
    unsprung = made.unsprung_mass[0]
    total = made.sprung_mass[0] + unsprung.sum()
    assert total == pytest.approx(920.0)
    height = made.sprung_mass[0] * made.sprung_cg_height[0] + (unsprung * made.wheel_centre_height[0]).sum()
    assert height / total == pytest.approx(0.45)
    standing = settle(made, bars([(DISCONNECTED, DISCONNECTED)]), 0.0)
    assert standing.loads[0] / GRAVITY == pytest.approx(scales)  # offset and wedge together
    assert standing.roll[0] == pytest.approx(0.0, abs=1e-9)
    assert made.wheel_rate[0] == pytest.approx([36e3 * 0.64, 43e3 * 0.7225])
    assert made.yaw_inertia[0] == pytest.approx(0.9 * 410.0 * 510.0 / 920.0 * 2.4**2)
    front = 2.0 * 0.5 * np.sqrt(36e3 * 0.64 * (410.0 - 62.0) / 2.0)  # of one damper [N s/m]
    assert made.roll_damping[0, 0] == pytest.approx(0.5 * front * 1.47**2)


def refuse(corners: tuple[float, float, float, float], **changes: float) -> InputError:
    with pytest.raises(InputError) as caught:
        sound_car(measured(corners, **({"chassis_torsion": 5e5} | changes)))
    return caught.value


def test_weights_that_cannot_be_are_refused_at_their_corner() -> None:
    assert refuse((-5.0, 210.0, 260.0, 250.0)).place == "corner_fl"
    assert refuse((20.0, 20.0, 260.0, 250.0)).place == "corner_fl"
    assert refuse((200.0, 210.0, 260.0, 250.0), cg_height=0.02).place == "cg_height"
    assert refuse((200.0, 210.0, 260.0, 250.0), wheelbase=0.0).place == "wheelbase"


@pytest.mark.parametrize(("change", "place"), [
    ({"sprung_cg_left": 2.0}, "sprung_cg_left"), ({"chassis_torsion": 0.0}, "chassis_torsion"),
    ({"sprung_cg_height": -0.1}, "cg_height"), ({"sprung_cg_behind_front": 3.0}, "sprung_cg_behind_front"),
])  # fmt: skip
def test_a_car_that_cannot_be_is_refused_at_its_figure(change: dict[str, float], place: str) -> None:
    with pytest.raises(InputError) as caught:
        replace(COUPE, **change)
    assert caught.value.place == place


def test_braking_moves_load_forward_by_the_moment_of_all_masses() -> None:
    state = settle(batch([COUPE]), ONE, 5.0, -4.0)
    along = settle(batch([COUPE]), ONE, 5.0, 0.0)
    moment = COUPE.sprung_mass * COUPE.sprung_cg_height + sum(
        a.unsprung_mass * a.wheel_centre_height for a in (COUPE.front, COUPE.rear)
    )
    moved = state.loads[0].reshape(2, 2).sum(axis=1) - along.loads[0].reshape(2, 2).sum(axis=1)
    assert moved == pytest.approx(np.array([1.0, -1.0]) * moment * 4.0 / COUPE.wheelbase, rel=1e-6)
    assert state.pitch[0] > 0.0  # nose down


@settings(max_examples=20, deadline=None)
@given(st.floats(2e3, 1e6), st.floats(0.5, 9.0))
def test_each_end_of_a_twisted_chassis_is_in_balance_by_itself(torsion: float, lateral: float) -> None:
    one = replace(COUPE, chassis_torsion=torsion)
    state = settle(batch([one]), bars([(rate_bar(25e3), rate_bar(2e3))]), lateral)
    if not state.converged[0]:
        return
    share = one.sprung_cg_behind_front / one.wheelbase
    axis = (1 - share) * one.front.roll_centre_height + share * one.rear.roll_centre_height
    d, u = one.sprung_cg_height - axis, float(state.heave[0])
    twist = torsion * float(state.axle_roll[0, 1] - state.axle_roll[0, 0])
    for i, (axle, part, sign) in enumerate(((one.front, 1 - share, 1.0), (one.rear, share, -1.0))):
        phi = float(state.axle_roll[0, i])
        height, aside = d * np.cos(phi) + u * np.cos(phi) ** 2, -(d + u * np.cos(phi)) * np.sin(phi)
        own = part * one.sprung_mass * (lateral * height - GRAVITY * aside)
        couple = (
            part * one.sprung_mass * axle.roll_centre_height + axle.unsprung_mass * axle.wheel_centre_height
        ) * lateral
        carried = axle.track * float(state.load_transfer[0, i])
        assert carried == pytest.approx(own + couple + sign * twist, abs=1e-5 * WEIGHT)
