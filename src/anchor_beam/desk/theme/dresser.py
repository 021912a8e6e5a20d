"""Another look for everything that is open: what is seen at once, the rest in slices while the window goes on.

The style sheet names colours by their role in the palette and never changes: Qt takes half a second to set another one on
a window of ours. What a style sheet has touched does not follow a new palette by itself, though, so each widget is given
it, and the ones that the sheet draws are drawn up anew.
"""

from __future__ import annotations

import time

import shiboken6
from PySide6.QtCore import QObject, Qt, QTimer
from PySide6.QtGui import QPalette
from PySide6.QtWidgets import (
    QAbstractButton,
    QAbstractScrollArea,
    QAbstractSpinBox,
    QApplication,
    QComboBox,
    QLineEdit,
    QScrollBar,
    QWidget,
)

SLICE = 0.008  # s of one turn of the event loop
DRAWN_BY_SHEET = (QAbstractButton, QAbstractScrollArea, QAbstractSpinBox, QComboBox, QLineEdit, QScrollBar)


class Dresser(QObject):
    """Gives every widget a palette."""

    def __init__(self) -> None:
        super().__init__()
        self._palette = QPalette()
        self._waiting: list[QWidget] = []
        self._next = QTimer(self)
        self._next.setInterval(0)
        self._next.timeout.connect(self._go_on)

    def dress(self, palette: QPalette) -> None:
        """Begin with what is seen; what is made from now on has the palette anyway."""
        self._palette = palette
        widgets = QApplication.allWidgets()
        self._waiting = [widget for widget in widgets if not widget.isVisible()]
        for widget in widgets:
            if widget.isVisible():
                self._put_on(widget)
        self._next.start()

    @property
    def done(self) -> bool:
        """Whether every widget has the look that was chosen last."""
        return not self._next.isActive()

    def _go_on(self) -> None:
        end = time.perf_counter() + SLICE
        while self._waiting and time.perf_counter() < end:
            widget = self._waiting.pop()
            if shiboken6.isValid(widget):
                self._put_on(widget)
        if not self._waiting:
            self._next.stop()

    def _put_on(self, widget: QWidget) -> None:
        drawn = isinstance(widget, DRAWN_BY_SHEET) or bool(widget.styleSheet())
        if widget.testAttribute(Qt.WidgetAttribute.WA_StyleSheet) and drawn:
            style = widget.style()
            style.unpolish(widget)
            widget.setPalette(self._palette)
            style.polish(widget)
        else:
            widget.setPalette(self._palette)
        widget.update()
