"""The settled car against cases of an independent rigid-body solver (data/cars.json), far inside the limits asked for."""

from __future__ import annotations

import math

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import BarBatch, bars
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.jack import JackPoint, jack_until
from anchor_beam.core.car.lift import lifts, roll_gradient
from anchor_beam.core.car.linear import axle_stiffness
from anchor_beam.core.car.model import CarBatch, batch
from support.references import CARS, JACKED, bar_pair, car


@pytest.fixture(params=CARS, ids=lambda case: case["name"])
def case(request: pytest.FixtureRequest) -> tuple[CarBatch, BarBatch, dict]:
    ask = request.param["ask"]["car"]
    return batch([car(ask)]), bars([bar_pair(ask)]), request.param["expect"]


def test_wheel_loads_roll_and_pitch(case: tuple[CarBatch, BarBatch, dict]) -> None:
    cars, pair, expect = case
    for at in expect["cases"]:
        state = settle(cars, pair, at["ay_g"] * GRAVITY, at["ax_g"] * GRAVITY)
        assert bool(state.converged[0]) is at["converged"]
        assert state.loads[0] == pytest.approx(list(at["wheel_loads_N"].values()), abs=0.05)
        assert math.degrees(state.roll[0]) == pytest.approx(at["roll_deg"], abs=2e-4)
        assert math.degrees(state.pitch[0]) == pytest.approx(at["pitch_deg"], abs=2e-4)
        assert state.load_transfer[0] == pytest.approx(list(at["load_transfer_N"].values()), abs=0.05)
        if at["front_share_percent"] is not None:
            assert 100 * state.front_share[0] == pytest.approx(at["front_share_percent"], abs=0.005)


def test_roll_gradient_and_axle_stiffness(case: tuple[CarBatch, BarBatch, dict]) -> None:
    cars, pair, expect = case
    gradient = math.degrees(roll_gradient(cars, pair)[0]) * GRAVITY
    assert gradient == pytest.approx(expect["roll_gradient_deg_per_g"], rel=1e-4)
    stiffness = expect["axle_roll_stiffness_Nm_per_deg"]
    ours = axle_stiffness(cars, pair.roll_stiffness(cars.track))[0] * math.pi / 180.0
    assert list(ours) == pytest.approx([stiffness["front"], stiffness["rear"]], rel=1e-5)


def test_lift_and_tip_over(case: tuple[CarBatch, BarBatch, dict]) -> None:
    cars, pair, expect = case
    ours = lifts(cars, pair).acceleration[0] / GRAVITY
    assert ours == pytest.approx(list(expect["inside_lift_ay_g"].values()), rel=1e-4)


def test_on_a_jack() -> None:
    ask, expect = JACKED[0]["ask"], JACKED[0]["expect"]
    point = JackPoint(ask["jack"]["behind_front_axle_mm"] / 1e3, ask["jack"]["left_mm"] / 1e3)
    found = jack_until(car(ask["car"]), bar_pair(ask["car"]), point, left_sum=ask["until_left_sum_N"])
    assert found.force == pytest.approx(expect["jack_force_N"], rel=1e-5)
    assert found.state.loads[0] == pytest.approx(list(expect["wheel_loads_N"].values()), abs=0.05)
    assert math.degrees(found.state.roll[0]) == pytest.approx(expect["roll_deg"], abs=2e-4)
    assert math.degrees(found.state.pitch[0]) == pytest.approx(expect["pitch_deg"], abs=2e-4)
    assert float(np.sum(found.state.loads)) + found.force == pytest.approx(
        GRAVITY * (780 + 2 * 31 + 2 * 36), rel=1e-9
    )  # what the scales lose, the jack carries
