"""The rack of one axle: what there is, whether it fits, what it would give, and the part in hand."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeySequence, QPalette, QShortcut
from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QLineEdit, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.bars.rack.hand import PartInHand
from anchor_beam.desk.stages.bars.rack.lists import ListsButton
from anchor_beam.desk.stages.bars.rack.table import PartsTable
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label, OneLine
from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.parts.identity import key_of
from anchor_beam.documents.parts.table import Listed, part_on
from anchor_beam.documents.records import BarRecord, CarFile
from anchor_beam.drawings.shapes import Size
from anchor_beam.errors import StoreError
from anchor_beam.figures.rack.bill import bill_of
from anchor_beam.figures.rack.columns import COLUMNS, found
from anchor_beam.figures.rack.fit_rules import on_car
from anchor_beam.figures.rack.rows import OWN, PartRow, Rates
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.edits import FitListed, ForgetBar, TakeOff
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults
from anchor_beam.words.rack import NO_PLATFORM, NOT_OWN, counted, how, none_found, to_buy

if TYPE_CHECKING:
    from anchor_beam.jobs.rack_tasks import RackOf

AT_ONCE = 8  # bars whose rates are worked out in one job
SHOWN = {
    PartKind.BAR: "bars", PartKind.LINK: "links", PartKind.BRACKET: "brackets", PartKind.BUSHINGS: "bushings",
}  # fmt: skip


class RackView(QWidget):
    """It shows the parts of the axle in hand; a tick leaves those that fit."""

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__()
        self._bridge, theme = bridge, bridge.theme
        self.axle = Axle.REAR
        self.rows: tuple[PartRow, ...] = ()
        self._asked: RackOf | None = None
        self._of: int | None = None  # the car that the rows are judged for
        self._own: tuple[Listed, ...] = ()  # its own parts, and the lists, that the rows are from
        self._lists: dict[str, str] = {}
        self._known: dict[tuple[str, int], Rates] = {}
        self._known_for: object = None  # what the known rates belong to
        self._parts: dict[tuple[str, int], Listed] = {}
        self.setBackgroundRole(QPalette.ColorRole.Base)
        self.setAutoFillBackground(True)
        column = QVBoxLayout(self)
        column.setContentsMargins(theme.px(14), theme.px(8), 0, 0)
        column.setSpacing(theme.px(4))
        self.kind, self.search, self.fitting, self.count = (
            Box(),
            QLineEdit(),
            QCheckBox("fits this car"),
            Label(),
        )
        self.kind.addItems(list(SHOWN.values()))
        self.kind.setAccessibleName("kind of part")
        self.search.setPlaceholderText("name, maker, number, platform")
        self.search.setAccessibleName("search the rack")
        self.search.setClearButtonEnabled(True)
        self.search.setMaximumWidth(theme.px(260))
        self.count.setFont(theme.font(Size.SMALL))
        self.lists = ListsButton(bridge, files, self.shown_parts)
        head = QHBoxLayout()
        for widget in (self.kind, self.search, self.fitting, self.count):
            head.addWidget(widget)
        self.buy = OneLine()
        self.buy.setFont(theme.font(Size.SMALL))
        self.buy.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        head.addWidget(self.buy, stretch=1)
        head.addWidget(self.lists)
        head.setContentsMargins(0, 0, theme.px(14), 0)
        column.addLayout(head)
        self.table, self.hand, self.said = PartsTable(theme), PartInHand(bridge), Label()
        self.said.setFont(theme.font(Size.SMALL))
        self.said.setWordWrap(True)
        column.addWidget(self.table, stretch=1)
        column.addWidget(self.said)
        column.addWidget(self.hand)
        self.kind.activated.connect(lambda _: self.show_rows())
        self.search.textChanged.connect(lambda _: self.show_rows())
        self.fitting.toggled.connect(lambda _: self.show_rows())
        self.table.taken_up.connect(self._take_up)
        self.table.acted.connect(self._put_on)
        self.table.forgotten.connect(self._forget)
        self.hand.put_on.clicked.connect(self._put_on)
        slash = QShortcut(QKeySequence("/"), self)  # before the table takes it for the first letter of a name
        slash.setContext(Qt.ShortcutContext.WidgetWithChildrenShortcut)
        slash.activated.connect(self._search)
        parts = Part.CAR | Part.SETTING | Part.GARAGE | Part.READINGS
        bridge.follow(self, to=parts, ask=self._rack_wanted, then=self._take_rack)
        bridge.follow(self.table, to=Part.CAR | Part.SETTING, ask=self._rates_wanted, then=self._take_rates)
        bridge.listen(self, to=Part.UNITS | Part.SETTING, then=self.show_rows)

    def look_at(self, axle: Axle) -> None:
        """Show the parts of an axle."""
        if axle is not self.axle:
            self.axle, self.rows, self._asked = axle, (), None
            self._bridge.ask_again(self)

    @property
    def _platform(self) -> str:
        shown = self._bridge.picture
        return "" if shown is None else shown.file.car.platform.strip()

    @property
    def chosen(self) -> PartKind:
        """The kind of part that is shown."""
        return tuple(SHOWN)[self.kind.currentIndex()]

    def _search(self) -> None:
        self.search.setFocus(Qt.FocusReason.ShortcutFocusReason)
        self.search.selectAll()

    # what there is

    def _rack_wanted(self) -> Request | None:
        """Nothing where what decides it is as it was."""
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.rack_tasks import RackOf

        try:
            lists = self._bridge.workshop.parts_lists.all()
        except StoreError as problem:
            self.said.setText(faults.sentence(problem, self._bridge.units))
            return None
        wanted = RackOf(lists, _own(shown.file), on_car(shown.file, self.axle))
        if wanted == self._asked:
            return None
        self._asked = wanted
        return wanted

    def _take_rack(self, answer: Answer | None) -> None:
        if isinstance(answer, Failed):
            self._asked = None
            self.said.setText(faults.sentence(answer.problem, self._bridge.units))
        if isinstance(answer, Done):
            self.rows, self._parts, self._of = answer.value, {}, self._bridge.workshop.car
            self._own, self._lists = ((), {}) if self._asked is None else (self._asked.own, dict(self._asked.lists))
            shown = self._bridge.picture
            self.said.setText(how(shown.file.aim.currency) if shown and self._platform else NO_PLATFORM)
            self.show_rows()

    def show_rows(self) -> None:
        """The parts that are looked for."""
        if self._of != self._bridge.workshop.car:  # those of the car that was on the bench before
            self.rows = ()
        words, fitting, kind = self.search.text(), self.fitting.isChecked(), self.chosen
        rows = found(self.rows, kind, words, fitting=fitting)
        shown = self._bridge.picture
        if shown is not None:
            owed, currency = bill_of(shown.file), shown.file.aim.currency
            self.buy.setText(to_buy(len(owed.to_buy), owed.price, owed.hours, owed.unpriced, currency))
            end = shown.file.bench.end(self.axle)
            on = (end.bar, *end.bought) if end.fitted else end.bought
            self.table.parts.fitted = frozenset(map(key_of, on))
        every = sum(row.kind is kind for row in self.rows)
        self.count.setText(counted(len(rows), every) if self.rows else "")
        self.table.show_rows(rows, COLUMNS[kind], self._known, self._bridge.units)
        if not rows and self.rows:
            self.hand.show_none(none_found(words, fitting=fitting, platform=self._platform))

    def shown_parts(self) -> tuple[Listed, ...]:
        """The parts in the table, as they are listed."""
        return tuple(self.listed(row) for row in self.table.parts.rows)

    def listed(self, row: PartRow) -> Listed:
        """The part of a row."""
        if row.id not in self._parts:
            if row.source == OWN:
                self._parts[row.id] = self._own[row.at]
            else:
                self._parts[row.id] = part_on(self._lists[row.source], row.at)
        return self._parts[row.id]

    # what it gives

    def _rates_wanted(self) -> Request | None:
        """Of the bars in view that are not known yet, the one in hand first."""
        shown = self._bridge.picture
        if shown is None or self.chosen is not PartKind.BAR:
            return None
        end, axle = shown.file.bench.end(self.axle), shown.file.car.axle(self.axle)
        belongs = (axle, end.link_left.value, end.link_right.value)
        if self._known_for != belongs:
            self._known.clear()
            self._known_for = belongs
        from anchor_beam.jobs.rack_tasks import RatesOf

        current = self.table.current
        rows = ([] if current is None else [current]) + self.table.in_view
        self._waiting = [row for row in dict.fromkeys(rows) if row.id not in self._known][:AT_ONCE]
        bars = [part for row in self._waiting if isinstance(part := self.listed(row).part, BarRecord)]
        return RatesOf(shown.file.car, end, on_car(shown.file, self.axle), tuple(bars)) if bars else None

    def _take_rates(self, answer: Answer | None) -> None:
        if isinstance(answer, Done):
            self._known.update((row.id, rates) for row, rates in zip(self._waiting, answer.value, strict=True))
            self.table.parts.rates_came()
            self._show_hand()
            self._bridge.ask_again(self.table)

    # the part in hand

    def _take_up(self) -> None:
        self._show_hand()
        self._bridge.ask_again(self.table)

    def _show_hand(self) -> None:
        shown, row = self._bridge.picture, self.table.current
        if shown is not None and row is not None:
            self.hand.show_part(self.listed(row), row, shown.file, self.axle, self._known.get(row.id))

    def _forget(self) -> None:
        row = self.table.current
        if row is None:
            return
        if row.source != OWN:
            self._bridge.report("Not done", NOT_OWN)
            return
        act = ForgetBar(self.axle, row.name)
        self.lists.taking_out.ask(row.name, (self.listed(row).part,), lambda: self._bridge.ask_or_complain(act))

    def _put_on(self) -> None:
        row = self.table.current
        shown = self._bridge.picture
        if row is None or shown is None:
            return
        self.table.setFocus()  # the button may have nothing left to do
        part = self.listed(row).part
        on = part in shown.file.bench.end(self.axle).bought
        self._bridge.ask_or_complain(TakeOff(self.axle, row.kind) if on else FitListed(part, self.axle))


def _own(file: CarFile) -> tuple[Listed, ...]:
    return tuple(Listed(PartKind.BAR, item.axle, item.bar) for item in file.rack)
