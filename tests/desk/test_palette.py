"""Whatever can be done or seen, found by a few letters."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from anchor_beam.demo.team import team
from anchor_beam.desk.shell.palette import Act, Palette, matching
from anchor_beam.desk.stages.registry import STAGES
from support.desk import LEFT_BUTTON, Desk

CTRL = Qt.KeyboardModifier.ControlModifier


@pytest.fixture
def desk(open_desk) -> Desk:
    desk: Desk = open_desk(cars=team())
    for stage in STAGES:
        desk.stage(stage.name)
    desk.stage("Bars")
    desk.rest()
    return desk


def opened(desk: Desk, typed: str = "") -> Palette:
    desk.press(Qt.Key.Key_J, CTRL)
    palette = desk.window.finder
    assert palette.isVisible() and QApplication.focusWidget() is palette.line
    QTest.keyClicks(palette.line, typed)
    return palette


def first(palette: Palette) -> str:
    return palette.rows.currentItem().text()


def test_a_board_of_another_stage_comes_by_letters_and_enter(desk: Desk) -> None:
    palette = opened(desk, "torq")
    assert first(palette) == "Fit: torques"
    desk.press(Qt.Key.Key_Return)
    desk.settle()
    fit = desk.window.page("Fit")
    assert fit.isVisible() and fit.boards.buttons["torques"].isChecked() and not palette.isVisible()


def test_a_field_takes_the_caret_and_a_button_is_pressed(desk: Desk) -> None:
    opened(desk, "field rear bar outer")
    desk.press(Qt.Key.Key_Return)
    assert QApplication.focusWidget().accessibleName() == "rear bar, outer diameter"
    desk.stage("Fit")
    opened(desk, "first card")
    desk.press(Qt.Key.Key_Return)
    assert desk.window.page("Fit").hand.card is not None


def test_arrows_go_round_a_click_does_and_escape_gives_the_focus_back(desk: Desk) -> None:
    before = QApplication.focusWidget()
    palette = opened(desk, "open ")
    names = [palette.rows.item(i).text() for i in range(palette.rows.count())]
    assert names[:2] == ["open Wicken Estate", "open Harrow Half-ton"]  # the one in hand is open
    desk.press(Qt.Key.Key_Up)
    assert palette.rows.currentRow() == len(names) - 1
    desk.press(Qt.Key.Key_Down)
    assert palette.rows.currentRow() == 0
    desk.press(Qt.Key.Key_Escape)
    assert not palette.isVisible() and QApplication.focusWidget() is before
    opened(desk, "open harrow")
    desk.stage("Fit")
    assert not palette.isVisible()  # who goes on elsewhere has no more need of it
    desk.click(desk.window.line.seek)
    QTest.keyClicks(palette.line, "open harrow")
    QTest.mouseClick(
        palette.rows.viewport(), LEFT_BUTTON, pos=palette.rows.visualItemRect(palette.rows.item(0)).center()
    )
    desk.rest()
    assert desk.picture.file.car.name == "Harrow Half-ton"


def test_what_is_called_by_nothing_is_said_and_enter_does_nothing(desk: Desk) -> None:
    before = desk.workshop.session.file
    palette = opened(desk, "zebra <b>")
    assert palette.nothing.isVisible() and not palette.rows.isVisible()
    desk.press(Qt.Key.Key_Return)
    assert palette.isVisible() and desk.workshop.session.file is before


def test_without_a_car_only_what_works_without_one_is_offered(open_desk) -> None:
    desk: Desk = open_desk(cars=())
    words = [act.words for act in desk.window._whatever()]
    assert "Garage: Make this car" in words and not [each for each in words if each.startswith(("Bars: ", "Fit: "))]


@given(st.lists(st.text(max_size=12), max_size=8), st.text(max_size=6))
def test_all_that_is_found_has_every_word_once_and_the_beginning_comes_first(names: list[str], typed: str) -> None:
    found = [act.words for act in matching([Act(name, object) for name in names], typed)]
    assert len(found) == len(set(found)) and set(found) <= set(names)
    assert all(word in name.casefold() for name in found for word in typed.casefold().split())
    starts = [name.casefold().startswith(typed.strip().casefold()) for name in found]
    assert starts == sorted(starts, reverse=True)
