"""Everything is reached by keyboard, has a name for screen readers, and fits at every text size and in both systems."""

from __future__ import annotations

import pytest
from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QAccessible, QFont, QFontDatabase, QFontMetrics, QPainter, QPixmap
from PySide6.QtWidgets import QAbstractButton, QApplication, QComboBox, QLineEdit, QSpinBox, QWidget

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.beam.beam import FULL_SCALE, FULL_TILT
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.desk.widgets.provenance import paint_mark
from anchor_beam.documents.records import Provenance
from support.desk import Desk

STAGES = ("Car", "Bars", "Links", "Garage")


@pytest.mark.parametrize("stage", STAGES)
def test_tab_reaches_every_field_and_button_of_a_stage(desk: Desk, stage: str) -> None:
    page = desk.stage(stage)
    wanted = {
        w for w in page.findChildren(QWidget)
        if isinstance(w, QLineEdit | QAbstractButton | QComboBox | QSpinBox) and w.isVisible() and w.isEnabled()
        and w.focusPolicy() & Qt.FocusPolicy.TabFocus and not isinstance(w.parent(), QSpinBox | QComboBox)
    }  # fmt: skip
    reached = set()
    desk.window.rail.buttons["Car"].setFocus()
    for _ in range(160):
        desk.press(Qt.Key.Key_Tab)
        focused = QApplication.focusWidget()
        reached |= {focused, focused.parent()}
    # of two exclusive tabs only the chosen one takes the focus, the arrow keys go between them
    missed = {w for w in wanted - reached if not (isinstance(w, QAbstractButton) and w.isCheckable() and w.group())}
    assert not missed, [(type(w).__name__, w.accessibleName()) for w in missed]


@pytest.mark.parametrize("stage", STAGES)
def test_everything_that_takes_focus_has_a_name(desk: Desk, stage: str) -> None:
    desk.stage(stage)
    for widget in desk.window.findChildren(QWidget):
        takes = widget.focusPolicy() & Qt.FocusPolicy.TabFocus and widget.isVisible() and widget.isEnabled()
        if takes and not isinstance(widget.parent(), QSpinBox) and not widget.focusProxy():
            text = widget.text() if isinstance(widget, QAbstractButton) else ""
            assert widget.accessibleName() or text, (type(widget).__name__, widget.parent())


@pytest.mark.parametrize("us", [False, True], ids=["metric", "US"])
def test_no_figure_is_wider_than_its_field(desk: Desk, us: bool) -> None:
    if us:
        desk.workshop.toggle_units()
    for stage in ("Car", "Bars", "Links"):
        page = desk.stage(stage)
        for field in page.findChildren(FigureField):
            if field.isVisible() and not field.edit.hasFocus():
                width = QFontMetrics(field.edit.font()).horizontalAdvance(field.edit.text())
                assert width <= field.edit.width() - 4, (stage, field.place, field.edit.text())


@pytest.mark.parametrize("factor", [1.0, 1.5])
def test_sizes_follow_the_system_font(open_desk, monkeypatch, factor: float) -> None:
    plain = QFontDatabase.systemFont(QFontDatabase.SystemFont.GeneralFont)
    pixels = plain.pixelSize() if plain.pixelSize() > 0 else plain.pointSizeF() * 96.0 / 72.0

    def larger(_kind: QFontDatabase.SystemFont) -> QFont:
        font = QFont(plain)
        font.setPixelSize(round(pixels * factor))
        return font

    monkeypatch.setattr(QFontDatabase, "systemFont", staticmethod(larger))
    desk = open_desk()
    desk.window.resize(round(1280 * factor), round(800 * factor))
    desk.stage("Bars")
    field = desk.field("bench.rear.bar.od")
    assert field.edit.font().pixelSize() == pytest.approx(13 * factor * pixels / 12.0, abs=1.0)
    for button in desk.window.page("Bars").findChildren(QAbstractButton):
        if button.isVisible() and button.text():
            assert QFontMetrics(button.font()).horizontalAdvance(button.text()) <= button.width(), button.text()


