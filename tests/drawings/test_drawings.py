"""Drawings are data in metres: what stands where, to scale, and on the right side."""

from __future__ import annotations

import itertools
import math

import pytest

from anchor_beam.core.sides import CORNERS, Axle, Side
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, team
from anchor_beam.documents.records import BarState, CarFile
from anchor_beam.drawings.bars import bars_in_plan, hole_points, picker_key, plan_points, spacing_key
from anchor_beam.drawings.car import car_from_left, car_in_plan
from anchor_beam.drawings.links import ShownLink, board_for, link_elevation
from anchor_beam.drawings.links_behind import axle_with_links
from anchor_beam.drawings.shapes import Area, Dimension, Drawing, LabelStack, Line, Ring, Slot, Text, Tone, Tube
from anchor_beam.figures.results import results
from anchor_beam.figures.shown_bars import shown_bar
from anchor_beam.figures.shown_car import car_shape
from anchor_beam.figures.shown_links import link_points, shown_axle, shown_link, travel_of
from anchor_beam.figures.travelling import Moving
from anchor_beam.units.kinds import SYSTEMS, System


class Shown:
    """What the bench would show of a file, without a bench."""

    def __init__(self, file: CarFile) -> None:
        self.file = file
        self.now = results(file.car, file.bench)
        self.reference = results(file.car, file.reference_setting)
        self.bands = None


def of_kind(drawing: Drawing, kind: type) -> list:
    return [item for item in drawing.items if isinstance(item, kind)]


@pytest.fixture(params=team(), ids=lambda file: file.car.name)
def shown(request: pytest.FixtureRequest) -> Shown:
    return Shown(request.param)


def plan(shown: Shown, units: System = System.METRIC) -> Drawing:
    front, rear = (shown_bar(shown, axle, units) for axle in Axle)
    return bars_in_plan(front, rear)


def test_everything_lies_on_the_board(shown: Shown) -> None:
    shape = car_shape(shown.file.car)
    boards = [plan(shown), car_in_plan(shape), car_from_left(shape)]
    for axle in Axle:
        for way in Moving:
            moving = travel_of(shown, axle, way)
            for at in (0, moving.ride, len(moving.handle) - 1):
                sides = [shown_link(shown, axle, side, moving, at, System.METRIC) for side in Side]
                boards += [link_elevation(side, *board_for(link_points(shown, axle, moving))) for side in sides]
                behind = shown_axle(shown, axle, moving, at, System.METRIC)
                boards.append(axle_with_links(behind, float(moving.handle[-1])))
    for board in boards:
        points = [p for item in board.items for p in getattr(item, "points", getattr(item, "anchors", ()))]
        points += [item.at for item in board.items if isinstance(item, Text | Slot)]
        for x, y in points:
            assert board.low[0] - 0.16 <= x <= board.high[0] + 0.16, board.title
            assert board.low[1] - 0.06 <= y <= board.high[1] + 0.06, board.title


def test_front_above_rear_and_left_on_the_left(shown: Shown) -> None:
    board = plan(shown)
    front, rear = of_kind(board, Tube)
    assert (front.tone, rear.tone) == (Tone.FRONT, Tone.REAR)
    assert not front.double
    assert rear.double
    assert min(y for _, y in front.points) > max(y for _, y in rear.points)
    left = hole_points(shown.now.front.bar, True, 0.0, Side.LEFT)
    right = hole_points(shown.now.front.bar, True, 0.0, Side.RIGHT)
    assert all(x < 0.0 for x, _ in left)
    assert all(x > 0.0 for x, _ in right)
    assert left[0][0] == pytest.approx(-right[0][0])


def test_the_bar_is_drawn_at_its_true_size(shown: Shown) -> None:
    bar = shown.now.rear.bar
    points = plan_points(bar, False, 0.0)
    length = sum(math.dist(a, b) for a, b in itertools.pairwise(points))
    assert length == pytest.approx(float(bar.mesh.s[-1]), rel=2e-3)
    tube = of_kind(plan(shown), Tube)[1]
    assert tube.width == bar.bar.section.od
    spans = [item for item in of_kind(plan(shown), Dimension) if item.slot == spacing_key(Axle.REAR)]
    assert math.dist(spans[0].start, spans[0].end) == pytest.approx(shown.file.bench.rear.bar.pivot_spacing.value)


