"""Taking a car in hand: what follows from it is worked out elsewhere first, and the window stays alive meanwhile."""

from __future__ import annotations

import pytest
import shiboken6
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QWidget

from anchor_beam.demo.team import team
from anchor_beam.desk.stages.registry import STAGES
from anchor_beam.documents.places import put
from anchor_beam.documents.records import Figure
from anchor_beam.figures.results import kept
from anchor_beam.words.hints import HINTS
from support.desk import Desk


def test_of_two_cars_asked_for_in_haste_the_last_one_comes(open_desk) -> None:
    unheard_of = tuple(
        put(file, "car.cg_height", Figure(0.5123)) for file in team()
    )  # the worker has no answer at hand
    desk: Desk = open_desk(cars=unheard_of)
    rows = desk.stage("Garage").rows
    desk.rest()  # what the rows show of each car is known
    kept.clear()
    QTest.mouseClick(rows[1], Qt.MouseButton.LeftButton)
    assert desk.bridge.opening
    assert desk.picture.file.car.name == "Sorrel Finch"  # until the other is there, this one is in hand
    assert "is being put on the bench" in desk.workshop.said.consequence
    QTest.mouseClick(rows[2], Qt.MouseButton.LeftButton)
    desk.rest()
    assert desk.picture.file.car.name == "Harrow Half-ton"
    assert desk.window.page("Car").isVisible()


def test_a_car_that_cannot_be_right_says_so_and_the_one_in_hand_stays(open_desk) -> None:
    desk: Desk = open_desk()
    wrong = put(
        desk.garage.file(desk.garage.cars()[1].id), "car.front.unsprung_mass", Figure(5000.0)
    )  # more than the corners weigh
    car = desk.garage.add(wrong, "brought in by hand")
    desk.bridge.open(car, lambda: None)
    desk.rest()
    assert desk.picture.file.car.name == "Sorrel Finch"
    assert "Not done" in desk.line


@pytest.mark.parametrize("stage", [stage.name for stage in STAGES])
def test_when_the_last_car_is_put_away_what_is_still_seen_of_it_paints_and_answers(open_desk, stage: str) -> None:
    desk: Desk = open_desk(cars=(team()[0],))
    page = desk.stage(stage)
    desk.rest()
    desk.workshop.put_away(desk.workshop.car)
    for widget in [page, *page.findChildren(QWidget)]:  # in the turn before the window shows the garage
        if shiboken6.isValid(widget) and widget.isVisible():
            widget.repaint()
            QTest.mouseMove(widget)
            QTest.keyClick(widget, Qt.Key.Key_Down)
    desk.settle()
    assert desk.window.page("Garage").isVisible()


def test_stages_are_built_while_the_hands_rest_and_not_seen_before(open_desk) -> None:
    desk: Desk = open_desk()
    assert len(desk.window.built) < len(STAGES)
    here = next(name for name in desk.window.built)
    desk.qtbot.waitUntil(lambda: len(desk.window.built) == len(STAGES), timeout=10_000)
    assert desk.window.page(here).isVisible()


def test_a_stage_that_nobody_knows_says_two_things_once(open_desk) -> None:
    desk: Desk = open_desk(hints=True)
    hint = desk.window.hint
    assert hint.isVisible() and "Click a hole" in hint.accessibleName()
    desk.click(hint.read)
    assert not hint.isVisible()
    desk.stage("Car")
    assert hint.isVisible()
    hint.read.setFocus()
    desk.press(Qt.Key.Key_Space)
    assert not hint.isVisible()
    again: Desk = open_desk(hints=True)
    assert not again.window.hint.isVisible()
    again.stage("Links")
    assert again.window.hint.isVisible()
    assert set(HINTS) == {stage.name for stage in STAGES}
