"""The schools of tuning on cars whose answers were worked out elsewhere."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.car.bars import DISCONNECTED, bars, rate_bar
from anchor_beam.core.car.model import batch
from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import grips
from anchor_beam.core.grip.schools import Cure, School, changes, cures
from support.cars import HATCH, HATCH_GRIP, STREET, car, grip

MIDDLE, BRAKES = FIVE.index(Phase.MIDDLE), FIVE.index(Phase.BRAKES)


def tried(found: tuple[Cure, ...]) -> dict[School, Cure]:
    return {cure.school: cure for cure in found}


def test_each_cure_is_what_the_car_does_with_those_bars() -> None:
    cars, held = batch([HATCH]), grips([HATCH_GRIP])
    pair = rate_bar(8e3), rate_bar(8e3)
    found = tried(cures(cars, pair, held))
    base = limits(cars, bars([pair]), held)
    for school, changed in (
        (School.GRIP, (rate_bar(6.4e3), pair[1])), (School.UNHOOK, (DISCONNECTED, pair[1])),
        (School.PLATFORM, (rate_bar(9.6e3), pair[1])), (School.REAR, (pair[0], rate_bar(9.6e3))),
    ):  # fmt: skip
        there = limits(cars, bars([changed]), held)
        assert found[school].margins == pytest.approx(there.margin[0] - base.margin[0], abs=1e-5)
        assert found[school].limits == pytest.approx(there.acceleration[0] - base.acceleration[0], abs=1e-5)
    for school, many in changes(batch([HATCH, HATCH]), bars([pair, pair]), grips([HATCH_GRIP, HATCH_GRIP])).items():
        assert many[1, :-1] == pytest.approx(found[school].margins, abs=1e-5)  # of many cars the same
        assert many[1, -1] == pytest.approx(found[school].roll, abs=1e-9)
    assert found[School.REAR].margins[MIDDLE] < 0.0 and found[School.REAR].roll < 0.0
    assert found[School.REAR].margins[BRAKES] < 0.0  # and it costs stability on the brakes
    leaning = replace(HATCH_GRIP, front=replace(HATCH_GRIP.front, camber=(np.radians(-1.1),) * 2))
    there = limits(cars, bars([pair]), grips([leaning]))
    assert found[School.CAMBER].margins == pytest.approx(there.margin[0] - base.margin[0], abs=1e-5)


def test_a_strut_car_with_its_inside_wheel_in_the_air_contradicts_the_grip_school() -> None:
    """12.6 % of push without a front bar, 3.9 with 8 N/mm, 8.3 with 26: worked out elsewhere."""
    tall = car(
        mass=1180,
        wheelbase=2.6,
        front=0.60,
        height=0.60,
        tracks=(1530, 1525),
        centres=(30, 80),
        rates=(16, 20),
        tyre=200,
    )
    tyre = replace(STREET, load_sensitivity=0.14, camber_loss=0.0025 / np.radians(1.0) ** 2)
    held = grips([grip(tyre, (-0.3, -1.0), (0.95, 0.0))])
    found = tried(cures(batch([tall]), (rate_bar(8e3), rate_bar(14e3)), held))
    assert found[School.UNHOOK].margins[MIDDLE] == pytest.approx(12.6 - 3.9, rel=0.1)


def test_a_bar_that_is_not_there_cannot_be_changed() -> None:
    found = tried(cures(batch([HATCH]), (DISCONNECTED, rate_bar(8e3)), grips([HATCH_GRIP])))
    assert set(found) == {School.REAR, School.CAMBER}