def test_the_board_keeps_its_scale_and_fields_when_the_window_changes_size(desk: Desk) -> None:
    page = desk.stage("Bars")
    before = page.board.hole_pixel(Axle.REAR, Side.LEFT, 0)
    desk.window.resize(1680, 1000)
    desk.settle()
    after = page.board.hole_pixel(Axle.REAR, Side.LEFT, 0)
    assert after != before
    assert page.board.rect().contains(after)
    assert page.board.rect().contains(desk.field("bench.rear.bar.pivot_spacing").geometry())
    desk.window.resize(900, 700)
    desk.settle()
    assert page.board.rect().contains(page.board.hole_pixel(Axle.REAR, Side.LEFT, 0))


def test_the_beam_sinks_at_the_end_that_gives_up_first(desk: Desk) -> None:
    beam = desk.window.header.beam
    desk.qtbot.wait(250)
    assert beam.tilt > 0.0  # pushes: the front end is down
    assert "pushes" in beam.accessibleName()
    desk.click(desk.window.header.phases.buttons[Phase.LIFT_OFF])
    desk.qtbot.wait(300)
    margin = desk.picture.now.margin_of(Phase.LIFT_OFF)
    assert margin < -1.0
    assert beam.tilt == pytest.approx(FULL_TILT * margin / FULL_SCALE, rel=1e-6, abs=2e-4)
    assert "loose" in beam.accessibleName()


def test_every_source_mark_is_a_picture_of_its_own(desk: Desk) -> None:
    pictures = []
    for provenance in Provenance:
        pixmap = QPixmap(24, 24)
        pixmap.fill(Qt.GlobalColor.white)
        painter = QPainter(pixmap)
        paint_mark(painter, desk.bridge.theme, provenance, QRectF(4, 4, 16, 16))
        painter.end()
        pictures.append(pixmap.toImage())
    assert all(a != b for i, a in enumerate(pictures) for b in pictures[:i])


def test_hovering_a_hole_tells_what_it_would_change(desk: Desk) -> None:
    page = desk.stage("Bars")
    text = page.board.explain(Axle.REAR, Side.LEFT, 2)
    assert "hole 3" in text
    assert "at the bar's end" in text
    assert "at the wheel in roll" in text
    assert "margin −" in text
    assert "margin" not in page.board.explain(Axle.REAR, Side.LEFT, 0)  # where it is now


def test_what_is_open_stands_on_the_rail(desk: Desk) -> None:
    rail = desk.window.rail.buttons
    desk.settle()
    assert rail["Links"].accessibleDescription() == "1 not level"
    desk.workshop.open(desk.garage.cars()[1].id)
    desk.settle()
    assert rail["Bars"].accessibleDescription() == ""
    desk.bridge.workshop.undo()
    desk.stage("Links")
    assert rail["Car"].accessibleDescription().endswith("to measure")


@pytest.mark.parametrize("stage", STAGES)
def test_in_a_narrow_window_the_panel_is_a_drawer(desk: Desk, stage: str) -> None:
    page = desk.stage(stage)
    assert not page.handle.isVisible()
    desk.window.resize(1000, 700)
    desk.settle()
    assert page.handle.isVisible()
    fields = [f for f in page.findChildren(QWidget) if f.isVisible()]
    desk.click(page.handle)
    opened = [f for f in page.findChildren(QWidget) if f.isVisible()]
    assert len(opened) > len(fields)
    desk.click(page.handle)
    desk.window.resize(1280, 800)
    desk.settle()
    assert not page.handle.isVisible()


def test_stages_tabs_and_phases_say_that_they_are_one_of_several(desk: Desk) -> None:
    page = desk.stage("Bars")
    groups = (
        list(desk.window.rail.buttons.values()),
        list(page.strip.buttons.values()),
        page.tabs.findChildren(QAbstractButton),
        list(desk.window.header.phases.buttons.values()),
    )
    for buttons in groups:
        of = [QAccessible.queryAccessibleInterface(button) for button in buttons]
        assert {each.role() for each in of} == {QAccessible.Role.RadioButton}
        assert [each.state().checked for each in of].count(1) == 1
    first, *others = (button for button in groups[0] if button.text() in ("Bars", "Links"))
    first.setFocus()
    desk.press(Qt.Key.Key_Down)
    assert desk.window.rail.buttons["Links"].isChecked()
    assert desk.window.page("Links").isVisible()
    assert others[0].hasFocus()
