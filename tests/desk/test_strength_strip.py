"""The strength strip: ratings and steel typed where they belong, kept, undone; prices in compare and under Aim."""

from __future__ import annotations

from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch
from anchor_beam.desk.stages.bars.strength_view import StrengthView
from anchor_beam.documents.records import Figure
from anchor_beam.figures.compare import COLUMNS, Compared, cell
from anchor_beam.figures.results import results
from anchor_beam.figures.strength import Piece
from anchor_beam.units.kinds import System
from anchor_beam.words.wanted import Wish
from support.desk import LEFT_BUTTON, Desk


def opened(desk: Desk) -> StrengthView:
    page = desk.stage("Bars")
    desk.click(page.strip.buttons["strength"])
    desk.rest()
    return page.strength


@pytest.fixture
def strip(desk: Desk) -> StrengthView:
    return opened(desk)


def rate(desk: Desk, strip: StrengthView, axle: Axle, piece: Piece, text: str) -> str:
    """Type a rating; what follows."""
    edit = strip.lines[axle, piece].rated.edit
    QTest.mouseClick(edit, LEFT_BUTTON)
    edit.selectAll()
    QTest.keyClicks(edit, text)
    desk.press(Qt.Key.Key_Return)
    desk.rest()
    return strip.lines[axle, piece].said.text()


def plain(text: str) -> str:
    return text.replace("\u00a0", " ").replace("\u202f", " ")


def test_each_piece_says_what_it_carries(desk: Desk, strip: StrengthView) -> None:
    front = {piece: plain(strip.lines[Axle.FRONT, piece].carries.text()) for piece in Piece}
    assert front[Piece.LINK] == "1356 N"
    assert front[Piece.BAR] == "253 MPa"
    assert plain(strip.lines[Axle.FRONT, Piece.LINK].said.text()) == "Not rated; it should be for 2800 N or more."
    assert strip.lines[Axle.FRONT, Piece.BAR].rated.edit.text() == "1250", "what is usual, until somebody knows"


def test_a_rating_is_typed_where_it_belongs_and_stays(desk: Desk, strip: StrengthView, open_desk) -> None:
    assert rate(desk, strip, Axle.FRONT, Piece.LINK, "3600") == "Enough is left for bumps and kerbs."
    assert plain(strip.lines[Axle.FRONT, Piece.LINK].used.text()) == "38 %"
    assert "Little is left" in rate(desk, strip, Axle.FRONT, Piece.LINK, "2 kN")
    said = rate(desk, strip, Axle.FRONT, Piece.LINK, "1200")
    assert said.startswith("Overloaded")
    assert desk.picture.file.bench.front.link_part.rating == 1200.0
    rate(desk, strip, Axle.REAR, Piece.BRACKET, "300 lbf")
    assert desk.picture.file.bench.rear.bracket.rating == pytest.approx(1334.5, abs=0.1)
    bench = desk.picture.file.bench
    desk = open_desk()
    assert desk.picture.file.bench.front == bench.front
    assert desk.picture.file.bench.rear.bracket.rating == pytest.approx(bench.rear.bracket.rating)
    strip = opened(desk)
    assert strip.lines[Axle.FRONT, Piece.LINK].rated.edit.text() == "1200"
    strip.setFocus()
    for _ in range(4):
        desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert desk.picture.file.bench == sorrel_finch().bench
    assert strip.lines[Axle.FRONT, Piece.LINK].rated.edit.text() == ""


@pytest.mark.parametrize(("piece", "text", "words"), [
    (Piece.LINK, "0", "0 N cannot be that"), (Piece.LINK, "strong", "strong"), (Piece.BAR, "20", "cannot be that"),
])  # fmt: skip
def test_a_rating_of_zero_is_refused_at_its_field(desk: Desk, strip: StrengthView, piece, text, words) -> None:
    rate(desk, strip, Axle.FRONT, piece, text)
    field = strip.lines[Axle.FRONT, piece].rated
    assert words in field.edit.accessibleDescription()
    assert desk.picture.file.bench == sorrel_finch().bench
    desk.press(Qt.Key.Key_Escape)
    assert field.edit.accessibleDescription() == ""


def test_the_surface_is_chosen_by_key_and_changes_how_long_it_lasts(desk: Desk, strip: StrengthView) -> None:
    line = strip.lines[Axle.REAR, Piece.BAR]
    assert line.said.text() == "Lasts for good on the hill, if of peened spring steel."
    line.finish.setFocus()
    while line.finish.currentText() != Finish.PITTED:
        desk.press(Qt.Key.Key_Down)
    desk.rest()
    assert desk.picture.file.bench.rear.bar.facts.finish is Finish.PITTED
    rate(desk, strip, Axle.REAR, Piece.BAR, "200")
    assert line.said.styleSheet() != strip.lines[Axle.FRONT, Piece.BAR].said.styleSheet()
    line.finish.setFocus()
    desk.press(Qt.Key.Key_Home)
    desk.rest()
    assert desk.picture.file.bench.rear.bar.facts.finish is None


def test_plates_say_why_they_are_not_judged(open_desk) -> None:
    desk = open_desk(cars=(harrow_half_ton(),))
    line = opened(desk).lines[Axle.REAR, Piece.BAR]
    assert line.carries.text() == "–"
    assert "plates" in line.said.text()


# prices elsewhere


def test_compare_has_what_to_buy_and_the_hours() -> None:
    file = replace(sorrel_finch(), rack=())
    price, hours = (next(column for column in COLUMNS if column.key == key) for key in ("price", "hours"))
    for setting, owed, takes in ((file.bench, "400", "2.5"), (file.reference_setting, "0", "0")):
        now = results(file.car, setting)
        row = Compared(setting, now, None)
        assert cell(price, row, file, System.METRIC).value == owed
        assert cell(hours, row, file, System.METRIC).value == takes
        assert price.order(now, file) == float(owed)
    blank = replace(file.bench.rear.bar, facts=replace(file.bench.rear.bar.facts, price=None))
    only = replace(file.reference_setting, rear=replace(file.bench.rear, bar=blank))
    assert cell(price, Compared(only, results(file.car, only), None), file, System.METRIC).value == "–"


def test_a_budget_under_aim_is_judged_by_what_is_to_be_bought(open_desk) -> None:
    file = replace(sorrel_finch(), rack=())
    desk = open_desk(cars=(file,))
    page = desk.stage("Aim")
    desk.click(page.constraints.switches[Wish.BUDGET])
    assert page.constraints.verdicts[Wish.BUDGET].text() == "kept: 400 marks against the reference"
    desk.type(desk.field("aim.budget"), "399")
    assert page.constraints.verdicts[Wish.BUDGET].text() == "△ broken: 400 marks against the reference"
    assert desk.window.rail.buttons["Aim"].accessibleDescription() == "1 not kept"
    desk.click(page.constraints.switches[Wish.HOURS])
    assert page.constraints.verdicts[Wish.HOURS].text() == "kept: 2.5 h against the reference"
    assert desk.picture.file.aim.budget == Figure(399.0, desk.picture.file.aim.budget.provenance, "399")
