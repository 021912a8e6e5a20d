"""The rows of the table of settings: cells made when they are looked at, and how a cell is painted."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QPersistentModelIndex, QRectF, QSize, Qt
from PySide6.QtGui import QPainter
from PySide6.QtWidgets import QStyle, QStyledItemDelegate, QStyleOptionViewItem, QWidget

from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.plain import tip
from anchor_beam.documents.records import CarFile
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.compare import Cell, Column, Compared, Names, cell
from anchor_beam.figures.results import Results
from anchor_beam.units.kinds import System
from anchor_beam.words.bars import setting_code

CHANGE, CLEAR, ORDER = (Qt.ItemDataRole.UserRole + i for i in range(3))
LAST = -1e9  # where a row without a figure is sorted
HEIGHT = 42  # px of a row
Index = QModelIndex | QPersistentModelIndex
NOWHERE = QModelIndex()


class CompareRows(QAbstractTableModel):
    """The first column is the setting, the others are those that were chosen."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.rows: tuple[Compared, ...] = ()
        self._columns: tuple[Column, ...] = ()
        self._file: CarFile | None = None
        self._units = System.METRIC
        self._cells: dict[tuple[int, int], Cell] = {}

    def show_rows(
        self, rows: tuple[Compared, ...], columns: tuple[Column, ...], file: CarFile, units: System
    ) -> None:
        """Other settings, columns or units."""
        self.beginResetModel()
        self.rows, self._columns, self._file, self._units = rows, columns, file, units
        self._cells.clear()
        self.endResetModel()

    def take(self, i: int, each: Compared) -> None:
        """A row that has been worked out."""
        self.rows = (*self.rows[:i], each, *self.rows[i + 1 :])
        for j in range(1, 1 + len(self._columns)):
            self._cells.pop((i, j), None)
        self.dataChanged.emit(self.index(i, 0), self.index(i, len(self._columns)))

    def names(self, each: Compared) -> Names:
        """What a setting is called, its holes, and what it is just now; what is changed but not kept says so."""
        front, rear = each.setting.front, each.setting.rear
        code = setting_code(front.holes, rear.holes)
        return each.setting.name, code, ", ".join(self._state(each))

    def _state(self, each: Compared) -> list[str]:
        file = self._file
        if file is None:
            return []
        kept = is_kept(each, file)
        said = (
            ("on the bench", each.setting == file.bench), ("not kept", not kept),
            ("reference", kept and each.setting.name == file.reference),
        )  # fmt: skip
        return [words for words, true in said if true]

    def name_cell(self, i: int) -> Cell:
        """Name over holes and state; the holes are the name of one that has none."""
        name, code, state = self.names(self.rows[i])
        under = " · ".join(part for part in (code if name else "", state) if part)
        return Cell(name or code, change=under, order=float(i))

    def _cell(self, i: int, j: int) -> Cell:
        if (i, j) not in self._cells:
            assert self._file is not None
            made = self.name_cell(i) if j == 0 else cell(self._columns[j - 1], self.rows[i], self._file, self._units)
            self._cells[i, j] = made
        return self._cells[i, j]

    def _order(self, j: int, now: Results) -> float | None:
        assert self._file is not None
        return self._columns[j - 1].order(now, self._file)

    def rowCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else len(self.rows)

    def columnCount(self, parent: Index = NOWHERE) -> int:
        return 0 if parent.isValid() else 1 + len(self._columns)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if orientation is Qt.Orientation.Horizontal and role == Qt.ItemDataRole.DisplayRole:
            return self._columns[section - 1].head(self._units) if section else "setting"
        return None

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        i, j = index.row(), index.column()
        each = self.rows[i]
        if role == Qt.ItemDataRole.ToolTipRole:
            return tip(each.why)
        if role == ORDER:
            value = float(i) if j == 0 else None if each.now is None else self._order(j, each.now)
            return LAST if value is None else value
        if role not in (Qt.ItemDataRole.DisplayRole, Qt.ItemDataRole.AccessibleTextRole, CHANGE, CLEAR):
            return None
        one = self._cell(i, j)
        match role:
            case Qt.ItemDataRole.AccessibleTextRole:
                return f"{one.value}, {one.difference}" if one.difference else one.value
            case _ if role == CHANGE:
                return one.difference
            case _ if role == CLEAR:
                return one.clear
        return one.value


def is_kept(each: Compared, file: CarFile) -> bool:
    """Whether a setting is saved as it is."""
    return each.holes is None and file.saved(each.setting.name) == each.setting


class TwoLines(QStyledItemDelegate):
    """The value, and under it the difference: in soft ink where it is less than its band."""

    def __init__(self, theme: Theme, parent: QWidget) -> None:
        super().__init__(parent)
        self._theme = theme

    def sizeHint(self, _option: QStyleOptionViewItem, index: Index) -> QSize:
        normal, small = self._theme.metrics(Size.NORMAL), self._theme.metrics(Size.SMALL)
        wide = max(normal.horizontalAdvance(index.data() or ""), small.horizontalAdvance(index.data(CHANGE) or ""))
        return QSize(round(wide) + self._theme.px(20), self._theme.px(HEIGHT))

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        theme, px = self._theme, self._theme.px
        chosen = bool(option.state & QStyle.StateFlag.State_Selected)
        if chosen:
            painter.fillRect(option.rect, theme.colour(Tone.PANEL))
        room = QRectF(option.rect).adjusted(px(8), px(3), -px(8), -px(3))
        align = Qt.AlignmentFlag.AlignLeft if index.column() == 0 else Qt.AlignmentFlag.AlignRight
        painter.setFont(theme.font(Size.NORMAL, bold=index.column() == 0))
        painter.setPen(theme.colour(Tone.INK))
        painter.drawText(room, int(align | Qt.AlignmentFlag.AlignTop), index.data() or "")
        soft = index.column() == 0 or not index.data(CLEAR)
        painter.setFont(theme.font(Size.SMALL))
        painter.setPen(theme.colour(Tone.SOFT if soft else Tone.INK))
        painter.drawText(room, int(align | Qt.AlignmentFlag.AlignBottom), index.data(CHANGE) or "")
        painter.setPen(theme.colour(Tone.HAIRLINE))
        painter.drawLine(option.rect.bottomLeft(), option.rect.bottomRight())
