"""Settings side by side as rows of one table: values, and under each its difference with the band of the difference."""

from __future__ import annotations

from PySide6.QtCore import QModelIndex, QPersistentModelIndex, QRectF, QSize, QSortFilterProxyModel, Qt
from PySide6.QtGui import QKeyEvent, QPainter, QStandardItem, QStandardItemModel
from PySide6.QtWidgets import (
    QAbstractItemView,
    QCheckBox,
    QHBoxLayout,
    QHeaderView,
    QMenu,
    QPushButton,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QTableView,
    QVBoxLayout,
    QWidget,
)

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.figures.compare import (
    AT_FIRST,
    COLUMNS,
    Cell,
    Column,
    Compared,
    Names,
    cell,
    comparison,
    table_csv,
    to_compare,
)
from anchor_beam.jobs.request import Answer, Done, Partial, Request
from anchor_beam.session.edits import CompareWith, ReachRung, UseSetting
from anchor_beam.session.workshop import Part
from anchor_beam.words.bars import setting_code

CHANGE, CLEAR, ORDER = (Qt.ItemDataRole.UserRole + i for i in range(3))
Index = QModelIndex | QPersistentModelIndex


class CompareView(QWidget):
    """Enter puts the row on the bench, R makes it the reference; a head sorts."""

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__()
        self._bridge, self._files, theme = bridge, files, bridge.theme
        self._found: tuple[Compared, ...] = ()
        self._keys: tuple[str, ...] = AT_FIRST
        self.setAutoFillBackground(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(theme.px(14), theme.px(8), theme.px(14), theme.px(10))
        column.addLayout(self._head())
        self.table = _Table(self)
        self._items = QStandardItemModel(self)
        self.rows = QSortFilterProxyModel(self)
        self.rows.setSortRole(ORDER)
        self.rows.setSourceModel(self._items)
        self.table.setModel(self.rows)
        self.table.setItemDelegate(_TwoLines(theme, self.table))
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
        row.addWidget(self.every)
        row.addStretch()
        row.addWidget(self.columns)
        row.addWidget(self.out)
        row.addWidget(self.print)
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
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import ComparisonOf

        self._found = to_compare(shown.file, every_hole=self.every.isChecked())
        self._fill()
        return ComparisonOf(shown.file.car, self._found, shown.file.reference_setting)

    def _take(self, answer: Answer | None) -> None:
        match answer:
            case Partial(found, done):
                self._found = found
                self.said.setText(f"{done:.0%} worked out")
            case Done(found):
                self._found = found
                self.said.setText("Enter puts a row on the bench, R compares with it, a press on a head sorts.")
            case _:
                self._found = ()
        self._fill()

    def _fill(self) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return
        columns = self.chosen
        at = self.table.currentIndex().row()
        self._items.setColumnCount(1 + len(columns))
        self._items.setRowCount(len(self._found))
        self._items.setHorizontalHeaderLabels(["setting", *(column.head(units) for column in columns)])
        for i, each in enumerate(self._found):
            code, state = setting_code(*_holes(each)), self.state_of(each)
            under = " · ".join(part for part in (code if each.setting.name else "", *state) if part)
            name = Cell(each.setting.name or code, change=under, order=float(i))
            for j, one in enumerate((name, *(cell(column, each, shown.file, units) for column in columns))):
                self._items.setItem(i, j, _item(one, each))
        self.table.setRowHidden(0, not self._found)
        if at >= 0 and self.rows.rowCount():
            self.table.setCurrentIndex(self.rows.index(min(at, self.rows.rowCount() - 1), 0))

    def state_of(self, each: Compared) -> tuple[str, ...]:
        """What a setting is just now; what is changed but not kept says so."""
        shown = self._bridge.picture
        if shown is None:
            return ()
        kept = each.holes is None and shown.file.saved(each.setting.name) == each.setting
        said = (
            ("on the bench", each.setting == shown.file.bench), ("not kept", not kept),
            ("reference", kept and each.setting.name == shown.file.reference),
        )  # fmt: skip
        return tuple(words for words, true in said if true)

    # acts

    def row(self, index: Index) -> Compared | None:
        """The setting of a row of the table."""
        source = self.rows.mapToSource(index).row()
        return self._found[source] if 0 <= source < len(self._found) else None

    def use(self, each: Compared) -> None:
        """Put it on the bench."""
        if each.holes is not None:
            self._bridge.ask_or_complain(ReachRung(*each.holes))
        elif self._bridge.picture is not None and self._bridge.picture.file.saved(each.setting.name) == each.setting:
            self._bridge.ask_or_complain(UseSetting(each.setting.name))

    def compare_with(self, each: Compared) -> None:
        """Make it the reference; only a kept one can be."""
        shown = self._bridge.picture
        if shown is not None and each.holes is None and shown.file.saved(each.setting.name) == each.setting:
            self._bridge.ask_or_complain(CompareWith(each.setting.name))

    def _in_order(self) -> tuple[Compared, ...]:
        """As they stand in the table."""
        order = (self.rows.mapToSource(self.rows.index(i, 0)).row() for i in range(self.rows.rowCount()))
        return tuple(self._found[i] for i in order)

    def _names(self, rows: tuple[Compared, ...]) -> tuple[Names, ...]:
        return tuple((one.setting.name, setting_code(*_holes(one)), ", ".join(self.state_of(one))) for one in rows)

    def _print(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            rows = self._in_order()
            self._files.comparison_out(
                comparison(self.chosen, rows, self._names(rows), shown.file, self._bridge.units)
            )

    def _write(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            rows = self._in_order()
            text = table_csv(self.chosen, rows, self._names(rows), shown.file, self._bridge.units)
            self._files.table_out(f"{shown.file.car.name} settings", text)


def _holes(each: Compared) -> tuple[tuple[int, int], tuple[int, int]]:
    front, rear = each.setting.front, each.setting.rear
    return (front.hole_left, front.hole_right), (rear.hole_left, rear.hole_right)


def _item(one: Cell, each: Compared) -> QStandardItem:
    item = QStandardItem(one.value)
    item.setEditable(False)
    item.setData(one.difference, CHANGE)
    item.setData(one.clear, CLEAR)
    item.setData(-1e9 if one.order is None else one.order, ORDER)
    item.setAccessibleText(f"{one.value}, {one.difference}" if one.change else one.value)
    item.setToolTip(each.why)
    return item


class _Table(QTableView):
    """Whole rows; Enter and R act on the current one."""

    def __init__(self, view: CompareView) -> None:
        super().__init__(view)
        self._view = view
        theme = view._bridge.theme
        self.setAccessibleName("settings side by side")
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.setTabKeyNavigation(False)
        self.setShowGrid(False)
        self.setSortingEnabled(True)
        self.verticalHeader().hide()
        self.verticalHeader().setDefaultSectionSize(theme.px(42))
        self.horizontalHeader().setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        self.horizontalHeader().setSortIndicator(0, Qt.SortOrder.AscendingOrder)
        self.doubleClicked.connect(self._use)

    def _use(self, index: Index) -> None:
        if (each := self._view.row(index)) is not None:
            self._view.use(each)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        each = self._view.row(self.currentIndex())
        if each is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._view.use(each)
        elif each is not None and event.key() == Qt.Key.Key_R:
            self._view.compare_with(each)
        else:
            super().keyPressEvent(event)


class _TwoLines(QStyledItemDelegate):
    """The value, and under it the difference: in soft ink where it is less than its band."""

    def __init__(self, theme: Theme, parent: QWidget) -> None:
        super().__init__(parent)
        self._theme = theme

    def sizeHint(self, _option: QStyleOptionViewItem, index: Index) -> QSize:
        normal, small = self._theme.metrics(Size.NORMAL), self._theme.metrics(Size.SMALL)
        wide = max(normal.horizontalAdvance(index.data() or ""), small.horizontalAdvance(index.data(CHANGE) or ""))
        return QSize(round(wide) + self._theme.px(20), self._theme.px(42))

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
