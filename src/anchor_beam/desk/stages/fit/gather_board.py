"""What the card needs: parts, fasteners, things that are used up, tools; at hand, or to get."""

from __future__ import annotations

import csv
import io

from PySide6.QtCore import QSignalBlocker, Qt
from PySide6.QtWidgets import QComboBox, QGridLayout, QHBoxLayout, QPushButton, QScrollArea, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.job_card import Got
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.fitting.gather import Needed, needed
from anchor_beam.session.workshop import Part
from anchor_beam.words.fitting import first_at, to_get


class GatherBoard(QScrollArea):
    """A line for each thing, under the head of its group."""

    def __init__(self, bridge: Bridge, files: Files, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._files, self._hand = bridge, files, hand
        px = bridge.theme.px
        self.setWidgetResizable(True)
        self.setFrameShape(QScrollArea.Shape.NoFrame)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        inner = QWidget()
        column = QVBoxLayout(inner)
        column.setContentsMargins(px(14), px(8), px(10), px(8))
        head = QHBoxLayout()
        self.said = Label()
        self.write = QPushButton("Write this list…")
        self.write.clicked.connect(self._write)
        head.addWidget(self.said, stretch=1)
        head.addWidget(self.write)
        column.addLayout(head)
        self._grid = QGridLayout()
        self._grid.setHorizontalSpacing(px(14))
        self._grid.setVerticalSpacing(px(4))
        self._grid.setColumnStretch(0, 1)
        column.addLayout(self._grid)
        column.addStretch()
        self.setWidget(inner)
        self._shown: tuple[tuple[str, str, int | None], ...] = ()
        self.boxes: dict[str, QComboBox] = {}
        hand.changed.connect(self._show)
        bridge.listen(self, to=Part.UNITS, then=self._show)

    def _show(self) -> None:
        card = self._hand.card
        found = () if card is None else needed(card, self._bridge.units)
        lines = tuple((each.key, each.what, each.step) for each in found)
        if lines != self._shown:
            self._shown = lines
            self._make(found)
        for each in found:
            with QSignalBlocker(self.boxes[each.key]):
                self.boxes[each.key].setCurrentText(each.got)
        self.said.setText(to_get([each.what for each in found if each.got is Got.TO_GET]))
        self.write.setVisible(bool(found))

    def _make(self, found: tuple[Needed, ...]) -> None:
        while (item := self._grid.takeAt(0)) is not None:
            if (widget := item.widget()) is not None:
                widget.hide()
                widget.deleteLater()
        self.boxes, row, group = {}, 0, ""
        for each in found:
            if each.group != group:
                group = each.group
                self._grid.addWidget(self._label(group.upper(), soft=True), row, 0)
                row += 1
            box = Box()
            box.addItems([str(got) for got in Got])
            box.setAccessibleName(f"{each.what}: whether it is there")
            box.activated.connect(lambda index, key=each.key: self._said(key, tuple(Got)[index]))
            self.boxes[each.key] = box
            self._grid.addWidget(self._label(each.what), row, 0)
            self._grid.addWidget(self._label(first_at(each.step), soft=True), row, 1)
            self._grid.addWidget(box, row, 2)
            row += 1

    def _label(self, text: str, *, soft: bool = False) -> Label:
        label = Label(text)
        label.setFont(self._bridge.theme.font(Size.SMALL if soft else Size.NORMAL))
        if soft:
            label.setStyleSheet(in_tone(Tone.SOFT))
        return label

    def _said(self, key: str, got: Got) -> None:
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
