"""Things around a bar by mouse and keyboard: added, measured, looked at where they are tightest, brought in from a table."""

from __future__ import annotations

from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.stages.links.clearance.strip import ClearanceStrip
from anchor_beam.desk.stages.links.page import LinksPage
from anchor_beam.documents.obstacles import Held, Thing
from anchor_beam.drawings.shapes import Text, Tone
from anchor_beam.figures.measured_from import From, datums
from support.desk import LEFT_BUTTON, Desk


@pytest.fixture
def links(desk: Desk) -> LinksPage:
    page = desk.stage("Links")
    desk.click(page.strips[Axle.REAR].buttons["clearance"])
    desk.rest()
    return page


@pytest.fixture
def strip(links: LinksPage) -> ClearanceStrip:
    return links.strips[Axle.REAR]._views["clearance"]


def things(desk: Desk) -> list[str]:
    return [each.name for each in desk.picture.file.obstacles if each.axle is Axle.REAR]


def add(desk: Desk, strip: ClearanceStrip, thing: Thing) -> None:
    strip.thing.setFocus()
    strip.thing.setCurrentIndex(list(Thing).index(thing))
    desk.click(strip.buttons["Add"])
    desk.rest()


def enter(desk: Desk, strip: ClearanceStrip, *texts: str) -> None:
    """Type the numbers of the thing in hand, one after another."""
    fields = strip.fields.numbers[strip.fields.obstacle.shape]
    for (_, field), text in zip(fields, texts, strict=False):
        field.edit.setFocus()
        QTest.keyClicks(field.edit, text)
        QTest.keyClick(field.edit, Qt.Key.Key_Return)
        desk.settle()
    desk.rest()


def row_of(strip: ClearanceStrip, name: str) -> tuple[str, ...]:
    at = next(i for i, (each, _) in enumerate(strip.rows.rows) if each.name == name)
    return tuple(cell.replace("\u00a0", " ") for cell in strip.rows.cells(at))


def test_a_thing_is_a_guess_until_it_was_measured_and_then_says_where_it_is_tightest(
    desk: Desk, links: LinksPage, strip: ClearanceStrip
) -> None:
    before = len(things(desk))
    add(desk, strip, Thing.OTHER)
    name = things(desk)[-1]
    assert len(things(desk)) == before + 1 and strip.fields.name.text() == name
    assert row_of(strip, name)[3].endswith("measure it")
    enter(desk, strip, "0", "1 in", "45")
    made = desk.picture.file.obstacles[-1]
    assert made.measured and made.numbers[:3] == pytest.approx((0.0, 0.0254, 0.045))
    assert row_of(strip, name)[3] == "16.5 mm ± 3.0, enough"
    enter(desk, strip, "-222", "434", "140")
    assert row_of(strip, name)[3].startswith("△ ") and "both 60 mm up" in row_of(strip, name)[4]
    index = next(i for i, (each, _) in enumerate(strip.rows.rows) if each.name == name)
    spot = strip.table.visualRect(strip.rows.index(index, 0)).center()
    links.posture.to(0.0)
    strip.table.clearSelection()
    strip.table.setCurrentIndex(strip.rows.index(-1, 0))
    QTest.mouseClick(strip.table.viewport(), LEFT_BUTTON, pos=spot)
    desk.settle()
    assert links.posture.handle == pytest.approx(0.060)
    drawing = links.sides[Axle.REAR].drawn.views["left"]._drawing
    (label,) = [item for item in drawing.items if isinstance(item, Text) and item.text == name]
    assert label.tone is Tone.WARNING and label.bold


def test_numbers_that_cannot_be_stay_in_their_field_with_the_reason(desk: Desk, strip: ClearanceStrip) -> None:
    add(desk, strip, Thing.HOT)
    field = strip.fields.numbers[strip.fields.obstacle.shape][0][1]
    for text, said in (("9999", "2000"), ("far", "far"), ("", "Nothing stands there")):
        field.edit.setFocus()
        field.edit.selectAll()
        QTest.keyClicks(field.edit, text) if text else QTest.keyClick(field.edit, Qt.Key.Key_Delete)
        QTest.keyClick(field.edit, Qt.Key.Key_Return)
        desk.settle()
        assert said in field.note.text().replace("\u00a0", " ").replace(" ", "") or said in field.note.text()
    QTest.keyClick(field.edit, Qt.Key.Key_Escape)
    assert field.edit.text().replace("−", "-") == "-300.0"
    desk.workshop.toggle_units()
    desk.rest()
    assert field.edit.text().replace("−", "-") == "-11.81"  # nobody typed it in inches: as exact as it is known


