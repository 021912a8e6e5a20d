"""The table of an aid: a row for each reading and one more, with what each lies beside the others."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QGridLayout, QScrollArea, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import restyle
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.desk.widgets.reading_field import ReadingField
from anchor_beam.documents.aid import MOST_ROWS, Aid
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.aid_work import Aided
from anchor_beam.figures.aided import aided
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind, unit_of
from anchor_beam.units.show import show

CELL, NARROW, FEW = 64, 54, 2  # px of a cell; narrower where there are more columns than a few
WARNED = "△ "  # before a reading that does not fit, as a shape beside its words


class ReadingTable(QScrollArea):
    """Enter goes on to the next cell, and from the last to a new row."""

    def __init__(self, bridge: Bridge, aid: Aid, axle: Axle | None) -> None:
        super().__init__()
        self._bridge, self._aid, self._axle = bridge, aid, axle
        self.setWidgetResizable(True)
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self._holder, px = QWidget(), bridge.theme.px
        self._grid = QGridLayout(self._holder)
        self._grid.setContentsMargins(0, 0, px(4), 0)
        self._grid.setHorizontalSpacing(px(8))
        self._grid.setVerticalSpacing(px(2))
        self._grid.setColumnStretch(len(aid.columns) + 2, 1)
        self._heads = [self._label(0, i + 1) for i in range(len(aid.columns))]
        self._beside_head = self._label(0, len(aid.columns) + 1)
        self.cells: list[list[ReadingField]] = []
        self._beside: list[Label] = []
        self._grid.setRowStretch(MOST_ROWS + 2, 1)
        self.setWidget(self._holder)
        bridge.listen(self, to=Part.READINGS | Part.CAR | Part.UNITS, then=self._show)

    def _label(self, row: int, column: int) -> Label:
        label = Label()
        label.setFont(self._bridge.theme.font(Size.SMALL))
        self._grid.addWidget(label, row, column)
        return label

    def focus_first(self) -> None:
        """The keyboard to the first cell without a reading."""
        row = next((cells for cells in self.cells if any(not cell.edit.text() for cell in cells)), None)
        if row is not None:
            next(cell for cell in row if not cell.edit.text()).setFocus()

    def _show(self) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return
        readings = shown.file.read_at(self._aid.key, self._axle)
        between = "\n" if len(self._aid.columns) > FEW else " "
        for label, column in zip(self._heads, self._aid.columns, strict=True):
            symbol = unit_of(column.kind, units).symbol
            label.setText(f"{column.label}{between}[{symbol}]" if symbol else f"{column.label}{between}")
            label.setAlignment(Qt.AlignmentFlag.AlignRight)
        names = self._aid.row_names
        self._grow(len(names) or min(len(readings.rows) + 1, MOST_ROWS))
        found = aided(readings, shown.file)
        off_in = unit_of(found.beside.kind, units).symbol if found.beside.off else ""
        self._beside_head.setText(f"off by{between}[{off_in}]" if found.beside.off else "")
        for i, label in enumerate(self._beside):
            label.setText(self._said(i, found))
            odd = i in found.beside.said
            c = self._bridge.theme.colours
            restyle(label, f"color: {c.warning if odd else c.soft}")
            label.setToolTip(tip(found.beside.said.get(i, "")))
        self._grid.activate()  # for what the texts beside need
        self.setMinimumWidth(self._holder.sizeHint().width() + self._bridge.theme.px(14))  # with its scroll bar

    def _said(self, row: int, found: Aided) -> str:
        if found.problem is not None and found.problem.place.startswith(f"readings[{row}]"):
            return WARNED.strip()
        off = found.beside.off.get(row)
        if off is None:
            return ""
        fine = found.beside.kind
        shown = show(off, fine, self._bridge.units, decimals=2 if fine is Kind.FINE_LENGTH else None, sign=True)
        return f"{WARNED}{shown.number}" if row in found.beside.said else shown.number

    def _grow(self, count: int) -> None:
        """One more row than there are readings; those that nobody needs any more go."""
        while len(self.cells) > count:
            for cell in self.cells.pop():
                self._grid.removeWidget(cell)
                cell.hide()
                cell.deleteLater()
            last = self._beside.pop()
            self._grid.removeWidget(last)
            last.deleteLater()
        while len(self.cells) < count:
            row = len(self.cells)
            number = self._label(row + 1, 0) if self._grid.itemAtPosition(row + 1, 0) is None else None
            if number is not None:
                number.setText(self._aid.row_names[row] if self._aid.row_names else str(row + 1))
            columns = self._aid.columns
            wide = CELL if len(columns) <= FEW else NARROW
            cells = [
                ReadingField(self._bridge, self._aid.key, self._axle, column.name, row, width=wide)
                for column in columns
            ]
            for i, cell in enumerate(cells):
                self._grid.addWidget(cell, row + 1, i + 1, Qt.AlignmentFlag.AlignRight)
                cell.taken.connect(partial(self._go_on, row, i))
                cell.show()
            self.cells.append(cells)
            beside = self._label(row + 1, len(cells) + 1)
            beside.setMinimumWidth(self._bridge.theme.px(82))
            self._beside.append(beside)

    def _go_on(self, row: int, column: int) -> None:
        after = (row, column + 1) if column + 1 < len(self._aid.columns) else (row + 1, 0)
        if after[0] < len(self.cells):
            cell = self.cells[after[0]][after[1]]
            cell.setFocus()
            self.ensureWidgetVisible(cell)
