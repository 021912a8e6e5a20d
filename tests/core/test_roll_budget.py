"""The roll budget: against the closed form of linear roll, the work of the loads, and limits that are known beforehand."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import DISCONNECTED, bars, rate_bar
from anchor_beam.core.car.budget import SMALL, roll_budget
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.linear import respond
from anchor_beam.core.car.mirror import mirrored_cars
from anchor_beam.demo.team import team
from anchor_beam.figures.results import both_turns

CARS = [both_turns(file.car).one for file in team()]
PAIR = bars([(rate_bar(12e3), rate_bar(5e3))])


@pytest.mark.parametrize("car", CARS, ids=["coupe", "estate", "pick-up"])
def test_parts_are_a_whole_and_the_work_of_the_loads(car) -> None:
    found = roll_budget(car, PAIR)
    parts = np.array([*found.tyres[0], *found.springs[0], *found.bars[0], found.chassis[0]])
    assert parts.sum() == pytest.approx(1.0)
    assert (parts >= 0.0).all()
    again = roll_budget(mirrored_cars(car), PAIR)
    assert again.tyres[0] == pytest.approx(found.tyres[0], rel=1e-3)


def test_a_rigid_car_is_the_closed_form() -> None:
    car = replace(CARS[0], chassis_torsion=np.full(1, np.inf), sprung_cg_left=np.zeros(1), wedge=np.zeros(1))
    found, linear = roll_budget(car, PAIR), respond(car, PAIR.roll_stiffness(car.track))
    tyre_roll = 2.0 * linear.transfer / (car.tyre_rate * car.track)
    suspension = linear.roll[:, None] - tyre_roll
    tyres = 0.5 * car.tyre_roll_stiffness * tyre_roll**2
    springs = 0.5 * car.spring_roll_stiffness * suspension**2
    both = 0.5 * PAIR.roll_stiffness(car.track) * suspension**2
    whole = (tyres + springs + both).sum()
    assert found.tyres[0] == pytest.approx(tyres[0] / whole, rel=2e-3)
    assert found.springs[0] == pytest.approx(springs[0] / whole, rel=2e-3)
    assert found.bars[0] == pytest.approx(both[0] / whole, rel=2e-3)
    assert found.chassis[0] == 0.0
    state, rest = settle(car, PAIR, SMALL), settle(car, PAIR, 0.0)
    lever = (car.sprung_cg_height - car.roll_axis_height)[0]
    moment = float(car.sprung_mass[0]) * lever * (SMALL + GRAVITY * float(state.roll[0]))
    couples = (
        car.sprung_share * car.sprung_mass[..., None] * car.roll_centre_height
        + car.unsprung_mass * car.wheel_centre_height
    )
    work = 0.5 * moment * float(state.roll[0] - rest.roll[0]) + 0.5 * float(
        (couples * tyre_roll).sum() * SMALL**2
    )  # of body and couples
    assert whole * SMALL**2 == pytest.approx(work, rel=5e-3)


def test_what_does_not_give_has_no_part() -> None:
    hard = replace(CARS[1], tyre_rate=CARS[1].tyre_rate * 1e4)
    assert roll_budget(hard, PAIR).tyres.sum() < 1e-3
    assert roll_budget(CARS[1], bars([(DISCONNECTED, rate_bar(5e3))])).bars[0, 0] == 0.0
    soft = replace(CARS[1], chassis_torsion=np.full(1, 8e4))
    softer = replace(CARS[1], chassis_torsion=np.full(1, 4e4))
    assert roll_budget(softer, PAIR).chassis[0] > roll_budget(soft, PAIR).chassis[0] > 0.0
    ratio = roll_budget(CARS[1], PAIR)
    stiffness = PAIR.roll_stiffness(CARS[1].track) / CARS[1].spring_roll_stiffness
    assert ratio.bars / ratio.springs == pytest.approx(stiffness)


def test_a_car_that_does_not_stand_has_none() -> None:
    tall = replace(CARS[1], sprung_cg_height=CARS[1].sprung_cg_height * 12.0)
    assert np.isnan(roll_budget(tall, PAIR).tyres).all()
