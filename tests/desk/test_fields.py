"""Figure fields in the real window: what may be typed, what is refused and how, keys, units, sources."""

from __future__ import annotations

import math

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QAction
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QMenu

from anchor_beam.core.sides import Axle
from anchor_beam.documents.places import read
from anchor_beam.documents.records import Provenance
from anchor_beam.session.edits import SetValue
from anchor_beam.session.past import past
from support.desk import Desk

OD, WALL = "bench.rear.bar.od", "bench.rear.bar.wall"


@pytest.fixture
def bars(desk: Desk) -> Desk:
    desk.stage("Bars")
    return desk


@pytest.mark.parametrize(("text", "mm"), [
    ("23.8 mm", 23.8), ("15/16 in", 23.8125), ("23,8", 23.8), ('1 1/16"', 26.9875), ("2.2 cm", 22.0),
])  # fmt: skip
def test_mixed_units_are_taken(bars: Desk, text: str, mm: float) -> None:
    bars.type(bars.field(OD), text)
    assert bars.picture.file.bench.rear.bar.od.value * 1e3 == pytest.approx(mm)
    assert bars.field(OD).note is None


@pytest.mark.parametrize(("place", "text", "words"), [
    (OD, "20 N", "N is a unit of force"),
    (OD, "thick", "does not start with a number"),
    (OD, "-3", "Outer diameter cannot be −3.0\u00a0mm. Accepted: 3.0 to 120.0\u00a0mm"),
    (OD, "1,470", "read in two ways"),
    ("bench.rear.bar.arm_length", "5", "Arm length cannot be 5\u00a0mm"),
    ("bench.rear.bar.pivot_spacing", "1500", "straight of the centre"),
    ("bench.rear.bar.holes[2]", "240", "beyond the arm"),
    ("bench.rear.bar.drop", "246", "cannot drop by its own length"),
])  # fmt: skip
def test_what_is_wrong_stays_in_the_field_with_a_note_and_nothing_moves(
    bars: Desk, place: str, text: str, words: str
) -> None:
    before, revisions = bars.picture.file, bars.garage.at(1).acts
    field = bars.field(place)
    shown_before = field.edit.text()
    bars.type(field, text)
    assert field.note.isVisible()
    assert words in field.note.text()
    assert field.edit.text() == text
    assert words in field.edit.accessibleDescription()
    assert bars.picture.file is before
    assert bars.garage.at(1).acts == revisions
    bars.press(Qt.Key.Key_Escape)
    assert not field.note.isVisible()
    assert field.edit.text() == shown_before


def test_a_wall_larger_than_the_radius(bars: Desk) -> None:
    bars.window.page("Bars").tabs.choose(Axle.FRONT)
    bars.settle()
    field = bars.field("bench.front.bar.wall")
    bars.type(field, "13")
    assert "leaves no bore" in field.note.text()
    bars.type(field, "3.5")
    assert not field.note.isVisible()
    assert bars.picture.file.bench.front.bar.wall.value == pytest.approx(0.0035)


def test_an_absurd_but_legal_value_is_taken_and_said(bars: Desk) -> None:
    bars.type(bars.field(OD), "100")
    assert bars.picture.file.bench.rear.bar.od.value == pytest.approx(0.1)
    assert "unusual" in bars.field(OD).edit.toolTip()
    assert bars.workshop.picture.now.margin is not None
    soft = bars.window.page("Bars").panel(Axle.REAR).soft
    assert "chassis" in soft.text()
    bars.type(bars.field(OD), "17")
    assert soft.isHidden()


def test_leaving_the_field_commits_as_enter_does(bars: Desk) -> None:
    bars.type(bars.field(OD), "19.5", enter=False)
    bars.press(Qt.Key.Key_Tab)
    assert bars.picture.file.bench.rear.bar.od.value == pytest.approx(0.0195)


