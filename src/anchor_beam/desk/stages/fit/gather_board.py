"""What the card needs: parts, fasteners, things that are used up, tools; at hand, or to get."""

from __future__ import annotations

import csv
import io

from PySide6.QtCore import QSignalBlocker, QTimer
from PySide6.QtWidgets import QHBoxLayout, QPushButton

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.scrolled import ScrolledBoard
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.job_card import Got
from anchor_beam.drawings.shapes import Size
from anchor_beam.fitting.gather import Group, Needed, needed
from anchor_beam.immutable import immutable
from anchor_beam.session.workshop import Part
from anchor_beam.words.fitting import first_at, to_get

AT_ONCE = 8  # lines that are made in one turn


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
        self._grid = self.lines(14, 4)
        self._grid.setColumnStretch(0, 1)
        self._heads = {group: self.label(group.upper(), soft=True) for group in Group}
        self._lines: dict[str, _Line] = {}
        self._more = QTimer(self)
        self._more.setSingleShot(True)
        self._more.setInterval(0)
        self._more.timeout.connect(self._show)
        hand.tell(self, self._show)
        bridge.listen(self, to=Part.UNITS, then=self._show)
        self._show()

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
        new = [each for each in found if each.key not in self._lines]
        for each in new[:AT_ONCE]:
            self._lines[each.key] = self._line(each)
        if len(new) > AT_ONCE:
            self._more.start()
        self._arrange([each for each in found if each.key in self._lines])
        self.said.setText(to_get([each.what for each in found if each.got is Got.TO_GET]))
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
            with QSignalBlocker(line.there):
                line.there.setCurrentText(each.got)
            for column, cell in enumerate((line.what, line.first, line.there)):
                self._grid.addWidget(cell, row, column)
            row += 1

    def _line(self, each: Needed) -> _Line:
        box = Box()
        box.addItems([str(got) for got in Got])
        box.setAccessibleName(f"{each.what}: whether it is there")
        box.activated.connect(lambda index, key=each.key: self._say(key, tuple(Got)[index]))
        return _Line(self.label(each.what, Size.NORMAL), self.label("", soft=True), box)

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
        table.writerow(("what", "sort", "first at step", "there"))
        for each in needed(card, self._bridge.units):
            table.writerow((each.what, str(each.group), each.step or "", str(each.got)))
        self._files.table_out(f"{card.title} needs", text.getvalue())


@immutable(eq=False)
class _Line:
    """One thing: what, where it is needed first, whether it is there."""

    what: Label
    first: Label
    there: Box

    def remove(self) -> None:
        """Off the board."""
        for cell in (self.what, self.first, self.there):
            cell.hide()
            cell.deleteLater()
