"""Comparing on the Bars stage: settings as rows of a table, and as rings in the plane; by mouse and by keyboard."""

from __future__ import annotations

import csv
import io
from dataclasses import replace
from pathlib import Path

import pytest
from pypdf import PdfReader
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog, QLineEdit, QTableView

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.core.linkage.holes import Holes
from anchor_beam.desk.stages.bars.compare_view import CompareView
from anchor_beam.desk.stages.bars.map_view import MapView
from anchor_beam.documents.records import Figure
from anchor_beam.figures.compare import COLUMNS, Compared, compared, table_csv, to_compare
from anchor_beam.figures.plane import Spot, pareto
from anchor_beam.figures.results import results
from anchor_beam.units.kinds import System
from support.desk import LEFT_BUTTON, Desk


def board(desk: Desk, name: str) -> None:
    desk.click(desk.stage("Bars").boards.buttons[name])
    desk.rest()


@pytest.fixture
def table(desk: Desk) -> CompareView:
    board(desk, "compare")
    return desk.stage("Bars").compare


@pytest.fixture
def rings(desk: Desk) -> MapView:
    board(desk, "setting map")
    return desk.stage("Bars").map


def texts(table: CompareView, column: int) -> list[str]:
    rows = table.rows
    return [rows.index(i, column).data() for i in range(rows.rowCount())]


def at_row(view: QTableView, row: int) -> QPoint:
    return view.visualRect(view.model().index(row, 0)).center()


def test_rows_are_the_bench_the_kept_settings_and_with_a_press_every_hole(desk: Desk, table: CompareView) -> None:
    file = desk.picture.file
    assert texts(table, 0) == [file.bench.name, *(setting.name for setting in file.settings)]
    said = table._items.names(
        Compared(replace(file.bench, front=replace(file.bench.front, hole_left=0)), None, None)
    )[2]
    assert said == "not kept"
    desk.click(table.every)
    desk.rest()
    assert len(table._items.rows) > 20
    assert "F1 · R2/3" in texts(table, 0)
    assert table.said.text().startswith("Enter")


