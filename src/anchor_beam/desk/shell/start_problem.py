"""What stands there instead of the window when the garage does not open."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QVBoxLayout

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size


class StartProblem(QDialog):
    """Accepted means: try again."""

    def __init__(self, theme: Theme, sentence: str) -> None:
        super().__init__()
        self.setWindowTitle("Anchor Beam")
        column = QVBoxLayout(self)
        pad = theme.px(24)
        column.setContentsMargins(pad, pad, pad, pad)
        title = Label("△  The garage did not open")
        title.setFont(theme.font(Size.LARGE, bold=True))
        self.sentence = Label(sentence)
        self.sentence.setWordWrap(True)
        self.sentence.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        column.addWidget(title)
        column.addWidget(self.sentence)
        row = QHBoxLayout()
        self.close_button, self.again = QPushButton("Close"), QPushButton("Try again")
        self.close_button.clicked.connect(self.reject)
        self.again.clicked.connect(self.accept)
        self.again.setDefault(True)
        row.addStretch()
        row.addWidget(self.close_button)
        row.addWidget(self.again)
        column.addLayout(row)
        self.setMinimumWidth(theme.px(520))
