"""The table of parts: sorted by a press on a head, chosen with the arrows, put on with Enter."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QPersistentModelIndex, Qt, Signal
from PySide6.QtGui import QFont, QKeyEvent
from PySide6.QtWidgets import QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.plain import tip
from anchor_beam.desk.widgets.row_table import RowTable
from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.parts.identity import PartKey
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.rack.columns import AT_WHEEL, COLUMNS, Column, Known, in_order
from anchor_beam.figures.rack.rows import PartRow
from anchor_beam.units.kinds import System
from anchor_beam.words.fit import Fit

Index = QModelIndex | QPersistentModelIndex
NOWHERE = QModelIndex()
RIGHT = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
LEFT = Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter


class PartsModel(QAbstractTableModel):
    """Rows in the order of the column that is sorted by; cells are made when they are looked at."""

    def __init__(self, theme: Theme, parent: QWidget) -> None:
        super().__init__(parent)
        self._theme = theme
        self._bold: QFont = theme.font(Size.SMALL, bold=True)
        self.rows: list[PartRow] = []
        self.columns: tuple[Column, ...] = COLUMNS[PartKind.BAR]
        self.known: Known = {}
        self.fitted: frozenset[PartKey] = frozenset()  # what is on the car
        self._units = System.METRIC
        self._by, self._falling = 0, False

    def show_rows(self, rows: list[PartRow], columns: tuple[Column, ...], known: Known, units: System) -> None:
        """Other parts, or in other units."""
        self.beginResetModel()
        self.columns, self.known, self._units = columns, known, units
        self._by = self._by if self._by < len(columns) else 0
        self.rows = in_order(rows, columns[self._by], known, falling=self._falling)
        self.endResetModel()

    def rates_came(self) -> None:
        """More of what bars give on the car is known."""
        at = self.columns.index(AT_WHEEL) if AT_WHEEL in self.columns else 0
        self.dataChanged.emit(self.index(0, at), self.index(len(self.rows) - 1, at))

    def sort(self, column: int, order: Qt.SortOrder = Qt.SortOrder.AscendingOrder) -> None:
        self._by, self._falling = column, order is Qt.SortOrder.DescendingOrder
        self.layoutAboutToBeChanged.emit()
        self.rows = in_order(self.rows, self.columns[column], self.known, falling=self._falling)
        self.layoutChanged.emit()

    def rowCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(self.rows)

    def columnCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(self.columns)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if orientation is not Qt.Orientation.Horizontal:
            return None
        if role == Qt.ItemDataRole.DisplayRole:
            return self.columns[section].head(self._units)
        return (
            int(LEFT if self.columns[section].is_text else RIGHT)
            if role == Qt.ItemDataRole.TextAlignmentRole
            else None
        )

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        row, column = self.rows[index.row()], self.columns[index.column()]
        match role:
            case Qt.ItemDataRole.DisplayRole | Qt.ItemDataRole.AccessibleTextRole:
                return column.read(row, self.known, self._units)
            case Qt.ItemDataRole.TextAlignmentRole:
                return int(LEFT if column.is_text else RIGHT)
            case Qt.ItemDataRole.FontRole if row.key in self.fitted:
                return self._bold
            case Qt.ItemDataRole.ForegroundRole if row.verdict.fit is Fit.NO:
                return self._theme.colour(Tone.SOFT)
            case Qt.ItemDataRole.ToolTipRole:
                return tip(" ".join(reason.said(self._units) for reason in row.verdict.reasons))
        return None


class PartsTable(RowTable):
    """The parts that are looked for; acted: the current one is to be put on."""

    forgotten = Signal()
    taken_up = Signal()  # another row is the current one, or other rows are in view

    def __init__(self, theme: Theme) -> None:
        super().__init__(theme, "parts")
        self._laid_out: tuple[tuple[Column, ...], System] | None = None  # what the widths are for
        self.parts = PartsModel(theme, self)
        self.setModel(self.parts)
        self.setSortingEnabled(True)
        self.horizontalHeader().setSortIndicator(0, Qt.SortOrder.AscendingOrder)
        self.selectionModel().currentRowChanged.connect(lambda *_: self.taken_up.emit())
        self.verticalScrollBar().valueChanged.connect(lambda _: self.taken_up.emit())

    def show_rows(self, rows: list[PartRow], columns: tuple[Column, ...], known: Known, units: System) -> None:
        """Other parts; the current one stays so where it is among them."""
        current = self.current
        self.parts.show_rows(rows, columns, known, units)
        if (columns, units) != self._laid_out:
            self._laid_out = (columns, units)
            self.set_widths(tuple(max(column.wide, f"{column.head(units)} v", key=len) for column in columns))
        ids = [row.id for row in self.parts.rows]
        at = ids.index(current.id) if current is not None and current.id in ids else 0
        if ids:
            self.setCurrentIndex(self.parts.index(at, 0))
        else:
            self.taken_up.emit()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Delete and self.current is not None:
            self.forgotten.emit()
        else:
            super().keyPressEvent(event)

    @property
    def current(self) -> PartRow | None:
        """The part in hand."""
        at = self.currentIndex().row()
        return self.parts.rows[at] if 0 <= at < len(self.parts.rows) else None

    @property
    def in_view(self) -> list[PartRow]:
        """The parts that can be seen."""
        first, last = self.rowAt(0), self.rowAt(self.viewport().height() - 1)
        return [] if first < 0 else self.parts.rows[first : (last + 1) if last >= 0 else None]
