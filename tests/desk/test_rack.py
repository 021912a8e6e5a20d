"""The rack by mouse and keyboard: looking, sorting, putting on, taking off; lists brought in, faults and all, and written."""

from __future__ import annotations

import csv
import io
import json
from pathlib import Path

import pytest
from pypdf import PdfReader
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QFileDialog, QLineEdit

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import wicken_estate
from anchor_beam.desk.stages.bars.rack.view import RackView
from anchor_beam.documents.job import Job, JobKind
from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.parts.table import parts_from
from anchor_beam.drawings.shapes import LabelStack
from anchor_beam.figures.rack.rows import OWN
from support.desk import LEFT_BUTTON, Desk

LIST = (
    "kind,name,axle,outer diameter [mm],centre length [mm],bushing spacing [mm],arm length [mm],holes [mm],platforms,price\n"
    "bar,Elm 18,rear,18,850,690,246,12 36,Finch 2,99\n"
    "bar,Elm 23,front,23,930,760,250,12 38,Finch 2,120\n"
)


@pytest.fixture
def rack(desk: Desk) -> RackView:
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["rack"])
    desk.rest()
    return page.rack


def names(rack: RackView) -> list[str]:
    return [row.name for row in rack.table.parts.rows]


def take_up(desk: Desk, rack: RackView, name: str) -> None:
    """A click on the row of a part."""
    row = names(rack).index(name)
    index = rack.table.parts.index(row, 1)
    rack.table.scrollTo(index)
    QTest.mouseClick(rack.table.viewport(), LEFT_BUTTON, pos=rack.table.visualRect(index).center())
    desk.rest()


def choose_kind(desk: Desk, rack: RackView, kind: PartKind) -> None:
    rack.kind.setFocus()
    rack.kind.setCurrentIndex(list(PartKind).index(kind))
    rack.kind.activated.emit(rack.kind.currentIndex())
    desk.rest()


def bring_in(desk: Desk, rack: RackView, path: Path) -> None:
    rack.lists.lists.aboutToShow.emit()
    rack.lists.lists.actions()[0].trigger()
    dialog = desk.window.findChild(QFileDialog)
    dialog.findChild(QLineEdit, "fileNameEdit").setText(str(path))
    dialog.accept()
    desk.window.activateWindow()
    desk.rest()


def written(desk: Desk, rack: RackView, action: int, path: Path, kind: str = "") -> None:
    rack.lists.lists.aboutToShow.emit()
    rack.lists.lists.actions()[action].trigger()
    dialog = desk.window.findChild(QFileDialog)
    if kind:
        dialog.selectNameFilter(kind)
        dialog.setDefaultSuffix(path.suffix[1:])
    dialog.findChild(QLineEdit, "fileNameEdit").setText(str(path))
    dialog.accept()
    desk.window.activateWindow()
    desk.rest()
    assert path.exists()


def test_what_fits_comes_first_and_what_does_not_says_why(desk: Desk, rack: RackView) -> None:
    assert names(rack)[:2] == ["standard rear", "Tidewright 17"]
    fits = [row.verdict.fit for row in rack.table.parts.rows]
    assert fits == sorted(fits, key=lambda fit: list(type(fit)).index(fit))
    take_up(desk, rack, "Okeford 21 Harrow 5" if "Okeford 21 Harrow 5" in names(rack) else "Okeford 19 Harrow 5")
    assert rack.hand.fit.text().startswith("Does not fit: Made for Harrow 5; the platform of this car is Finch 2")
    desk.click(rack.fitting)
    assert len(names(rack)) < 15 and "Okeford 19 Harrow 5" not in names(rack)
    assert rack.count.text() == f"{len(names(rack))} of 43"


def test_a_slash_goes_to_the_search_and_words_narrow_it(desk: Desk, rack: RackView) -> None:
    rack.table.setFocus()
    desk.press(Qt.Key.Key_Slash)
    assert desk.window.focusWidget() is rack.search
    QTest.keyClicks(rack.search, "lantern harrow")
    desk.settle()
    assert names(rack) and all("Lantern" in name for name in names(rack))
    QTest.keyClicks(rack.search, "zz")
    desk.settle()
    assert names(rack) == []
    assert "Nothing has “lantern harrowzz”" in rack.hand.title.text()
    assert not rack.hand.put_on.isEnabled()