def test_chosen_holes_are_filled_and_each_arm_has_its_picker(shown: Shown) -> None:
    board = plan(shown)
    rings = of_kind(board, Ring)
    ends = [shown.file.bench.end(axle) for axle in Axle]
    assert len(rings) == sum(2 * len(end.bar.holes) for end in ends)
    assert sum(ring.chosen for ring in rings) == sum(2 * end.connected for end in ends)
    keys = {area.key for area in of_kind(board, Area)}
    assert keys == {picker_key(axle, side) for axle in Axle for side in Side}
    for stack in of_kind(board, LabelStack):
        assert len(stack.labels) == len(stack.anchors)
        assert sum(label.chosen for label in stack.labels) == 1


def test_a_disconnected_bar_has_no_filled_hole_and_says_so() -> None:
    from anchor_beam.demo.team import wicken_estate
    from anchor_beam.documents.places import put

    file = put(wicken_estate(), "bench.rear.state", BarState.UNHOOKED)
    board = plan(Shown(file))
    assert sum(ring.chosen for ring in of_kind(board, Ring)) == 2
    assert any("disconnected" in text.text for text in of_kind(board, Text))
    without = plan(Shown(put(file, "bench.rear.state", BarState.NONE)))
    assert {area.key for area in of_kind(without, Area)} == {picker_key(Axle.FRONT, side) for side in Side}
    assert any(text.text == "no rear bar" for text in of_kind(without, Text))
    assert len(of_kind(without, Tube)) == 1


def test_labels_follow_the_units() -> None:
    metric, us = (plan(Shown(sorrel_finch()), units) for units in SYSTEMS)
    assert of_kind(metric, LabelStack)[0].labels[0].unit == "N/mm"
    assert of_kind(us, LabelStack)[0].labels[0].unit == "lbf/in"
    assert any("1.000 x 0.157 in" in text.text for text in of_kind(us, Text))


def test_the_car_has_its_weights_at_its_wheels(shown: Shown) -> None:
    shape = car_shape(shown.file.car)
    board = car_in_plan(shape)
    slots = {slot.key: slot.at for slot in of_kind(board, Slot)}
    assert set(slots) >= {f"car.corner_{key}" for key in CORNERS}
    assert slots["car.corner_fl"][0] < slots["car.corner_rl"][0]  # front to the left
    assert slots["car.corner_fl"][1] < slots["car.corner_fr"][1]  # seen from above, the car's left is below
    base = next(item for item in of_kind(board, Dimension) if item.slot == "car.wheelbase")
    assert math.dist(base.start, base.end) == pytest.approx(shown.file.car.wheelbase.value)
    heavy = [item for item in of_kind(board, Line) if item.tone is Tone.REAR]
    assert len(heavy) == 2  # rear axle: a double line


def test_heights_are_drawn_from_the_ground() -> None:
    car = sorrel_finch().car
    shape = car_shape(car)
    board = car_from_left(shape)
    for axle in Axle:
        height = next(d for d in of_kind(board, Dimension) if d.slot == f"car.{axle}.wheel_centre_height")
        assert height.start[1] == 0.0
        assert height.end[1] == pytest.approx(car.axle(axle).wheel_centre_height.value)
    slots = {slot.key for slot in of_kind(board, Slot)}
    assert {"car.cg_height", "car.front.roll_centre_height", "car.rear.roll_centre_height"} <= slots


def at_ride(shown: Shown, axle: Axle, side: Side) -> ShownLink:
    moving = travel_of(shown, axle, Moving.BOTH)
    return shown_link(shown, axle, side, moving, moving.ride, System.METRIC)


def test_link_elevations_share_a_scale_and_show_the_bent_arm() -> None:
    shown = Shown(harrow_half_ton())
    left, right = (at_ride(shown, Axle.FRONT, side) for side in Side)
    assert math.dist(left.hole, left.pickup) == pytest.approx(0.104, abs=2e-4)
    assert "below level" in left.arm_words
    assert right.arm_words == "arm level"
    boards = [link_elevation(x, *board_for((left.tip, right.pickup))) for x in (left, right)]
    assert (boards[0].width, boards[0].height) == (boards[1].width, boards[1].height)
    slots = {item.key for board in boards for item in of_kind(board, Slot)}
    assert slots == {"bench.front.link_left", "bench.front.link_right"}


def test_forward_arms_point_to_the_front_which_is_left_in_the_elevation() -> None:
    shown = Shown(sorrel_finch())
    front, rear = (at_ride(shown, axle, Side.LEFT) for axle in Axle)
    assert front.hole[0] > 0.0 > rear.hole[0]
    board = link_elevation(front, *board_for((front.tip, front.pickup)))
    joint = next(ring for ring in of_kind(board, Ring) if ring.chosen)
    assert joint.centre[0] < 0.0
