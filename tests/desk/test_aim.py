"""The Aim stage: the window dragged and sized on the plane, what proposes it, what must hold."""

from __future__ import annotations

import pytest
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QMenu

from anchor_beam.core.grip.driving import FIVE, Phase, Use
from anchor_beam.core.sides import Axle, Side
from anchor_beam.demo.team import wicken_estate
from anchor_beam.desk.stages.aim.page import AimPage
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.documents.places import put
from anchor_beam.documents.records import Figure
from anchor_beam.documents.wishes import Confidence, roll_wish, wish
from anchor_beam.figures.arches import arches, least_room
from anchor_beam.figures.plane import plane
from anchor_beam.figures.results import results
from anchor_beam.session.past import past
from anchor_beam.units.kinds import DEG, G
from anchor_beam.words.wanted import MayChange, Wish, Work
from support.desk import LEFT_BUTTON, Desk, move_held

PER_G = DEG / G


def aim(desk: Desk) -> AimPage:
    page = desk.stage("Aim")
    desk.rest()
    assert isinstance(page, AimPage)
    return page


def drag(desk: Desk, page: AimPage, start: QPointF, by: QPointF) -> None:
    """Press, move in small steps, let go."""
    QTest.mousePress(page.plane, LEFT_BUTTON, pos=start.toPoint())
    for i in range(1, 11):
        move_held(page.plane, (start + by * (i / 10)).toPoint(), LEFT_BUTTON)
    QTest.mouseRelease(page.plane, LEFT_BUTTON, pos=(start + by).toPoint())
    desk.settle()


def test_the_window_is_dragged_and_sized_on_the_picture_as_one_act_each(desk: Desk) -> None:
    page = aim(desk)
    car = desk.picture.file.car
    low, high = car.window(Phase.MIDDLE)
    bottom, top = car.roll_window
    per_percent = page.plane.pixel(1.0, 0.0).x() - page.plane.pixel(0.0, 0.0).x()
    patch = page.plane.patch
    drag(desk, page, QPointF(patch.right(), patch.center().y()), QPointF(1.5 * per_percent, 0.0))
    assert desk.picture.file.car.window(Phase.MIDDLE) == (low, pytest.approx(high + 1.5))
    assert desk.picture.file.car.roll_window == (bottom, top)
    patch = page.plane.patch
    drag(desk, page, QPointF(patch.center().x(), patch.top()), QPointF(0.0, -40.0))
    assert desk.picture.file.car.roll_window[1] > top + 0.1 * PER_G
    drag(desk, page, page.plane.patch.center() + QPointF(20.0, 30.0), QPointF(-60.0, 0.0))
    moved = desk.picture.file.car.window(Phase.MIDDLE)
    assert moved[1] - moved[0] == pytest.approx(high + 1.5 - low)
    for _ in range(3):
        desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.car.window(Phase.MIDDLE) == (low, high)
    assert desk.picture.file.car.roll_window == (bottom, top)


def test_an_edge_cannot_be_dragged_past_the_other_and_escape_leaves_no_trace(desk: Desk) -> None:
    page = aim(desk)
    before = desk.picture.file
    patch = page.plane.patch
    drag(desk, page, QPointF(patch.left(), patch.center().y()), QPointF(2.0 * patch.width(), 0.0))
    low, high = desk.picture.file.car.window(Phase.MIDDLE)
    assert low == pytest.approx(high - 1.0)
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    start = QPointF(page.plane.patch.left(), page.plane.patch.center().y())
    page.plane.setFocus()
    QTest.mousePress(page.plane, LEFT_BUTTON, pos=start.toPoint())
    move_held(page.plane, (start - QPointF(60.0, 0.0)).toPoint(), LEFT_BUTTON)
    desk.settle()
    assert desk.picture.file.car != before.car
    QTest.keyClick(page.plane, Qt.Key.Key_Escape)
    desk.settle()
    assert desk.picture.file.car == before.car


def test_the_plane_has_every_setting_that_the_holes_reach_and_this_one_among_them(desk: Desk) -> None:
    page = aim(desk)
    shown = desk.picture
    spots = plane(shown.file.car, shown.file.bench)
    assert page.plane._spots == spots
    bench = shown.file.bench
    holes = bench.front.holes, bench.rear.holes
    (here,) = [spot for spot in spots if (spot.front, spot.rear) == holes]
    for phase in FIVE:
        assert here.margin(phase) == pytest.approx(shown.now.margin_of(phase), abs=1e-6)
    assert here.roll_gradient == pytest.approx(shown.now.roll_gradient, rel=1e-9)


def test_use_and_driver_propose_windows_and_what_was_typed_stays(desk: Desk) -> None:
    page = aim(desk)
    desk.type(desk.field("car.window_exit_high"), "9 %")
    (driver,) = [box for box in page.findChildren(ChoiceBox) if box.accessibleName() == "driver"]
    driver.setFocus()
    while driver.currentText() != Confidence.CAREFUL:
        QTest.keyClick(driver, Qt.Key.Key_Up)
    desk.settle()
    car = desk.picture.file.car
    assert car.window(Phase.TURN_IN) == wish(Phase.TURN_IN, Use.HILL, car.drive, car.rear.kind, Confidence.CAREFUL)
    assert car.window(Phase.EXIT)[1] == 9.0
    assert [end / PER_G for end in car.roll_window] == pytest.approx(roll_wish(Use.HILL, car.rear.kind))


