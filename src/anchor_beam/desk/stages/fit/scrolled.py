"""A board of lines that scrolls when there are more than the window has room for."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QScrollArea, QVBoxLayout, QWidget

from anchor_beam.desk.theme.theme import Theme, in_tone
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size, Tone


class ScrolledBoard(QScrollArea):
    """column: what stands on it, from the top down; the room that is left stays below."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self.setWidgetResizable(True)
        self.setFrameShape(QScrollArea.Shape.NoFrame)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        inner = QWidget()
        whole = QVBoxLayout(inner)
        whole.setContentsMargins(theme.px(14), theme.px(8), theme.px(10), theme.px(8))
        self.column = QVBoxLayout()
        self.column.setSpacing(theme.px(8))
        whole.addLayout(self.column)
        whole.addStretch()
        self.setWidget(inner)

    def lines(self, between_columns: int, between_rows: int) -> QGridLayout:
        """A grid at the foot of the column [px]."""
        grid = QGridLayout()
        grid.setHorizontalSpacing(self._theme.px(between_columns))
        grid.setVerticalSpacing(self._theme.px(between_rows))
        self.column.addLayout(grid)
        return grid

    def label(self, text: str = "", size: Size = Size.SMALL, *, soft: bool = False) -> Label:
        """Words on the board."""
        label = Label(text)
        label.setFont(self._theme.font(size))
        if soft:
            label.setStyleSheet(in_tone(Tone.SOFT))
        return label
