"""The measuring aids by mouse and keyboard: readings with one slip, what follows, the car, undo, files, a killed window."""

from __future__ import annotations

from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QPushButton

from anchor_beam.core.sides import Axle
from anchor_beam.desk.stages.car.aid_board import AidBoard
from anchor_beam.desk.stages.car.floor_box import FloorBox
from anchor_beam.desk.stages.car.support_box import SupportBox
from anchor_beam.desk.widgets.figure_field import FigureField
from anchor_beam.documents.readings import Support
from anchor_beam.documents.records import Provenance
from support.desk import Desk


def open_aid(desk: Desk, key: str, axle: Axle | None = None) -> AidBoard:
    """By the menu of the aids."""
    page = desk.stage("Car")
    (action,) = [one for one in page.panel.aids.menu().actions() if one.text() == title(key, axle)]
    action.trigger()
    desk.settle()
    assert page.aid is not None
    return page.aid


def title(key: str, axle: Axle | None) -> str:
    from anchor_beam.documents.aids import BY_KEY

    return BY_KEY[key].title if axle is None else f"{BY_KEY[key].title}, {axle}"


def read(desk: Desk, *numbers: str) -> None:
    """Type numbers one after another, Enter behind each, wherever the focus goes."""
    for number in numbers:
        focused = desk.window.focusWidget()
        assert focused is not None
        QTest.keyClicks(focused, number)
        QTest.keyClick(focused, Qt.Key.Key_Return)
        desk.settle()


def test_measure_next_leads_to_the_aid_and_the_aid_to_a_better_known_balance(desk: Desk) -> None:
    page = desk.stage("Car")
    desk.rest()
    row = page.panel.next.bars.rows[0]
    assert row.place == "car.cg_height"
    row.setFocus()
    desk.press(Qt.Key.Key_Space)
    assert page.aid.aid.key == "tilt"
    page.aid.table.focus_first()
    read(desk, "0", "412", "200", "417.2", "400", "452.6", "600", "428.3", "80 cm", "434.5")
    beside = [label.text() for label in page.aid.table._beside]
    assert beside[2].startswith("△ +29.8")  # the slip of the hand, by its shape and its size
    assert "Reading 3 does not fit" in page.aid.results.said.text()
    assert page.aid.results.values[0].text() == "458\u00a0mm ± 11"
    assert "noted" in desk.line
    desk.click(page.aid.results.write)
    height = desk.picture.file.car.cg_height
    assert (height.provenance, height.value) == (Provenance.MEASURED, pytest.approx(0.458, abs=0.001))
    assert height.spread == pytest.approx(0.0108, abs=0.001)
    assert page.aid.results.write.text() == "Written to the car"
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.car.cg_height.provenance is Provenance.TYPICAL  # one act
    assert len(desk.picture.file.read_at("tilt", None).rows) == 5


def test_table_outlive_the_window(open_desk, tmp_path: Path) -> None:
    desk: Desk = open_desk()
    open_aid(desk, "spring-wire", Axle.REAR)
    read(desk, "12", "112")
    desk.close()
    again: Desk = open_desk()
    board = open_aid(again, "spring-wire", Axle.REAR)
    assert board.fields["outer"].edit.text() == "112.0"
    assert "All coils" in board.results.said.text()
    board.fields["coils"].setFocus()
    read(again, "7 1/2")
    assert board.results.values[0].text() == "36.7\u00a0N/mm ± 1.8"


def test_a_reading_that_cannot_be_stays_with_its_reason_and_nothing_moves(desk: Desk) -> None:
    before = desk.picture.file.readings
    board = open_aid(desk, "spring-wire", Axle.FRONT)
    field = board.fields["wire"]
    field.setFocus()
    read(desk, "12 kg")
    assert field.note is not None and field.note.isVisible()
    assert field.edit.text() == "12 kg"
    field.edit.selectAll()
    read(desk, "900 mm")
    assert "2.0 to 40.0\u00a0mm" in field.note.text()
    assert desk.picture.file.readings == before
    QTest.keyClicks(field.edit, "1")
    desk.press(Qt.Key.Key_Escape)
    assert field.edit.text() == ""
    assert not field.note.isVisible()


def test_a_motion_table_that_turns_round_is_named_at_its_row(desk: Desk) -> None:
    board = open_aid(desk, "spring-ratio", Axle.FRONT)
    read(desk, "-60", "-40", "-40", "-28", "-20", "-14", "0", "0", "20", "10", "40", "14", "60", "12")
    assert "comes back" in board.results.trouble.text()
    marked = [i for i, label in enumerate(board.table._beside) if label.text()]
    assert marked == [6]
    assert not board.results.write.isEnabled()


