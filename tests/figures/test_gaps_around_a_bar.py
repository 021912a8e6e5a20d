"""Gaps around a bar: against every state one by one, against known places, and what a mirror and a table make of them."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.clearance.moving import gaps, least, rods_of, twisted
from anchor_beam.core.clearance.solids import Capsule
from anchor_beam.core.sides import Axle, AxleKind, Side
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch
from anchor_beam.documents.car_file import from_json
from anchor_beam.documents.obstacles import SIZES, Held, Obstacle, Shape, Thing, starting
from anchor_beam.documents.obstacles_csv import HEADER, obstacles_csv, obstacles_from
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import DocumentError, InputError, OutOfRange
from anchor_beam.figures import clearance
from anchor_beam.figures.clearance import LINK, clearances, mends
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.measured_from import From, datums
from anchor_beam.figures.travelling import Moving, travelling
from anchor_beam.session.edits import AddObstacle, SetObstacle

FINCH = sorrel_finch()


def ball(x: float, y: float, z: float, radius: float = 0.01, held: Held = Held.BODY, name: str = "ball") -> Obstacle:
    return Obstacle(name, Axle.REAR, Thing.OTHER, held, Shape.BALL, (x, y, z, radius))


def around(file: CarFile, *obstacles: Obstacle):
    return clearances(file.car.rear, file.bench.rear, Axle.REAR, obstacles)


def every_thing(file: CarFile) -> list[Obstacle]:
    axle = file.car.rear
    made = [
        starting(thing, Axle.REAR, track=axle.track.value, wheel_radius=axle.wheel_centre_height.value,
                 bar_height=axle.bar_height.value)
        for thing in Thing
    ]  # fmt: skip
    at = next(i for i, each in enumerate(made) if each.shape is Shape.WHEEL)
    made[at] = replace(made[at], numbers=(*made[at].numbers[:-1], 0.45))
    return made


@pytest.mark.parametrize("file", [FINCH, harrow_half_ton()], ids=lambda file: file.car.name)
def test_the_search_finds_what_looking_at_every_state_finds(file: CarFile) -> None:
    obstacles = every_thing(file)
    found = around(file, *obstacles)
    on_bar = tuple(each for each in obstacles if each.held is Held.BAR)
    moving = clearance._moving(file.car.rear, file.bench.rear, Axle.REAR, on_bar, 0.45)
    assert moving is not None and moving.z.shape[1] > 2000
    assert [gap.spare for gap in found] == sorted(gap.spare for gap in found)
    for gap in found:
        every, _ = gaps(moving.rods, clearance._solid(gap.obstacle, moving))
        assert gap.gap == pytest.approx(float(every.min()), abs=5e-4), gap.obstacle.name


def test_a_ball_beside_a_pick_up_is_as_far_as_geometry_says_and_the_worst_is_at_full_bump() -> None:
    moves = travelling(FINCH.car.rear, FINCH.bench.rear, Axle.REAR, Moving.BOTH)
    assert moves is not None
    result = end_result(FINCH.car.rear, FINCH.bench.rear, Axle.REAR)
    pose, hole = moves.sides[0], FINCH.bench.rear.hole_left
    foot = result.bar.mesh.nodes[result.bar.mesh.holes[0, hole]][1]
    top = pose.pickup[-1] + (0.0, foot, 0.0)
    (gap,) = around(FINCH, ball(top[0], top[1], top[2] + 0.060))
    assert gap.gap == pytest.approx(0.060 - 0.010 - clearance.EYE, abs=1e-6)
    assert gap.part == "left link" and gap.handle == pytest.approx(float(moves.handle[-1]))
    assert gap.at_ride > gap.gap


def test_what_moves_with_a_wheel_keeps_its_distance_from_a_link_that_hangs_on_it() -> None:
    """On the strut, whose ratio is made one, pick-up and thing rise together."""
    rear = replace(FINCH.car.rear, pickup_ratio=replace(FINCH.car.rear.pickup_ratio, value=1.0))
    file = replace(FINCH, car=replace(FINCH.car, rear=rear))
    moves = travelling(rear, file.bench.rear, Axle.REAR, Moving.BOTH)
    assert moves is not None
    mesh = end_result(rear, file.bench.rear, Axle.REAR).bar.mesh
    foot = mesh.nodes[mesh.holes[0, file.bench.rear.hole_left]][1]
    x, y, z = moves.sides[0].pickup[moves.ride] + (0.0, foot, 0.0)
    (held,) = around(file, ball(x, y, z + 0.05, held=Held.LEFT))
    assert held.gap == pytest.approx(0.05 - 0.01 - clearance.EYE, abs=1e-6)
    (fixed,) = around(file, ball(x, y, z + 0.05))
    assert fixed.gap < held.gap - 0.02


def test_the_mirror_of_a_thing_is_as_near_to_the_other_side_of_a_car_whose_sides_are_alike() -> None:
    end = replace(FINCH.bench.rear, link_left=FINCH.bench.rear.link_right, hole_left=FINCH.bench.rear.hole_right)
    file = replace(FINCH, bench=replace(FINCH.bench, rear=end))
    one = Obstacle("rod", Axle.REAR, Thing.SOFT, Held.LEFT, Shape.ROD, (-0.2, 0.5, 0.0, -0.25, 0.45, 0.2, 0.02))
    other = replace(one, name="mirror", held=Held.RIGHT, numbers=(-0.2, -0.5, 0.0, -0.25, -0.45, 0.2, 0.02))
    left, right = sorted(around(file, one, other), key=lambda gap: gap.obstacle.name == "mirror")
    assert left.gap == pytest.approx(right.gap, abs=1e-6)
    assert (left.part, right.part) == ("left link", "right link") or left.part.replace("left", "right") == right.part


def test_a_twisted_bar_turns_its_ends_as_its_arms_and_what_sits_on_it_with_it() -> None:
    nodes = np.array([[0.2, 0.5, 0.0], [0.0, 0.4, 0.0], [0.0, -0.4, 0.0], [0.2, -0.5, 0.0]])
    theta = np.array([[0.0, 0.3], [0.0, -0.1]])
    rods = twisted(nodes, np.full(3, 0.01), np.array([0.0, -1.0, 0.0]), theta, (0.4, -0.4))
    assert rods.start[0] == pytest.approx(nodes[:-1])
    assert rods.start[1, 0] == pytest.approx([0.2 * math.cos(0.3), 0.5, 0.2 * math.sin(0.3)])
    assert rods.end[1, 2] == pytest.approx([0.2 * math.cos(0.1), -0.5, -0.2 * math.sin(0.1)])
    solid = rods_of([Capsule((0.2, 0.5, 0.1), (0.2, 0.5, 0.1), 0.0)])
    gap, state, rod = least(rods, solid, [np.arange(2)])
    assert (state, rod) == (1, 0) and gap < 0.1 - 0.01


def test_a_bar_that_is_lowered_gains_what_it_is_lowered_under_a_thing_above_its_middle() -> None:
    above = ball(0.0, 0.0, 0.05)
    (tight,) = around(FINCH, above)
    assert tight.part == "bar" and tight.gap == pytest.approx(
        0.05 - 0.01 - FINCH.bench.rear.bar.od.value / 2, abs=1e-6
    )
    by_what = {mend.what: mend.gap for mend in mends(FINCH.car.rear, FINCH.bench.rear, Axle.REAR, [above], tight)}
    assert by_what["the bar {} lower"] == pytest.approx(tight.gap + 0.010, abs=1e-6)
    assert by_what["the bar {} higher"] == pytest.approx(tight.gap - 0.010, abs=1e-6)
    assert list(by_what.values()) == sorted(by_what.values(), reverse=True)


def test_a_block_cannot_turn_with_the_bar_and_a_thing_within_the_bar_is_told_at_rest() -> None:
    block = Obstacle("lock", Axle.REAR, Thing.COLLAR, Held.BAR, Shape.BLOCK, (0.0, 0.1, 0.0, 0.1, 0.2, 0.1))
    with pytest.raises(InputError, match="turns with the bar") as refused:
        around(FINCH, block)
    assert refused.value.place == "obstacles[0]"
    (inside,) = around(FINCH, ball(0.0, 0.1, 0.0))
    assert inside.at_ride < 0.0 and inside.spare < 0.0
    collar = replace(ball(0.0, 0.3, 0.0, 0.03), name="collar", held=Held.BAR)
    (near,) = around(FINCH, collar, ball(0.0, 0.3, 0.06))
    assert near.part == "collar" and near.gap == pytest.approx(0.06 - 0.03 - 0.01, abs=1e-6)
    assert LINK < clearance.EYE


def test_things_survive_a_file_and_a_table_and_every_fault_of_a_table_is_named() -> None:
    file = FINCH
    for each in every_thing(FINCH):
        file = AddObstacle(each).apply(file)
    file = SetObstacle(Axle.REAR, "exhaust", 0, Reading(0.0254, "1 in")).apply(file)
    file = SetObstacle(Axle.REAR, "exhaust", None, Reading(0.03)).apply(file)
    back = from_json(to_json(file))
    for one, other in zip(back.obstacles, file.obstacles, strict=True):
        assert replace(one, numbers=other.numbers) == other
        assert one.numbers == pytest.approx(other.numbers, abs=1e-9)
    table = obstacles_from(obstacles_csv(file.obstacles), Axle.REAR)
    assert [(each.name, each.shape, each.own_least) for each in table] == [
        (each.name, each.shape, each.own_least) for each in file.obstacles
    ]
    assert np.allclose(
        np.concatenate([each.numbers for each in table]), np.concatenate([e.numbers for e in file.obstacles])
    )
    with pytest.raises(DocumentError) as refused:
        obstacles_from(
            "name,thing,shape,ahead,left,up,radius\npipe,exhaust,ball,1,2,three,4\n,,ball,1,2,3,4\n"
            "pipe 2,steam,ball,1,2,3,900\nhose,,cone,1,2,3,4\npipe 3,,ball,1,2,3,4\nPIPE 3,,ball,1,2,3,4\n", Axle.REAR,
        )  # fmt: skip
    said = {(problem.place, problem.message) for problem in refused.value.problems}
    assert {("line 2, column 6 (up)", "“three” is not a number."), ("line 3, column 1 (name)", "It has no name."),
            ("line 4, column 2 (thing)", "“steam” is none of these."), ("line 4, column 7 (radius)", "900 cannot be that."),
            ("line 5, column 3 (shape)", "“cone” is none of these."),
            ("line 7, column 1 (name)", "“PIPE 3” is there twice.")} <= said  # fmt: skip
    with pytest.raises(DocumentError, match="header"):
        obstacles_from("what,where\npipe,here\n", Axle.REAR)
    assert HEADER.startswith("name, thing, moves with, shape, ahead [mm]")


def test_a_number_that_cannot_be_is_refused_and_a_guess_is_one_until_every_place_was_measured() -> None:
    guess = starting(Thing.HOT, Axle.REAR, track=1.5, wheel_radius=0.3, bar_height=0.25)
    assert not guess.measured and guess.spread > 10 * ball(0, 0, 0).spread
    for at, size in enumerate(SIZES[guess.shape][:-1]):
        assert not guess.measured, size.name
        guess = guess.with_number(at, Reading(guess.numbers[at], "as read"))
    assert guess.measured
    with pytest.raises(OutOfRange):
        guess.with_number(6, Reading(0.9))
    assert Side.LEFT.position == 0


def test_what_a_live_axle_carries_rises_by_where_it_lies_and_not_by_who_is_said_to_hold_it() -> None:
    file = harrow_half_ton()
    x, y, z = datums(file, Axle.REAR)[From.ARM_END, Side.RIGHT]
    place = (x, y, z + 0.12)  # over the right arm, that the right wheel moves
    for kind, alike in ((AxleKind.LIVE, True), (AxleKind.INDEPENDENT, False)):
        axle = replace(file.car.rear, kind=kind)
        held = [
            clearances(axle, file.bench.rear, Axle.REAR, [ball(*place, held=side)])[0].gap
            for side in (Held.LEFT, Held.RIGHT)
        ]
        assert (abs(held[0] - held[1]) < 1e-9) is alike, kind
