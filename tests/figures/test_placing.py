"""Where a mount may sit: every judgement against a car that is made with the mount there."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import sorrel_finch
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.obstacles import Held, Obstacle, Shape, Thing
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import InputError, NoSolution
from anchor_beam.figures.clearance import LINK
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.placing import Best, Wanted, wanted_of, zone
from anchor_beam.figures.results import results
from anchor_beam.session.edits import Choose, PlaceMount, SetReading

FINCH = sorrel_finch()
WANTED = Wanted(0.070, 0.120, math.radians(18.0), (0.170, 0.290), (0.040, 0.150))


def found(
    file: CarFile,
    wanted: Wanted = WANTED,
    around: tuple[Obstacle, ...] = (),
    side: Side = Side.LEFT,
    points: int = 13,
):
    return zone(file.car.rear, file.bench.rear, Axle.REAR, side, wanted, around, points)


@pytest.mark.parametrize("side", list(Side))
def test_the_zone_is_what_trying_every_point_on_the_car_gives(side: Side) -> None:
    seen = found(FINCH, side=side)
    assert 0.1 < seen.allowed.mean() < 0.9
    for i, up in enumerate(seen.up):
        for j, ahead in enumerate(seen.ahead):
            placed = PlaceMount(Axle.REAR, tuple(Side), float(ahead), float(up)).apply(FINCH)
            this = end_result(placed.car.rear, placed.bench.rear, Axle.REAR).sides
            assert this is not None
            one = this[side.position]
            kept = (
                WANTED.shortest <= one.fitted <= WANTED.longest
                and float(one.where.square_off[0]) <= WANTED.off_square
            )
            lasts = one.travel is not None and float(one.travel.where.over_centre.min()) >= 0.35
            assert bool(seen.allowed[i, j]) is (kept and lasts), (ahead, up)


def test_the_best_points_are_in_the_zone_and_say_what_the_car_then_shows() -> None:
    seen = found(FINCH, points=25)
    best = dict(seen.best)
    assert set(best) <= set(Best) and Best.SQUARE in best
    for point in best.values():
        i, j = int(np.argmin(np.abs(seen.up - point.up))), int(np.argmin(np.abs(seen.ahead - point.ahead)))
        assert seen.allowed[i, j]
        placed = PlaceMount(Axle.REAR, tuple(Side), point.ahead, point.up).apply(FINCH)
        side = end_result(placed.car.rear, placed.bench.rear, Axle.REAR).sides[0]
        assert side.fitted == pytest.approx(point.length, abs=1e-5) and abs(side.off_level) < 1e-6
        assert float(side.where.square_off[0]) == pytest.approx(point.off_square, abs=2e-4)
        before = end_result(FINCH.car.rear, FINCH.bench.rear, Axle.REAR).sides[0]
        assert (side.motion_ratio / before.motion_ratio) ** 2 == pytest.approx(point.wheel_rate, rel=1e-4)
    square = seen.best[0][1]
    assert all(square.off_square <= point.off_square for point in best.values())


def test_something_in_the_way_takes_its_place_out_of_the_zone_and_a_guess_does_not() -> None:
    y = 0.45
    thing = Obstacle(
        "pipe", Axle.REAR, Thing.SOFT, Held.BODY, Shape.ROD, (-0.22, y - 0.1, 0.09, -0.22, y + 0.1, 0.09, 0.01)
    )
    free, blocked = found(FINCH), found(FINCH, around=(thing,))
    assert blocked.allowed.sum() < free.allowed.sum() and not (blocked.allowed & ~free.allowed).any()
    assert ("it would come too near to something" in dict(blocked.why_not)) and "most room" in {
        str(w) for w, _ in blocked.best
    }
    assert (found(FINCH, around=(replace(thing, measured=False),)).allowed == free.allowed).all()
    (_, roomy) = next(each for each in blocked.best if each[0] is Best.FREEST)
    assert math.hypot(roomy.ahead - 0.22, roomy.up - 0.09) > LINK + 0.01 + thing.least


def test_an_arm_that_carries_the_mount_and_links_that_do_not_reach() -> None:
    arm = Choose("car.rear.link_on", LinkMount.ARM).apply(FINCH)
    assert found(arm).allowed.mean() == pytest.approx(found(FINCH).allowed.mean(), abs=0.05)
    apart = replace(
        FINCH,
        bench=replace(
            FINCH.bench, rear=replace(FINCH.bench.rear, link_left=replace(FINCH.bench.rear.link_left, value=0.9))
        ),
    )
    with pytest.raises(NoSolution, match="do not reach"):
        found(apart)


def test_what_is_typed_counts_and_ends_in_the_wrong_order_are_refused() -> None:
    usual = wanted_of(FINCH, Axle.REAR)
    assert (
        usual.shortest < 0.0885 and usual.longest > 0.0985 and usual.off_square == pytest.approx(math.radians(25.0))
    )
    typed = SetReading("placing", Axle.REAR, "up_from", Reading(0.05)).apply(FINCH)
    assert wanted_of(typed, Axle.REAR).up == (0.05, usual.up[1])
    wrong = SetReading("placing", Axle.REAR, "up_from", Reading(0.3)).apply(FINCH)
    with pytest.raises(InputError, match="lower and an upper end") as refused:
        wanted_of(wrong, Axle.REAR)
    assert refused.value.place == "up_from"


def test_placing_is_one_act_and_leaves_the_bar_free() -> None:
    placed = PlaceMount(Axle.REAR, tuple(Side), 0.23, 0.10).apply(FINCH)
    assert results(placed.car, placed.bench).rest_torque(Axle.REAR) == pytest.approx(0.0, abs=0.1)
    one = PlaceMount(Axle.REAR, (Side.RIGHT,), 0.23, 0.10).apply(FINCH)
    assert one.car.rear.pickup_height_left == FINCH.car.rear.pickup_height_left
    assert one.car.rear.pickup_height_right.value == pytest.approx(0.10)
