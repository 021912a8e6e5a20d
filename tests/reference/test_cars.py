"""What the linear car must meet of the rigid-body reference cars: slopes at rest, stiffness, the first wheel to lift."""

from __future__ import annotations

import math

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.linear import LinearResponse, respond
from anchor_beam.core.car.model import batch
from support.references import CARS, bar_roll_stiffness, car


@pytest.fixture(params=CARS, ids=lambda case: case["name"])
def case(request: pytest.FixtureRequest) -> tuple[LinearResponse, dict]:
    ask = request.param["ask"]["car"]
    response = respond(batch([car(ask)]), np.array([bar_roll_stiffness(ask)]))
    return response, request.param


def test_roll_gradient(case: tuple[LinearResponse, dict]) -> None:
    response, reference = case
    gradient = math.degrees(float(response.roll[0])) * GRAVITY
    assert gradient == pytest.approx(reference["expect"]["roll_gradient_deg_per_g"], rel=2e-4)


def test_axle_roll_stiffness(case: tuple[LinearResponse, dict]) -> None:
    response, reference = case
    expect = reference["expect"]["axle_roll_stiffness_Nm_per_deg"]
    ours = response.axle_stiffness[0] * math.pi / 180.0
    assert list(ours) == pytest.approx([expect["front"], expect["rear"]], rel=1e-5)


def test_load_transfer_between_two_states(case: tuple[LinearResponse, dict]) -> None:
    """Differences between states, so that what preload leaves at rest drops out."""
    response, reference = case
    states = reference["expect"]["cases"][:2]
    step = (states[1]["ay_g"] - states[0]["ay_g"]) * GRAVITY
    for i, axle in enumerate(("front", "rear")):
        moved = states[1]["load_transfer_N"][axle] - states[0]["load_transfer_N"][axle]
        assert float(response.transfer[0, i]) * step == pytest.approx(moved, rel=2e-3)


WITHOUT_PRELOAD = [
    case for case in CARS if not any(case["ask"]["car"][axle]["bar"]["preload_mm"] for axle in ("front", "rear"))
]  # the linear car knows no preload yet, and it moves the lift


@pytest.mark.parametrize("reference", WITHOUT_PRELOAD, ids=lambda case: case["name"])
def test_first_wheel_to_lift(reference: dict) -> None:
    ask = reference["ask"]["car"]
    response = respond(batch([car(ask)]), np.array([bar_roll_stiffness(ask)]))
    expect = reference["expect"]["inside_lift_ay_g"]
    first = min((at, axle) for axle, at in expect.items() if at is not None)
    lifts = response.lift_acceleration[0] / GRAVITY
    assert ("front", "rear")[int(np.argmin(lifts))] == first[1]
    assert float(lifts.min()) == pytest.approx(first[0], rel=1.5e-2)
