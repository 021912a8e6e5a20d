"""Rows and headings of the right-hand panels."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from PySide6.QtCore import Qt
from PySide6.QtGui import QFont, QFontMetrics, QPainter, QPaintEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QScrollArea, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.note import paint_warning_mark
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.result_figure import ResultFigure, RowFigure
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.rows import Row

PANEL_WIDTH = 300


class Panel(QScrollArea):
    """A column of rows that scrolls when the window is low."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.theme = theme
        self.setWidgetResizable(True)
        self.setFixedWidth(theme.px(PANEL_WIDTH))
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        inner = QWidget()
        inner.setMaximumWidth(theme.px(PANEL_WIDTH - 10))  # clear of the scroll bar
        self.column = QVBoxLayout(inner)
        self.column.setContentsMargins(theme.px(14), theme.px(12), theme.px(14), theme.px(12))
        self.column.setSpacing(theme.px(4))
        self.setWidget(inner)

    def add(self, widget: QWidget) -> QWidget:
        self.column.addWidget(widget)
        return widget

    def heading(self, text: str, *, large: bool = False) -> Label:
        label = Label(text)
        label.setWordWrap(True)
        label.setFont(self.theme.font(Size.LARGE if large else Size.NORMAL, bold=large))
        self.column.addWidget(label)
        return label

    def row(self, text: str, widget: QWidget) -> QWidget:
        """A labelled row; hiding the returned widget hides both."""
        return self.add(labelled(self.theme, text, widget))

    def rows(self, bridge: Bridge, rows: Iterable[Row]) -> dict[str, ResultFigure]:
        """Figures that were worked out, by the keys of their rows."""
        figures: dict[str, ResultFigure] = {row.key: RowFigure(bridge, row) for row in rows}
        for figure in figures.values():
            self.add(figure)
        return figures

    def gap(self) -> None:
        line = QFrame()
        line.setFrameShape(QFrame.Shape.HLine)
        line.setFixedHeight(self.theme.px(13))
        line.setForegroundRole(line.palette().ColorRole.Mid)
        self.column.addWidget(line)

    def added(self) -> list[QWidget]:
        """What stands in the column so far, from the top."""
        items = (self.column.itemAt(i) for i in range(self.column.count()))
        return [widget for item in items if item is not None and (widget := item.widget()) is not None]

    def finish(self) -> None:
        self.column.addStretch()

    def go_on(self) -> None:
        """Take back `finish`, to add more below."""
        self.column.takeAt(self.column.count() - 1)


def labelled(theme: Theme, text: str, widget: QWidget) -> QWidget:
    """Label on the left, control on the right."""
    holder = QWidget()
    row = QHBoxLayout(holder)
    row.setContentsMargins(0, 0, 0, 0)
    row.setSpacing(theme.px(6))
    label = Label(text)
    label.setBuddy(widget)
    row.addWidget(label)
    row.addStretch()
    row.addWidget(widget)
    holder.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
    return holder


class Caution(Label):
    """A sentence with the warning triangle; hides itself when there is nothing to say."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self._theme = theme
        self.setWordWrap(True)
        self.setFont(theme.font(Size.SMALL))
        self.hide()

    def setFont(self, font: QFont | str | Sequence[str]) -> None:
        """The mark is as large as the type."""
        super().setFont(font)
        px = self._theme.px
        self._scale = self.fontMetrics().height() / QFontMetrics(self._theme.font(Size.SMALL)).height()
        self.setContentsMargins(round(px(20) * self._scale), px(2), 0, px(4))

    def say(self, sentence: str | None) -> None:
        self.setText(sentence or "")
        self.setVisible(bool(sentence))

    def paintEvent(self, event: QPaintEvent) -> None:
        super().paintEvent(event)
        painter = QPainter(self)
        px, scale = self._theme.px, self._scale
        paint_warning_mark(painter, self._theme, px(8) * scale, px(2) + px(8) * scale, scale)