def test_a_head_sorts_by_its_figure_and_enter_puts_the_row_on_the_bench(desk: Desk, table: CompareView) -> None:
    desk.click(table.every)
    desk.rest()
    middle = 1 + FIVE.index(Phase.MIDDLE)
    head = table.table.horizontalHeader()
    where = QPoint(head.sectionViewportPosition(middle) + 20, head.height() // 2)
    QTest.mouseClick(head.viewport(), LEFT_BUTTON, pos=where)
    found = [table.row(table.rows.index(i, 0)) for i in range(table.rows.rowCount())]
    margins = [each.now.margin_of(Phase.MIDDLE) for each in found]
    assert margins in (sorted(margins), sorted(margins, reverse=True))
    chosen = table.row(table.rows.index(2, 0))
    QTest.mouseClick(table.table.viewport(), LEFT_BUTTON, pos=at_row(table.table, 2))
    desk.press(Qt.Key.Key_Return)
    bench = desk.picture.file.bench
    assert (bench.front.hole_left, bench.rear.hole_right) == (
        chosen.setting.front.hole_left, chosen.setting.rear.hole_right,
    )  # fmt: skip
    assert desk.picture.now.margin_of(Phase.MIDDLE) == pytest.approx(chosen.now.margin_of(Phase.MIDDLE), abs=1e-6)
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert desk.picture.file.bench != bench


def test_r_makes_a_kept_row_the_reference_and_its_differences_vanish(desk: Desk, table: CompareView) -> None:
    row = texts(table, 0).index("dry 1")
    QTest.mouseClick(table.table.viewport(), LEFT_BUTTON, pos=at_row(table.table, row))
    desk.press(Qt.Key.Key_R)
    desk.rest()
    assert desk.picture.file.reference == "dry 1"
    again = table.row(table.rows.index(texts(table, 0).index("dry 1"), 0))
    assert "reference" in table._items.names(again)[2]
    assert again.bands.change is None


def test_columns_are_chosen_and_stay_in_their_order(desk: Desk, table: CompareView) -> None:
    for action in table.columns.menu().actions():
        action.setChecked(action.text() in ("middle", "F mass", "R rate"))
    assert [column.title for column in table.chosen] == ["middle", "F mass", "R rate"]
    assert table.rows.columnCount() == 4


def test_the_table_is_written_with_numbers_that_programs_read(desk: Desk, table: CompareView, tmp_path: Path) -> None:
    desk.click(table.out)
    (dialog,) = [d for d in desk.window.findChildren(QFileDialog) if d.isVisible()]
    path = tmp_path / "settings.csv"
    name = dialog.findChild(QLineEdit)
    name.setText(str(path))
    QTest.keyClick(name, Qt.Key.Key_Return)
    desk.settle()
    head, *rows = csv.reader(io.StringIO(path.read_text()))
    shown = [each.setting.name for each in table._items.rows]
    assert [row[0] for row in rows] == shown
    here = head.index("middle [%]")
    for row, each in zip(rows, table._items.rows, strict=True):
        assert float(row[here]) == pytest.approx(each.now.margin_of(Phase.MIDDLE), abs=0.051)
        assert float(row[here + 1]) == pytest.approx(each.bands.margins[Phase.MIDDLE], abs=0.051)
    against = head.index("middle against standard [%]")
    assert float(rows[0][against]) > 0.0 and rows[0][against + 1] == "0.2"


def test_a_name_in_the_table_is_no_formula(desk: Desk) -> None:
    file = desk.picture.file
    odd = Compared(replace(file.bench, name="=1+1"), None, None)
    assert table_csv((), (odd,), (("=1+1", "F2", ""),), file, System.METRIC).splitlines()[1] == "'=1+1,F2,"


def test_each_difference_is_that_of_two_balances_and_a_setting_that_cannot_be_says_why(desk: Desk) -> None:
    file = desk.picture.file
    bar = replace(file.bench.front.bar, solid=False, wall=Figure(0.05))
    no_bore = replace(file.bench, front=replace(file.bench.front, bar=bar))
    rows = (*to_compare(file, every_hole=False), Compared(no_bore, None, None))
    found = [compared(file.car, row, file.reference_setting) for row in rows]
    assert found[-1].now is None and found[-1].why
    for each in found[:-1]:
        direct = results(file.car, each.setting)
        for column, phase in zip(COLUMNS, FIVE, strict=False):
            assert column.key == str(phase)
            assert each.now.margin_of(phase) == direct.margin_of(phase)
            if each.bands.change is not None:
                assert each.bands.change.margins[phase] < each.bands.margins[phase]


# the setting map


def test_a_ring_is_explained_under_the_pointer_and_set_by_a_click(desk: Desk, rings: MapView) -> None:
    spot = max(rings._spots, key=lambda one: one.margin(Phase.MIDDLE))
    place = rings.pixel(spot.margin(Phase.MIDDLE), spot.roll_gradient).toPoint()
    QTest.mouseMove(rings, place)
    desk.settle()
    assert rings.looked_at == spot
    assert "margin +" in rings.looked and "deg/g" in rings.looked
    QTest.mouseClick(rings, LEFT_BUTTON, pos=place)
    desk.rest()
    bench = desk.picture.file.bench
    assert (bench.front.holes, bench.rear.holes) == (spot.front, spot.rear)
    assert desk.picture.now.margin_of(Phase.MIDDLE) == pytest.approx(spot.margin(Phase.MIDDLE), abs=0.01)


def test_arrows_walk_from_ring_to_ring_and_enter_sets(desk: Desk, rings: MapView) -> None:
    rings.setFocus()
    before, walked = desk.picture.now.margin_of(Phase.MIDDLE), []
    for _ in range(3):
        desk.press(Qt.Key.Key_Right)
        walked.append(rings.looked_at.margin(Phase.MIDDLE))
    assert before < walked[0] < walked[1] < walked[2]
    spot = rings.looked_at
    desk.press(Qt.Key.Key_Left)
    assert rings.looked_at.margin(Phase.MIDDLE) < spot.margin(Phase.MIDDLE)
    desk.press(Qt.Key.Key_Return)
    assert desk.picture.now.margin_of(Phase.MIDDLE) > before


def test_bars_off_their_links_are_on_the_map_too_if_asked_for(desk: Desk, rings: MapView) -> None:
    hooked = len(rings._spots)
    assert not any(spot.front is None or spot.rear is None for spot in rings._spots)
    desk.click(rings.unhooked)
    desk.rest()
    assert len(rings._spots) == hooked + 5 + 5 + 1
    spot = next(one for one in rings._spots if one.front == Holes(1, 1) and one.rear is None)
    assert rings.explain(spot).startswith("front hole 2, rear unhooked")
    place = rings.pixel(spot.margin(Phase.MIDDLE), spot.roll_gradient).toPoint()
    QTest.mouseClick(rings, LEFT_BUTTON, pos=place)
    desk.rest()
    bench = desk.picture.file.bench
    assert not bench.rear.connected and bench.rear.fitted
    assert (bench.front.hole_left, bench.front.hole_right) == (1, 1)
    assert desk.picture.now.margin_of(Phase.MIDDLE) == pytest.approx(spot.margin(Phase.MIDDLE), abs=0.01)
    back = next(one for one in rings._spots if one.front == Holes(1, 1) and one.rear == Holes(0, 1))
    QTest.mouseClick(rings, LEFT_BUTTON, pos=rings.pixel(back.margin(Phase.MIDDLE), back.roll_gradient).toPoint())
    desk.rest()
    assert desk.picture.file.bench.rear.connected


def test_rings_follow_the_phase(desk: Desk, rings: MapView) -> None:
    desk.click(desk.window.header.phases.buttons[Phase.EXIT])
    assert "exit" in rings.accessibleName()


def test_the_front_of_pareto_holds_what_no_other_beats() -> None:
    def ring(margin: float, roll: float) -> Spot:
        return Spot(Holes(0, 0), Holes(0, 0), (margin,) * len(FIVE), roll)

    best, close, beaten, flat = ring(1.0, 5.0), ring(4.0, 3.5), ring(5.0, 5.5), ring(6.0, 2.5)
    found = pareto((best, close, beaten, flat), Phase.MIDDLE, (0.0, 2.0), (2.0, 3.0))
    assert found == (best, close, flat)


def test_the_table_is_printed_on_as_many_pages_as_it_takes(desk: Desk, table: CompareView, tmp_path: Path) -> None:
    desk.click(table.every)
    desk.rest()
    desk.click(table.print)
    (dialog,) = [d for d in desk.window.findChildren(QFileDialog) if d.isVisible()]
    path = tmp_path / "settings.pdf"
    name = dialog.findChild(QLineEdit)
    name.setText(str(path))
    QTest.keyClick(name, Qt.Key.Key_Return)
    desk.rest()
    pages = PdfReader(path).pages
    text = " ".join(page.extract_text() for page in pages)
    for words in ("Sorrel Finch: settings side by side", "turn-in, %", "damp 3, as found", "F1 · R2/3", "not kept"):
        assert words in text, words
    assert all(each.bands is None or each.now is not None for each in table._items.rows)
    assert text.count("not kept") >= len(table._items.rows) - 4
    lines: list[float] = []
    for page in pages:
        page.extract_text(
            visitor_text=lambda said, cm, at, *_: lines.append(cm[5] + cm[3] * at[5]) if said.strip() else None
        )
    assert min(lines) > 18.0  # points: no printer cuts it


def test_the_keyboard_goes_from_the_words_into_the_board(desk: Desk) -> None:
    page = desk.stage("Bars")
    page.boards.buttons["both bars"].setFocus()
    desk.press(Qt.Key.Key_Right)
    desk.rest()
    desk.press(Qt.Key.Key_Tab)
    assert desk.window.focusWidget() is page.map
    page.boards.buttons["setting map"].setFocus()
    for _ in range(3):
        desk.press(Qt.Key.Key_Right)
        desk.rest()
    for _ in range(6):
        desk.press(Qt.Key.Key_Tab)
    assert desk.window.focusWidget() is page.compare.table
    desk.press(Qt.Key.Key_Down)
    desk.press(Qt.Key.Key_Down)
    chosen = page.compare.row(page.compare.table.currentIndex()).setting
    desk.press(Qt.Key.Key_Return)
    assert desk.picture.file.bench == chosen
