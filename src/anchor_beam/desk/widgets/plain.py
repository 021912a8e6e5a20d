"""Text of users is plain text: labels and tips that never take a name for markup."""

from __future__ import annotations

import html

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel, QWidget


class Label(QLabel):
    """Shows what it is given, letter by letter. Qt itself would read an image tag in a car's name, and load the file."""

    def __init__(self, text: str = "", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(text)


def tip(text: str) -> str:
    """For a tool tip, which has no plain format of its own: what looks like markup is written out as letters."""
    if "<" not in text:
        return text
    return f"<p style='white-space: pre-wrap'>{html.escape(text)}</p>"
