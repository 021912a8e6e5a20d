"""What a setting is warned of: each with its figure, and gone once what would lift it is done."""

from __future__ import annotations

from dataclasses import replace

import pytest

from anchor_beam.core.car.bars import bars
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.model import Differential, Drive
from anchor_beam.core.grip.tyre import Road
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch, wicken_estate
from anchor_beam.documents.places import put
from anchor_beam.documents.records import CarFile, Figure
from anchor_beam.figures.reasons import turning_points
from anchor_beam.figures.results import both_turns, cornering, results
from anchor_beam.figures.warnings import warnings
from anchor_beam.units.kinds import System
from anchor_beam.words.warnings import Warned
from support.desk import Desk

LIFTING = put(wicken_estate(), "bench.rear.bar.od", Figure(0.030))  # front-wheel drive
SPINNING = put(LIFTING, "car.drive", Drive.REAR)


def of(file: CarFile) -> dict[str, list[Warned]]:
    found: dict[str, list[Warned]] = {}
    for one in warnings(file.car, file.bench, file.reference_setting):
        found.setdefault(one.title, []).append(one)
    return found


def test_a_balance_that_turns_round_in_the_wet_is_told_with_both_figures() -> None:
    finch = sorrel_finch()
    (one,) = of(finch)["Turns round in the wet"]
    wet = results(replace(finch.car, road=Road.WET), finch.bench).margin
    assert [value for value, _ in one.reason.values] == [abs(results(finch.car, finch.bench).margin), abs(wet)]
    assert "Push 0.6" in one.said(System.METRIC)
    (cure,) = [value for value, _ in one.lifts.values]
    pair = results(finch.car, finch.bench)
    scaled = replace(pair.front.wheel_bar, K_theta=pair.front.wheel_bar.K_theta * (1.0 + cure / 100.0))
    assert "front bar" in one.lifts.text and "stiffer" in one.lifts.text
    in_rain = both_turns(replace(finch.car, road=Road.WET))
    found = cornering(in_rain, bars([(scaled, pair.rear.wheel_bar)])).limits
    assert found.margin[:, found.phases.index(Phase.MIDDLE)].mean() == pytest.approx(0.0, abs=0.15)


def test_one_end_alone_is_told_with_the_band_of_its_step() -> None:
    estate = wicken_estate()
    (one,) = of(estate)["One end alone"]
    assert "rear bar differs" in one.said(System.METRIC)
    step = results(estate.car, estate.bench).margin - results(estate.car, estate.reference_setting).margin
    assert one.reason.values[0][0] == pytest.approx(step)
    assert 0.0 < one.reason.bands[0] < abs(step)
    both = put(estate, "bench.front.bar.od", Figure(0.024))
    assert "One end alone" not in of(both)
    same = replace(estate, bench=replace(estate.reference_setting, name="again"))
    assert "One end alone" not in of(same)


def test_a_driven_wheel_in_the_air_costs_drive_and_an_undriven_one_does_not() -> None:
    assert "A driven wheel lifts" not in of(LIFTING)
    now = results(SPINNING.car, SPINNING.bench)
    axle, lift = now.first_lift
    assert axle is Axle.REAR
    assert lift < min(now.limits_of(Phase.MIDDLE))
    (one,) = of(SPINNING)["A driven wheel lifts"]
    assert one.reason.values[0][0] == pytest.approx(lift, rel=0.02)
    locked = put(SPINNING, "car.rear.differential", Differential.LOCKED)
    assert "A driven wheel lifts" not in of(locked)


def test_a_bar_beyond_what_the_inside_wheel_can_use_is_told_where() -> None:
    (one,) = of(LIFTING)["Stiffer than it can use"]
    points = turning_points(LIFTING.car, LIFTING.bench, Axle.REAR)
    assert one.lifts.values[0][0] == min(point.rate for point in points)
    assert one.lifts.values[0][0] < results(LIFTING.car, LIFTING.bench).rear.wheel_rate


def test_the_strip_says_them_and_what_is_not_judged(desk: Desk) -> None:
    page = desk.stage("Bars")
    desk.rest()
    assert page.strip.buttons["warnings"].text() == "warnings 2", "also to who looks at the ladder"
    assert page.strip.buttons["warnings"].accessibleName() == "show warnings, 2"
    desk.click(page.strip.buttons["warnings"])
    desk.rest()
    view = page.warnings
    said = [line.text() for line in view.lines if line.isVisible()]
    assert said[0].startswith("Turns round in the wet. Push 0.6")
    assert any(line.startswith("Harsh over one bump") for line in said)
    assert "not judged" in view.said.text()
    for place in ("bench.front.bar.od", "bench.rear.bar.od"):
        axle = Axle.FRONT if "front" in place else Axle.REAR
        desk.click(page.tabs.buttons[axle])
        desk.type(desk.field(place), "10")
    desk.rest()
    assert not any(line.text().startswith("Harsh") for line in view.lines if line.isVisible())
    assert page.strip.buttons["warnings"].text() in ("warnings", "warnings 1")
