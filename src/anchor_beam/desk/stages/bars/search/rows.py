"""The rows of what was found, best first."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QPersistentModelIndex, Qt
from PySide6.QtWidgets import QWidget

from anchor_beam.desk.widgets.plain import tip
from anchor_beam.documents.searches import FoundSetting, Wanted
from anchor_beam.figures.rack.search import on_axle, why
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.phases import reading
from anchor_beam.words.search import price_words

HEADS = ("", "front", "rear", "balance", "roll", "to buy", "hours", "why")
WIDE = ("40", "Tidewright 19 tube Finch 2 · 2/3", "Tidewright 19 tube Finch 2 · 2/3", "neutral 12.5 %", "2.25 deg/g",
        "241 and ?", "hours")  # fmt: skip
NUMBERS = (3, 4, 5, 6)
Index = QModelIndex | QPersistentModelIndex
NOWHERE = QModelIndex()


class FoundRows(QAbstractTableModel):
    """A place, what is on both axles, what it gives, what it costs, and why it stands there."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.rows: tuple[FoundSetting, ...] = ()
        self._wanted: Wanted | None = None
        self._units = System.METRIC

    def show_rows(self, rows: tuple[FoundSetting, ...], wanted: Wanted | None, units: System) -> None:
        """Others, or in other units."""
        self.beginResetModel()
        self.rows, self._wanted, self._units = rows, wanted, units
        self.endResetModel()

    def _cells(self, place: int) -> tuple[str, ...]:
        row, units = self.rows[place], self._units
        margin = " ".join(map(str, reading(row.margin, None, units)))
        reasons = () if self._wanted is None else why(row, self._wanted)
        said = "; ".join(reason.said(units) for reason in reasons)
        return (
            str(place + 1), on_axle(row.setting.front), on_axle(row.setting.rear), margin,
            str(show(row.roll, Kind.ROLL_GRADIENT, units)), price_words(row.price, row.unpriced), f"{row.hours:g}",
            said,
        )  # fmt: skip

    def rowCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(self.rows)

    def columnCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(HEADS)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if orientation is Qt.Orientation.Horizontal and role == Qt.ItemDataRole.DisplayRole:
            return HEADS[section]
        return None

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        match role:
            case Qt.ItemDataRole.DisplayRole | Qt.ItemDataRole.AccessibleTextRole:
                return self._cells(index.row())[index.column()]
            case Qt.ItemDataRole.ToolTipRole:
                return tip(self._cells(index.row())[-1])
            case Qt.ItemDataRole.TextAlignmentRole:
                side = Qt.AlignmentFlag.AlignRight if index.column() in NUMBERS else Qt.AlignmentFlag.AlignLeft
                return int(side | Qt.AlignmentFlag.AlignVCenter)
        return None
