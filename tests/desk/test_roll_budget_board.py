"""The board of the roll budget: its rows are the roll, follow the bars, and say where there is none."""

from __future__ import annotations

import pytest
from PySide6.QtTest import QTest

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import sorrel_finch
from anchor_beam.desk.stages.bars.budget_view import BudgetView
from anchor_beam.documents.places import put
from anchor_beam.documents.records import BarState
from anchor_beam.figures.roll_budget import Giving, budget
from support.desk import LEFT_BUTTON, Desk


@pytest.fixture
def board(desk: Desk) -> BudgetView:
    page = desk.stage("Bars")
    QTest.mouseClick(page.boards.buttons["roll budget"], LEFT_BUTTON)
    desk.rest()
    return page.budget


def test_the_rows_are_the_whole_roll_of_the_setting_and_of_the_reference(desk: Desk, board: BudgetView) -> None:
    now = sum(value for _, _, value, _ in board.rows())
    before = sum(value for *_, value in board.rows())
    assert now == pytest.approx(desk.picture.now.roll_gradient)
    assert before == pytest.approx(desk.picture.reference.roll_gradient)
    assert "the tyres make" in board.accessibleName()
    assert "front springs 0.30" in board.accessibleName()


def test_a_stiffer_rear_bar_takes_roll_from_the_rear_springs(desk: Desk, board: BudgetView) -> None:
    before = {(axle, name): value for name, axle, value, _ in board.rows()}
    desk.type(desk.field("bench.rear.bar.od"), "20")
    desk.rest()
    after = {(axle, name): value for name, axle, value, _ in board.rows()}
    assert after[Axle.REAR, "springs"] < before[Axle.REAR, "springs"]
    assert after[Axle.REAR, "bar"] > before[Axle.REAR, "bar"]


def test_an_axle_without_a_bar_has_no_part_in_it() -> None:
    bare = put(sorrel_finch(), "bench.rear.state", BarState.NONE)
    found = budget(bare.car, bare.bench)
    assert found.parts[Axle.REAR][Giving.BAR] == found.parts[Axle.REAR][Giving.BUSHINGS] == 0.0
    assert found.parts[Axle.FRONT][Giving.BAR] > 0.0
