"""The bar as somebody sees it who lies under the car: sides, directions of studs, hump and fittings, and the fasteners."""

from __future__ import annotations

from dataclasses import replace
from itertools import combinations, product

import pytest

from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.cards import cards_of
from anchor_beam.demo.filling import half_done
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, wicken_estate
from anchor_beam.documents.job import JobKind
from anchor_beam.documents.job_card import AsFitted, Hump, JobCard
from anchor_beam.documents.mounting import Stud
from anchor_beam.documents.places import put
from anchor_beam.documents.records import CarFile
from anchor_beam.drawings.bar_below import Marked, Points, Turned, bar_from_below, from_below
from anchor_beam.drawings.bars import ShownBar, hole_points, plan_points
from anchor_beam.drawings.fastener_map import PLACES, Look, Mark, fastener_map, marks_at
from anchor_beam.drawings.shapes import Align, Circle, Drawing, Line, Text, Tone, Tube
from anchor_beam.figures.picture import picture
from anchor_beam.figures.shown_step import lengths_beside, map_marks, marked_by, shown_on_card, thicker, turned
from anchor_beam.fitting.card import steps_in_order
from anchor_beam.fitting.fastener_map import Stands, spots
from anchor_beam.fitting.step import Tag
from anchor_beam.units.kinds import System

CARS = {"finch": sorrel_finch, "wicken": wicken_estate, "harrow": harrow_half_ton}


def bar_of(file: CarFile, axle: Axle = Axle.REAR) -> ShownBar:
    shown = shown_on_card(picture(file), axle, System.METRIC)
    assert shown is not None
    return shown


def words(drawing: Drawing) -> dict[str, tuple[float, float]]:
    return {item.text: item.at for item in drawing.items if isinstance(item, Text)}


@pytest.mark.parametrize("name", list(CARS))
@pytest.mark.parametrize("axle", list(Axle))
def test_from_below_left_and_right_change_places_and_the_front_stays_up(name: str, axle: Axle) -> None:
    shown = bar_of(CARS[name](), axle)
    drawing = bar_from_below(shown)
    (tube,) = (item for item in drawing.items if isinstance(item, Tube))
    assert tube.points == tuple(from_below(point) for point in plan_points(shown.bar, shown.forward, 0.0))
    at = words(drawing)
    assert at["LEFT"][0] > 0.0 > at["RIGHT"][0] and at["front of the car ↑"][1] == drawing.high[1]
    for item in drawing.items:
        if isinstance(item, Tube | Line):
            for x, y in item.points:
                assert drawing.low[0] <= x <= drawing.high[0] and drawing.low[1] <= y <= drawing.high[1]


@pytest.mark.parametrize(("stud", "dx", "dy"), [
    (Stud.OUT, 1.0, 0.0), (Stud.IN, -1.0, 0.0), (Stud.AHEAD, 0.0, 1.0), (Stud.BACK, 0.0, -1.0),
])  # fmt: skip
def test_studs_point_the_way_that_links_say_mirrored_to_both_sides(stud: Stud, dx: float, dy: float) -> None:
    file = put(sorrel_finch(), "car.rear.stud_at_arm", stud)
    card = half_done(file)
    shown, how = bar_of(file), turned(picture(file), card)
    before, after = bar_from_below(shown), bar_from_below(shown, Marked.NOTHING, how)
    shafts = [
        item for item in after.items if isinstance(item, Line) and item not in before.items and len(item.points) == 2
    ]
    holes = {
        side: from_below(hole_points(shown.bar, shown.forward, 0.0, side)[shown.holes[side.position]])
        for side in Side
    }
    assert {shaft.points[0] for shaft in shafts} == set(holes.values())
    for side, hole in holes.items():
        outward = 1.0 if side is Side.LEFT else -1.0
        (tip,) = (shaft.points[1] for shaft in shafts if shaft.points[0] == hole)
        assert tip == pytest.approx((hole[0] + 0.07 * outward * dx, hole[1] + 0.07 * dy))


@pytest.mark.parametrize(("hump", "says"), [
    (Hump.DOWN, "hump at you"), (Hump.UP, "hump away"), (Hump.AHEAD, "hump"), (Hump.NOT_SAID, ""), (Hump.NONE, ""),
])  # fmt: skip
def test_what_hangs_down_comes_at_who_lies_below(hump: Hump, says: str) -> None:
    file = sorrel_finch()
    card = replace(half_done(file), fitted=AsFitted(hump, Hump.DOWN, "left end"))
    drawn = words(bar_from_below(bar_of(file), Marked.NOTHING, turned(picture(file), card)))
    assert (says in drawn) is bool(says) and "grease at you" in drawn and "maker's mark: left end" in drawn
    assert not any(text.startswith("hump") for text in drawn) or says


def test_out_of_the_plane_a_dot_comes_and_a_cross_goes() -> None:
    shown = bar_of(sorrel_finch())
    plain = bar_from_below(shown)
    comes, goes = (bar_from_below(shown, Marked.NOTHING, Turned(hump=way)) for way in (Points.AT_YOU, Points.AWAY))
    dots = [sum(isinstance(item, Circle) and item.fill is Tone.INK for item in each.items) for each in (comes, goes)]
    lines = [sum(isinstance(item, Line) for item in each.items) - sum(isinstance(i, Line) for i in plain.items)
             for each in (comes, goes)]  # fmt: skip
    assert dots == [1, 0] and lines == [0, 2]


LETTER = (0.019, 0.036)  # m on the car that a small letter is wide and tall where the drawing stands in the step


