"""Text of users is plain text: labels and tips that never take a name for markup."""

from __future__ import annotations

import html

from PySide6.QtCore import Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QLabel, QSizePolicy, QWidget


class Label(QLabel):
    """Shows what it is given, letter by letter. Qt itself would read an image tag in a car's name, and load the file."""

    def __init__(self, text: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(text)


class OneLine(Label):
    """Takes the room that there is; what does not fit ends in dots and is in its tip."""

    def __init__(self, text: str = "", parent: QWidget | None = None) -> None:
        super().__init__(text, parent)
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)

    def setText(self, text: str) -> None:
        super().setText(text)
        self.setToolTip(tip(text))

    def paintEvent(self, _event: QPaintEvent) -> None:
        room = self.contentsRect()
        shown = self.fontMetrics().elidedText(self.text(), Qt.TextElideMode.ElideRight, room.width())
        self.style().drawItemText(
            QPainter(self),
            room,
            int(self.alignment()),
            self.palette(),
            self.isEnabled(),
            shown,
            self.foregroundRole(),
        )


def tip(text: str) -> str:
    """For a tool tip, which has no plain format of its own: what looks like markup is written out as letters."""
    if "<" not in text:
        return text
    return f"<p style='white-space: pre-wrap'>{html.escape(text)}</p>"
