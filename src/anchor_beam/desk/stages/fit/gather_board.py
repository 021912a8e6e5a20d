"""What the card needs: parts, fasteners, things that are used up, tools; at hand, or to get."""

from __future__ import annotations

import csv
import io

from PySide6.QtCore import QSignalBlocker, QTimer
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.scrolled import ScrolledBoard
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.job_card import Got, Source
from anchor_beam.drawings.shapes import Size
from anchor_beam.errors import AnchorBeamError, InputError
from anchor_beam.fitting.gather import Group, Needed, baskets, needed
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind
from anchor_beam.units.parse import parse
from anchor_beam.words import faults
from anchor_beam.words.fitting import basket_words, first_at, source_words, to_get

AT_ONCE, BREATH = 6, 15  # lines that are made in one turn; ms until the next ones, for who waits


class GatherBoard(ScrolledBoard):
    """A line for each thing, under the head of its group."""

    def __init__(self, bridge: Bridge, files: Files, hand: InHand) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._files, self._hand = bridge, files, hand
        head = QHBoxLayout()
        self.said = Label()
        self.write = QPushButton("Write this list…")
        self.write.clicked.connect(self._write)
        head.addWidget(self.said, stretch=1)
        head.addWidget(self.write)
        self.column.addLayout(head)
        self.column.addLayout(self._adding())
        self.wrong = Caution(bridge.theme)
        self.column.addWidget(self.wrong)
        self.sums = self.label()
        self.sums.setWordWrap(True)
        self.column.addWidget(self.sums)
        self._grid = self.lines(14, 4)
        self._grid.setColumnStretch(0, 1)
        self._heads = {group: self.label(group.upper(), soft=True) for group in Group}
        self._lines: dict[str, _Line] = {}
        self._at: dict[str, int] = {}  # rows in which they stand
        self._keys: tuple[str, ...] = ()
        self._more = QTimer(self)
        self._more.setSingleShot(True)
        self._more.setInterval(BREATH)
        self._more.timeout.connect(lambda: self._show() if self.isVisible() else None)
        hand.tell(self, self._show)
        self._show()

    def _adding(self) -> QHBoxLayout:
        """Where one of the things can be had, and for how much."""
        row, px = QHBoxLayout(), self._theme.px
        self.thing, self.where, self.price = Box(), BenchLine(), BenchLine()
        self.thing.setAccessibleName("thing to be had")
        self.thing.setMaximumWidth(px(300))
        self.where.setPlaceholderText("where it is to be had")
        self.where.setAccessibleName("source")
        self.price.setPlaceholderText("price")
        self.price.setAccessibleName("price there")
        self.price.setFixedWidth(px(74))
        self.add, self.off = QPushButton("add the source"), QPushButton("not there")
        self.off.setToolTip("takes this source of the thing away")
        self.add.clicked.connect(self._add_source)
        self.off.clicked.connect(self._take_off)
        for line in (self.where, self.price):
            line.returnPressed.connect(self._add_source)
        for widget in (self.thing, self.where, self.price, self.add, self.off):
            row.addWidget(widget, stretch=1 if widget in (self.thing, self.where) else 0)
        return row

    def _add_source(self) -> None:
        key, text = self._keys[self.thing.currentIndex()], self.price.text().strip()
        try:
            price = parse(text, Kind.RATIO, self._bridge.units, place="price").value if text else None
            if price is not None and not 0.0 <= price <= 1e6:
                raise InputError("price", "A price is not below zero.", got=price, accepts="0 or more")
        except AnchorBeamError as problem:
            self._refused(problem)
            return
        source = Source(self.where.text(), price)
        refused = self._hand.change(lambda card: card.with_source(key, source), "Source written down")
        self._refused(refused)
        if refused is None:
            self.price.clear()

    def _take_off(self) -> None:
        key, where = self._keys[self.thing.currentIndex()], self.where.text().strip()
        self._refused(self._hand.change(lambda card: card.without_source(key, where), "Source taken away"))

    def _refused(self, problem: AnchorBeamError | None) -> None:
        self.wrong.say(None if problem is None else faults.sentence(problem, self._bridge.units))

    @property
    def boxes(self) -> dict[str, Box]:
        """What is said of each thing."""
        return {key: line.there for key, line in self._lines.items()}

    def _show(self) -> None:
        """A few new lines at a time: a list of thirty takes more than one turn of the event loop may."""
        card = self._hand.card
        found = () if card is None else needed(card, self._bridge.units)
        known = {each.key for each in found}
        for key in [key for key in self._lines if key not in known]:
            self._lines.pop(key).remove()
            self._at.pop(key, None)
        new = [each for each in found if each.key not in self._lines]
        if not self._more.isActive():
            for each in new[:AT_ONCE]:
                self._lines[each.key] = self._line(each)
            if len(new) > AT_ONCE:
                self._more.start()
        self._arrange([each for each in found if each.key in self._lines])
        self.said.setText(to_get([each.what for each in found if each.got is Got.TO_GET]))
        self._keys = tuple(each.key for each in found)
        fill(self.thing, [each.what for each in found], max(self.thing.currentIndex(), 0) if found else -1)
        lines = [basket_words(each.where, len(each.things), f"{each.sum:.2f} {self._currency}", each.unpriced)
                 for each in baskets(found)]  # fmt: skip
        self.sums.setText("\n".join(lines))
        self.sums.setVisible(bool(lines))
        self.write.setVisible(bool(found))

    def _arrange(self, found: list[Needed]) -> None:
        row, group = 0, ""
        for head in self._heads.values():
            head.hide()
        for each in found:
            if each.group != group:
                group = each.group
                self._grid.addWidget(self._heads[each.group], row, 0)
                self._heads[each.group].show()
                row += 1
            line = self._lines[each.key]
            line.what.setText(each.what)
            line.first.setText(first_at(each.step))
            line.sources.setText(", ".join(source_words(of.where, of.price, self._currency) for of in each.sources))
            with QSignalBlocker(line.there):
                line.there.setCurrentText(each.got)
            if self._at.get(each.key) != row:  # to go there takes longer than all that changes in a line
                self._at[each.key] = row
                for column, cell in enumerate(line.cells):
                    self._grid.addWidget(cell, row, column)
            row += 1

    def _line(self, each: Needed) -> _Line:
        box = Box()
        box.addItems([str(got) for got in Got])
        box.setAccessibleName(f"{each.what}: whether it is there")
        box.activated.connect(lambda index, key=each.key: self._say(key, tuple(Got)[index]))
        return _Line(self.label(each.what, Size.NORMAL), self.label(soft=True), self.label(soft=True), box)

    @property
    def _currency(self) -> str:
        shown = self._bridge.picture
        return "" if shown is None else shown.file.aim.currency

    def _say(self, key: str, got: Got) -> None:
        problem = self._hand.change(lambda card: card.with_got(key, got), f"Marked: {got}")
        if problem is not None:
            self._bridge.complain(problem)

    def _write(self) -> None:
        card = self._hand.card
        if card is None:
            return
        text = io.StringIO()
        table = csv.writer(text)
        table.writerow(("what", "sort", "first at step", "there", "sources"))
        for each in needed(card, self._bridge.units):
            sources = "; ".join(source_words(of.where, of.price, self._currency) for of in each.sources)
            table.writerow((each.what, str(each.group), each.step or "", str(each.got), sources))
        self._files.table_out(f"{card.title} needs", text.getvalue())


@immutable(eq=False)
class _Line:
    """One thing: what, where it can be had, where it is needed first, whether it is there."""

    what: Label
    sources: Label
    first: Label
    there: Box

    @property
    def cells(self) -> tuple[QWidget, ...]:
        """In the order of the columns."""
        return self.what, self.sources, self.first, self.there

    def remove(self) -> None:
        """Off the board."""
        for cell in self.cells:
            cell.hide()
            cell.deleteLater()
