"""A framed panel over the window."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QFrame, QWidget

from anchor_beam.desk.theme.theme import Theme


class Floating(QFrame):
    """Escape, or the key that opened it, closes it and gives the focus back to who asked for it."""

    closed_by: tuple[Qt.Key, ...] = (Qt.Key.Key_Escape,)

    def __init__(self, theme: Theme, window: QWidget) -> None:
        super().__init__(window)
        self._theme = theme
        self._asker: QWidget | None = None
        self.setObjectName("floating")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.hide()

    def stand(self, asker: QWidget | None) -> None:
        """Show where it is, in the look of the moment."""
        c, self._asker = self._theme.colours, asker
        self.setStyleSheet(f"#floating {{ background: {c.sheet}; border: 1px solid {c.ink}; }}")
        self.show()
        self.raise_()
        self.setFocus()

    def close_panel(self) -> None:
        """Hide, and give the focus back."""
        self.hide()
        if self._asker is not None:
            self._asker.setFocus()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in self.closed_by:
            self.close_panel()
        else:
            super().keyPressEvent(event)
