"""Taking hold with the mouse: which button, how far, and everything that ends it."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from PySide6.QtCore import QEvent, QPoint, Qt
from PySide6.QtGui import QFocusEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from anchor_beam.core.sides import Axle
from anchor_beam.desk.stages.bars.section_medallion import SCALE, SectionMedallion
from anchor_beam.documents.places import read
from support.desk import LEFT_BUTTON, Desk, move_held

WALL = "bench.front.bar.wall"


@pytest.fixture
def held(desk: Desk) -> tuple[Desk, SectionMedallion, QPoint]:
    """The front tube's section and a point on its bore; the wall was typed as a tuner would."""
    page = desk.stage("Bars")
    page.tabs.choose(Axle.FRONT)
    desk.settle()
    desk.type(desk.field(WALL), "5/32 in")
    medallion = page.panel(Axle.FRONT).findChild(SectionMedallion)
    bar = desk.picture.file.bench.front.bar
    radius = round((0.5 * bar.od.value - bar.wall.value) * SCALE)
    return desk, medallion, QPoint(desk.bridge.theme.px(66) + radius, medallion.height() // 2)


@pytest.mark.parametrize("button", [Qt.MouseButton.RightButton, Qt.MouseButton.MiddleButton])
def test_only_the_left_button_drags(held, button: Qt.MouseButton) -> None:
    desk, medallion, at = held
    before = desk.picture.file
    QTest.mousePress(medallion, button, pos=at)
    move_held(medallion, at - QPoint(14, 0), button)
    desk.settle()
    assert desk.picture.file is before
    QTest.mouseRelease(medallion, button, pos=at - QPoint(14, 0))
    assert desk.workshop.session.file is before


def test_less_than_the_drag_distance_keeps_value_and_text(held) -> None:
    desk, medallion, at = held
    acts = desk.garage.at(desk.workshop.car).acts
    near = QApplication.styleHints().startDragDistance() - 1
    QTest.mousePress(medallion, LEFT_BUTTON, pos=at)
    move_held(medallion, at - QPoint(near, 0), LEFT_BUTTON)
    QTest.mouseRelease(medallion, LEFT_BUTTON, pos=at - QPoint(near, 0))
    desk.settle()
    assert read(desk.picture.file, WALL).typed == "5/32 in"
    assert desk.garage.at(desk.workshop.car).acts == acts


def lost_release(medallion: SectionMedallion, at: QPoint) -> None:
    move_held(medallion, at, Qt.MouseButton.NoButton)


def lost_focus(medallion: SectionMedallion, at: QPoint) -> None:
    del at
    QApplication.sendEvent(medallion, QFocusEvent(QEvent.Type.FocusOut, Qt.FocusReason.ActiveWindowFocusReason))


def escape(medallion: SectionMedallion, at: QPoint) -> None:
    del at
    QTest.keyClick(medallion, Qt.Key.Key_Escape)


@pytest.mark.parametrize("ending", [lost_release, lost_focus, escape])
def test_what_ends_a_drag_leaves_the_car_as_it_was(held, ending: Callable[[SectionMedallion, QPoint], None]) -> None:
    desk, medallion, at = held
    before = desk.workshop.session.file
    away = at - QPoint(14, 0)
    QTest.mousePress(medallion, LEFT_BUTTON, pos=at)
    move_held(medallion, away, LEFT_BUTTON)
    desk.settle()
    assert read(desk.picture.file, WALL).value > read(before, WALL).value
    ending(medallion, away)
    desk.settle()
    assert desk.picture.file is before
    move_held(medallion, away - QPoint(5, 0), LEFT_BUTTON)
    QTest.mouseRelease(medallion, LEFT_BUTTON, pos=away)
    desk.settle()
    assert desk.workshop.session.file is before
    assert read(desk.picture.file, WALL).typed == "5/32 in"