def test_a_head_sorts_and_the_rate_at_the_wheel_is_that_of_the_board(desk: Desk, rack: RackView) -> None:
    heads = [column.head(desk.bridge.units) for column in rack.table.parts.columns]
    at = heads.index("at the wheel, N/mm")
    header = rack.table.horizontalHeader()
    for _ in range(2):
        QTest.mouseClick(
            header.viewport(), LEFT_BUTTON, pos=header.rect().center().__class__(header.sectionPosition(at) + 20, 8)
        )
        desk.rest()
    told = [rack._known[row.id].by_hole for row in rack.table.parts.rows if row.id in rack._known]
    stiffest = [max(rates) for rates in told if rates]
    assert stiffest == sorted(stiffest, reverse=True) and len(stiffest) > 8
    own = next(row for row in rack.rows if row.name == "Tidewright 17" and row.source == OWN)
    end = desk.picture.now.rear
    assert rack._known[own.id].by_hole == pytest.approx(end.hole_rates.mean(axis=0))


def test_enter_puts_a_bar_on_and_undo_takes_it_off_again(desk: Desk, rack: RackView) -> None:
    before = desk.picture.file.bench.rear
    take_up(desk, rack, "Tidewright 19 tube Finch 2")
    stack = next(item for item in rack.hand.drawing._drawing.items if isinstance(item, LabelStack))
    assert [label.name for label in stack.labels] == ["hole 1, soft", "hole 2, middle", "hole 3, firm"]
    assert rack.hand.put_on.text() == "Put it on" and rack.hand.put_on.isEnabled()
    desk.press(Qt.Key.Key_Return)
    desk.rest()
    now = desk.picture.file.bench.rear
    assert now.bar.name == "Tidewright 19 tube Finch 2" and now.bar.hole_names == ("soft", "middle", "firm")
    assert (now.link_left, now.link_right) == (before.link_left, before.link_right)
    assert rack.buy.text() == "to buy: 241 marks, 2.5 h"
    assert not rack.hand.put_on.isEnabled(), "it is on the car"
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert desk.picture.file.bench.rear == before
    assert rack.buy.text() == "nothing to buy"


def test_the_rack_follows_the_axle_in_hand(desk: Desk, rack: RackView) -> None:
    desk.click(desk.stage("Bars").tabs.buttons[Axle.FRONT])
    desk.rest()
    assert "standard front" in names(rack) and "standard rear" not in names(rack)
    take_up(desk, rack, "Tidewright 24 Finch 2")
    desk.click(rack.hand.put_on)
    assert desk.picture.file.bench.front.bar.name == "Tidewright 24 Finch 2"
    assert desk.picture.file.bench.rear.bar.name == "Tidewright 17"


def test_another_car_has_another_rack_at_once(desk: Desk, rack: RackView) -> None:
    desk.click(rack.fitting)
    take_up(desk, rack, "Tidewright 17")
    desk.workshop.open(desk.garage.cars()[1].id)
    desk.settle()
    assert desk.picture.file.car.name == "Wicken Estate"
    assert not any(row.source == OWN and row.name == "standard rear" for row in rack.rows)
    desk.rest()
    assert [row.name for row in rack.rows if row.source == OWN] == ["Okeford 19"]
    assert "Tidewright 19 Wicken A" in names(rack)


def test_what_is_in_use_is_asked_about_before_it_is_forgotten(desk: Desk, rack: RackView) -> None:
    take_up(desk, rack, "Tidewright 17")
    desk.press(Qt.Key.Key_Delete)
    sheet = rack.lists.taking_out
    assert sheet.isVisible() and "“Tidewright 17” is in use" in sheet.accessibleName()
    assert sheet.text.splitlines()[1:4] == ["· the setting on the bench", "· dry 1", "· damp 3"]
    assert desk.window.focusWidget() is sheet.leave
    desk.press(Qt.Key.Key_Escape)
    assert not sheet.isVisible() and len(desk.picture.file.rack) == 4
    rack.table.setFocus()
    desk.press(Qt.Key.Key_Delete)
    desk.click(sheet.take_out)
    desk.rest()
    assert [item.bar.name for item in desk.picture.file.rack] == ["standard front", "Tidewright 25", "standard rear"]
    assert desk.picture.file.bench.rear.bar.name == "Tidewright 17", "the setting keeps it"
    assert not any(row.source == OWN and row.name == "Tidewright 17" for row in rack.rows)
    rack.table.setFocus()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert len(desk.picture.file.rack) == 4


