"""Phases beside the Beam, curves under the boards, stress on the bar, the new fields of the car: with mouse and keys."""

from __future__ import annotations

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import Road
from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.drawing.chart import ChartStrip
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.drawings.bars import ShownBar
from anchor_beam.drawings.charts import Chart, curve, steps
from anchor_beam.drawings.shapes import Circle, Text, Tone
from support.desk import LEFT_BUTTON, Desk


@pytest.fixture
def desk(open_desk) -> Desk:
    made: Desk = open_desk()
    made.workshop.open(made.garage.cars()[1].id)
    made.stage("Bars")
    return made


def test_a_click_on_a_phase_turns_the_beam_to_it(desk: Desk) -> None:
    header = desk.window.header
    for phase in FIVE:
        desk.click(header.phases.buttons[phase])
        desk.qtbot.wait(220)
        margin = desk.picture.now.margin_of(phase)
        assert (header.beam.tilt > 0.0) == (margin > 0.0)
        words = header.phases.buttons[phase].accessibleName()
        assert ("push" if margin > 0 else "loose") in words
        assert f"{abs(margin):.1f}" in words
        assert "window" in header.beam.accessibleName()  # every phase has a wish of its own
    desk.press(Qt.Key.Key_Up)  # the arrows walk the phases
    desk.press(Qt.Key.Key_Space)
    assert desk.bridge.phase is not Phase.EXIT


def test_holding_a_phase_shows_all_five(desk: Desk) -> None:
    header = desk.window.header
    desk.qtbot.wait(220)
    one = header.beam.grab().toImage()
    button = header.phases.buttons[Phase.MIDDLE]
    QTest.mousePress(button, LEFT_BUTTON)
    held = header.beam.grab().toImage()
    QTest.mouseRelease(button, LEFT_BUTTON)
    assert held != one
    assert header.beam.grab().toImage() == one


def test_the_working_of_the_beam_is_that_of_the_phase(desk: Desk) -> None:
    desk.click(desk.window.header.phases.buttons[Phase.BRAKES])
    desk.window.header.beam.setFocus()
    desk.press(Qt.Key.Key_F1)
    assert "on the brakes" in desk.window.working.accessibleName()


