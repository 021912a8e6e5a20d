"""Widgets in one place: one is seen, it has the room there is, the keys go with it, and nothing around is laid out anew."""

from __future__ import annotations

import pytest
from PySide6.QtCore import QEvent, QObject, QSize
from PySide6.QtWidgets import QApplication, QLabel, QLineEdit, QVBoxLayout, QWidget

from anchor_beam.desk.widgets.deck import Deck


class Counted(QWidget):
    """Counts how often it is laid out, and shows a label that needs room."""

    def __init__(self, words: str) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        self.label, self.line = QLabel(words), QLineEdit()
        column.addWidget(self.label)
        column.addWidget(self.line)


class Requests(QObject):
    """How often a widget was asked to lay itself out."""

    def __init__(self, of: QWidget) -> None:
        super().__init__(of)
        self.count = 0
        of.installEventFilter(self)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        self.count += event.type() is QEvent.Type.LayoutRequest
        return False


@pytest.fixture
def place(qtbot) -> tuple[QWidget, Deck, Counted, Counted]:
    whole, deck = QWidget(), Deck()
    qtbot.addWidget(whole)
    column = QVBoxLayout(whole)
    column.addWidget(deck)
    first, second = Counted("one"), Counted("another")
    deck.add(first)
    deck.add(second)
    whole.resize(400, 300)
    whole.show()
    QApplication.processEvents()
    return whole, deck, first, second


def test_one_is_seen_and_has_the_room_there_is(place) -> None:
    whole, deck, first, second = place
    assert first.isVisible() and not second.isVisible() and first.size() == deck.size()
    deck.bring(second)
    whole.resize(500, 350)
    QApplication.processEvents()
    assert second.isVisible() and not first.isVisible() and second.size() == deck.size() and deck.front is second
    deck.bring(first)
    assert first.size() == deck.size()  # grown while it was not seen


def test_bringing_another_to_the_front_lays_nothing_around_it_out(place) -> None:
    whole, deck, first, second = place
    deck.bring(second)
    QApplication.processEvents()
    asked = Requests(whole)
    for widget in (first, second, first, second):
        deck.bring(widget)
        QApplication.processEvents()
    assert asked.count == 0


def test_what_needs_more_room_than_any_before_is_told_to_the_layout_around(place, qtbot) -> None:
    whole, deck, first, second = place
    second.label.setMinimumSize(QSize(700, 500))
    assert deck.minimumSizeHint().width() < 700  # nobody has looked at it yet
    deck.bring(second)
    QApplication.processEvents()
    assert deck.minimumSizeHint().width() >= 700 and whole.minimumSizeHint().height() >= 500
    deck.bring(first)
    QApplication.processEvents()
    assert deck.minimumSizeHint().width() >= 700  # a window does not shrink and grow with each look
    first.label.setMinimumWidth(900)
    qtbot.waitUntil(lambda: deck.minimumSizeHint().width() >= 900)


def test_the_keys_go_with_what_is_in_front(place, qtbot) -> None:
    whole, deck, first, second = place
    whole.activateWindow()
    qtbot.waitUntil(whole.isActiveWindow)
    second.line.setFocus()  # where the caret was when it was last seen
    deck.bring(second)
    deck.bring(first)
    first.line.setFocus()
    deck.bring(second)
    assert second.isAncestorOf(QApplication.focusWidget())
    deck.bring(first)
    assert QApplication.focusWidget() is first.line


def test_an_empty_deck_is_small_and_the_same_again_does_nothing(qtbot) -> None:
    deck = Deck()
    qtbot.addWidget(deck)
    assert deck.front is None and deck.sizeHint() == QSize(0, 0)
    only = Counted("x")
    deck.add(only)
    asked = Requests(deck)
    deck.bring(only)
    assert asked.count == 0 and deck.front is only
