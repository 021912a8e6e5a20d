"""Settings side by side as rows of one table: values, and under each its difference with the band of the difference."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QSortFilterProxyModel, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import (
    QCheckBox,
    QHBoxLayout,
    QMenu,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.bars.compare_rows import HEIGHT, ORDER, CompareRows, Index, TwoLines, is_kept
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.row_table import RowTable
from anchor_beam.documents.records import CarRecord, Setting
from anchor_beam.documents.searches import KeptSearch
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.compare import AT_FIRST, COLUMNS, Column, Compared, comparison, table_csv, to_compare
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.edits import CompareWith, PutSetting, ReachRung, UseSetting
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults

HOW = "Enter puts a row on the bench, R compares with it, a press on a head sorts."
NOT_SEARCHED = "Nothing was searched for this car yet; “search” is to the left."
MOST_FOUND = 12  # settings of a search that stand beside the others
WIDEST = "neutral 0.4 ±3.0"  # of the figures in a column


class CompareView(QWidget):
    """Enter puts the row on the bench, R makes it the reference; a head sorts. Rows are worked out one by one."""

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__()
        self._bridge, self._files, theme = bridge, files, bridge.theme
        self._keys: tuple[str, ...] = AT_FIRST
        self._known: dict[Setting, Compared] = {}
        self._known_for: tuple[CarRecord, Setting | None] | None = None  # what the known rows belong to
        self.setAutoFillBackground(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(theme.px(14), theme.px(8), theme.px(14), theme.px(10))
        column.addLayout(self._head())
        self.table = _Table(self)
        self._items = CompareRows(self)
        self.rows = QSortFilterProxyModel(self)
        self.rows.setSortRole(ORDER)
        self.rows.setSourceModel(self._items)
        self.table.setModel(self.rows)
        self.table.setItemDelegate(TwoLines(theme, self.table))
        column.addWidget(self.table, stretch=1)
        self.said = Label()
        self.said.setFont(theme.font(Size.SMALL))
        column.addWidget(self.said)
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._fill)

    def _head(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.every = QCheckBox("every hole of these bars")
        self.every.toggled.connect(lambda _on: self._bridge.workshop.tell(Part.SETTING))
        self.columns = QPushButton("Columns…")
        self.columns.setMenu(self._menu())
        self.out = QPushButton("As a CSV…")
        self.out.clicked.connect(self._write)
        self.print = QPushButton("As a PDF…")
        self.print.clicked.connect(self._print)
        self.found = QCheckBox("what the search found")
        self.found.toggled.connect(lambda _on: self._bridge.workshop.tell(Part.SETTING))
        row.addWidget(self.every)
        row.addWidget(self.found)
        row.addStretch()
        for button in (self.columns, self.out, self.print):
            row.addWidget(button)
        return row

    def _menu(self) -> QMenu:
        menu = QMenu(self)
        for column in COLUMNS:
            action = menu.addAction(column.title)
            action.setCheckable(True)
            action.setChecked(column.key in self._keys)
            action.toggled.connect(lambda on, key=column.key: self._choose(key, on))
        return menu

    def _choose(self, key: str, on: bool) -> None:
        self._keys = tuple(c.key for c in COLUMNS if (c.key in self._keys and c.key != key) or (on and c.key == key))
        self._fill()

    @property
    def chosen(self) -> tuple[Column, ...]:
        """The columns that are shown."""
        return tuple(column for column in COLUMNS if column.key in self._keys)

    # what stands in it

    def _wanted(self) -> Request | None:
        """The first row that is not known yet."""
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import ComparisonOf

        for each in self._items.rows:
            if each.setting not in self._known:
                return ComparisonOf(shown.file.car, each, shown.file.reference_setting)
        return None

    def _take(self, answer: Answer | None) -> None:
        rows = self._items.rows
        if isinstance(answer, Done):
            each: Compared = answer.value
            self._known[each.setting] = each
            for i, row in enumerate(rows):
                if row.setting == each.setting:
                    self._items.take(i, replace(each, holes=row.holes))
            self._bridge.ask_again(self)
        done = sum(row.setting in self._known for row in rows)
        usual = NOT_SEARCHED if self.found.isChecked() and not self._searched() else HOW
        self.said.setText(usual if done == len(rows) else f"{done} of {len(rows)} worked out")
        if isinstance(answer, Failed):
            self.said.setText(faults.sentence(answer.problem, self._bridge.units))

    def _fill(self) -> None:
        """Other rows, columns or units; what is known of a row stays."""
        shown = self._bridge.picture
        if shown is None:
            return
        belongs = (shown.file.car, shown.file.reference_setting)
        if self._known_for != belongs:
            self._known, self._known_for = {}, belongs
        rows = to_compare(shown.file, every_hole=self.every.isChecked(), found=self._searched())
        known = (replace(self._known.get(row.setting, row), holes=row.holes) for row in rows)
        at = self.table.currentIndex().row()
        self._items.show_rows(tuple(known), self.chosen, shown.file, self._bridge.units)
        self._set_widths()
        if at >= 0 and rows:
            self.table.setCurrentIndex(self.rows.index(min(at, len(rows) - 1), 0))

    def _searched(self) -> tuple[Setting, ...]:
        """The best of what the last search found, if they are wanted."""
        if not self.found.isChecked():
            return ()
        last: list[KeptSearch | None] = []
        self._bridge.attempt(lambda: last.append(self._bridge.workshop.searches.last))
        kept = last[0] if last else None
        return () if kept is None else tuple(row.setting for row in kept.result.rows[:MOST_FOUND])

    def _set_widths(self) -> None:
        theme = self._bridge.theme
        small, normal, bold = (
            theme.metrics(Size.SMALL),
            theme.metrics(Size.NORMAL),
            theme.metrics(Size.NORMAL, bold=True),
        )
        names = [self._items.name_cell(i) for i in range(len(self._items.rows))]
        wide = [max(bold.horizontalAdvance(one.value), small.horizontalAdvance(one.difference)) for one in names]
        self.table.setColumnWidth(0, round(max(wide, default=0.0)) + theme.px(17))
        for i, column in enumerate(self.chosen, start=1):
            head = column.head(self._bridge.units)
            widest = max(normal.horizontalAdvance(text) for text in (head, WIDEST))
            self.table.setColumnWidth(i, round(widest) + theme.px(17))

    # acts

    def row(self, index: Index) -> Compared | None:
        """The setting of a row of the table."""
        source = self.rows.mapToSource(index).row()
        return self._items.rows[source] if 0 <= source < len(self._items.rows) else None

    def use(self, each: Compared) -> None:
        """Put it on the bench."""
        shown = self._bridge.picture
        if each.holes is not None:
            self._bridge.ask_or_complain(ReachRung(*each.holes))
        elif shown is not None and is_kept(each, shown.file):
            self._bridge.ask_or_complain(UseSetting(each.setting.name))
        else:
            self._bridge.ask_or_complain(PutSetting(each.setting))

    def compare_with(self, each: Compared) -> None:
        """Make it the reference; only a kept one can be."""
        shown = self._bridge.picture
        if shown is not None and is_kept(each, shown.file):
            self._bridge.ask_or_complain(CompareWith(each.setting.name))

    @property
    def in_order(self) -> tuple[Compared, ...]:
        """As they stand in the table."""
        order = (self.rows.mapToSource(self.rows.index(i, 0)).row() for i in range(self.rows.rowCount()))
        return tuple(self._items.rows[i] for i in order)

    def _print(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            rows, names = self.in_order, tuple(map(self._items.names, self.in_order))
            self._files.comparison_out(comparison(self.chosen, rows, names, shown.file, self._bridge.units))

    def _write(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            rows, names = self.in_order, tuple(map(self._items.names, self.in_order))
            text = table_csv(self.chosen, rows, names, shown.file, self._bridge.units)
            self._files.table_out(f"{shown.file.car.name} settings", text)


class _Table(RowTable):
    """R makes the current row the reference."""

    def __init__(self, view: CompareView) -> None:
        super().__init__(view._bridge.theme, "settings side by side", height=HEIGHT)
        self._view = view
        self.setSortingEnabled(True)
        self.horizontalHeader().setStretchLastSection(False)
        self.horizontalHeader().setSortIndicator(0, Qt.SortOrder.AscendingOrder)
        self.acted.connect(self._use)

    def _use(self) -> None:
        if (each := self._view.row(self.currentIndex())) is not None:
            self._view.use(each)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        each = self._view.row(self.currentIndex())
        if each is not None and event.key() == Qt.Key.Key_R:
            self._view.compare_with(each)
        else:
            super().keyPressEvent(event)