def test_a_table_from_a_file_is_taken_whole_or_not_at_all(desk: Desk, tmp_path: Path) -> None:
    board = open_aid(desk, "spring-press", Axle.REAR)
    good = tmp_path / "spring.csv"
    good.write_text("load [kN];pressed by [mm];remark\n0,124;0;first\n0,545;10;\n0,983;20;\n1,416;30;\n")
    board.rows_from(good)
    desk.settle()
    assert board.results.values[0].text().startswith("43.1\u00a0N/mm")
    kept = desk.picture.file.readings
    for text, said in (
        ("pressed by|load\n1|2\n", "set apart by comma, semicolon or tab"),
        ("pressed by [mm],load [N]\n0,124\n10,abc\n", "Line 3, column 2"),
        ("pressed by [stone],load [N]\n", "no unit of this column"),
        ("pressed by [mm],load [N]\n9000,10\n", "0.0\u00a0mm to 400.0\u00a0mm"),
        ("", "empty"),
    ):
        bad = tmp_path / "bad.csv"
        bad.write_text(text)
        board.rows_from(bad)
        problems = desk.window.files.problems
        assert problems.isVisible() and said in problems.text + problems._title.text(), text
        problems.hide()
        assert desk.picture.file.readings == kept
    written = tmp_path / "out.csv"
    desk.window.files.table_out("out", "")  # opens a dialog, which nobody answers
    from anchor_beam.documents.reading_csv import readings_csv, rows_from

    readings = desk.picture.file.read_at("spring-press", Axle.REAR)
    written.write_text(readings_csv(readings))
    assert [[cell.value for cell in row] for row in rows_from(written.read_text(), readings.table)] == [
        [cell.value for cell in row] for row in readings.rows
    ]


def test_a_figure_without_an_aid_leads_to_its_field(desk: Desk) -> None:
    page = desk.stage("Car")
    page.measure("car.chassis_torsion")
    desk.settle()
    focused = desk.window.focusWidget()
    assert focused is not None and isinstance(focused.parent(), FigureField)
    assert focused.parent().place == "car.chassis_torsion"
    page.measure("bench.rear.bar.od")
    desk.settle()
    assert desk.window.rail.buttons["Bars"].isChecked()


def test_the_working_of_an_aid_and_the_other_ways(desk: Desk) -> None:
    board = open_aid(desk, "tyre-size", Axle.REAR)
    read(desk, "205", "50", "15 in")
    assert board.results.values[0].text() == "280\u00a0mm ± 2"
    how = next(b for b in board.results.findChildren(QPushButton) if b.text() == "how")
    desk.click(how)
    assert desk.window.working.isVisible()
    assert "Wheel centre height from the tyre's size, rear" in desk.window.working.accessibleName()
    desk.press(Qt.Key.Key_Escape)
    board = open_aid(desk, "roll-arms", Axle.FRONT)
    ways = [b.text() for b in board.findChildren(QPushButton) if b.isVisible()]
    assert "of a strut" in ways and "of a lateral rod" in ways
    board.fields["upper_inner_y"].setFocus()
    read(desk, "400", "420", "620", "420", "350", "220", "650", "180")
    assert board.results.values[0].text() == "164\u00a0mm ± 12"


def test_measure_next_ranks_by_what_is_left_or_by_the_hour(desk: Desk) -> None:
    page = desk.stage("Car")
    desk.rest()
    rows = page.panel.next.bars.rows
    by_rest = [row.place for row in rows]
    assert by_rest[0] == "car.cg_height"
    assert "about 2\u00a0h" in rows[0].accessibleName()
    page.panel.next.order.setFocus()
    desk.press(Qt.Key.Key_Space)
    assert rows[0].place == "car.rear.roll_centre_height"  # half the work for nearly as much


def test_readings_and_results_have_room_beside_each_other(desk: Desk) -> None:
    desk.window.resize(1280, 800)
    desk.stage("Car").open_aid("corner-weights", None)
    desk.settle()
    board = desk.window.page("Car").aid
    table = board.table
    assert [label.text() for label in table._beside if label.text().startswith("△")]
    for label in table._beside:
        assert table.viewport().rect().contains(label.geometry().translated(table._holder.pos()))
    assert table.geometry().right() < board.results.geometry().left()
    assert table._beside_head.text() == "off by\n[kg]"


def test_the_floor_of_a_place_is_measured_once(desk: Desk) -> None:
    """The estate stood on it; the coupe stands on the same spots."""
    aid = open_aid(desk, "floor")
    box = aid.findChild(FloorBox)
    assert [box.itemText(i) for i in range(box.count())] == ["choose a car…", "Wicken Estate"]
    box.setFocus()
    desk.press(Qt.Key.Key_Down)
    desk.settle()
    entries = desk.picture.file.read_at("floor", None).entries
    assert {name: round(1e3 * reading.value, 1) for name, reading in entries.items()} == {
        "floor_fl": 0.0, "floor_fr": 6.0, "floor_rl": 3.0, "floor_rr": 5.0,
    }  # fmt: skip
    assert "as read for Wicken Estate" in desk.line
    assert "Under the pads" in aid.results.said.text()


def test_what_carries_the_car_is_chosen_beside_the_readings(desk: Desk) -> None:
    aid = open_aid(desk, "ride-heights")
    aid.table.focus_first()
    read(desk, "352", "", "", "", "")
    box = aid.findChild(SupportBox)
    box.setFocus()
    for _ in range(3):
        desk.press(Qt.Key.Key_Down)
    desk.settle()
    assert desk.picture.file.read_at("ride-heights", None).support is Support.UNDER_FRAME
    assert "the wheels hang" in aid.results.said.text()
