"""Two thousand random clicks, keys and drags: nothing unforeseen happens, and the garage holds what is shown."""

from __future__ import annotations

import random

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QDialog, QMenu, QPushButton, QWidget

from anchor_beam.desk.stages.registry import STAGES
from support.desk import LEFT_BUTTON, Desk, move_held

EVENTS, REST = 2000, 100
KEYS = [Qt.Key.Key_Tab, Qt.Key.Key_Return, Qt.Key.Key_Escape, Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Left,
        Qt.Key.Key_Right, Qt.Key.Key_Space, Qt.Key.Key_F1, Qt.Key.Key_F2, Qt.Key.Key_Home, Qt.Key.Key_Delete]  # fmt: skip
TEXTS = ["0", "-5", "24", "15/16 in", "9**9", "1e9", "±", "57 1/2 in", "<b>", "", "0.3 mm", "nan", "8' 2\""]
CTRL = Qt.KeyboardModifier.ControlModifier
SHORTCUTS = [Qt.Key.Key_Z, Qt.Key.Key_Y, Qt.Key.Key_U, Qt.Key.Key_D, Qt.Key.Key_S]


def spot(chance: random.Random, widget: QWidget) -> QPoint:
    return QPoint(chance.randrange(max(1, widget.width())), chance.randrange(max(1, widget.height())))


def act(chance: random.Random, desk: Desk) -> None:
    """One event of a careless hand."""
    seen = [w for w in desk.window.findChildren(QWidget) if w.isVisible() and w.isEnabled()]
    widget = chance.choice(seen)
    match chance.randrange(8):
        case 0:
            desk.window.show_stage(chance.choice(STAGES).name)
        case 1 | 2:
            if not (
                isinstance(widget, QPushButton) and "…" in widget.text()
            ):  # a file dialog is the machine's, not ours
                QTest.mouseClick(widget, LEFT_BUTTON, pos=spot(chance, widget))
        case 3:
            QTest.mousePress(widget, LEFT_BUTTON, pos=spot(chance, widget))
            for _ in range(3):
                move_held(widget, spot(chance, widget), LEFT_BUTTON)
            QTest.mouseRelease(widget, LEFT_BUTTON, pos=spot(chance, widget))
        case 4 | 5:
            QTest.keyClick(QApplication.focusWidget() or desk.window, chance.choice(KEYS))
        case 6:
            QTest.keyClicks(QApplication.focusWidget() or desk.window, chance.choice(TEXTS))
        case 7:
            QTest.keyClick(desk.window, chance.choice(SHORTCUTS), CTRL)
    for popup in QApplication.topLevelWidgets():
        if isinstance(popup, QMenu | QDialog) and popup.isVisible():
            popup.close()


def test_careless_hands_meet_nothing_unforeseen(desk: Desk) -> None:
    chance = random.Random(2000)
    for i in range(EVENTS):
        act(chance, desk)
        QApplication.processEvents()
        assert desk.bridge.what_happened == "", f"event {i}"
        if i % REST == REST - 1:
            desk.rest()
    desk.rest()
    session = desk.workshop.session
    if session is not None:
        assert desk.garage.file(session.car) == session.file == desk.picture.file