def test_up_and_down_step_and_shift_steps_by_ten(bars: Desk) -> None:
    field = bars.field(OD)
    bars.click(field.edit)
    bars.press(Qt.Key.Key_Up)
    bars.press(Qt.Key.Key_Up)
    assert field.edit.text() == "17.2"
    bars.press(Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    assert bars.picture.file.bench.rear.bar.od.value == pytest.approx(0.0162)


def test_one_key_changes_all_units_and_a_fraction_stays_a_fraction(bars: Desk) -> None:
    bars.type(bars.field(OD), "15/16 in")
    assert bars.field(OD).edit.text() == "23.8125"  # in hand: all digits, in the unit beside it
    bars.press(Qt.Key.Key_U, Qt.KeyboardModifier.ControlModifier)
    assert bars.field(OD).edit.text() == "15/16"
    bars.press(Qt.Key.Key_U, Qt.KeyboardModifier.ControlModifier)
    bars.click(bars.field("bench.rear.bar.arm_length").edit)
    assert bars.field(OD).edit.text() == "23.8"
    assert bars.picture.file.bench.rear.bar.od.typed == "15/16 in"


def test_opening_and_closing_a_field_changes_nothing(bars: Desk) -> None:
    bars.type(bars.field(OD), "15/16 in")
    revisions = bars.garage.at(1).acts
    for place in (OD, "bench.rear.bar.splay", OD):
        bars.click(bars.field(place).edit)
        bars.press(Qt.Key.Key_Return)
        bars.press(Qt.Key.Key_Tab)
    assert bars.garage.at(1).acts == revisions


def test_the_source_of_a_value_is_chosen_from_its_mark(bars: Desk) -> None:
    field = bars.field(OD)
    assert field.mark.provenance is Provenance.MAKER
    bars.click(field.edit)
    bars.press(Qt.Key.Key_F2)
    menu = field.mark.findChild(QMenu)
    action = next(a for a in menu.findChildren(QAction) if a.text() == "measured")
    QTest.mouseClick(menu, Qt.MouseButton.LeftButton, pos=menu.actionGeometry(action).center())
    bars.settle()
    assert bars.picture.file.bench.rear.bar.od.provenance is Provenance.MEASURED
    assert field.mark.provenance is Provenance.MEASURED


def test_f1_opens_what_is_known_about_the_input_and_escape_gives_focus_back(bars: Desk) -> None:
    field = bars.field(OD)
    bars.click(field.edit)
    bars.press(Qt.Key.Key_F1)
    assert bars.window.working.isVisible()
    assert "Outer diameter" in bars.window.working.accessibleName()
    bars.press(Qt.Key.Key_Escape)
    assert not bars.window.working.isVisible()
    assert field.edit.hasFocus()


def test_solid_hides_the_wall_and_tube_brings_it_back(bars: Desk) -> None:
    from PySide6.QtWidgets import QCheckBox

    panel = bars.window.page("Bars").panel(Axle.REAR)
    solid = next(box for box in panel.findChildren(QCheckBox) if box.text() == "solid")
    stiff = bars.workshop.picture.now.rear.K_theta
    QTest.mouseClick(solid, Qt.MouseButton.LeftButton, pos=solid.rect().center() - solid.rect().center() / 1.2)
    bars.settle()
    assert bars.picture.file.bench.rear.bar.solid is False
    assert bars.field(WALL).isVisible()
    assert bars.workshop.picture.now.rear.K_theta < stiff


def test_what_is_refused_does_not_stand_over_the_question_for_the_value_before(desk: Desk) -> None:
    desk.stage("Car")
    field = desk.field("car.grip")
    desk.type(field, "1.2")
    assert field.question is not None
    assert field.question.isVisible()
    desk.type(field, "1'250")
    assert "1250 or 1.250" in field.note.text()
    assert not field.question.isVisible()


def test_limits_typed_in_other_units_are_shown_beside_the_value_and_stay_what_they_are(desk: Desk) -> None:
    desk.stage("Car")
    field = desk.field("car.cg_height")
    desk.type(field, "19.7 ±0.8 in")
    desk.field("car.grip").edit.setFocus()
    desk.settle()
    assert field.edit.text() == "500 ± 20"
    assert field.edit.fontMetrics().horizontalAdvance(field.edit.text()) < field.edit.width()
    kept = desk.picture.file.car.cg_height
    field.edit.setFocus()
    desk.settle()
    assert field.edit.text() == "500.38 ± 20.32"
    desk.type(field, field.edit.text())
    assert desk.picture.file.car.cg_height.value == pytest.approx(kept.value)
    assert desk.picture.file.car.cg_height.spread == pytest.approx(kept.spread)


def test_a_figure_knows_what_it_was_and_can_be_that_again(desk: Desk) -> None:
    desk.stage("Car")
    place = "car.cg_height"
    before = read(desk.picture.file, place)
    desk.type(desk.field(place), "460 ± 10")
    desk.type(desk.field("car.wheelbase"), "2430")
    desk.type(desk.field(place), "18 1/4 in")
    told = desk.field(place).mark.before()
    assert [figure.value for _, figure in told] == pytest.approx([0.460, before.value])
    assert told[0][0].startswith("460\u00a0mm, guess, until ")
    assert told[1][0].startswith("446\u00a0mm, typical, until ")
    desk.field(place).setFocus()
    desk.press(Qt.Key.Key_F2)
    menu = QApplication.activePopupWidget()
    assert menu is not None
    (action,) = [one for one in menu.actions() if one.text() == told[1][0]]
    action.trigger()
    menu.close()
    desk.settle()
    assert read(desk.picture.file, place) == before
    assert "as it was" in desk.line
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert read(desk.picture.file, place).typed == "18 1/4 in"


def test_one_quantity_stands_in_the_other_unit_whatever_the_rest_does(open_desk) -> None:
    desk: Desk = open_desk()
    desk.stage("Car")
    spring = desk.field("car.front.spring_rate")
    spring.setFocus()
    desk.press(Qt.Key.Key_F3)
    desk.settle()
    assert (spring.edit.text(), spring._unit.text()) == (
        "205.5653",
        "lbf/in",
    )  # with all digits while it is typed into
    assert desk.field("car.front.track")._unit.text() == "mm"
    assert desk.window.line.units.text() == "metric, mixed"
    desk.press(Qt.Key.Key_U, Qt.KeyboardModifier.ControlModifier)
    desk.settle()
    assert (spring._unit.text(), desk.field("car.front.track")._unit.text()) == ("lbf/in", "in")
    desk.type(spring, "210")
    assert desk.picture.file.car.front.spring_rate.value == pytest.approx(210 * 4.4482216152605 / 0.0254)
    again: Desk = open_desk()
    again.stage("Car")
    assert again.field("car.front.spring_rate")._unit.text() == "lbf/in"
    again.press(Qt.Key.Key_U, Qt.KeyboardModifier.ControlModifier)
    again.settle()
    assert again.field("car.front.spring_rate")._unit.text() == "lbf/in"
    QTest.mouseClick(again.field("car.front.spring_rate")._unit, Qt.MouseButton.LeftButton)
    again.settle()
    assert again.field("car.front.spring_rate").edit.text() == "36.8"
    assert again.bridge.units.pinned == frozenset()


def test_what_was_on_the_bench_before_can_be_put_back(bars: Desk) -> None:
    """A diameter that was tried, and a link that was levelled: both tell what they were, and until when."""
    field = bars.field(OD)
    for text in ("18 mm", "19 mm"):
        bars.type(field, text)
    earlier = past(bars.workshop.session, OD)
    assert [round(one.figure.value * 1e3, 1) for one in earlier] == [18.0, 17.0]
    field.setFocus()
    bars.press(Qt.Key.Key_F2)
    menu = next(
        widget for widget in QApplication.topLevelWidgets() if isinstance(widget, QMenu) and widget.isVisible()
    )
    (first,) = [action for action in menu.actions() if action.text().startswith("17.0")]
    first.trigger()
    menu.close()
    bars.settle()
    assert bars.picture.file.bench.rear.bar.od.provenance is Provenance.MAKER
    assert bars.picture.file.bench.rear.bar.od.value == pytest.approx(0.017)
    links = bars.stage("Links")
    links.tabs.choose(Axle.REAR)
    bars.settle()
    bars.click(bars.button("left", links.panels[Axle.REAR]))
    bars.settle()
    (was,) = past(bars.workshop.session, "bench.rear.link_left")
    assert was.figure.value == pytest.approx(0.0985)
    assert past(bars.workshop.session, "bench.rear.link_right") == ()


def test_a_number_of_many_digits_is_edited_as_it_is_shown(desk: Desk) -> None:
    """Thousands are set apart where it is shown: whoever changes one digit need not take the gap out."""
    place = "car.chassis_torsion"
    desk.stage("Car")
    field = desk.field(place)
    desk.workshop.do(SetValue(place, 12000.0 * 180.0 / math.pi))
    desk.settle()
    shown = field.edit.text()
    assert shown.split() == ["12", "000"]
    QTest.mouseClick(field.edit, Qt.MouseButton.LeftButton)
    desk.settle()
    desk.press(Qt.Key.Key_End)
    desk.press(Qt.Key.Key_Backspace)
    QTest.keyClicks(field.edit, "5")
    desk.press(Qt.Key.Key_Return)
    assert field.note is None or not field.note.isVisible()
    assert read(desk.picture.file, place).value == pytest.approx(12005.0 * 180.0 / math.pi, rel=1e-9)
