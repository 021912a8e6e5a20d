"""The kit on the bench: each thing counted and tried, before the old bar is loose."""

from __future__ import annotations

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QGridLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.emptied import empty
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.job_card import Counted
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.fitting.kit import Item, items
from anchor_beam.fitting.step import Tag


class KitList(QWidget):
    """Shown at the step that counts the kit."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._hand = bridge, hand
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setHorizontalSpacing(bridge.theme.px(12))
        self._grid.setVerticalSpacing(bridge.theme.px(3))
        self._grid.setColumnStretch(1, 1)
        self._made: tuple[Item, ...] = ()
        self.boxes: dict[str, Box] = {}
        hand.changed.connect(self._show)
        self._show()

    def _show(self) -> None:
        at, card = self._hand.at, self._hand.card
        if at is None or card is None or Tag.TRIAL not in at.step.tags:
            self.hide()
            return
        kit = items(card.job)
        if kit != self._made:
            self._make(kit)
        for each in kit:
            with QSignalBlocker(self.boxes[each.key]):
                self.boxes[each.key].setCurrentText(card.kit.get(each.key, Counted.OPEN))
        self.show()

    def _make(self, kit: tuple[Item, ...]) -> None:
        self._made, self.boxes = kit, {}
        empty(self._grid)
        for row, each in enumerate(kit):
            what, tries, box = Label(each.what), Label(each.tries), Box()
            tries.setWordWrap(True)
            tries.setFont(self._bridge.theme.font(Size.SMALL))
            tries.setStyleSheet(in_tone(Tone.SOFT))
            box.addItems([str(counted) for counted in Counted])
            box.setAccessibleName(f"{each.what}: what the bench says")
            box.activated.connect(lambda index, key=each.key: self._count(key, tuple(Counted)[index]))
            self.boxes[each.key] = box
            for column, cell in enumerate((what, tries, box)):
                self._grid.addWidget(cell, row, column)

    def _count(self, key: str, counted: Counted) -> None:
        problem = self._hand.change(lambda card: card.with_counted(key, counted), f"From the kit: {counted}")
        if problem is not None:
            self._bridge.complain(problem)
