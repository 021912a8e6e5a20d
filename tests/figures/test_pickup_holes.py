"""A choice of holes at the far end of the links."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.linkage.holes import Holes
from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import sorrel_finch
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.places import put
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import DocumentError, InputError
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.ladder import ladder
from anchor_beam.figures.lengths import squarest_pickup
from anchor_beam.figures.plane import plane
from anchor_beam.session.edits import Choose, LevelLink, ReachRung, SetPickup, SetValue


@pytest.fixture
def three() -> CarFile:
    """Three holes along a control arm, 30 mm apart."""
    file = Choose("car.rear.link_on", LinkMount.ARM).apply(sorrel_finch())
    file = SetValue("car.rear.pickup_holes", 3.0).apply(file)
    return SetValue("car.rear.pickup_step_out", 0.030).apply(file)


def test_a_hole_further_out_moves_more_and_makes_the_bar_stiffer(three: CarFile) -> None:
    stiffness = [
        end_result(three.car.rear, SetPickup(Axle.REAR, i).apply(three).bench.rear, Axle.REAR).roll_stiffness
        for i in range(3)
    ]
    assert stiffness[0] < stiffness[1] < stiffness[2]
    arm = three.car.rear
    first = arm.pickup_spacing.value / 2 - arm.inner_front_out.value  # from the arm's inner axis
    by_lever = ((first + 0.060) / first) ** 2
    assert stiffness[2] / stiffness[0] == pytest.approx(by_lever, rel=0.05)  # the link leans as well


def test_every_combination_is_on_the_ladder_and_on_the_map_and_can_be_reached(three: CarFile) -> None:
    before = ladder(sorrel_finch().car, sorrel_finch().bench)
    after = ladder(three.car, three.bench)
    assert len(after.rungs) + after.out_of_reach == 3 * (len(before.rungs) + before.out_of_reach)
    assert {rung.rear.pickup for rung in after.rungs} == {0, 1, 2}
    spots = plane(three.car, three.bench)
    assert {(spot.front, spot.rear) for spot in spots} == {(rung.front, rung.rear) for rung in after.rungs}
    there = ReachRung(Holes(1, 1), Holes(0, 1, 2)).apply(three)
    assert (there.bench.front.holes, there.bench.rear.holes) == (Holes(1, 1), Holes(0, 1, 2))


def test_holes_survive_a_file_and_one_that_is_not_there_is_named(three: CarFile) -> None:
    hung = SetPickup(Axle.REAR, 2).apply(three)
    assert from_json(to_json(hung)).bench.rear.pickup == 2
    fewer = put(hung, "car.rear.pickup_holes", replace(hung.car.rear.pickup_holes, value=2.0))
    with pytest.raises(DocumentError) as refused:
        from_json(to_json(fewer))
    assert any(
        problem.place == "bench.rear.pickup" and problem.accepts == "1 to 2" for problem in refused.value.problems
    )
    with pytest.raises(InputError, match="hangs in pick-up hole 3"):
        SetValue("car.rear.pickup_holes", 2.0).apply(hung)
    with pytest.raises(InputError, match="Holes are counted"):
        SetValue("car.rear.pickup_holes", 2.5).apply(three)
    half = put(three, "car.rear.pickup_holes", replace(three.car.rear.pickup_holes, value=2.5))
    with pytest.raises(DocumentError) as uncounted:
        from_json(to_json(half))
    assert {problem.place for problem in uncounted.value.problems} == {"car.rear.pickup_holes"}
    with pytest.raises(InputError, match="no rear pick-up hole 4"):
        SetPickup(Axle.REAR, 3).apply(three)


def test_the_hole_nearest_square_is_the_one_whose_level_links_lean_least(three: CarFile) -> None:
    leans = []
    for hole in range(3):
        there = LevelLink(Axle.REAR, tuple(Side)).apply(SetPickup(Axle.REAR, hole).apply(three))
        sides = end_result(there.car.rear, there.bench.rear, Axle.REAR).sides
        leans.append(max(side.where.square_off[0] for side in sides))
    found = squarest_pickup(three.car.rear, three.bench.rear, Axle.REAR)
    assert found is not None and found[0] == int(np.argmin(leans)) and found[1] == pytest.approx(min(leans), abs=1e-6)
    assert squarest_pickup(sorrel_finch().car.rear, sorrel_finch().bench.rear, Axle.REAR) is None
