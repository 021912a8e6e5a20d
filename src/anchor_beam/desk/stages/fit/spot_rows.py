"""The rows of the fastener map: number, name, how it stands, what comes next, what hides it."""

from __future__ import annotations

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QPersistentModelIndex, Qt
from PySide6.QtWidgets import QWidget

from anchor_beam.fitting.fastener_map import Spot
from anchor_beam.words.fitting import hides_it, step_to

Index = QModelIndex | QPersistentModelIndex
NOWHERE, TEXT = QModelIndex(), Qt.ItemDataRole.DisplayRole
WIDEST = ("00", "link nuts at the far end", "started by hand", "step 36: start by hand", "")


class SpotRows(QAbstractTableModel):
    """A row for each fastener."""

    HEADS = ("", "fastener", "stands", "next", "hidden by")

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.found: tuple[Spot, ...] = ()

    def set_found(self, found: tuple[Spot, ...]) -> None:
        """Other fasteners, or the same in another state."""
        if [each.fastener.id for each in found] != [each.fastener.id for each in self.found]:
            self.beginResetModel()
            self.found = found
            self.endResetModel()
        elif found != self.found:
            self.found = found
            self.dataChanged.emit(self.index(0, 0), self.index(len(found) - 1, len(self.HEADS) - 1))

    def rowCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(self.found)

    def columnCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(self.HEADS)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = TEXT) -> str | None:
        return self.HEADS[section] if orientation is Qt.Orientation.Horizontal and role == TEXT else None

    def data(self, index: Index, role: int = TEXT) -> str | None:
        return self._cells(self.found[index.row()])[index.column()] if role == TEXT else None

    @staticmethod
    def _cells(spot: Spot) -> tuple[str, ...]:
        coming = "" if spot.next is None else step_to(spot.next[0], str(spot.next[1]))
        hider = "" if spot.hidden_by is None else hides_it(spot.hidden_by, done=spot.hidden)
        return str(spot.number), spot.fastener.name, str(spot.stands), coming, hider
