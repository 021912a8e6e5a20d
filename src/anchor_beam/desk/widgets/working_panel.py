"""The panel that opens from a figure and shows how it came about."""

from __future__ import annotations

from PySide6.QtCore import QPoint, Qt
from PySide6.QtWidgets import QGridLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.working import Term, Working
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.formula import FormulaView
from anchor_beam.desk.widgets.emptied import empty
from anchor_beam.desk.widgets.floating import Floating
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import for_editing, show

WIDTH = 470  # px at the normal font size


class WorkingPanel(Floating):
    """Stands near the figure that asked."""

    closed_by = (Qt.Key.Key_Escape, Qt.Key.Key_F1)

    def __init__(self, bridge: Bridge, window: QWidget) -> None:
        super().__init__(bridge.theme, window)
        self._bridge = bridge
        self._column = QVBoxLayout(self)

    def open(self, working: Working, asker: QWidget) -> None:
        """Show a working."""
        theme = self._bridge.theme
        self._clear()
        pad = theme.px(14)
        self._column.setContentsMargins(pad, pad, pad, pad)
        self._column.setSpacing(theme.px(8))
        self._add(working.title, Size.LARGE, bold=True)
        if working.formula:
            inner = theme.px(WIDTH) - 2 * pad
            self._column.addWidget(FormulaView(theme, working.formula, size=Size.LARGE, room=inner))
        self._column.addLayout(self._terms(working))
        if working.limits:
            self._add(working.limits, Size.SMALL)
        self._add(f"Source: {working.source}", Size.SMALL, soft=True)
        close = QPushButton("Close")
        close.clicked.connect(self.close_panel)
        self._column.addWidget(close, alignment=Qt.AlignmentFlag.AlignRight)
        self.setAccessibleName(f"Working of {working.title}")
        self.setFixedWidth(theme.px(WIDTH))
        self.adjustSize()
        self._settle(asker)
        self.stand(asker)

    def _terms(self, working: Working) -> QGridLayout:
        grid = QGridLayout()
        grid.setHorizontalSpacing(self._bridge.theme.px(10))
        grid.setVerticalSpacing(self._bridge.theme.px(3))
        grid.setColumnStretch(1, 1)
        for row, term in enumerate((*working.terms, working.result)):
            last = row == len(working.terms)
            symbol, *texts = self._cells(term)
            grid.addWidget(FormulaView(self._bridge.theme, symbol, bold=last), row, 0)
            for column, text in enumerate(texts, 1):
                label = Label(text)
                label.setFont(self._bridge.theme.font(Size.NORMAL if column == 2 else Size.SMALL, bold=last))
                label.setWordWrap(column == 1)
                if column == 2:
                    label.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                grid.addWidget(label, row, column)
        return grid

    def _cells(self, term: Term) -> tuple[str, str, str]:
        kind, units = Kind(term.kind), self._bridge.units
        value = for_editing(term.value, kind, units) if kind is Kind.RATIO else show(term.value, kind, units)
        return term.symbol, term.name, str(value)

    def _add(self, text: str, size: Size, *, bold: bool = False, soft: bool = False) -> None:
        label = Label(text)
        label.setWordWrap(True)
        label.setFont(self._bridge.theme.font(size, bold=bold))
        label.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        if soft:
            label.setStyleSheet(f"color: {self._bridge.theme.colours.soft}")
        self._column.addWidget(label)

    def _settle(self, asker: QWidget) -> None:
        window = self.parentWidget()
        assert window is not None
        at = asker.mapTo(window, QPoint(0, asker.height() + 4))
        x = max(8, min(at.x(), window.width() - self.width() - 8))
        y = (
            at.y()
            if at.y() + self.height() < window.height()
            else max(8, at.y() - asker.height() - self.height() - 8)
        )
        self.move(x, y)

    def _clear(self) -> None:
        empty(self._column)
