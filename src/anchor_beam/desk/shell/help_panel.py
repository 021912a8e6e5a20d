"""Keys, marks and words on one sheet over the window."""

from __future__ import annotations

from collections.abc import Iterable

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.floating import Floating
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.provenance import paint_mark
from anchor_beam.documents.records import Provenance
from anchor_beam.drawings.shapes import Size
from anchor_beam.words.glossary import IN_A_FIELD, WORDS

Lines = Iterable[tuple[str, str]]
SOURCES = {
    Provenance.MEASURED: "measured, as well as its method measures",
    Provenance.MAKER: "the maker's figure: half as far off as a typical one",
    Provenance.TYPICAL: "typical of such a car, until you know better",
    Provenance.GUESS: "a guess: twice as far off as a typical one",
    Provenance.DERIVED: "worked out from other figures",
}


class HelpPanel(Floating):
    """Over the middle of the window."""

    closed_by = (Qt.Key.Key_Escape, Qt.Key.Key_F1, Qt.Key.Key_Question)

    def __init__(self, theme: Theme, window: QWidget, keys: Lines) -> None:
        super().__init__(theme, window)
        px = theme.px
        columns = QHBoxLayout()
        columns.setSpacing(px(28))
        columns.addLayout(self._column(("Keys", keys), ("In a field", IN_A_FIELD)))
        columns.addLayout(self._marks())
        close = QPushButton("Close")
        close.clicked.connect(self.close_panel)
        whole = QVBoxLayout(self)
        whole.setContentsMargins(px(20), px(16), px(20), px(14))
        whole.addLayout(columns)
        whole.addWidget(close, alignment=Qt.AlignmentFlag.AlignRight)
        self.setAccessibleName("keys, marks and words")

    def open(self, asker: QWidget | None) -> None:
        """Show over the middle of the window."""
        window = self.parentWidget()
        assert window is not None
        self.setFixedWidth(min(self._theme.px(860), window.width() - 16))
        self.adjustSize()
        self.move((window.width() - self.width()) // 2, max(8, (window.height() - self.height()) // 3))
        self.stand(asker)

    def _column(self, *groups: tuple[str, Lines]) -> QVBoxLayout:
        column = QVBoxLayout()
        for title, lines in groups:
            column.addWidget(self._title(title))
            column.addLayout(self._explained(lines))
        column.addStretch()
        return column

    def _marks(self) -> QVBoxLayout:
        column = QVBoxLayout()
        column.addWidget(self._title("Marks: where a figure is from"))
        grid = self._grid()
        for row, (source, about) in enumerate(SOURCES.items()):
            grid.addWidget(_Mark(self._theme, source), row, 0, Qt.AlignmentFlag.AlignTop)
            grid.addWidget(self._text(about), row, 1)
        column.addLayout(grid)
        column.addWidget(self._title("Words"))
        column.addLayout(self._explained(WORDS))
        column.addStretch()
        return column

    def _explained(self, lines: Lines) -> QGridLayout:
        """Names, and beside each what it is."""
        grid = self._grid()
        for row, (name, about) in enumerate(lines):
            grid.addWidget(self._text(name, bold=True), row, 0, Qt.AlignmentFlag.AlignTop)
            grid.addWidget(self._text(about), row, 1)
        return grid

    def _grid(self) -> QGridLayout:
        grid = QGridLayout()
        grid.setHorizontalSpacing(self._theme.px(12))
        grid.setVerticalSpacing(self._theme.px(3))
        grid.setColumnStretch(1, 1)
        return grid

    def _title(self, text: str) -> Label:
        label = Label(text)
        label.setFont(self._theme.font(Size.NORMAL, bold=True))
        label.setContentsMargins(0, self._theme.px(6), 0, self._theme.px(2))
        label.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)
        return label

    def _text(self, text: str, *, bold: bool = False) -> Label:
        label = Label(text)
        label.setFont(self._theme.font(Size.SMALL, bold=bold))
        label.setWordWrap(not bold)
        return label


class _Mark(QWidget):
    """One mark of where a figure is from, as it stands beside figures."""

    def __init__(self, theme: Theme, source: Provenance) -> None:
        super().__init__()
        self._theme, self._source = theme, source

    def sizeHint(self) -> QSize:
        return QSize(self._theme.px(20), self._theme.px(20))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, side = QPainter(self), self._theme.px(16)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        paint_mark(painter, self._theme, self._source, QRectF(2, 2, side, side))
