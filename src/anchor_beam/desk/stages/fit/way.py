"""The way of the bar: written down move by move on its way out, read backwards on its way in."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.job_card import LONGEST
from anchor_beam.drawings.shapes import Tone
from anchor_beam.fitting.step import Tag
from anchor_beam.words.fitting import WAY_IN, WAY_OUT


class Way(QWidget):
    """Shown at the two steps only."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._hand = bridge, hand
        column, row, px = QVBoxLayout(self), QHBoxLayout(), bridge.theme.px
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(px(4))
        self.head, self.moves = Label(), Label()
        self.head.setStyleSheet(in_tone(Tone.SOFT))
        self.moves.setWordWrap(True)
        self.next = BenchLine()
        self.next.setMaxLength(LONGEST)
        self.next.setPlaceholderText("the next move: which end, over or under what, turned how far")
        self.next.setAccessibleName("the next move of the bar")
        self.next.returnPressed.connect(self._add)
        self.last = QPushButton("Take the last move back")
        self.last.clicked.connect(self._remove)
        row.addWidget(self.next, stretch=1)
        row.addWidget(self.last)
        column.addWidget(self.head)
        column.addWidget(self.moves)
        column.addLayout(row)
        hand.changed.connect(self._show)
        self._show()

    def _show(self) -> None:
        at, card = self._hand.at, self._hand.card
        tags = () if at is None else at.step.tags
        out, back = Tag.OUT in tags, Tag.IN in tags
        if card is None or not (out or (back and card.poses)):
            self.hide()
            return
        self.head.setText(WAY_OUT if out else WAY_IN)
        moves = card.poses if out else tuple(reversed(card.poses))
        self.moves.setText("\n".join(f"{i}  {move}" for i, move in enumerate(moves, start=1)))
        self.moves.setVisible(bool(moves))
        self.next.setVisible(out)
        self.last.setVisible(out and bool(moves))
        self.show()

    def _add(self) -> None:
        text = self.next.text()
        if (problem := self._hand.change(lambda card: card.with_pose(text), "Move written down")) is None:
            self.next.clear()
        else:
            self._bridge.complain(problem)

    def _remove(self) -> None:
        self._hand.change(lambda card: replace(card, poses=card.poses[:-1]), "Last move taken back")
