"""What a tuner does from opening the demo to hanging up the sheet, by mouse and keys, across a restart."""

from __future__ import annotations

from pathlib import Path

import pytest
from pypdf import PdfReader
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog, QLineEdit

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.stages.registry import STAGES
from anchor_beam.figures.ladder import ladder
from anchor_beam.session.exchange import read_car
from support.desk import LEFT_BUTTON, Desk

CTRL, SHIFT = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.ShiftModifier


def test_the_whole_journey_from_hole_to_sheet_across_a_restart(open_desk, tmp_path: Path) -> None:
    desk: Desk = open_desk()
    desk.stage("Bars")
    tilt, margin = desk.window.header.beam.tilt, desk.picture.now.margin

    # another hole on the rear right: the Beam moves, the line says what it did
    desk.pick_hole(Axle.REAR, Side.RIGHT, 2)
    desk.qtbot.waitUntil(lambda: desk.window.header.beam.tilt < tilt)
    assert desk.picture.file.bench.rear.hole_right == 2
    assert desk.picture.file.bench.rear.hole_left == 0
    assert desk.line.startswith("Rear right, hole 3: Rear share of stiffness +")
    after = desk.picture.now.margin
    assert after < margin

    # set the link that somebody fitted too long
    links = desk.stage("Links")
    desk.click(desk.button("left", links.panels[Axle.REAR]))
    assert abs(desk.picture.now.rear.sides[0].off_level) < 1e-5
    desk.type(desk.field("bench.rear.link_right"), "89.5 mm")
    assert desk.picture.file.bench.rear.link_right.value == pytest.approx(0.0895)

    # undo twice by key, redo once by the button
    desk.press(Qt.Key.Key_Z, CTRL)
    desk.press(Qt.Key.Key_Z, CTRL)
    assert desk.picture.file.bench.rear.link_left.value == pytest.approx(0.0985)
    desk.click(desk.window.line.redo)
    level = desk.picture.file.bench.rear.link_left.value
    assert level != pytest.approx(0.0985)

    # close, open again: everything is there, undo goes on
    desk = open_desk()
    assert desk.picture.file.bench.rear.hole_right == 2
    assert desk.picture.file.bench.rear.link_left.value == pytest.approx(level)
    assert desk.picture.now.margin == pytest.approx(after, abs=0.05)
    desk.press(Qt.Key.Key_Z, CTRL | SHIFT)
    assert desk.picture.file.bench.rear.link_right.value == pytest.approx(0.0895)
    desk.press(Qt.Key.Key_Z, CTRL)
    desk.press(Qt.Key.Key_Z, CTRL)
    desk.press(Qt.Key.Key_Z, CTRL)
    assert desk.picture.file.bench.rear.hole_right == 1
    desk.press(Qt.Key.Key_Z, CTRL)
    assert "as far as it goes" in desk.line

    # hang up the sheet
    sheet = tmp_path / "sheet.pdf"
    desk.press(Qt.Key.Key_P, CTRL)
    save_as(desk, sheet)
    desk.rest()
    pages = PdfReader(sheet).pages
    text = pages[0].extract_text()
    assert len(pages) == 1
    for words in (
        "Sorrel Finch",
        "hole 1",
        "hole 2",
        "link 98.5",
        "3.9 turns shorter",
        "Middle of the corner: pushes",
    ):
        assert words in text, words


def save_as(desk: Desk, path: Path) -> None:
    """Type a path into the open file dialog and press Enter."""
    dialog = desk.window.findChild(QFileDialog)
    assert dialog is not None
    name = dialog.findChild(QLineEdit, "fileNameEdit")
    name.setText(str(path))
    QTest.keyClick(name, Qt.Key.Key_Return)
    desk.settle()


def test_stagger_by_the_arrow_keys(desk: Desk) -> None:
    page = desk.stage("Bars")
    page.board.pickers[Axle.FRONT, Side.LEFT].setFocus()
    desk.settle()
    assert desk.picture.file.bench.front.hole_left == 1
    desk.press(Qt.Key.Key_Up)  # front arms point forward: up on the board is out to the end, hole 1
    assert (desk.picture.file.bench.front.hole_left, desk.picture.file.bench.front.hole_right) == (0, 0)
    desk.click(page.panel(Axle.FRONT).tie)
    page.board.pickers[Axle.FRONT, Side.LEFT].setFocus()
    desk.press(Qt.Key.Key_Down)
    desk.press(Qt.Key.Key_Down)
    desk.press(Qt.Key.Key_Down)  # beyond the last hole there is nothing: no error, no change
    assert (desk.picture.file.bench.front.hole_left, desk.picture.file.bench.front.hole_right) == (2, 0)


def test_look_along_the_ladder_and_put_a_rung_on_the_bench(desk: Desk) -> None:
    page = desk.stage("Bars")
    desk.rest()
    rungs = ladder(desk.picture.file.car, desk.picture.file.bench)
    now = rungs.rungs[rungs.present]
    assert now.peaks == pytest.approx([desk.picture.now.peak_stress(axle) for axle in Axle], rel=0.005)
    page.ladder.setFocus()
    desk.press(Qt.Key.Key_Left)
    desk.press(Qt.Key.Key_Left)
    assert desk.picture.file.bench.rear.hole_left == 0  # looking is not choosing
    desk.press(Qt.Key.Key_Return)
    wanted = rungs.rungs[rungs.present - 2]
    assert desk.picture.now.margin == pytest.approx(wanted.margin)
    assert desk.picture.now.rear_share == pytest.approx(wanted.rear_share)
    first = page.ladder.rung_pixel(0).toPoint()
    QTest.mouseClick(page.ladder, LEFT_BUTTON, pos=first)
    desk.settle()
    assert desk.picture.now.rear_share == pytest.approx(rungs.rungs[0].rear_share)


