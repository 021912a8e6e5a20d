"""The demo team is physically consistent, balances as described, and has its three traps."""

from __future__ import annotations

import pickle

import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, team, wicken_estate
from anchor_beam.documents.core_inputs import measured_car
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.recorded import HASH
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.results import results

CARS = {file.car.name: file for file in team()}


@pytest.fixture(params=CARS.values(), ids=CARS.keys())
def file(request: pytest.FixtureRequest) -> CarFile:
    return request.param


def test_a_record_takes_no_hash_to_another_process(file: CarFile) -> None:
    """Text is hashed differently there, and the record would be lost in every cache."""
    before = hash(file.car)
    copy = pickle.loads(pickle.dumps(file.car))
    assert copy == file.car
    assert HASH in vars(file.car)
    assert HASH not in vars(copy)
    assert hash(copy) == before


def test_weights_add_up(file: CarFile) -> None:
    car = file.car
    scales = sum(corner.value for corner in (car.corner_fl, car.corner_fr, car.corner_rl, car.corner_rr))
    made = measured_car(car).cars()
    assert made.sprung_mass[0] + made.unsprung_mass[0].sum() == pytest.approx(scales)
    assert 0.3 < made.sprung_share[0, 1] < 0.7
    left, right = car.corner_fl.value + car.corner_rl.value, car.corner_fr.value + car.corner_rr.value
    assert abs(left - right) < 0.02 * scales


def test_every_setting_has_a_balance_and_usual_figures(file: CarFile) -> None:
    for setting in (*file.settings, file.bench):
        now = results(file.car, setting)
        assert now.problem is None
        assert -5.0 < now.margin < 12.0
        assert 0.6 * GRAVITY < min(now.limits_of(Phase.MIDDLE)) < 1.5 * GRAVITY
        for axle in Axle:
            bar = setting.end(axle).bar
            for name in ("od", "centre_length", "pivot_spacing", "arm_length"):
                assert field_at(f"bench.{axle}.bar.{name}").is_usual(getattr(bar, name).value), (bar.name, name)


def test_standard_links_stand_level_but_for_the_bent_arm(file: CarFile) -> None:
    standard = results(file.car, file.settings[0])
    off = {(axle, i): side.off_level for axle in Axle for i, side in enumerate(standard.end(axle).sides or ())}
    crooked = {key for key, value in off.items() if abs(value) > 1e-3}
    assert crooked == ({(Axle.FRONT, 0)} if file.car.name == "Harrow Half-ton" else set())


def test_standard_balance_is_as_described() -> None:
    margins = {name: results(car.car, car.settings[0]).margin for name, car in CARS.items()}
    assert abs(margins["Sorrel Finch"]) < 0.5, "neutral as standard"
    assert margins["Wicken Estate"] > 6.0, "pushes clearly"
    assert 1.0 < margins["Harrow Half-ton"] < 6.0, "pushes"
    assert results(wicken_estate().car, wicken_estate().bench).margin < margins["Wicken Estate"] - 4.0


def test_the_three_traps_are_there() -> None:
    finch = sorrel_finch()
    left, right = (side.off_level for side in results(finch.car, finch.bench).rear.sides)
    assert left - right == pytest.approx(0.010, abs=2e-4)
    assert wicken_estate().bench.rear.bar.facts.claim == 60.0
    axle = harrow_half_ton().car.front
    assert axle.pickup_height_right.value - axle.pickup_height_left.value == pytest.approx(0.009)