def box(text: Text) -> tuple[float, float, float, float]:
    """Left, right, lower and upper end of the words."""
    wide, (x, y) = LETTER[0] * len(text.text), text.at
    left = {Align.LEFT: x, Align.CENTRE: x - 0.5 * wide, Align.RIGHT: x - wide}[text.align]
    middle = y + text.raise_by * LETTER[1]
    return left, left + wide, middle - 0.5 * LETTER[1], middle + 0.5 * LETTER[1]


@pytest.mark.parametrize("axle", list(Axle))
@pytest.mark.parametrize("name", list(CARS))
def test_no_word_lies_over_another_whatever_points_where(name: str, axle: Axle) -> None:
    shown = bar_of(CARS[name](), axle)
    studs = set(Points) - {Points.AT_YOU, Points.AWAY}  # across the arm, as links have them
    for stud, hump, fittings in product(studs, Points, Points):
        drawing = bar_from_below(shown, Marked.NOTHING, Turned(stud, hump, fittings, "left arm, two dots"))
        boxes = [(item.text, box(item)) for item in drawing.items if isinstance(item, Text)]
        for (one, a), (other, b) in combinations(boxes, 2):
            apart = a[1] <= b[0] or b[1] <= a[0] or a[3] <= b[2] or b[3] <= a[2]
            assert apart, f"{one} over {other}: stud {stud}, hump {hump}, grease {fittings}"


@pytest.mark.parametrize("marked", list(Marked))
def test_what_the_step_is_about_is_in_the_colour_of_the_hand(marked: Marked) -> None:
    drawing = bar_from_below(bar_of(sorrel_finch()), marked)

    def grabbed(kind: type) -> int:
        return sum(isinstance(item, kind) and item.tone is Tone.GRAB for item in drawing.items)

    assert grabbed(Tube) == (marked is Marked.BAR) and grabbed(Line) == 2 * (marked is Marked.WHEELS)
    assert grabbed(Circle) == 2 * (marked in (Marked.LINKS, Marked.ENDS, Marked.CLAMPS, Marked.COLLARS))


@pytest.mark.parametrize("car", [0, 1, 2])
def test_every_step_of_the_demo_says_what_it_is_about_by_its_tags(car: int) -> None:
    file = list(CARS.values())[car]()
    for card in cards_of(car, file):
        for step in steps_in_order(card):
            tags = set(step.tags)
            if tags & {Tag.OUT, Tag.IN, Tag.STRAPPED} and not tags & {Tag.CLAMPS_ON, Tag.LINKS_OFF}:
                assert marked_by(step) in (Marked.BAR, Marked.CLAMPS, Marked.COLLARS), (card.title, step.id)
            assert (lengths_beside(step, card.job, System.US) != "") is (step.lengths and card.job.links is not None)


def test_the_new_bar_is_thicker_by_what_both_measure() -> None:
    file = sorrel_finch()
    assert thicker(picture(file), Axle.REAR) == pytest.approx(0.003) and thicker(picture(file), Axle.FRONT) > 0.0
    assert thicker(picture(put(file, "reference", "")), Axle.REAR) == 0.0  # nothing to compare with


# the fasteners


@pytest.mark.parametrize("name", list(CARS))
@pytest.mark.parametrize("axle", list(Axle))
def test_fasteners_that_share_a_place_stand_beside_each_other_on_both_sides(name: str, axle: Axle) -> None:
    shown = bar_of(CARS[name](), axle)
    every = tuple(PLACES)
    found = marks_at(shown, every)
    assert set(found) == set(every)
    for left, right in found.values():
        assert left[0] >= right[0]  # from below the car's left is on the right
        mirrored = shown.holes[0] == shown.holes[1]
        if mirrored:
            assert left == pytest.approx((-right[0], right[1]), abs=1e-9)
    for place in set(PLACES.values()):
        same = [found[each][0] for each in every if PLACES[each] is place]
        apart = [((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2) ** 0.5 for i, a in enumerate(same) for b in same[:i]]
        assert min(apart, default=1.0) > 0.05


@pytest.mark.parametrize("look", list(Look))
def test_looks_are_told_apart_without_colour(look: Look) -> None:
    shown = bar_of(sorrel_finch())
    bare = len(bar_from_below(shown).items)
    drawing = fastener_map(shown, (Mark("saddles", 7, look, chosen=False),))
    marks = drawing.items[bare:]
    circles = [item for item in marks if isinstance(item, Circle)]
    assert sum(isinstance(item, Text) and item.text == "7" for item in marks) == 2
    assert all((item.fill is Tone.INK) is (look is Look.FINAL) for item in circles)
    assert len(circles) == (4 if look is Look.STARTED else 2)  # ring in ring
    assert sum(isinstance(item, Line) for item in marks) == (2 if look is Look.HIDDEN else 0)  # struck through


def test_the_map_of_a_card_looks_as_its_fasteners_stand() -> None:
    file = sorrel_finch()
    card: JobCard = half_done(file)
    by_id = {spot.fastener.id: spot for spot in spots(card)}
    marks = {mark.fastener: mark for mark in map_marks(card, "saddles")}
    assert by_id["saddles"].stands is Stands.STARTED and marks["saddles"].look is Look.STARTED
    assert by_id["links-bar"].stands is Stands.OFF and marks["links-bar"].look is Look.OPEN
    assert [name for name, mark in marks.items() if mark.chosen] == ["saddles"]
    assert card.job.kind is JobKind.ONE_PIECE and [mark.number for mark in marks.values()] == [1, 2, 3, 4]