def test_the_curves_follow_an_edit_and_are_read_off_with_the_mouse(desk: Desk) -> None:
    page = desk.window.page("Bars")
    desk.click(page.strip.buttons["roll and handling"])
    desk.rest()
    roll, steer = page.curves.charts
    assert "Understeer" in steer.title
    last = roll.curves[0].points[-1]
    desk.pick_hole(Axle.REAR, Side.LEFT, 1)
    desk.rest()
    after = page.curves.charts[0].curves[0]
    at_same = min(after.points, key=lambda point: abs(point[0] - last[0]))
    assert at_same[1] < last[1]  # a stiffer bar rolls less
    before = page.curves.grab().toImage()
    QTest.mouseMove(page.curves, QPoint(page.curves.width() // 4, page.curves.height() // 2))
    assert page.curves.grab().toImage() != before
    desk.click(page.strip.buttons["ladder"])
    assert page.ladder.isVisible()


def test_links_through_the_travel(desk: Desk) -> None:
    page = desk.stage("Links")
    page.tabs.choose(Axle.REAR)
    desk.click(page.strips[Axle.REAR].buttons["rates through the travel"])
    rate, _angle = page.strips[Axle.REAR].findChildren(ChartStrip)[0].charts
    assert [c.name for c in rate.curves] == ["left", "right"]
    desk.stage("Links")
    desk.type(desk.field("bench.rear.link_left"), "700")
    shown = page.strips[Axle.REAR].findChildren(ChartStrip)[0].charts
    assert all(chart.empty for chart in shown)


def test_stress_and_give_stand_on_the_bar_when_asked_for(desk: Desk) -> None:
    board = desk.window.page("Bars").board
    plain = len(board._drawing.items)
    QTest.mouseClick(board.loaded, LEFT_BUTTON, pos=QPoint(8, board.loaded.height() // 2))
    desk.settle()
    items = board._drawing.items
    assert len(items) > plain + 100
    words = [item.text for item in items if isinstance(item, Text) and item.tone is Tone.WARNING]
    assert len(words) == 4
    stress = desk.picture.now.stress(Axle.REAR) / 1e6
    assert any(f"at 1 g {stress:.0f}" in text for text in words) and any("torsion" in text for text in words)
    assert sum(isinstance(item, Circle) and item.tone is Tone.WARNING for item in items) == 2


def box(desk: Desk, name: str) -> ChoiceBox:
    return next(b for b in desk.window.findChildren(ChoiceBox) if b.accessibleName() == name)


def choose(desk: Desk, name: str, option: str) -> None:
    found = box(desk, name)
    found.setFocus()
    while found.currentText() != option:
        key = Qt.Key.Key_Down if found.findText(option) > found.currentIndex() else Qt.Key.Key_Up
        QTest.keyClick(found, key)
    desk.settle()


def test_a_wet_road_and_a_differential_change_what_they_should(desk: Desk) -> None:
    desk.stage("Car")
    dry = [desk.picture.now.limits_of(phase)[0] for phase in FIVE]
    desk.stage("Aim")
    choose(desk, "road", Road.WET)
    wet = [desk.picture.now.limits_of(phase)[0] for phase in FIVE]
    assert all(0.5 < now / was < 0.72 for was, now in zip(dry, wet, strict=True))
    choose(desk, "road", Road.DRY)
    desk.stage("Car")
    before = desk.picture.now.margin_of(Phase.EXIT)
    desk.stage("Car").board.show_place("car.front.differential")
    desk.settle()
    choose(desk, "front differential", Differential.LOCKED)
    assert desk.picture.now.margin_of(Phase.EXIT) != pytest.approx(before, abs=0.05)
    assert desk.picture.now.margin_of(Phase.MIDDLE) == pytest.approx(
        desk.picture.reference.margin_of(Phase.MIDDLE) + desk.picture.now.margin - desk.picture.reference.margin
    )


def test_camber_is_typed_in_degrees_and_moves_the_limit_of_its_axle(desk: Desk) -> None:
    desk.stage("Car")
    front, rear = desk.picture.now.limits_of(Phase.MIDDLE)
    desk.type(desk.field("car.front.camber"), "-2.5 deg")
    after = desk.picture.now.limits_of(Phase.MIDDLE)
    assert after[0] > front + 0.01
    assert after[1] == pytest.approx(rear, rel=1e-3)
    desk.type(desk.field("car.camber_loss"), "20 N")
    assert desk.field("car.camber_loss").note is not None
    assert desk.picture.file.car.camber_loss.value < 50.0


def test_the_line_gives_its_reason_when_the_hand_rests(desk: Desk) -> None:
    desk.pick_hole(Axle.REAR, Side.LEFT, 1)
    desk.qtbot.waitUntil(lambda: "load transfer" in desk.line, timeout=3000)
    assert "Margin" in desk.line
    assert "The other phases" in desk.line


def test_chart_steps_are_round_and_inside() -> None:
    assert steps(0.0, 1.13, 5) == pytest.approx([0.0, 0.25, 0.5, 0.75, 1.0])
    assert steps(-37.0, 61.0, 4) == pytest.approx([-25.0, 0.0, 25.0, 50.0])
    flat = Chart("t", "x", "y", (curve([0, 1], [2.0, 2.0], Tone.INK),))
    (_, _), (low, high) = flat.ranges()
    assert low < 2.0 < high


def test_the_drawing_of_a_bar_without_load_has_no_stress(desk: Desk) -> None:
    from anchor_beam.figures.shown_bars import shown_bar

    desk.workshop.open(desk.garage.cars()[2].id)  # plate arms behind: no stress is known for them
    made: ShownBar = shown_bar(desk.picture, Axle.REAR, desk.bridge.units, loaded=True)
    assert made.load is None
    assert shown_bar(desk.picture, Axle.FRONT, desk.bridge.units, loaded=True).load is not None