def test_what_must_hold_is_judged_and_what_nothing_can_judge_says_so(desk: Desk) -> None:
    page = aim(desk)
    rail = desk.window.rail.buttons["Aim"]
    desk.click(page.constraints.switches[Wish.INSIDE_DOWN])
    assert page.constraints.verdicts[Wish.INSIDE_DOWN].text() == "kept: inside front wheel lifts at 1.33\u00a0g"
    desk.type(desk.field("aim.inside_down"), "1.5 g")
    assert page.constraints.verdicts[Wish.INSIDE_DOWN].text().startswith("△ broken")
    assert rail.accessibleDescription() == "1 not kept"
    desk.click(page.constraints.switches[Wish.TYRE_CLEARS])
    assert "rules nothing out" in page.constraints.verdicts[Wish.TYRE_CLEARS].text()
    desk.click(page.constraints.works[Work.WELD])
    aims = desk.picture.file.aim
    assert (aims.asked, aims.wont, aims.may_change) == (
        (Wish.INSIDE_DOWN, Wish.TYRE_CLEARS), (Work.WELD,), MayChange.BOTH,
    )  # fmt: skip
    margin = desk.picture.now.margin
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.aim.wont == ()
    assert desk.picture.now.margin == margin


def test_the_tyres_are_held_against_the_arches_that_were_read(open_desk) -> None:
    desk: Desk = open_desk(cars=(wicken_estate(),))
    page = aim(desk)
    verdict = page.constraints.verdicts[Wish.TYRE_CLEARS]
    desk.click(page.constraints.switches[Wish.TYRE_CLEARS])
    desk.type(desk.field("aim.tyre_clears"), "0.3 g")
    assert verdict.text().startswith("kept: ") and verdict.text().endswith("under its arch")
    # by hand at 0.3 g: roll alone takes half a track of the body down over the outer wheels
    file, now = desk.picture.file, desk.picture.now
    room = least_room(now, arches(file), 0.3 * G)
    roll = now.roll_gradient * 0.3 * G
    radius = file.car.front.wheel_centre_height.value + now.corner.rest.loads[0, 1] / file.car.front.tyre_rate.value
    tyres = (
        now.corner.rest.loads[0].sum() * 0.3 * 0.552 / 1.53 / 2 / 200e3
    )  # of the roll, the outer tyre gives this much
    by_roll = roll * 0.5 * file.car.front.track.value - tyres
    assert room.gap == pytest.approx(0.361 - radius - by_roll, abs=0.006)
    desk.type(desk.field("aim.tyre_clears"), "1.2 g")
    assert verdict.text().startswith("△ broken: ") and "into its arch" in verdict.text()
    assert desk.window.rail.buttons["Aim"].accessibleDescription() == "1 not kept"


def test_what_was_asked_before_can_be_put_back(desk: Desk) -> None:
    aim(desk)
    field = desk.field("aim.inside_down")
    for text in ("1.1 g", "1.2 g"):
        desk.type(field, text)
    earlier = past(desk.workshop.session, "aim.inside_down")
    assert [one.figure.value / G for one in earlier] == pytest.approx([1.1])
    field.setFocus()
    desk.press(Qt.Key.Key_F2)
    menu = next(w for w in QApplication.topLevelWidgets() if isinstance(w, QMenu) and w.isVisible())
    (first,) = [action for action in menu.actions() if action.text().startswith("1.10")]
    first.trigger()
    menu.close()
    desk.settle()
    assert desk.picture.file.aim.inside_down.value == pytest.approx(1.1 * G)


def test_what_is_asked_for_goes_with_the_car(desk: Desk) -> None:
    from anchor_beam.documents.car_file import from_json
    from anchor_beam.documents.plain import to_json

    page = aim(desk)
    desk.click(page.constraints.switches[Wish.LINK_LOAD])
    desk.type(desk.field("aim.link_load"), "2200 N")
    file = desk.picture.file
    assert from_json(to_json(file)).aim == file.aim
    car = desk.workshop.car
    desk.workshop.open(car)
    assert desk.picture.file.aim.link_load.value == pytest.approx(2200.0)


def test_schools_are_tried_on_this_car_and_said_for_the_phase_in_view(desk: Desk) -> None:
    page = aim(desk)
    desk.click(page.strip.buttons["schools on this car"])
    desk.rest()
    said = page.schools.accessibleName()
    assert "front bar off: turn-in −" in said
    assert said.count(" ± ") >= 5 * len(FIVE)  # no difference without its band
    assert "Against push (middle): front bar off" in page.schools.sentence
    assert "Here the dissent is wrong: front bar a fifth stiffer adds push" in page.schools.sentence
    desk.click(desk.window.header.phases.buttons[Phase.EXIT])
    assert "Against push (exit)" in page.schools.sentence


def test_common_beliefs_are_answered_with_this_cars_figures(desk: Desk) -> None:
    page = aim(desk)
    desk.click(page.strip.buttons["beliefs on this car"])
    desk.rest()
    told = {said.text(): answer.text() for said, answer in page.beliefs.rows if said.text()}
    assert len(told) == 5
    shown = desk.picture
    one_more = put(shown.file, "bench.rear.bar.od", Figure(0.018))
    thicker = results(one_more.car, one_more.bench).rear.wheel_rate / shown.now.rear.wheel_rate - 1.0
    assert f"{100.0 * thicker:.1f}\u00a0%" in told["“Twice the diameter is twice the bar”"]
    assert told["“A rear bar plants the rear”"].startswith("The other way round")
    assert told["“A rear bar plants the rear”"].count("±") == 2
    assert told["“Stiffer is always faster”"].startswith("It cannot be told")  # less than its band
    desk.click(desk.window.rail.buttons["Bars"])
    desk.pick_hole(Axle.REAR, Side.LEFT, 1)
    desk.stage("Aim")
    desk.rest()
    assert {said.text(): answer.text() for said, answer in page.beliefs.rows if said.text()} != told
