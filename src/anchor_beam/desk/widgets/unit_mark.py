"""The unit behind a field: a press shows this quantity in its other unit, everywhere."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QMouseEvent, QPalette
from PySide6.QtWidgets import QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size
from anchor_beam.units.kinds import UNITS, Kind, System, unit_of


class UnitMark(Label):
    """Soft and small; quantities that have one unit only cannot be pressed."""

    pressed = Signal()

    def __init__(self, theme: Theme, kind: Kind, parent: QWidget) -> None:
        super().__init__("", parent)
        self._kind = kind
        self.setFont(theme.font(Size.SMALL))
        self.setForegroundRole(QPalette.ColorRole.PlaceholderText)
        metric, us = (UNITS[system][kind].symbol for system in (System.METRIC, System.US))
        self.turns = metric != us
        if self.turns:
            self.setCursor(Qt.CursorShape.PointingHandCursor)

    @property
    def widest(self) -> int:
        """Room for both of its units [px]."""
        symbols = (UNITS[system][self._kind].symbol for system in (System.METRIC, System.US))
        return max(self.fontMetrics().horizontalAdvance(symbol) for symbol in symbols)

    def show_in(self, units: System) -> None:
        """The symbol, and what a press would make of it."""
        self.setText(unit_of(self._kind, units).symbol)
        if self.turns:
            other = unit_of(self._kind, units.turned(self._kind)).symbol
            self.setToolTip(f"{self._kind.capitalize()} in {other}, here and everywhere (F3 in the field)")

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if self.turns and event.button() is Qt.MouseButton.LeftButton:
            self.pressed.emit()
