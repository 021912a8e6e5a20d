"""A line of text that leaves undo and redo to the bench."""

from __future__ import annotations

from PySide6.QtCore import QEvent
from PySide6.QtGui import QKeyEvent, QKeySequence
from PySide6.QtWidgets import QLineEdit

BENCH_KEYS = (QKeySequence.StandardKey.Undo, QKeySequence.StandardKey.Redo)


class BenchLine(QLineEdit):
    """Its own undo answers only while something half typed is there to take back."""

    def event(self, event: QEvent) -> bool:
        if (
            event.type() is QEvent.Type.ShortcutOverride
            and isinstance(event, QKeyEvent)
            and not self.isModified()
            and any(event.matches(key) for key in BENCH_KEYS)
        ):
            event.ignore()
            return True
        return super().event(event)
