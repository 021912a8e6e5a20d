"""The chart of ride height against link length, against arms that are stood level by search."""

from __future__ import annotations

import csv
import io
import math
from dataclasses import replace

import numpy as np
import pytest
from scipy.optimize import brentq

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch
from anchor_beam.documents.core_inputs import pickup
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.records import CarFile, Figure
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.height_chart import Wanted, chart_csv, height_chart
from anchor_beam.session.edits import Choose, SetValue


def slope_with(file: CarFile, height: float, hole: int, length: float) -> float:
    """How the rear left arm stands with a link of this length once the car is lowered and measured anew [rad]."""
    rear = file.car.rear
    risen = rear.pickup_ratio.value * -height
    for side in Side:
        name = f"pickup_height_{side}"
        rear = replace(rear, **{name: Figure(getattr(rear, name).value + risen)})
    end = replace(
        file.bench.rear, hole_left=hole, hole_right=hole, link_left=Figure(length), link_right=Figure(length)
    )
    sides = end_result(rear, end, Axle.REAR).sides
    assert sides is not None
    return sides[0].slope


@pytest.mark.parametrize("height", [-0.03, 0.0, 0.024])
def test_a_length_of_the_chart_puts_the_arm_level_on_the_car_as_it_then_stands(height: float) -> None:
    file = sorrel_finch()
    chart = height_chart(file.car.rear, file.bench.rear, Axle.REAR, Wanted())
    at = int(np.argmin(np.abs(chart.heights - height)))
    for hole in range(len(file.bench.rear.bar.holes)):
        length = chart.lengths[0, hole, at]
        by_search = brentq(lambda x, hole=hole: slope_with(file, height, hole, x), length - 0.012, length + 0.012)
        assert length == pytest.approx(by_search, abs=1e-6)


def test_a_lower_car_needs_longer_links_from_above_and_sides_that_differ_are_told_apart() -> None:
    file = harrow_half_ton()
    chart = height_chart(file.car.front, file.bench.front, Axle.FRONT, Wanted(at_hand=(0.095, 0.3)))
    above = pickup(file.car.front, Side.LEFT).height > 0.0
    assert (np.diff(chart.lengths[0, 0]) < 0.0).all() is np.True_ and above
    assert chart.apart  # the bent arm
    ends = csv.reader(io.StringIO(chart_csv(chart, ("hole 1",))))
    head, *rows = list(ends)
    assert (
        head[0] == "change of ride height [mm]"
        and head[1] == "hole 1, left [mm]"
        and head[-1] == "hole 1, right [mm]"
    )
    assert [row[0] for row in rows][:2] == ["-40", "-38"] and len(rows) == len(chart.heights)
    where = chart.fits[0, 0]
    at = float(np.interp(where, chart.heights, chart.lengths[0, 0]))
    assert at == pytest.approx(0.095, abs=1e-6)
    assert all(math.isnan(x) for x in chart.fits[1])


def test_a_live_axle_rises_with_both_wheels_in_the_chart() -> None:
    file = Choose("car.rear.link_on", LinkMount.LIVE_AXLE).apply(harrow_half_ton())
    chart = height_chart(file.car.rear, file.bench.rear, Axle.REAR, Wanted())
    at_ride, lowered = (int(np.argmin(np.abs(chart.heights - height))) for height in (0.0, -0.02))
    up = pickup(file.car.rear, Side.LEFT).height
    change = chart.lengths[0, 0, lowered] - chart.lengths[0, 0, at_ride]
    assert change == pytest.approx(math.copysign(0.02, up), abs=0.003)


@pytest.mark.parametrize(("low", "high"), [(0.02, -0.02), (-0.4, 0.0), (0.0, 0.0)])
def test_heights_in_the_wrong_order_or_too_far_are_refused(low: float, high: float) -> None:
    with pytest.raises(InputError, match="lowest and a highest"):
        Wanted(lowest=low, highest=high)


def test_a_chart_that_no_link_can_serve_says_so_at_the_heights() -> None:
    file = SetValue("car.rear.pickup_ahead", 0.03).apply(sorrel_finch())
    for side in Side:
        file = SetValue(f"car.rear.pickup_height_{side}", 0.02).apply(file)
    with pytest.raises(NoSolution, match="At none of these heights") as refused:
        height_chart(file.car.rear, file.bench.rear, Axle.REAR, Wanted(square=True))
    assert refused.value.place == "heights"