def test_drag_the_section_and_take_it_back_in_one_step(desk: Desk) -> None:
    from anchor_beam.desk.stages.bars.section_medallion import SectionMedallion

    page = desk.stage("Bars")
    desk.qtbot.wait(50)
    medallion = page.panel(Axle.REAR).findChild(SectionMedallion)
    centre = medallion.rect().center()
    centre.setX(desk.bridge.theme.px(66))
    edge = centre.x() + round(0.5 * 0.017 * 3400)
    start, there = QPoint(edge, centre.y()), QPoint(edge, centre.y())
    QTest.mousePress(medallion, LEFT_BUTTON, pos=start)
    for step in (4, 8, 12):
        there.setX(edge + step)
        QTest.mouseMove(medallion, there)
        desk.settle()
    assert desk.garage.at(1).acts == 1  # a preview is not kept
    assert desk.picture.file.bench.rear.bar.od.value > 0.022
    QTest.keyClick(medallion, Qt.Key.Key_Escape)
    desk.settle()
    assert desk.picture.file.bench.rear.bar.od.value == pytest.approx(0.017)
    QTest.mouseRelease(medallion, LEFT_BUTTON, pos=there)
    assert desk.garage.at(1).acts == 1
    QTest.mousePress(medallion, LEFT_BUTTON, pos=start)
    there.setX(edge + 10)
    QTest.mouseMove(medallion, there)
    desk.settle()
    QTest.mouseRelease(medallion, LEFT_BUTTON, pos=there)
    desk.settle()
    assert desk.garage.at(1).acts == 2
    desk.click(desk.window.line.undo)
    assert desk.picture.file.bench.rear.bar.od.value == pytest.approx(0.017)


def test_keep_a_setting_under_a_name_and_compare_with_it(desk: Desk) -> None:
    desk.stage("Bars")
    desk.press(Qt.Key.Key_S, CTRL)
    assert desk.window.keep.isVisible()
    desk.window.keep.name.selectAll()
    QTest.keyClicks(desk.window.keep.name, "left long")
    QTest.keyClick(desk.window.keep.name, Qt.Key.Key_Return)
    desk.settle()
    assert not desk.window.keep.isVisible()
    assert [setting.name for setting in desk.picture.file.settings][-1] == "left long"
    header = desk.window.header
    header.against.setFocus()
    desk.press(Qt.Key.Key_End)
    assert desk.picture.file.reference == "left long"
    desk.pick_hole(Axle.FRONT, Side.LEFT, 2)
    assert "against “left long”" in header.figures[0].accessibleName()
    assert desk.picture.reference.margin != pytest.approx(desk.picture.now.margin)


def test_every_headline_figure_opens_its_working_by_key(desk: Desk) -> None:
    desk.stage("Bars")
    for figure, title in zip(
        desk.window.header.figures,
        ("Roll gradient", "Rear share of roll stiffness", "Inside wheel lifts", "Front link load"),
        strict=True,
    ):
        figure.setFocus()
        desk.press(Qt.Key.Key_F1)
        assert title in desk.window.working.accessibleName()
        desk.press(Qt.Key.Key_Escape)
    desk.click(desk.window.header.beam)
    assert "Balance margin" in desk.window.working.accessibleName()
    desk.click(desk.button("Close", desk.window.working))
    assert not desk.window.working.isVisible()


def test_a_link_that_does_not_reach_is_said_on_the_beam_and_on_the_board(desk: Desk) -> None:
    desk.stage("Links")
    desk.type(desk.field("bench.rear.link_left"), "700")
    assert "does not reach" in desk.window.header.beam.accessibleName()
    assert desk.picture.now.margin is None
    assert (
        desk.window.header.figures[0]
        .accessibleName()
        .startswith("roll gradient: cannot tell. The link does not reach")
    )
    desk.press(Qt.Key.Key_Z, CTRL)
    assert desk.picture.now.margin is not None


def test_every_stage_is_reached_by_its_key(desk: Desk) -> None:
    for stage in STAGES:
        desk.press(Qt.Key(Qt.Key.Key_0 + stage.digit), CTRL)
        button = desk.window.rail.buttons[stage.name]
        assert button.isChecked()
        assert stage.key in button.toolTip()
    assert len({stage.digit for stage in STAGES}) == len(STAGES)
    guide = (Path(__file__).parents[2] / "docs" / "guide" / "README.md").read_text()
    assert all(f"| {stage.key} | {stage.name}" in guide for stage in STAGES)


def test_export_and_bring_in_again(desk: Desk, tmp_path: Path) -> None:
    target = tmp_path / "finch.json"
    desk.stage("Garage")
    desk.click(desk.button("Write this car to a file…"))
    save_as(desk, target)
    assert "is written to" in desk.line
    assert read_car(target.read_text()).car.name == "Sorrel Finch"
    desk.click(desk.button("Bring in a car file…"))
    save_as(desk, target)
    assert [listed.name for listed in desk.garage.cars()].count("Sorrel Finch") == 2
    assert desk.workshop.car == desk.garage.cars()[-1].id
