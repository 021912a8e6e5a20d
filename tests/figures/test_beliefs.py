"""Common beliefs on the demo cars: every figure in an answer worked out another way, and words that follow the figures."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.documents.places import put
from anchor_beam.documents.records import BarState, CarFile, EndSetting, Figure
from anchor_beam.figures.beliefs import LONGER, THICKER, beliefs
from anchor_beam.figures.ends import end_result
from anchor_beam.words import beliefs as words
from anchor_beam.words.beliefs import Belief

CARS = {file.car.name: file for file in team()}
SAID = (
    "Better steel is stiffer.", "The longer link is softer.", "Twice the diameter is twice the bar.",
    "A rear bar plants the rear.", "Stiffer is always faster.",
)  # fmt: skip


def answers(file: CarFile) -> dict[str, Belief]:
    return {belief.said: belief for belief in beliefs(file.car, file.bench)}


def rate(file: CarFile, axle: Axle, end: EndSetting) -> float:
    found = end_result(file.car.axle(axle), end, axle).wheel_rate
    assert found is not None
    return found


@pytest.mark.parametrize("name", list(CARS))
def test_a_car_with_bars_has_an_answer_to_each(name: str) -> None:
    found = answers(CARS[name])
    assert tuple(found) == SAID
    for belief in found.values():
        assert belief.answer.text.count("{}") == len(belief.answer.values)
        assert all(math.isfinite(value) for value, _ in belief.answer.values)


@pytest.mark.parametrize("name", list(CARS))
def test_a_thicker_bar_and_a_longer_link_are_what_the_axle_itself_gives(name: str) -> None:
    file = CARS[name]
    axle, found = Axle.REAR, answers(file)
    end = file.bench.end(axle)
    thick = replace(end, bar=replace(end.bar, od=Figure(end.bar.od.value + THICKER)))
    more = 100.0 * (rate(file, axle, thick) / rate(file, axle, end) - 1.0)
    values = [value for value, _ in found["Twice the diameter is twice the bar."].answer.values]
    assert values == pytest.approx([THICKER, end.bar.od.value, more])
    # the fourth power of the diameter, less what arms of plate, walls, links and bushings keep of it
    assert 0.0 < more <= 100.0 * ((1.0 + THICKER / end.bar.od.value) ** 4 - 1.0) + 0.5
    long = replace(
        end, **{f"link_{side}": Figure(getattr(end, f"link_{side}").value + LONGER) for side in ("left", "right")}
    )
    (by, _), (changed, _) = found["The longer link is softer."].answer.values
    assert by == LONGER and changed == pytest.approx(100.0 * (rate(file, axle, long) / rate(file, axle, end) - 1.0))
    assert abs(changed) < 0.5 * more  # a centimetre of link does less than a millimetre of bar


def test_a_car_without_bars_is_told_only_what_does_not_need_one() -> None:
    file = CARS["Sorrel Finch"]
    for axle in Axle:
        file = put(file, f"bench.{axle}.state", BarState.NONE)
    assert set(answers(file)) <= {"A rear bar plants the rear."}


def test_a_link_that_does_not_reach_is_no_answer_but_is_said() -> None:
    told = words.longer_link(Axle.REAR, 0.2, None).answer
    assert "do not reach here" in told.text and [value for value, _ in told.values] == [0.2]


@pytest.mark.parametrize(("rear", "sigma", "begins"), [
    (-1.2, 0.4, "The other way round"), (1.2, 0.4, "On this car, yes"), (0.3, 0.4, "It cannot be told"),
    (-0.3, 0.4, "It cannot be told"), (0.4, 0.4, "It cannot be told"),
])  # fmt: skip
def test_what_lies_within_its_band_cannot_be_told(rear: float, sigma: float, begins: str) -> None:
    belief = words.planted((0.5, rear), (0.2, sigma))
    assert belief.answer.text.startswith(begins)
    assert [value for value, _ in belief.answer.values] == [rear, 0.5] and belief.answer.bands == (sigma, 0.2)


@pytest.mark.parametrize(("change", "sigma", "begins"), [
    (0.05, 0.05, "It hardly matters here"), (0.05, 0.3, "It cannot be told"), (-0.8, 0.3, "Not here"),
    (0.8, 0.3, "Here it is"),
    (0.2, 0.05, "Here it is"),
])  # fmt: skip
def test_stiffer_is_answered_by_the_limit_and_its_band(change: float, sigma: float, begins: str) -> None:
    belief = words.stiffer_is_faster(change, -0.01, (sigma, 0.001))
    assert belief.answer.text.startswith(begins) and belief.answer.text.endswith("Over bumps that is slower.")


def test_answers_follow_the_car_in_hand() -> None:
    file = CARS["Sorrel Finch"]
    heavy = put(file, "car.cg_height", Figure(1.4 * file.car.cg_height.value))
    one, other = (answers(each)["A rear bar plants the rear."].answer.values[0][0] for each in (file, heavy))
    assert one != pytest.approx(other, abs=0.01)
    assert answers(file)["Better steel is stiffer."].answer == answers(heavy)["Better steel is stiffer."].answer
