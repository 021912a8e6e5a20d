"""What was found or decided on the job: defects, parts reworked, where the maker's instruction was left, work for others."""

from __future__ import annotations

from functools import partial

from PySide6.QtWidgets import QGridLayout, QPushButton

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.scrolled import ScrolledBoard
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.emptied import empty
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.remarks import LONGEST, Matter, Remark, Touches, Where
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError
from anchor_beam.fitting.redo import REDO
from anchor_beam.fitting.told import remark_told
from anchor_beam.words import faults
from anchor_beam.words.fitting import NOTHING_FOUND


class FoundBoard(ScrolledBoard):
    """Above a line to write one down, below those that there are."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._hand = bridge, hand
        self.matter, self.where, self.touches = Box(), Box(), Box()
        for box, options, name in (
            (self.matter, Matter, "what sort of remark"), (self.where, Where, "side"), (self.touches, Touches, "touches"),
        ):  # fmt: skip
            box.addItems([str(option) for option in options])
            box.setAccessibleName(name)
        self.matter.activated.connect(self._ask)
        self.touches.setCurrentIndex(tuple(Touches).index(Touches.NOTHING))
        self.part, self.text, self.more = BenchLine(), BenchLine(), BenchLine()
        for line, name in ((self.part, "part"), (self.text, "what it is"), (self.more, "more about it")):
            line.setMaxLength(LONGEST)
            line.setAccessibleName(name)
            line.returnPressed.connect(self._add)
        self.part.setPlaceholderText("left arm, brake pipe")
        self.text.setPlaceholderText("crack at the weld")
        self.add = QPushButton("Write it down")
        self.add.clicked.connect(self._add)
        self._form()
        self.said = Caution(bridge.theme)
        self.column.addWidget(self.said)
        self.empty = self.label(NOTHING_FOUND, soft=True)
        self.empty.setWordWrap(True)
        self.column.addWidget(self.empty)
        self._grid = self.lines(14, 10)
        self._grid.setColumnStretch(0, 1)
        self.rows: list[tuple[Label, QPushButton | None, QPushButton]] = []
        self._shown: tuple[tuple[Remark, str], ...] = ()
        hand.tell(self, self._show)
        self._ask()

    def _form(self) -> None:
        grid = QGridLayout()
        grid.setHorizontalSpacing(self._theme.px(8))
        grid.setVerticalSpacing(self._theme.px(2))
        self.asks = self.label(soft=True)
        rows = (((self.matter, "what"), (self.where, "side"), (self.touches, "touches")),
                ((self.part, "part"), (self.text, "what it is"), (self.more, "")))  # fmt: skip
        for i, row in enumerate(rows):
            for column, (cell, head) in enumerate(row):
                label = self.label(head, soft=True) if head else self.asks
                label.setBuddy(cell)
                grid.addWidget(label, 2 * i, column)
                grid.addWidget(cell, 2 * i + 1, column)
        for column, stretch in ((0, 2), (1, 3), (2, 3)):
            grid.setColumnStretch(column, stretch)
        grid.addWidget(self.add, 3, 3)
        self.column.addLayout(grid)

    @property
    def _matter(self) -> Matter:
        return tuple(Matter)[self.matter.currentIndex()]

    def _ask(self) -> None:
        """Ask what belongs to this sort of remark."""
        self.asks.setText(self._matter.asks)
        self.more.setPlaceholderText(EXAMPLES[self._matter])
        self.touches.setEnabled(self._matter is not Matter.DEVIATION)

    def _add(self) -> None:
        touches = tuple(Touches)[self.touches.currentIndex()] if self.touches.isEnabled() else Touches.NOTHING
        remark = Remark(
            self._matter, self.part.text(), self.text.text(), self.more.text(), tuple(Where)[self.where.currentIndex()],
            touches, self._hand.step,
        )  # fmt: skip
        problem = self._hand.change(lambda card: card.with_remark(remark), f"Written down: {remark.matter}")
        self._say(problem)
        if problem is None:
            for line in (self.part, self.text, self.more):
                line.clear()
            self.part.setFocus()

    def _say(self, problem: AnchorBeamError | None) -> None:
        self.said.say(None if problem is None else faults.sentence(problem, self._bridge.units))

    def _show(self) -> None:
        card, view = self._hand.card, self._hand.view
        numbers = {} if view is None else {each.step.id: each.number for each in view.steps}
        found = () if card is None else tuple(
            (remark, self._words(remark, numbers.get(remark.step))) for remark in card.remarks
        )  # fmt: skip
        self.empty.setVisible(not found)
        if found == self._shown:
            return
        self._shown, self.rows = found, []
        empty(self._grid)
        for row, (remark, words) in enumerate(found):
            self._line(row, remark, words)

    def _words(self, remark: Remark, step: int | None) -> str:
        keys = REDO[remark.touches] if remark.is_open else ()
        return remark_told(remark, step, keys)

    def _line(self, row: int, remark: Remark, words: str) -> None:
        label = self.label(words, Size.NORMAL)
        label.setWordWrap(True)
        if remark.is_open:
            label.setStyleSheet(in_tone(Tone.WARNING))
        self._grid.addWidget(label, row, 0)
        done: QPushButton | None = None
        if remark.is_open:
            done = QPushButton("mended" if remark.matter is Matter.DEFECT else "done")
            done.setAccessibleName(f"{done.text()}: {remark.text}")
            done.clicked.connect(partial(self._mended, row))
            self._grid.addWidget(done, row, 1)
        off = QPushButton("take it away")
        off.setAccessibleName(f"take this remark away: {remark.text}")
        off.clicked.connect(partial(self._remove, row))
        self._grid.addWidget(off, row, 2)
        self.rows.append((label, done, off))

    def _mended(self, at: int) -> None:
        document = self._hand.document
        if document is not None:
            self._bridge.attempt(lambda: self._bridge.workshop.cards.mended(document, at))
            self._hand.refresh()

    def _remove(self, at: int) -> None:
        self._say(self._hand.change(lambda card: card.without_remark(at), "Remark taken away"))


EXAMPLES = {
    Matter.DEFECT: "arm angles, free turning", Matter.REWORKED: "hole reamed to 10.5 mm, 21 mm to the edge, zinc paint",
    Matter.DEVIATION: "maker's bolt is too short with the brace", Matter.OTHERS: "stands; not driven",
}  # fmt: skip