def test_a_job_card_that_is_about_a_bar_is_named_before_it_is_forgotten(desk: Desk, rack: RackView) -> None:
    bar, other = "Tidewright 17", "standard rear"
    desk.workshop.cards.add("Rear bar", Job(JobKind.ONE_PIECE, Axle.REAR, other, bar, "hole 1", None))
    take_up(desk, rack, bar)
    desk.press(Qt.Key.Key_Delete)
    assert "· job card “Rear bar”" in rack.lists.taking_out.text.splitlines()
    desk.click(rack.lists.taking_out.take_out)
    desk.rest()
    assert not any(item.bar.name == bar for item in desk.picture.file.rack)
    ((_, card),) = [each for each in desk.workshop.cards.all if each[1].title == "Rear bar"]
    assert card.job.on == bar and card.job.off == other


def test_a_part_of_a_list_is_not_forgotten_alone(desk: Desk, rack: RackView) -> None:
    take_up(desk, rack, "Tidewright 19 tube Finch 2")
    desk.press(Qt.Key.Key_Delete)
    assert "a list that was brought in is taken out whole" in desk.line
    assert not rack.lists.taking_out.isVisible()


def test_links_and_bushings_come_with_what_they_give(desk: Desk, rack: RackView) -> None:
    rate = desk.picture.now.rear.wheel_rate
    choose_kind(desk, rack, PartKind.LINK)
    assert [column.title for column in rack.table.parts.columns][:5] == [
        "fit",
        "name",
        "length",
        "stiffness",
        "rating",
    ]
    take_up(desk, rack, "Tidewright link 78-98")
    desk.click(rack.hand.put_on)
    desk.rest()
    assert desk.picture.file.bench.rear.link_part.rating == 5200.0
    softer = desk.picture.now.rear
    assert softer.wheel_rate < rate
    assert softer.K_theta == pytest.approx(softer.bar_K * (1.0 - softer.in_links))
    assert rack.hand.put_on.text() == "Take it off"
    desk.click(rack.hand.put_on)
    desk.rest()
    assert desk.picture.file.bench.rear.link_part is None
    assert desk.picture.now.rear.wheel_rate == pytest.approx(rate)
    choose_kind(desk, rack, PartKind.BUSHINGS)
    take_up(desk, rack, "Okeford rubber 17")
    desk.click(rack.hand.put_on)
    assert desk.picture.file.bench.rear.bar.bushing_radial.value == 3e6
    assert desk.picture.file.bench.rear.bushings.material == "rubber"


def test_a_bar_without_links_is_put_on_and_its_arms_are_asked_for_where_links_would_be(desk: Desk, open_desk) -> None:
    desk = open_desk(cars=(wicken_estate(),))
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["rack"])
    desk.rest()
    take_up(desk, page.rack, "Okeford beam bar 21")
    assert "straight to the trailing arms" in page.rack.hand.fit.text()
    desk.click(page.rack.hand.put_on)
    desk.rest()
    assert desk.picture.file.bench.rear.fixed
    rate = desk.picture.now.rear.wheel_rate
    links = desk.stage("Links")
    board = links.sides[Axle.REAR].fixed
    assert board is not None and board.isVisible()
    panel = links.panels[Axle.REAR]
    assert "fixed straight to the trailing arms" in panel.fixed.text() and panel.fixed.isVisible()
    desk.type(desk.field("car.rear.trailing_arm"), "500 mm")
    desk.rest()
    assert desk.picture.now.rear.wheel_rate == pytest.approx(rate * (420 / 500) ** 2, rel=1e-6)
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert desk.picture.now.rear.wheel_rate == pytest.approx(rate)


