"""How the bar sits once it is in: which way its hump and grease fittings look, which end its maker marked."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QHBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.job_card import AsFitted, Hump
from anchor_beam.drawings.shapes import Size
from anchor_beam.fitting.step import Tag

WHERE = {Tag.OUT, Tag.IN, Tag.DRESSED, Tag.CLAMPS_OFF}


class AsFittedFields(QWidget):
    """Shown where the bar is in somebody's hands; the drawing below follows."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__()
        self._bridge, self._hand = bridge, hand
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(bridge.theme.px(6))
        self.hump, self.fittings, self.marked = Box(), Box(), BenchLine()
        for box, words in ((self.hump, "Hump"), (self.fittings, "Grease fittings")):
            box.addItems([str(option) for option in Hump])
            box.setAccessibleName(f"{words.lower()} of the bar look")
            box.activated.connect(self._keep)
            row.addWidget(self._label(words, box))
            row.addWidget(box)
        self.fittings.removeItem(tuple(Hump).index(Hump.NONE))
        self.marked.setMaxLength(60)
        self.marked.setPlaceholderText("left end, blue dot")
        self.marked.setAccessibleName("its maker marked")
        self.marked.editingFinished.connect(self._keep)
        row.addWidget(self._label("Marked", self.marked))
        row.addWidget(self.marked, stretch=1)
        hand.changed.connect(self._show)
        self._show()

    def _label(self, words: str, buddy: QWidget) -> Label:
        label = Label(words)
        label.setFont(self._bridge.theme.font(Size.SMALL))
        label.setBuddy(buddy)
        return label

    def _show(self) -> None:
        at, card = self._hand.at, self._hand.card
        self.setVisible(at is not None and bool(WHERE & set(at.step.tags)))
        if card is None:
            return
        for box, look in ((self.hump, card.fitted.hump), (self.fittings, card.fitted.fittings)):
            with QSignalBlocker(box):
                box.setCurrentText(str(look))
        if not self.marked.isModified():
            self.marked.setText(card.fitted.marked)

    def _keep(self) -> None:
        self.marked.setModified(False)
        fitted = AsFitted(
            Hump(self.hump.currentText()), Hump(self.fittings.currentText()), self.marked.text().strip()
        )
        problem = self._hand.change(lambda card: replace(card, fitted=fitted), "As it is fitted")
        if problem is not None:
            self._bridge.complain(problem)
