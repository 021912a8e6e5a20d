"""The rows of the table of things around a bar, the tightest first."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QPersistentModelIndex, Qt
from PySide6.QtWidgets import QWidget

from anchor_beam.documents.obstacles import Obstacle
from anchor_beam.figures.clearance import Gap
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.clearance import HEADS, gap_words, verdict, where_words

Index = QModelIndex | QPersistentModelIndex
NOWHERE = QModelIndex()
WARNED = {"too little": "△ ", "check": "? ", "measure it": "? ", "enough": ""}  # as a shape beside the words


class GapRows(QAbstractTableModel):
    """obstacle and gap of each row; a gap of None is not known yet, or belongs to the bar itself."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.rows: tuple[tuple[Obstacle, Gap | None], ...] = ()
        self._units = System.METRIC

    def show_rows(self, rows: tuple[tuple[Obstacle, Gap | None], ...], units: System) -> None:
        """Other things, gaps or units."""
        self.beginResetModel()
        self.rows, self._units = rows, units
        self.endResetModel()

    def rowCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(self.rows)

    def columnCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(HEADS)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if orientation is Qt.Orientation.Horizontal and role == Qt.ItemDataRole.DisplayRole:
            return HEADS[section]
        return None

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if role not in (Qt.ItemDataRole.DisplayRole, Qt.ItemDataRole.AccessibleTextRole):
            return None
        return self.cells(index.row())[index.column()]

    def cells(self, row: int) -> tuple[str, ...]:
        """One row as text."""
        obstacle, gap = self.rows[row]
        needs = str(show(obstacle.least, Kind.FINE_LENGTH, self._units))
        if gap is None:
            return obstacle.name, str(obstacle.held), needs, "…" if obstacle.held != "the bar" else "", ""
        said = verdict(gap.gap, gap.spread, obstacle.least, measured=obstacle.measured)
        width = f"{WARNED[said]}{gap_words(gap.gap, gap.spread, self._units)}, {said}"
        where = where_words(gap.part, gap.way.name, gap.handle, gap.lock, self._units)
        return obstacle.name, str(obstacle.held), needs, width, where