def test_a_list_comes_in_goes_by_undo_and_is_taken_out(desk: Desk, rack: RackView, tmp_path: Path) -> None:
    path = tmp_path / "elm & co.csv"
    path.write_text(LIST)
    bring_in(desk, rack, path)
    assert "2 parts brought into the rack of every car" in desk.line
    assert "Elm 18" in names(rack)
    take_up(desk, rack, "Elm 18")
    desk.click(rack.hand.put_on)
    assert desk.picture.file.bench.rear.bar.name == "Elm 18"
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert "Elm 18" not in names(rack)
    desk.press(Qt.Key.Key_Y, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert "Elm 18" in names(rack)
    rack.lists.lists.aboutToShow.emit()
    last = rack.lists.lists.actions()[-1]
    assert last.text() == "Take out “elm && co”"
    take_up(desk, rack, "Elm 18")
    desk.press(Qt.Key.Key_Return)
    last.trigger()
    assert "the setting on the bench" in rack.lists.taking_out.text
    desk.click(rack.lists.taking_out.take_out)
    desk.rest()
    assert "Elm 18" not in names(rack)
    assert desk.picture.file.bench.rear.bar.name == "Elm 18"


def test_a_list_that_was_brought_in_is_there_after_a_restart_and_on_every_car(open_desk, tmp_path: Path) -> None:
    path = tmp_path / "elm.csv"
    path.write_text(LIST)
    desk = open_desk()
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["rack"])
    desk.rest()
    bring_in(desk, page.rack, path)
    desk = open_desk()
    desk.workshop.open(desk.garage.cars()[-1].id)
    page = desk.stage("Bars")
    desk.click(page.boards.buttons["rack"])
    desk.rest()
    assert "Elm 18" in names(page.rack)


@pytest.mark.parametrize(("text", "words"), [
    (LIST.replace(",18,", ",thick,"), ["Line 2, column 4 (outer diameter)", "“thick” is not a number"]),
    (LIST.replace("Elm 23,front", "Elm 18,rear"), ["Line 3, column 2 (name)", "is on line 2 already"]),
    ("colour,name\nred,Elm\n", ["no such column"]),
    ("", ["The file is empty"]),
])  # fmt: skip
def test_a_list_with_a_fault_is_not_taken_over(desk: Desk, rack: RackView, tmp_path: Path, text, words) -> None:
    path = tmp_path / "elm.csv"
    path.write_text(text)
    many = len(rack.rows)
    bring_in(desk, rack, path)
    sheet = rack.lists._files.problems
    assert sheet.isVisible()
    said = sheet.accessibleDescription() or " ".join(
        label.text() for label in sheet.findChildren(type(rack.said)) if label.isVisible()
    )
    for word in words:
        assert word in said, said
    desk.press(Qt.Key.Key_Escape)
    assert len(rack.rows) == many
    assert desk.workshop.parts_lists.names == ()


def test_the_name_of_a_shipped_list_is_taken(desk: Desk, rack: RackView, tmp_path: Path) -> None:
    path = tmp_path / "Tidewright.csv"
    path.write_text(LIST)
    bring_in(desk, rack, path)
    assert "is the name of a list that is there" in desk.line
    assert desk.workshop.parts_lists.names == ()


def test_what_is_shown_and_what_to_buy_go_out(desk: Desk, rack: RackView, tmp_path: Path) -> None:
    rack.search.setFocus()
    QTest.keyClicks(rack.search, "lantern finch 2")
    desk.rest()
    written(desk, rack, 1, tmp_path / "parts.csv")
    assert [one.part.name for one in parts_from((tmp_path / "parts.csv").read_text())] == names(rack)
    take_up(desk, rack, "Lantern splined 22 Finch 2")
    desk.press(Qt.Key.Key_Return)
    desk.rest()
    written(desk, rack, 2, tmp_path / "buy.pdf")
    assert "Lantern splined 22 Finch 2" in PdfReader(tmp_path / "buy.pdf").pages[0].extract_text()
    written(desk, rack, 2, tmp_path / "buy.csv", "Table (*.csv)")
    rows = list(csv.DictReader(io.StringIO((tmp_path / "buy.csv").read_text())))
    assert [row["owned"] for row in rows] == ["yes", "no"]
    written(desk, rack, 2, tmp_path / "buy.json", "JSON (*.json)")
    assert json.loads((tmp_path / "buy.json").read_text())["price"] == 374.0
