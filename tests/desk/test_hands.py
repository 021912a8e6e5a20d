"""Hands on the bench: the bore, the rings of a hole, names, rows of the garage and kept settings, by mouse and by key."""

from __future__ import annotations

import time

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel, QLineEdit, QToolTip

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.stages.bars.page import BarsPage
from anchor_beam.desk.stages.bars.peak_figure import PeakFigure
from anchor_beam.desk.stages.bars.rack_box import RackBox
from anchor_beam.desk.stages.bars.section_medallion import SCALE, SectionMedallion
from anchor_beam.desk.widgets.choice import ChoiceBox
from anchor_beam.desk.widgets.deck import Deck
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.text_field import TextField
from anchor_beam.documents.records import BarState
from anchor_beam.errors import InputError
from anchor_beam.figures.bands import bands
from anchor_beam.session.edits import PutBar, SetValue, UseSetting
from support.desk import LEFT_BUTTON, Desk, move_held


@pytest.fixture
def bore(desk: Desk) -> tuple[Desk, SectionMedallion, QPoint]:
    """The front tube's section, and where its bore is taken hold of."""
    page = desk.stage("Bars")
    page.tabs.choose(Axle.FRONT)
    desk.settle()
    medallion = page.panel(Axle.FRONT).findChild(SectionMedallion)
    bar = desk.picture.file.bench.front.bar
    radius = round((0.5 * bar.od.value - bar.wall.value) * SCALE)
    return desk, medallion, QPoint(desk.bridge.theme.px(66) + radius, medallion.height() // 2)


def drag(desk: Desk, widget: SectionMedallion, start: QPoint, by: int) -> None:
    QTest.mouseMove(widget, start)
    QTest.mousePress(widget, LEFT_BUTTON, pos=start)
    step = 1 if by > 0 else -1
    for x in range(step, by + step, step):
        move_held(widget, start + QPoint(x, 0), LEFT_BUTTON)
        desk.settle()
    QTest.mouseRelease(widget, LEFT_BUTTON, pos=start + QPoint(by, 0))
    desk.settle()


def test_a_bore_dragged_inward_is_a_thicker_wall_and_a_heavier_stiffer_bar(bore) -> None:
    desk, medallion, at = bore
    before = desk.picture.now.front
    drag(desk, medallion, at, -14)
    after = desk.picture.now.front
    assert desk.picture.file.bench.front.bar.wall.value == pytest.approx(0.004 + 14 / SCALE, abs=1.5 / SCALE)
    assert desk.picture.file.bench.front.bar.od.value == before.end.bar.od.value
    assert after.bar.mass > before.bar.mass
    assert after.K_theta > before.K_theta
    assert desk.garage.at(1).acts == 2


def test_the_peak_stress_waits_for_the_hands_and_says_where_it_cannot_tell(bore) -> None:
    desk, medallion, at = bore
    figure = desk.window.findChild(BarsPage).panel(Axle.FRONT).findChild(PeakFigure)

    def says(words: str) -> None:
        desk.qtbot.waitUntil(lambda: figure.accessibleName().startswith(f"peak stress at 1 g: {words}"))

    says(f"{desk.picture.now.peak_stress(Axle.FRONT) / 1e6:.0f}\u00a0MPa")
    drag(desk, medallion, at, -14)
    says(f"{desk.picture.now.peak_stress(Axle.FRONT) / 1e6:.0f}\u00a0MPa")
    assert desk.picture.now.peak_stress(Axle.FRONT) > desk.picture.now.stress(Axle.FRONT)
    assert figure.caution.isHidden()
    desk.workshop.do(SetValue("bench.front.bar.wall", 0.001))
    desk.qtbot.waitUntil(lambda: "leave another 15 % of room" in figure.caution.text())
    desk.workshop.do(SetValue("bench.front.bar.bend_radius", 0.0))
    says("cannot tell")
    assert "sharp corner" in figure.toolTip()


def test_a_bore_dragged_through_the_skin_stays_at_the_last_wall_that_can_be(bore) -> None:
    desk, medallion, at = bore
    drag(desk, medallion, at, 40)
    bar = desk.picture.file.bench.front.bar
    assert 0.0 < bar.wall.value < 0.001
    assert desk.picture.now.margin is not None


def test_a_press_beside_both_circles_takes_hold_of_nothing(bore) -> None:
    desk, medallion, at = bore
    before = desk.picture.file
    drag(desk, medallion, QPoint(desk.bridge.theme.px(66), medallion.height() // 2), 12)
    assert desk.picture.file is before
    assert medallion.cursor().shape() == Qt.CursorShape.ArrowCursor
    QTest.mouseMove(medallion, at)
    assert medallion.cursor().shape() == Qt.CursorShape.SizeHorCursor


def test_a_ring_under_the_mouse_says_what_it_would_do(desk: Desk) -> None:
    page = desk.stage("Bars")
    picker = page.board.pickers[Axle.REAR, Side.LEFT]
    at = page.board.hole_pixel(Axle.REAR, Side.LEFT, 2) - picker.pos()
    QTest.mouseMove(picker, at - QPoint(60, 60))
    QTest.mouseMove(picker, at)
    desk.qtbot.waitUntil(QToolTip.isVisible)
    assert "hole 3" in QToolTip.text()
    assert "margin" in QToolTip.text()
    QToolTip.hideText()


@pytest.mark.parametrize(("stage", "label", "read"), [
    ("Car", "name of the car", lambda file: file.car.name),
    ("Car", "what kind of car", lambda file: file.car.description),
    ("Bars", "name of the bar", lambda file: file.bench.rear.bar.name),
])  # fmt: skip
def test_a_name_is_kept_by_enter_and_given_back_by_escape(desk: Desk, stage: str, label: str, read) -> None:
    page = desk.stage(stage)
    (field,) = (f for f in page.findChildren(TextField) if f.accessibleName() == label and f.isVisible())
    before = read(desk.picture.file)
    field.setFocus()
    field.selectAll()
    QTest.keyClicks(field, "something else")
    QTest.keyClick(field, Qt.Key.Key_Escape)
    assert field.text() == before
    assert read(desk.picture.file) == before
    field.selectAll()
    QTest.keyClicks(field, "Bench mule")
    QTest.keyClick(field, Qt.Key.Key_Return)
    desk.settle()
    assert read(desk.picture.file) == "Bench mule"
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert read(desk.picture.file) == before


def test_a_car_of_the_garage_is_put_on_the_bench_by_enter(desk: Desk) -> None:
    page = desk.stage("Garage")
    row = page.rows[2]
    row.setFocus()
    desk.press(Qt.Key.Key_X)  # any other key does nothing
    assert desk.workshop.car != row.car
    desk.press(Qt.Key.Key_Return)
    assert desk.workshop.car == row.car
    assert desk.window.windowTitle().startswith(row.file.car.name)


def test_a_setting_without_a_name_is_refused_where_it_is_typed_and_one_can_be_forgotten(desk: Desk) -> None:
    keep = desk.window.keep
    kept = [setting.name for setting in desk.picture.file.settings]
    desk.click(desk.button("keep as…"))
    keep.name.selectAll()
    QTest.keyClick(keep.name, Qt.Key.Key_Backspace)
    QTest.keyClick(keep.name, Qt.Key.Key_Return)
    desk.settle()
    assert keep.isVisible()
    assert [setting.name for setting in desk.picture.file.settings] == kept
    QTest.keyClick(keep.name, Qt.Key.Key_Escape)
    assert not keep.isVisible()

    desk.click(desk.button("keep as…"))
    line = keep.findChild(QLineEdit)
    line.selectAll()
    QTest.keyClicks(line, "short lived")
    desk.click(keep.keep)
    assert [setting.name for setting in desk.picture.file.settings] == [*kept, "short lived"]
    desk.click(desk.button("keep as…"))
    desk.click(keep.forget)
    assert [setting.name for setting in desk.picture.file.settings] == kept
    assert not keep.isVisible()


def test_forgetting_what_everything_is_compared_with_asks_and_names_what_takes_its_place(desk: Desk) -> None:
    keep, file = desk.window.keep, desk.picture.file
    assert desk.bridge.ask(UseSetting(file.reference)) is None
    other = next(setting.name for setting in file.settings if setting.name != file.reference)
    desk.click(desk.button("keep as…"))
    desk.click(keep.forget)
    assert desk.picture.file.saved(file.reference) is not None
    assert any(f"“{other}” takes its place" in label.text() for label in keep.findChildren(QLabel))
    desk.click(keep.forget)
    assert desk.picture.file.reference == other
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.reference == file.reference


def test_an_answer_to_what_stood_there_before_is_dropped(desk: Desk) -> None:
    def typed(diameter: float) -> None:
        desk.workshop.do(SetValue("bench.rear.bar.od", diameter))

    desk.rest()
    typed(0.019137)  # that no other test has asked for: kept answers are there at once
    desk.qtbot.waitUntil(lambda: desk.bridge.jobs.busy)
    time.sleep(1.0)  # the worker is ready; nobody has listened yet
    typed(0.021)
    desk.bridge.jobs.deliver()
    assert desk.picture.bands is None
    assert "peak" not in vars(desk.picture.now.rear)
    desk.rest()
    fresh = bands(desk.picture.file.car, desk.picture.file.bench, desk.picture.file.reference_setting)
    assert desk.picture.bands.roll_gradient == pytest.approx(fresh.roll_gradient)


def test_an_act_that_is_refused_leaves_nothing_unanswered_that_was_under_way(desk: Desk) -> None:
    desk.rest()
    desk.workshop.do(SetValue("bench.rear.bar.od", 0.019241))
    desk.qtbot.waitUntil(lambda: desk.bridge.jobs.busy)
    with pytest.raises(InputError):
        desk.workshop.do(SetValue("bench.rear.bar.od", -1.0))  # what was under way has stopped for it
    assert not desk.bridge.jobs.busy
    desk.rest()
    assert desk.picture.bands is not None
    assert desk.window.page("Bars").ladder.rung_pixel(0) is not None


def test_a_bar_of_another_car_is_fitted_and_its_owner_is_told_who_wears_it_as_it_was(desk: Desk) -> None:
    first = desk.workshop.car
    page = desk.stage("Bars")
    box = page.panel(Axle.REAR).findChild(RackBox)
    assert box.itemText(box.count() - 1) == "from another car…"
    box.activated.emit(box.count() - 1)
    own = [box.itemText(i) for i in range(box.count())]
    (entry, *_) = (entry for entry in box.menu.actions() if entry.text().split(",")[0] not in own)
    box.menu.close()
    entry.trigger()
    desk.settle()
    name = desk.picture.file.bench.rear.bar.name
    assert entry.text().startswith(f"{name}, ")
    assert "mm" in entry.text()  # which of two with one name
    assert name not in [item.bar.name for item in desk.picture.file.rack if item.axle is Axle.REAR]
    wearer = desk.picture.file.car.name
    owners = [car for car in (listed.id for listed in desk.garage.cars()) if car != first
              and name in [item.bar.name for item in desk.garage.file(car).rack]]  # fmt: skip
    desk.workshop.open(owners[0])
    desk.settle()
    desk.workshop.do(PutBar(Axle.REAR, name))
    desk.workshop.do(SetValue("bench.rear.bar.od", 0.0163))
    desk.settle()
    desk.click(desk.button("Keep in the rack"))
    assert wearer in desk.line
    assert "as it was" in desk.line


def test_an_axle_without_a_bar_shows_none_and_takes_one_from_the_rack(desk: Desk) -> None:
    page = desk.stage("Bars")
    rates = desk.picture.now.axle_stiffness
    state = next(
        box for box in page.panel(Axle.REAR).findChildren(ChoiceBox) if box.accessibleName() == "rear bar is"
    )
    state.setFocus()
    desk.press(Qt.Key.Key_End)  # the last of three: no bar
    desk.rest()
    assert desk.picture.file.bench.rear.state is BarState.NONE
    assert not any(field.isVisible() for field in page.findChildren(FigureField) if "rear.bar" in field.place)
    assert not page.board.pickers[Axle.REAR, Side.LEFT].isVisible()
    assert desk.picture.now.axle_stiffness[1] < rates[1]
    assert desk.picture.now.margin is not None
    links = desk.stage("Links")
    links.tabs.choose(Axle.REAR)
    desk.settle()
    assert links.sides[Axle.REAR].findChild(Deck).front.accessibleName().startswith("There is no rear bar")
    desk.click(desk.button("both", links.panels[Axle.REAR]))
    assert "no rear bar, so there are no links" in desk.line
    desk.stage("Bars")
    box = next(box for box in page.findChildren(RackBox) if box.isVisible())
    box.setFocus()
    desk.press(Qt.Key.Key_Down)
    desk.rest()
    assert desk.picture.file.bench.rear.connected
    assert page.board.pickers[Axle.REAR, Side.LEFT].isVisible()
    assert page.panel(Axle.REAR).isVisible()
