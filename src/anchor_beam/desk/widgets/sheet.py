"""A framed sheet over the middle of the window: a title, some lines, and buttons to go on with."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeySequence, QShortcut
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size

MOST_LINES = 18


class Sheet(QFrame):
    """Stays until it is answered; Escape is its last button."""

    def __init__(self, theme: Theme, window: QWidget) -> None:
        super().__init__(window)
        self._theme = theme
        column = QVBoxLayout(self)
        pad = theme.px(20)
        column.setContentsMargins(pad, pad, pad, pad)
        self._title, self._text = Label(), Label()
        self._title.setFont(theme.font(Size.LARGE, bold=True))
        self._text.setWordWrap(True)
        self._text.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        self._buttons = QHBoxLayout()
        self._buttons.addStretch()
        column.addWidget(self._title)
        column.addWidget(self._text)
        column.addLayout(self._buttons)
        QShortcut(QKeySequence(Qt.Key.Key_Escape), self).activated.connect(self.hide)
        self.setFixedWidth(theme.px(640))
        self.hide()

    @property
    def text(self) -> str:
        """The lines."""
        return self._text.text()

    def button(self, text: str) -> QPushButton:
        """One more button, right of those before."""
        button = QPushButton(text)
        self._buttons.addWidget(button)
        return button

    def show_lines(self, title: str, text: str, first: QPushButton) -> None:
        """Show over the middle of the window, with the keyboard on a button."""
        c = self._theme.colours
        self.setObjectName("sheet")
        self.setStyleSheet(f"#sheet {{ background: {c.sheet}; border: 2px solid {c.warning}; }}")
        self._title.setText(title)
        lines = text.splitlines()
        more = [f"… and {len(lines) - MOST_LINES} more"] if len(lines) > MOST_LINES else []
        self._text.setText("\n".join(lines[:MOST_LINES] + more))
        self.setAccessibleName(f"{title}: {text}")
        self.adjustSize()
        window = self.parentWidget()
        assert window is not None
        self.move((window.width() - self.width()) // 2, max(20, (window.height() - self.height()) // 3))
        self.show()
        self.raise_()
        first.setFocus()
