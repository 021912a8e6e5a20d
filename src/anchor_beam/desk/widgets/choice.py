"""Choosing one of several, or on and off, as edits of the bench."""

from __future__ import annotations

from collections.abc import Iterable
from enum import StrEnum

from PySide6.QtCore import QSignalBlocker, Qt
from PySide6.QtGui import QPaintEvent, QWheelEvent
from PySide6.QtWidgets import QCheckBox, QComboBox, QStyle, QStyleOptionComboBox, QStylePainter

from anchor_beam.desk.bridge import Bridge
from anchor_beam.documents.places import read
from anchor_beam.session.edits import Choose
from anchor_beam.session.workshop import Part


def fill(box: QComboBox, items: list[str], current: int) -> None:
    """Set a box's items and choice without acting on them, and only where they changed."""
    with QSignalBlocker(box):
        if [box.itemText(i) for i in range(box.count())] != items:
            box.clear()
            box.addItems(items)
        box.setCurrentIndex(current)


class Box(QComboBox):
    """A drop-down that the wheel leaves alone: it scrolls what the box stands on. A text longer than the box ends in dots."""

    def __init__(self) -> None:
        super().__init__()
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)

    def wheelEvent(self, event: QWheelEvent) -> None:
        event.ignore()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, option, style = QStylePainter(self), QStyleOptionComboBox(), QStyle
        self.initStyleOption(option)
        painter.drawComplexControl(style.ComplexControl.CC_ComboBox, option)
        room = self.style().subControlRect(
            style.ComplexControl.CC_ComboBox, option, style.SubControl.SC_ComboBoxEditField, self
        )
        option.currentText = self.fontMetrics().elidedText(
            option.currentText, Qt.TextElideMode.ElideRight, room.width()
        )
        painter.drawControl(style.ControlElement.CE_ComboBoxLabel, option)


class ChoiceBox(Box):
    """A drop-down over a place that holds one of an enumeration."""

    def __init__(self, bridge: Bridge, place: str, options: Iterable[StrEnum], name: str) -> None:
        super().__init__()
        self._bridge, self._place = bridge, place
        self._options = tuple(options)
        self.setAccessibleName(name)
        for option in self._options:
            self.addItem(str(option))
        self.activated.connect(self._choose)
        bridge.listen(self, to=Part.CAR | Part.SETTING, then=self._show)

    def _choose(self, index: int) -> None:
        self._bridge.ask_or_complain(Choose(self._place, self._options[index]))
        self._show()

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            with QSignalBlocker(self):
                self.setCurrentIndex(self._options.index(read(shown.file, self._place)))


class Switch(QCheckBox):
    """A tick box over a place that holds true or false."""

    def __init__(self, bridge: Bridge, place: str, label: str, *, opposite: bool = False) -> None:
        super().__init__(label)
        self._bridge, self._place, self._opposite = bridge, place, opposite
        self.clicked.connect(self._choose)
        bridge.listen(self, to=Part.CAR | Part.SETTING, then=self._show)

    def _choose(self, checked: bool) -> None:
        self._bridge.ask_or_complain(Choose(self._place, checked != self._opposite))
        self._show()

    def _show(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            with QSignalBlocker(self):
                self.setChecked(read(shown.file, self._place) != self._opposite)
