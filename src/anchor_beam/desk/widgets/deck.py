"""Widgets in one place, one of which is seen at a time.

The toolkit's own stack asks every widget in it for its size, and lays the whole window out anew, each time another comes to
the front: 25 to 50 ms with boards full of wrapped text. Here the one in front is given the room that there is, and nothing
else moves; see decision 0025."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QSize
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QApplication, QSizePolicy, QWidget


class Deck(QWidget):
    """front: the widget that is seen; None while there is none. As small as the largest of those that were in front."""

    def __init__(self) -> None:
        super().__init__()
        self.front: QWidget | None = None
        self._least = QSize(0, 0)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)

    def add(self, widget: QWidget) -> None:
        """Put one more into the deck; the first is seen."""
        widget.hide()
        widget.setParent(self)
        if self.front is None:
            self.bring(widget)

    def bring(self, widget: QWidget) -> None:
        """Bring one to the front."""
        if widget is self.front:
            return
        before, self.front = self.front, widget
        caret = None if before is None else QApplication.focusWidget()
        held = caret is not None and before is not None and (before is caret or before.isAncestorOf(caret))
        widget.setGeometry(self.rect())
        widget.show()
        if held:  # before the old one hides: it would give the keys to whatever comes next in the window
            (widget.focusWidget() or widget).setFocus()
        if before is not None:
            before.hide()
        self._measure()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if self.front is not None:
            self.front.setGeometry(self.rect())

    def event(self, event: QEvent) -> bool:
        if event.type() is QEvent.Type.LayoutRequest:  # what is in front needs another size
            self._measure()
        return super().event(event)

    def minimumSizeHint(self) -> QSize:
        return self._least

    def sizeHint(self) -> QSize:
        return self._least if self.front is None else self._least.expandedTo(self.front.sizeHint())

    def _measure(self) -> None:
        """Grow where what is in front needs more room than any before; the layout around is told then only."""
        if self.front is None:
            return
        least = self._least.expandedTo(self.front.minimumSizeHint()).expandedTo(self.front.minimumSize())
        if least != self._least:
            self._least = least
            self.updateGeometry()
