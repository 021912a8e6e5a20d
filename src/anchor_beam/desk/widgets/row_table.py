"""A table of whole rows: arrows choose one, Enter or a double click acts on it."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QPalette
from PySide6.QtWidgets import QAbstractItemView, QHeaderView, QTableView

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.drawings.shapes import Size, Tone

HEIGHT = 24  # px of a row of one line


class RowTable(QTableView):
    """Its rows are as high as one line, unless said otherwise."""

    acted = Signal()  # on the current row

    def __init__(self, theme: Theme, name: str, *, height: int = HEIGHT) -> None:
        super().__init__()
        self._theme = theme
        self.setAccessibleName(name)
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.setTabKeyNavigation(False)
        self.setShowGrid(False)
        self.setWordWrap(False)
        self.setFont(theme.font(Size.SMALL))
        self.horizontalHeader().setFont(theme.font(Size.SMALL))
        self.horizontalHeader().setHighlightSections(False)
        self.horizontalHeader().setStretchLastSection(True)
        self.verticalHeader().hide()
        self.verticalHeader().setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
        self.verticalHeader().setDefaultSectionSize(theme.px(height))
        self.doubleClicked.connect(lambda _: self.acted.emit())
        theme.changed.connect(self._in_tones)
        self._in_tones()

    def set_widths(self, texts: tuple[str, ...]) -> None:
        """As wide as the widest text of each column; the last one takes the rest."""
        small = self._theme.metrics(Size.SMALL)
        for i, text in enumerate(texts):
            self.setColumnWidth(i, round(small.horizontalAdvance(text)) + self._theme.px(12))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.currentIndex().isValid():
            self.acted.emit()
        else:
            super().keyPressEvent(event)

    def _in_tones(self) -> None:
        palette = self.palette()
        palette.setColor(QPalette.ColorRole.Highlight, self._theme.colour(Tone.PANEL))
        palette.setColor(QPalette.ColorRole.HighlightedText, self._theme.colour(Tone.INK))
        self.setPalette(palette)