def test_a_name_what_it_moves_with_and_its_own_gap_are_kept_over_a_restart_and_each_is_undone(
    desk: Desk, strip: ClearanceStrip, open_desk
) -> None:
    add(desk, strip, Thing.SOFT)
    strip.fields.name.setFocus()
    strip.fields.name.selectAll()
    QTest.keyClicks(strip.fields.name, "clutch hose")
    QTest.keyClick(strip.fields.name, Qt.Key.Key_Return)
    desk.settle()
    strip.fields.held.setCurrentIndex(list(Held).index(Held.LEFT))
    strip.fields.held.activated.emit(strip.fields.held.currentIndex())
    strip.fields.least.edit.setFocus()
    QTest.keyClicks(strip.fields.least.edit, "20")
    QTest.keyClick(strip.fields.least.edit, Qt.Key.Key_Return)
    desk.rest()
    made = desk.picture.file.obstacles[-1]
    assert (made.name, made.held, made.least) == ("clutch hose", Held.LEFT, pytest.approx(0.020))
    desk.close()
    again: Desk = open_desk()
    assert again.picture.file.obstacles[-1] == made
    for _ in range(4):
        again.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert "clutch hose" not in things(again) and "hose or wire" not in things(again)


def test_a_table_is_taken_whole_or_not_at_all(desk: Desk, strip: ClearanceStrip, tmp_path: Path) -> None:
    before = desk.picture.file.obstacles
    path = tmp_path / "around.csv"
    path.write_text("name,shape,ahead,left,up,radius\npipe,ball,1,2,x,4\n")
    strip.take_from(path)
    sheet = desk.window.files.problems
    assert sheet.isVisible() and "“x” is not a number" in sheet.text and desk.picture.file.obstacles == before
    sheet.hide()
    path.write_text("name;thing;shape;ahead [cm];left [cm];up [cm];radius\npipe;exhaust;ball;-10;20;-12,5;30\n")
    strip.take_from(path)
    desk.rest()
    assert things(desk) == ["pipe"]
    pipe = next(each for each in desk.picture.file.obstacles if each.name == "pipe")
    assert pipe.numbers == pytest.approx((-0.10, 0.20, -0.125, 0.030)) and pipe.thing is Thing.HOT
    desk.click(strip.buttons["Take away"])
    assert things(desk) == ["pipe"]  # nothing was in hand
    strip.table.setFocus()
    desk.press(Qt.Key.Key_Down)
    desk.click(strip.buttons["Take away"])
    assert things(desk) == []


def test_a_tape_held_to_the_left_bushing_reads_the_same_place(desk: Desk, strip: ClearanceStrip) -> None:
    add(desk, strip, Thing.OTHER)
    where = strip.fields.read_from
    assert where.currentText() == "bar's middle"
    where.setCurrentIndex(where.findText("left bushing"))
    where.activated.emit(where.currentIndex())
    assert "held to the left bushing: ahead to the front" in where.toolTip()
    enter(desk, strip, "-30", "20", "45", "12")
    bushing = 0.5 * desk.picture.file.bench.rear.bar.pivot_spacing.value
    made = desk.picture.file.obstacles[-1]
    assert made.measured and made.numbers[:3] == pytest.approx((-0.030, bushing + 0.020, 0.045))
    assert made.number("radius") == pytest.approx(0.012)  # a size is not a place
    fields = strip.fields.numbers[made.shape]
    assert [field.edit.text() for _, field in fields[:3]] == ["\u221230.0", "20.0", "45.0"]
    where.setCurrentIndex(0)
    where.activated.emit(0)
    assert fields[1][1].edit.text() == f"{(bushing + 0.020) * 1e3:.1f}"
    reach = datums(desk.picture.file, Axle.REAR)
    pickup = desk.picture.file.car.rear
    assert reach[From.PICKUP, Side.LEFT][0] == pytest.approx(-pickup.pickup_ahead.value)
    assert reach[From.PICKUP, Side.LEFT][1:] == pytest.approx(
        (0.5 * pickup.pickup_spacing.value, pickup.pickup_height_left.value)
    )
